// Rendered scenes with a subject whose mask is known to the pixel: what cutting out is held against.
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { picture } from './pixels';

export interface CutScene {
  name: string;
  photo: Pixels;
  /** 1 where the subject is. */
  truth: Uint8Array;
  /** Round the subject, with a little air, in fractions: as a hand draws it. */
  box: Box;
}

type Rgb = [number, number, number];
const W = 320;
const H = 240;

/** The same noise each time, 0..1, smooth over so many pixels. */
function noise(x: number, y: number, size: number, seed = 0): number {
  const at = (i: number, j: number): number => {
    let h = Math.imul(i + 101 * seed, 374761393) ^ Math.imul(j + 17 * seed, 668265263);
    h = Math.imul(h ^ (h >>> 13), 1274126177);
    return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
  };
  const X = x / size,
    Y = y / size,
    i = Math.floor(X),
    j = Math.floor(Y),
    u = X - i,
    v = Y - j,
    s = u * u * (3 - 2 * u),
    t = v * v * (3 - 2 * v);
  return (at(i, j) * (1 - s) + at(i + 1, j) * s) * (1 - t) + (at(i, j + 1) * (1 - s) + at(i + 1, j + 1) * s) * t;
}
const grain = (x: number, y: number, seed: number): number => (noise(x, y, 1, seed) - 0.5) * 10;
const mixed = (a: Rgb, b: Rgb, t: number): Rgb => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];
const lit = (c: Rgb, k: number): Rgb => [c[0] * k, c[1] * k, c[2] * k];

/** @param inside is a point of the picture within the subject? @param own @param behind colours at a point */
function sceneOf(
  name: string,
  inside: (x: number, y: number) => boolean,
  own: (x: number, y: number) => Rgb,
  behind: (x: number, y: number) => Rgb,
): CutScene {
  const truth = new Uint8Array(W * H),
    seed = name.length;
  let x0 = W,
    y0 = H,
    x1 = 0,
    y1 = 0;
  for (let y = 0, i = 0; y < H; y++)
    for (let x = 0; x < W; x++, i++) {
      if (!inside(x + 0.5, y + 0.5)) continue;
      truth[i] = 1;
      x0 = Math.min(x0, x);
      x1 = Math.max(x1, x + 1);
      y0 = Math.min(y0, y);
      y1 = Math.max(y1, y + 1);
    }
  const photo = picture(W, H, (x, y) => {
    // Four samples a pixel: its edge is as soft as a lens leaves it.
    let share = 0;
    for (const [u, v] of [
      [0.25, 0.25],
      [0.75, 0.25],
      [0.25, 0.75],
      [0.75, 0.75],
    ])
      if (inside(x + u, y + v)) share += 0.25;
    const c = mixed(behind(x, y), own(x, y), share),
      g = grain(x, y, seed);
    return c.map((v) => Math.max(0, Math.min(255, v + g))) as Rgb;
  });
  const air = 0.03;
  return {
    name,
    photo,
    truth,
    box: { x: x0 / W - air, y: y0 / H - air, width: (x1 - x0) / W + 2 * air, height: (y1 - y0) / H + 2 * air },
  };
}

const disc = (cx: number, cy: number, r: number) => (x: number, y: number) => Math.hypot(x - cx, y - cy) < r;
const oval = (cx: number, cy: number, rx: number, ry: number) => (x: number, y: number) =>
  ((x - cx) / rx) ** 2 + ((y - cy) / ry) ** 2 < 1;
/** Light from the upper left on something round. */
const round =
  (c: Rgb, cx: number, cy: number, r: number) =>
  (x: number, y: number): Rgb =>
    lit(c, 1.05 - 0.35 * Math.max(0, Math.min(1.4, ((x - cx) / r + (y - cy) / r) * 0.5 + 0.4)));
const any =
  (...forms: ((x: number, y: number) => boolean)[]) =>
  (x: number, y: number): boolean =>
    forms.some((f) => f(x, y));

const leaves = (x: number, y: number): Rgb =>
  mixed([30, 60, 28], [120, 160, 80], noise(x, y, 6, 3) * 0.6 + noise(x, y, 17, 4) * 0.4);
const sky = (x: number, y: number): Rgb =>
  mixed(mixed([96, 140, 196], [196, 214, 232], y / H), [240, 242, 244], Math.max(0, noise(x, y, 40, 5) - 0.45) * 1.4);
const wood = (x: number, y: number): Rgb => mixed([122, 82, 50], [176, 128, 84], noise(x * 0.2, y, 5, 6));

export const CUT_SCENES: readonly CutScene[] = [
  sceneOf('ball before a wall', disc(170, 120, 58), round([196, 70, 52], 170, 120, 58), (x, y) =>
    mixed([168, 172, 174], [120, 126, 132], y / H),
  ),
  sceneOf(
    'apple on a table',
    any(oval(150, 130, 55, 50), (x, y) => x > 148 && x < 154 && y > 66 && y < 90),
    round([168, 40, 36], 150, 130, 55),
    (x, y) => (y < 140 ? [206, 202, 192] : wood(x, y)),
  ),
  sceneOf(
    'striped ball on grass',
    disc(180, 130, 50),
    (x, y) => (Math.floor((x + y) / 16) % 2 ? [236, 232, 224] : [40, 70, 150]),
    leaves,
  ),
  sceneOf(
    'dark figure at dusk',
    any(oval(160, 150, 34, 70), disc(160, 70, 24)),
    (x, y) => lit([34, 28, 40], 0.9 + 0.2 * noise(x, y, 9, 2)),
    (_x, y) => mixed([92, 70, 120], [244, 170, 96], y / H),
  ),
  sceneOf(
    'white vase on cloth',
    (x, y) => Math.abs(x - 160) < 26 + 26 * Math.sin(((y - 50) / 150) * Math.PI) && y > 50 && y < 200,
    round([226, 222, 214], 160, 125, 60),
    (x, y) => mixed([46, 52, 70], [74, 80, 100], (Math.floor(x / 5) + Math.floor(y / 5)) % 2 ? 0.7 : 0.2),
  ),
  sceneOf(
    'walker before leaves',
    any(oval(150, 150, 30, 58), disc(150, 76, 20), oval(140, 214, 12, 24), oval(162, 214, 12, 24)),
    (x, y) => (y < 98 ? [222, 178, 150] : y < 180 ? [204, 60, 60] : [46, 52, 82]),
    leaves,
  ),
  sceneOf(
    'kite in the sky',
    (x, y) => Math.abs(x - 170) / 46 + Math.abs(y - 110) / 66 < 1,
    (x, y) => (x > 170 === y > 110 ? [232, 174, 40] : [196, 52, 60]),
    sky,
  ),
  sceneOf(
    'leaf on stone',
    (x, y) => ((x - 160) / 80) ** 2 + ((y - 120) / (40 * Math.max(0.15, 1 - Math.abs(x - 160) / 120))) ** 2 < 1,
    (x, y) => lit([110, 150, 60], Math.abs(y - 120 - 0.3 * Math.abs((x % 20) - 10)) < 2 ? 1.25 : 0.95),
    (x, y) => mixed([112, 110, 106], [158, 154, 148], noise(x, y, 11, 8)),
  ),
  sceneOf(
    'ring with a hole',
    (x, y) => Math.abs(Math.hypot(x - 160, y - 120) - 52) < 16,
    round([214, 170, 60], 160, 120, 68),
    (x, y) => mixed([60, 74, 92], [92, 108, 124], noise(x, y, 50, 9)),
  ),
  sceneOf('clay pot on clay', oval(165, 128, 62, 48), round([176, 104, 70], 165, 128, 62), (x, y) =>
    mixed([206, 172, 140], [188, 150, 120], noise(x, y, 28, 10)),
  ),
  sceneOf(
    'boat on water',
    (x, y) =>
      (y > 130 && y < 166 && Math.abs(x - 160) < 86 - (y - 130) * 0.9) ||
      (y >= 60 && y <= 130 && x > 150 && x < 150 + (y - 60) * 0.9),
    (_x, y) => (y > 130 ? [120, 44, 40] : [238, 234, 226]),
    (x, y) => mixed([50, 92, 124], [92, 140, 166], noise(x * 0.4, y, 5, 11)),
  ),
  sceneOf(
    'cup with a handle',
    any(
      (x, y) => x > 110 && x < 190 && y > 80 && y < 180,
      (x, y) => Math.abs(Math.hypot(x - 194, y - 126) - 28) < 8 && x > 186,
    ),
    round([228, 224, 210], 150, 130, 70),
    (x, y) => (y < 160 ? mixed([140, 138, 130], [164, 160, 150], x / W) : wood(x, y)),
  ),
  sceneOf(
    'bird on a branch',
    any(
      oval(160, 120, 44, 28),
      disc(198, 96, 17),
      (x, y) => x > 212 && x < 226 && Math.abs(y - 96) < 5 - (x - 212) * 0.35,
    ),
    (x, y) => (y > 124 ? [222, 168, 110] : [62, 92, 140]),
    (x, y) =>
      Math.abs(y - 158 - 0.1 * (x - 160)) < 7
        ? [92, 70, 52]
        : mixed([188, 204, 176], [214, 220, 196], noise(x, y, 44, 12)),
  ),
  sceneOf(
    'dog on sand',
    any(
      oval(150, 140, 62, 32),
      disc(218, 108, 24),
      oval(110, 186, 10, 26),
      oval(196, 186, 10, 26),
      oval(236, 92, 8, 14),
    ),
    (x, y) => lit([122, 78, 46], 0.85 + 0.3 * noise(x, y, 5, 13)),
    (x, y) => (y < 90 ? sky(x, y) : mixed([212, 196, 160], [228, 214, 180], noise(x, y, 7, 14))),
  ),
];
