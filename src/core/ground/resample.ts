// Resampling of photos in the core, so that browser and server agree to the last bit.
// Colours are weighed by alpha: what is not seen has no colour that could come through (Porter and Duff 1984).
// Halving by 2 x 2 means while more than twice too large, then separable Catmull-Rom, widened when reducing: row by
// row, so that what a row is made of stays at hand.
import type { Box } from './box';
import { fitOpaque, halveOpaque, noneTranslucent } from './fit';
import type { Pixels } from './pixels';
import { type Taps, tapsOf, weightAt } from './taps';
import type { Transform } from './transform';

const opaque = new WeakMap<Pixels, boolean>();

/** Has a picture no pixel that is translucent? Looked up once. */
export function isOpaque(p: Pixels): boolean {
  let o = opaque.get(p);
  if (o === undefined) opaque.set(p, (o = noneTranslucent(p)));
  return o;
}

/** Half the size, colours weighed by alpha. */
function halveTranslucent(p: Pixels, width: number, height: number): Uint8ClampedArray {
  const data = new Uint8ClampedArray(width * height * 4),
    s = p.data;
  for (let y = 0; y < height; y++) {
    const r0 = y * 2 * p.width,
      r1 = Math.min(p.height - 1, y * 2 + 1) * p.width;
    for (let x = 0; x < width; x++) {
      const x0 = x * 2,
        x1 = Math.min(p.width - 1, x0 + 1),
        o = (y * width + x) * 4;
      const a = (r0 + x0) * 4,
        b = (r0 + x1) * 4,
        c = (r1 + x0) * 4,
        d = (r1 + x1) * 4;
      const wa = s[a + 3],
        wb = s[b + 3],
        wc = s[c + 3],
        wd = s[d + 3],
        sum = wa + wb + wc + wd;
      if (sum > 0)
        for (let k = 0; k < 3; k++) data[o + k] = (s[a + k] * wa + s[b + k] * wb + s[c + k] * wc + s[d + k] * wd) / sum;
      data[o + 3] = (sum + 2) >> 2;
    }
  }
  return data;
}

/** Half the size in both directions; the mean of four pixels. An odd last row or column is repeated. */
export function halve(p: Pixels): Pixels {
  const width = Math.max(1, (p.width + 1) >> 1),
    height = Math.max(1, (p.height + 1) >> 1);
  return { width, height, data: (isOpaque(p) ? halveOpaque : halveTranslucent)(p, width, height) };
}

/** The picture with its longer side at most so many pixels; itself where it is no larger. */
export function reducedTo(photo: Pixels, side: number): Pixels {
  const k = Math.min(1, side / Math.max(photo.width, photo.height)),
    w = Math.max(1, Math.round(photo.width * k)),
    h = Math.max(1, Math.round(photo.height * k));
  return w === photo.width && h === photo.height
    ? photo
    : resample(photo, { x: 0, y: 0, width: photo.width, height: photo.height }, w, h);
}

/**
 * A value of a grid at a point, evenly between the nearest four. @param x @param y in cells, whose middles are at
 * halves; beyond the rim the rim counts
 */
export function between(values: ArrayLike<number>, width: number, height: number, x: number, y: number): number {
  const u = Math.min(width - 1, Math.max(0, x - 0.5)),
    v = Math.min(height - 1, Math.max(0, y - 0.5)),
    u0 = u | 0,
    v0 = v | 0,
    u1 = Math.min(width - 1, u0 + 1),
    fu = u - u0,
    fv = v - v0;
  const a = v0 * width,
    b = Math.min(height - 1, v0 + 1) * width;
  return (
    (values[a + u0] * (1 - fu) + values[a + u1] * fu) * (1 - fv) +
    (values[b + u0] * (1 - fu) + values[b + u1] * fu) * fv
  );
}

/**
 * A part of a photo at another size.
 * @param source the part, in photo pixels, fractional
 * @param part of the result that is wanted, in its pixels, whole; it comes out as it is in the whole result
 * @returns RGBA bytes, width x height of them, or as many as the part has
 */
export function resample(
  photo: Pixels,
  source: { x: number; y: number; width: number; height: number },
  width: number,
  height: number,
  flipX = false,
  flipY = false,
  half: (p: Pixels) => Pixels = halve,
  part: Box = { x: 0, y: 0, width, height },
): Pixels {
  let p = photo,
    { x, y, width: w, height: h } = source;
  while (w / width >= 2 && h / height >= 2) {
    p = half(p);
    x /= 2;
    y /= 2;
    w /= 2;
    h /= 2;
  }
  const tx = tapsOf(x, w, p.width, width, flipX),
    ty = tapsOf(y, h, p.height, height, flipY),
    data = isOpaque(p) ? fitOpaque(p, tx, ty, part) : fitTranslucent(p, tx, ty, part);
  return { width: part.width, height: part.height, data };
}

/** Colours weighed by alpha. @param part of the result that is wanted @returns RGBA bytes */
function fitTranslucent(p: Pixels, tx: Taps, ty: Taps, part: Box): Uint8ClampedArray {
  const data = new Uint8ClampedArray(part.width * part.height * 4),
    // Columns of the source that count; the row of their means has room for taps that weigh nothing.
    last = part.x + part.width - 1,
    left = Math.min(tx.first[part.x], tx.first[last]),
    columns = Math.max(tx.first[part.x], tx.first[last]) + tx.count - left,
    there = Math.min(columns, p.width - left),
    row = new Float64Array(columns * 4);
  for (let j = 0; j < part.height; j++) {
    downwards(p, ty, part.y + j, left, there, row);
    across(row, left, tx, part, data, j);
  }
  return data;
}

/** One row of the target at the source's width. */
function downwards(
  { data, width, height }: Pixels,
  { first, count, weights }: Taps,
  at: number,
  left: number,
  columns: number,
  row: Float64Array,
): void {
  row.fill(0);
  for (let k = 0; k < count; k++)
    addRow(data, (Math.min(height - 1, first[at] + k) * width + left) * 4, weights[at * count + k], columns, row);
}

function addRow(data: Uint8ClampedArray, offset: number, w: number, columns: number, row: Float64Array): void {
  if (w === 0) return;
  for (let m = 0, end = columns * 4, s = offset; m < end; m += 4, s += 4) {
    const seen = w * data[s + 3];
    row[m] += seen * data[s];
    row[m + 1] += seen * data[s + 1];
    row[m + 2] += seen * data[s + 2];
    row[m + 3] += seen;
  }
}

/** A row at its new width. */
function across(
  row: Float64Array,
  left: number,
  { first, count, weights }: Taps,
  part: Box,
  data: Uint8ClampedArray,
  j: number,
): void {
  let o = j * part.width * 4;
  for (let i = part.x, end = part.x + part.width; i < end; i++, o += 4) {
    let R = 0,
      G = 0,
      B = 0,
      A = 0;
    for (let k = 0, q = i * count, s = (first[i] - left) * 4; k < count; k++, q++, s += 4) {
      const w = weights[q];
      R += w * row[s];
      G += w * row[s + 1];
      B += w * row[s + 2];
      A += w * row[s + 3];
    }
    const one = A > 0.25 ? 1 / A : 0;
    data[o] = R * one;
    data[o + 1] = G * one;
    data[o + 2] = B * one;
    data[o + 3] = A;
  }
}

/** Turns a picture by quarter turns clockwise. */
export function quarterTurned(p: Pixels, turn: 0 | 90 | 180 | 270): Pixels {
  if (turn === 0) return p;
  const { width: w, height: h } = p,
    from = new Uint32Array(p.data.buffer, p.data.byteOffset, w * h);
  const out = new Uint32Array(w * h),
    W = turn === 180 ? w : h;
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      out[turn === 90 ? x * W + (h - 1 - y) : turn === 180 ? (h - 1 - y) * W + (w - 1 - x) : (w - 1 - x) * W + y] =
        from[y * w + x];
  return { width: W, height: turn === 180 ? h : w, data: new Uint8ClampedArray(out.buffer) };
}

const CLOSE = 1e-6;

/** Does a picture seen through it stand upright, or mirrored, neither turned nor leaning? */
export const isUpright = ([, b, c]: Transform): boolean => Math.abs(b) < CLOSE && Math.abs(c) < CLOSE;

/**
 * The picture seen through a transform: upright and mirrored ones and quarter turns by the separable filter, any other
 * by looking up each
 * pixel in a copy at the nearest finer size.
 * @param toFile from pixels of the result to pixels of the photo
 * @param part of the result that is wanted; only of those that stand upright (`isUpright`)
 */
export function transformed(
  photo: Pixels,
  toFile: Transform,
  width: number,
  height: number,
  half: (p: Pixels) => Pixels = halve,
  part?: Box,
): Pixels {
  const [a, b, c, d, e, f] = toFile;
  if (isUpright(toFile)) {
    const x = a < 0 ? e + a * width : e,
      y = d < 0 ? f + d * height : f;
    return resample(
      photo,
      { x, y, width: Math.abs(a) * width, height: Math.abs(d) * height },
      width,
      height,
      a < 0,
      d < 0,
      half,
      part,
    );
  }
  if (Math.abs(a) < CLOSE && Math.abs(d) < CLOSE) {
    // Along x the result runs along the photo's y: resample lying down, then turn by a quarter.
    const x = c < 0 ? e + c * height : e,
      y = b < 0 ? f + b * width : f;
    const lying = resample(
      photo,
      { x, y, width: Math.abs(c) * height, height: Math.abs(b) * width },
      height,
      width,
      false,
      false,
      half,
    );
    const t = quarterTurned(lying, 90);
    // A turn by 90 puts the photo's bottom at the left, its left on top: mirror where that is not what was asked.
    return resampleMirror(t, b > 0, c < 0);
  }
  let p = photo,
    k = 1;
  while (Math.hypot(a, b) * k >= 2 && Math.hypot(c, d) * k >= 2) {
    p = half(p);
    k /= 2;
  }
  return lookUp(p, [a * k, b * k, c * k, d * k, e * k, f * k], width, height);
}

function resampleMirror(p: Pixels, flipX: boolean, flipY: boolean): Pixels {
  if (!flipX && !flipY) return p;
  const { width: w, height: h } = p,
    from = new Uint32Array(p.data.buffer, p.data.byteOffset, w * h),
    out = new Uint32Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) out[y * w + x] = from[(flipY ? h - 1 - y : y) * w + (flipX ? w - 1 - x : x)];
  return { width: w, height: h, data: new Uint8ClampedArray(out.buffer) };
}

/** Catmull-Rom over 4 x 4 pixels at each place; edges are repeated. */
function lookUp(p: Pixels, t: Transform, width: number, height: number): Pixels {
  const out = new Uint8ClampedArray(width * height * 4),
    s = p.data,
    wx = new Float64Array(4),
    wy = new Float64Array(4);
  const cols = new Int32Array(4),
    solid = isOpaque(p);
  for (let j = 0; j < height; j++) {
    for (let i = 0; i < width; i++) {
      const X = t[0] * (i + 0.5) + t[2] * (j + 0.5) + t[4] - 0.5,
        Y = t[1] * (i + 0.5) + t[3] * (j + 0.5) + t[5] - 0.5;
      const x0 = Math.floor(X),
        y0 = Math.floor(Y);
      for (let k = 0; k < 4; k++) {
        wx[k] = weightAt(X - (x0 - 1 + k));
        wy[k] = weightAt(Y - (y0 - 1 + k));
        cols[k] = Math.min(p.width - 1, Math.max(0, x0 - 1 + k)) * 4;
      }
      let r = 0,
        g = 0,
        b = 0,
        a = 0;
      for (let l = 0; l < 4; l++) {
        const row = Math.min(p.height - 1, Math.max(0, y0 - 1 + l)) * p.width * 4;
        for (let k = 0; k < 4; k++) {
          const q = row + cols[k],
            wa = wx[k] * wy[l],
            w = solid ? wa : wa * s[q + 3];
          r += w * s[q];
          g += w * s[q + 1];
          b += w * s[q + 2];
          a += wa * s[q + 3];
        }
      }
      const o = (j * width + i) * 4;
      const n = solid ? 1 : a > 0.25 ? 1 / a : 0;
      out[o] = r * n;
      out[o + 1] = g * n;
      out[o + 2] = b * n;
      out[o + 3] = a;
    }
  }
  return { width, height, data: out };
}
