// Just enough for every width of a section: one treatment that makes every text Clear from the narrowest page to the
// widest, behind every picture of a slideshow, as strong in each layout as the widths round it need. It is solved at
// the weakest widths and where the layouts begin, and looked at again at those that were weak before; who asks measures
// all widths with it.
import type { FoundColour } from '../colour/palette';
import { around, layoutsOf, sectionAt } from '../arrange/section';
import { NARROWEST, WIDEST } from '../piece/limits';
import { pieceOfMoments } from '../piece/moments';
import { slideOf } from '../piece/resolve';
import type { Piece, Size } from '../piece/schema';
import { isSlideshow } from '../piece/slideshow';
import { marginAt, readAtWidth, type WidthPoint } from '../reading/over-widths';
import type { Painter } from '../scene/painter';
import { type Offer, offersFor, SizeSolver, sharing, type SolvedSlide, type Survey } from './every-size';
import { leastFor } from './way-finder';
import { ofPhoto } from './way';

/** What was not enough is solved anew at most so often. */
const ROUNDS = 6;
/** Of the weakest widths so many are solved, and so many looked at afterwards; so far apart, px. */
const SOLVED = 4;
const LOOKED = 10;
const APART = 60;
/** So many kinds are tried where the cheapest is not enough. */
const KINDS = 4;
/** Between widths that are looked at it may be a little less than there. */
const ENOUGH = 1.02;
/** Of the moments of a slideshow so many are solved for at a width. */
const HARDEST = 2;

export interface SolvedWidths {
  slide: SolvedSlide['slide'];
  /** Null where nothing was needed, or nothing is enough. */
  way: {
    name: string;
    /** Of each layout, from the narrowest to the widest, in whole percent. */
    strengths: { layout: string; strength: number }[];
  } | null;
}

/**
 * The strength, in whole percent 0..100, that an offer needs at a width; null where it is not enough.
 * @param times of a slideshow the moments that are solved for, ms
 */
function needAt(
  painter: Painter,
  { piece, treated, property, near }: Offer,
  slideId: string,
  width: number,
  times: readonly number[],
): number | null {
  const size = sectionAt(painter, piece, slideOf(piece, slideId), width),
    moments = pieceOfMoments(piece, slideId, times),
    slides = moments.slides.map((slide) => ({ slide, treated }));
  return leastFor(painter, { piece: moments, size, slides, property }, near)?.strength ?? null;
}

/**
 * The least strengths of layouts, in whole percent, that give every width what it needs: between two of them strengths
 * run on linearly.
 * @param needs by width, CSS px @returns by id of the layout
 */
export function strengthsFor(layouts: readonly Size[], needs: ReadonlyMap<number, number>): Map<string, number> {
  const strengths = new Map(layouts.map((l) => [l.id, 0]));
  // What lies at a layout is its own; what lies between is then raised where it is nearer.
  const parts = [...needs]
    .map(([width, need]) => ({ ...around(layouts, width), need }))
    .sort((a, b) => Math.min(a.t, 1 - a.t) - Math.min(b.t, 1 - b.t));
  for (const { need, ...place } of parts) {
    const { from, to, t } = place,
      there = strengthAt(strengths, place),
      { id } = t > 0.5 ? to : from;
    if (there < need)
      strengths.set(id, Math.min(100, Math.ceil(strengths.get(id)! + (need - there) / Math.max(t, 1 - t))));
  }
  return strengths;
}

/** The strength at a place between two layouts. */
const strengthAt = (strengths: ReadonlyMap<string, number>, { from, to, t }: ReturnType<typeof around>): number =>
  strengths.get(from.id)! * (1 - t) + strengths.get(to.id)! * t;

/** The weakest widths, apart from each other. */
const weakest = (points: readonly WidthPoint[], most: number): WidthPoint[] =>
  [...points]
    .sort((a, b) => marginAt(a) - marginAt(b))
    .reduce<WidthPoint[]>((all, p) => (all.some((q) => Math.abs(q.width - p.width) < APART) ? all : [...all, p]), [])
    .slice(0, most);

/** Which of some widths are not Clear yet. */
function* shortOf(
  painter: Painter,
  piece: Piece,
  slideId: string,
  points: readonly WidthPoint[],
  quality: 'exact' | 'draft',
): Generator<void, WidthPoint[]> {
  const slide = slideOf(piece, slideId),
    left: WidthPoint[] = [];
  for (const { width } of points) {
    const point = readAtWidth(painter, piece, slide, width, quality);
    if (marginAt(point) < ENOUGH) left.push(point);
    yield;
  }
  return left;
}

/** How each layout stands and what would do for it, behind the picture that is hardest there. */
function* surveyed(
  painter: Painter,
  piece: Piece,
  slideId: string,
  before: readonly WidthPoint[],
  colours: readonly FoundColour[],
): Generator<void, Survey[]> {
  const surveys: Survey[] = [];
  for (const size of piece.sizes) {
    const near = before.toSorted(
        (a, b) => Math.abs(a.width - size.shownWidth) - Math.abs(b.width - size.shownWidth),
      )[0],
      still = pieceOfMoments(piece, slideId, near.hardest.slice(0, 1)),
      survey = yield* new SizeSolver(painter, still, slideId, size, colours).survey(),
      // What is done to a photo is done to one picture alone.
      ways = isSlideshow(piece) ? survey.ways.filter((w) => !w.kinds.some(ofPhoto)) : survey.ways;
    // Where a layout is Clear already, what lies beside it may not be: a treatment is begun all the same.
    surveys.push({ ...survey, ways, clear: false });
  }
  return surveys;
}

/**
 * Solves a section for every width. It yields after each step of work. Pictures and fonts must be loaded.
 * @param slideId the slide of the message @param measured all widths @param colours of the slide's
 * photo @param newId for layers that are added
 */
export function* everyWidth(
  painter: Painter,
  piece: Piece,
  slideId: string,
  measured: readonly WidthPoint[],
  colours: readonly FoundColour[],
  newId: () => string,
): Generator<void, SolvedWidths> {
  // What was measured twice counts as it was found last.
  const before = [...new Map(measured.map((p) => [p.width, p])).values()];
  const document = (of: Piece): SolvedSlide['slide'] => of.slides.find((s) => s.id === slideId)!,
    nothing: SolvedWidths = { slide: document(piece), way: null };
  if (!before.some((p) => marginAt(p) < 1)) return nothing;
  const surveys = yield* surveyed(painter, piece, slideId, before, colours),
    layouts = layoutsOf(piece),
    looked = weakest(before, LOOKED),
    // At least where the layouts begin and at the ends.
    widths = new Set([...layouts.map((l) => Math.round(l.shownWidth)), NARROWEST, WIDEST]),
    solved = [
      ...looked.slice(0, SOLVED),
      ...before.filter((p) => widths.has(p.width) && !looked.slice(0, SOLVED).includes(p)),
    ],
    offers: { offer: Offer; needs: Map<number, number>; sum: number }[] = [];
  // The cheapest comes first: another kind is only looked at where it is not enough.
  for (const offer of offersFor(piece, slideId, surveys, newId, KINDS)) {
    if (offers.some((o) => o.offer.added)) break;
    const needs = new Map<number, number>();
    for (const { width, hardest } of solved) {
      const need = needAt(painter, offer, slideId, width, hardest.slice(0, HARDEST));
      yield;
      if (need === null) break;
      needs.set(width, need);
    }
    if (needs.size === solved.length)
      offers.push({ offer, needs, sum: [...needs.values()].reduce((a, b) => a + b, 0) });
  }
  for (const { offer, needs } of offers.sort((a, b) => a.sum - b.sum))
    for (let round = 0; round < ROUNDS; round++) {
      const strengths = strengthsFor(layouts, needs),
        taken = sharing(piece, slideId, offer, strengths);
      let left = yield* shortOf(painter, taken, slideId, looked, 'exact');
      // Where it was not weak before it may be now: between two layouts of which one needs much more.
      if (!left.length) left = weakest(yield* shortOf(painter, taken, slideId, before, 'draft'), SOLVED);
      if (!left.length) {
        const named = layouts.map((l) => ({ layout: l.name, strength: strengths.get(l.id)! }));
        return { slide: document(taken), way: { name: offer.name, strengths: named } };
      }
      for (const { width, hardest } of left) {
        const need = needAt(painter, offer, slideId, width, hardest.slice(0, HARDEST)),
          there = strengthAt(strengths, around(layouts, width));
        // What is solved may be a little less than what is needed: it must be more than it was.
        needs.set(width, Math.min(100, Math.max(need ?? 100, there + 1)));
        yield;
      }
    }
  return nothing;
}
