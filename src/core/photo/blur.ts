// Gaussian blur by three box means (Wells 1986): the same to the last bit everywhere, at a cost that does not grow with
// the radius. Edges are repeated; colours are weighted by alpha. First all rows, then all columns: which of them comes
// first makes no difference, and no more than a stripe of the picture is held by the kernel.
import { aligned, kernel, roomFor } from '../ground/kernel';
import type { Pixels } from '../ground/pixels';

/** Half widths of three boxes whose variance is that of a Gaussian; a box of one pixel changes nothing. */
function boxes(sigma: number): number[] {
  const ideal = Math.sqrt((12 * sigma * sigma) / 3 + 1);
  let low = Math.floor(ideal);
  if (low % 2 === 0) low--;
  const many = Math.round((12 * sigma * sigma - 3 * low * low - 12 * low - 9) / (-4 * low - 4));
  return [0, 1, 2].map((i) => ((i < many ? low : low + 2) - 1) / 2).filter((half) => half > 0);
}

/** Runs a step for each box, to and fro between two areas. @returns where the result is */
function toAndFro(
  radii: readonly number[],
  a: number,
  b: number,
  step: (from: number, to: number, half: number) => void,
): number {
  let [from, to] = [a, b];
  for (const half of radii) {
    step(from, to, half);
    [from, to] = [to, from];
  }
  return from;
}

/** Floats of a row that are held at once. */
const STRIPE = 256;

/**
 * Blurs all columns.
 * @param rows of `wide` floats each @param put takes a stripe: where it lies in memory, where it begins in a row, how
 * many floats of a row, and how many there are in its memory
 */
function downAll(
  rows: Float32Array,
  wide: number,
  radii: readonly number[],
  put: (heap: ArrayBuffer, at: number, from: number, floats: number, stride: number) => void,
): void {
  const h = rows.length / wide,
    most = Math.min(STRIPE, (wide + 3) & ~3),
    {
      buffer,
      at: [a, b, sums],
    } = roomFor(h * most * 4, h * most * 4, most * 8),
    heap = new Float32Array(buffer);
  for (let x = 0; x < wide; x += STRIPE) {
    const floats = Math.min(STRIPE, wide - x),
      stride = (floats + 3) & ~3;
    for (let y = 0; y < h; y++) heap.set(rows.subarray(y * wide + x, y * wide + x + floats), (a >> 2) + y * stride);
    const found = toAndFro(radii, a, b, (from, to, half) => kernel().meansDown(from, to, sums, stride * 4, h, half));
    put(buffer, found, x, floats, stride);
  }
}

/**
 * Blurs one channel, row by row; what lies outside counts as the edge. Below a standard deviation of 0.3 pixels it
 * comes back as it is.
 */
export function blurredChannel(values: Float32Array, w: number, h: number, sigma: number): Float32Array {
  if (sigma < 0.3) return values;
  const radii = boxes(sigma),
    soft = new Float32Array(w * h),
    bytes = aligned(w * 4),
    { sideBySide, apart, meansAlong } = kernel(),
    {
      buffer,
      at: [rows, a, b],
    } = roomFor(bytes * 4, bytes * 4, bytes * 4),
    heap = new Float32Array(buffer);
  for (let y = 0; y < h; y += 4) {
    const there = Math.min(4, h - y);
    for (let i = 0; i < there; i++) heap.set(values.subarray((y + i) * w, (y + i + 1) * w), (rows + i * bytes) >> 2);
    sideBySide(rows, bytes, a);
    apart(
      toAndFro(radii, a, b, (from, to, half) => meansAlong(from, to, w, half)),
      bytes,
      rows,
    );
    for (let i = 0; i < there; i++) {
      const row = (rows + i * bytes) >> 2;
      soft.set(heap.subarray(row, row + w), (y + i) * w);
    }
  }
  if (h === 1) return soft;
  const out = new Float32Array(w * h);
  downAll(soft, w, radii, (from, at, x, floats, stride) => {
    const stripe = new Float32Array(from, at, h * stride);
    for (let y = 0; y < h; y++) out.set(stripe.subarray(y * stride, y * stride + floats), y * w + x);
  });
  return out;
}

/** @param sigma standard deviation in pixels; below 0.3 the picture comes back as it is */
export function blurred(p: Pixels, sigma: number): Pixels {
  if (sigma < 0.3) return p;
  const { width: w, height: h } = p,
    radii = boxes(sigma),
    soft = new Float32Array(w * h * 4),
    { widened, narrowed, meansAlong } = kernel(),
    {
      buffer,
      at: [row, a, b],
    } = roomFor(w * 4, w * 16, w * 16),
    heap = new Uint8Array(buffer),
    floats = new Float32Array(buffer);
  for (let y = 0; y < h; y++) {
    heap.set(p.data.subarray(y * w * 4, (y + 1) * w * 4), row);
    widened(row, a, w * 4);
    const found = toAndFro(radii, a, b, (from, to, half) => meansAlong(from, to, w, half)) >> 2;
    soft.set(floats.subarray(found, found + w * 4), y * w * 4);
  }
  const out = new Uint8ClampedArray(w * h * 4);
  downAll(soft, w * 4, radii, (from, at, x, count, stride) => {
    // Bytes are written over the beginning of the floats they are made of.
    const bytes = h * stride;
    narrowed(at, at, bytes);
    const stripe = new Uint8Array(from, at, bytes);
    for (let y = 0; y < h; y++) out.set(stripe.subarray(y * stride, y * stride + count), y * w * 4 + x);
  });
  return { width: w, height: h, data: out };
}
