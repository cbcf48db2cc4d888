// Scattered by chance with a fixed seed: confetti, terrazzo, grain, speckles.
import { chance } from '../../ground/chance';
import { path, type Path } from '../../ground/path';
import { filled, type Mark, scattered, stroked, type Tiles } from '../tile';

const group = 'Scattered';
const TONES = [1, 0.72, 0.46];

/** Spreads shapes over three tones. */
function toned(
  seed: number,
  count: number,
  size: number,
  draw: (p: Path, x: number, y: number, r: () => number) => void,
): Mark[] {
  const paths = TONES.map(() => path());
  scattered(seed, count, size, size).forEach(({ x, y, r }, i) => draw(paths[i % 3], x, y, r));
  return paths.map((p, i) => filled(p, TONES[i]));
}

function shard(p: Path, x: number, y: number, r: () => number): void {
  const size = 4 + r() * r() * 13,
    n = 4 + Math.floor(r() * 3),
    turn = r() * 7;
  p.polygon(
    Array.from({ length: n }, (_, i) => {
      const a = turn + ((i + (r() - 0.5) * 0.5) / n) * 2 * Math.PI,
        q = size * (0.65 + r() * 0.45);
      return [x + q * Math.cos(a), y + q * Math.sin(a) * 0.85] as const;
    }),
  );
}

function strip(p: Path, x: number, y: number, r: () => number): void {
  const a = r() * Math.PI,
    c = Math.cos(a),
    s = Math.sin(a),
    l = 5,
    w = 2;
  p.polygon(
    (
      [
        [-l, -w],
        [l, -w],
        [l, w],
        [-l, w],
      ] as const
    ).map(([u, v]) => [x + u * c - v * s, y + u * s + v * c] as const),
  );
}

const grain = (seed: number, count: number, size: number, least: number, most: number): Path => {
  const p = path(),
    next = chance(seed);
  for (let i = 0; i < count; i++) p.circle(next() * size, next() * size, least + next() * (most - least));
  return p;
};

export const SCATTER = {
  confetti: { name: 'Confetti', group, width: 120, height: 120, marks: () => toned(11, 30, 120, strip) },
  'confetti-round': {
    name: 'Round confetti',
    group,
    width: 120,
    height: 120,
    marks: () => toned(5, 33, 120, (p, x, y, r) => void p.circle(x, y, 2 + r() * 3.6)),
  },
  sprinkles: {
    name: 'Sprinkles',
    group,
    width: 110,
    height: 110,
    marks: () => [
      stroked(
        scattered(23, 34, 110, 110).reduce((p, { x, y, r }) => {
          const a = r() * Math.PI;
          return p.line(x, y, x + 9 * Math.cos(a), y + 9 * Math.sin(a));
        }, path()),
        2.6,
        true,
      ),
    ],
  },
  terrazzo: { name: 'Terrazzo', group, width: 160, height: 160, marks: () => toned(41, 45, 160, shard) },
  grain: { name: 'Grain', group, width: 96, height: 96, marks: () => [filled(grain(7, 900, 96, 0.25, 0.75), 0.7)] },
  speckle: { name: 'Speckle', group, width: 140, height: 140, marks: () => [filled(grain(19, 90, 140, 0.5, 2.6))] },
  crystals: {
    name: 'Crystals',
    group,
    width: 120,
    height: 120,
    marks: () => [
      stroked(
        scattered(31, 16, 120, 120).reduce(
          (p, { x, y, r }) => p.star(x, y, 3 + Math.floor(r() * 3), 5 + r() * 7, undefined, r() * 120),
          path(),
        ),
        1.4,
      ),
    ],
  },
} satisfies Tiles;
