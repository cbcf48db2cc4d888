// Outlines of masks grown or shrunk by a distance, by the exact Euclidean distance transform (Felzenszwalb and
// Huttenlocher, "Distance transforms of sampled functions", Theory of Computing 8, 2012).

const FAR = 1e20;

/** Squared distances along one line of `n` values `step` apart, in place. */
function along(
  f: Float64Array,
  at: number,
  n: number,
  step: number,
  d: Float64Array,
  v: Int32Array,
  z: Float64Array,
): void {
  let k = 0;
  v[0] = 0;
  z[0] = -FAR;
  z[1] = FAR;
  for (let q = 1; q < n; q++) {
    const fq = f[at + q * step] + q * q;
    let s = (fq - f[at + v[k] * step] - v[k] * v[k]) / (2 * q - 2 * v[k]);
    while (s <= z[k]) {
      k--;
      s = (fq - f[at + v[k] * step] - v[k] * v[k]) / (2 * q - 2 * v[k]);
    }
    k++;
    v[k] = q;
    z[k] = s;
    z[k + 1] = FAR;
  }
  k = 0;
  for (let q = 0; q < n; q++) {
    while (z[k + 1] < q) k++;
    d[q] = (q - v[k]) * (q - v[k]) + f[at + v[k] * step];
  }
  for (let q = 0; q < n; q++) f[at + q * step] = d[q];
}

/** Squared distance of each pixel to the nearest one that `inside` names. */
function squaredDistances(w: number, h: number, inside: (i: number) => boolean): Float64Array {
  const f = new Float64Array(w * h),
    n = Math.max(w, h);
  for (let i = 0; i < f.length; i++) f[i] = inside(i) ? 0 : FAR;
  const d = new Float64Array(n),
    v = new Int32Array(n),
    z = new Float64Array(n + 1);
  for (let x = 0; x < w; x++) along(f, x, h, w, d, v, z);
  for (let y = 0; y < h; y++) along(f, y * w, w, 1, d, v, z);
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
  const d = squaredDistances(w, h, grow ? (i) => mask[i] >= 0.5 : (i) => mask[i] < 0.5);
  for (let i = 0; i < out.length; i++) {
    const reach = Math.abs(by) + 1 - Math.sqrt(d[i]),
      covered = reach <= 0 ? 0 : reach >= 1 ? 1 : reach;
    out[i] = grow ? Math.max(mask[i], covered) : Math.min(mask[i], 1 - covered);
  }
  return out;
}
