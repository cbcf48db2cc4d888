// Affine transforms as [a, b, c, d, e, f]: x' = a x + c y + e, y' = b x + d y + f (the order of the Canvas 2D
// standard).
import type { Box } from './box';

export type Transform = readonly [number, number, number, number, number, number];

export const apply = (t: Transform, x: number, y: number): [number, number] => [
  t[0] * x + t[2] * y + t[4],
  t[1] * x + t[3] * y + t[5],
];

/** `outer` after `inner`. */
export const compose = (o: Transform, i: Transform): Transform => [
  o[0] * i[0] + o[2] * i[1],
  o[1] * i[0] + o[3] * i[1],
  o[0] * i[2] + o[2] * i[3],
  o[1] * i[2] + o[3] * i[3],
  o[0] * i[4] + o[2] * i[5] + o[4],
  o[1] * i[4] + o[3] * i[5] + o[5],
];

/** What leaves everything where it is. */
export const STILL: Transform = [1, 0, 0, 1, 0, 0];
export const isStill = (t: Transform): boolean => t.every((v, i) => v === STILL[i]);

/** The transform that undoes `t`. @throws RangeError where `t` flattens everything onto a line */
export function invert(t: Transform): Transform {
  const d = t[0] * t[3] - t[1] * t[2];
  if (!(Math.abs(d) > 1e-12)) throw new RangeError('a transform without extent cannot be undone');
  return [t[3] / d, -t[1] / d, -t[2] / d, t[0] / d, (t[2] * t[5] - t[3] * t[4]) / d, (t[1] * t[4] - t[0] * t[5]) / d];
}

/** Rotation by degrees clockwise about a point. */
export function rotationAbout(degrees: number, x: number, y: number): Transform {
  const a = (degrees * Math.PI) / 180,
    c = Math.cos(a),
    s = Math.sin(a);
  return [c, s, -s, c, x - c * x + s * y, y - s * x - c * y];
}

/** From a box's own coordinates (origin at its top left) to the slide. */
export const boxTransform = (box: Box, rotation: number): Transform =>
  rotation === 0
    ? [1, 0, 0, 1, box.x, box.y]
    : compose(rotationAbout(rotation, box.x + box.width / 2, box.y + box.height / 2), [1, 0, 0, 1, box.x, box.y]);

/** Corners of a rotated box, clockwise from the top left. */
export const cornersOf = (box: Box, rotation: number): [number, number][] => {
  const t = boxTransform(box, rotation);
  return [apply(t, 0, 0), apply(t, box.width, 0), apply(t, box.width, box.height), apply(t, 0, box.height)];
};

/** Upright box round some points; there must be one. */
function boundsOfPoints(points: readonly (readonly [number, number])[]): Box {
  const xs = points.map((p) => p[0]),
    ys = points.map((p) => p[1]);
  const x = Math.min(...xs),
    y = Math.min(...ys);
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}
/** Upright box round a rotated one. */
export const boundsOf = (box: Box, rotation: number): Box => boundsOfPoints(cornersOf(box, rotation));
/** Upright box round what a transform makes of a box. */
export const boundsThrough = (t: Transform, { x, y, width, height }: Box): Box =>
  boundsOfPoints([apply(t, x, y), apply(t, x + width, y), apply(t, x + width, y + height), apply(t, x, y + height)]);
