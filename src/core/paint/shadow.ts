// Shadows: the outline of what a layer shows, grown, blurred and coloured by the core, so that they are the same
// everywhere. Kept while what throws them only moves.
import { rgba } from '../colour/srgb';
import type { Box } from '../ground/box';
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

function paintShadow(easel: Easel, shadow: Shadow, { key, bounds, origin, paint }: Thrower, opacity: number): void {
  const { scale } = easel.view;
  const sigma = (shadow.blur / 2) * scale,
    spread = shadow.spread * scale;
  const pad = Math.ceil(sigma * REACH + Math.max(0, spread)) + 2;
  const dx = Math.round(shadow.x * scale),
    dy = Math.round(shadow.y * scale);
  // Only what can throw a shadow onto the surface counts.
  const near = {
    x: -pad - Math.abs(dx),
    y: -pad - Math.abs(dy),
    right: easel.surface.width + pad + Math.abs(dx),
    bottom: easel.surface.height + pad + Math.abs(dy),
  };
  const x = Math.max(bounds.x, near.x),
    y = Math.max(bounds.y, near.y),
    right = Math.min(bounds.x + bounds.width, near.right),
    bottom = Math.min(bounds.y + bounds.height, near.bottom);
  if (right <= x || bottom <= y) return;
  const vectors = shadow.kind === 'drop' ? vectorsOf(easel.surface) : null;
  if (vectors?.shadow) {
    const scratch = easel.scratch({ x, y, width: right - x, height: bottom - y });
    paint(scratch);
    const form = { sigma, spread, x: x + dx, y: y + dy, colour: easel.hex(shadow.colour) };
    if (vectors.shadow({ ...form, opacity: opacity * shadow.opacity }, scratch.surface)) return;
  }
  const whole =
    x === bounds.x && y === bounds.y && right === bounds.x + bounds.width && bottom === bounds.y + bounds.height;
  const w = right - x,
    h = bottom - y,
    W = w + 2 * pad,
    H = h + 2 * pad;
  // A draft takes the shadow as it was at another fraction of a pixel; what is exact does not.
  const fraction = (v: number): number => Math.round((v - Math.floor(v)) * 1e4) / 1e4;
  const phase = whole
    ? easel.quality === 'draft'
      ? 0
      : [fraction(origin[0]), fraction(origin[1])]
    : [origin[0] - x, origin[1] - y];
  const colour = rgba(easel.hex(shadow.colour));
  const made = easel.kept(
    JSON.stringify(['shadow', key, w, h, phase, sigma, spread, shadow.kind, colour]),
    (): Surface => {
      const scratch = easel.scratch({ x, y, width: w, height: h });
      paint(scratch);
      const seen = scratch.surface.read(0, 0, w, h);
      scratch.surface.free();
      let mask: Float32Array = new Float32Array(W * H);
      for (let r = 0; r < h; r++)
        for (let c = 0, i = (r + pad) * W + pad, o = r * w * 4 + 3; c < w; c++, i++, o += 4) mask[i] = seen[o] / 255;
      if (shadow.kind === 'contact') {
        let foot = pad + h;
        const empty = (row: number): boolean => {
          for (let c = 0; c < W; c++) if (mask[row * W + c] > 0.5) return false;
          return true;
        };
        while (foot > pad + 1 && empty(foot - 1)) foot--;
        mask = flattened(mask, W, H, pad, foot);
      }
      mask = blurredChannel(spreadMask(mask, W, H, spread), W, H, sigma);
      const data = new Uint8ClampedArray(W * H * 4);
      for (let i = 0, o = 0; i < mask.length; i++, o += 4) {
        const alpha = mask[i] * colour.a * 255;
        if (alpha <= 0) continue;
        data[o] = colour.r;
        data[o + 1] = colour.g;
        data[o + 2] = colour.b;
        data[o + 3] = alpha;
      }
      const surface = easel.studio.surface(W, H);
      surface.write({ width: W, height: H, data });
      return surface;
    },
  );
  const { context } = easel;
  context.setTransform(1, 0, 0, 1, x - pad + dx, y - pad + dy);
  context.globalAlpha = opacity * shadow.opacity;
  context.imageSmoothingEnabled = false;
  context.drawImage(made.image, 0, 0);
}
