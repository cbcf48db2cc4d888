// A photo's texture continued beyond one of its sides: blocks of the photo itself, chosen to agree with what they
// overlap and cut along the seam of least difference (Efros and Freeman, "Image quilting for texture synthesis and
// transfer", SIGGRAPH 2001). It is found once at a small size, as the place from which each cell comes; painting at any
// size copies the photo's own pixels from there, so that the stage and an export show the same.
import type { Pixels } from '../ground/pixels';
import { blurredChannel } from './blur';
import { readerOf, type Side } from './edge';

/** Where each cell of what was added comes from, and of the strip of the photo in which the first blocks may begin. */
export interface Quilt {
  side: Side;
  /** Cells of the photo along the side, and inwards. */
  along: number;
  depth: number;
  /** Cells that are added outwards, and the strip of the photo that is kept or replaced. */
  free: number;
  overlap: number;
  /** By cell, `along` rows of `free + overlap`, the outermost first: the photo's cell along, and inwards. */
  fromAlong: Int16Array;
  fromDepth: Int16Array;
  /** 1 where the block is mirrored: left and right change places. */
  mirrored: Uint8Array;
  /** What is added to red, green and blue so that the light is that of the edge. */
  light: [Float32Array, Float32Array, Float32Array];
}

/** Extent of a block as a share of the side, and its bounds in cells; and of its overlap as a share of the block. */
const BLOCK = { share: 0.15, least: 14, most: 44 };
const OVERLAP = 1 / 3;
/** Places are tried this far apart: so many of them to a block, and never closer than two cells. */
const PLACES = 14;
/**
 * What a block costs beyond its squared differences (0..255): by the square of its shift along the side, in shares of
 * it (what is on one level stays on it), by how far inwards it comes from, and for each time it was used before.
 */
const SHIFTED = { upright: 45_000, level: 1500 };
const DEEP = 350;
const USED = 260;
/** A mirrored block is seen for what it is where it meets itself. */
const MIRRORED = 160;
/** How far blocks are moved along the side, as a share of it. */
const REACH = { upright: 0.12, level: 0.3 };
/** The most by which light is mended, 0..255. */
const MOST_LIGHT = 22;

interface Source {
  a: number;
  d: number;
  mirrored: boolean;
}

class Quilter {
  private readonly side: Side;
  private readonly along: number;
  private readonly depth: number;
  private readonly free: number;
  readonly block: number;
  readonly overlap: number;
  /** Left and right: blocks stay on their level, and are mirrored inwards; top and bottom: along. */
  private readonly upright: boolean;
  /** The photo in the side's own order, `along` rows of `depth`. */
  private readonly photo: [Float32Array, Float32Array, Float32Array];
  /** What there is so far, `along` rows of `free + overlap`. */
  private readonly made: [Float32Array, Float32Array, Float32Array];
  private readonly filled: Uint8Array;
  private readonly out: Quilt;
  private readonly uses: Source[] = [];

  constructor(
    photo: Pixels,
    side: Side,
    free: number,
    private readonly deepest: number,
  ) {
    const r = readerOf(photo, side);
    this.side = side;
    this.along = r.along;
    this.depth = r.depth;
    this.free = free;
    this.upright = side === 'left' || side === 'right';
    this.block = Math.min(
      Math.max(BLOCK.least, Math.min(BLOCK.most, Math.round(r.along * BLOCK.share))),
      r.along,
      deepest,
    );
    this.overlap = Math.max(2, Math.round(this.block * OVERLAP));
    const plane = (c: number): Float32Array => {
      const v = new Float32Array(r.along * r.depth);
      for (let a = 0; a < r.along; a++)
        for (let d = 0; d < r.depth; d++) v[a * r.depth + d] = photo.data[r.at(a, d) * 4 + c];
      return v;
    };
    this.photo = [plane(0), plane(1), plane(2)];
    const wide = free + this.overlap,
      n = r.along * wide;
    this.made = [new Float32Array(n), new Float32Array(n), new Float32Array(n)];
    this.filled = new Uint8Array(n);
    this.out = {
      side,
      along: r.along,
      depth: r.depth,
      free,
      overlap: this.overlap,
      fromAlong: new Int16Array(n),
      fromDepth: new Int16Array(n),
      mirrored: new Uint8Array(n),
      light: [new Float32Array(n), new Float32Array(n), new Float32Array(n)],
    };
    for (let a = 0; a < r.along; a++)
      for (let d = 0; d < this.overlap; d++) this.set(a, d, { a, d, mirrored: false }, a, d);
  }

  /** Cell (a, d) shows what `from` says for the block's corner (a0, d0). */
  private set(a: number, d: number, from: Source, a0: number, d0: number): void {
    const i = a * (this.free + this.overlap) + d + this.free,
      [sa, sd] = this.sourceOf(a - a0, d - d0, from),
      s = sa * this.depth + sd;
    for (let c = 0; c < 3; c++) this.made[c][i] = this.photo[c][s];
    this.filled[i] = 1;
    this.out.fromAlong[i] = sa;
    this.out.fromDepth[i] = sd;
    this.out.mirrored[i] = from.mirrored ? 1 : 0;
  }

  private sourceOf(da: number, dd: number, { a, d, mirrored }: Source): [number, number] {
    if (!mirrored) return [a + da, d + dd];
    return this.upright ? [a + da, d + this.block - 1 - dd] : [a + this.block - 1 - da, d + dd];
  }

  run(): Quilt {
    const { block, overlap, along, free } = this,
      step = block - overlap;
    // Columns from the edge outwards, each from one end of the side to the other.
    for (let end = overlap; end > -free; end -= step)
      for (let a0 = 0, last = false; !last; a0 += step) {
        last = a0 + block >= along;
        const at = last ? along - block : a0;
        this.lay(at, end - block, this.best(at, end - block));
      }
    this.lighten();
    return this.out;
  }

  /** Some cells of a block at a place that holds something already: its index, and where it is in the block. */
  private overlapped(a0: number, d0: number): [index: number, da: number, dd: number][] {
    const { block, free } = this,
      skip = block < 30 ? 2 : 3,
      found: [number, number, number][] = [];
    for (let da = 0; da < block; da += skip)
      for (let dd = 0; dd < block; dd += skip) {
        const d = d0 + dd,
          i = (a0 + da) * (free + this.overlap) + d + free;
        if (d >= -free && this.filled[i]) found.push([i, da, dd]);
      }
    return found;
  }

  /** Squared difference of a block's cell from what lies there, all three colours. */
  private gap(i: number, da: number, dd: number, from: Source): number {
    const [sa, sd] = this.sourceOf(da, dd, from),
      s = sa * this.depth + sd;
    let sum = 0;
    for (let c = 0; c < 3; c++) sum += (this.made[c][i] - this.photo[c][s]) ** 2;
    return sum;
  }

  /** Mean squared difference of a block from what it overlaps, 0..255 squared; Infinity where it is over the limit. */
  private misfit(cells: readonly [number, number, number][], from: Source, limit: number): number {
    const n = Math.max(1, cells.length * 3),
      most = limit * n;
    let sum = 0;
    for (const [i, da, dd] of cells) {
      sum += this.gap(i, da, dd, from);
      // What cannot win any more is not summed up to its end.
      if (sum > most) return Infinity;
    }
    return sum / n;
  }

  /** The block that fits a place best. */
  private best(a0: number, d0: number): Source {
    const { along, block, depth, deepest, upright } = this,
      stride = Math.max(2, Math.round(block / PLACES)),
      reach = Math.max(stride, Math.round((upright ? REACH.upright : REACH.level) * along)),
      shift = upright ? SHIFTED.upright : SHIFTED.level,
      cells = this.overlapped(a0, d0);
    let best: Source = { a: a0, d: 0, mirrored: true },
      least = Infinity;
    for (let a = Math.max(0, a0 - reach); a <= Math.min(along - block, a0 + reach); a += stride)
      for (let d = 0; d + block <= Math.min(depth, deepest); d += stride)
        for (const mirrored of [false, true]) {
          const from = { a, d, mirrored },
            extra = shift * ((a - a0) / along) ** 2 + (DEEP * d) / depth + (mirrored ? MIRRORED : 0) + this.dear(from);
          if (extra >= least) continue;
          const cost = extra + this.misfit(cells, from, least - extra);
          if (cost < least) {
            least = cost;
            best = from;
          }
        }
    this.uses.push(best);
    return best;
  }

  /** What it costs that a block, or one near it, was used before. */
  private dear({ a, d }: Source): number {
    const near = Math.max(2, this.block >> 2);
    let n = 0;
    for (const u of this.uses) if (Math.abs(u.a - a) <= near && Math.abs(u.d - d) <= near) n++;
    return USED * n;
  }

  /** Lays a block down, cut along the seams of least difference to what is there. */
  private lay(a0: number, d0: number, from: Source): void {
    const { block, overlap, free } = this,
      wide = free + overlap,
      differ = (da: number, dd: number): number => {
        const d = d0 + dd,
          i = (a0 + da) * wide + d + free;
        return d < -free || !this.filled[i] ? 0 : this.gap(i, da, dd, from);
      };
    // Towards the photo: a seam for each row; towards what was laid down before along the side: one for each column.
    const inward = seam(block, overlap, (row, k) => differ(row, block - overlap + k)),
      sideways = a0 > 0 ? seam(block, overlap, (column, k) => differ(k, column)) : null;
    for (let da = 0; da < block; da++)
      for (let dd = 0; dd < block; dd++) {
        const d = d0 + dd;
        if (d < -free) continue;
        const i = (a0 + da) * wide + d + free,
          isNew = dd < block - overlap + inward[da] && (!sideways || da >= overlap || da > sideways[dd]);
        if (!this.filled[i] || isNew) this.set(a0 + da, d, from, a0, d0);
      }
  }

  /** Light as it is at the edge, however far inwards a block comes from. */
  private lighten(): void {
    const { along, depth, free, overlap, block, out } = this,
      wide = free + overlap;
    for (let c = 0; c < 3; c++) {
      const low = blurredChannel(this.photo[c], depth, along, block * 0.7),
        light = new Float32Array(along * wide);
      for (let a = 0, i = 0; a < along; a++)
        for (let u = 0; u < wide; u++, i++) {
          const d = u - free,
            s = out.fromAlong[i] * depth + out.fromDepth[i];
          const ramp = Math.min(1, Math.max(0, (overlap - d) / overlap));
          light[i] = Math.max(-MOST_LIGHT, Math.min(MOST_LIGHT, low[a * depth] - low[s])) * ramp;
        }
      const soft = blurredChannel(light, wide, along, block * 0.25);
      for (let a = 0, i = 0; a < along; a++)
        for (let u = 0; u < wide; u++, i++) soft[i] *= Math.min(1, Math.max(0, (overlap - (u - free)) / overlap));
      out.light[c] = soft;
    }
  }
}

/**
 * The way of least sum through a strip from its first row to its last, moving at most one cell a row.
 * @returns for each row the cell, 0..width - 1
 */
function seam(rows: number, width: number, cost: (row: number, k: number) => number): Int16Array {
  const sums = new Float32Array(rows * width),
    out = new Int16Array(rows);
  for (let r = 0; r < rows; r++)
    for (let k = 0; k < width; k++) {
      let before = 0;
      if (r > 0) {
        before = Infinity;
        for (let j = Math.max(0, k - 1); j <= Math.min(width - 1, k + 1); j++)
          before = Math.min(before, sums[(r - 1) * width + j]);
      }
      sums[r * width + k] = before + cost(r, k);
    }
  let k = 0;
  for (let j = 1; j < width; j++) if (sums[(rows - 1) * width + j] < sums[(rows - 1) * width + k]) k = j;
  for (let r = rows - 1; r >= 0; r--) {
    out[r] = k;
    if (r === 0) break;
    let next = k;
    for (let j = Math.max(0, k - 1); j <= Math.min(width - 1, k + 1); j++)
      if (sums[(r - 1) * width + j] < sums[(r - 1) * width + next]) next = j;
    k = next;
  }
  return out;
}

/**
 * @param photo some hundred pixels along its longer side
 * @param free cells to add, 1 or more
 * @param deepest how far inwards blocks may come from, cells: what lies deeper, the subject, is never repeated
 */
export const quilted = (photo: Pixels, side: Side, free: number, deepest: number): Quilt =>
  new Quilter(photo, side, free, deepest).run();

/**
 * A pixel of what was continued, at any size of the photo.
 * @param photo at its size @param kx pixels to a cell along the side @param kd inwards
 * @param a pixel along the side @param d inwards, negative outside the photo @param into red, green and blue, 0..255
 */
export function quiltAt(
  quilt: Quilt,
  read: { data: Uint8ClampedArray; along: number; depth: number; at: (a: number, d: number) => number },
  ka: number,
  kd: number,
  a: number,
  d: number,
  into: Float32Array,
): void {
  const { along, free, overlap, fromAlong, fromDepth, mirrored, light, side } = quilt,
    wide = free + overlap,
    upright = side === 'left' || side === 'right';
  // Between the middles of four cells, each of which says where it would come from.
  const u = Math.min(along - 1, Math.max(0, (a + 0.5) / ka - 0.5)),
    v = Math.min(wide - 1, Math.max(0, (d + 0.5) / kd - 0.5 + free)),
    u0 = u | 0,
    v0 = v | 0,
    fu = u - u0,
    fv = v - v0;
  let r = 0,
    g = 0,
    b = 0,
    lastKey = NaN,
    lastPixel = 0;
  for (let q = 0; q < 4; q++) {
    const cu = Math.min(along - 1, u0 + (q & 1)),
      cv = Math.min(wide - 1, v0 + (q >> 1)),
      w = (q & 1 ? fu : 1 - fu) * (q >> 1 ? fv : 1 - fv);
    if (w === 0) continue;
    const i = cu * wide + cv,
      sa = fromAlong[i],
      sd = fromDepth[i],
      cd = cv - free,
      m = mirrored[i];
    // Whole pixels, the same for all of a block: copies stay as sharp as the photo.
    const mirrorA = m && !upright,
      mirrorD = m && upright,
      va = mirrorA ? sa + cu + 1 : sa - cu,
      vd = mirrorD ? sd + cd + 1 : sd - cd,
      key = (va * 4096 + vd) * 4 + (mirrorA ? 1 : 0) + (mirrorD ? 2 : 0);
    if (key !== lastKey) {
      const pa = mirrorA ? Math.round(va * ka) - 1 - a : a + Math.round(va * ka),
        pd = mirrorD ? Math.round(vd * kd) - 1 - d : d + Math.round(vd * kd);
      lastPixel = read.at(Math.min(read.along - 1, Math.max(0, pa)), Math.min(read.depth - 1, Math.max(0, pd))) * 4;
      lastKey = key;
    }
    r += w * (read.data[lastPixel] + light[0][i]);
    g += w * (read.data[lastPixel + 1] + light[1][i]);
    b += w * (read.data[lastPixel + 2] + light[2][i]);
  }
  into[0] = r;
  into[1] = g;
  into[2] = b;
}
