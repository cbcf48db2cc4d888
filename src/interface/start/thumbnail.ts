// Pictures of pieces in lists, painted by our own server.
import type { PieceInfo } from '../shared/api';

/** @param side its longer side, px */
export const thumbnailOf = (
  { id, look, sizes: [base] }: Pick<PieceInfo, 'id' | 'look' | 'sizes'>,
  side = 520,
): string =>
  `/api/pieces/${id}/render?scale=${(side / Math.max(base?.width ?? side, base?.height ?? side)).toFixed(3)}&look=${look}`;
