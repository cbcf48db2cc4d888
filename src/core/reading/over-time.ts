// Readings of a slide on which something moves: every frame counts, and the worst of them is the text's reading.
import { differentMoments, slideAt } from '../piece/moments';
import { textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from '../scene/painter';
import { probeText, type Reading, readText, type TextProbe } from './read';
import { marginOf } from './verdict';

/** Loads what slides are painted from. Frames are many: nobody keeps all of them at hand. */
export type Load = (slides: readonly Slide[]) => Promise<void>;

/** How a text reads at a moment of its slide, ms. */
export interface TimedReading extends Reading {
  time: number;
}

/** How far a reading is from what it needs: 1 is just enough. Without letters nothing is missing. */
export const marginOfReading = ({ ratio, needed, verdict }: Pick<Reading, 'ratio' | 'needed' | 'verdict'>): number =>
  ratio === null ? Infinity : marginOf(ratio, needed, verdict !== 'clear');

/** The worse of two readings of a text. */
export const worse = <R extends Reading>(a: R, b: R): R => (marginOfReading(b) < marginOfReading(a) ? b : a);

/** Readings with others of the same texts, each the worse one. What is new comes last. */
export function worstOf<R extends Reading>(known: readonly R[], more: readonly R[]): R[] {
  const out = known.map((k) => more.filter((m) => m.layer === k.layer).reduce<R>(worse, k));
  return [...out, ...more.filter((m) => !known.some((k) => k.layer === m.layer))];
}

/** The readings of a slide at one of its moments after the other. */
export async function* momentsRead(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  load: Load,
  times: readonly number[] = differentMoments(slide),
  texts?: readonly string[],
): AsyncGenerator<{ time: number; readings: TimedReading[] }> {
  // The texts stand still: what is known of their letters serves every frame.
  const probes = new Map<string, TextProbe>();
  for (const time of times) {
    const still = slideAt(slide, time);
    await load([still]);
    const readings = textsIn(piece, still, size, texts).map((t) => {
      let probe = probes.get(t.id);
      if (!probe) probes.set(t.id, (probe = probeText(painter, piece, size, t)));
      return { ...readText(painter, piece, still, size, t, {}, probe), time };
    });
    yield { time, readings };
  }
}

/**
 * The readings of a slide at some of its moments, the worst of each text.
 * @param enough no further moment is looked at once it says so of the readings of one
 */
export async function readMoments(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  load: Load,
  times?: readonly number[],
  texts?: readonly string[],
  enough: (readings: readonly Reading[]) => boolean = () => false,
): Promise<TimedReading[]> {
  let worst: TimedReading[] = [];
  for await (const { readings } of momentsRead(painter, piece, slide, size, load, times, texts)) {
    worst = worstOf(worst, readings);
    if (enough(readings)) break;
  }
  return worst;
}
