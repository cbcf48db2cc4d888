// Fitting of opaque photos in whole numbers, four channels at once: the same bytes in every browser and on the server.
// Nothing else takes as long when a picture is seen for the first time, and nothing has to become warm before it is
// quick.
import type { Box } from './box';
import { aligned, kernel, roomFor } from './kernel';
import type { Pixels } from './pixels';
import { type Taps, wholeWeights } from './taps';

/** Source rows that are held at once, bytes: beyond, a picture is fitted in stripes. */
const MOST_HELD = 8_000_000;
const STRIPE = 16;

/**
 * Fits an opaque picture.
 * @param tx @param ty of which source pixels those of the whole result are made
 * @param part of the result that is wanted, in its pixels
 * @param data RGBA bytes of rows as wide as `width`, into which the part is written from its column `at` on
 */
export function fitOpaque(
  p: Pixels,
  tx: Taps,
  ty: Taps,
  part: Box,
  data = new Uint8ClampedArray(part.width * part.height * 4),
  width = part.width,
  at = 0,
): Uint8ClampedArray<ArrayBuffer> {
  const last = part.x + part.width - 1,
    left = Math.min(tx.first[part.x], tx.first[last]),
    // Some of them may lie beyond the picture: they weigh nothing.
    columns = Math.max(tx.first[part.x], tx.first[last]) + tx.count - left,
    stride = aligned(columns * 4);
  if (stride * ty.count > MOST_HELD && part.width > STRIPE) {
    const one = part.width >> 1;
    fitOpaque(p, tx, ty, { ...part, width: one }, data, width, at);
    return fitOpaque(p, tx, ty, { ...part, x: part.x + one, width: part.width - one }, data, width, at + one);
  }
  const there = Math.min(columns, p.width - left) * 4,
    { downwards, across } = kernel(),
    {
      buffer,
      at: [slots, middle, rows, down, firsts, side, out],
    } = roomFor(
      stride * ty.count,
      stride * 2,
      ty.count * 4,
      part.height * ty.count * 2,
      part.width * 4,
      part.width * tx.count * 2,
      part.width * 4,
    ),
    heap = new Uint8Array(buffer),
    words = new Uint32Array(buffer),
    halves = new Int16Array(buffer);
  halves.set(wholeWeights(ty, part.y, part.height), down >> 1);
  halves.set(wholeWeights(tx, part.x, part.width), side >> 1);
  for (let i = 0; i < part.width; i++) words[(firsts >> 2) + i] = (tx.first[part.x + i] - left) * 8;
  // Which source row each slot holds: neighbouring rows of the target share most of theirs.
  const held = new Int32Array(ty.count).fill(-1);
  for (let j = 0; j < part.height; j++) {
    for (let k = 0, first = ty.first[part.y + j]; k < ty.count; k++) {
      const source = Math.min(p.height - 1, first + k),
        slot = source % ty.count,
        address = slots + slot * stride;
      words[(rows >> 2) + k] = address;
      if (held[slot] === source) continue;
      const from = (source * p.width + left) * 4;
      heap.set(p.data.subarray(from, from + there), address);
      held[slot] = source;
    }
    downwards(rows, down + j * ty.count * 2, ty.count, middle, stride);
    across(middle, firsts, side, tx.count, out, part.width);
    data.set(heap.subarray(out, out + part.width * 4), (j * width + at) * 4);
  }
  return data;
}

/** An opaque picture at half the size: the mean of four pixels. @param width @param height of the result */
export function halveOpaque(p: Pixels, width: number, height: number): Uint8ClampedArray<ArrayBuffer> {
  const data = new Uint8ClampedArray(width * height * 4),
    { halved } = kernel(),
    stride = aligned(width * 4) * 2,
    {
      buffer,
      at: [upper, lower, out],
    } = roomFor(stride, stride, stride / 2),
    heap = new Uint8Array(buffer);
  const put = (y: number, to: number): void => {
    const from = y * p.width * 4,
      end = from + p.width * 4;
    heap.set(p.data.subarray(from, end), to);
    // An odd last column is repeated.
    if (p.width & 1) heap.set(p.data.subarray(end - 4, end), to + p.width * 4);
  };
  for (let y = 0; y < height; y++) {
    put(y * 2, upper);
    put(Math.min(p.height - 1, y * 2 + 1), lower);
    halved(upper, lower, out, width);
    data.set(heap.subarray(out, out + width * 4), y * width * 4);
  }
  return data;
}

/** Bytes that are looked at at once. */
const PIECE = 262_144;

/** Has a picture no pixel that is translucent? */
export function noneTranslucent({ data }: Pixels): boolean {
  const { opaque } = kernel(),
    {
      buffer,
      at: [from],
    } = roomFor(PIECE),
    heap = new Uint8Array(buffer, from, PIECE);
  for (let i = 0; i < data.length; i += PIECE) {
    const some = data.subarray(i, i + PIECE);
    heap.set(some);
    // The last vector may not be full.
    heap.fill(255, some.length, aligned(some.length));
    if (!opaque(from, aligned(some.length))) return false;
  }
  return true;
}
