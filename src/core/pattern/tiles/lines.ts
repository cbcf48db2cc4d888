// Hatches, stripes and checks of lines.
import { path, type Path } from '../../ground/path';
import { filled, stroked, type Tiles } from '../tile';

const group = 'Lines';
/** Lines along the diagonals of a tile; they run past it, so that their ends never show. */
const rising = (w: number, h: number): Path => path().line(-w, 2 * h, 2 * w, -h);
const falling = (w: number, h: number): Path => path().line(-w, -h, 2 * w, 2 * h);

export const LINES = {
  'hatch-level': {
    name: 'Level lines',
    group,
    width: 16,
    height: 16,
    marks: () => [stroked(path().line(-16, 8, 32, 8), 2)],
  },
  'hatch-upright': {
    name: 'Upright lines',
    group,
    width: 16,
    height: 16,
    marks: () => [stroked(path().line(8, -16, 8, 32), 2)],
  },
  'hatch-rising': { name: 'Rising hatch', group, width: 16, height: 16, marks: () => [stroked(rising(16, 16), 2)] },
  'hatch-falling': { name: 'Falling hatch', group, width: 16, height: 16, marks: () => [stroked(falling(16, 16), 2)] },
  'hatch-fine': { name: 'Fine hatch', group, width: 7, height: 7, marks: () => [stroked(rising(7, 7), 0.9)] },
  'hatch-steep': { name: 'Steep hatch', group, width: 12, height: 24, marks: () => [stroked(rising(12, 24), 2)] },
  'hatch-gentle': { name: 'Gentle hatch', group, width: 36, height: 16, marks: () => [stroked(rising(36, 16), 2)] },
  'hatch-broken': {
    name: 'Broken hatch',
    group,
    width: 24,
    height: 24,
    marks: () => [stroked(path().line(3, 11, 11, 3).line(15, 23, 23, 15), 2.2, true)],
  },
  'hatch-pairs': {
    name: 'Paired lines',
    group,
    width: 26,
    height: 26,
    marks: () => [stroked(rising(26, 26), 4), stroked(path().line(-17, 52, 61, -26), 1)],
  },
  pinstripe: {
    name: 'Pinstripe',
    group,
    width: 30,
    height: 30,
    marks: () => [stroked(path().line(15, -30, 15, 60), 1.1)],
  },
  'stripe-broad': {
    name: 'Broad stripe',
    group,
    width: 48,
    height: 48,
    marks: () => [filled(path().rect(0, -48, 24, 144))],
  },
  'stripe-slanted': {
    name: 'Slanted stripe',
    group,
    width: 40,
    height: 40,
    marks: () => [stroked(rising(40, 40), 14.14)],
  },
  'cross-hatch': {
    name: 'Cross-hatch',
    group,
    width: 14,
    height: 14,
    marks: () => [stroked(path().line(-14, 28, 28, -14).line(-14, -14, 28, 28), 1.2)],
  },
  grid: {
    name: 'Grid',
    group,
    width: 28,
    height: 28,
    marks: () => [stroked(path().line(14, -28, 14, 56).line(-28, 14, 56, 14), 1.4)],
  },
  'grid-double': {
    name: 'Graph paper',
    group,
    width: 50,
    height: 50,
    marks: () => [
      stroked(path().line(25, -50, 25, 100).line(-50, 25, 100, 25), 1.6),
      ...[5, 15, 35, 45].map((at) => stroked(path().line(at, -50, at, 100).line(-50, at, 100, at), 0.6)),
    ],
  },
  dashes: {
    name: 'Dashes',
    group,
    width: 32,
    height: 20,
    marks: () => [stroked(path().line(3, 5, 17, 5).line(19, 15, 33, 15), 2.4, true)],
  },
} satisfies Tiles;
