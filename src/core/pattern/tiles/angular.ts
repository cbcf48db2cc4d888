// Diamonds, chevrons, triangles, hexagons, stars and crosses.
import { path, type Path } from '../../ground/path';
import { filled, stroked, type Tiles } from '../tile';

const group = 'Angular';
const diamond = (cx: number, cy: number, w: number, h = w): Path =>
  path().polygon([
    [cx, cy - h],
    [cx + w, cy],
    [cx, cy + h],
    [cx - w, cy],
  ]);
const zigzag = (w: number, y: number, h: number): Path =>
  path().polyline([
    [-w, y],
    [-w / 2, y - h],
    [0, y],
    [w / 2, y - h],
    [w, y],
    [1.5 * w, y - h],
    [2 * w, y],
  ]);
const plus = (cx: number, cy: number, r: number): Path =>
  path()
    .line(cx - r, cy, cx + r, cy)
    .line(cx, cy - r, cx, cy + r);
const times = (cx: number, cy: number, r: number): Path =>
  path()
    .line(cx - r, cy - r, cx + r, cy + r)
    .line(cx + r, cy - r, cx - r, cy + r);
const S = 14;
const H = (S * Math.sqrt(3)) / 2;

export const ANGULAR = {
  'diamonds-outlined': {
    name: 'Diamonds, outlined',
    group,
    width: 32,
    height: 48,
    marks: () => [stroked(diamond(16, 24, 16, 24), 1.8)],
  },
  'diamonds-solid': {
    name: 'Diamonds, solid',
    group,
    width: 32,
    height: 48,
    marks: () => [filled(diamond(16, 24, 10, 15)), filled(diamond(0, 0, 10, 15))],
  },
  'diamonds-nested': {
    name: 'Diamonds, nested',
    group,
    width: 44,
    height: 44,
    marks: () => [stroked(diamond(22, 22, 22), 1.6), stroked(diamond(22, 22, 13), 1.6), filled(diamond(22, 22, 5))],
  },
  harlequin: {
    name: 'Harlequin',
    group,
    width: 40,
    height: 64,
    marks: () => [
      filled(diamond(20, 32, 20, 32), 0.75),
      stroked(path().line(-40, -64, 80, 128).line(80, -64, -40, 128), 1),
    ],
  },
  chevrons: { name: 'Chevrons', group, width: 40, height: 24, marks: () => [stroked(zigzag(40, 20, 16), 3)] },
  'chevrons-broad': {
    name: 'Broad chevrons',
    group,
    width: 56,
    height: 48,
    marks: () => [stroked(zigzag(56, 40, 24), 16)],
  },
  zigzag: { name: 'Zigzag', group, width: 14, height: 14, marks: () => [stroked(zigzag(14, 10.5, 7), 1.5)] },
  herringbone: {
    name: 'Herringbone',
    group,
    width: 32,
    height: 16,
    marks: () => [
      stroked(
        path()
          .polyline([
            [0, 16],
            [16, 0],
          ])
          .polyline([
            [16, 0],
            [32, 16],
          ])
          .polyline([
            [0, 8],
            [8, 0],
          ])
          .polyline([
            [8, 16],
            [16, 8],
          ])
          .polyline([
            [16, 8],
            [24, 16],
          ])
          .polyline([
            [24, 0],
            [32, 8],
          ])
          .line(0, -16, 0, 32)
          .line(16, -16, 16, 32),
        1.4,
      ),
    ],
  },
  'triangles-solid': {
    name: 'Triangles, solid',
    group,
    width: 36,
    height: 32,
    marks: () => [
      filled(
        path().polygon([
          [18, 2],
          [34, 30],
          [2, 30],
        ]),
      ),
    ],
  },
  'triangles-outlined': {
    name: 'Triangles, outlined',
    group,
    width: 30,
    height: 30 * Math.sqrt(3),
    marks: () => [
      stroked(
        path()
          .line(-30, -30 * Math.sqrt(3), 60, 60 * Math.sqrt(3))
          .line(-30, 60 * Math.sqrt(3), 60, -30 * Math.sqrt(3))
          .line(-30, 0, 60, 0)
          .line(-30, 15 * Math.sqrt(3), 60, 15 * Math.sqrt(3)),
        1.5,
      ),
    ],
  },
  hexagons: {
    name: 'Hexagons',
    group,
    width: 2 * H,
    height: 3 * S,
    marks: () => [
      stroked(
        path()
          .polyline([
            [0, S / 2],
            [H, 0],
            [2 * H, S / 2],
            [2 * H, 1.5 * S],
            [H, 2 * S],
            [0, 1.5 * S],
            [0, S / 2],
          ])
          .line(H, 2 * S, H, 3 * S),
        1.6,
      ),
    ],
  },
  'hexagons-solid': {
    name: 'Hexagons, solid',
    group,
    width: 2 * H,
    height: 3 * S,
    marks: () => [filled(path().star(H, S, 6, S * 0.84)), filled(path().star(0, 2.5 * S, 6, S * 0.84))],
  },
  stars: {
    name: 'Stars',
    group,
    width: 48,
    height: 48,
    marks: () => [filled(path().star(12, 12, 5, 8, 3.3)), filled(path().star(36, 36, 5, 8, 3.3))],
  },
  'stars-outlined': {
    name: 'Stars, outlined',
    group,
    width: 52,
    height: 52,
    marks: () => [stroked(path().star(13, 13, 6, 10, 5.6), 1.4), stroked(path().star(39, 39, 6, 10, 5.6), 1.4)],
  },
  plus: { name: 'Plus', group, width: 24, height: 24, marks: () => [stroked(plus(12, 12, 5), 2)] },
  'plus-offset': {
    name: 'Plus, offset',
    group,
    width: 40,
    height: 40,
    marks: () => [stroked(plus(10, 10, 6), 3.4), stroked(plus(30, 30, 6), 3.4)],
  },
  times: { name: 'Small crosses', group, width: 24, height: 24, marks: () => [stroked(times(12, 12, 4), 2)] },
} satisfies Tiles;
