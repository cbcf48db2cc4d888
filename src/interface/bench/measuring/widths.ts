// Readings of a section over all widths of the page, shared out among the workers that solve.
import { nanoid } from 'nanoid';
import { useEffect, useState } from 'react';
import { NARROWEST, WIDEST } from '../../../core/piece/limits';
import type { Piece } from '../../../core/piece/schema';
import { backdropPhoto, slideOf } from '../../../core/piece/resolve';
import { type WidthPoint, weakestWidth } from '../../../core/reading/over-widths';
import { everyWidth, type WidthSolver } from '../../../core/remedy/every-width';
import type { Shown } from '../../../workers/stage';
import { solverWorkers } from '../../../workers/clients';
import { inWords } from '../../shared/api';
import { paletteOf } from '../../shared/assets';
import { report } from '../../shared/report';
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
  weakest: ReturnType<typeof weakestWidth>;
}

/** Measures a slide of a section over all widths, and again when it changed. */
export function useWidths(piece: Piece, slide: string): Widths {
  const begun = { piece, slide, points: [] as WidthPoint[], done: false, failed: false },
    [known, setState] = useState(begun),
    // What was found for another piece does not count.
    state = known.piece === piece && known.slide === slide ? known : begun;
  useEffect(() => {
    const question = ++asked,
      scene = { piece: { ...piece, slides: [slideOf(piece, slide)] }, slide, size: piece.sizes[0].id },
      [one, other] = solverWorkers();
    let on = true,
      left = 0;
    const mine = (s: typeof begun): typeof begun =>
      s.piece === piece && s.slide === slide ? s : { piece, slide, points: [], done: false, failed: false };
    // Drawing the chart holds the interface's thread, on which workers wait for canvases: it is drawn now and then.
    let gathered: WidthPoint[] = [],
      drawn = 0;
    const tell = (): void => {
      const more = gathered;
      gathered = [];
      drawn = performance.now();
      setState((was) => {
        const s = mine(was),
          kept = s.points.filter((p) => !more.some((q) => q.width === p.width));
        return { ...s, points: [...kept, ...more].sort((p, q) => p.width - q.width), done: left === 0 };
      });
    };
    const run = async (worker: typeof one, from: number, to: number): Promise<void> => {
      left++;
      for (;;) {
        const found = await worker.widths(question, scene, { from, to });
        if (!on || !found) return;
        gathered.push(...found.points);
        if (found.done) left--;
        if (left === 0 || (drawn ? performance.now() - drawn > REDRAWN : gathered.length >= A_CURVE)) tell();
        if (found.done) return;
      }
    };
    const parts = other ? [run(one, NARROWEST, MEET), run(other, MEET, WIDEST)] : [run(one, NARROWEST, WIDEST)];
    Promise.all(parts).catch((e: unknown) => {
      report(e);
      if (on) setState((s) => ({ ...mine(s), failed: true }));
    });
    return () => {
      on = false;
    };
  }, [piece, slide]);
  const { points, done, failed } = state;
  return { points, done, failed, weakest: weakestWidth(state.points) };
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
        read: (of, _, width, quality) => worker.readWidth(question, scene(of), width, quality),
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
