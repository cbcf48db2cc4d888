// A whole slide as pixels: what is handed over, and what is compared. Slides that share layers show them as if they
// were painted in one piece: what hangs over an edge is painted there, too, and cut off afterwards, since outlines that
// the surface itself cuts come out a little otherwise.
import { grown } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from './painter';
import { reachOf } from './reach';

/** No more is painted beyond an edge than this many widths of the slide. */
const MOST = 2;

/** How far carried layers hang over the left and the right edge of a slide, in widths of it. */
function overhang(painter: Painter, piece: Piece, slide: Slide, size: Size): { left: number; right: number } {
  const reach = painter
    .sceneOf(piece, slide, size)
    .layers.filter((l) => l.visible && (l.guest || l.carry))
    // Outlines with curves may swing a little beyond their box.
    .map((l) => grown(reachOf(painter, l), Math.max(8, l.box.width / 20)));
  return {
    left: Math.min(MOST, Math.max(0, ...reach.map((b) => -b.x / size.width))),
    right: Math.min(MOST, Math.max(0, ...reach.map((b) => (b.x + b.width) / size.width - 1))),
  };
}

/** Paints a slide at a scale. What it is made of must be loaded. @param transparent leaves the paper out */
export function pixelsOf(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  scale: number,
  transparent = false,
): Pixels {
  const width = Math.max(1, Math.round(size.width * scale)),
    height = Math.max(1, Math.round(size.height * scale)),
    over = overhang(painter, piece, slide, size),
    left = Math.ceil(over.left * width),
    surface = painter.studio.surface(left + width + Math.ceil(over.right * width), height);
  painter.paint(surface, piece, slide, size, { scale, x: -left, y: 0 }, { transparent });
  const data = surface.read(left, 0, width, height);
  surface.free();
  return { width, height, data };
}
