// Joins: where two neighbouring slides meet. Swiped, they pass the eye side by side; a step of colour between their
// facing edges is seen as a seam. The definition is reading.md, "Joins".
import { oklab } from '../colour/oklab';
import { slideSeen } from '../piece/guests';
import type { Piece, Size } from '../piece/schema';
import type { Painter } from '../scene/painter';

/** About one just noticeable difference in OKLab. */
export const NOTICEABLE = 0.02;
/** Rows that are taken together: grain and single pixels make no seam. */
const ROWS = 3;

export interface Join {
  /** OKLab distance of the facing edges: nine tenths of the rows differ by less. */
  step: number;
  /** Share of the rows that differ by more than is noticed, 0..1. */
  share: number;
  smooth: boolean;
}

/** [L, a, b] of each row of an edge, averaged with the rows above and below. @param rgba one pixel a row */
function rowsOf(rgba: Uint8ClampedArray): Float64Array {
  const n = rgba.length / 4,
    labs = Array.from({ length: n }, (_, y) => oklab(rgba[y * 4], rgba[y * 4 + 1], rgba[y * 4 + 2])),
    out = new Float64Array(n * 3),
    reach = ROWS >> 1;
  for (let y = 0; y < n; y++) {
    const near = labs.slice(Math.max(0, y - reach), y + reach + 1);
    for (let c = 0; c < 3; c++) out[y * 3 + c] = near.reduce((sum, lab) => sum + lab[c], 0) / near.length;
  }
  return out;
}

/**
 * How two edges meet. @param left the last pixels of the left slide's rows, RGBA @param right the first ones of the
 * right slide's, as many
 */
export function joinOf(left: Uint8ClampedArray, right: Uint8ClampedArray): Join {
  const a = rowsOf(left),
    b = rowsOf(right),
    n = a.length / 3;
  const distances = Float64Array.from({ length: n }, (_, y) =>
    Math.hypot(a[y * 3] - b[y * 3], a[y * 3 + 1] - b[y * 3 + 1], a[y * 3 + 2] - b[y * 3 + 2]),
  ).sort();
  const step = distances[Math.min(n - 1, Math.floor(n * 0.9))] ?? 0,
    share = n ? distances.filter((d) => d > NOTICEABLE).length / n : 0;
  return { step, share, smooth: step <= NOTICEABLE };
}

/** The pixels along the left or right edge of a slide, RGBA, top to bottom. Its pictures and fonts must be loaded. */
export function edgeOf(
  painter: Painter,
  piece: Piece,
  at: number,
  size: Size,
  side: 'left' | 'right',
): Uint8ClampedArray {
  const surface = painter.studio.surface(1, size.height);
  painter.paint(surface, piece, slideSeen(piece, at), size, {
    scale: 1,
    x: side === 'left' ? 0 : size.width - 1,
    y: 0,
  });
  const edge = surface.read(0, 0, 1, size.height);
  surface.free();
  return edge;
}

/** The join between a slide and the next. */
export const joinAfter = (painter: Painter, piece: Piece, at: number, size: Size): Join =>
  joinOf(edgeOf(painter, piece, at, size, 'right'), edgeOf(painter, piece, at + 1, size, 'left'));

/** All joins of a piece, one fewer than it has slides. */
export const joinsOf = (painter: Painter, piece: Piece, size: Size): Join[] =>
  piece.slides.slice(1).map((_, at) => joinAfter(painter, piece, at, size));
