// Patterns as pixels. One period of a tile is drawn once, finer than the picture, with everything that hangs over its
// edges; each pixel of an area then looks up how much of the foreground it takes. Lookups wrap round, so that there is
// no seam at any scale or angle.
import { rgba } from '../colour/srgb';
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { resample } from '../ground/resample';
import type { Surfaces } from '../ground/surface';
import { compose, invert, rotationAbout, type Transform } from '../ground/transform';
import type { Pattern } from '../values/fill';
import { marksOf, type Tile, traceRepeated } from './tile';

/**
 * How much of the foreground each point of one period takes: (width + 1) x (height + 1) bytes, the last row and column
 * repeating the first.
 */
export interface Texture {
  width: number;
  height: number;
  cover: Uint8Array;
  /** Mean cover, 0..255. */
  mean: number;
}

/** Texels to a pixel of the picture, and the longest side of a texture. */
const FINE = 2;
const MOST = 2048;
/** Longest side of one period of a tile of one's own, pixels at scale 1. */
export const OWN_PERIOD = 96;

export const periodOfPicture = (p: { width: number; height: number }): { width: number; height: number } => {
  const k = OWN_PERIOD / Math.max(p.width, p.height);
  return { width: p.width * k, height: p.height * k };
};

/** Texels for a period of `extent` pixels at a scale; whole, so that the lookup wraps exactly. */
const texels = (extent: number, scale: number): number =>
  Math.min(MOST, Math.max(2, Math.round(extent * scale * FINE)));

/**
 * Means of 2 x 2 texels, wrapping round: the cover of a whole pixel, kept at the finer grid. Shifts by half a texel,
 * see `paintPattern`.
 */
function softened(raw: (x: number, y: number) => number, width: number, height: number): Texture {
  const cover = new Uint8Array((width + 1) * (height + 1));
  let sum = 0;
  for (let y = 0; y <= height; y++)
    for (let x = 0; x <= width; x++) {
      const x0 = x % width,
        y0 = y % height,
        x1 = (x0 + 1) % width,
        y1 = (y0 + 1) % height;
      const v = (raw(x0, y0) + raw(x1, y0) + raw(x0, y1) + raw(x1, y1) + 2) >> 2;
      cover[y * (width + 1) + x] = v;
      if (x < width && y < height) sum += v;
    }
  return { width, height, cover, mean: sum / (width * height) };
}

/**
 * Draws one period of a tile.
 * @param scale pixels of the picture to one tile unit
 * @param weight stroke weight as a multiple of the tile's own
 */
export function tileTexture(on: Surfaces, tile: Tile, scale: number, weight: number): Texture {
  const width = texels(tile.width, scale),
    height = texels(tile.height, scale);
  const kx = width / tile.width,
    ky = height / tile.height;
  const surface = on.surface(width, height),
    { context } = surface;
  context.setTransform(kx, 0, 0, ky, 0, 0);
  context.fillStyle = context.strokeStyle = '#ffffff';
  context.lineJoin = 'miter';
  for (const mark of marksOf(tile)) {
    context.globalAlpha = mark.tone ?? 1;
    context.beginPath();
    traceRepeated(context, mark, tile);
    if (mark.width === undefined) context.fill('nonzero');
    else {
      context.lineWidth = mark.width * weight;
      context.lineCap = mark.round ? 'round' : 'butt';
      context.stroke();
    }
  }
  const px = surface.read(0, 0, width, height);
  surface.free();
  return softened((x, y) => px[(y * width + x) * 4 + 3], width, height);
}

/**
 * A period of a picture of one's own: where it is transparent it leaves the background; a picture without transparency
 * counts by its darkness.
 */
export function pictureTexture(picture: Pixels, scale: number): Texture {
  const period = periodOfPicture(picture);
  const width = texels(period.width, scale),
    height = texels(period.height, scale);
  const p = resample(picture, { x: 0, y: 0, width: picture.width, height: picture.height }, width, height);
  let clear = false;
  for (let i = 3; i < p.data.length && !clear; i += 4) clear = p.data[i] < 250;
  return softened(
    (x, y) => {
      const i = (y * width + x) * 4;
      return clear
        ? p.data[i + 3]
        : Math.round(255 - (0.2126 * p.data[i] + 0.7152 * p.data[i + 1] + 0.0722 * p.data[i + 2]));
    },
    width,
    height,
  );
}

/** Colours as hex, looked up; null background leaves what lies beneath. */
export interface PatternColours {
  foreground: string;
  background: string | null;
}

/** RGBA, packed, for each cover 0..255: foreground over background, times an opacity. */
function mixes({ foreground, background }: PatternColours, visible: number, opacity: number): Uint32Array {
  const f = rgba(foreground),
    b = background === null ? { r: f.r, g: f.g, b: f.b, a: 0 } : rgba(background);
  const bytes = new Uint8ClampedArray(256 * 4);
  for (let i = 0; i < 256; i++) {
    const fa = (i / 255) * visible * f.a,
      a = fa + b.a * (1 - fa);
    const mix = (x: number, y: number): number => (a > 0 ? (x * fa + y * b.a * (1 - fa)) / a : x);
    bytes.set([mix(f.r, b.r), mix(f.g, b.g), mix(f.b, b.b), a * opacity * 255], i * 4);
  }
  return new Uint32Array(bytes.buffer);
}

/** From pixels of a tile at scale 1 to pixels of the box that its pattern fills. */
export const tileTransform = (
  { angle, scale, offset }: Pattern,
  box: { width: number; height: number },
  period: { width: number; height: number },
): Transform =>
  compose(rotationAbout(angle, box.width / 2, box.height / 2), [
    scale,
    0,
    0,
    scale,
    offset.x * period.width * scale,
    offset.y * period.height * scale,
  ]);

/** From surface pixels to texels of a pattern. @param toBox from surface pixels to the box's own pixels */
function toTexels(
  pattern: Pattern,
  box: { width: number; height: number },
  period: { width: number; height: number },
  texture: Texture,
  toBox: Transform,
): Transform {
  const turned = invert(rotationAbout(pattern.angle, box.width / 2, box.height / 2));
  const kx = texture.width / (period.width * pattern.scale),
    ky = texture.height / (period.height * pattern.scale);
  // Half a texel for the middle of a texel, half for the means of four.
  const grid: Transform = [kx, 0, 0, ky, -pattern.offset.x * texture.width - 1, -pattern.offset.y * texture.height - 1];
  return compose(grid, compose(turned, toBox));
}

/**
 * Paints a pattern.
 * @param period of the tile in pixels at scale 1
 * @param region whole surface pixels; the result has its size
 */
export function paintPattern(
  texture: Texture,
  pattern: Pattern,
  colours: PatternColours,
  opacity: number,
  box: { width: number; height: number },
  period: { width: number; height: number },
  toBox: Transform,
  region: Box,
): Pixels {
  const { width: w, height: h } = region;
  const out = new Uint32Array(w * h),
    mix = mixes(colours, pattern.opacity, opacity);
  const done = (): Pixels => ({ width: w, height: h, data: new Uint8ClampedArray(out.buffer) });
  const m = toTexels(pattern, box, period, texture, toBox);
  const { width: tw, height: th, cover } = texture,
    stride = tw + 1;
  // Finer than the picture can show: its mean.
  if (
    Math.hypot(m[0], m[1]) > tw / 2 ||
    Math.hypot(m[2], m[3]) > th / 2 ||
    Math.hypot(m[0], m[2]) > tw / 2 ||
    Math.hypot(m[1], m[3]) > th / 2
  )
    return (out.fill(mix[Math.round(texture.mean)]), done());
  const wrap = (v: number, n: number): number => v - Math.floor(v / n) * n;
  if (Math.abs(m[1]) < 1e-9 && Math.abs(m[2]) < 1e-9) {
    // Upright: every row looks up the same columns.
    const at = new Int32Array(w),
      part = new Float32Array(w),
      line = new Float32Array(stride);
    for (let x = 0; x < w; x++) {
      const u = wrap(m[0] * (region.x + x + 0.5) + m[4], tw);
      at[x] = Math.min(tw - 1, u | 0);
      part[x] = u - at[x];
    }
    for (let y = 0; y < h; y++) {
      const v = wrap(m[3] * (region.y + y + 0.5) + m[5], th),
        j = Math.min(th - 1, v | 0),
        f = v - j,
        r = j * stride;
      for (let i = 0; i < stride; i++) line[i] = cover[r + i] + (cover[r + stride + i] - cover[r + i]) * f;
      for (let x = 0, o = y * w; x < w; x++, o++) {
        const i = at[x],
          a = line[i];
        out[o] = mix[(a + (line[i + 1] - a) * part[x] + 0.5) | 0];
      }
    }
    return done();
  }
  for (let y = 0; y < h; y++) {
    let u = wrap(m[0] * (region.x + 0.5) + m[2] * (region.y + y + 0.5) + m[4], tw),
      v = wrap(m[1] * (region.x + 0.5) + m[3] * (region.y + y + 0.5) + m[5], th);
    for (let x = 0, o = y * w; x < w; x++, o++) {
      const i = u | 0,
        j = v | 0,
        fx = u - i,
        r = j * stride + i;
      const top = cover[r] + (cover[r + 1] - cover[r]) * fx,
        below = cover[r + stride] + (cover[r + stride + 1] - cover[r + stride]) * fx;
      out[o] = mix[(top + (below - top) * (v - j) + 0.5) | 0];
      u += m[0];
      v += m[1];
      if (u >= tw) u -= tw;
      else if (u < 0) u += tw;
      if (v >= th) v -= th;
      else if (v < 0) v += th;
      // A step may be longer than a period only where the mean was painted instead; rounding may still end on the edge
      // itself.
      if (u >= tw || v >= th) {
        u = Math.min(u, tw - 1e-6);
        v = Math.min(v, th - 1e-6);
      }
    }
  }
  return done();
}
