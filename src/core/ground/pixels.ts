// Pictures as bytes.
import type { Box } from './box';

/** Pixels as RGBA bytes, row by row. */
export interface Pixels {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/** The same bytes, a pixel a word: alpha is its upper byte. They are copied where they do not lie evenly. */
export const wordsOf = (rgba: Uint8ClampedArray): Uint32Array =>
  rgba.byteOffset % 4 === 0
    ? new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length >> 2)
    : new Uint32Array(rgba.slice().buffer);

/** Transparent pixels. */
export const blank = (width: number, height: number): Pixels => ({
  width,
  height,
  data: new Uint8ClampedArray(width * height * 4),
});

/** Lays a picture into another one, its left edge at `x`; it must fit. */
export function layInto(into: Pixels, { width, height, data }: Pixels, x: number): void {
  for (let y = 0; y < height; y++)
    into.data.set(data.subarray(y * width * 4, (y + 1) * width * 4), (y * into.width + x) * 4);
}

/** A part of a picture, which must lie within it. */
export function cropped(p: Pixels, { x, y, width, height }: Box): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let row = 0; row < height; row++)
    data.set(p.data.subarray(((y + row) * p.width + x) * 4, ((y + row) * p.width + x + width) * 4), row * width * 4);
  return { width, height, data };
}
