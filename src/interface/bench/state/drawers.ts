// Room for columns: beside the stage where the window is wide, in drawers over it where it is not.
import { useMediaQuery } from '@mantine/hooks';
import { createPerPiece } from './per-piece';

export type Column = 'stack' | 'controls';

/** The drawer that is open; one at a time. */
export const useDrawers = createPerPiece<{ open: Column | null }>(() => ({ open: null }));
export const toggleDrawer = (column: Column): void =>
  useDrawers.setState(({ open }) => ({ open: open === column ? null : column }));
export const closeDrawer = (): void => useDrawers.setState({ open: null });

/** Columns that have no room of their own; the widths are those of Bench.module.css. */
export function useInDrawers(): Record<Column, boolean> {
  const noStack = useMediaQuery('(max-width: 1099px)', undefined, { getInitialValueInEffect: false }) ?? false,
    noControls = useMediaQuery('(max-width: 859px)', undefined, { getInitialValueInEffect: false }) ?? false;
  return { stack: noStack, controls: noControls };
}
