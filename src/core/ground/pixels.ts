// Pictures as bytes.

/** Pixels as RGBA bytes, row by row. */
export interface Pixels {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}
