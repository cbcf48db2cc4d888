// Snapping of a moving box: to the slide's edges, middle and margins, to guides, zones and the grid, to other layers'
// edges, middles and baselines, and to equal gaps between neighbours. And the distances that are written beside it.
import type { Box } from '../ground/box';
import type { Guide } from '../piece/schema';

export interface SnapLines {
  /** x positions. */
  vertical: number[];
  /** y positions. */
  horizontal: number[];
  /** y positions of baselines: only baselines snap to them. */
  baselines: number[];
  /** Boxes whose gaps count. */
  others: readonly Box[];
  /** Distance of grid lines, or null. */
  grid: number | null;
}

/** A distance shown while dragging: from `from` to `to` along the axis, drawn at `at` across it. */
export interface Distance {
  axis: 'x' | 'y';
  from: number;
  to: number;
  at: number;
  /** One of several equal gaps. */
  equal: boolean;
}

export interface Snapped {
  dx: number;
  dy: number;
  /** Lines that hold the box, for drawing. */
  vertical: number[];
  horizontal: number[];
  /** Equal gaps that hold it. */
  gaps: Distance[];
}

export interface SnapExtras {
  guides?: readonly Guide[];
  zones?: readonly Box[];
  baselines?: readonly number[];
  grid?: number | null;
}

/** Lines a layer snaps to on a slide. @param margin distance kept from all edges */
export function snapLines(
  slide: { width: number; height: number },
  margin: number,
  others: readonly Box[],
  { guides = [], zones = [], baselines = [], grid = null }: SnapExtras = {},
): SnapLines {
  const lines: SnapLines = {
    vertical: [
      0,
      margin,
      slide.width / 2,
      slide.width - margin,
      slide.width,
      ...guides.filter((g) => g.axis === 'x').map((g) => g.at),
    ],
    horizontal: [
      0,
      margin,
      slide.height / 2,
      slide.height - margin,
      slide.height,
      ...guides.filter((g) => g.axis === 'y').map((g) => g.at),
    ],
    baselines: [...baselines],
    others,
    grid,
  };
  for (const b of others) {
    lines.vertical.push(b.x, b.x + b.width / 2, b.x + b.width);
    lines.horizontal.push(b.y, b.y + b.height / 2, b.y + b.height);
  }
  for (const z of zones) {
    lines.vertical.push(z.x, z.x + z.width);
    lines.horizontal.push(z.y, z.y + z.height);
  }
  return lines;
}

function nearest(candidates: readonly number[], lines: readonly number[], reach: number): { by: number; at: number[] } {
  let by = Infinity;
  for (const c of candidates) for (const l of lines) if (Math.abs(l - c) < Math.abs(by)) by = l - c;
  if (Math.abs(by) > reach) return { by: Infinity, at: [] };
  const at = lines.filter((l) => candidates.some((c) => Math.abs(l - c - by) < 0.01));
  return { by, at: [...new Set(at)] };
}

const lowOf = (b: Box, axis: 'x' | 'y'): number => b[axis];
const highOf = (b: Box, axis: 'x' | 'y'): number => b[axis] + (axis === 'x' ? b.width : b.height);
const cross = (axis: 'x' | 'y'): 'x' | 'y' => (axis === 'x' ? 'y' : 'x');
/** Do two boxes lie side by side along the axis, so that a gap between them can be seen? */
const beside = (a: Box, b: Box, axis: 'x' | 'y'): boolean =>
  lowOf(a, cross(axis)) < highOf(b, cross(axis)) && lowOf(b, cross(axis)) < highOf(a, cross(axis));
const middleOf = (a: Box, b: Box, axis: 'x' | 'y'): number =>
  (Math.max(lowOf(a, cross(axis)), lowOf(b, cross(axis))) + Math.min(highOf(a, cross(axis)), highOf(b, cross(axis)))) /
  2;

/**
 * The nearest place within reach where the box has the same gap to a neighbour as that has to the next, or lies midway
 * between two.
 */
function equalGap(box: Box, others: readonly Box[], axis: 'x' | 'y', reach: number): { by: number; gaps: Distance[] } {
  const near = others.filter((o) => beside(o, box, axis)).sort((a, b) => lowOf(a, axis) - lowOf(b, axis));
  const size = highOf(box, axis) - lowOf(box, axis);
  let best: { by: number; gaps: Distance[] } = { by: Infinity, gaps: [] };
  const offer = (start: number, gaps: (moved: Box) => Distance[]): void => {
    const by = start - lowOf(box, axis);
    if (Math.abs(by) <= reach && Math.abs(by) < Math.abs(best.by)) best = { by, gaps: gaps({ ...box, [axis]: start }) };
  };
  const between = (a: Box, b: Box): Distance => ({
    axis,
    from: highOf(a, axis),
    to: lowOf(b, axis),
    at: middleOf(a, b, axis),
    equal: true,
  });
  for (const a of near)
    for (const b of near) {
      const gap = lowOf(b, axis) - highOf(a, axis);
      if (a === b || gap <= 0.5) continue;
      offer(highOf(b, axis) + gap, (m) => [between(a, b), between(b, m)]);
      offer(lowOf(a, axis) - gap - size, (m) => [between(m, a), between(a, b)]);
      if (gap >= size) offer(highOf(a, axis) + (gap - size) / 2, (m) => [between(a, m), between(m, b)]);
    }
  return best;
}

/**
 * How far a box must still move to be held by something within `reach`.
 * @param parts which of the box's lines may snap; all where left out
 * @param ownBaselines y positions of the moving text's baselines
 */
export function snapBox(
  box: Box,
  lines: SnapLines,
  reach: number,
  parts: { x?: ('start' | 'middle' | 'end')[]; y?: ('start' | 'middle' | 'end')[] } = {},
  ownBaselines: readonly number[] = [],
): Snapped {
  const of = (
    start: number,
    extent: number,
    which = ['start', 'middle', 'end'] as ('start' | 'middle' | 'end')[],
  ): number[] => which.map((w) => start + (w === 'start' ? 0 : w === 'middle' ? extent / 2 : extent));
  const xs = of(box.x, box.width, parts.x),
    ys = of(box.y, box.height, parts.y);
  const v = nearest(xs, lines.vertical, reach),
    h = nearest(ys, lines.horizontal, reach),
    b = nearest(ownBaselines, lines.baselines, reach);
  const whole = !parts.x && !parts.y;
  const gx = whole ? equalGap(box, lines.others, 'x', reach) : { by: Infinity, gaps: [] },
    gy = whole ? equalGap(box, lines.others, 'y', reach) : { by: Infinity, gaps: [] };
  const gridded = (at: number): number => (lines.grid ? Math.round(at / lines.grid) * lines.grid - at : Infinity);
  const grid = (c: readonly number[]): number => (lines.grid && c.length ? gridded(c[0]) : Infinity);
  const least = (...all: number[]): number => all.reduce((m, d) => (Math.abs(d) < Math.abs(m) ? d : m), Infinity);
  const inReach = (d: number): number => (Math.abs(d) <= reach ? d : Infinity);
  const bx = least(v.by, gx.by, inReach(grid(xs))),
    by = least(h.by, b.by, gy.by, inReach(grid(ys)));
  return {
    dx: bx === Infinity ? 0 : bx,
    dy: by === Infinity ? 0 : by,
    vertical: bx === v.by ? v.at : [],
    horizontal: [...(by === h.by ? h.at : []), ...(by === b.by ? b.at : [])],
    gaps: [...(bx === gx.by ? gx.gaps : []), ...(by === gy.by ? gy.gaps : [])],
  };
}

/** Distances from a box to its nearest neighbours on each side, or to the slide's edge where there is none. */
export function distancesOf(box: Box, others: readonly Box[], slide: { width: number; height: number }): Distance[] {
  return (['x', 'y'] as const).flatMap((axis) => {
    const near = others.filter((o) => beside(o, box, axis)),
      end = axis === 'x' ? slide.width : slide.height;
    const middle = (lowOf(box, cross(axis)) + highOf(box, cross(axis))) / 2;
    const before = near
      .filter((o) => highOf(o, axis) <= lowOf(box, axis) + 0.01)
      .sort((a, b) => highOf(b, axis) - highOf(a, axis))[0];
    const after = near
      .filter((o) => lowOf(o, axis) >= highOf(box, axis) - 0.01)
      .sort((a, b) => lowOf(a, axis) - lowOf(b, axis))[0];
    return [
      {
        axis,
        from: before ? highOf(before, axis) : 0,
        to: lowOf(box, axis),
        at: before ? middleOf(before, box, axis) : middle,
        equal: false,
      },
      {
        axis,
        from: highOf(box, axis),
        to: after ? lowOf(after, axis) : end,
        at: after ? middleOf(after, box, axis) : middle,
        equal: false,
      },
    ].filter((d) => d.to - d.from > 0.5);
  });
}
