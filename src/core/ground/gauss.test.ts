// A Gaussian by the kernel, against its formula.
import { gaussian } from './gauss';

function plainly(from: readonly number[], w: number, h: number, sigma: number): number[] {
  const reach = Math.max(1, Math.ceil(sigma * 2.5)),
    weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma))),
    sum = weights.reduce((a, b) => a + b),
    within = (v: number, most: number): number => Math.min(most - 1, Math.max(0, v));
  return from.map((_, i) => {
    let v = 0;
    weights.forEach((a, k) =>
      weights.forEach((b, m) => {
        v += a * b * from[within(Math.floor(i / w) + k - reach, h) * w + within((i % w) + m - reach, w)];
      }),
    );
    return v / (sum * sum);
  });
}

it.each([
  [11, 7, 0.5],
  [30, 4, 1.3],
  [3, 20, 2],
  [1, 1, 3],
])('%d x %d with a deviation of %d', (w, h, sigma) => {
  const from = Array.from({ length: w * h }, (_, i) => ((Math.imul(i + 3, 2654435761) >>> 8) % 1000) / 1000),
    found = gaussian(Float32Array.from(from), w, h, sigma),
    wanted = plainly(from, w, h, sigma);
  expect(found).toHaveLength(w * h);
  found.forEach((v, i) => expect(Math.abs(v - wanted[i])).toBeLessThan(2e-6));
});
