// The menu at the pointer, and the layer that is being renamed.
import { create } from 'zustand';

export const useMenu = create<{ at: { x: number; y: number } | null; renaming: string | null }>(() => ({
  at: null,
  renaming: null,
}));

export const openMenu = (x: number, y: number): void => useMenu.setState({ at: { x, y } });
export const startRenaming = (id: string | null): void => useMenu.setState({ renaming: id });
export const useRenaming = (): string | null => useMenu((s) => s.renaming);
