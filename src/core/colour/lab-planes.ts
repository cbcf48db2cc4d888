// OKLab of whole pictures, quickly: cube roots are read off two tables, a finer one for the dark, and interpolated.
import { LINEAR } from './srgb';

/** Entries to one unit; below 1/64 there are 64 times as many. */
const STEPS = 4096;
const FINER = 64;
const ROOT = Float64Array.from({ length: STEPS + 2 }, (_, i) => Math.cbrt(i / STEPS));
const DARK = Float64Array.from({ length: STEPS + 2 }, (_, i) => Math.cbrt(i / STEPS / FINER));
/** Rows of the matrix from linear light to cones, of Ottosson's OKLab. */
const CONES = [
  [0.4122214708, 0.5363325363, 0.0514459929],
  [0.2119034982, 0.6806995451, 0.1073969566],
  [0.0883024619, 0.2817188376, 0.6299787005],
];
/**
 * For each byte what it gives of red to the three cones, then of green, then of blue: side by side in memory, since
 * pixels need them together.
 */
const GIVES = Float64Array.from(
  { length: 256 * 9 },
  (_, i) => LINEAR[Math.floor(i / 9)] * CONES[i % 3][Math.floor((i % 9) / 3)] * STEPS,
);

/** Cube root of v / STEPS, v in 0..STEPS; off by at most 2e-3 right above 0 and by less than 1e-6 from 1e-4 on. */
function root(v: number): number {
  if (v >= STEPS / FINER) {
    const i = v | 0;
    return ROOT[i] + (ROOT[i + 1] - ROOT[i]) * (v - i);
  }
  const w = v * FINER,
    i = w | 0;
  return DARK[i] + (DARK[i + 1] - DARK[i]) * (w - i);
}

/** OKLab lightness 0..1 of sRGB bytes. */
export function lightnessOf(red: number, green: number, blue: number): number {
  const r = red * 9,
    g = green * 9 + 3,
    b = blue * 9 + 6;
  return (
    0.2104542553 * root(GIVES[r] + GIVES[g] + GIVES[b]) +
    0.793617785 * root(GIVES[r + 1] + GIVES[g + 1] + GIVES[b + 1]) -
    0.0040720468 * root(GIVES[r + 2] + GIVES[g + 2] + GIVES[b + 2])
  );
}

/**
 * Writes L, a, b of `count` RGBA pixels from pixel `from` on to `out`, three floats a pixel.
 * @param out at least 3 * count long
 */
export function labOf(rgba: Uint8ClampedArray, from: number, count: number, out: Float32Array, at = 0): void {
  for (let i = 0, p = from * 4, o = at; i < count; i++, p += 4, o += 3) {
    const r = rgba[p] * 9,
      g = rgba[p + 1] * 9 + 3,
      b = rgba[p + 2] * 9 + 6;
    const l = root(GIVES[r] + GIVES[g] + GIVES[b]),
      m = root(GIVES[r + 1] + GIVES[g + 1] + GIVES[b + 1]),
      s = root(GIVES[r + 2] + GIVES[g + 2] + GIVES[b + 2]);
    out[o] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
    out[o + 1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
    out[o + 2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
  }
}
