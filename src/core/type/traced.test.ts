// Texts of outlines: laid out at their size, told other words, and kept by everything that works on texts.
import type { PlacedText } from '../values/text';
import type { Traced } from '../values/traced';
import { TracedSchema } from '../values/traced';
import { makeText } from '../kinds/text';
import { layoutTraced, retold, tracedName } from './traced';

const square = (x: number): string => `M${x} 2L${x + 8} 2L${x + 8} 12L${x} 12Z`;
const TRACED: Traced = {
  size: 20,
  width: 48,
  height: 14,
  weight: 700,
  unfound: null,
  lines: [{ start: 0, end: 4, baseline: 12 }],
  letters: [
    { start: 0, end: 1, line: 0, d: square(0) },
    { start: 1, end: 2, line: 0, d: square(10) },
    { start: 3, end: 4, line: 0, d: square(30) },
  ],
};
const text = (more: Partial<PlacedText> = {}): PlacedText => ({
  ...makeText('t', 'ab c', { width: 400, height: 200 }),
  frame: 'line',
  fontSize: 40,
  box: { x: 0, y: 0, width: 96, height: 28 },
  traced: TRACED,
  ...more,
});

it('is as large as its size says, in words and lines', () => {
  const layout = layoutTraced(text(), TRACED);
  expect(layout).toMatchObject({ width: 96, height: 28, fontSize: 40, smallest: 40, smallestWeight: 700 });
  expect(layout.words.map((w) => w.text)).toEqual(['ab', 'c']);
  expect(layout.letters.map(({ word, left, right }) => [word, left, right])).toEqual([
    [0, 0, 16],
    [0, 20, 36],
    [1, 60, 76],
  ]);
  expect(layout.lines).toMatchObject([{ left: 0, width: 76, baseline: 24 }]);
});
it('moves with its padding, and parts have their ink', () => {
  const amber = { ...text().fill, colour: '#f2a31b' },
    layout = layoutTraced(
      text({
        padding: { top: 5, right: 5, bottom: 5, left: 7 },
        spans: [{ start: 3, end: 4, look: { fill: amber } }],
      }),
      TRACED,
    );
  expect(layout.letters[0]).toMatchObject({ left: 7, ink: 0 });
  expect(layout.lines[0].baseline).toBe(29);
  expect(layout.letters[2].ink).toBe(1);
  expect(layout.inks[1]).toBe(amber);
});
it('told other words it gives each letter its sign, evenly where they are not as many', () => {
  expect(retold(TRACED, 'xyz').letters.map((l) => [l.start, l.end])).toEqual([
    [0, 1],
    [1, 2],
    [2, 3],
  ]);
  expect(retold(TRACED, 'x yz uv').letters.map((l) => 'x yz uv'.slice(l.start, l.end))).toEqual([
    'x yz'.slice(0, 3),
    'yz u',
    'uv',
  ]);
  // Fewer signs, and none at all.
  expect(retold(TRACED, 'x').letters.map((l) => [l.start, l.end])).toEqual([
    [0, 1],
    [0, 1],
    [0, 1],
  ]);
  expect(retold(TRACED, '').letters.every((l) => l.start === 0 && l.end === 0)).toBe(true);
  const two: Traced = {
    ...TRACED,
    lines: [...TRACED.lines, { start: 5, end: 6, baseline: 30 }],
    letters: [...TRACED.letters, { start: 5, end: 6, line: 1, d: square(0) }],
  };
  expect(retold(two, 'abc\nd').letters.at(-1)).toMatchObject({ start: 4, end: 5, line: 1 });
  // A line that is missing stands for nothing; what is left over is the last one's.
  expect(retold(two, 'abc').letters.at(-1)).toMatchObject({ start: 3, end: 3 });
});
it('has a name by what it shows', () => {
  expect(tracedName(structuredClone(TRACED))).toBe(tracedName(TRACED));
  expect(tracedName({ ...TRACED, letters: TRACED.letters.slice(1) })).not.toBe(tracedName(TRACED));
});
it('takes outlines only', () => {
  const as = (d: string): boolean =>
    TracedSchema.safeParse({ ...TRACED, letters: [{ ...TRACED.letters[0], d }] }).success;
  expect([square(0), '', square(0) + square(10)].map(as)).toEqual([true, true, true]);
  expect(['M0 0', 'M0 0L1 1Q2 2 3 3Z', 'M0 0L1e999 1Z', '<path/>', 'L1 1Z'].map(as)).toEqual(new Array(5).fill(false));
});
