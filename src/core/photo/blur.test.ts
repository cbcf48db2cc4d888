// Blurred by the kernel, against the same means written plainly.
import { picture } from '../testing/pixels';
import { blurred, blurredChannel } from './blur';

/** Means of a line within `half` to either side, its ends repeated. */
const means = (line: readonly number[], half: number): number[] =>
  line.map((_, i) => {
    let sum = 0;
    for (let k = -half; k <= half; k++) sum += line[Math.min(line.length - 1, Math.max(0, i + k))];
    return sum / (2 * half + 1);
  });
function plainly(values: readonly number[], w: number, h: number, halves: readonly number[]): number[] {
  let plane = [...values];
  for (const half of halves) {
    const rows = Array.from({ length: h }, (_, y) => means(plane.slice(y * w, (y + 1) * w), half)),
      columns = Array.from({ length: w }, (_, x) =>
        means(
          rows.map((r) => r[x]),
          half,
        ),
      );
    plane = Array.from({ length: w * h }, (_, i) => columns[i % w][Math.floor(i / w)]);
  }
  return plane;
}
const grain = (n: number): number[] => Array.from({ length: n }, (_, i) => (Math.imul(i + 7, 2654435761) >>> 8) % 256);
const worst = (a: ArrayLike<number>, b: ArrayLike<number>): number =>
  Math.max(...Array.from(a, (v, i) => Math.abs(v - b[i])));

it.each([
  [13, 9, 2, [1, 1, 2]],
  [5, 3, 6, [5, 5, 6]],
  [300, 2, 1, [0, 0, 1]],
  [1, 7, 2, [1, 1, 2]],
  [7, 1, 2, [1, 1, 2]],
])('a channel of %d x %d, blurred by %d, is the means of three boxes', (w, h, sigma, halves) => {
  const values = grain(w * h),
    given = Float32Array.from(values),
    found = blurredChannel(given, w, h, sigma);
  expect(worst(found, plainly(values, w, h, halves))).toBeLessThan(1e-3);
  // What was given is left alone.
  expect([...given]).toEqual(values);
});

it('what is even stays so to the last bit, however long its lines are', () => {
  const found = blurredChannel(new Float32Array(4000 * 3).fill(0.7), 4000, 3, 40);
  expect(found.every((v) => v === Math.fround(0.7))).toBe(true);
  expect(blurredChannel(new Float32Array(600), 600, 1, 9).every((v) => v === 0)).toBe(true);
});

it('less than a third of a pixel is no blur', () => {
  const values = Float32Array.from(grain(12));
  expect(blurredChannel(values, 4, 3, 0.29)).toBe(values);
});

it('colours of a picture are blurred each by itself', () => {
  const [w, h] = [70, 5],
    p = picture(w, h, (x, y) => [grain(w * h)[y * w + x], x * 3, y * 50, 255]),
    found = blurred(p, 2);
  for (const c of [0, 1, 2, 3]) {
    const wanted = plainly(
      Array.from({ length: w * h }, (_, i) => p.data[i * 4 + c]),
      w,
      h,
      [1, 1, 2],
    );
    expect(
      worst(
        wanted,
        Array.from({ length: w * h }, (_, i) => found.data[i * 4 + c]),
      ),
    ).toBeLessThan(0.501);
  }
});

it('what cannot be seen has no colour to give away', () => {
  // Red beside what is transparent and green: no green comes out of it.
  const p = picture(20, 4, (x) => (x < 10 ? [200, 0, 0, 255] : [0, 255, 0, 0])),
    found = blurred(p, 2);
  for (let i = 0; i < 20 * 4; i++) {
    expect(found.data[i * 4 + 1]).toBe(0);
    if (found.data[i * 4 + 3] > 3) expect(Math.abs(found.data[i * 4] - 200)).toBeLessThanOrEqual(1);
  }
  expect(found.data[9 * 4 + 3]).toBeLessThan(200);
  expect(found.data[11 * 4 + 3]).toBeGreaterThan(20);
});
