// What was pressed, as one word: the same on every keyboard layout.

const LATIN = /^[a-z]$/;

/**
 * Modifiers and key, like `ctrl+shift+g`, `alt+1`, `]`, `shift+arrowleft`. Ctrl stands for Command, too.
 *
 * A sign that some layouts only have with Shift or AltGr (`?`, `[`, `+`) is that sign. A letter of another script is
 * the Latin one that lies there; digits with Alt go by where they lie, since Shift makes them on some layouts.
 */
export function chordOf(
  e: Pick<KeyboardEvent, 'key' | 'code' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'> & {
    getModifierState?: (m: string) => boolean;
  },
): string {
  const altGr = e.getModifierState?.('AltGraph') ?? false,
    ctrl = (e.ctrlKey || e.metaKey) && !altGr,
    alt = e.altKey && !altGr;
  let key = e.key.toLowerCase();
  const place = /^(?:Key|Digit)(.)$/.exec(e.code)?.[1].toLowerCase();
  if (place && ((key.length === 1 && key > '\u007f') || ((ctrl || alt) && !LATIN.test(key)))) key = place;
  // Shift is part of a chord only where it does not already make the sign.
  const shift = e.shiftKey && (key.length > 1 || (ctrl && LATIN.test(key)));
  return [ctrl && 'ctrl', alt && 'alt', shift && 'shift', key === ' ' ? 'space' : key].filter(Boolean).join('+');
}
