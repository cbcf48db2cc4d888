// Readings of a section over all widths of the page, shared out among the workers that solve.
import type { Remote } from 'comlink';
import { nanoid } from 'nanoid';
import { useEffect } from 'react';
import { NARROWEST, WIDEST } from '../../../core/piece/limits';
import type { Piece } from '../../../core/piece/schema';
import { sharedOut } from '../../../core/ground/shared-out';
import { backdropPhoto, slideOf } from '../../../core/piece/resolve';
import { isSlideshow } from '../../../core/piece/slideshow';
import { weakestWanted, type WidthPoint, weakestWidth } from '../../../core/reading/over-widths';
import { everyWidth, type WidthSolver } from '../../../core/remedy/every-width';
import type { Shown } from '../../../workers/stage';
import { firstSolvers, solverWorkers } from '../../../workers/clients';
import type { ReadingApi } from '../../../workers/reading';
import { inWords } from '../../shared/api';
import { paletteOf } from '../../shared/assets';
import { report } from '../../shared/report';
import { createPerPiece } from '../state/per-piece';
import { edit, settle, useBench } from '../state/store';

/** Wide pictures take longer: the workers' shares meet here, CSS px. */
const MEET = 1100;
/** How often the chart is drawn while it is measured, ms; first with as many widths as make a curve. */
const REDRAWN = 1200;
const A_CURVE = 5;
let asked = 0;

export interface Widths {
  /** By width. */
  points: WidthPoint[];
  done: boolean;
  failed: boolean;
}

/** What is being measured, or was last. */
const useRun = createPerPiece<Widths & { of: { piece: Piece; slide: string } | null }>(() => ({
  of: null,
  points: [],
  done: false,
  failed: false,
}));
const isRun = (piece: Piece, slide: string): boolean => {
  const { of } = useRun.getState();
  return of?.piece === piece && of.slide === slide;
};

/** The slide whose message is measured: of a slideshow it is that of the first picture. */
export const messageSlide = (piece: Piece, current: string): string =>
  isSlideshow(piece) ? piece.slides[0].id : current;

/** Begins to measure a slide of a section over all widths, unless that is done or under way. */
export function measureWidths(piece: Piece, slide: string): void {
  if (isRun(piece, slide) && !useRun.getState().failed) return;
  const question = ++asked,
    scene = { piece: { ...piece, slides: [slideOf(piece, slide)] }, slide, size: piece.sizes[0].id },
    workers = firstSolvers().slice(0, 2),
    all: WidthPoint[] = [],
    of = { piece, slide },
    isOn = (): boolean => useRun.getState().of === of;
  useRun.setState({ of, points: [], done: false, failed: false });
  // Drawing the chart holds the interface's thread, on which workers wait for canvases: it is drawn now and then.
  let gathered: WidthPoint[] = [],
    drawn = 0;
  const tell = (done = false): void => {
    const more = gathered;
    gathered = [];
    drawn = performance.now();
    useRun.setState(({ points }) => ({
      points: [...points.filter((p) => !more.some((q) => q.width === p.width)), ...more].sort(
        (p, q) => p.width - q.width,
      ),
      done,
    }));
  };
  /** The curve over a part of the widths. @returns where lines break differently; null where it was overtaken */
  const run = async (worker: Remote<ReadingApi>, from: number, to: number): Promise<number[] | null> => {
    for (;;) {
      const found = await worker.widths(question, scene, { from, to });
      if (!isOn() || !found) return null;
      gathered.push(...found.points);
      all.push(...found.points);
      if (drawn ? performance.now() - drawn > REDRAWN : gathered.length >= A_CURVE) tell();
      if (found.breaks) return found.breaks;
    }
  };
  const measured = async (): Promise<void> => {
    const [one, other] = workers,
      parts = await Promise.all(
        other ? [run(one, NARROWEST, MEET), run(other, MEET, WIDEST)] : [run(one, NARROWEST, WIDEST)],
      ),
      breaks = parts.flatMap((b) => b ?? []);
    if (parts.includes(null)) return;
    const search = weakestWanted(all, breaks);
    for (let step = search.next(); !step.done;) {
      const found = await sharedOut(workers, step.value, (worker, wanted) => worker.readWidth(question, scene, wanted));
      if (!isOn() || !found) return;
      gathered.push(...found.filter((p) => p.exact));
      step = search.next(found);
    }
    tell(true);
  };
  measured().catch((e: unknown) => {
    report(e);
    if (isOn()) useRun.setState({ failed: true });
  });
}

/** Nobody waits for the widths any more: what is under way is dropped. */
export function stopWidths(): void {
  if (!useRun.getState().done) useRun.setState({ of: null });
}

const NONE: Widths = { points: [], done: false, failed: false };
/** A slide of a section measured over all widths, and again when it changed. */
export function useWidths(piece: Piece, slide: string): Widths & { weakest: ReturnType<typeof weakestWidth> } {
  const run = useRun(),
    { points, done, failed } = isRun(piece, slide) ? run : NONE;
  useEffect(() => {
    measureWidths(piece, slide);
    return stopWidths;
  }, [piece, slide]);
  return { points, done, failed, weakest: weakestWidth(points) };
}

/**
 * One treatment for every width, as one undo step. What was changed meanwhile is left as it is.
 * @param before all widths, measured @returns what is said of it
 */
export async function solveWidths(slideId: string, before: readonly WidthPoint[]): Promise<string> {
  settle();
  const { piece } = useBench.getState(),
    slide = slideOf(piece, slideId),
    photo = backdropPhoto(slide),
    colours = photo ? await paletteOf(photo.asset).catch(() => undefined) : [];
  try {
    const question = ++asked,
      scene = (of: Piece): Shown => ({ piece: of, slide: slideId, size: of.sizes[0].id }),
      solvers = solverWorkers().map((worker): WidthSolver => ({
        survey: (of, _, size, time) => worker.surveyLayout(question, { ...scene(of), size }, time, colours),
        need: ({ piece: of, ...offer }, _, width, times) =>
          worker.needAtWidth(question, scene(of), offer, width, times),
        read: (of, _, width, quality) => worker.readWidth(question, scene(of), { width, quality }),
      })),
      found = await everyWidth(solvers, piece, slideId, before, () => nanoid(10));
    if (!found) return '';
    if (!found.way) return 'No treatment is enough at every width with this ink: another colour or place would do.';
    if (useBench.getState().piece !== piece) return 'The piece was changed meanwhile: nothing was laid on it.';
    edit('Solve every width', (p) => ({ ...p, slides: p.slides.map((s) => (s.id === slideId ? found.slide : s)) }));
    const { name, strengths } = found.way,
      [{ strength }] = strengths;
    return strengths.every((s) => s.strength === strength)
      ? `${name} ${strength} %.`
      : `${name}: ${strengths.map((s) => `${s.layout} ${s.strength} %`).join(', ')}.`;
  } catch (e) {
    report(e);
    return inWords(e).message;
  }
}
