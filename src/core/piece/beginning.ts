// Where a piece begins that is made from a finished picture.
import type { Extent } from '../kinds/common';
import { DESTINATIONS } from './destinations';
import type { Beginning } from './make';

/** How far the shape of a picture may be from that of a destination to have been made for it. */
const ALIKE = 0.015;
/** Sides a size may have, pixels. */
const LEAST = 16,
  MOST = 8192;

/**
 * The destination that a finished picture was made for, by its size, or else by its shape; its own size where there is
 * none.
 */
export function beginningFor({ width, height }: Extent): Beginning {
  const exact = DESTINATIONS.find((d) => d.width === width && d.height === height),
    shape = DESTINATIONS.find((d) => Math.abs((d.width / d.height) * (height / width) - 1) <= ALIKE),
    found = exact ?? shape;
  // A section has a narrow size beside it, which nobody has made here.
  if (found?.companion) return { width, height, shownWidth: found.shownWidth };
  if (found) return { destination: found.id };
  const k = Math.min(1, MOST / Math.max(width, height)),
    side = (v: number): number => Math.max(LEAST, Math.round(v * k));
  return { width: side(width), height: side(height) };
}
