// Fitted in whole numbers, against the same sums in floating point, written plainly.
import fc from 'fast-check';
import { picture } from '../testing/pixels';
import type { Pixels } from './pixels';
import { halve, isOpaque, resample } from './resample';
import { tapsOf, weightAt, wholeWeights } from './taps';

const grain = (width: number, height: number, seed: number): Pixels =>
  picture(width, height, (x, y) => {
    const v = Math.imul(((x + 1) * 73856093) ^ ((y + 1) * 19349663) ^ seed, 2654435761) >>> 0;
    return [v & 255, (v >>> 8) & 255, (v >>> 16) & 255, 255];
  });

/** Every pixel of the source counts, edges are repeated. */
function plainly(p: Pixels, width: number, height: number, channel: number): number[] {
  const weights = (extent: number, target: number, at: number): Map<number, number> => {
    const ratio = extent / target,
      wide = Math.max(1, ratio),
      centre = (at + 0.5) * ratio,
      found = new Map<number, number>();
    let sum = 0;
    for (let s = Math.floor(centre - 2 * wide) - 1; s <= centre + 2 * wide + 1; s++) {
      const w = weightAt((s + 0.5 - centre) / wide),
        to = Math.min(extent - 1, Math.max(0, s));
      found.set(to, (found.get(to) ?? 0) + w);
      sum += w;
    }
    return new Map([...found].map(([s, w]) => [s, w / sum]));
  };
  const out: number[] = [];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let v = 0;
      for (const [t, b] of weights(p.height, height, y))
        for (const [s, a] of weights(p.width, width, x)) v += a * b * p.data[(t * p.width + s) * 4 + channel];
      out.push(Math.min(255, Math.max(0, v)));
    }
  return out;
}
const all = (p: Pixels) => ({ x: 0, y: 0, width: p.width, height: p.height });

it.each([
  [40, 30, 40, 30],
  [40, 30, 57, 44],
  [40, 30, 29, 19],
  [40, 30, 21, 40],
  [3, 2, 17, 9],
  [1, 1, 5, 4],
  [90, 7, 50, 11],
])('%d x %d as %d x %d is what the sums say', (w, h, width, height) => {
  const p = grain(w, h, w * h + width),
    found = resample(p, all(p), width, height);
  for (let c = 0; c < 3; c++) {
    const wanted = plainly(p, width, height, c),
      off = wanted.map((v, i) => Math.abs(found.data[i * 4 + c] - v));
    // Half a level is rounding; the rest is what whole weights lose.
    expect(Math.max(...off)).toBeLessThan(0.62);
    expect(off.reduce((a, b) => a + b) / off.length).toBeLessThan(0.27);
  }
  expect(found.data.filter((_, i) => i % 4 === 3).every((a) => a === 255)).toBe(true);
});

it('a picture at its own size stays as it is, to the byte', () => {
  const p = grain(61, 23, 5);
  expect(resample(p, all(p), 61, 23).data).toEqual(p.data);
});

it('what is even stays even at any size', () =>
  fc.assert(
    fc.property(
      fc.tuple(fc.integer({ min: 1, max: 70 }), fc.integer({ min: 1, max: 70 })),
      fc.tuple(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 1, max: 90 })),
      fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)),
      ([w, h], [width, height], [r, g, b]) => {
        const { data } = resample(
          picture(w, h, () => [r, g, b, 255]),
          { x: 0, y: 0, width: w, height: h },
          width,
          height,
        );
        expect(new Set(new Uint32Array(data.buffer))).toEqual(
          new Set([((255 << 24) | (b << 16) | (g << 8) | r) >>> 0]),
        );
      },
    ),
    { numRuns: 60 },
  ));

it('mirrored, it is the mirror', () => {
  const p = grain(31, 22, 9),
    a = resample(p, all(p), 24, 17),
    b = resample(p, all(p), 24, 17, true, true);
  const pixels = (q: Pixels): number[] => [...new Uint32Array(q.data.buffer)];
  expect(pixels(b)).toEqual(pixels(a).reverse());
});

it('a part comes out as it is in the whole', () => {
  const p = grain(64, 48, 3),
    whole = resample(p, all(p), 50, 37),
    box = { x: 13, y: 5, width: 22, height: 19 },
    part = resample(p, all(p), 50, 37, false, false, undefined, box);
  for (let y = 0; y < box.height; y++) {
    const from = ((y + box.y) * 50 + box.x) * 4;
    expect(part.data.slice(y * box.width * 4, (y + 1) * box.width * 4)).toEqual(
      whole.data.slice(from, from + box.width * 4),
    );
  }
});

it('a picture too tall to be held at once is fitted in stripes that do not show', () => {
  // Reduced along one side only: hundreds of rows make one.
  const p = grain(1100, 4000, 7),
    whole = resample(p, all(p), 900, 4),
    part = { x: 440, y: 0, width: 20, height: 4 },
    some = resample(p, all(p), 900, 4, false, false, undefined, part);
  for (let y = 0; y < 4; y++)
    expect(some.data.slice(y * 80, (y + 1) * 80)).toEqual(
      whole.data.slice((y * 900 + 440) * 4, (y * 900 + 440) * 4 + 80),
    );
});

it('weights stay whole, and sum to one', () =>
  fc.assert(
    fc.property(
      fc.double({ min: -5, max: 50, noNaN: true }),
      fc.double({ min: 0.5, max: 300, noNaN: true }),
      fc.integer({ min: 1, max: 400 }),
      fc.integer({ min: 1, max: 60 }),
      (from, extent, limit, target) => {
        const taps = tapsOf(from, extent, limit, target, false),
          whole = wholeWeights(taps, 0, target);
        for (let i = 0; i < target; i++)
          expect(whole.slice(i * taps.count, (i + 1) * taps.count).reduce((a, b) => a + b, 0)).toBe(1 << 14);
      },
    ),
  ));

it.each([
  [1, 1],
  [2, 2],
  [7, 5],
  [8, 6],
  [33, 20],
  [90, 41],
])('half of %d x %d is the mean of four pixels, the last row and column repeated', (w, h) => {
  const p = grain(w, h, w + h),
    found = halve(p),
    width = Math.max(1, (w + 1) >> 1),
    height = Math.max(1, (h + 1) >> 1);
  expect([found.width, found.height]).toEqual([width, height]);
  const wanted: number[] = [];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < 4; c++) {
        const at = (dx: number, dy: number): number =>
          p.data[(Math.min(h - 1, y * 2 + dy) * w + Math.min(w - 1, x * 2 + dx)) * 4 + c];
        wanted.push((at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1) + 2) >> 2);
      }
  expect([...found.data]).toEqual(wanted);
});

it('one translucent pixel is found, wherever it is', () => {
  const W = 397,
    H = 333;
  expect(isOpaque(grain(W, H, 1))).toBe(true);
  for (const at of [0, 1, 5, 65_535, 65_536, 65_537, W * H - 2, W * H - 1]) {
    const p = grain(W, H, 1);
    p.data[at * 4 + 3] = 254;
    expect([at, isOpaque(p)]).toEqual([at, false]);
  }
});
