// Joins: where two neighbouring slides meet. Swiped, they pass the eye side by side; a step of colour between their
// facing edges is seen as a seam. The definition is reading.md, "Joins".
import { oklab } from '../colour/oklab';
import { slideSeen } from '../piece/guests';
import { layersIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { lookKey } from '../values/swatches';
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
    labs = new Float64Array(n * 3),
    out = new Float64Array(n * 3),
    reach = ROWS >> 1;
  for (let y = 0; y < n; y++) labs.set(oklab(rgba[y * 4], rgba[y * 4 + 1], rgba[y * 4 + 2]), y * 3);
  for (let y = 0; y < n; y++) {
    const from = Math.max(0, y - reach),
      to = Math.min(n, y + reach + 1);
    for (let c = 0; c < 3; c++) {
      let sum = 0;
      for (let i = from; i < to; i++) sum += labs[i * 3 + c];
      out[y * 3 + c] = sum / (to - from);
    }
  }
  return out;
}

/** What nine tenths of the rows of two columns differ by at most, and the share of rows where that is noticed. */
function between(a: Uint8ClampedArray, b: Uint8ClampedArray): { step: number; share: number } {
  const p = rowsOf(a),
    q = rowsOf(b),
    n = p.length / 3;
  const distances = Float64Array.from({ length: n }, (_, y) =>
    Math.hypot(p[y * 3] - q[y * 3], p[y * 3 + 1] - q[y * 3 + 1], p[y * 3 + 2] - q[y * 3 + 2]),
  ).sort();
  return {
    step: distances[Math.min(n - 1, Math.floor(n * 0.9))] ?? 0,
    share: n ? distances.filter((d) => d > NOTICEABLE).length / n : 0,
  };
}

/** The pixels along an edge of a slide, RGBA, top to bottom: the last ones, and those right beside them. */
export interface Edge {
  outer: Uint8ClampedArray;
  inner: Uint8ClampedArray;
}

/** So much more than between the columns beside it a join may differ. */
const NATURAL = 1.3;

/**
 * How two edges meet. In a picture with much detail neighbouring columns differ anyway: where a join differs no more
 * than they do, there is none to be seen.
 */
export function joinOf(left: Edge, right: Edge): Join {
  const { step, share } = between(left.outer, right.outer),
    natural = Math.min(between(left.inner, left.outer).step, between(right.outer, right.inner).step);
  return { step, share, smooth: step <= Math.max(NOTICEABLE, natural * NATURAL) };
}

/** An edge of a slide. Its pictures and fonts must be loaded. */
export function edgeOf(painter: Painter, piece: Piece, at: number, size: Size, side: 'left' | 'right'): Edge {
  const surface = painter.studio.surface(2, size.height),
    left = side === 'left';
  painter.paint(surface, piece, slideSeen(piece, at), size, { scale: 1, x: left ? 0 : size.width - 2, y: 0 });
  const column = (x: number): Uint8ClampedArray => surface.read(x, 0, 1, size.height),
    edge = { outer: column(left ? 0 : 1), inner: column(left ? 1 : 0) };
  surface.free();
  return edge;
}

/** The join between a slide and the next. */
export const joinAfter = (painter: Painter, piece: Piece, at: number, size: Size): Join =>
  joinOf(edgeOf(painter, piece, at, size, 'right'), edgeOf(painter, piece, at + 1, size, 'left'));

/** Edges that are known from before, by what their slides look like. */
export interface KnownEdges {
  get(key: string): Edge | undefined;
  set(key: string, edge: Edge): unknown;
}

/** All that an edge depends on. */
const edgeKey = (painter: Painter, piece: Piece, slide: Slide, size: Size, side: 'left' | 'right'): string =>
  lookKey(
    [side, slide.paper, slide.at ?? 0, layersIn(piece, slide, size), size, painter.studio.fonts.generation],
    piece,
  );

/**
 * All joins of a piece, one fewer than it has slides. @param load makes a slide ready for painting
 * @param known spares painting the edges of slides that look as they did
 */
export async function joinsOf(
  painter: Painter,
  piece: Piece,
  size: Size,
  load: (slides: readonly Slide[]) => Promise<void>,
  known: KnownEdges = new Map<string, Edge>(),
): Promise<Join[]> {
  const edge = async (at: number, side: 'left' | 'right'): Promise<Edge> => {
    const slide = slideSeen(piece, at),
      before = known.get(edgeKey(painter, piece, slide, size, side));
    if (before) return before;
    await load([slide]);
    const painted = edgeOf(painter, piece, at, size, side);
    // Fonts that came only now are part of what it looks like.
    known.set(edgeKey(painter, piece, slide, size, side), painted);
    return painted;
  };
  const out: Join[] = [];
  for (let at = 0; at + 1 < piece.slides.length; at++)
    out.push(joinOf(await edge(at, 'right'), await edge(at + 1, 'left')));
  return out;
}
