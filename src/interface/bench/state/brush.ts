// The brush with which strokes keep or remove parts of a photo.
import { createPerPiece } from './per-piece';

interface Brush {
  /** The photo that is painted on. */
  layer: string | null;
  /** The photo round whose subject a box is drawn. */
  boxing: string | null;
  keep: boolean;
  /** Diameter as a share of the photo's longer side. */
  size: number;
  busy: boolean;
}
export const useBrush = createPerPiece<Brush>(() => ({
  layer: null,
  boxing: null,
  keep: false,
  size: 0.04,
  busy: false,
}));
