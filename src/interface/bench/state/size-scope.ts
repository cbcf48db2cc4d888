// For which sizes controls set what may differ between them. It is asked anew in each size.
import { createPerPiece } from './per-piece';
import type { Piece } from '../../../core/piece/schema';
import { editIn, type SizeScope, usualScope } from '../../../core/piece/set-in-size';
import { type BenchState, useBench } from './store';

/** What was chosen, and in which size. */
export const useSizeScope = createPerPiece<{ size: string | null; scope: SizeScope }>(() => ({
  size: null,
  scope: 'all',
}));

/** What holds in the present size. */
export function sizeScope({ piece, sizeId }: Pick<BenchState, 'piece' | 'sizeId'> = useBench.getState()): SizeScope {
  const { size, scope } = useSizeScope.getState();
  return size === sizeId ? scope : usualScope(piece, sizeId);
}

/** An edit that is meant for the present size, or for all. */
export const inMeantSizes =
  (edit: (piece: Piece) => Piece) =>
  (piece: Piece): Piece =>
    editIn(piece, useBench.getState().sizeId, edit, sizeScope());
