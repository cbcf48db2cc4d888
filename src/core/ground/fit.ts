// Fitting of opaque photos in whole numbers, four channels at once (kernels/fit.ts, in WebAssembly): the same bytes in
// every browser and on the server. Nothing else takes as long when a picture is seen for the first time, and nothing
// has to become warm before it is quick.
import type { Box } from './box';
import { MODULE } from './fit-kernel';
import type { Pixels } from './pixels';
import { type Taps, wholeWeights } from './taps';

interface Kernel {
  memory: WebAssembly.Memory;
  downwards(rows: number, weights: number, count: number, to: number, bytes: number): void;
  across(row: number, first: number, weights: number, count: number, to: number, width: number): void;
}

const PAGE = 65_536;
/** Source rows that are held at once, bytes: beyond, a picture is fitted in stripes. */
const MOST_HELD = 8_000_000;
const STRIPE = 16;

let kept: Kernel | null = null;
function kernel(): Kernel {
  if (kept) return kept;
  const memory = new WebAssembly.Memory({ initial: 16 }),
    bytes = Uint8Array.from(atob(MODULE), (c) => c.charCodeAt(0)),
    { exports } = new WebAssembly.Instance(new WebAssembly.Module(bytes), { env: { memory } });
  return (kept = { ...(exports as unknown as Omit<Kernel, 'memory'>), memory });
}

const aligned = (bytes: number): number => (bytes + 15) & ~15;

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
    { memory, downwards, across } = kernel();
  let end = 0;
  const place = (bytes: number): number => {
    const begin = end;
    end += aligned(bytes);
    return begin;
  };
  const slots = place(stride * ty.count),
    middle = place(stride * 2),
    rows = place(ty.count * 4),
    down = place(part.height * ty.count * 2),
    firsts = place(part.width * 4),
    side = place(part.width * tx.count * 2),
    out = place(part.width * 4);
  if (end > memory.buffer.byteLength) memory.grow(Math.ceil((end - memory.buffer.byteLength) / PAGE));
  const heap = new Uint8Array(memory.buffer),
    words = new Uint32Array(memory.buffer),
    halves = new Int16Array(memory.buffer);
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
