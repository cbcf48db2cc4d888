// Edits of the slides of a piece: added, copied, taken away, moved, left out; and the outline they begin as. Pure
// functions; a document that would not change comes back as it is.
import { produce } from 'immer';
import type { Box } from '../ground/box';
import { boundsOf } from '../ground/transform';
import { isFollower, type Layer } from '../kinds/layers';
import type { Carry } from '../values/place';
import { BANDS } from '../values/plain';
import { destinationById } from './destinations';
import { changeLayers } from './edits';
import { withoutEmptyGroups } from './groups';
import { emptySlide, type NewId } from './make';
import type { Piece, Slide } from './schema';
import { pictureLayers, withMessageFirst } from './slideshow';

/** The most slides any piece may have. */
export const MOST_SLIDES = 50;
/** The most letters of a note. */
export const MOST_NOTE = 2000;

/** How many slides a piece may have where it is shown. One without a destination may have as many as any. */
export const mostSlides = (piece: Pick<Piece, 'sizes'>): number =>
  destinationById(piece.sizes[0].destination)?.slides ?? MOST_SLIDES;

/** How many more it may have. */
export const slidesLeft = (piece: Pick<Piece, 'sizes' | 'slides'>): number =>
  Math.max(0, mostSlides(piece) - piece.slides.length);

/**
 * Has it slides, or is it shown where several are wanted? A size of one's own is one picture until one is added, and so
 * is a section.
 */
export const hasSlides = (piece: Pick<Piece, 'sizes' | 'slides' | 'section'>): boolean =>
  piece.slides.length > 1 || (!piece.section && piece.sizes[0].destination !== null && mostSlides(piece) > 1);

/** Lines of a text as notes: one a slide. Empty lines, bullets and numbers before them are left out. */
export const outlineOf = (text: string): string[] =>
  text
    .split(/\r\n|\r|\n|\u2028|\u2029/)
    .map((line) =>
      line
        .replace(/^\s*(?:(?:[-*+\u2022\u2013\u2014\u00b7]|\(?\d{1,3}[.):])\s+)+/u, '')
        .trim()
        .slice(0, MOST_NOTE),
    )
    .filter((line) => line !== '');

/** Slides put in after another one, or first with -1: as many as the piece may still have. */
export const insertSlides = (piece: Piece, after: number, slides: readonly Slide[]): Piece => {
  const taken = slides.slice(0, slidesLeft(piece));
  return taken.length ? { ...piece, slides: piece.slides.toSpliced(after + 1, 0, ...taken) } : piece;
};

/** An empty slide after another one, on the same paper. */
export const addSlide = (piece: Piece, after: number, newId: NewId, note = ''): Piece =>
  insertSlides(piece, after, [{ ...emptySlide(newId(), note), paper: piece.slides[after]?.paper ?? '#ffffff' }]);

/** A copy of a slide right after it; its layers get names of their own, and end with it. */
export function duplicateSlide(piece: Piece, at: number, newId: NewId): Piece {
  const slide = piece.slides[at];
  if (!slide) return piece;
  const show = piece.section !== null,
    copy = structuredClone(show ? { ...slide, layers: pictureLayers(slide), groups: [] } : slide),
    names = new Map(slide.layers.map((l) => [l.id, newId()]));
  copy.id = newId();
  for (const layer of copy.layers) {
    layer.id = names.get(layer.id)!;
    if ('follows' in layer) layer.follows = layer.follows.map((f) => names.get(f) ?? f);
    if (show) layer.group = null;
    // Two of a thing that goes on over the same slides would lie on each other.
    layer.carry = null;
  }
  return insertSlides(piece, at, [copy]);
}

/** Takes slides away; one always stays. What they carried over goes with them. */
export function removeSlides(piece: Piece, ids: readonly string[]): Piece {
  const slides = piece.slides.filter((s) => !ids.includes(s.id));
  return slides.length === piece.slides.length || !slides.length
    ? piece
    : withMessageFirst({ ...piece, slides }, piece);
}

/** Moves a slide to a place, counted without it. */
export function moveSlide(piece: Piece, id: string, to: number): Piece {
  const from = piece.slides.findIndex((s) => s.id === id),
    at = Math.min(piece.slides.length - 1, Math.max(0, to));
  if (from < 0 || from === at) return piece;
  const slides = piece.slides.toSpliced(from, 1);
  slides.splice(at, 0, piece.slides[from]);
  return withMessageFirst({ ...piece, slides }, piece);
}

const changeSlide = (piece: Piece, id: string, change: (slide: Slide) => void): Piece =>
  produce(piece, (draft) => {
    const slide = draft.slides.find((s) => s.id === id);
    if (slide) change(slide);
  });

export const setNote = (piece: Piece, id: string, note: string): Piece =>
  changeSlide(piece, id, (s) => void (s.note = note.slice(0, MOST_NOTE)));

/** What it shows, in words. */
export const setAlternative = (piece: Piece, id: string, alternative: string): Piece =>
  changeSlide(piece, id, (s) => void (s.alternative = alternative));

/** Leaves a slide out of what is handed over, or takes it in again. */
export const setLeftOut = (piece: Piece, id: string, leftOut: boolean): Piece =>
  changeSlide(piece, id, (s) => void (s.leftOut = leftOut));

/**
 * A list of notes laid over the slides: the first onto the slide at `from`, if that has no note, each further one onto
 * a slide of its own after it.
 * @returns also how many found no room
 */
export function withOutline(
  piece: Piece,
  from: number,
  notes: readonly string[],
  newId: NewId,
): { piece: Piece; left: number } {
  const first = piece.slides[from],
    fill = first !== undefined && first.note === '';
  const named = fill && notes.length ? setNote(piece, first.id, notes[0]) : piece;
  const rest = notes.slice(fill ? 1 : 0),
    room = slidesLeft(piece);
  return {
    piece: insertSlides(
      named,
      from,
      rest.slice(0, room).map((note) => ({ ...emptySlide(newId(), note), paper: first?.paper ?? '#ffffff' })),
    ),
    left: Math.max(0, rest.length - room),
  };
}

/** The layers among these names, and the plates and pools that lie behind them alone. */
const withFollowers = (slide: Slide, ids: readonly string[]): string[] =>
  slide.layers
    .filter((l) => ids.includes(l.id) || (isFollower(l) && l.follows.every((f) => ids.includes(f))))
    .map((l) => l.id);

/**
 * Layers of a slide on another one, on top of their bands there, with what lies behind them.
 * @param strip they stay where they are on the strip of slides, as when dragged over; else they keep their place on the
 * slide
 * @returns also what they are called there
 */
export function moveToSlide(
  piece: Piece,
  ids: readonly string[],
  from: string,
  to: string,
  newId: NewId,
  strip = false,
): { piece: Piece; ids: string[] } {
  const a = piece.slides.findIndex((s) => s.id === from),
    b = piece.slides.findIndex((s) => s.id === to);
  if (a < 0 || b < 0 || a === b) return { piece, ids: [...ids] };
  // The message of a section is the first slide's, whichever picture shows.
  const pictures = piece.section ? new Set(pictureLayers(piece.slides[a]).map((l) => l.id)) : null,
    taken = withFollowers(piece.slides[a], ids).filter((id) => !pictures || pictures.has(id)),
    there = new Set(piece.slides[b].layers.map((l) => l.id)),
    names = new Map(taken.map((id) => [id, there.has(id) ? newId() : id])),
    [{ width }] = piece.sizes;
  const next = produce(piece, (draft) => {
    const own = draft.slides[a],
      target = draft.slides[b];
    for (const layer of own.layers.filter((l) => names.has(l.id))) {
      layer.id = names.get(layer.id)!;
      if ('follows' in layer) layer.follows = layer.follows.map((f) => names.get(f) ?? f);
      if (strip && !pictures) layer.box = { ...layer.box, x: layer.box.x + (a - b) * width };
      layer.group = null;
      layer.carry = null;
      const above = target.layers.findIndex((l) => BANDS.indexOf(l.band) > BANDS.indexOf(layer.band));
      target.layers.splice(above < 0 ? target.layers.length : above, 0, layer);
    }
    own.layers = own.layers.filter((l) => !taken.includes(l.id) && ![...names.values()].includes(l.id));
  });
  return { piece: withoutEmptyGroups(next, from), ids: ids.map((id) => names.get(id) ?? id) };
}

/** Lets a layer go on over neighbouring slides, or end at its own; a guest's is set where it belongs. */
export const setCarry = (piece: Piece, slideId: string, id: string, carry: Carry | null): Piece =>
  changeLayers(piece, slideId, [id], (l) => void (l.carry = carry));

/**
 * How many slides a box reaches beyond its own, to the left and to the right, where there are that many.
 * @param at which slide of the strip is its own, from 0
 */
export function reachOverSlides(box: Box, at: number, slides: number, width: number): Pick<Carry, 'before' | 'after'> {
  return {
    before: Math.min(at, Math.max(0, Math.ceil(-box.x / width - 1e-6))),
    after: Math.min(slides - 1 - at, Math.max(0, Math.ceil((box.x + box.width) / width - 1 - 1e-6))),
  };
}

/**
 * The piece with every layer that goes on over neighbouring slides reaching those it covers now.
 * @param frameOf the box a layer really takes; null where that is not known, and it stays as it is
 */
export function withCarryFitted(piece: Piece, frameOf: (layer: Layer, slide: Slide) => Box | null): Piece {
  const { slides } = piece,
    [{ width }] = piece.sizes;
  if (!slides.some((s) => s.layers.some((l) => l.carry))) return piece;
  return produce(piece, (draft) => {
    slides.forEach((slide, at) =>
      slide.layers.forEach((layer, i) => {
        const frame = layer.carry && frameOf(layer, slide);
        if (!layer.carry || !frame) return;
        const reach = reachOverSlides(boundsOf(frame, layer.rotation), at, slides.length, width);
        if (reach.before !== layer.carry.before || reach.after !== layer.carry.after)
          draft.slides[at].layers[i].carry = { ...layer.carry, ...reach };
      }),
    );
  });
}
