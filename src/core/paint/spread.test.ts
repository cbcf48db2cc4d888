// Masks grown and shrunk: against distances found one by one.
import fc from 'fast-check';
import { spreadMask } from './spread';

/** The same, pixel by pixel against all others. */
function slowly(mask: Float32Array, w: number, h: number, by: number): Float32Array {
  const grow = by > 0,
    out = new Float32Array(mask.length);
  for (let i = 0; i < mask.length; i++) {
    let least = Infinity;
    for (let j = 0; j < mask.length; j++)
      if (grow ? mask[j] >= 0.5 : mask[j] < 0.5)
        least = Math.min(least, Math.hypot((i % w) - (j % w), Math.floor(i / w) - Math.floor(j / w)));
    const covered = Math.min(1, Math.max(0, Math.abs(by) + 1 - least));
    out[i] = grow ? Math.max(mask[i], covered) : Math.min(mask[i], 1 - covered);
  }
  return out;
}

it('is the exact distance, of any mask, outwards and inwards', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 14 }),
      fc.integer({ min: 1, max: 14 }),
      fc.double({ min: -6, max: 6, noNaN: true }),
      fc.array(fc.constantFrom(0, 0, 0, 0.3, 0.7, 1), { minLength: 196, maxLength: 196 }),
      (w, h, by, values) => {
        const mask = Float32Array.from(values.slice(0, w * h)),
          got = spreadMask(mask, w, h, by),
          want = Math.abs(by) < 0.05 ? mask : slowly(mask, w, h, by);
        got.forEach((v, i) => expect(v).toBeCloseTo(want[i], 5));
      },
    ),
    { numRuns: 200 },
  );
});
