// OKLab of whole pictures, by a kernel in WebAssembly: what each byte gives to the three cones is read off a table.
import { kernel, keptAt, roomFor } from '../ground/kernel';
import { LINEAR } from './srgb';

/** Rows of the matrix from linear light to cones, of Ottosson's OKLab. */
const CONES = [
  [0.4122214708, 0.5363325363, 0.0514459929],
  [0.2119034982, 0.6806995451, 0.1073969566],
  [0.0883024619, 0.2817188376, 0.6299787005],
];

let table: number | null = null;
/** Where it lies what each byte of red gives to the cones, then of green, then of blue: a vector each. */
export const cones = (): number =>
  (table ??= keptAt(
    Float32Array.from({ length: 3 * 256 * 4 }, (_, i) => {
      const cone = i % 4,
        byte = (i >> 2) & 255;
      return cone < 3 ? LINEAR[byte] * CONES[cone][i >> 10] : 0;
    }),
  ));

/** So many pixels at once. */
const PIECE = 4096;

/**
 * Writes L, a, b of `count` RGBA pixels from pixel `from` on to `out`, three floats a pixel; off by less than 3e-6.
 * @param out at least 3 * count long
 */
export function labOf(rgba: Uint8ClampedArray, from: number, count: number, out: Float32Array, at = 0): void {
  const gives = cones(),
    {
      buffer,
      at: [bytes, floats],
    } = roomFor(PIECE * 4, (PIECE + 1) * 12),
    heap = new Uint8Array(buffer),
    found = new Float32Array(buffer, floats, PIECE * 3);
  for (let i = 0; i < count; i += PIECE) {
    const n = Math.min(PIECE, count - i);
    heap.set(rgba.subarray((from + i) * 4, (from + i + n) * 4), bytes);
    kernel().labOf(bytes, n, floats, gives);
    out.set(n < PIECE ? found.subarray(0, n * 3) : found, at + i * 3);
  }
}

/**
 * OKLab lightness 0..1 of mixed colours, as they are once they are bytes.
 * @param colours three floats of 0..255 each @param full the same with all of what is mixed in @param share of it, 0..1
 */
export function lightnessesOf(colours: Float32Array, full: Float32Array, share: number): Float32Array {
  const gives = cones(),
    n = colours.length / 3,
    {
      buffer,
      at: [own, other, to],
    } = roomFor(n * 12 + 4, n * 12 + 4, n * 4),
    heap = new Float32Array(buffer),
    same = full === colours;
  heap.set(colours, own >> 2);
  if (!same) heap.set(full, other >> 2);
  kernel().lightnessOf(own, same ? own : other, share, n, to, gives);
  return heap.slice(to >> 2, (to >> 2) + n);
}
