// A Gaussian over a plane, as it is by its formula: for narrow ones, which three box means (photo/blur.ts) miss by far.
import { aligned, kernel, roomFor } from './kernel';

/** @returns weights of the middle and of what lies 1, 2, ... cells to either side; all together come to one */
function weightsOf(sigma: number): Float32Array {
  const reach = Math.max(1, Math.ceil(sigma * 2.5)),
    w = Float64Array.from({ length: reach + 1 }, (_, k) => Math.exp(-(k * k) / (2 * sigma * sigma))),
    sum = w.reduce((s, v, k) => s + v * (k ? 2 : 1), 0);
  return Float32Array.from(w, (v) => v / sum);
}

/** Separable Gaussian, edges repeated. @param sigma standard deviation in cells */
export function gaussian(from: Float32Array, width: number, height: number, sigma: number): Float32Array {
  const w = weightsOf(sigma),
    reach = w.length - 1,
    bytes = aligned(width * 4),
    out = new Float32Array(width * height),
    { weighedAlong, weighedDown } = kernel(),
    {
      buffer,
      at: [weights, line, mid, down],
    } = roomFor(w.length * 4, bytes + reach * 8, bytes * height, bytes * height),
    heap = new Float32Array(buffer),
    begin = (line >> 2) + reach;
  heap.set(w, weights >> 2);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    heap.fill(from[row], line >> 2, begin);
    heap.set(from.subarray(row, row + width), begin);
    heap.fill(from[row + width - 1], begin + width, begin + width + reach);
    weighedAlong(begin << 2, mid + y * bytes, width, weights, reach);
  }
  weighedDown(mid, down, bytes, height, weights, reach);
  for (let y = 0; y < height; y++) {
    const row = (down + y * bytes) >> 2;
    out.set(heap.subarray(row, row + width), y * width);
  }
  return out;
}
