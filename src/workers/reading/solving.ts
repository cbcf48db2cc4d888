// The strength of one treatment: its chart, and just enough of it.
import { momentOf, moves, slideAt } from '../../core/piece/moments';
import { askAbout, type TreatmentAsk } from '../../core/remedy/begin-treatment';
import { askInTime, hardestMoments, justEnoughInTime } from '../../core/remedy/over-time';
import {
  decidingSlide,
  type JustEnough,
  justEnough,
  leastConfirmed,
  StrengthModel,
  type StrengthPoint,
} from '../../core/remedy/strength';
import type { Shown } from '../stage';
import { begin, breathe, loadFor, open, openAll, painter } from './asked';

/** A strength chart: its points, the least that is enough, and the slide that decides it. */
export interface StrengthCurve {
  points: StrengthPoint[];
  enough: number | null;
  decides: string | null;
}

/** A question about one slide, or one strength for all of the piece's. */
export type SlidesAsk = TreatmentAsk & {
  everySlide?: boolean;
  /** Of a slide where something moves, the moments (ms) that are hardest, where whoever asks knows them. */
  hardest?: readonly number[];
};

/** What solvers ask about: slides with a treatment on them; of a slide where something moves its hardest moments. */
async function strengthAsk(scene: Shown, ask: SlidesAsk): Promise<ReturnType<typeof askAbout>> {
  const { piece, slides, size } = await openAll(scene, ask.everySlide ?? false),
    [slide] = slides;
  if (ask.everySlide || !moves(slide)) return askAbout(piece, slides, size, ask);
  const load = loadFor(piece, size),
    times = ask.hardest?.length ? ask.hardest : await hardestMoments(painter, piece, slide, size, load);
  await load(times.map((t) => slideAt(slide, t)));
  return askInTime(piece, slide, size, ask, times);
}

export const solving = {
  /** The strength chart of a treatment, or null where a newer question came. */
  async chart(scene: Shown, ask: SlidesAsk): Promise<StrengthCurve | null> {
    const current = begin('chart');
    const model = new StrengthModel(painter, await strengthAsk(scene, ask));
    if (!model.hasLetters) return { points: [], enough: null, decides: null };
    const points: StrengthPoint[] = [];
    for (let s = 0; s <= 100; s += 5) {
      points.push(model.at(s));
      if (s % 25 === 0 || !model.even) {
        await breathe();
        if (!current()) return null;
      }
    }
    // The mark on the chart is what the button would give.
    const enough = leastConfirmed(model, points)?.strength ?? null;
    return current() ? { points, enough, decides: momentOf(decidingSlide(model, enough)) } : null;
  },

  /** Just enough for a treatment, confirmed at full size. */
  async solve(scene: Shown, ask: SlidesAsk): Promise<JustEnough> {
    if (!ask.everySlide) {
      const { piece, slide, size } = await open(scene);
      if (moves(slide))
        return justEnoughInTime(painter, piece, slide, size, ask, loadFor(piece, size), ask.hardest ?? undefined);
    }
    const found = justEnough(painter, await strengthAsk(scene, ask));
    return { ...found, decides: momentOf(found.decides) };
  },
};
