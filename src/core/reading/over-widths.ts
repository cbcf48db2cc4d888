// Readings of a section over the widths of the page. It is measured where its layouts begin, on both sides of every
// width at which a line breaks differently, and between them by halving until the curve is straight; the weakest width
// is then looked for around the lowest point, and measured exactly.
import { layoutsOf, sectionAt } from '../arrange/section';
import { NARROWEST, WIDEST } from '../piece/limits';
import type { Setter } from '../kinds/kind';
import { layersIn, textsIn } from '../piece/resolve';
import { isText } from '../kinds/layers';
import type { Piece, Slide } from '../piece/schema';
import type { Painter } from '../scene/painter';
import { slideAt } from '../piece/moments';
import { momentsOfShow } from '../piece/slideshow';
import { marginOfReading, type TimedReading, worstOf } from './over-time';
import { probeText, readText } from './read';

/** What the section reads at a width of the page, CSS px. */
export interface WidthPoint {
  width: number;
  height: number;
  /** Of each text the worst of the moments that were looked at. */
  readings: TimedReading[];
  /** The moments at which something is worst that were looked at, ms, the hardest first. */
  hardest: number[];
  /** It was painted as it is handed over; the rest of the curve is painted more quickly. */
  exact: boolean;
}

export interface WidthRange {
  from: number;
  to: number;
}
const ALL_WIDTHS: WidthRange = { from: NARROWEST, to: WIDEST };

/** Steps in which widths are looked through for other line breaks, px: a break that lasts shorter may be missed. */
const STEP = 16;
/** Ratios from here on are far enough: by how much is not drawn. */
export const FAR_ENOUGH = 12;
/** The curve is straight where the middle differs by less from what its ends say. */
const STRAIGHT = 0.05;
/** Points nearer than this are not parted, px. */
const NEAREST = 16;
/** At most so many points are measured a second time, exactly; so many at once. */
const EXACT = 12;
const SIDE_BY_SIDE = 2;
/** Moments of a slideshow that are looked at because they are hard at a width beside. */
const HARD = 2;
/** The weakest width is known to this, px. */
const EXACTLY = 2;

/** The least a width has of what its texts need; 1 is just enough, Infinity without letters. */
export const marginAt = ({ readings }: WidthPoint): number => Math.min(Infinity, ...readings.map(marginOfReading));

/** Where the lines of all texts begin: the same as long as nothing breaks differently. */
function breaksAt(setter: Setter, piece: Piece, slide: Slide, width: number): string {
  return layersIn(piece, slide, sectionAt(setter, piece, slide, width))
    .filter(isText)
    .filter((l) => l.visible)
    .map((l) =>
      setter
        .layout(l)
        .lines.map((line) => line.start)
        .join(),
    )
    .join(';');
}

/**
 * The first widths at which lines break differently from one pixel less. Fonts must be loaded.
 * @returns ascending, in (from, to]
 */
export function breakWidths(setter: Setter, piece: Piece, slide: Slide, { from, to }: WidthRange): number[] {
  const known = new Map<number, string>(),
    at = (w: number): string => {
      let breaks = known.get(w);
      if (breaks === undefined) known.set(w, (breaks = breaksAt(setter, piece, slide, w)));
      return breaks;
    };
  const out: number[] = [],
    look = (low: number, high: number): void => {
      if (at(low) === at(high)) return;
      if (high - low <= 1) return void out.push(high);
      const middle = (low + high) >> 1;
      look(low, middle);
      look(middle, high);
    };
  for (let w = from; w < to; w += STEP) look(w, Math.min(to, w + STEP));
  return out;
}

/** The moments of a section that count at every width, ms. Of what moves by itself the first frame stands for all. */
export const momentsAtWidths = ({ show }: Slide): readonly number[] => (show ? momentsOfShow(show) : [0]);

/** What a section is measured on: all of these must be loaded at once. */
export const stillsAtWidths = (slide: Slide): Slide[] => momentsAtWidths(slide).map((t) => slideAt(slide, t));

/**
 * One width measured. All pictures and fonts must be loaded.
 * @param times of a slideshow the moments that are looked at, ms; all where left out
 */
export function readAtWidth(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  width: number,
  quality: 'exact' | 'draft' = 'exact',
  times: readonly number[] = momentsAtWidths(slide),
): WidthPoint {
  const size = sectionAt(painter, piece, slide, width),
    texts = textsIn(piece, slide, size),
    probes = texts.map((t) => probeText(painter, piece, size, t, quality === 'draft')),
    moments: { time: number; margin: number }[] = [];
  let worst: TimedReading[] = [];
  for (const time of times) {
    const still = slideAt(slide, time),
      readings = texts.map((t, i) => ({
        ...readText(painter, piece, still, size, t, { quality }, probes[i]),
        letters: [],
        time,
      }));
    moments.push({ time, margin: Math.min(Infinity, ...readings.map(marginOfReading)) });
    worst = worstOf(worst, readings);
  }
  return {
    width,
    height: size.height,
    readings: worst,
    hardest: moments.sort((a, b) => a.margin - b.margin || a.time - b.time).map((m) => m.time),
    exact: quality === 'exact',
  };
}

/** By how much the middle of three points is off the line through the others, as a share. */
function bend(a: WidthPoint, m: WidthPoint, b: WidthPoint): number {
  const t = (m.width - a.width) / (b.width - a.width);
  return Math.max(
    0,
    ...m.readings.map((r) => {
      const drawn = (read: TimedReading): number => Math.min(marginOfReading(read), FAR_ENOUGH / read.needed),
        of = (p: WidthPoint): number => drawn(p.readings.find((x) => x.layer === r.layer) ?? r),
        at = drawn(r),
        straight = of(a) + (of(b) - of(a)) * t;
      return Number.isFinite(at) && Number.isFinite(straight) ? Math.abs(at - straight) / at : 0;
    }),
  );
}

const ascending = (points: Iterable<WidthPoint>): WidthPoint[] => [...points].sort((a, b) => a.width - b.width);

/** Of a slideshow the moments that are hard at the widths beside one; none where none is known. */
function hardBeside(sorted: readonly WidthPoint[], w: number): number[] {
  const beside = [sorted.findLast((p) => p.width < w), sorted.find((p) => p.width > w)];
  return [...new Set(beside.flatMap((p) => p?.hardest.slice(0, HARD) ?? []))];
}

/**
 * Measures the curve over a range of widths, coarse first. It yields each width as it is measured; those that are found
 * later lie between.
 * @returns widths at which lines break differently
 */
export function* readCurve(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  range: WidthRange = ALL_WIDTHS,
): Generator<WidthPoint, number[]> {
  const { from, to } = range,
    points = new Map<number, WidthPoint>();
  const within = (w: number): boolean => w >= from && w <= to && !points.has(w);
  const measure = (w: number, times?: readonly number[]): WidthPoint => {
    const point = readAtWidth(painter, piece, slide, w, 'draft', times);
    points.set(w, point);
    return point;
  };
  // Of a slideshow the pictures that are hard beside it are looked at; all of them where it counts.
  const between = (w: number): WidthPoint => measure(w, hardBeside(ascending(points.values()), w));
  const layouts = layoutsOf(piece).map((l) => Math.round(l.shownWidth)),
    coarse = [from, to, ...layouts, Math.round((from + to) / 2)].filter((w, i, all) => all.indexOf(w) === i);
  for (const w of coarse.filter(within)) yield measure(w);
  const breaks = breakWidths(painter, piece, slide, range);
  for (const w of breaks.flatMap((b) => [b, b - 1])) if (within(w)) yield between(w);
  // Halving, the widest gaps first, so that the curve is about right early.
  const gaps = ascending(points.values()).flatMap((a, i, all) => (all[i + 1] ? [[a, all[i + 1]] as const] : []));
  for (let next = gaps.shift(); next; next = gaps.shift()) {
    const [a, b] = next;
    if (b.width - a.width < NEAREST) continue;
    const m = between(Math.round((a.width + b.width) / 2));
    yield m;
    if (bend(a, m, b) > STRAIGHT) gaps.push([a, m], [m, b]);
  }
  return breaks;
}

/** A width that is to be measured. */
export interface WantedWidth {
  width: number;
  quality: 'exact' | 'draft';
  /** Moments of a slideshow; all where left out. */
  times?: readonly number[];
}

/** Does no line break differently between two widths? */
const alike = (breaks: readonly number[], a: number, b: number): boolean =>
  !breaks.some((x) => Math.min(a, b) < x && x <= Math.max(a, b));

/**
 * What is to be measured so that the weakest width is known: around the lowest point, roughly, by thirds; then exactly,
 * until none that was measured roughly lies lower. It yields widths that can be measured side by side, and is told what
 * they read; what is wanted roughly only leads on, and belongs to no curve.
 * @param curve what was measured so far @param breaks widths at which lines break differently
 */
export function* weakestWanted(
  curve: readonly WidthPoint[],
  breaks: readonly number[],
): Generator<WantedWidth[], void, readonly WidthPoint[]> {
  const known = new Map(curve.map((p) => [p.width, p])),
    sorted = ascending(curve),
    here = lowestOf(sorted);
  if (!here || marginAt(here) === Infinity) return;
  const wanted = (quality: WantedWidth['quality'], widths: readonly number[]): WantedWidth[] =>
    widths.map((width) => ({ width, quality, times: hardBeside(sorted, width) }));
  const beside = (step: number): number => {
    const p = sorted[sorted.indexOf(here) + step];
    return p && alike(breaks, p.width, here.width) ? p.width : here.width;
  };
  let best = here,
    low = beside(-1),
    high = beside(1);
  while (high - low > EXACTLY) {
    const tried = [Math.round((low + best.width) / 2), Math.round((best.width + high) / 2)].filter(
      (w) => w !== low && w !== high && w !== best.width,
    );
    if (!tried.length) break;
    const found = yield wanted('draft', tried),
      lowest = lowestOf([best, ...found])!;
    if (lowest === best) [low, high] = [Math.min(best.width, ...tried), Math.max(best.width, ...tried)];
    else [low, high] = lowest.width < best.width ? [low, best.width] : [best.width, high];
    best = lowest;
  }
  known.set(best.width, best);
  for (let n = 0; n < EXACT; n += SIDE_BY_SIDE) {
    const lowest = lowestOf([...known.values()])!;
    if (lowest.exact) break;
    // What comes next elsewhere is measured beside it.
    const elsewhere = [...known.values()].filter((p) => !p.exact && Math.abs(p.width - lowest.width) >= NEAREST),
      next = lowestOf(elsewhere);
    for (const p of yield wanted('exact', next ? [lowest.width, next.width] : [lowest.width])) known.set(p.width, p);
  }
  const weakest = lowestOf([...known.values()])!;
  // Of a slideshow all moments count where it is weakest.
  if (weakest.hardest.length > 1) yield [{ width: weakest.width, quality: 'exact' }];
}

/**
 * Measures a section over a range of widths: the curve, then what is weakest. It yields each width as it is measured;
 * some come a second time, exactly.
 */
export function* readWidths(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  range: WidthRange = ALL_WIDTHS,
): Generator<WidthPoint, void> {
  const points: WidthPoint[] = [],
    curve = readCurve(painter, piece, slide, range);
  let next = curve.next();
  for (; !next.done; next = curve.next()) {
    points.push(next.value);
    yield next.value;
  }
  const search = weakestWanted(points, next.value);
  for (let step = search.next(); !step.done;) {
    const found = step.value.map((w) => readAtWidth(painter, piece, slide, w.width, w.quality, w.times));
    yield* found.filter((p) => p.exact);
    step = search.next(found);
  }
}

const lowestOf = (points: readonly WidthPoint[]): WidthPoint | null =>
  points.reduce<WidthPoint | null>((b, p) => (b === null || marginAt(p) < marginAt(b) ? p : b), null);

/** The weakest of some widths, and the text that is weakest there; null without letters. */
export function weakestWidth(points: readonly WidthPoint[]): { width: number; reading: TimedReading } | null {
  let found: { width: number; reading: TimedReading } | null = null;
  for (const { width, readings } of points)
    for (const reading of readings)
      if (reading.ratio !== null && (!found || marginOfReading(reading) < marginOfReading(found.reading)))
        found = { width, reading };
  return found;
}
