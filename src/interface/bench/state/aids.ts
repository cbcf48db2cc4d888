// What helps while arranging: rulers, guides, grid, keep-clear zones, snapping. Kept in this browser; it belongs to the
// person, not the piece.
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export interface Aids {
  rulers: boolean;
  guides: boolean;
  zones: boolean;
  snap: boolean;
  grid: boolean;
  /** Distance of grid lines, pixels of the size. */
  step: number;
}

export const useAids = create<Aids>()(
  persist<Aids>(() => ({ rulers: false, guides: true, zones: true, snap: true, grid: false, step: 20 }), {
    name: 'plavo-aids',
  }),
);
