// The same shortcuts on every keyboard layout.
import { chordOf } from './chord';

const pressed = (key: string, code: string, held: string[] = []) => ({
  key,
  code,
  ctrlKey: held.includes('ctrl') || held.includes('altgr'),
  metaKey: held.includes('meta'),
  altKey: held.includes('alt') || held.includes('altgr'),
  shiftKey: held.includes('shift'),
  getModifierState: (m: string) => m === 'AltGraph' && held.includes('altgr'),
});

it.each([
  ['a letter', pressed('t', 'KeyT'), 't'],
  ['with Shift it is the same letter', pressed('T', 'KeyT', ['shift']), 't'],
  ['in Cyrillic the one that lies there', pressed('е', 'KeyT'), 't'],
  ['with Command as with Ctrl', pressed('g', 'KeyG', ['meta', 'shift']), 'ctrl+shift+g'],
  ['in Greek', pressed('γ', 'KeyG', ['ctrl']), 'ctrl+g'],
  ['French Alt and 1', pressed('&', 'Digit1', ['alt']), 'alt+1'],
  ['French 1, which wants Shift', pressed('1', 'Digit1', ['shift']), '1'],
  ['a German bracket wants AltGr', pressed('[', 'Digit8', ['altgr']), '['],
  ['a question mark wants Shift', pressed('?', 'Slash', ['shift']), '?'],
  ['a German one lies elsewhere', pressed('?', 'Minus', ['shift']), '?'],
  ['arrows know Shift', pressed('ArrowLeft', 'ArrowLeft', ['shift']), 'shift+arrowleft'],
  ['the space bar has a name', pressed(' ', 'Space'), 'space'],
])('%s', (_name, e, chord) => {
  expect(chordOf(e)).toBe(chord);
});
