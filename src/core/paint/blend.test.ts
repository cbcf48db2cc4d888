// All sixteen blend modes against the formulas of CSS Compositing and Blending Level 1 (sections 10.1 and 10.2).
import { makeTint } from '../kinds/tint';
import { easelFor } from '../testing/pixels';
import { flat } from '../testing/scenes';
import type { BlendMode } from '../values/plain';
import { BLEND_MODES } from '../values/plain';

const { paint } = easelFor();
type Rgb = [number, number, number];

const hardLight = (b: number, s: number): number => (s <= 0.5 ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1));
const separable: Partial<Record<BlendMode, (b: number, s: number) => number>> = {
  normal: (_b, s) => s,
  multiply: (b, s) => b * s,
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => hardLight(s, b),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': (b, s) => (b === 0 ? 0 : s === 1 ? 1 : Math.min(1, b / (1 - s))),
  'color-burn': (b, s) => (b === 1 ? 1 : s === 0 ? 0 : 1 - Math.min(1, (1 - b) / s)),
  'hard-light': hardLight,
  'soft-light': (b, s) => {
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
    return s <= 0.5 ? b - (1 - 2 * s) * b * (1 - b) : b + (2 * s - 1) * (d - b);
  },
  difference: (b, s) => Math.abs(b - s),
  exclusion: (b, s) => b + s - 2 * b * s,
};
const lum = ([r, g, b]: Rgb): number => 0.3 * r + 0.59 * g + 0.11 * b;
const clip = (c: Rgb): Rgb => {
  const l = lum(c),
    n = Math.min(...c),
    x = Math.max(...c);
  let out = c;
  if (n < 0) out = out.map((v) => l + ((v - l) * l) / (l - n)) as Rgb;
  if (x > 1) out = out.map((v) => l + ((v - l) * (1 - l)) / (x - l)) as Rgb;
  return out;
};
const setLum = (c: Rgb, l: number): Rgb => clip(c.map((v) => v + l - lum(c)) as Rgb);
const sat = (c: Rgb): number => Math.max(...c) - Math.min(...c);
const setSat = (c: Rgb, s: number): Rgb => {
  const low = Math.min(...c),
    range = sat(c);
  return c.map((v) => (range > 0 ? ((v - low) * s) / range : 0)) as Rgb;
};
const whole: Partial<Record<BlendMode, (b: Rgb, s: Rgb) => Rgb>> = {
  hue: (b, s) => setLum(setSat(s, sat(b)), lum(b)),
  saturation: (b, s) => setLum(setSat(b, sat(s)), lum(b)),
  color: (b, s) => setLum(s, lum(b)),
  luminosity: (b, s) => setLum(b, lum(s)),
};
const PAIRS: [string, string][] = [
  ['#c86432', '#508cf0'],
  ['#204060', '#e0c040'],
  ['#f0f0e0', '#303840'],
  ['#101010', '#808080'],
];
const rgb = (hex: string): Rgb => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255) as Rgb;

it.each([...BLEND_MODES])('%s, opaque and at 40 %', async (blend) => {
  for (const [below, above] of PAIRS)
    for (const alpha of [1, 0.4]) {
      const s = await paint((z) => [flat('b', below)(z), { ...makeTint('t', above, alpha, z), blend }], 8, 8);
      const b = rgb(below),
        c = rgb(above);
      const mixed = whole[blend]?.(b, c) ?? (b.map((v, i) => separable[blend]!(v, c[i])) as Rgb);
      mixed.forEach((v, i) =>
        expect(Math.abs(s.at(4, 4)[i] - 255 * (b[i] * (1 - alpha) + v * alpha))).toBeLessThanOrEqual(3),
      );
    }
});

it('a new layer starts at normal, whatever the last one had', () => {
  expect(makeTint('t', '#000000', 1, { width: 9, height: 9 }).blend).toBe('normal');
});
