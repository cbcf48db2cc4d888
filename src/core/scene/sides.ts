// How large the pictures of a slide are shown: drawings that are shown from pixels are drawn as large as that needs.
import { isPhoto } from '../kinds/layers';
import { layersIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';

/** Sides at which a drawing is drawn, in pixels: the first is how it is kept. */
export const DRAWN_SIDES = [1536, 2560, 4096] as const;

/**
 * Longest sides at which pictures are shown, in pixels of the surface; of one shown more than once the largest.
 * @param scale surface pixels to one pixel of the size
 */
export function shownSides(piece: Piece, slide: Slide, size: Size, scale = 1): Map<string, number> {
  const sides = new Map<string, number>();
  for (const l of layersIn(piece, slide, size).filter(isPhoto)) {
    // What fills its box may be longer than the box, and shows only its crop.
    const side =
      (Math.max(l.box.width, l.box.height) * (l.fit === 'cover' ? 1.4 : 1) * l.zoom * scale) /
      Math.max(0.05, Math.min(l.crop.width, l.crop.height));
    sides.set(l.asset, Math.max(sides.get(l.asset) ?? 0, side));
  }
  return sides;
}

/** The side at which a drawing is drawn so that it is sharp when shown so large. */
export const drawnSide = (shown: number): number =>
  DRAWN_SIDES.find((s) => s >= shown) ?? DRAWN_SIDES[DRAWN_SIDES.length - 1];
