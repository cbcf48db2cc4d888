// How much a backdrop varies at letter scale, where it masks letter shapes (after Scharff, Hill and Ahumada 2000):
// RMS of OKLab lightness, band-passed between stroke width and x-height by a difference of two Gaussians, over
// stretches of the line boxes of one em; the median stretch counts: one straight edge behind a text is no texture.
import { lightnessesOf } from '../colour/lab-planes';
import { gaussian } from '../ground/gauss';
import { lowerMedian } from '../ground/median';
import type { Transform } from '../ground/transform';
import type { TextLayout } from '../type/layout';
import type { Region } from './coverage';

/**
 * RMS that counts as 100: sunlit foliage under a headline. Of the demo photographs snowy rock comes nearest, with 0.08.
 */
export const FOLIAGE_RMS = 0.1;

/**
 * Means of small cells under the lines of a text, in text coordinates; linear in the picture, so that strengths can be
 * mixed.
 */
export interface BusyGrid {
  columns: number;
  rows: number;
  /** Which stretch of a line, about an em wide, the cell lies in; -1 outside the line boxes. */
  stretch: Int32Array;
  stretches: number;
  /** For each cell up to nine pixel indices into the region. */
  samples: Int32Array;
  perCell: number;
  /** Standard deviations of the two Gaussians, in cells. */
  fine: number;
  coarse: number;
}

const EMPTY: BusyGrid = {
  columns: 0,
  rows: 0,
  stretch: new Int32Array(),
  stretches: 0,
  samples: new Int32Array(),
  perCell: 0,
  fine: 1,
  coarse: 1,
};

/**
 * @param t from the layout to the pixels at hand
 * @param stroke mean stroke width in px of the layout
 * @param region the pixels at hand; samples outside it take its nearest pixel
 * @param most about so many cells
 */
export function busyGrid(layout: TextLayout, t: Transform, stroke: number, region: Region, most = 40_000): BusyGrid {
  const inked = layout.lines.filter((l) => l.width > 0);
  if (!inked.length || region.width === 0 || region.height === 0) return EMPTY;
  const fine = Math.max(0.5, stroke / 2),
    coarse = Math.max(fine * 1.6, layout.xHeight / 2);
  const left = Math.min(...inked.map((l) => l.left)),
    right = Math.max(...inked.map((l) => l.left + l.width));
  const top = inked[0].top,
    bottom = inked[inked.length - 1].bottom;
  // Cells of a standard deviation of the finer Gaussian, and never more of them than is quick.
  const cell = Math.max(1, fine, Math.sqrt(((right - left + 2 * coarse) * (bottom - top + 2 * coarse)) / most));
  const x0 = left - 2 * coarse,
    y0 = top - 2 * coarse;
  const columns = Math.max(1, Math.ceil((right - left + 4 * coarse) / cell)),
    rows = Math.max(1, Math.ceil((bottom - top + 4 * coarse) / cell));
  const n = cell <= 1.01 ? 1 : cell <= 6 ? 2 : 3,
    perCell = n * n;
  // Stretches of one em, as many as a line has, all of a line equally long.
  const perLine = inked.map((l) => Math.max(1, Math.round(l.width / Math.max(1, layout.fontSize)))),
    before = perLine.map((_, i) => perLine.slice(0, i).reduce((sum, n) => sum + n, 0));
  const stretch = new Int32Array(columns * rows).fill(-1),
    samples = new Int32Array(columns * rows * perCell);
  for (let r = 0; r < rows; r++) {
    const cy = y0 + (r + 0.5) * cell;
    const at = inked.findIndex((l) => cy >= l.top && cy < l.bottom);
    if (at < 0) continue;
    const { left, width } = inked[at];
    for (let c = 0; c < columns; c++) {
      const along = x0 + (c + 0.5) * cell - left;
      if (along >= 0 && along < width)
        stretch[r * columns + c] = before[at] + Math.min(perLine[at] - 1, Math.floor((along / width) * perLine[at]));
    }
  }
  // Samples lie n to a cell's side, columns * n across and rows * n down.
  const lx = (i: number): number => x0 + ((i + 0.5) / n) * cell,
    ly = (j: number): number => y0 + ((j + 0.5) / n) * cell,
    column = (px: number): number => Math.min(region.width - 1, Math.max(0, Math.floor(px) - region.x)),
    row = (py: number): number => Math.min(region.height - 1, Math.max(0, Math.floor(py) - region.y)) * region.width;
  if (t[1] === 0 && t[2] === 0) {
    // Of an upright text a column has one x, a row one y.
    const xs = Int32Array.from({ length: columns * n }, (_, i) => column(t[0] * lx(i) + t[4]));
    for (let j = 0; j < rows * n; j++) {
      const y = row(t[3] * ly(j) + t[5]);
      for (let c = 0, i = 0, o = ((j / n) | 0) * columns * perCell + (j % n) * n; c < columns; c++, o += perCell)
        for (let k = 0; k < n; k++) samples[o + k] = y + xs[i++];
    }
  } else
    for (let r = 0, o = 0; r < rows; r++)
      for (let c = 0; c < columns; c++)
        for (let k = 0; k < perCell; k++) {
          const x = lx(c * n + (k % n)),
            y = ly(r * n + ((k / n) | 0));
          samples[o++] = row(t[1] * x + t[3] * y + t[5]) + column(t[0] * x + t[2] * y + t[4]);
        }
  const stretches = perLine.reduce((sum, n) => sum + n, 0);
  return { columns, rows, stretch, stretches, samples, perCell, fine: fine / cell, coarse: coarse / cell };
}

/** Mean colour of every cell, three bytes-as-floats each. */
export function cellMeans(grid: BusyGrid, rgba: Uint8ClampedArray): Float32Array {
  const { perCell, samples } = grid,
    cells = grid.columns * grid.rows;
  const out = new Float32Array(cells * 3);
  for (let i = 0; i < cells; i++) {
    let r = 0,
      g = 0,
      b = 0;
    for (let k = 0; k < perCell; k++) {
      const p = samples[i * perCell + k] * 4;
      r += rgba[p];
      g += rgba[p + 1];
      b += rgba[p + 2];
    }
    out[i * 3] = r / perCell;
    out[i * 3 + 1] = g / perCell;
    out[i * 3 + 2] = b / perCell;
  }
  return out;
}

/**
 * Busyness 0..100 of cells with the given mean colours.
 * @param full the same with all of a treatment, and `s` (0..1) how much of it
 */
export function busyness(grid: BusyGrid, means: Float32Array, full = means, s = 0): number {
  const { columns, rows, stretch, stretches } = grid;
  if (columns === 0) return 0;
  const L = lightnessesOf(means, full, s),
    a = gaussian(L, columns, rows, grid.fine),
    b = wideBlur(L, columns, rows, grid.coarse);
  const sums = new Float64Array(stretches),
    counts = new Int32Array(stretches);
  for (let i = 0; i < L.length; i++) {
    if (stretch[i] < 0) continue;
    sums[stretch[i]] += (a[i] - b[i]) ** 2;
    counts[stretch[i]]++;
  }
  return busynessOf([...sums].flatMap((sum, i) => (counts[i] ? [sum / counts[i]] : [])));
}

/**
 * Busyness 0..100 of a text: what half of its stretches do not exceed. An edge that runs along the border of two of
 * four stretches is still one edge.
 * @param energies mean squares of the band-passed lightness over each of its stretches
 */
export const busynessOf = (energies: readonly number[]): number =>
  energies.length ? Math.min(100, (100 * Math.sqrt(Math.max(0, lowerMedian(energies)))) / FOLIAGE_RMS) : 0;

/**
 * A wide Gaussian, by way of means of blocks: what they and the way back blur is taken off its variance.
 * Of a texture it differs by less than a hundredth, and costs a small part.
 */
function wideBlur(from: Float32Array, width: number, height: number, sigma: number): Float32Array {
  const k = Math.min(4, Math.floor(sigma / 2));
  if (k < 2) return gaussian(from, width, height, sigma);
  const w = Math.ceil(width / k),
    h = Math.ceil(height / k),
    small = new Float32Array(w * h),
    counts = new Int32Array(w * h);
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.floor(y / k) * w;
    for (let x = 0; x < width; x++, i++) {
      const o = row + Math.floor(x / k);
      small[o] += from[i];
      counts[o]++;
    }
  }
  for (let o = 0; o < small.length; o++) small[o] /= counts[o];
  const soft = gaussian(small, w, h, Math.sqrt(sigma * sigma - (k * k - 1) / 12 - (k * k) / 6) / k);
  return spread(soft, w, h, k, width, height);
}

/** A grid with cells a k-th as large, evenly between the nearest four. */
function spread(from: Float32Array, w: number, h: number, k: number, width: number, height: number): Float32Array {
  const out = new Float32Array(width * height),
    row = new Float32Array(w),
    left = new Int32Array(width),
    share = new Float32Array(width),
    // Where the middle of a cell lies: after which one of the grid, and how far on.
    placed = (i: number, most: number): number => Math.min(most - 1, Math.max(0, (i + 0.5) / k - 0.5));
  for (let x = 0; x < width; x++) {
    const at = placed(x, w);
    left[x] = Math.max(0, Math.min(w - 2, at | 0));
    share[x] = at - left[x];
  }
  for (let y = 0, i = 0; y < height; y++) {
    const at = placed(y, h),
      upper = (at | 0) * w,
      lower = Math.min(h - 1, (at | 0) + 1) * w,
      down = at - (at | 0);
    for (let c = 0; c < w; c++) row[c] = from[upper + c] + (from[lower + c] - from[upper + c]) * down;
    if (w === 1) out.fill(row[0], i, (i += width));
    else
      for (let x = 0; x < width; x++, i++) {
        const c = left[x];
        out[i] = row[c] + (row[c + 1] - row[c]) * share[x];
      }
  }
  return out;
}
