// OKLab (Ottosson 2020, "A perceptual color space for image processing") from sRGB bytes, for hot loops.
import { LINEAR, rgba, toHex } from './srgb';

/** Lightness 0..1 of sRGB bytes. */
export function lightness(r: number, g: number, b: number): number {
  const R = LINEAR[r],
    G = LINEAR[g],
    B = LINEAR[b];
  return (
    0.2104542553 * Math.cbrt(0.4122214708 * R + 0.5363325363 * G + 0.0514459929 * B) +
    0.793617785 * Math.cbrt(0.2119034982 * R + 0.6806995451 * G + 0.1073969566 * B) -
    0.0040720468 * Math.cbrt(0.0883024619 * R + 0.2817188376 * G + 0.6299787005 * B)
  );
}

/** [L, a, b] of sRGB bytes; L 0..1, a and b about -0.4..0.4. */
export function oklab(r: number, g: number, b: number): [number, number, number] {
  const R = LINEAR[r],
    G = LINEAR[g],
    B = LINEAR[b];
  const l = Math.cbrt(0.4122214708 * R + 0.5363325363 * G + 0.0514459929 * B);
  const m = Math.cbrt(0.2119034982 * R + 0.6806995451 * G + 0.1073969566 * B);
  const s = Math.cbrt(0.0883024619 * R + 0.2817188376 * G + 0.6299787005 * B);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

/** [L, a, b] of a hex colour. @throws RangeError */
export function labOfHex(hex: string): [number, number, number] {
  const { r, g, b } = rgba(hex);
  return oklab(r, g, b);
}

const gamma = (v: number): number => 255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);

function channels(L: number, a: number, b: number): [number, number, number] {
  const l = (L + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (L - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (L - 0.0894841775 * a - 1.291485548 * b) ** 3;
  return [
    4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
    -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s,
  ];
}

/** sRGB channels 0..255, not rounded, of an OKLab colour; what lies outside sRGB is clipped. */
export const channelsFromOklab = (L: number, a: number, b: number): [number, number, number] =>
  channels(L, a, b).map((v) => gamma(Math.min(1, Math.max(0, v)))) as [number, number, number];

/** Hex of an OKLab colour; chroma is lowered until it is inside sRGB. */
export function hexFromOklab(L: number, a: number, b: number): string {
  let k = 1;
  let rgb = channels(L, a, b);
  while (k > 0 && rgb.some((v) => v < -0.0005 || v > 1.0005)) {
    k -= 0.04;
    rgb = channels(L, a * Math.max(0, k), b * Math.max(0, k));
  }
  const [r, g, bl] = rgb.map((v) => gamma(Math.min(1, Math.max(0, v))));
  return toHex(r, g, bl);
}
