// From nature and landscape: leaves, petals, drops, contour lines, peaks, trees, flakes.
import { path, type Path } from '../../ground/path';
import { filled, scattered, stroked, type Tiles } from '../tile';

const group = 'Nature';

/** A leaf from its stalk in a direction (degrees). */
function leaf(p: Path, x: number, y: number, length: number, degrees: number, width = 0.36): Path {
  const a = (degrees * Math.PI) / 180,
    c = Math.cos(a),
    s = Math.sin(a);
  const at = (u: number, v: number): [number, number] => [x + length * (u * c - v * s), y + length * (u * s + v * c)];
  const [tx, ty] = at(1, 0);
  return p
    .M(x, y)
    .C(...at(0.25, width), ...at(0.75, width), tx, ty)
    .C(...at(0.75, -width), ...at(0.25, -width), x, y)
    .Z();
}

function sprig(x: number, y: number, turn: number): Path {
  const p = path(),
    a = (turn * Math.PI) / 180,
    c = Math.cos(a),
    s = Math.sin(a);
  for (let i = 0; i < 4; i++)
    for (const side of [-1, 1]) leaf(p, x + c * i * 8, y + s * i * 8, 10 - i, turn + side * 52, 0.3);
  return leaf(p, x + c * 31, y + s * 31, 9, turn, 0.3);
}

/** Level lines of a sum of waves that repeats with the tile: marching squares on a grid. */
function contours(size: number, levels: readonly number[]): Path {
  const p = path(),
    n = 40,
    k = (2 * Math.PI) / size;
  const height = (x: number, y: number): number =>
    Math.sin(k * (x + 0.2 * size)) +
    Math.cos(k * (y - 0.1 * size)) +
    0.75 * Math.sin(k * (2 * x + y)) +
    0.6 * Math.cos(k * (x - 2 * y) + 1);
  const step = size / n;
  for (const level of levels)
    for (let j = 0; j < n; j++)
      for (let i = 0; i < n; i++) {
        const corners = [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1],
        ].map(([u, v]) => ({
          x: (i + u) * step,
          y: (j + v) * step,
          h: height((i + u) * step, (j + v) * step) - level,
        }));
        const cuts: [number, number][] = [];
        corners.forEach((a, e) => {
          const b = corners[(e + 1) % 4];
          if (a.h < 0 === b.h < 0) return;
          const t = a.h / (a.h - b.h);
          cuts.push([a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t]);
        });
        for (let q = 0; q + 1 < cuts.length; q += 2) p.line(...cuts[q], ...cuts[q + 1]);
      }
  return p;
}

const pine = (x: number, y: number, h: number): Path =>
  path().polygon([
    [x, y - h],
    [x + h * 0.26, y - h * 0.55],
    [x + h * 0.13, y - h * 0.55],
    [x + h * 0.36, y - h * 0.12],
    [x + h * 0.05, y - h * 0.12],
    [x + h * 0.05, y],
    [x - h * 0.05, y],
    [x - h * 0.05, y - h * 0.12],
    [x - h * 0.36, y - h * 0.12],
    [x - h * 0.13, y - h * 0.55],
    [x - h * 0.26, y - h * 0.55],
  ]);
const drop = (x: number, y: number, r: number): Path =>
  path()
    .M(x, y - 2.1 * r)
    .C(x + 0.3 * r, y - 1.2 * r, x + r, y - 0.6 * r, x + r, y)
    .C(x + r, y + 0.55 * r, x + 0.55 * r, y + r, x, y + r)
    .C(x - 0.55 * r, y + r, x - r, y + 0.55 * r, x - r, y)
    .C(x - r, y - 0.6 * r, x - 0.3 * r, y - 1.2 * r, x, y - 2.1 * r)
    .Z();

function flake(x: number, y: number, r: number): Path {
  const p = path();
  for (let i = 0; i < 6; i++) {
    const a = (i * Math.PI) / 3 + 0.2,
      c = Math.cos(a),
      s = Math.sin(a);
    p.line(x, y, x + r * c, y + r * s);
    for (const side of [-1, 1])
      p.line(
        x + 0.55 * r * c,
        y + 0.55 * r * s,
        x + 0.55 * r * c + 0.36 * r * Math.cos(a + side * 0.9),
        y + 0.55 * r * s + 0.36 * r * Math.sin(a + side * 0.9),
      );
  }
  return p;
}

export const NATURE = {
  leaves: {
    name: 'Leaves',
    group,
    width: 56,
    height: 56,
    marks: () => [
      filled(
        [
          [8, 14, 40],
          [36, 18, 150],
          [14, 42, -35],
          [44, 46, 215],
        ].reduce((p, [x, y, d]) => leaf(p, x, y, 19, d), path()),
      ),
    ],
  },
  'leaves-outlined': {
    name: 'Leaves, outlined',
    group,
    width: 60,
    height: 60,
    marks: () => [
      stroked(leaf(leaf(path(), 6, 26, 26, -30), 36, 56, 26, -30), 1.4),
      stroked(path().line(6, 26, 24, 15.6).line(36, 56, 54, 45.6), 1),
    ],
  },
  sprigs: {
    name: 'Sprigs',
    group,
    width: 96,
    height: 96,
    marks: () => [filled(sprig(14, 40, -40)), filled(sprig(64, 88, -40))],
  },
  petals: {
    name: 'Petals',
    group,
    width: 48,
    height: 48,
    marks: () => [
      filled(
        [0, 90, 180, 270].reduce((p, d) => leaf(p, 24, 24, 24, d + 45, 0.3), path()),
        0.85,
      ),
      filled(path().circle(24, 24, 2.5)),
    ],
  },
  blossom: {
    name: 'Blossom',
    group,
    width: 72,
    height: 72,
    marks: () => [
      filled(
        [0, 72, 144, 216, 288].reduce(
          (p, d) => leaf(leaf(p, 18, 18, 14, d - 90, 0.42), 54, 54, 14, d - 54, 0.42),
          path(),
        ),
      ),
    ],
  },
  drops: {
    name: 'Drops',
    group,
    width: 44,
    height: 56,
    marks: () => [filled(drop(11, 17, 5.5)), filled(drop(33, 45, 5.5))],
  },
  contours: {
    name: 'Contour lines',
    group,
    width: 200,
    height: 200,
    marks: () => [stroked(contours(200, [-1.5, -0.9, -0.3, 0.3, 0.9, 1.5]), 1.3, true)],
  },
  peaks: {
    name: 'Peaks',
    group,
    width: 60,
    height: 44,
    marks: () => [
      stroked(
        path()
          .polyline([
            [2, 20],
            [15, 4],
            [22, 13],
            [27, 7],
            [37, 20],
          ])
          .polyline([
            [32, 42],
            [45, 26],
            [52, 35],
            [57, 29],
            [67, 42],
          ]),
        1.8,
        true,
      ),
    ],
  },
  pines: {
    name: 'Pines',
    group,
    width: 60,
    height: 64,
    marks: () => [filled(pine(15, 30, 27)), filled(pine(45, 60, 22))],
  },
  flakes: {
    name: 'Flakes',
    group,
    width: 80,
    height: 80,
    marks: () => [stroked(flake(20, 20, 14), 1.4, true), stroked(flake(60, 60, 10), 1.2, true)],
  },
  rain: {
    name: 'Rain',
    group,
    width: 70,
    height: 70,
    marks: () => [
      stroked(
        scattered(3, 16, 70, 70).reduce((p, { x, y, r }) => {
          const l = 6 + r() * 8;
          return p.line(x, y, x - l * 0.3, y + l);
        }, path()),
        1.4,
        true,
      ),
    ],
  },
} satisfies Tiles;
