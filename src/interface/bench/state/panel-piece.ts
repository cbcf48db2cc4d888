// The document as the panels beside the stage show it: live, except while something is dragged on the stage, or typed
// there. Then the picture, the handles and the reading move at once, and the panels follow when the pointer or the keys
// rest, so that a frame stays short.
import { startTransition, useEffect, useState } from 'react';
import type { Piece } from '../../../core/piece/schema';
import { afterFrame } from '../../shared/after-frame';
import { whenRested } from '../../shared/when-rested';
import { type BenchState, stepUnderWay, useBench } from './store';

/** How long pointer and keys must rest, ms. */
const REST = 140;
/** What a step of typing is called. */
export const TYPE = 'Type';

const isTyping = ({ editing }: BenchState): boolean => editing !== null && stepUnderWay() === TYPE;

/** So many layers that come or are selected at once are shown beside the stage a moment later. */
export const MANY = 8;
/** So many of those come with each frame then: sixty rows are more than one can lay out. */
export const PORTION = 20;
/**
 * As much of a piece as is shown next where many layers come to its slides: of those that are not shown yet the topmost
 * ones. Itself where few are left.
 */
export function portionOf(piece: Piece, shown: Piece): Piece {
  let left = false;
  const slides = piece.slides.map((slide) => {
    const before = shown.slides.find((s) => s.id === slide.id);
    if (!before || before === slide) return slide;
    const had = new Set(before.layers.map((l) => l.id)),
      fresh = slide.layers.filter((l) => !had.has(l.id)).map((l) => l.id);
    if (fresh.length <= PORTION + MANY) return slide;
    left = true;
    const later = new Set(fresh.slice(0, -PORTION));
    return { ...slide, layers: slide.layers.filter((l) => !later.has(l.id)) };
  });
  return left ? { ...piece, slides } : piece;
}
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

/** @param patient where many layers come at once, they are shown in portions, so that a frame stays short */
export function usePanelPiece(patient = false): Piece {
  const [piece, setPiece] = useState(() => useBench.getState().piece);
  useEffect(() => {
    let taken = useBench.getState().piece,
      callOff = (): void => {};
    const take = (): void => {
      callOff();
      const { piece: now } = useBench.getState(),
        slowly = patient && manyCame(now, taken),
        next = slowly ? portionOf(now, taken) : now;
      taken = next;
      if (slowly) startTransition(() => setPiece(next));
      else setPiece(next);
      if (next !== now) callOff = afterFrame(take);
    };
    take();
    const unfollow = follow(take);
    return () => {
      unfollow();
      callOff();
    };
  }, [patient]);
  return piece;
}
