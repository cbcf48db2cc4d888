// The menu at the pointer, and the layer that is being renamed.
import { createPerPiece } from './per-piece';

interface Menu {
  at: { x: number; y: number } | null;
  from: Element | null;
  renaming: string | null;
}
export const useMenu = createPerPiece<Menu>(() => ({ at: null, from: null, renaming: null }));

/** Opens the menu where a mouse or a key asked for it: by key it stands at what has the focus. */
export function openMenu(e: { clientX: number; clientY: number; currentTarget: Element; detail?: number }): void {
  const r = e.currentTarget.getBoundingClientRect(),
    byKey = e.detail === 0 && (e.clientX < r.left || e.clientX > r.right || e.clientY < r.top || e.clientY > r.bottom);
  const at =
    byKey || (e.clientX === 0 && e.clientY === 0) ? { x: r.left + 12, y: r.bottom } : { x: e.clientX, y: e.clientY };
  useMenu.setState({ at, from: document.activeElement });
}
/** The focus goes back to where it was. */
export function closeMenu(): void {
  const { from, renaming } = useMenu.getState();
  useMenu.setState({ at: null, from: null });
  // What was chosen may want the focus itself.
  if (renaming === null && from instanceof HTMLElement && from.isConnected)
    setTimeout(() => from.focus({ preventScroll: true }), 0);
}
export const startRenaming = (id: string | null): void => useMenu.setState({ renaming: id });
export const useRenaming = (): string | null => useMenu((s) => s.renaming);
