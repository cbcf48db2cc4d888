// Keep-clear zones of a destination: which of them a box enters.
import type { Box } from '../ground/box';
import { destinationById, type KeepClear } from '../piece/destinations';
import type { Size } from '../piece/schema';

/** The zones of a size's destination, in pixels of the size. */
export const zonesOf = (
  size: Pick<Size, 'destination' | 'width' | 'height'>,
): (Box & { name: string; shape: KeepClear['shape'] })[] =>
  (destinationById(size.destination)?.keepClear ?? []).map((z) => ({
    name: z.name,
    shape: z.shape,
    x: z.x * size.width,
    y: z.y * size.height,
    width: z.width * size.width,
    height: z.height * size.height,
  }));

/** Does a box lie in a zone, if only by a part? */
export function entersZone(b: Box, z: Box & { shape: KeepClear['shape'] }): boolean {
  if (z.shape === 'rectangle')
    return b.x < z.x + z.width && b.x + b.width > z.x && b.y < z.y + z.height && b.y + b.height > z.y;
  // The box's point nearest to the ellipse's middle, in units of its radii.
  const cx = z.x + z.width / 2,
    cy = z.y + z.height / 2;
  const dx = (Math.min(Math.max(cx, b.x), b.x + b.width) - cx) / (z.width / 2),
    dy = (Math.min(Math.max(cy, b.y), b.y + b.height) - cy) / (z.height / 2);
  return dx * dx + dy * dy < 1;
}

/** Name of the first zone that a box enters, or null. */
export const zoneEntered = (box: Box, size: Pick<Size, 'destination' | 'width' | 'height'>): string | null =>
  zonesOf(size).find((z) => entersZone(box, z))?.name ?? null;
