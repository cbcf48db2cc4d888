// How a message flows: what is held stays, what gives way gives way, what has no room makes the section higher.
import fc from 'fast-check';
import type { Box } from '../ground/box';
import { makeShape } from '../kinds/shape';
import type { Item } from './blocks';
import { columnsOf, type End, flowed, flowOf } from './flow';

const SIZE = { width: 400, height: 600 };
/** What stands at some heights, one below the other. */
function items(...places: [id: string, y: number, height: number][]): Item[] {
  return places.map(([id, y, height]) => {
    const frame: Box = { x: 40, y, width: 300, height };
    return {
      layer: { ...makeShape(id, 'rectangle', '#000000', SIZE), band: 'message', box: frame },
      frame,
      ink: frame,
    };
  });
}
const endOf = (of: readonly Item[], height = 600, margin = 40): End => ({
  frameOf: (id) => of.find((i) => i.layer.id === id)!.frame,
  height,
  margin,
});
const same = (of: readonly Item[]): ReturnType<typeof flowOf> => flowOf(columnsOf([of])[0], of, [endOf(of), endOf(of)]);
/** Tops with heights other than those that were laid out. */
const topsWith = (of: readonly Item[], heights: Record<string, number>, least = 600): [object, number] => {
  const { tops, height } = flowed(
    same(of)!,
    0,
    (id) => heights[id] ?? of.find((i) => i.layer.id === id)!.frame.height,
    least,
  );
  return [Object.fromEntries(tops), height];
};

it('what has its height stays where it is laid out', () => {
  const of = items(['head', 60, 120], ['line', 200, 40], ['button', 480, 60]);
  expect(topsWith(of, {})).toEqual([{ head: 60, line: 200, button: 480 }, 600]);
});

it('what is held to the head grows downward, what is held to the foot upward', () => {
  const of = items(['head', 40, 100], ['button', 480, 80]);
  // The room between gives way, until half a margin is left; then the section becomes higher.
  expect(topsWith(of, { head: 200 })).toEqual([{ head: 40, button: 480 }, 600]);
  expect(topsWith(of, { button: 180 })).toEqual([{ head: 40, button: 380 }, 600]);
  expect(topsWith(of, { head: 500 })).toEqual([{ head: 40, button: 560 }, 680]);
});

it('what is in the middle grows both ways', () => {
  expect(topsWith(items(['head', 250, 100]), { head: 200 })).toEqual([{ head: 200 }, 600]);
});

it('a row that grows pushes those that belong to it', () => {
  const of = items(['head', 40, 100], ['line', 150, 40]);
  expect(columnsOf([of])).toEqual([[['head', 'line']]]);
  expect(topsWith(of, { head: 160 })[0]).toEqual({ head: 40, line: 210 });
});

it('a higher section leaves more room where it gives way', () => {
  const of = items(['head', 40, 100], ['button', 480, 80]);
  expect(topsWith(of, {}, 800)).toEqual([{ head: 40, button: 680 }, 800]);
});

it('groups that change places between layouts are columns of their own', () => {
  const wide = items(['head', 40, 100], ['badge', 480, 80]),
    narrow = items(['head', 300, 100], ['badge', 40, 80]);
  expect(columnsOf([narrow, wide])).toHaveLength(2);
  expect(columnsOf([wide, wide])).toHaveLength(1);
});

it('whatever the heights are, nothing overlaps, leaves the section or changes its order', () => {
  const from = items(['head', 40, 120], ['line', 180, 60], ['button', 420, 60]),
    to = items(['head', 100, 80], ['line', 200, 30], ['button', 330, 50]),
    flow = flowOf(columnsOf([from, to])[0], from, [endOf(from), endOf(to, 440, 30)])!,
    size = fc.integer({ min: 10, max: 400 });
  fc.assert(
    fc.property(size, size, size, fc.double({ min: 0, max: 1, noNaN: true }), (head, line, button, t) => {
      const heights: Record<string, number> = { head, line, button },
        least = 600 + (440 - 600) * t,
        { tops, height } = flowed(flow, t, (id) => heights[id], least),
        order = ['head', 'line', 'button'];
      expect(height).toBeGreaterThanOrEqual(least - 1e-6);
      order.forEach((id, i) => {
        expect(tops.get(id)! + heights[id]).toBeLessThanOrEqual((i < 2 ? tops.get(order[i + 1])! : height) + 1e-6);
      });
      expect(tops.get('head')!).toBeGreaterThanOrEqual(0);
    }),
  );
});
