// Dithering from floats to bytes: a threshold for each pixel from interleaved gradient noise (Jorge Jimenez, SIGGRAPH
// 2014 course "Advances in real-time rendering"), as a table that repeats. Whole numbers pass unchanged.

export const DITHER_SIDE = 128;

/** Thresholds in (0, 1), row by row; index with (y & 127) * 128 + (x & 127), x and y in pixels of the whole slide. */
export const DITHER = Float32Array.from({ length: DITHER_SIDE * DITHER_SIDE }, (_, i) => {
  const x = i % DITHER_SIDE,
    y = Math.floor(i / DITHER_SIDE);
  const f = 0.06711056 * x + 0.00583715 * y,
    v = 52.9829189 * (f - Math.floor(f));
  return 0.002 + 0.996 * (v - Math.floor(v));
});
