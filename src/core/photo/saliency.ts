// Where a photo's subject probably is: what differs in colour from its wider surroundings, on three scales (after Itti,
// Koch and Niebur, "A model of saliency-based visual attention", 1998, with OKLab as the feature), a little more so
// near the middle.
import { labOf } from '../colour/lab-planes';
import type { Pixels } from '../ground/pixels';
import { blurredChannel } from './blur';

/** Values of a grid, row by row. */
export interface Grid {
  width: number;
  height: number;
  values: Float32Array;
}

/** Standard deviations of centre and surround as shares of the longer side. */
const SCALES = [
  [0.008, 0.06],
  [0.02, 0.12],
  [0.04, 0.25],
] as const;

/** Long side at which saliency is found: more detail tells nothing about a subject. */
const SIDE = 128;

/** Means of whole blocks of pixels, so that the longer side is about SIDE. */
function reduced({ width, height, data }: Pixels): Pixels {
  const k = Math.max(1, Math.round(Math.max(width, height) / SIDE));
  if (k === 1) return { width, height, data };
  const w = Math.max(1, Math.floor(width / k)),
    h = Math.max(1, Math.floor(height / k)),
    out = new Uint8ClampedArray(w * h * 4);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let r = 0,
        g = 0,
        b = 0;
      for (let v = 0; v < k; v++)
        for (let u = 0, p = ((y * k + v) * width + x * k) * 4; u < k; u++, p += 4) {
          r += data[p];
          g += data[p + 1];
          b += data[p + 2];
        }
      const o = (y * w + x) * 4,
        n = k * k;
      out[o] = r / n;
      out[o + 1] = g / n;
      out[o + 2] = b / n;
      out[o + 3] = 255;
    }
  return { width: w, height: h, data: out };
}

/** @returns 0..1 on a grid of about 128 cells along the longer side */
export function saliencyOf(photo: Pixels): Grid {
  const { width, height, data } = reduced(photo),
    n = width * height,
    long = Math.max(width, height);
  const lab = new Float32Array(n * 3);
  labOf(data, 0, n, lab);
  const planes = [0, 1, 2].map((c) => {
    const plane = new Float32Array(n);
    for (let i = 0; i < n; i++) plane[i] = lab[i * 3 + c] * (c ? 2 : 1);
    return plane;
  });
  const values = new Float32Array(n);
  for (const [centre, surround] of SCALES) {
    const square = new Float32Array(n);
    for (const p of planes) {
      const a = blurredChannel(p, width, height, centre * long),
        b = blurredChannel(p, width, height, surround * long);
      for (let i = 0; i < n; i++) square[i] += (a[i] - b[i]) ** 2;
    }
    for (let i = 0; i < n; i++) values[i] += Math.sqrt(square[i]);
  }
  const soft = blurredChannel(values, width, height, 0.01 * long);
  let most = 1e-9;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x,
        dx = (x + 0.5) / width - 0.5,
        dy = (y + 0.5) / height - 0.5;
      values[i] = soft[i] * (1 - 0.6 * (dx * dx + dy * dy) * 2);
      most = Math.max(most, values[i]);
    }
  // A picture without anything that stands out has no subject: below a hundredth of the way from black to white nothing
  // is stretched.
  const k = 1 / Math.max(most, 0.12);
  for (let i = 0; i < n; i++) values[i] = Math.min(1, Math.max(0, values[i] * k));
  return { width, height, values };
}

/**
 * The box in which most of the saliency lies, in fractions of the picture; null where nothing stands out. Rows and
 * columns at the rim that
 * hold little of it are cut away.
 */
export function subjectBox({
  width,
  height,
  values,
}: Grid): { x: number; y: number; width: number; height: number } | null {
  let total = 0,
    count = 0;
  const columns = new Float64Array(width),
    rows = new Float64Array(height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      // Only what clearly stands out.
      if (values[i] < 0.4) continue;
      columns[x] += values[i];
      rows[y] += values[i];
      total += values[i];
      count++;
    }
  if (count < width * height * 0.002) return null;
  const span = (sums: Float64Array): [number, number] => {
    let from = 0,
      to = sums.length - 1,
      cut = 0;
    while (from < to && cut + sums[from] < total * 0.03) cut += sums[from++];
    cut = 0;
    while (to > from && cut + sums[to] < total * 0.03) cut += sums[to--];
    return [from / sums.length, (to + 1) / sums.length];
  };
  const [x0, x1] = span(columns),
    [y0, y1] = span(rows);
  return { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
}
