// Swatches of the campaign's house style: known to every piece of it. A house swatch changed here is changed in the campaign, undo included.
import { create } from 'zustand';
import type { Swatch } from '../../core/piece/schema';
import { api } from '../shared/api';
import { useBench } from './store';

const REST = 500;

interface House {
  swatches: Swatch[];
  loaded: boolean;
}
export const useHouse = create<House>(() => ({ swatches: [], loaded: false }));

let campaign = '';
let timer: ReturnType<typeof setTimeout> | null = null;
let stored: readonly Swatch[] = [];

async function store(): Promise<void> {
  timer = null;
  const { swatches } = useHouse.getState(), to = campaign;
  try {
    await api.saveHouse(to, swatches);
    if (to === campaign) stored = swatches;
  } catch (e) {
    console.error(e);
    if (to === campaign) soon();
  }
}
function soon(): void {
  if (timer) clearTimeout(timer);
  timer = setTimeout(() => void store(), REST);
}

function put(swatches: Swatch[]): void {
  useHouse.setState({ swatches });
  if (swatches !== stored) soon();
}

/** Takes a swatch out of the house style; pieces that use it keep it as it is. */
export const leaveHouse = (id: string): void => put(useHouse.getState().swatches.filter((s) => s.id !== id));

/** What house swatches of the piece say, the campaign says too. */
function follow(swatches: readonly Swatch[]): void {
  const { swatches: known, loaded } = useHouse.getState();
  if (!loaded) return;
  const changed = swatches.filter((s) => s.house && JSON.stringify(known.find((k) => k.id === s.id)) !== JSON.stringify(s));
  if (changed.length) put([...known.map((k) => changed.find((c) => c.id === k.id) ?? k), ...changed.filter((c) => !known.some((k) => k.id === c.id))]);
}

/** Begins keeping the house style of the opened piece's campaign. @returns a function that stops it */
export function keepHouse(of: string): () => void {
  campaign = of;
  useHouse.setState({ swatches: [], loaded: false });
  api.house(of).then(
    (swatches) => {
      if (campaign !== of) return;
      stored = swatches;
      useHouse.setState({ swatches, loaded: true });
      follow(useBench.getState().piece.swatches);
    },
    (e: unknown) => console.error(e),
  );
  const stop = useBench.subscribe((now, before) => now.piece.swatches !== before.piece.swatches && follow(now.piece.swatches));
  return () => {
    stop();
    if (timer) {
      clearTimeout(timer);
      void store();
    }
  };
}
