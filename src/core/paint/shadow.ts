// Shadows: the outline of what a layer shows, grown, blurred and coloured by the core, so that they are the same
// everywhere. Kept while what throws them only moves.
import { type Rgba, rgba } from '../colour/srgb';
import type { Box } from '../ground/box';
import { Kept } from '../ground/kept';
import type { Pixels } from '../ground/pixels';
import type { Surface } from '../ground/surface';
import { blurredChannel } from '../photo/blur';
import type { Shadow } from '../values/shape';
import type { Easel } from './easel';
import { vectorsOf } from './vectors';
import { spreadMask } from './spread';

/** How many standard deviations of a blur are painted. */
const REACH = 3;

/** How far a shadow reaches beyond what throws it, in any direction, in pixels of the size. */
export const shadowReach = (s: Shadow): number =>
  s.on ? Math.max(Math.abs(s.x), Math.abs(s.y)) + (s.blur / 2) * REACH + Math.max(0, s.spread) + 2 : 0;

/** How far shadows reach. */
export const reachOfShadows = (shadows: readonly Shadow[]): number => Math.max(0, ...shadows.map(shadowReach));

export const throwsShadow = (shadows: readonly Shadow[]): boolean => shadows.some((s) => s.on && s.opacity > 0);

/**
 * How high above its foot a thing counts for a contact shadow, and how thick that shadow is, as shares of its height.
 */
const FOOT = 0.3;
const THICK = 0.05;

/** Alpha 0..1 of a silhouette lying flat at its foot. */
function flattened(mask: Float32Array, w: number, h: number, top: number, bottom: number): Float32Array {
  const out = new Float32Array(w * h),
    height = bottom - top,
    thick = Math.max(1, height * THICK);
  for (let x = 0; x < w; x++) {
    let weight = 0;
    for (let y = Math.max(top, Math.floor(bottom - height * FOOT)); y < bottom; y++)
      weight = Math.max(weight, mask[y * w + x] * (1 - (bottom - 1 - y) / (height * FOOT)));
    if (weight <= 0) continue;
    for (let y = Math.max(0, Math.floor(bottom - thick)); y < Math.min(h, Math.ceil(bottom + thick)); y++) {
      const d = (y + 0.5 - bottom) / thick;
      out[y * w + x] = weight * Math.max(0, 1 - d * d);
    }
  }
  return out;
}

/**
 * What throws shadows: where it lies on the surface, and how it is painted, in any colours, on an easel of the same
 * view.
 */
export interface Thrower {
  /** What its outline depends on besides its place; equal keys, equal outlines. */
  key: string;
  /** Device rectangle it may cover. */
  bounds: Box;
  /** Where its own origin lies on the surface. */
  origin: readonly [number, number];
  paint: (easel: Easel) => void;
}

/**
 * Paints shadows, the first of the list on top.
 * @param opacity of the layer, 0..1
 */
export function paintShadows(easel: Easel, shadows: readonly Shadow[], thrower: Thrower, opacity: number): void {
  for (const shadow of [...shadows].reverse())
    if (shadow.on && shadow.opacity > 0) paintShadow(easel, shadow, thrower, opacity);
}

/** A part of a shadow is made alone where it is less of the whole, or that is large: else the rest is wanted soon. */
const PART = 0.15;
const LARGE = 4_000_000;
/** From such standard deviations (device px) on, a shadow is computed from every second or fourth pixel. */
const COARSER: readonly [number, number][] = [
  [16, 4],
  [6, 2],
];
const area = (b: Box, pad: number): number => (b.width + 2 * pad) * (b.height + 2 * pad);

/** A shadow in pixels of the surface. */
interface DeviceShadow {
  kind: Shadow['kind'];
  sigma: number;
  spread: number;
  /** Pixels around what throws it. */
  pad: number;
  /** Pixels to one that is computed. */
  k: number;
}

function onDevice({ kind, blur, spread: by }: Shadow, scale: number): DeviceShadow {
  const sigma = (blur / 2) * scale,
    spread = by * scale,
    k = kind === 'drop' ? (COARSER.find(([from]) => sigma >= from)?.[1] ?? 1) : 1;
  return { kind, sigma, spread, k, pad: Math.ceil((Math.ceil(sigma * REACH + Math.max(0, spread)) + 2) / k) * k };
}

/** Where anything was painted, from whole groups of k x k pixels on; null where nowhere. */
function paintedPart({ width, height, data }: Pixels, k: number): Box | null {
  let left = width,
    right = -1,
    top = -1,
    bottom = -1;
  for (let y = 0; y < height; y++) {
    const row = y * width * 4 + 3;
    let x = 0;
    while (x < width && !data[row + x * 4]) x++;
    if (x === width) continue;
    if (top < 0) top = y;
    bottom = y;
    left = Math.min(left, x);
    for (x = width - 1; x > right && !data[row + x * 4];) x--;
    right = Math.max(right, x);
  }
  if (top < 0) return null;
  const x = Math.floor(left / k) * k,
    y = Math.floor(top / k) * k;
  return { x, y, width: right + 1 - x, height: bottom + 1 - y };
}

/** Alpha 0..1 of what was painted in a part, `pad` empty pixels around it, each the mean of k x k of its pixels. */
function silhouette({ width: stride, data }: Pixels, part: Box, { pad, k }: DeviceShadow): Coverage {
  const width = Math.ceil((part.width + 2 * pad) / k),
    height = Math.ceil((part.height + 2 * pad) / k),
    values = new Float32Array(width * height),
    one = 1 / (255 * k * k);
  for (let y = 0; y < part.height; y++) {
    // Whole groups of pixels lie around it.
    let to = Math.floor((y + pad) / k) * width + pad / k,
      n = 0;
    for (let x = 0, i = ((part.y + y) * stride + part.x) * 4 + 3; x < part.width; x++, i += 4) {
      if (data[i]) values[to] += data[i] * one;
      if (++n < k) continue;
      n = 0;
      to++;
    }
  }
  return { width, height, values };
}

interface Coverage {
  width: number;
  height: number;
  /** 0..1, row by row. */
  values: Float32Array;
}

/** What averaging k x k pixels and reading off evenly between their means adds to a blur's variance, px squared. */
const softened = (k: number): number => (k === 1 ? 0 : (k * k - 1) / 12 + (k * k) / 6);

/** The shadow of what was painted in a part, grown and blurred. */
function cast(painted: Pixels, part: Box, shadow: DeviceShadow): Coverage {
  const { kind, sigma, spread, pad, k } = shadow,
    { width, height, values } = silhouette(painted, part, shadow);
  let mask = values;
  if (kind === 'contact') {
    let foot = pad + part.height;
    const empty = (row: number): boolean => {
      for (let c = 0; c < width; c++) if (mask[row * width + c] > 0.5) return false;
      return true;
    };
    while (foot > pad + 1 && empty(foot - 1)) foot--;
    mask = flattened(mask, width, height, pad, foot);
  }
  const left = Math.sqrt(Math.max(0, sigma * sigma - softened(k)));
  return {
    width,
    height,
    values: blurredChannel(spreadMask(mask, width, height, spread / k), width, height, left / k),
  };
}

/** A shadow in its colour, W x H pixels of the surface. */
function coloured({ width, height, values }: Coverage, k: number, W: number, H: number, colour: Rgba): Pixels {
  // A pixel at a time: red in the lowest byte, alpha in the highest.
  const words = new Uint32Array(W * H),
    ink = colour.r | (colour.g << 8) | (colour.b << 16),
    most = colour.a * 255,
    done = { width: W, height: H, data: new Uint8ClampedArray(words.buffer) };
  const put = (i: number, alpha: number): void => {
    if (alpha > 0) words[i] = (Math.min(255, alpha * most + 0.5) << 24) | ink;
  };
  if (k === 1) {
    for (let i = 0; i < values.length; i++) put(i, values[i]);
    return done;
  }
  // Evenly between the means of k x k pixels: rows first, then along each.
  const row = new Float32Array(width);
  for (let y = 0, o = 0; y < H; y++) {
    const v = Math.min(height - 1, Math.max(0, (y + 0.5) / k - 0.5)),
      above = Math.floor(v),
      low = v - above,
      a = above * width,
      c = Math.min(height - 1, above + 1) * width;
    for (let x = 0; x < width; x++) row[x] = values[a + x] + (values[c + x] - values[a + x]) * low;
    for (let x = 0; x < W; x++, o++) {
      const u = Math.min(width - 1, Math.max(0, (x + 0.5) / k - 0.5)),
        before = Math.floor(u),
        next = Math.min(width - 1, before + 1);
      put(o, row[before] + (row[next] - row[before]) * (u - before));
    }
  }
  return done;
}

/** A shadow as it is kept: its pixels, and where they lie from what was painted. Nothing throws none. */
interface Cast {
  surface: Surface | null;
  x: number;
  y: number;
}
/** Pixels of shadows that are kept. */
const MOST_KEPT = 6_000_000;
const castsOf = (easel: Easel): Kept<Cast> =>
  easel.own(
    'shadows',
    () =>
      new Kept<Cast>(
        MOST_KEPT,
        ({ surface }) => (surface ? surface.width * surface.height : 1),
        ({ surface }) => surface?.free(),
      ),
  );

function paintShadow(easel: Easel, shadow: Shadow, { key, bounds, origin, paint }: Thrower, opacity: number): void {
  const { scale } = easel.view,
    own = onDevice(shadow, scale),
    { sigma, spread, pad, k } = own;
  const dx = Math.round(shadow.x * scale),
    dy = Math.round(shadow.y * scale);
  // Only what can throw a shadow onto the surface counts.
  const part = easel.onSurface(bounds, pad + Math.abs(dx), pad + Math.abs(dy));
  if (!part) return;
  // The pixels that are computed lie in a part where they lie in the whole.
  const left = bounds.x + Math.floor((part.x - bounds.x) / k) * k,
    top = bounds.y + Math.floor((part.y - bounds.y) / k) * k,
    near = { x: left, y: top, width: part.x + part.width - left, height: part.y + part.height - top };
  const vectors = shadow.kind === 'drop' ? vectorsOf(easel.surface) : null;
  if (vectors?.shadow) {
    const scratch = easel.scratch(near);
    paint(scratch);
    const form = { sigma, spread, x: near.x + dx, y: near.y + dy, colour: easel.hex(shadow.colour) };
    if (vectors.shadow({ ...form, opacity: opacity * shadow.opacity }, scratch.surface)) return;
  }
  const colour = rgba(easel.hex(shadow.colour)),
    looks = [sigma, spread, shadow.kind, colour];
  // A draft takes the shadow as it was at another fraction of a pixel; what is exact does not.
  const fraction = (v: number): number => Math.round((v - Math.floor(v)) * 1e4) / 1e4,
    phase = easel.quality === 'draft' ? 0 : [fraction(origin[0]), fraction(origin[1])],
    whole = JSON.stringify(['shadow', key, bounds.width, bounds.height, phase, ...looks]);
  const casts = castsOf(easel),
    all = area(bounds, pad),
    some = area(near, pad),
    alone = some < all && (all > LARGE || some < PART * all) && !casts.has(whole),
    { x, y, width: w, height: h } = alone ? near : bounds;
  const made = casts.get(
    alone ? JSON.stringify(['shadow', key, w, h, [origin[0] - x, origin[1] - y], ...looks]) : whole,
    (): Cast => {
      const scratch = easel.scratch({ x, y, width: w, height: h });
      paint(scratch);
      const painted = { width: w, height: h, data: scratch.surface.read(0, 0, w, h) },
        part = paintedPart(painted, k);
      scratch.surface.free();
      if (!part) return { surface: null, x: 0, y: 0 };
      const W = part.width + 2 * pad,
        H = part.height + 2 * pad,
        surface = easel.studio.surface(W, H);
      surface.write(coloured(cast(painted, part, own), k, W, H, colour));
      return { surface, x: part.x - pad, y: part.y - pad };
    },
  );
  if (!made.surface) return;
  const { context } = easel;
  context.setTransform(1, 0, 0, 1, x + made.x + dx, y + made.y + dy);
  context.globalAlpha = opacity * shadow.opacity;
  context.imageSmoothingEnabled = false;
  context.drawImage(made.surface.image, 0, 0);
}
