// The document as the panels beside the stage show it: live, except while something is dragged on the stage, or typed
// there. Then the picture, the handles and the reading move at once, and the panels follow when the pointer or the keys
// rest, so that a frame stays short.
import { useEffect, useState } from 'react';
import type { Piece } from '../../../core/piece/schema';
import { type BenchState, stepUnderWay, useBench } from './store';

/** How long pointer and keys must rest, ms. */
const REST = 140;
/** What a step of typing is called. */
export const TYPE = 'Type';

const isTyping = ({ editing }: BenchState): boolean => editing !== null && stepUnderWay() === TYPE;

export function usePanelPiece(): Piece {
  const [piece, setPiece] = useState(() => useBench.getState().piece);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | null = null;
    const take = (): void => setPiece(useBench.getState().piece);
    take();
    const stop = useBench.subscribe((now, before) => {
      if (now.piece === before.piece && now.dragging === before.dragging && now.editing === before.editing) return;
      if (timer) clearTimeout(timer);
      if (now.dragging === 'stage' || isTyping(now)) timer = setTimeout(take, REST);
      else take();
    });
    return () => {
      stop();
      if (timer) clearTimeout(timer);
    };
  }, []);
  return piece;
}
