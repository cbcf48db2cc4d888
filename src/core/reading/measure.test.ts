// The parts of the measurement, each against a brute-force answer.
import type { TextLayout } from '../type/layout';
import { busyGrid, busyness, cellMeans } from './busyness';
import { quantile } from './contrast-of-letters';
import { CoverageRaster } from './coverage';
import { nearestInk } from './nearest-ink';
import { baseRatio, busynessFactor, verdictOf } from './verdict';

let seed = 1;
const random = (): number => (seed = (seed * 48271) % 2147483647) / 2147483647;

describe('coverage', () => {
  it('of shapes is their exact area', () => {
    const r = new CoverageRaster();
    r.moveTo(2.25, 3.5);
    r.lineTo(7.75, 3.5);
    r.lineTo(7.75, 8.25);
    r.lineTo(2.25, 8.25);
    r.closePath();
    const c = r.cover({ x: 0, y: 0, width: 12, height: 12 });
    expect(c.reduce((s, v) => s + v, 0)).toBeCloseTo(5.5 * 4.75, 4);
    expect(c[3 * 12 + 2]).toBeCloseTo(0.75 * 0.5, 5);
    expect(c[5 * 12 + 5]).toBe(1);
    expect(c[5 * 12 + 9]).toBe(0);
  });
  it('of triangles agrees with counting fine samples, also where they leave the region', () => {
    for (let n = 0; n < 20; n++) {
      const p = Array.from({ length: 3 }, () => [random() * 26 - 3, random() * 26 - 3]);
      const r = new CoverageRaster();
      r.moveTo(p[0][0], p[0][1]);
      r.lineTo(p[1][0], p[1][1]);
      r.lineTo(p[2][0], p[2][1]);
      r.closePath();
      const c = r.cover({ x: 0, y: 0, width: 20, height: 20 });
      const side = (a: number[], b: number[], x: number, y: number): number =>
        (b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0]);
      for (let i = 0; i < 12; i++) {
        const x = Math.floor(random() * 20),
          y = Math.floor(random() * 20);
        let inside = 0;
        for (let k = 0; k < 400; k++) {
          const sx = x + ((k % 20) + 0.5) / 20,
            sy = y + (Math.floor(k / 20) + 0.5) / 20;
          const s = [side(p[0], p[1], sx, sy), side(p[1], p[2], sx, sy), side(p[2], p[0], sx, sy)];
          if (s.every((v) => v > 0) || s.every((v) => v < 0)) inside++;
        }
        expect(Math.abs(c[y * 20 + x] - inside / 400)).toBeLessThan(0.05);
      }
    }
  });
  it('counts overlapping contours once, and knows stroke width', () => {
    const r = new CoverageRaster();
    for (const x of [2, 4]) {
      r.moveTo(x, 2);
      r.lineTo(x + 5, 2);
      r.lineTo(x + 5, 6);
      r.lineTo(x, 6);
      r.closePath();
    }
    expect(Math.max(...r.cover({ x: 0, y: 0, width: 12, height: 8 }))).toBe(1);
    const bar = new CoverageRaster();
    bar.moveTo(0, 0);
    bar.lineTo(200, 0);
    bar.lineTo(200, 8);
    bar.lineTo(0, 8);
    bar.closePath();
    expect((2 * bar.area) / bar.perimeter).toBeCloseTo(8, 0);
  });
});

it('nearest ink is the nearest of all, by trying each', () => {
  for (let n = 0; n < 15; n++) {
    const w = 5 + Math.floor(random() * 25),
      h = 5 + Math.floor(random() * 25);
    const ink = Uint8Array.from({ length: w * h }, () => (random() < 0.04 ? 1 : 0));
    const near = nearestInk(ink, w, h);
    for (let i = 0; i < w * h; i++) {
      let least = Infinity;
      for (let k = 0; k < w * h; k++)
        if (ink[k]) least = Math.min(least, ((i % w) - (k % w)) ** 2 + (Math.floor(i / w) - Math.floor(k / w)) ** 2);
      if (least === Infinity) expect(near[i]).toBe(-1);
      else expect(((i % w) - (near[i] % w)) ** 2 + (Math.floor(i / w) - Math.floor(near[i] / w)) ** 2).toBe(least);
    }
  }
});

it('selection finds what sorting finds', () => {
  for (let n = 1; n < 60; n++) {
    const v = Float32Array.from({ length: n }, () => Math.floor(random() * 12)),
      k = Math.floor(random() * n);
    expect(quantile(Float32Array.from(v), n, k)).toBe(Float32Array.from(v).sort()[k]);
  }
});

describe('busyness', () => {
  const layout = {
    lines: [{ left: 0, width: 300, top: 0, bottom: 80, start: 0, end: 1, next: 1, baseline: 60 }],
    xHeight: 40,
    fontSize: 80,
  } as unknown as TextLayout;
  const of = (value: (x: number, y: number) => number): number => {
    const region = { x: 0, y: 0, width: 400, height: 180 };
    const data = new Uint8ClampedArray(400 * 180 * 4);
    for (let y = 0; y < 180; y++)
      for (let x = 0; x < 400; x++) data.fill(value(x, y), (y * 400 + x) * 4, (y * 400 + x) * 4 + 4);
    const grid = busyGrid(layout, [1, 0, 0, 1, 50, 50], 10, region);
    return busyness(grid, cellMeans(grid, data));
  };
  it('looks at the same pixels however the text lies: upright as a turn by nothing, and turned by a quarter', () => {
    const region = { x: 20, y: 10, width: 360, height: 390 },
      upright = busyGrid(layout, [0.83, 0, 0, 0.83, 51.3, 50.7], 10, region);
    expect(busyGrid(layout, [0.83, 1e-12, 0, 0.83, 51.3, 50.7], 10, region)).toEqual(upright);
    const turned = busyGrid(layout, [0, 0.83, -0.83, 0, 200, 50], 10, region),
      at = ({ samples }: typeof turned, i: number): [number, number] => [
        samples[i] % region.width,
        Math.floor(samples[i] / region.width),
      ];
    // From one sample of a row to the next it goes down instead of right.
    const [x0, y0] = at(turned, 0),
      [x1, y1] = at(turned, turned.perCell * (turned.columns >> 1));
    expect([x1 - x0, y1 > y0]).toEqual([0, true]);
  });
  it('is nought on a flat picture and small on a slow ramp', () => {
    expect(of(() => 120)).toBeCloseTo(0, 3);
    expect(of((x) => x / 2)).toBeLessThan(6);
  });
  it('is greatest for texture between stroke and x-height', () => {
    const wave = (period: number): number => of((x) => 128 + 60 * Math.sin((2 * Math.PI * x) / period));
    expect(wave(60)).toBeGreaterThan(60);
    expect(wave(60)).toBeGreaterThan(wave(700) * 2);
    expect(wave(60)).toBeGreaterThan(wave(4) * 3);
  });
  it('one straight edge behind a text is no texture', () => {
    expect(of((x) => (x < 200 ? 0 : 255))).toBeLessThan(3);
    // Texture behind all of it is.
    expect(of((x) => (x % 40 < 20 ? 80 : 160))).toBeGreaterThan(40);
  });
  it('raises what is needed by at most half, and not at all where it is calm', () => {
    expect([0, 10, 55, 100, 400].map(busynessFactor)).toEqual([1, 1, 1.25, 1.5, 1.5]);
  });
});

it('verdicts and needed ratios at their bounds', () => {
  expect(
    ['standard', 'strict'].flatMap((g) =>
      [
        [14, 700],
        [18.66, 700],
        [18.66, 600],
        [24, 400],
      ].map(([px, w]) => baseRatio(g as 'standard', px, w)),
    ),
  ).toEqual([4.5, 3, 4.5, 3, 7, 4.5, 7, 4.5]);
  expect([3, 2.99, 1.8, 1.79].map((r) => verdictOf(r, 3))).toEqual(['clear', 'strained', 'strained', 'lost']);
});
