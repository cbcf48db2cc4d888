// The best encoding within a size: never above it, in few tries, near the best there is.
import fc from 'fast-check';
import { encodingsOf, FORMATS, STILL_FORMAT_IDS, USUAL_ENCODING } from './formats';
import { largestWithin, MOST_TRIES } from './within';

const looked = (sizes: readonly number[], target: number, first = 89) => {
  const asked: number[] = [];
  return {
    asked,
    found: largestWithin(sizes.length, target, first, (at) => {
      asked.push(at);
      return Promise.resolve({ length: sizes[at] });
    }),
  };
};
/** Sizes as a photograph has them at qualities of 1 to 100. */
const photo = (scale: number): number[] =>
  Array.from({ length: 100 }, (_, i) => Math.round(scale * (0.05 + (i / 99) ** 1.4 * 0.5 + (i / 99) ** 12)));

it('what is small enough at its best is found at once', async () => {
  const { found, asked } = looked(photo(1000), 10_000, 99);
  expect(await found).toMatchObject({ found: { at: 99, bytes: 1550 }, tries: 1 });
  expect(asked).toEqual([99]);
});

it('of a photograph it comes within three steps of the best there is', async () => {
  for (const target of [60_000, 90_000, 200_000, 333_333, 700_000, 1_200_000]) {
    const sizes = photo(1_000_000),
      { found } = looked(sizes, target),
      best = sizes.findLastIndex((s) => s <= target);
    expect((await found).found!.bytes).toBeLessThanOrEqual(target);
    expect(best - (await found).found!.at).toBeLessThanOrEqual(3);
  }
});

it('nor does it give up on one that grows slowly, as snow under a sharp headline does', async () => {
  // Sizes in kB of the demo's re-opening post as JPEG, at every seventh quality.
  const known = [11.6, 25.2, 39.2, 50.5, 60.5, 69.9, 76.7, 82, 87.2, 95, 103.3, 115.9, 136.7, 188, 300],
    sizes = Array.from({ length: 99 }, (_, i) => {
      const k = Math.floor(i / 7),
        t = (i % 7) / 7;
      return Math.round(1000 * (known[k] + (known[Math.min(14, k + 1)] - known[k]) * t));
    });
  for (const target of [30_000, 60_000, 80_000, 120_000]) {
    const best = sizes.findLastIndex((s) => s <= target),
      { found } = await looked(sizes, target, 84).found;
    expect([target, best - found!.at <= 4]).toEqual([target, true]);
  }
});

it('where nothing is small enough it says what the smallest came to', async () => {
  expect(await looked(photo(1_000_000), 1000).found).toMatchObject({ found: null, smallest: 50_000 });
});

it('whatever the sizes, it is never above, has few tries, and finds something wherever there is something', () =>
  fc.assert(
    fc.asyncProperty(
      fc.array(fc.integer({ min: 1, max: 100_000 }), { minLength: 1, maxLength: 100 }),
      fc.integer({ min: 1, max: 100_000 }),
      fc.nat({ max: 120 }),
      async (steps, target, first) => {
        const sizes = steps.map((_, i) => steps.slice(0, i + 1).reduce((a, b) => a + b)),
          { found, asked } = looked(sizes, target, first),
          { found: best, tries } = await found;
        expect(tries).toBeLessThanOrEqual(MOST_TRIES);
        expect(new Set(asked).size).toBe(asked.length);
        if (best) expect(sizes[best.at]).toBeLessThanOrEqual(target);
        expect(best === null).toBe(sizes[0] > target);
      },
    ),
  ));

it('each format has its encodings, the smallest first, and what is set otherwise stays', () => {
  for (const id of STILL_FORMAT_IDS) {
    const all = encodingsOf(id, { ...USUAL_ENCODING, quality: 70, transparent: true });
    expect(all.length).toBeGreaterThan(4);
    for (const e of all) expect(e.transparent).toBe(true);
    if (FORMATS[id].quality) expect(all.map((e) => e.quality)).toEqual(Array.from({ length: 100 }, (_, i) => i + 1));
    else expect(all.at(-1)!.colours).toBeNull();
  }
});
