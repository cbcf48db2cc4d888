// Dots, rings, waves and scales.
import { path, type Path, QUARTER } from '../../ground/path';
import { filled, stroked, type Tiles } from '../tile';

const group = 'Round';

/** Arcs that stand on each other like roof tiles: the upper half of a circle. */
const arch = (cx: number, cy: number, r: number): Path =>
  path()
    .M(cx - r, cy)
    .C(cx - r, cy - r * QUARTER, cx - r * QUARTER, cy - r, cx, cy - r)
    .C(cx + r * QUARTER, cy - r, cx + r, cy - r * QUARTER, cx + r, cy);

/** A wave over `width` and one more to each side, about y. */
function wave(width: number, y: number, height: number): Path {
  const p = path().M(-width, y),
    q = width / 4;
  for (let x = -width; x < 2 * width; x += width)
    p.C(x + q * 0.73, y - height, x + q * 1.27, y - height, x + 2 * q, y).C(
      x + q * 2.73,
      y + height,
      x + q * 3.27,
      y + height,
      x + 4 * q,
      y,
    );
  return p;
}

export const ROUND = {
  dots: { name: 'Dots', group, width: 20, height: 20, marks: () => [filled(path().circle(10, 10, 3.2))] },
  'dots-offset': {
    name: 'Offset dots',
    group,
    width: 24,
    height: 24,
    marks: () => [filled(path().circle(6, 6, 3.2).circle(18, 18, 3.2))],
  },
  'dots-fine': { name: 'Fine dots', group, width: 8, height: 8, marks: () => [filled(path().circle(4, 4, 1.1))] },
  'dots-big': {
    name: 'Big dots',
    group,
    width: 60,
    height: 60,
    marks: () => [filled(path().circle(15, 15, 11).circle(45, 45, 11))],
  },
  'dots-two-sizes': {
    name: 'Large and small dots',
    group,
    width: 32,
    height: 32,
    marks: () => [
      filled(path().circle(8, 8, 5).circle(24, 24, 5)),
      filled(path().circle(24, 8, 1.8).circle(8, 24, 1.8)),
    ],
  },
  rings: { name: 'Rings', group, width: 36, height: 36, marks: () => [stroked(path().circle(18, 18, 11), 2.2)] },
  'rings-linked': {
    name: 'Linked rings',
    group,
    width: 40,
    height: 40,
    marks: () => [stroked(path().circle(20, 20, 24), 1.6)],
  },
  'rings-nested': {
    name: 'Nested rings',
    group,
    width: 48,
    height: 48,
    marks: () => [stroked(path().circle(24, 24, 20).circle(24, 24, 12.5), 1.8), filled(path().circle(24, 24, 5))],
  },
  'half-circles': {
    name: 'Half circles',
    group,
    width: 40,
    height: 40,
    marks: () => [filled(arch(10, 16, 8).Z()), filled(arch(30, 36, 8).Z())],
  },
  waves: { name: 'Waves', group, width: 48, height: 20, marks: () => [stroked(wave(48, 10, 8), 2)] },
  'waves-steep': { name: 'Steep waves', group, width: 24, height: 22, marks: () => [stroked(wave(24, 11, 14), 2)] },
  ripples: {
    name: 'Ripples',
    group,
    width: 64,
    height: 36,
    marks: () => [stroked(wave(64, 12, 7), 3), stroked(wave(64, 20, 7), 1.2), stroked(wave(64, 27, 7), 0.7)],
  },
  scales: {
    name: 'Scales',
    group,
    width: 40,
    height: 40,
    marks: () => [stroked(arch(20, 20, 20), 1.8), stroked(arch(0, 40, 20), 1.8)],
  },
  'scales-nested': {
    name: 'Nested scales',
    group,
    width: 48,
    height: 48,
    marks: () =>
      [24, 17, 10].flatMap((r) => [
        stroked(arch(24, 24, r), r === 24 ? 1.8 : 1.2),
        stroked(arch(0, 48, r), r === 24 ? 1.8 : 1.2),
      ]),
  },
} satisfies Tiles;
