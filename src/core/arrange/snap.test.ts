// What holds a box that is moved, and the distances beside it.
import fc from 'fast-check';
import type { Box } from '../ground/box';
import { distancesOf, snapBox, snapLines } from './snap';

const SLIDE = { width: 1000, height: 600 };
const box = (x: number, y: number, width = 100, height = 50): Box => ({ x, y, width, height });
const lines = (others: Box[] = [], extras = {}) => snapLines(SLIDE, 40, others, extras);

it.each<[string, Box, number, number, number[], number[]]>([
  ['its left edge to the margin', box(44, 207), -4, 0, [40], []],
  ['its right edge to the margin', box(863, 207), -3, 0, [960], []],
  ['its middle to that of the slide', box(446, 271), 4, 4, [500], [300]],
  ['the slide itself', box(-3, 2), 3, -2, [0], [0]],
  ['nothing beyond reach', box(53, 207), 0, 0, [], []],
])('%s', (_, at, dx, dy, vertical, horizontal) => {
  const found = snapBox(at, lines(), 6);
  expect(found).toMatchObject({ dx, dy, vertical, horizontal });
});

it('the nearest of several lines wins, and all that then hold it are shown', () => {
  // Equally wide, one above the other: left edges, middles and right edges meet at once.
  const found = snapBox(box(303, 400), lines([box(300, 100)]), 6);
  expect([found.dx, found.vertical]).toEqual([-3, [300, 350, 400]]);
  expect(snapBox(box(303, 400), lines([box(300, 100), box(302, 150)]), 6).dx).toBe(-1);
});

it('only what may snap does', () => {
  const beside = lines([box(300, 100)]);
  expect(snapBox(box(297, 400, 77), beside, 6, { x: ['end'], y: [] })).toMatchObject({ dx: 0, dy: 0, vertical: [] });
  expect(snapBox(box(297, 400, 101), beside, 6, { x: ['end'], y: [] })).toMatchObject({ dx: 2, vertical: [400] });
});

it('baselines are held by baselines alone', () => {
  const there = lines([], { baselines: [333] });
  expect(snapBox(box(207, 331), there, 6, { x: [], y: [] }, [])).toMatchObject({ dy: 0 });
  expect(snapBox(box(207, 290), there, 6, { x: [], y: [] }, [330, 370])).toMatchObject({ dy: 3, horizontal: [333] });
});

it('guides and zones hold, the grid only where nothing is nearer', () => {
  const there = lines([], {
    guides: [
      { axis: 'x', at: 222 },
      { axis: 'y', at: 111 },
    ],
    zones: [box(700, 400, 200, 100)],
    grid: 50,
  });
  expect(snapBox(box(220, 113), there, 6)).toMatchObject({ dx: 2, dy: -2, vertical: [222], horizontal: [111] });
  expect(snapBox(box(698, 503), there, 6)).toMatchObject({ dx: 2, dy: -3 });
  expect(snapBox(box(252, 151), there, 6)).toMatchObject({ dx: -2, dy: -1, vertical: [], horizontal: [] });
});

it.each<[string, Box, Box[], number, [number, number][]]>([
  [
    'after two, as far as they are apart',
    box(433, 217),
    [box(100, 200), box(230, 200, 170)],
    -3,
    [
      [200, 230],
      [400, 430],
    ],
  ],
  [
    'before two',
    box(87, 217),
    [box(231, 200), box(375, 200)],
    0,
    [
      [187, 231],
      [331, 375],
    ],
  ],
  [
    'midway between two',
    box(552, 217, 60),
    [box(300, 200), box(760, 200)],
    -2,
    [
      [400, 550],
      [610, 760],
    ],
  ],
])('gaps become equal: %s', (_, at, others, dx, wanted) => {
  const found = snapBox(at, snapLines(SLIDE, 40, others), 6);
  expect(found.dx).toBe(dx);
  expect(found.gaps.map((g) => [g.from, g.to])).toEqual(wanted);
  expect(found.gaps.every((g) => g.axis === 'x' && g.equal)).toBe(true);
});

it('what lies above or below has no gap beside it', () => {
  const others = [box(100, 200), box(230, 200, 170)];
  expect(snapBox(box(433, 320), snapLines(SLIDE, 40, others), 6).gaps).toEqual([]);
});

it('whatever holds it is within reach, and holds it still once it is there', () =>
  fc.assert(
    fc.property(
      fc.tuple(fc.integer({ min: -50, max: 1000 }), fc.integer({ min: -50, max: 600 })),
      fc.array(
        fc.tuple(
          fc.integer({ min: 0, max: 900 }),
          fc.integer({ min: 0, max: 500 }),
          fc.integer({ min: 5, max: 300 }),
          fc.integer({ min: 5, max: 200 }),
        ),
        { maxLength: 6 },
      ),
      fc.integer({ min: 1, max: 12 }),
      ([x, y], others, reach) => {
        const there = lines(others.map((o) => box(...o))),
          at = box(x, y),
          { dx, dy } = snapBox(at, there, reach);
        expect(Math.max(Math.abs(dx), Math.abs(dy))).toBeLessThanOrEqual(reach);
        const again = snapBox({ ...at, x: x + dx, y: y + dy }, there, reach);
        if (dx !== 0) expect(Math.abs(again.dx)).toBeLessThan(1e-9);
        if (dy !== 0) expect(Math.abs(again.dy)).toBeLessThan(1e-9);
      },
    ),
  ));

it('distances go to the nearest neighbour on each side, or to the edge of the slide', () => {
  const others = [box(100, 200), box(40, 210), box(700, 220), box(430, 500)],
    found = distancesOf(box(400, 200), others, SLIDE).map(({ axis, from, to }) => [axis, from, to]);
  expect(found).toEqual([
    ['x', 200, 400],
    ['x', 500, 700],
    ['y', 0, 200],
    ['y', 250, 500],
  ]);
  // What touches is no distance.
  expect(distancesOf(box(0, 0, 1000, 600), [], SLIDE)).toEqual([]);
});
