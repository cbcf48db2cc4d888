// The document as the panels beside the stage show it: live, except while something is dragged on the stage, or typed
// there. Then the picture, the handles and the reading move at once, and the panels follow when the pointer or the keys
// rest, so that a frame stays short.
import { startTransition, useEffect, useState } from 'react';
import type { Piece } from '../../../core/piece/schema';
import { whenRested } from '../../shared/when-rested';
import { type BenchState, stepUnderWay, useBench } from './store';

/** How long pointer and keys must rest, ms. */
const REST = 140;
/** What a step of typing is called. */
export const TYPE = 'Type';

const isTyping = ({ editing }: BenchState): boolean => editing !== null && stepUnderWay() === TYPE;

/** So many layers that come or are selected at once are shown beside the stage a moment later. */
export const MANY = 8;
const layersOf = ({ slides }: Piece): number => slides.reduce((sum, s) => sum + s.layers.length, 0);
/** Did many layers come to slides that were there? */
const manyCame = (now: Piece, before: Piece): boolean =>
  now.slides.length === before.slides.length && layersOf(now) - layersOf(before) > MANY;

/** What is shown beside the stage takes the piece at these moments, all at once. */
const takers = new Set<() => void>();
let stop = (): void => {};
const rested = whenRested(() => takers.forEach((take) => take()));

function follow(take: () => void): () => void {
  takers.add(take);
  if (takers.size === 1)
    stop = useBench.subscribe((now, before) => {
      if (now.piece === before.piece && now.dragging === before.dragging && now.editing === before.editing) return;
      if (now.dragging === 'stage' || isTyping(now)) return rested.after(REST);
      rested.stop();
      takers.forEach((one) => one());
    });
  return () => {
    takers.delete(take);
    if (takers.size) return;
    stop();
    rested.stop();
  };
}

/** @param patient where many layers come at once, they are shown a moment later, so that a frame stays short */
export function usePanelPiece(patient = false): Piece {
  const [piece, setPiece] = useState(() => useBench.getState().piece);
  useEffect(() => {
    let taken = useBench.getState().piece;
    const take = (): void => {
      const { piece: now } = useBench.getState(),
        slowly = patient && manyCame(now, taken);
      taken = now;
      if (slowly) startTransition(() => setPiece(now));
      else setPiece(now);
    };
    take();
    return follow(take);
  }, [patient]);
  return piece;
}
