// The brush with which strokes keep or remove parts of a photo.
import { create } from 'zustand';

interface Brush {
  /** The photo that is painted on. */
  layer: string | null;
  keep: boolean;
  /** Diameter as a share of the photo's longer side. */
  size: number;
  busy: boolean;
}
export const useBrush = create<Brush>(() => ({ layer: null, keep: false, size: 0.04, busy: false }));
