// sRGB (IEC 61966-2-1) bytes and hex, relative luminance and contrast ratio (WCAG 2.2).

/** Channels 0..255 and alpha 0..1. */
export interface Rgba {
  r: number;
  g: number;
  b: number;
  a: number;
}

/** Linear light 0..1 of each sRGB byte; threshold 0.04045 as in WCAG 2.2. */
export const LINEAR = Float64Array.from({ length: 256 }, (_, i) => {
  const c = i / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
});

/**
 * Reads #rgb, #rrggbb or #rrggbbaa, with or without the hash.
 * @returns null where the text is no colour
 */
export function parseHex(text: string): Rgba | null {
  let t = text.trim().replace(/^#/, '').toLowerCase();
  if (/^[0-9a-f]{3,4}$/.test(t)) t = [...t].map((c) => c + c).join('');
  if (!/^(?:[0-9a-f]{6}|[0-9a-f]{8})$/.test(t)) return null;
  const byte = (i: number) => parseInt(t.slice(i, i + 2), 16);
  return { r: byte(0), g: byte(2), b: byte(4), a: t.length === 8 ? byte(6) / 255 : 1 };
}

/** Like parseHex, for colours already validated. @throws RangeError */
export function rgba(hex: string): Rgba {
  const c = parseHex(hex);
  if (!c) throw new RangeError(`${hex} is not a colour`);
  return c;
}

const two = (v: number): string =>
  Math.round(Math.min(255, Math.max(0, v)))
    .toString(16)
    .padStart(2, '0');

/** #rrggbb, or #rrggbbaa where alpha is below 1. */
export const toHex = (r: number, g: number, b: number, a = 1): string =>
  `#${two(r)}${two(g)}${two(b)}${a < 1 ? two(a * 255) : ''}`;

/** Relative luminance 0..1 of sRGB bytes (0..255, rounded). */
export const luminance = (r: number, g: number, b: number): number =>
  0.2126 * LINEAR[r] + 0.7152 * LINEAR[g] + 0.0722 * LINEAR[b];

/** Contrast ratio 1..21 of two relative luminances. */
export const contrast = (l1: number, l2: number): number =>
  l1 > l2 ? (l1 + 0.05) / (l2 + 0.05) : (l2 + 0.05) / (l1 + 0.05);

/** Contrast ratio of two opaque colours given as hex. */
export function contrastOfHex(one: string, other: string): number {
  const a = rgba(one),
    b = rgba(other);
  return contrast(luminance(a.r, a.g, a.b), luminance(b.r, b.g, b.b));
}
