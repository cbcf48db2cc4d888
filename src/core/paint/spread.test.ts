// Masks grown and shrunk: against distances found one by one.
import fc from 'fast-check';
import { spreadMask } from './spread';

/** The same, pixel by pixel against all others: what it is at least and at most, where several are as near. */
function slowly(mask: readonly number[], w: number, by: number): [number, number][] {
  return mask.map((own, i) => {
    const away = mask.flatMap((c, j) =>
        c > 0 ? [{ c, d: Math.hypot((i % w) - (j % w), Math.floor(i / w) - Math.floor(j / w)) }] : [],
      ),
      least = Math.min(...away.map(({ d }) => d)),
      reached = away
        .filter(({ d }) => d < least + 1e-6)
        .map(({ c, d }) => Math.max(own, Math.min(1, Math.max(0, by + c - d))));
    return reached.length ? [Math.min(...reached), Math.max(...reached)] : [own, own];
  });
}

it('is the exact distance, of any mask, outwards and inwards', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 14 }),
      fc.integer({ min: 1, max: 14 }),
      fc.double({ min: -6, max: 6, noNaN: true }),
      fc.array(fc.constantFrom(0, 0, 0, 0.3, 0.7, 1), { minLength: 196, maxLength: 196 }),
      (w, h, by, values) => {
        const mask = values.slice(0, w * h),
          got = spreadMask(Float32Array.from(mask), w, h, by),
          far = Math.abs(by);
        const [want, told] =
          far < 0.05
            ? [mask.map((v): [number, number] => [v, v]), got]
            : by > 0
              ? [slowly(mask, w, far), got]
              : [
                  slowly(
                    mask.map((v) => 1 - v),
                    w,
                    far,
                  ),
                  got.map((v) => 1 - v),
                ];
        told.forEach((v, i) => {
          expect(v).toBeGreaterThan(want[i][0] - 1e-5);
          expect(v).toBeLessThan(want[i][1] + 1e-5);
        });
      },
    ),
    { numRuns: 200 },
  );
});

it('moves an outline that runs within a pixel by as much', () => {
  const half = Float32Array.from([0, 0, 0.25, 1, 1, 1, 0, 0, 0, 0]),
    sum = (mask: Float32Array): number => mask.reduce((a, b) => a + b);
  for (const by of [0.5, 1.25, 1.5]) expect(sum(spreadMask(half, 10, 1, by))).toBeCloseTo(3.25 + 2 * by, 5);
  expect(sum(spreadMask(half, 10, 1, -0.5))).toBeCloseTo(2.25, 5);
});
