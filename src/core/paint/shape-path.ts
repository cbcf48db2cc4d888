// Outlines of shapes in their boxes: what is filled, stroked, and used as a mask.
import { grown } from '../ground/box';
import { fittingRadii, grownRadii, traceBox } from '../ground/box-path';
import { chance } from '../ground/chance';
import { type PathSink, QUARTER } from '../ground/path';
import { apply, compose, type Transform } from '../ground/transform';
import type { Shape } from '../values/shape';
import { tracePath } from './drawing';

type Point = readonly [number, number];
type Extent = { width: number; height: number };

/** Traces a closed polygon whose corners are rounded by `radius`, as far as its sides allow. */
function traceRounded(to: PathSink, points: readonly Point[], radius: number, t: Transform): void {
  const n = points.length;
  if (radius <= 0) {
    points.forEach(([x, y], i) => (i ? to.lineTo(...apply(t, x, y)) : to.moveTo(...apply(t, x, y))));
    return to.closePath();
  }
  for (let i = 0; i < n; i++) {
    const [px, py] = points[(i + n - 1) % n],
      [x, y] = points[i],
      [nx, ny] = points[(i + 1) % n];
    const a = Math.hypot(px - x, py - y),
      b = Math.hypot(nx - x, ny - y);
    if (a < 1e-9 || b < 1e-9) continue;
    const ux = (px - x) / a,
      uy = (py - y) / a,
      vx = (nx - x) / b,
      vy = (ny - y) / b;
    const half = Math.acos(Math.max(-1, Math.min(1, ux * vx + uy * vy))) / 2;
    // How far from the corner the arc begins; never beyond the middle of a side.
    const d = Math.min(radius / Math.max(1e-6, Math.tan(half)), a / 2, b / 2),
      r = d * Math.tan(half);
    const turn = Math.PI - 2 * half,
      k = ((4 / 3) * Math.tan(turn / 4) * r) / Math.max(1e-9, d);
    const from: Point = [x + ux * d, y + uy * d],
      end: Point = [x + vx * d, y + vy * d];
    if (i === 0) to.moveTo(...apply(t, ...from));
    else to.lineTo(...apply(t, ...from));
    to.bezierCurveTo(
      ...apply(t, from[0] - ux * d * k, from[1] - uy * d * k),
      ...apply(t, end[0] - vx * d * k, end[1] - vy * d * k),
      ...apply(t, ...end),
    );
  }
  to.closePath();
}

function traceEllipse(to: PathSink, cx: number, cy: number, rx: number, ry: number, t: Transform): void {
  const at = (x: number, y: number): [number, number] => apply(t, cx + x * rx, cy + y * ry),
    q = QUARTER;
  to.moveTo(...at(1, 0));
  to.bezierCurveTo(...at(1, q), ...at(q, 1), ...at(0, 1));
  to.bezierCurveTo(...at(-q, 1), ...at(-1, q), ...at(-1, 0));
  to.bezierCurveTo(...at(-1, -q), ...at(-q, -1), ...at(0, -1));
  to.bezierCurveTo(...at(q, -1), ...at(1, -q), ...at(1, 0));
  to.closePath();
}

/** Corners of a regular polygon or star that fill the box; the first stands at the top. */
export function starPoints({ width, height }: Extent, points: number, inner: number): Point[] {
  const n = inner < 1 ? points * 2 : points;
  const raw = Array.from({ length: n }, (_, i): Point => {
    const a = (i / n) * 2 * Math.PI - Math.PI / 2,
      r = i % 2 && inner < 1 ? inner : 1;
    return [r * Math.cos(a), r * Math.sin(a)];
  });
  const xs = raw.map((p) => p[0]),
    ys = raw.map((p) => p[1]);
  const left = Math.min(...xs),
    top = Math.min(...ys),
    w = Math.max(...xs) - left,
    h = Math.max(...ys) - top;
  return raw.map(([x, y]): Point => [((x - left) / w) * width, ((y - top) / h) * height]);
}

/** Knots of a blob in the box: a ring whose radius varies by seed; it touches all sides of the box. */
export function blobKnots(
  { width, height }: Extent,
  { seed, bulges, roughness }: Pick<Shape, 'seed' | 'bulges' | 'roughness'>,
): Point[] {
  const next = chance(seed),
    start = next() * 2 * Math.PI;
  const raw = Array.from({ length: bulges }, (_, i): Point => {
    const a = start + ((i + (next() - 0.5) * 0.5 * roughness) / bulges) * 2 * Math.PI,
      r = 1 - roughness * 0.6 * next();
    return [r * Math.cos(a), r * Math.sin(a)];
  });
  const outline = smoothRing(raw).flatMap(([p0, p1, p2, p3]) =>
    Array.from({ length: 12 }, (_, i): Point => bezierAt(p0, p1, p2, p3, i / 12)),
  );
  const xs = outline.map((p) => p[0]),
    ys = outline.map((p) => p[1]);
  const left = Math.min(...xs),
    top = Math.min(...ys),
    w = Math.max(...xs) - left,
    h = Math.max(...ys) - top;
  return raw.map(([x, y]): Point => [((x - left) / w) * width, ((y - top) / h) * height]);
}

const bezierAt = (a: Point, b: Point, c: Point, d: Point, t: number): Point => {
  const u = 1 - t,
    at = (k: 0 | 1): number => u * u * u * a[k] + 3 * u * u * t * b[k] + 3 * u * t * t * c[k] + t * t * t * d[k];
  return [at(0), at(1)];
};

/** Cubic pieces of a smooth closed curve through knots (Catmull-Rom). */
function smoothRing(knots: readonly Point[]): [Point, Point, Point, Point][] {
  const n = knots.length;
  return knots.map((p, i) => {
    const before = knots[(i + n - 1) % n],
      next = knots[(i + 1) % n],
      after = knots[(i + 2) % n];
    return [
      p,
      [p[0] + (next[0] - before[0]) / 6, p[1] + (next[1] - before[1]) / 6],
      [next[0] - (after[0] - p[0]) / 6, next[1] - (after[1] - p[1]) / 6],
      next,
    ];
  });
}

/** Traces a box with round corners and a tail towards a point; without a tail where the point lies within the box. */
function traceSpeech(to: PathSink, { width: w, height: h }: Extent, shape: Shape, t: Transform): void {
  const { tail } = shape,
    tip: Point = [tail.x * w, tail.y * h];
  const [tl, tr, br, bl] = fittingRadii(w, h, shape.radius);
  // The side the tail leaves by: the one its tip lies furthest beyond.
  const beyond = { top: -tip[1] / h, right: tip[0] / w - 1, bottom: tip[1] / h - 1, left: -tip[0] / w };
  const side = (Object.keys(beyond) as (keyof typeof beyond)[]).reduce((a, b) => (beyond[b] > beyond[a] ? b : a));
  const root = Math.min(w, h) * tail.width,
    corners = [
      [0, 0],
      [w, 0],
      [w, h],
      [0, h],
    ] as const,
    radii = [tl, tr, br, bl];
  const at = (p: Point): [number, number] => apply(t, ...p);
  const sides = ['top', 'right', 'bottom', 'left'] as const;
  sides.forEach((name, i) => {
    const a = corners[i],
      b = corners[(i + 1) % 4],
      length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const ux = (b[0] - a[0]) / length,
      uy = (b[1] - a[1]) / length,
      ra = radii[i],
      rb = radii[(i + 1) % 4];
    const point = (d: number): Point => [a[0] + ux * d, a[1] + uy * d];
    if (i === 0) to.moveTo(...at(point(ra)));
    if (name === side && beyond[side] > 0.01) {
      const free = length - ra - rb,
        width = Math.min(root, free),
        want = (tip[0] - a[0]) * ux + (tip[1] - a[1]) * uy;
      const middle = Math.min(length - rb - width / 2, Math.max(ra + width / 2, want));
      to.lineTo(...at(point(middle - width / 2)));
      to.lineTo(...at(tip));
      to.lineTo(...at(point(middle + width / 2)));
    }
    to.lineTo(...at(point(length - rb)));
    const c = corners[(i + 2) % 4],
      l2 = Math.hypot(c[0] - b[0], c[1] - b[1]),
      vx = (c[0] - b[0]) / l2,
      vy = (c[1] - b[1]) / l2,
      q = 1 - QUARTER;
    if (rb > 0)
      to.bezierCurveTo(
        ...at([b[0] - ux * rb * q, b[1] - uy * rb * q]),
        ...at([b[0] + vx * rb * q, b[1] + vy * rb * q]),
        ...at([b[0] + vx * rb, b[1] + vy * rb]),
      );
  });
  to.closePath();
}

/** Does the outline enclose an area? A line does not. */
export const isClosed = (shape: Shape): boolean => shape.form !== 'line';

/**
 * Traces the outline of a shape.
 * @param box its width and height; the outline lies in (0, 0) to (width, height), tails of speech boxes beyond
 * @param t from the box's own pixels to the sink
 */
export function traceShape(to: PathSink, shape: Shape, box: Extent, t: Transform): void {
  const { width: w, height: h } = box;
  switch (shape.form) {
    case 'rectangle':
      return traceBox(to, { x: 0, y: 0, width: w, height: h }, shape.radius, t);
    case 'ellipse':
      return traceEllipse(to, w / 2, h / 2, w / 2, h / 2, t);
    case 'polygon':
      return traceRounded(to, starPoints(box, shape.points, 1), shape.radius[0], t);
    case 'star':
      return traceRounded(to, starPoints(box, shape.points, Math.min(0.999, shape.inner)), shape.radius[0], t);
    case 'line':
      to.moveTo(...apply(t, 0, h / 2));
      return to.lineTo(...apply(t, w, h / 2));
    case 'arrow': {
      const half = (h * shape.shaft) / 2,
        neck = Math.max(0, w - h * shape.head),
        m = h / 2;
      return traceRounded(
        to,
        [
          [0, m - half],
          [neck, m - half],
          [neck, 0],
          [w, m],
          [neck, h],
          [neck, m + half],
          [0, m + half],
        ],
        shape.radius[0],
        t,
      );
    }
    case 'blob': {
      const ring = smoothRing(blobKnots(box, shape));
      to.moveTo(...apply(t, ...ring[0][0]));
      for (const [, b, c, d] of ring) to.bezierCurveTo(...apply(t, ...b), ...apply(t, ...c), ...apply(t, ...d));
      return to.closePath();
    }
    case 'speech':
      return traceSpeech(to, box, shape, t);
    case 'path':
      // Nothing drawn yet is a plain rectangle.
      return shape.path
        ? tracePath(to, shape.path.d, compose(t, [w / shape.path.width, 0, 0, h / shape.path.height, 0, 0]))
        : traceBox(to, { x: 0, y: 0, width: w, height: h }, [0, 0, 0, 0], t);
  }
}

/**
 * How to trace a shape `by` pixels further out, or in where negative, for forms where that outline is exactly known.
 */
export function parallelOf(
  shape: Shape,
  box: Extent,
): ((by: number) => (to: PathSink, t: Transform) => void) | undefined {
  if (shape.form !== 'rectangle') return undefined;
  const radii = shape.radius;
  return (by) => (to, t) =>
    traceBox(to, grown({ x: 0, y: 0, width: box.width, height: box.height }, by), grownRadii(radii, by), t);
}

/** How long the end of a line is, as a multiple of the stroke's width. */
const END = 4;

/** Traces the ends of a line, to be filled in the stroke's colour. @param width of the stroke, in the box's pixels */
export function traceLineEnds(
  to: PathSink,
  shape: Shape,
  { width: w, height: h }: Extent,
  width: number,
  t: Transform,
): void {
  const end = (kind: Shape['ends']['start'], x: number, way: 1 | -1): void => {
    const m = h / 2,
      l = width * END;
    if (kind === 'arrow')
      traceRounded(
        to,
        [
          [x + way * l * 0.15, m],
          [x - way * l, m - l * 0.5],
          [x - way * l, m + l * 0.5],
        ],
        0,
        t,
      );
    if (kind === 'dot') traceEllipse(to, x, m, l * 0.4, l * 0.4, t);
    if (kind === 'bar')
      traceRounded(
        to,
        [
          [x - width / 2, m - l / 2],
          [x + width / 2, m - l / 2],
          [x + width / 2, m + l / 2],
          [x - width / 2, m + l / 2],
        ],
        0,
        t,
      );
  };
  end(shape.ends.start, 0, -1);
  end(shape.ends.end, w, 1);
}

/** How far beyond its box a shape paints, in pixels of the size, stroke included. */
export function shapeReach(
  shape: Shape,
  box: Extent,
  stroke: { width: number; place: 'inside' | 'centred' | 'outside' },
): number {
  // Mitred corners of a stroke reach further than its width.
  const edge =
    stroke.width * (shape.form === 'line' ? END : stroke.place === 'inside' ? 0 : stroke.place === 'centred' ? 2 : 4);
  const tail =
    shape.form === 'speech'
      ? Math.max(
          0,
          -shape.tail.x * box.width,
          (shape.tail.x - 1) * box.width,
          -shape.tail.y * box.height,
          (shape.tail.y - 1) * box.height,
        )
      : 0;
  return edge + tail + 1;
}
