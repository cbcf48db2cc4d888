// Outlines of masks grown or shrunk by a distance, by the exact Euclidean distance transform (Felzenszwalb and
// Huttenlocher, "Distance transforms of sampled functions", Theory of Computing 8, 2012).

const FAR = 1e20;

/**
 * Squared distances of each pixel to the nearest one that `inside` names; those beyond `most` pixels may be given as
 * far.
 */
function squaredDistances(w: number, h: number, most: number, inside: (i: number) => boolean): Float64Array {
  // Along columns every value is 0 or far: the nearest above and the nearest below are enough, and go row by row.
  const f = new Float64Array(w * h);
  for (let i = 0; i < f.length; i++) f[i] = inside(i) ? 0 : i < w ? FAR : f[i - w] + 1;
  for (let i = f.length - w - 1; i >= 0; i--) if (f[i + w] + 1 < f[i]) f[i] = f[i + w] + 1;
  const d = new Float64Array(w),
    v = new Int32Array(w),
    z = new Float64Array(w + 1);
  for (let y = 0; y < h; y++) {
    const at = y * w;
    let k = -1;
    // The lower envelope of parabolas, of those that can matter.
    for (let q = 0; q < w; q++) {
      const g = f[at + q];
      if (g > most) continue;
      const fq = g * g + q * q;
      let s = -FAR;
      while (k >= 0) {
        const p = v[k],
          gp = f[at + p];
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
      f.fill(FAR, at, at + w);
      continue;
    }
    for (let q = 0, n = 0; q < w; q++) {
      while (z[n + 1] < q) n++;
      const p = v[n],
        gp = f[at + p];
      d[q] = (q - p) * (q - p) + gp * gp;
    }
    f.set(d, at);
  }
  return f;
}

/**
 * A mask of coverage 0..1 whose outline lies `by` pixels further out, or further in where negative; round at corners.
 * Partly covered pixels count by their coverage, so that the edge stays smooth.
 */
export function spreadMask(mask: Float32Array, w: number, h: number, by: number): Float32Array {
  if (Math.abs(by) < 0.05) return mask;
  const out = new Float32Array(mask.length),
    grow = by > 0;
  const d = squaredDistances(w, h, Math.abs(by) + 1, grow ? (i) => mask[i] >= 0.5 : (i) => mask[i] < 0.5);
  for (let i = 0; i < out.length; i++) {
    const reach = Math.abs(by) + 1 - Math.sqrt(d[i]),
      covered = reach <= 0 ? 0 : reach >= 1 ? 1 : reach;
    out[i] = grow ? Math.max(mask[i], covered) : Math.min(mask[i], 1 - covered);
  }
  return out;
}
