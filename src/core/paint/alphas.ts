// One colour, more or less of it at each pixel: what fades and pools are painted as.
import { rgba } from '../colour/srgb';
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { DITHER } from './dither';

/**
 * Paints a colour with an alpha for each pixel, dithered.
 * @param alphas 0..1, row by row over the region
 * @param opacity 0..1, folded in before dithering
 * @param origin what to add to surface pixels to get pixels of the whole slide, so that parts of a slide dither alike
 */
export function paintAlphas(
  alphas: Float32Array,
  hex: string,
  opacity: number,
  region: Box,
  origin: { x: number; y: number },
): Pixels {
  const { width, height } = region,
    // A pixel at a time: red in the lowest byte, alpha in the highest.
    words = new Uint32Array(width * height);
  const { r, g, b, a } = rgba(hex),
    ink = r | (g << 8) | (b << 16),
    full = opacity * a * 255;
  for (let y = 0, i = 0; y < height; y++) {
    const row = ((y + region.y + origin.y) & 127) << 7,
      left = region.x + origin.x;
    for (let x = 0; x < width; x++, i++) {
      const alpha = (alphas[i] * full + DITHER[row | ((x + left) & 127)]) | 0;
      if (alpha !== 0) words[i] = (alpha << 24) | ink;
    }
  }
  return { width, height, data: new Uint8ClampedArray(words.buffer) };
}
