// Just enough and ways through on a slide where something moves: solved for the few moments that are hardest, then
// looked at in all of them; a moment that is not Clear yet joins those that are solved for.
import type { FoundColour } from '../colour/palette';
import { differentMoments, pieceOfMoments, slideAt } from '../piece/moments';
import { slideOf, slidesOf, textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { type Load, marginOfReading, readMoments, type TimedReading } from '../reading/over-time';
import { readSlide } from '../reading/read';
import { areClear } from '../reading/verdict';
import type { Painter } from '../scene/painter';
import { askAbout, type TreatmentAsk, withTreatmentAt } from './begin-treatment';
import { justEnough, type JustEnough, type StrengthAsk } from './strength';
import { applyWay, type Way, type WayKind } from './way';
import { WaysOver } from './ways-over';

/** Moments that are solved for at first. */
const FIRST = 4;
/** How often moments that were missed may join them. */
const ROUNDS = 6;

/** The hardest moments of a slide, ms, the hardest first; each is the worst for some text, then by their margins. */
export async function hardestMoments(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  load: Load,
  most = FIRST,
): Promise<number[]> {
  const at: { time: number; margin: number }[] = [];
  for (const time of differentMoments(slide)) {
    const still = slideAt(slide, time);
    await load([still]);
    at.push({ time, margin: Math.min(Infinity, ...readSlide(painter, piece, still, size).map(marginOfReading)) });
  }
  return at
    .sort((a, b) => a.margin - b.margin || a.time - b.time)
    .slice(0, most)
    .map((m) => m.time);
}

/** The question about a strength, for some moments of a slide. */
export function askInTime(
  piece: Piece,
  slide: Slide,
  size: Size,
  ask: TreatmentAsk & { goal?: number },
  times: readonly number[],
): StrengthAsk {
  const moments = pieceOfMoments(piece, slide.id, times);
  return askAbout(moments, slidesOf(moments), size, ask);
}

/** The first moments at which a piece is not Clear on a slide, the worst first. */
async function missed(
  painter: Painter,
  piece: Piece,
  slideId: string,
  size: Size,
  load: Load,
  texts: readonly string[] | undefined,
  goal: number | undefined,
): Promise<number[]> {
  const worst: TimedReading[] = await readMoments(
    painter,
    piece,
    slideOf(piece, slideId),
    size,
    load,
    undefined,
    texts,
  );
  return worst
    .filter((r) => (goal === undefined ? r.verdict !== 'clear' && r.verdict !== null : (r.ratio ?? goal) < goal))
    .sort((a, b) => marginOfReading(a) - marginOfReading(b))
    .map((r) => r.time);
}

/** Just enough for every frame of a slide. @param hardest moments to begin with, where they are known */
export async function justEnoughInTime(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  ask: TreatmentAsk & { goal?: number },
  load: Load,
  hardest?: readonly number[],
): Promise<JustEnough> {
  const times = [...(hardest ?? (await hardestMoments(painter, piece, slide, size, load)))];
  for (let round = 0; ; round++) {
    const about = askInTime(piece, slide, size, ask, times);
    await load(about.slides.map((s) => s.slide));
    const found = justEnough(painter, about),
      first = textsIn(piece, slide, size, ask.texts).map((t) => t.id),
      one: JustEnough = {
        ...found,
        before: perText(found.before, first),
        after: perText(found.after, first),
        decides: found.decides && slide.id,
      };
    if (found.strength === null || round === ROUNDS) return one;
    const treated = withTreatmentAt(piece, [slide], ask, found.strength / 100, () => 'in-time').piece;
    const more = (await missed(painter, treated, slide.id, size, load, ask.texts ?? first, ask.goal)).filter(
      (t) => !times.includes(t),
    );
    if (!more.length) return one;
    times.push(...more.slice(0, FIRST));
  }
}

/** Of readings at several moments the worst of each text. */
const perText = <R extends JustEnough['before']>(readings: R, ids: readonly string[]): R =>
  ids.flatMap((id) =>
    readings
      .filter((r) => r.layer === id)
      .sort((a, b) => marginOfReading(a) - marginOfReading(b))
      .slice(0, 1),
  ) as R;

/** One way through that holds for every frame of a slide; null where this kind is none. */
export async function wayInTime(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  ask: { texts?: string[]; instead?: boolean; colours?: readonly FoundColour[] },
  kind: WayKind,
  load: Load,
  hardest?: readonly number[],
): Promise<Way | null> {
  let times = [...(hardest ?? (await hardestMoments(painter, piece, slide, size, load)))];
  for (let round = 0; round <= ROUNDS; round++) {
    const moments = pieceOfMoments(piece, slide.id, times),
      slides = slidesOf(moments);
    await load(slides);
    const way = new WaysOver(painter, {
      ...ask,
      piece: moments,
      slides,
      size,
      colours: ask.colours && slides.map(() => ask.colours!),
      alike: true,
    }).solve(kind);
    if (!way) {
      // Nothing is needed at moments that were thought to be hard.
      if (!hardest || round > 0) return null;
      times = await hardestMoments(painter, piece, slide, size, load);
      continue;
    }
    const taken = applyWay(piece, slide.id, way, (i) => `in-time-${i}`),
      worst = await readMoments(painter, taken, slideOf(taken, slide.id), size, load, undefined, ask.texts);
    if (areClear(worst)) return { ...way, readings: worst, decides: null };
    const more = worst
      .filter((r) => r.verdict !== 'clear' && r.verdict !== null && !times.includes(r.time))
      .map((r) => r.time);
    if (!more.length) return null;
    times.push(...new Set(more));
  }
  return null;
}
