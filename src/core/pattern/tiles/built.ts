// Woven and built: checks, plaid, brick, basket, rails.
import { path } from '../../ground/path';
import { filled, stroked, type Tiles } from '../tile';

const group = 'Woven and built';

export const BUILT = {
  checks: {
    name: 'Checks',
    group,
    width: 32,
    height: 32,
    marks: () => [filled(path().rect(0, 0, 16, 16).rect(16, 16, 16, 16))],
  },
  gingham: {
    name: 'Gingham',
    group,
    width: 32,
    height: 32,
    marks: () => [filled(path().rect(0, -32, 16, 96), 0.5), filled(path().rect(-32, 0, 96, 16), 0.5)],
  },
  plaid: {
    name: 'Plaid',
    group,
    width: 72,
    height: 72,
    marks: () => [
      filled(path().rect(8, -72, 26, 216), 0.32),
      filled(path().rect(-72, 8, 216, 26), 0.32),
      stroked(path().line(48, -72, 48, 144).line(58, -72, 58, 144).line(-72, 48, 144, 48).line(-72, 58, 144, 58), 1.6),
    ],
  },
  brick: {
    name: 'Brick',
    group,
    width: 48,
    height: 32,
    marks: () => [
      stroked(path().line(-48, 0, 96, 0).line(-48, 16, 96, 16).line(24, 0, 24, 16).line(0, 16, 0, 32), 1.8),
    ],
  },
  'brick-upright': {
    name: 'Upright brick',
    group,
    width: 32,
    height: 48,
    marks: () => [
      stroked(path().line(0, -48, 0, 96).line(16, -48, 16, 96).line(0, 24, 16, 24).line(16, 0, 32, 0), 1.8),
    ],
  },
  basket: {
    name: 'Basket weave',
    group,
    width: 48,
    height: 48,
    marks: () => [
      stroked(
        path()
          .line(2, 4, 22, 4)
          .line(2, 12, 22, 12)
          .line(2, 20, 22, 20)
          .line(28, 2, 28, 22)
          .line(36, 2, 36, 22)
          .line(44, 2, 44, 22)
          .line(26, 28, 46, 28)
          .line(26, 36, 46, 36)
          .line(26, 44, 46, 44)
          .line(4, 26, 4, 46)
          .line(12, 26, 12, 46)
          .line(20, 26, 20, 46),
        3,
      ),
    ],
  },
  mosaic: {
    name: 'Mosaic',
    group,
    width: 36,
    height: 36,
    marks: () => [
      filled(path().rect(2, 2, 14, 14).rect(20, 20, 14, 14), 0.9),
      filled(path().rect(20, 2, 14, 14).rect(2, 20, 14, 14), 0.45),
    ],
  },
  ladder: {
    name: 'Rails and sleepers',
    group,
    width: 56,
    height: 20,
    marks: () => [
      stroked(path().line(14, -20, 14, 40).line(42, -20, 42, 40), 2.4),
      stroked(path().line(7, 10, 49, 10), 4.4),
    ],
  },
  steps: {
    name: 'Steps',
    group,
    width: 32,
    height: 32,
    marks: () => [
      stroked(
        path().polyline([
          [-32, 64],
          [-32, 48],
          [-16, 48],
          [-16, 32],
          [0, 32],
          [0, 16],
          [16, 16],
          [16, 0],
          [32, 0],
          [32, -16],
          [48, -16],
          [48, -32],
        ]),
        1.8,
      ),
    ],
  },
} satisfies Tiles;
