// Aligning and distributing boxes: how far each must move.
import type { Box } from '../ground/box';

export type Side = { axis: 'x' | 'y'; to: 'start' | 'middle' | 'end' };
type Move = { dx: number; dy: number };

const from = (b: Box, axis: 'x' | 'y'): number => b[axis];
const extent = (b: Box, axis: 'x' | 'y'): number => (axis === 'x' ? b.width : b.height);
const move = (axis: 'x' | 'y', by: number): Move => (axis === 'x' ? { dx: by, dy: 0 } : { dx: 0, dy: by });

/**
 * How far each box moves to lie at a side, or the middle, of a frame: the slide, its margins, or the box round them
 * all.
 */
export const alignTo = (boxes: readonly Box[], frame: Box, { axis, to }: Side): Move[] =>
  boxes.map((b) => {
    const room = extent(frame, axis) - extent(b, axis);
    return move(axis, from(frame, axis) + (to === 'start' ? 0 : to === 'middle' ? room / 2 : room) - from(b, axis));
  });

/**
 * How far each box moves so that the gaps between neighbours are equal; the outermost two stay. Gaps may be negative.
 */
export function spreadOut(boxes: readonly Box[], axis: 'x' | 'y'): Move[] {
  const order = boxes.map((_, i) => i).sort((a, b) => from(boxes[a], axis) - from(boxes[b], axis) || a - b);
  const first = boxes[order[0]],
    end = Math.max(...boxes.map((b) => from(b, axis) + extent(b, axis)));
  const gap =
    (end - from(first, axis) - boxes.reduce((s, b) => s + extent(b, axis), 0)) / Math.max(1, boxes.length - 1);
  return inRow(boxes, order, axis, gap);
}

/** How far each box moves so that all gaps are `gap`; the first stays. */
export const withGap = (boxes: readonly Box[], axis: 'x' | 'y', gap: number): Move[] =>
  inRow(
    boxes,
    boxes.map((_, i) => i).sort((a, b) => from(boxes[a], axis) - from(boxes[b], axis) || a - b),
    axis,
    gap,
  );

function inRow(boxes: readonly Box[], order: readonly number[], axis: 'x' | 'y', gap: number): Move[] {
  const out: Move[] = boxes.map(() => ({ dx: 0, dy: 0 }));
  let at = from(boxes[order[0]], axis);
  for (const i of order) {
    out[i] = move(axis, at - from(boxes[i], axis));
    at += extent(boxes[i], axis) + gap;
  }
  return out;
}

/** The gaps between neighbours along an axis; negative where they overlap. */
export function gapsOf(boxes: readonly Box[], axis: 'x' | 'y'): number[] {
  const sorted = [...boxes].sort((a, b) => from(a, axis) - from(b, axis));
  return sorted.slice(1).map((b, i) => from(b, axis) - from(sorted[i], axis) - extent(sorted[i], axis));
}

/** A box scaled with the frame that holds it: where it stands and how large it is, in proportion. */
export const scaledWith = (box: Box, before: Box, after: Box): Box => {
  const kx = after.width / before.width,
    ky = after.height / before.height;
  return {
    x: after.x + (box.x - before.x) * kx,
    y: after.y + (box.y - before.y) * ky,
    width: Math.max(1, box.width * kx),
    height: Math.max(1, box.height * ky),
  };
};

/** Do two boxes share any area? */
export const overlaps = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** The box between two corners. */
export const boxBetween = (a: { x: number; y: number }, b: { x: number; y: number }): Box => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  width: Math.abs(b.x - a.x),
  height: Math.abs(b.y - a.y),
});
