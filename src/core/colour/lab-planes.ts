// OKLab of whole pictures, quickly: cube roots are read off two tables, a finer one for the dark, and interpolated.
import { LINEAR } from './srgb';

/** Entries to one unit; below 1/64 there are 64 times as many. */
const STEPS = 4096;
const FINER = 64;
const ROOT = Float64Array.from({ length: STEPS + 2 }, (_, i) => Math.cbrt(i / STEPS));
const DARK = Float64Array.from({ length: STEPS + 2 }, (_, i) => Math.cbrt(i / STEPS / FINER));
const scaled = (k: number): Float64Array => LINEAR.map((v) => v * k * STEPS);
const LR = scaled(0.4122214708), LG = scaled(0.5363325363), LB = scaled(0.0514459929);
const MR = scaled(0.2119034982), MG = scaled(0.6806995451), MB = scaled(0.1073969566);
const SR = scaled(0.0883024619), SG = scaled(0.2817188376), SB = scaled(0.6299787005);

/** Cube root of v / STEPS, v in 0..STEPS; off by at most 2e-3 right above 0 and by less than 1e-6 from 1e-4 on. */
function root(v: number): number {
  if (v >= STEPS / FINER) {
    const i = v | 0;
    return ROOT[i] + (ROOT[i + 1] - ROOT[i]) * (v - i);
  }
  const w = v * FINER, i = w | 0;
  return DARK[i] + (DARK[i + 1] - DARK[i]) * (w - i);
}

/**
 * Writes L, a, b of `count` RGBA pixels from pixel `from` on to `out`, three floats a pixel.
 * @param out at least 3 * count long
 */
export function labOf(rgba: Uint8ClampedArray, from: number, count: number, out: Float32Array, at = 0): void {
  for (let i = 0, p = from * 4, o = at; i < count; i++, p += 4, o += 3) {
    const r = rgba[p], g = rgba[p + 1], b = rgba[p + 2];
    const l = root(LR[r] + LG[g] + LB[b]), m = root(MR[r] + MG[g] + MB[b]), s = root(SR[r] + SG[g] + SB[b]);
    out[o] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
    out[o + 1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
    out[o + 2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
  }
}
