// Exact Euclidean distance to the nearest ink pixel, and which one it is: two passes, linear in the area
// (Meijster, Roerdink and Hesselink 2000, "A general algorithm for computing distance transforms in linear time").

/**
 * @param ink one byte a pixel, not 0 where there is ink
 * @returns for every pixel the index of the nearest ink pixel, or -1 where there is no ink at all
 */
export function nearestInk(ink: Uint8Array, width: number, height: number): Int32Array {
  const FAR = 1e7;
  // Pass 1: the row of the nearest ink in each column.
  const rowOf = new Int32Array(width * height).fill(-1);
  for (let x = 0; x < width; x++) {
    let last = -1;
    for (let y = 0; y < height; y++) {
      if (ink[y * width + x]) last = y;
      rowOf[y * width + x] = last;
    }
    last = -1;
    for (let y = height - 1; y >= 0; y--) {
      const i = y * width + x;
      if (ink[i]) last = y;
      if (last >= 0 && (rowOf[i] < 0 || last - y < y - rowOf[i])) rowOf[i] = last;
    }
  }
  // Pass 2: along each row the lower envelope of the parabolas (x - i)^2 + g(i)^2.
  const out = new Int32Array(width * height).fill(-1);
  const at = new Int32Array(width), from = new Int32Array(width), g2 = new Float64Array(width);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) {
      const r = rowOf[row + x];
      g2[x] = r < 0 ? FAR * FAR : (r - y) * (r - y);
    }
    let q = 0;
    at[0] = 0;
    from[0] = 0;
    for (let u = 1; u < width; u++) {
      while (q >= 0) {
        const i = at[q], t = from[q];
        if ((t - i) * (t - i) + g2[i] > (t - u) * (t - u) + g2[u]) q--;
        else break;
      }
      if (q < 0) {
        q = 0;
        at[0] = u;
        from[0] = 0;
      } else {
        const i = at[q];
        const w = 1 + Math.floor((u * u - i * i + g2[u] - g2[i]) / (2 * (u - i)));
        if (w < width) {
          q++;
          at[q] = u;
          from[q] = w;
        }
      }
    }
    for (let u = width - 1; u >= 0; u--) {
      const i = at[q], r = rowOf[row + i];
      if (r >= 0) out[row + u] = r * width + i;
      if (u === from[q] && q > 0) q--;
    }
  }
  return out;
}
