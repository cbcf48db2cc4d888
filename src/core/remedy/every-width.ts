// Just enough for every width of a section: one treatment at one strength that makes every text Clear from the
// narrowest page to the widest. It is solved at the weakest widths and at the ends, and looked at again at those that
// were weak before; who asks measures all widths with it.
import type { FoundColour } from '../colour/palette';
import { sectionAt } from '../arrange/section';
import { NARROWEST, WIDEST } from '../piece/limits';
import { slideOf } from '../piece/resolve';
import type { Piece } from '../piece/schema';
import { marginAt, readAtWidth, type WidthPoint } from '../reading/over-widths';
import type { Painter } from '../scene/painter';
import { type Offer, offersFor, SizeSolver, sharing, type SolvedSlide, type Survey } from './every-size';
import { leastFor } from './way-finder';

/** What was not enough is solved anew at most so often. */
const ROUNDS = 4;
/** Of the weakest widths so many are solved, and so many looked at afterwards; so far apart, px. */
const SOLVED = 4;
const LOOKED = 10;
const APART = 60;

export interface SolvedWidths {
  slide: SolvedSlide['slide'];
  /** Null where nothing was needed, or nothing is enough. */
  way: { name: string; strength: number } | null;
}

/** The strength in whole percent, 0..100, that an offer needs at some widths; null where it is not enough at one. */
function strengthOver(
  painter: Painter,
  { piece, treated, property, near }: Offer,
  slideId: string,
  widths: readonly number[],
): number | null {
  const slide = slideOf(piece, slideId);
  let most = 0;
  for (const w of widths) {
    const size = sectionAt(painter, piece, slide, w),
      least = leastFor(painter, { piece, size, slides: [{ slide, treated }], property }, Math.max(near, most));
    if (!least) return null;
    most = Math.max(most, least.strength);
  }
  return most;
}

/** The weakest widths, apart from each other. */
const weakest = (points: readonly WidthPoint[], most: number): number[] =>
  [...points]
    .sort((a, b) => marginAt(a) - marginAt(b))
    .reduce<number[]>((all, p) => (all.some((w) => Math.abs(w - p.width) < APART) ? all : [...all, p.width]), [])
    .slice(0, most);

/**
 * Solves a section for every width. It yields after each step of work. Pictures and fonts must be loaded.
 * @param before all widths as they were measured @param colours of the slide's photo @param newId for layers that are
 * added
 */
export function* everyWidth(
  painter: Painter,
  piece: Piece,
  slideId: string,
  before: readonly WidthPoint[],
  colours: readonly FoundColour[],
  newId: () => string,
): Generator<void, SolvedWidths> {
  const document = (of: Piece): SolvedSlide['slide'] => of.slides.find((s) => s.id === slideId)!,
    nothing: SolvedWidths = { slide: document(piece), way: null };
  if (!before.some((p) => marginAt(p) < 1)) return nothing;
  const surveys: Survey[] = [];
  for (const size of piece.sizes) {
    const survey = yield* new SizeSolver(painter, piece, slideId, size, colours).survey();
    // Where a layout is Clear already, what lies beside it may not be: a treatment is begun all the same.
    surveys.push({ ...survey, clear: false });
  }
  const looked = weakest(before, LOOKED),
    widths = [...new Set([...looked.slice(0, SOLVED), NARROWEST, WIDEST])],
    offers: { offer: Offer; strength: number }[] = [];
  for (const offer of offersFor(piece, slideId, surveys, newId)) {
    const strength = strengthOver(painter, offer, slideId, widths);
    yield;
    if (strength !== null) offers.push({ offer, strength });
  }
  for (const { offer, strength: first } of offers.sort((a, b) => a.strength - b.strength)) {
    let strength: number | null = first;
    for (let round = 0; round < ROUNDS && strength !== null; round++) {
      const solved: Piece = sharing(piece, slideId, offer, new Map(piece.sizes.map((s) => [s.id, strength!]))),
        slide = slideOf(solved, slideId),
        left: number[] = [];
      for (const w of looked) {
        if (marginAt(readAtWidth(painter, solved, slide, w)) < 1) left.push(w);
        yield;
      }
      if (!left.length) return { slide: document(solved), way: { name: offer.name, strength } };
      const more: number | null = strengthOver(painter, offer, slideId, left);
      strength = more === null ? null : Math.max(more, strength + 1);
    }
  }
  return nothing;
}
