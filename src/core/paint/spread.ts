// Outlines of masks grown or shrunk by a distance, by the exact Euclidean distance transform (Felzenszwalb and
// Huttenlocher, "Distance transforms of sampled functions", Theory of Computing 8, 2012). Where an outline runs within
// a pixel is told by how much of it is covered (Gustavson and Strand, "Anti-aliased Euclidean distance transform",
// Pattern Recognition Letters 32, 2011).

const FAR = 1e20;
/** Covered by less, a pixel is none of the mask. */
const LEAST = 0.02;

/** For each pixel how far the nearest one of a mask is, and how much of that is covered. */
interface Nearest {
  /** px; those beyond what was asked may be given as far. */
  distance: Float32Array;
  /** 0..1 */
  cover: Float32Array;
}

/** @param mask coverage 0..1 @param most distance that matters, px */
function nearestOf(mask: Float32Array, w: number, h: number, most: number): Nearest {
  // Along columns the nearest above and the nearest below are enough, and go row by row.
  const distance = new Float32Array(w * h),
    cover = mask.slice();
  for (let i = 0; i < mask.length; i++) {
    if (mask[i] >= LEAST) continue;
    if (i < w) distance[i] = FAR;
    else {
      distance[i] = distance[i - w] + 1;
      cover[i] = cover[i - w];
    }
  }
  for (let i = mask.length - w - 1; i >= 0; i--)
    if (distance[i + w] + 1 < distance[i]) {
      distance[i] = distance[i + w] + 1;
      cover[i] = cover[i + w];
    }
  const far = new Float32Array(w),
    covers = new Float32Array(w),
    v = new Int32Array(w),
    z = new Float64Array(w + 1);
  for (let y = 0; y < h; y++) {
    const at = y * w;
    let k = -1;
    // The lower envelope of parabolas, of those that can matter.
    for (let q = 0; q < w; q++) {
      const g = distance[at + q];
      if (g > most) continue;
      const fq = g * g + q * q;
      let s = -FAR;
      while (k >= 0) {
        const p = v[k],
          gp = distance[at + p];
        s = (fq - gp * gp - p * p) / (2 * q - 2 * p);
        if (s > z[k]) break;
        k--;
      }
      k++;
      v[k] = q;
      z[k] = k === 0 ? -FAR : s;
      z[k + 1] = FAR;
    }
    if (k < 0) {
      distance.fill(FAR, at, at + w);
      continue;
    }
    for (let q = 0, n = 0; q < w; q++) {
      while (z[n + 1] < q) n++;
      const p = v[n],
        gp = distance[at + p];
      far[q] = p === q ? gp : Math.sqrt((q - p) * (q - p) + gp * gp);
      covers[q] = cover[at + p];
    }
    distance.set(far, at);
    cover.set(covers, at);
  }
  return { distance, cover };
}

const inverse = (mask: Float32Array): Float32Array => mask.map((v) => 1 - v);

/**
 * A mask of coverage 0..1 whose outline lies `by` pixels further out, or further in where negative; round at corners.
 * Partly covered pixels count by their coverage, so that the edge stays smooth, and where it is.
 */
export function spreadMask(mask: Float32Array, w: number, h: number, by: number): Float32Array {
  if (Math.abs(by) < 0.05) return mask;
  if (by < 0) return inverse(spreadMask(inverse(mask), w, h, -by));
  const { distance, cover } = nearestOf(mask, w, h, by + 1),
    out = new Float32Array(mask.length);
  for (let i = 0; i < out.length; i++) {
    const reach = by + cover[i] - distance[i];
    out[i] = Math.max(mask[i], reach <= 0 ? 0 : reach >= 1 ? 1 : reach);
  }
  return out;
}
