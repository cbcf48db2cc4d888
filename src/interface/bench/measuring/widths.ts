// Readings of a section over all widths of the page, shared out among the workers that solve.
import { useEffect, useState } from 'react';
import { NARROWEST, WIDEST } from '../../../core/arrange/section';
import type { Piece } from '../../../core/piece/schema';
import { slideOf } from '../../../core/piece/resolve';
import { type WidthPoint, weakestWidth } from '../../../core/reading/over-widths';
import { solverWorkers } from '../../../workers/clients';

/** Wide pictures take longer: the workers' shares meet here, CSS px. */
const MEET = 1100;
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
    const run = async (worker: typeof one, from: number, to: number): Promise<void> => {
      left++;
      for (;;) {
        const found = await worker.widths(question, scene, { from, to });
        if (!on || !found) return;
        if (found.done) left--;
        setState((was) => {
          const s = mine(was);
          return {
            ...s,
            points: [...s.points.filter((p) => !found.points.some((q) => q.width === p.width)), ...found.points].sort(
              (a, b) => a.width - b.width,
            ),
            done: left === 0,
          };
        });
        if (found.done) return;
      }
    };
    const parts = other ? [run(one, NARROWEST, MEET), run(other, MEET, WIDEST)] : [run(one, NARROWEST, WIDEST)];
    Promise.all(parts).catch((e: unknown) => {
      console.error(e);
      if (on) setState((s) => ({ ...mine(s), failed: true }));
    });
    return () => {
      on = false;
    };
  }, [piece, slide]);
  const { points, done, failed } = state;
  return { points, done, failed, weakest: weakestWidth(state.points) };
}
