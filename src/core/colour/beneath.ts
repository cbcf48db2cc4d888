// Colours for what is newly laid over a picture, by what is seen there: nothing may arrive that cannot be seen.
import { hexFromOklab, oklab } from './oklab';
import { tintFrom } from './palette';
import { contrast, luminance, rgba, toHex } from './srgb';

/** What is seen in a part of a picture. */
export interface Beneath {
  /** Its mean colour, hex. */
  hex: string;
  /** Relative luminance (0..1) a tenth of it is darker than, and a tenth lighter. */
  low: number;
  high: number;
}

/** @param data opaque RGBA, at least one pixel */
export function beneathOf(data: Uint8ClampedArray): Beneath {
  const n = data.length / 4,
    lums = new Float64Array(n);
  let r = 0,
    g = 0,
    b = 0;
  for (let i = 0; i < n; i++) {
    const [R, G, B] = [data[i * 4], data[i * 4 + 1], data[i * 4 + 2]];
    r += R;
    g += G;
    b += B;
    lums[i] = luminance(R, G, B);
  }
  lums.sort();
  const at = (q: number): number => lums[Math.min(n - 1, Math.floor(n * q))];
  return { hex: toHex(Math.round(r / n), Math.round(g / n), Math.round(b / n)), low: at(0.1), high: at(0.9) };
}

const luminanceOf = (hex: string): number => {
  const { r, g, b } = rgba(hex);
  return luminance(r, g, b);
};
const worst = (hex: string, { low, high }: Beneath): number => {
  const l = luminanceOf(hex);
  return Math.min(contrast(l, low), contrast(l, high));
};

/** WCAG 2.2, 1.4.3: what small text needs. */
const ENOUGH = 4.5;

/**
 * The first of the wanted colours that can be told from what is seen there, else the one that can best.
 * @param wanted hex, at least one, the most wanted first
 */
export function inkOver(beneath: Beneath, wanted: readonly string[]): string {
  return (
    wanted.find((w) => worst(w, beneath) >= ENOUGH) ??
    wanted.reduce((best, w) => (worst(w, beneath) > worst(best, beneath) ? w : best))
  );
}

/** Least step of OKLab lightness by which a box is told from what lies round it. */
const STEP = 0.09;

/**
 * A ground to lay behind letters: of the hue that is seen there, far enough from the ink, and not the same as what lies
 * round it. @param ink hex @param beneath null where it is not known
 */
export function groundFor(ink: string, beneath: Beneath | null): string {
  const light = luminanceOf(ink) > 0.25,
    { r, g, b } = rgba(beneath?.hex ?? (light ? '#16202a' : '#f4efe6')),
    [L, A, B] = oklab(r, g, b);
  const holds = (hex: string): boolean => contrast(luminanceOf(hex), luminanceOf(ink)) >= ENOUGH;
  const own = light ? tintFrom([L, A, B]) : hexFromOklab(Math.max(0.93, Math.min(0.97, L)), A * 0.3, B * 0.3);
  const { r: or, g: og, b: ob } = rgba(own),
    [l, a, c] = oklab(or, og, ob);
  const tried =
    beneath && Math.abs(l - L) < STEP
      ? [hexFromOklab(Math.min(0.98, l + STEP), a, c), hexFromOklab(Math.max(0.06, l - STEP), a, c), own]
      : [own];
  return tried.find(holds) ?? (light ? '#000000' : '#ffffff');
}
