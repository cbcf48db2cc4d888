// Readings of every text of every slide in every size, slide by slide, away from what is worked on.
import { useEffect, useState } from 'react';
import { slideAt } from '../../../core/piece/moments';
import { slidesOf, textsIn } from '../../../core/piece/resolve';
import type { Piece } from '../../../core/piece/schema';
import { overviewOf, type OverviewRow, worstFirst } from '../../../core/reading/overview';
import { solverWorkers } from '../../../workers/clients';
import { report } from '../../shared/report';

/** Pictures of what is measured come first, ms: on two processors they would take twice as long beside it. */
const PICTURES = 150;

/** Measures slide by slide and size by size, in a worker of its own, and tells how far it is. */
export function useOverview(piece: Piece): { rows: OverviewRow[]; done: number; of: number; failed: boolean } {
  const [state, setState] = useState<{ piece: Piece; rows: OverviewRow[]; done: number; failed: boolean }>({
    piece,
    rows: [],
    done: 0,
    failed: false,
  });
  const places = slidesOf(piece).flatMap((slide) => piece.sizes.map((size) => ({ slide, size })));
  useEffect(() => {
    let on = true;
    const worker = solverWorkers()[0];
    void (async () => {
      let rows: OverviewRow[] = [];
      setState({ piece, rows, done: 0, failed: false });
      try {
        await new Promise((go) => setTimeout(go, PICTURES));
        for (const [i, { slide: seen, size }] of slidesOf(piece)
          .flatMap((s) => piece.sizes.map((z) => ({ slide: s, size: z })))
          .entries()) {
          // Of a slideshow each picture by itself.
          const slide = seen.show ? slideAt(seen, 0) : seen;
          if (!on) return;
          const found = textsIn(piece, slide, size).length
            ? await worker.overview({ piece: { ...piece, slides: [slide] }, slide: slide.id, size: size.id })
            : [];
          if (!on) return;
          rows = [...rows, ...overviewOf(piece, slide, size, found)];
          setState({ piece, rows, done: i + 1, failed: false });
        }
      } catch (e) {
        report(e);
        if (on) setState((s) => ({ ...s, failed: true }));
      }
    })();
    return () => {
      on = false;
    };
  }, [piece]);
  return { rows: worstFirst(state.rows), done: state.done, of: places.length, failed: state.failed };
}
