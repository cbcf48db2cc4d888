// All shortcuts in one table: what is pressed, what is said of it, what it does. The list behind `?` is this table.
import type { Layer } from '../../../core/kinds/layers';
import { isText } from '../../../core/kinds/layers';
import { takenBy } from '../../../core/piece/groups';
import { addText } from '../commands/adding';
import { groupSelection, nudge, ungroupSelection } from '../commands/arranging';
import { duplicateSelected, removeSelected, shiftSelected } from '../commands/layers';
import { toSlide } from '../commands/slides';
import { togglePlaying } from '../slides/playing';
import { zoomBy } from '../stage/Stage';
import { startRenaming } from '../state/menu';
import { currentSlide, isPannable, redoEdit, select, type StageView, undoEdit, useBench, zoomTo } from '../state/store';

/** What a shortcut may want to know. */
export interface Pressed {
  /** CSS pixels to one pixel of the size. */
  zoom: number;
  showShortcuts: () => void;
  /** The element that has the focus does something with Enter itself. */
  onButton: boolean;
}

export interface Shortcut {
  /** As it is written in the list. */
  keys: string;
  says: string;
  /** Chords; none where it is done with the pointer, or elsewhere. */
  chords?: string[];
  /** A key alone that types a letter or sign: it can be switched off. */
  single?: true;
  /** Only while the stage or the stack has the focus: it would cost work if it were pressed by mistake. */
  onLayers?: true;
  /** @returns false where it was not for it */
  run?: (with_: Pressed, chord: string) => boolean | void;
}

const state = useBench.getState;
const selectedOne = (): Layer | undefined => {
  const s = state();
  return s.selection.length === 1 ? currentSlide(s).layers.find((l) => l.id === s.selection[0]) : undefined;
};
const VIEWS: StageView[] = ['plain', 'letters', 'calm', 'clean', 'grey'];
const WAYS: Record<string, [number, number]> = {
  arrowleft: [-1, 0],
  arrowright: [1, 0],
  arrowup: [0, -1],
  arrowdown: [0, 1],
};
const arrows = Object.keys(WAYS);

/** One step out of the group one works in: it is selected whole. */
function leaveGroup(): void {
  const s = state(),
    slide = currentSlide(s),
    { entered } = s;
  const outer = slide.groups.find((g) => g.id === entered)?.within ?? null,
    first = slide.layers.find((l) => s.selection.includes(l.id));
  useBench.setState({ entered: outer });
  if (first) select(takenBy(slide, first.id, outer));
}

function stepBack(): void {
  const s = state();
  if (s.picking) useBench.setState({ picking: null });
  else if (s.editing) useBench.setState({ editing: null });
  else if (s.inside) useBench.setState({ inside: null });
  else if (s.view === 'clean') useBench.setState({ view: 'plain' });
  else if (s.entered) leaveGroup();
  else select([]);
}

/** The next layer above or below what is selected; it gets the focus where the stage or the stack has it. */
function toNeighbour(by: 1 | -1): boolean {
  const s = state(),
    all = currentSlide(s).layers.filter((l) => l.visible);
  const at = all.findIndex((l) => l.id === s.selection.at(-1)),
    next = at < 0 ? all.at(by > 0 ? 0 : -1) : all[at + by];
  if (!next) return false;
  select([next.id]);
  const active = document.activeElement;
  const within = active?.closest('[data-stack]') ? '[data-row-name' : '[data-overlay] > [data-layer';
  document.querySelector<HTMLElement>(`${within}="${next.id}"]`)?.focus({ preventScroll: true });
  return true;
}

export const SHORTCUTS: readonly Shortcut[] = [
  { keys: 'T', says: 'Add text', chords: ['t'], single: true, run: () => void addText() },
  {
    keys: 'J',
    says: 'Just enough: the best way, or the treatment chosen beside it',
    chords: ['j'],
    single: true,
    run: () => document.querySelector<HTMLButtonElement>('[data-just-enough]')?.click(),
  },
  {
    keys: 'Enter',
    says: 'Edit the selected text; move the picture in its frame',
    chords: ['enter'],
    run: ({ onButton }) => {
      const one = selectedOne();
      if (onButton || !one) return false;
      if (isText(one) && !one.locked && !one.traced) useBench.setState({ editing: one.id, range: null });
      else if (isPannable(one) && one.band === 'message') useBench.setState({ inside: one.id });
      else return false;
    },
  },
  { keys: 'Ctrl B, I, U in a text', says: 'Bold, italic, underline what is marked' },
  {
    keys: 'Esc',
    says: 'One step back: out of the text, out of the selection',
    chords: ['escape'],
    run: () => (stepBack(), false),
  },
  {
    keys: 'Arrows, Shift + arrows',
    says: 'Nudge by 1, by 10',
    chords: [...arrows, ...arrows.map((a) => `shift+${a}`)],
    run: (_, chord) => {
      if (!state().selection.length) return false;
      const far = chord.startsWith('shift+') ? 10 : 1,
        [x, y] = WAYS[chord.replace('shift+', '')];
      nudge(x * far, y * far);
    },
  },
  {
    keys: 'Page Up, Page Down',
    says: 'The next layer above, below',
    chords: ['pageup', 'pagedown'],
    run: (_, chord) => toNeighbour(chord === 'pageup' ? 1 : -1),
  },
  {
    keys: 'Alt Page Up, Alt Page Down',
    says: 'The slide before, after',
    chords: ['alt+pageup', 'alt+pagedown'],
    run: (_, chord) => toSlide(chord === 'alt+pageup' ? -1 : 1),
  },
  { keys: 'P', says: 'Play or stop what moves', chords: ['p'], single: true, run: () => togglePlaying() },
  { keys: 'Alt and left, right on a slide', says: 'Move the slide in its strip; Delete takes it away' },
  { keys: 'Tab, Shift Tab', says: 'Into the stage and out of it again' },
  { keys: 'Drag with Shift', says: 'Keep to one direction' },
  { keys: 'Drag with Ctrl', says: 'Move without snapping' },
  { keys: 'Drag with Alt', says: 'Move a copy, leave the original' },
  { keys: 'Drag over nothing', says: 'Select what the box touches; with Shift add to it' },
  {
    keys: 'Ctrl A',
    says: 'Select the whole message',
    chords: ['ctrl+a'],
    run: () =>
      select(
        currentSlide(state())
          .layers.filter((l) => l.band === 'message' && !l.locked && l.visible)
          .map((l) => l.id),
      ),
  },
  { keys: 'Ctrl G', says: 'Group', chords: ['ctrl+g'], run: groupSelection },
  { keys: 'Ctrl Shift G', says: 'Take the group apart', chords: ['ctrl+shift+g'], run: ungroupSelection },
  { keys: 'Double click', says: 'Into a group, a text, the picture in its mask' },
  { keys: 'Side handle', says: 'Re-wrap a text' },
  { keys: 'Corner handle', says: 'Scale a text; with Alt from its middle' },
  { keys: 'Alt + wheel', says: 'Zoom the selected photo in its frame' },
  { keys: 'Shift at a fade’s end', says: 'Keep its direction' },
  { keys: 'Alt while picking a colour', says: 'As it is seen, with overlays; without, the photo’s own' },
  { keys: 'Click again', says: 'Go through to what lies beneath' },
  {
    keys: '] and [',
    says: 'Bring forward, send backward within the band',
    chords: [']', '['],
    single: true,
    run: (_, chord) => shiftSelected(chord === ']' ? 1 : -1),
  },
  {
    keys: '} and {',
    says: 'To the front, to the back of the band',
    chords: ['}', '{'],
    single: true,
    run: (_, chord) => shiftSelected(chord === '}' ? Infinity : -Infinity),
  },
  { keys: 'Ctrl D', says: 'Duplicate', chords: ['ctrl+d'], run: duplicateSelected },
  { keys: 'Ctrl C, X, V', says: 'Copy, cut, paste layers; paste a picture' },
  { keys: 'Delete', says: 'Delete what is selected', chords: ['delete'], run: removeSelected },
  {
    keys: 'Backspace',
    says: 'The same, while stage or stack have the focus',
    chords: ['backspace'],
    onLayers: true,
    run: removeSelected,
  },
  {
    keys: 'F2',
    says: 'Rename the layer',
    chords: ['f2'],
    run: () => {
      const one = selectedOne();
      if (!one) return false;
      startRenaming(one.id);
    },
  },
  { keys: 'Ctrl Z', says: 'Undo', chords: ['ctrl+z'], run: undoEdit },
  { keys: 'Ctrl Shift Z, Ctrl Y', says: 'Redo', chords: ['ctrl+shift+z', 'ctrl+y'], run: redoEdit },
  { keys: 'Hold B', says: 'See what was before: without the way that is looked at, or without treatments' },
  { keys: 'Ctrl + wheel, pinch', says: 'Zoom about the pointer' },
  {
    keys: '+ and -',
    says: 'Zoom in, out',
    chords: ['+', '=', '-'],
    single: true,
    run: ({ zoom }, chord) => zoomBy(chord === '-' ? -1 : 1, zoom),
  },
  { keys: '0', says: 'Fit the slide into the window', chords: ['0'], single: true, run: () => zoomTo('fit') },
  { keys: '1', says: 'Zoom to 100 %', chords: ['1'], single: true, run: () => zoomTo(1) },
  { keys: 'Space + drag, middle drag', says: 'Pan' },
  {
    keys: 'Alt 1, 2, 3, 4, 5',
    says: 'Plain, Letters, Calm, Clean, Grey',
    chords: VIEWS.map((_, i) => `alt+${i + 1}`),
    run: (_, chord) => useBench.setState({ view: VIEWS[Number(chord.at(-1)) - 1] }),
  },
  { keys: '?', says: 'This list', chords: ['?'], single: true, run: ({ showShortcuts }) => showShortcuts() },
];

const BY_CHORD = new Map(SHORTCUTS.flatMap((s) => (s.chords ?? []).map((c) => [c, s] as const)));
export const shortcutFor = (chord: string): Shortcut | undefined => BY_CHORD.get(chord);
