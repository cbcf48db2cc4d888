// Gaussian blur by three box means (Wells 1986): the same to the last bit everywhere, at a cost that does not grow with
// the radius. Edges are repeated; colours are weighted by alpha.
import type { Pixels } from '../ground/pixels';
import { isOpaque } from '../ground/resample';

/** Half widths of three boxes whose variance is that of a Gaussian. */
function boxes(sigma: number): number[] {
  const ideal = Math.sqrt((12 * sigma * sigma) / 3 + 1);
  let low = Math.floor(ideal);
  if (low % 2 === 0) low--;
  const many = Math.round((12 * sigma * sigma - 3 * low * low - 12 * low - 9) / (-4 * low - 4));
  return [0, 1, 2].map((i) => ((i < many ? low : low + 2) - 1) / 2);
}

/** Running means along rows: where the row begins, where the whole box lies in it, where it ends. */
function alongRows(from: Float32Array, to: Float32Array, w: number, h: number, half: number): void {
  const k = 1 / (2 * half + 1),
    last = w - 1,
    plain = Math.max(0, w - half - 1),
    head = Math.min(half, plain);
  for (let y = 0; y < h; y++) {
    const at = y * w,
      first = from[at],
      end = from[at + last];
    let sum = first * half,
      i = 0;
    for (let n = 0; n <= half; n++) sum += n < w ? from[at + n] : end;
    for (; i < head; i++) {
      to[at + i] = sum * k;
      sum += from[at + i + half + 1] - first;
    }
    for (let p = at + i; p < at + plain; p++) {
      to[p] = sum * k;
      sum += from[p + half + 1] - from[p - half];
    }
    for (i = Math.max(i, plain); i < w; i++) {
      to[at + i] = sum * k;
      sum += end - (i > half ? from[at + i - half] : first);
    }
  }
}

/** Running means along columns, all columns at once: memory is walked row by row. */
function alongColumns(from: Float32Array, to: Float32Array, w: number, h: number, half: number): void {
  const k = 1 / (2 * half + 1),
    last = (h - 1) * w,
    sums = new Float64Array(w);
  for (let x = 0; x < w; x++) sums[x] = from[x] * half;
  for (let i = 0; i <= half; i++) for (let x = 0, at = i < h ? i * w : last; x < w; x++) sums[x] += from[at + x];
  for (let i = 0; i < h; i++) {
    const row = i * w,
      add = Math.min(i + half + 1, h - 1) * w,
      drop = Math.max(i - half, 0) * w;
    for (let x = 0; x < w; x++) {
      const sum = sums[x];
      to[row + x] = sum * k;
      sums[x] = sum + from[add + x] - from[drop + x];
    }
  }
}

/**
 * Blurs one channel, row by row; what lies outside counts as the edge. Below a standard deviation of 0.3 pixels it
 * comes back as it is.
 */
export function blurredChannel(values: Float32Array, w: number, h: number, sigma: number): Float32Array {
  if (sigma < 0.3) return values;
  const a = values.slice(),
    b = new Float32Array(a.length);
  for (const r of boxes(sigma)) {
    // A box of one pixel changes nothing.
    if (r === 0) continue;
    alongRows(a, b, w, h, r);
    alongColumns(b, a, w, h, r);
  }
  return a;
}

/** @param sigma standard deviation in pixels; below 0.3 the picture comes back as it is */
export function blurred(p: Pixels, sigma: number): Pixels {
  if (sigma < 0.3) return p;
  const { width: w, height: h } = p,
    n = w * h;
  let a = new Float32Array(n),
    b = new Float32Array(n);
  const out = new Uint8ClampedArray(n * 4),
    radii = boxes(sigma);
  const smooth = (): void => {
    for (const r of radii) {
      if (r === 0) continue;
      alongRows(a, b, w, h, r);
      alongColumns(b, a, w, h, r);
    }
  };
  let alpha: Float32Array | null = null;
  if (!isOpaque(p)) {
    for (let i = 0; i < n; i++) a[i] = p.data[i * 4 + 3];
    smooth();
    alpha = a;
    a = new Float32Array(n);
    b = new Float32Array(n);
  }
  for (let c = 0; c < 3; c++) {
    for (let i = 0; i < n; i++) a[i] = alpha ? (p.data[i * 4 + c] * p.data[i * 4 + 3]) / 255 : p.data[i * 4 + c];
    smooth();
    for (let i = 0; i < n; i++) out[i * 4 + c] = alpha ? (alpha[i] > 0 ? (a[i] * 255) / alpha[i] : 0) : a[i];
  }
  for (let i = 0; i < n; i++) out[i * 4 + 3] = alpha ? alpha[i] : 255;
  return { width: w, height: h, data: out };
}
