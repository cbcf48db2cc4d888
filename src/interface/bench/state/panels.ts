// What is unfolded beside the stage, and habits of who works at it: they stay as they were left, also after a reload.
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { whenLeft } from './per-piece';

export type ReadingPart = 'strength' | 'ways' | 'spots' | 'colours';

interface Panels {
  /** What of the reading is unfolded; null is none. */
  reading: ReadingPart | null;
  /** Unfolded parts of the controls, by kind of layer. */
  parts: Record<string, string[]>;
  /** Keys that type a letter or sign may be shortcuts. */
  singleKeys: boolean;
  /** The best way is solved in rest, before it is asked for. */
  workAhead: boolean;
}

/** Parts that draw on the stage: a task one is at, not a habit. They are folded when a piece is opened. */
const TASKS = new Set(['room', 'cut', 'letters']);

const habits = (s: Panels): Panels => ({
  ...s,
  parts: Object.fromEntries(Object.entries(s.parts).map(([kind, open]) => [kind, open.filter((p) => !TASKS.has(p))])),
});

export const usePanels = create<Panels>()(
  persist((): Panels => ({ reading: null, parts: {}, singleKeys: true, workAhead: true }), {
    name: 'plavo-panels',
    version: 1,
    partialize: habits,
  }),
);
whenLeft(() => usePanels.setState(habits));

const NONE: string[] = [];
export const usePartsOf = (kind: string): string[] => usePanels((s) => s.parts[kind] ?? NONE);
export const setPartsOf = (kind: string, open: string[]): unknown =>
  usePanels.setState((s) => ({ parts: { ...s.parts, [kind]: open } }));
/** Unfolds a part of a kind of layer. */
export const openPart = (kind: string, part: string): void => {
  const open = usePanels.getState().parts[kind] ?? NONE;
  if (!open.includes(part)) setPartsOf(kind, [...open, part]);
};
