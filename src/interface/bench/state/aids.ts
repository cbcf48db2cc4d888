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
  /** All slides side by side; otherwise the one that is worked on. */
  beside: boolean;
  /** Distance between slides on the stage, CSS px; none shows them as one strip. */
  gap: number;
}

/** The aids that are only switched on and off. */
export type Switched = { [K in keyof Aids]: Aids[K] extends boolean ? K : never }[keyof Aids];

export const useAids = create<Aids>()(
  persist<Aids>(
    () => ({ rulers: false, guides: true, zones: true, snap: true, grid: false, step: 20, beside: true, gap: 32 }),
    { name: 'plavo-aids' },
  ),
);
