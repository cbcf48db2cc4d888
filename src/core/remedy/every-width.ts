// Just enough for every width of a section: one treatment that makes every text Clear from the narrowest page to the
// widest, behind every picture of a slideshow, as strong in each layout as the widths round it need. It is solved at
// the weakest widths and where the layouts begin, and looked at again at every width that was measured. What needs
// painting is shared out among whoever can paint; what follows for all widths is planned here.
import type { FoundColour } from '../colour/palette';
import { around, layoutsOf, sectionAt } from '../arrange/section';
import { NARROWEST, WIDEST } from '../piece/limits';
import { pieceOfMoments } from '../piece/moments';
import { slideOf } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { isSlideshow } from '../piece/slideshow';
import { marginAt, readAtWidth, type WidthPoint } from '../reading/over-widths';
import type { Painter } from '../scene/painter';
import { type Offer, offersFor, SizeSolver, sharing, type SolvedSlide, type Survey } from './every-size';
import { atOnce } from '../ground/at-once';
import { sharedOut } from '../ground/shared-out';
import { leastFor } from './way-finder';
import { ofPhoto } from './way';

/** What was not enough is raised at most so often. */
const ROUNDS = 16;
/** Of the weakest widths so many are solved, and so many looked at afterwards; so far apart, px. */
const SOLVED = 4;
const LOOKED = 10;
const APART = 60;
/** So many kinds are tried where the cheapest is not enough. */
const KINDS = 4;
/** Between widths that are looked at it may be a little less than there. */
const ENOUGH = 1.02;
/** What has so much more than it needs need not be looked at again with so little more of a treatment, percent. */
const AMPLE = 1.05;
const LITTLE = 5;
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

/** What is painted for solving, at one width or in one layout; null where the question was overtaken meanwhile. */
export interface WidthSolver {
  /** How a layout stands and what would do for it, at the moment (ms) that is hardest there. */
  survey(piece: Piece, slideId: string, size: string, time: number): Promise<Survey | null>;
  /**
   * The strength, in whole percent 0..100, that an offer needs at a width; `strength` is null where none is enough.
   * @param times of a slideshow the moments that are solved for, ms
   */
  need(
    offer: Offer,
    slideId: string,
    width: number,
    times: readonly number[],
  ): Promise<{ strength: number | null } | null>;
  read(piece: Piece, slideId: string, width: number, quality: 'exact' | 'draft'): Promise<WidthPoint | null>;
}

/** How `WidthSolver.survey` is answered by who has a painter: a step of work between two that it yields. */
export function* surveyAt(
  painter: Painter,
  piece: Piece,
  slideId: string,
  sizeId: string,
  time: number,
  colours: readonly FoundColour[],
): Generator<void, Survey> {
  const still = pieceOfMoments(piece, slideId, [time]),
    // As it is on the page, where its texts keep clear of each other.
    size = sectionAt(painter, piece, slideOf(piece, slideId), piece.sizes.find((z) => z.id === sizeId)!.shownWidth),
    survey = yield* new SizeSolver(painter, still, slideId, size, colours).survey(Infinity),
    // What is done to a photo is done to one picture alone.
    ways = isSlideshow(piece) ? survey.ways.filter((w) => !w.kinds.some(ofPhoto)) : survey.ways;
  // Where a layout is Clear already, what lies beside it may not be: a treatment is begun all the same.
  return { ...survey, size: sizeId, ways, clear: false };
}

/** How `WidthSolver.need` is answered. */
export function needAt(
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

/** One who paints here and now. Pictures and fonts must be loaded. @param colours of the slide's photo */
export const widthSolver = (painter: Painter, colours: readonly FoundColour[]): WidthSolver => ({
  survey: (piece, slideId, size, time) =>
    Promise.resolve(atOnce(surveyAt(painter, piece, slideId, size, time, colours))),
  need: (offer, slideId, width, times) => Promise.resolve({ strength: needAt(painter, offer, slideId, width, times) }),
  read: (piece, slideId, width, quality) =>
    Promise.resolve(readAtWidth(painter, piece, slideOf(piece, slideId), width, quality)),
});

/**
 * The least strengths of layouts, in whole percent, that give every width what it needs: between two of them strengths
 * run on linearly.
 * @param needs by width, CSS px @returns by id of the layout
 */
export function strengthsFor(layouts: readonly Size[], needs: ReadonlyMap<number, number>): Map<string, number> {
  const strengths = new Map(layouts.map((l) => [l.id, 0])),
    raise = ({ id }: Size, by: number): unknown => strengths.set(id, Math.min(100, Math.ceil(strengths.get(id)! + by)));
  // What lies at a layout is its own; what lies between is then raised where it is nearer.
  const parts = [...needs]
    .map(([width, need]) => ({ ...around(layouts, width), need }))
    .sort((a, b) => Math.min(a.t, 1 - a.t) - Math.min(b.t, 1 - b.t));
  for (const { need, ...place } of parts) {
    const { from, to, t } = place,
      share = Math.max(t, 1 - t),
      [near, far] = t > 0.5 ? [to, from] : [from, to],
      short = (): number => need - strengthAt(strengths, place);
    if (short() <= 0) continue;
    raise(near, short() / share);
    // With all of the nearer one the other has to help.
    if (strengths.get(near.id) === 100 && short() > 0) raise(far, short() / (1 - share));
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

/** What an offer needs at each of some widths. */
interface Needing {
  offer: Offer;
  needs: Map<number, number>;
}

/** One question: what is known from before, and who paints. */
class EveryWidth {
  private readonly layouts: readonly Size[];
  /** All widths that were measured, the weakest first. */
  private readonly before: WidthPoint[];
  private readonly looked: WidthPoint[];

  constructor(
    private readonly solvers: readonly WidthSolver[],
    private readonly piece: Piece,
    private readonly slideId: string,
    measured: readonly WidthPoint[],
    private readonly newId: () => string,
  ) {
    this.layouts = layoutsOf(piece);
    // What was measured twice counts as it was found last.
    this.before = [...new Map(measured.map((p) => [p.width, p])).values()].sort((a, b) => marginAt(a) - marginAt(b));
    this.looked = weakest(this.before, LOOKED);
  }

  /** @returns null where it was overtaken */
  async solve(): Promise<SolvedWidths | null> {
    const { before, piece, slideId, solvers } = this,
      nothing: SolvedWidths = { slide: this.document(piece), way: null };
    if (!before.length || marginAt(before[0]) >= 1) return nothing;
    const surveys = await sharedOut(solvers, piece.sizes, (solver, size) => {
      const near = before.toSorted(
        (a, b) => Math.abs(a.width - size.shownWidth) - Math.abs(b.width - size.shownWidth),
      )[0];
      return solver.survey(piece, slideId, size.id, near.hardest[0]);
    });
    if (!surveys) return null;
    // What is enough in every layout may not be between them: then the next kind is tried.
    for (let from: number | null = 0; from !== null;) {
      const found = await this.enough(surveys, from);
      if (!found) return null;
      for (const { offer, needs } of found.offers) {
        const balanced = await this.balanced(offer, needs);
        if (balanced === null) return null;
        if (balanced) return balanced;
      }
      from = found.next;
    }
    return nothing;
  }

  private document(of: Piece): Slide {
    return of.slides.find((s) => s.id === this.slideId)!;
  }

  private need(offer: Offer, points: readonly WidthPoint[]): Promise<{ strength: number | null }[] | null> {
    return sharedOut(
      this.solvers,
      points,
      (solver, { width, hardest }) => solver.need(offer, this.slideId, width, hardest.slice(0, HARDEST)),
      // Where none is enough the offer will not do: the others need not be solved.
      (found) => found.some((n) => n.strength === null),
    );
  }

  /**
   * Offers that are enough at the widths that count most, what needs least of it first; null where overtaken.
   * @param from the first that is looked at @returns `next` null where there are no more
   */
  private async enough(
    surveys: readonly Survey[],
    from: number,
  ): Promise<{ offers: Needing[]; next: number | null } | null> {
    const { before, layouts, piece, slideId } = this,
      // At least where the layouts begin and at the ends.
      widths = new Set([...layouts.map((l) => Math.round(l.shownWidth)), NARROWEST, WIDEST]),
      first = this.looked.slice(0, SOLVED),
      solved = [...first, ...before.filter((p) => widths.has(p.width) && !first.includes(p))],
      offers: (Needing & { sum: number })[] = [];
    // The cheapest comes first: another kind is only looked at where it is not enough.
    const all = offersFor(piece, slideId, surveys, this.newId, KINDS);
    let next = from;
    for (const offer of all.slice(from)) {
      if (offers.some((o) => o.offer.added)) break;
      next++;
      const found = await this.need(offer, solved);
      if (!found) return null;
      if (found.some((n) => n.strength === null)) continue;
      const needs = new Map(solved.map((p, i) => [p.width, found[i].strength!]));
      offers.push({ offer, needs, sum: [...needs.values()].reduce((a, b) => a + b, 0) });
    }
    return { offers: offers.sort((a, b) => a.sum - b.sum), next: next < all.length ? next : null };
  }

  /**
   * An offer as strong in each layout as the widths round it need: what is short is raised, until nothing is.
   * @returns false where it is not enough everywhere, null where overtaken
   */
  private async balanced(offer: Offer, needs: Map<number, number>): Promise<SolvedWidths | false | null> {
    const { layouts, piece, slideId, looked } = this,
      order = [...looked, ...this.before.filter((p) => !looked.includes(p))],
      isShort = (p: WidthPoint): boolean => marginAt(p) < ENOUGH,
      // The strength at which a width was found Clear, and its margin then.
      clear = new Map<number, { strength: number; margin: number }>(),
      raises = new Map<number, number>();
    for (let round = 0; round < ROUNDS; round++) {
      const strengths = strengthsFor(layouts, needs),
        at = (width: number): number => strengthAt(strengths, around(layouts, width)),
        taken = sharing(piece, slideId, offer, strengths),
        unsure = order.filter(({ width }) => {
          const was = clear.get(width),
            more = at(width) - (was?.strength ?? 0);
          return !was || (more !== 0 && (more < 0 || more > LITTLE || was.margin < AMPLE));
        });
      const found = await sharedOut(
        this.solvers,
        unsure,
        (solver, p) => solver.read(taken, slideId, p.width, looked.includes(p) ? 'exact' : 'draft'),
        (all) => all.filter(isShort).length >= SOLVED,
      );
      if (!found) return null;
      for (const p of found.filter((x) => !isShort(x)))
        clear.set(p.width, { strength: at(p.width), margin: marginAt(p) });
      const left = found.filter(isShort);
      if (!left.length) {
        const named = layouts.map((l) => ({ layout: l.name, strength: strengths.get(l.id)! }));
        return { slide: this.document(taken), way: { name: offer.name, strengths: named } };
      }
      const unsolved = left.filter((p) => !needs.has(p.width)),
        solved = await this.need(offer, unsolved);
      if (!solved) return null;
      if (solved.some((n) => n.strength === null)) return false;
      unsolved.forEach(({ width }, i) => needs.set(width, solved[i].strength!));
      for (const { width } of left) {
        // What is solved may be a little less than what is needed: it must be more than it was, each time by more.
        const by = (raises.get(width) ?? 0) + 1;
        raises.set(width, by);
        if (at(width) >= 100) return false;
        needs.set(width, Math.min(100, Math.max(needs.get(width)!, at(width) + by)));
      }
    }
    return false;
  }
}

/**
 * Solves a section for every width.
 * @param solvers who paints: each is asked one thing at a time @param slideId the slide of the message
 * @param measured all widths @param newId for layers that are added @returns null where it was overtaken
 */
export const everyWidth = (
  solvers: readonly WidthSolver[],
  piece: Piece,
  slideId: string,
  measured: readonly WidthPoint[],
  newId: () => string,
): Promise<SolvedWidths | null> => new EveryWidth(solvers, piece, slideId, measured, newId).solve();
