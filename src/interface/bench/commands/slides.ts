// What can be done with slides, whichever way it is asked for: strip, outline, key or menu.
import { suggestedAlternative } from '../../../core/piece/alternative';
import { notifications } from '@mantine/notifications';
import { nanoid } from 'nanoid';
import { destinationById } from '../../../core/piece/destinations';
import { roughFonts, roughVersion } from '../../../core/piece/rough';
import type { Piece } from '../../../core/piece/schema';
import {
  addSlide,
  duplicateSlide,
  mostSlides,
  moveSlide,
  moveToSlide,
  removeSlides,
  setLeftOut,
  setAlternative,
  setNote,
  slidesLeft,
  withOutline,
} from '../../../core/piece/slides';
import { putSwatch } from '../../../core/piece/swatches';
import { useHouse } from '../keeping/house';
import { edit, goToSlide, select, settle, useBench } from '../state/store';
import { changeable } from './layers';

const newId = (): string => nanoid(10);
const state = useBench.getState;
const at = (id: string): number => state().piece.slides.findIndex((s) => s.id === id);

const full = (): void => {
  const { piece } = state(),
    where = destinationById(piece.sizes[0].destination)?.name;
  notifications.show({
    color: 'amber',
    title: `${where ? `${where}: ` : ''}${mostSlides(piece)} ${piece.section ? 'pictures' : 'slides'} at most`,
    message: 'Nothing was changed. Take one away to make room for another.',
  });
};

/** Is there room for another slide? Says so where there is none. */
export function roomForSlide(): boolean {
  const room = slidesLeft(state().piece) > 0;
  if (!room) full();
  return room;
}

/** @returns whether there was room for it */
function grow(label: string, change: (piece: Piece) => Piece, to: number): boolean {
  if (!roomForSlide()) return false;
  edit(label, change);
  goToSlide(state().piece.slides[to].id);
  return true;
}

/** An empty slide after one; the present one where left out. */
export const addSlideAfter = (id = state().slideId): boolean =>
  grow('Add slide', (p) => addSlide(p, at(id), newId), at(id) + 1);
export const copySlide = (id = state().slideId): boolean =>
  grow('Duplicate slide', (p) => duplicateSlide(p, at(id), newId), at(id) + 1);

export function deleteSlide(id = state().slideId): void {
  const { slides } = state().piece,
    n = at(id);
  if (slides.length < 2) return;
  const next = slides[n + 1] ?? slides[n - 1];
  edit('Delete slide', (p) => removeSlides(p, [id]));
  if (state().slideId === id) goToSlide(next.id);
}

export const moveSlideTo = (id: string, to: number): void => edit('Move slide', (p) => moveSlide(p, id, to));
export const moveSlideBy = (id: string, by: number): void => moveSlideTo(id, at(id) + by);
/** Dropped where another slide stands. */
export function dropSlide(id: string, onto: string | undefined): void {
  if (onto !== undefined && onto !== id) moveSlideTo(id, at(onto));
}
export const leaveOut = (id: string, out: boolean): void =>
  edit(out ? 'Leave slide out' : 'Take slide in', (p) => setLeftOut(p, id, out));
export const noteSlide = (id: string, note: string): void => edit('Note', (p) => setNote(p, id, note), `note:${id}`);
/** What a slide shows, in words. */
export const describeSlide = (id: string, words: string): void =>
  edit('Alternative text', (p) => setAlternative(p, id, words), `alternative:${id}`);
/** A first alternative text for each of some slides that has none, from its own words. */
export const describeSlides = (ids: readonly string[]): void =>
  edit('Alternative texts', (p) =>
    p.slides
      .filter((s) => ids.includes(s.id) && !s.alternative.trim())
      .reduce((q, s) => setAlternative(q, s.id, suggestedAlternative(s)), p),
  );

/** The slide before or after the present one. */
export function toSlide(by: 1 | -1): boolean {
  const next = state().piece.slides[at(state().slideId) + by];
  if (next) goToSlide(next.id);
  return next !== undefined;
}

/** Sends the selected layers to the slide before or after, to the place they have here. */
export function sendToSlide(by: 1 | -1): void {
  const { slideId, piece } = state(),
    to = piece.slides[at(slideId) + by],
    ids = changeable();
  if (!to || !ids.length) return;
  let there: string[] = [];
  edit('Move to another slide', (p) => {
    const moved = moveToSlide(p, ids, slideId, to.id, newId);
    there = moved.ids;
    return moved.piece;
  });
  goToSlide(to.id);
  select(there);
}

/** A pasted list of notes: slides for all that find room. */
export function pasteOutline(id: string, notes: readonly string[]): void {
  settle();
  let left = 0;
  edit('Outline', (p) => {
    const made = withOutline(p, at(id), notes, newId);
    ({ left } = made);
    return made.piece;
  });
  if (left)
    notifications.show({
      color: 'amber',
      title: `${left} ${left === 1 ? 'line has' : 'lines have'} no slide`,
      message: `${mostSlides(state().piece)} slides at most go there. The first ${notes.length - left} lines are in; nothing else was changed.`,
    });
}

/** Headline and text on every slide that has a note and no text yet, in the campaign's colours. */
export function makeRough(): void {
  const { swatches } = useHouse.getState().style;
  let made = 0;
  edit('Rough version', (p) => {
    const more = swatches.filter((w) => w.colour && !p.swatches.some((x) => x.id === w.id)),
      known = more.reduce((q, w) => putSwatch(q, { ...w, house: true }), p),
      rough = roughVersion(known, roughFonts(p), newId);
    ({ made } = rough);
    return made ? rough.piece : p;
  });
  notifications.show(
    made
      ? { message: `${made} ${made === 1 ? 'slide has' : 'slides have'} a headline now. One undo takes it back.` }
      : { message: 'Every slide that has a note has a text already.' },
  );
}
