// A second opinion on a page that was handed over, from screenshots alone: once with its letters and once without their
// ink. It shares no code with the core, and knows nothing of how the page was made.
import sharp from 'sharp';

export interface Shot {
  data: Buffer;
  width: number;
  height: number;
}

/** A screenshot as RGB, rows from the top. @param png base64 */
export async function shotOf(png: string): Promise<Shot> {
  const { data, info } = await sharp(Buffer.from(png, 'base64'))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { data, width: info.width, height: info.height };
}

// Looked up once: these loops run over millions of pixels.
const { abs, min, max } = Math;

const linear = (v: number): number => (v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4);
const LUMINANCE = Float64Array.from({ length: 256 }, (_, i) => linear(i));
const luminance = (d: Uint8Array, i: number): number =>
  0.2126 * LUMINANCE[d[i]] + 0.7152 * LUMINANCE[d[i + 1]] + 0.0722 * LUMINANCE[d[i + 2]];

/**
 * Contrast of one letter with what lies round it: the value that a quarter of its outline stays below.
 * @param inked with letters @param bare the same without their ink
 * @param box of the letter, px @param ink its colour, 0..255 @param size of the type, px
 */
export function letterContrast(
  inked: Shot,
  bare: Shot,
  box: { x: number; y: number; width: number; height: number },
  ink: readonly [number, number, number],
  size: number,
): number | null {
  const { width, height } = inked,
    radius = max(2, 0.06 * size),
    pad = Math.ceil(radius) + 1,
    x0 = max(0, Math.floor(box.x) - pad),
    y0 = max(0, Math.floor(box.y) - pad),
    x1 = min(width, Math.ceil(box.x + box.width) + pad),
    y1 = min(height, Math.ceil(box.y + box.height) + pad),
    own = (x: number): boolean => x >= box.x - 0.5 && x < box.x + box.width + 0.5;
  // How much of a pixel is ink: how far it went from the bare picture towards the ink.
  const cover = (x: number, y: number): number => {
    const i = (y * width + x) * 3;
    let far = 0,
      way = 0;
    for (let c = 0; c < 3; c++) {
      const full = ink[c] - bare.data[i + c];
      if (abs(full) > abs(far)) {
        far = full;
        way = inked.data[i + c] - bare.data[i + c];
      }
    }
    return abs(far) < 12 ? 0 : way / far;
  };
  const w = x1 - x0,
    covers = new Float64Array(w * (y1 - y0));
  for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) covers[(y - y0) * w + x - x0] = cover(x, y);
  const at = (x: number, y: number): number =>
    x < x0 || x >= x1 || y < y0 || y >= y1 ? 0 : covers[(y - y0) * w + x - x0];
  // Round the letter's own rim, as far as the radius.
  const near = new Uint8Array(covers.length);
  for (let y = y0; y < y1; y++)
    for (let x = x0; x < x1; x++) {
      if (!own(x) || at(x, y) <= 0.5) continue;
      if (min(at(x - 1, y), at(x + 1, y), at(x, y - 1), at(x, y + 1)) > 0.5) continue;
      for (let dy = -pad; dy <= pad; dy++)
        for (let dx = -pad; dx <= pad; dx++) {
          const px = x + dx,
            py = y + dy;
          if (dx * dx + dy * dy <= radius * radius && px >= x0 && px < x1 && py >= y0 && py < y1)
            near[(py - y0) * w + px - x0] = 1;
        }
    }
  const l = luminance(Uint8Array.from(ink), 0),
    found: number[] = [];
  for (let y = y0; y < y1; y++)
    for (let x = x0; x < x1; x++) {
      if (!near[(y - y0) * w + x - x0] || at(x, y) >= 0.12) continue;
      const b = luminance(bare.data, (y * width + x) * 3);
      found.push((max(l, b) + 0.05) / (min(l, b) + 0.05));
    }
  if (!found.length) return null;
  found.sort((p, q) => p - q);
  return found[Math.floor(found.length * 0.25)];
}

/** The ratio that WCAG 2.2, 1.4.3, asks of a text. */
export const neededRatio = (size: number, weight: number): number =>
  size >= 24 || (size >= 18.66 && weight >= 700) ? 3 : 4.5;

/** Mean difference of two pictures in levels, and the share of pixels that differ by more than 16. */
export function differenceOf(a: Shot, b: Shot): { mean: number; far: number } {
  if (a.width !== b.width || a.height !== b.height)
    throw new Error(`${a.width} x ${a.height} is not ${b.width} x ${b.height}`);
  let sum = 0,
    far = 0;
  for (let i = 0; i < a.data.length; i += 3) {
    let most = 0;
    for (let c = 0; c < 3; c++) {
      const d = abs(a.data[i + c] - b.data[i + c]);
      sum += d;
      most = max(most, d);
    }
    if (most > 16) far++;
  }
  return { mean: sum / a.data.length, far: far / (a.data.length / 3) };
}
