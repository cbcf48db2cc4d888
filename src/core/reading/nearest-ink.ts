// The nearest ink pixel of every pixel within reach, exact in Euclidean distance: first along columns (two scans), then
// along rows, outwards until nothing nearer can come.

/**
 * @param ink one byte a pixel, not 0 where there is ink
 * @param reach pixels farther than this from any ink get -1
 * @returns for every pixel the index of its nearest ink pixel, or -1
 */
export function nearestInk(ink: Uint8Array, width: number, height: number, reach = width + height): Int32Array {
  const NONE = -1e6;
  const count = width * height;
  // Row of the nearest ink in the same column; far away where there is none.
  const rowOf = new Int32Array(count);
  for (let x = 0; x < width; x++) rowOf[x] = ink[x] ? 0 : NONE;
  for (let y = 1, i = width; y < height; y++)
    for (let x = 0; x < width; x++, i++) rowOf[i] = ink[i] ? y : rowOf[i - width];
  for (let y = height - 2; y >= 0; y--)
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const below = rowOf[i + width];
      if (below >= 0 && !ink[i] && below - y < y - rowOf[i]) rowOf[i] = below;
    }
  const out = new Int32Array(count).fill(-1);
  const limit = reach * reach + 1e-9;
  for (let y = 0, i = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++, i++) {
      if (ink[i]) {
        out[i] = i;
        continue;
      }
      const up = rowOf[i] - y;
      let best = up * up,
        at = best <= limit ? x : -1;
      if (at < 0) best = limit;
      for (let d = 1; d * d < best; d++) {
        if (x >= d) {
          const g = rowOf[i - d] - y,
            dd = d * d + g * g;
          if (dd < best || (at < 0 && dd <= best)) {
            best = dd;
            at = x - d;
          }
        }
        if (x + d < width) {
          const g = rowOf[i + d] - y,
            dd = d * d + g * g;
          if (dd < best || (at < 0 && dd <= best)) {
            best = dd;
            at = x + d;
          }
        }
        if (x < d && x + d >= width) break;
      }
      if (at >= 0) out[i] = rowOf[row + at] * width + at;
    }
  }
  return out;
}
