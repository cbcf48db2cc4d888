// How a picture looks to other eyes and in other light: grey, colour-vision deficiency, low vision, bright sun. All in
// linear light. Deficiency: Machado, Oliveira and Fernandes, "A Physiologically-based Model for Simulation of Color
// Vision Deficiency", 2009 (their matrices, which culori carries). Glare: a veil of reflected light is added to all
// that the screen shows.
import { filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit } from 'culori/fn';
import { LINEAR } from './srgb';

export type Seeing =
  | { kind: 'plain' }
  | { kind: 'grey' }
  /** Severity 0..1. */
  | { kind: 'protan' | 'deutan' | 'tritan'; severity: number }
  /** Decimal acuity: 1 is normal, 0.1 is a tenth of it. */
  | { kind: 'low'; acuity: number }
  /** Light that the screen reflects, as a share of its white, 0..1. */
  | { kind: 'sun'; glare: number };

/** Rows of a 3 x 4 matrix: red, green, blue and a constant, in linear light. */
export type LightMatrix = readonly [readonly number[], readonly number[], readonly number[]];
/** A row for each of red, green and blue. */
const rows = (row: (channel: number) => readonly number[]): LightMatrix => [row(0), row(1), row(2)];

const FILTERS = { protan: filterDeficiencyProt, deutan: filterDeficiencyDeuter, tritan: filterDeficiencyTrit };

/** What happens to light; null where nothing does. */
export function lightMatrix(seeing: Seeing): LightMatrix | null {
  switch (seeing.kind) {
    case 'grey':
      return rows(() => [0.2126, 0.7152, 0.0722, 0]);
    case 'protan':
    case 'deutan':
    case 'tritan': {
      const filter = FILTERS[seeing.kind](seeing.severity);
      // The filter is linear: its columns are what it makes of red, green and blue.
      const columns = [0, 1, 2].map((i) => {
        const made = filter({ mode: 'rgb', r: Number(i === 0), g: Number(i === 1), b: Number(i === 2) });
        if (made.mode !== 'rgb') throw new TypeError('the filter left sRGB');
        return [made.r, made.g, made.b];
      });
      return rows((c) => [...columns.map((column) => column[c]), 0]);
    }
    case 'sun': {
      const k = 1 / (1 + seeing.glare);
      return rows((row) => [0, 1, 2, 3].map((i) => (i === 3 ? seeing.glare * k : i === row ? k : 0)));
    }
    default:
      return null;
  }
}

/** Arc minutes that a CSS pixel takes at arm's length: the reference pixel of CSS Values and Units, section 6.2. */
const PIXEL_ARCMIN = 1.278;
/** Full width at half maximum of a Gaussian, in standard deviations. */
const FWHM = 2.355;

/**
 * Blur that makes strokes as indistinct to a normal eye as they are to one of that acuity: an eye of decimal acuity a
 * resolves 1 / a arc
 * minutes, which is taken as the width at half maximum; what the viewer's own eye blurs is left out.
 * @returns standard deviation in CSS pixels
 */
export const acuityBlur = (acuity: number): number =>
  Math.sqrt(Math.max(0, (1 / Math.max(0.01, acuity)) ** 2 - 1)) / PIXEL_ARCMIN / FWHM;

/**
 * How much of their contrast strokes keep under that blur: the response of a Gaussian to a grating of strokes and gaps
 * of that width.
 * @param stroke width as shown, CSS px @returns 0..1
 */
export const strokesKept = (seeing: Seeing, stroke: number): number =>
  seeing.kind === 'low'
    ? Math.exp(-2 * (Math.PI * acuityBlur(seeing.acuity) * (1 / (2 * Math.max(0.1, stroke)))) ** 2)
    : 1;

/** sRGB bytes of linear light in 4096 steps. */
const BYTES = Uint8ClampedArray.from({ length: 4097 }, (_, i) => {
  const v = i / 4096;
  return Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055));
});

/** The picture as it is seen; RGBA, alpha kept. What is not changed comes back as it is. */
export function seen(rgba: Uint8ClampedArray, seeing: Seeing): Uint8ClampedArray {
  const m = lightMatrix(seeing);
  if (!m) return rgba;
  const out = new Uint8ClampedArray(rgba.length);
  for (let i = 0; i < rgba.length; i += 4) {
    const r = LINEAR[rgba[i]],
      g = LINEAR[rgba[i + 1]],
      b = LINEAR[rgba[i + 2]];
    for (let c = 0; c < 3; c++) {
      const v = m[c][0] * r + m[c][1] * g + m[c][2] * b + m[c][3];
      out[i + c] = BYTES[v <= 0 ? 0 : v >= 1 ? 4096 : (v * 4096 + 0.5) | 0];
    }
    out[i + 3] = rgba[i + 3];
  }
  return out;
}
