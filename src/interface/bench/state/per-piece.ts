// What belongs to the piece that is open, beside its document: what one is at with it, and what is waited for. It is
// let go when the piece is left; the page may live on and open another one.
import { create, type StoreApi, type UseBoundStore } from 'zustand';

const atLeaving: (() => void)[] = [];
/** Does something whenever a piece is left. */
export const whenLeft = (act: () => void): void => void atLeaving.push(act);

/** A store that is as at its beginning again once the piece is left. */
export function createPerPiece<T extends object>(begin: () => T): UseBoundStore<StoreApi<T>> {
  const use = create<T>(begin);
  whenLeft(() => use.setState(use.getInitialState(), true));
  return use;
}

let left = 0;
/** The piece is left: nothing that was begun with it goes on. */
export function leavePiece(): void {
  left++;
  for (const act of atLeaving) act();
}

/**
 * What is waited for on behalf of the open piece: where that is left meanwhile, no answer ever comes, so that nothing
 * reaches another one.
 */
export async function whileOpen<T>(answer: Promise<T>): Promise<T> {
  const mine = left;
  try {
    return await answer;
  } finally {
    if (mine !== left) await new Promise<never>(() => {});
  }
}
