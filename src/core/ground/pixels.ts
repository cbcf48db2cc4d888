// Pictures as bytes.

/** Pixels as RGBA bytes, row by row. */
export interface Pixels {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

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

/** Does nothing show through? */
export function isOpaque({ data }: Pixels): boolean {
  for (let i = 3; i < data.length; i += 4) if (data[i] !== 255) return false;
  return true;
}
