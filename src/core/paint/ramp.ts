// Colour ramps over an area, computed pixel by pixel and dithered: gradients and fades. The canvas's own gradients show bands and know
// neither OKLab nor midpoints nor easing.
import { apply, compose, type Transform } from '../arrange/transform';
import { channelsFromOklab, oklab } from '../colour/oklab';
import type { Pixels } from '../colour/palette';
import { rgba } from '../colour/srgb';
import type { Box, FadeLayer, PlainGradient } from '../piece/schema';
import { DITHER } from './dither';

/** Entries of a ramp's table. */
const STEPS = 4096;

/**
 * Where on the ramp a pixel lies, from the pixel's place brought by `m` to (X, Y): X itself, the distance from the origin, or the
 * angle round it as a share of a turn.
 */
export interface Field {
  kind: 'line' | 'distance' | 'turn';
  m: Transform;
}

/** (STEPS + 1) x [red, green, blue 0..255, alpha 0..1]. */
export type RampTable = Float32Array;

/** CSS Images 4, transition hints: the way between two stops, bent so that the even mix lies at `mid`. */
const bend = (t: number, mid: number): number => (mid === 0.5 ? t : t <= 0 ? 0 : t ** (Math.log(0.5) / Math.log(mid)));

/** Table of a gradient. Colours mix premultiplied (CSS Color 4, section 12.3), so that alpha 0 brings no colour of its own. */
export function gradientTable(gradient: Pick<PlainGradient, 'stops' | 'space'>): RampTable {
  const stops = [...gradient.stops].sort((a, b) => a.at - b.at).map((s) => {
    const c = rgba(s.colour);
    return { at: s.at, mid: s.mid, a: c.a, v: gradient.space === 'oklab' ? oklab(c.r, c.g, c.b) : ([c.r, c.g, c.b] as const) };
  });
  const table = new Float32Array((STEPS + 1) * 4);
  for (let i = 0, k = 0; i <= STEPS; i++) {
    const u = i / STEPS;
    while (k < stops.length - 1 && stops[k + 1].at <= u) k++;
    const p = stops[k], q = u < stops[0].at ? p : stops[Math.min(k + 1, stops.length - 1)];
    const t = q.at > p.at ? bend(Math.min(1, Math.max(0, (u - p.at) / (q.at - p.at))), p.mid) : 0;
    const a = p.a + (q.a - p.a) * t;
    const mixed = [0, 1, 2].map((c) => (a > 0 ? (p.v[c] * p.a * (1 - t) + q.v[c] * q.a * t) / a : p.v[c])) as [number, number, number];
    table.set(gradient.space === 'oklab' ? channelsFromOklab(...mixed) : mixed, i * 4);
    table[i * 4 + 3] = a;
  }
  return table;
}

const smooth = (t: number): number => t * t * (3 - 2 * t);
/** Alpha 1..0 over the fading part; `strong` keeps half its strength for two thirds of the way. All but `linear` end without an edge. */
export const EASINGS: Record<FadeLayer['easing'], (t: number) => number> = {
  linear: (t) => 1 - t,
  smooth: (t) => 1 - smooth(t),
  strong: (t) => 1 - smooth(t ** 1.7),
};

/** A fade needs some way, or it would be an edge. */
const LEAST_FADE = 0.02;

/** Alpha of a fade at `u`, 0 being where it is solid. */
export function fadeAlpha(fade: Pick<FadeLayer, 'solid' | 'reach' | 'easing'>, u: number): number {
  const end = Math.max(fade.reach, fade.solid + LEAST_FADE);
  return EASINGS[fade.easing](Math.min(1, Math.max(0, (u - fade.solid) / (end - fade.solid))));
}

/** Ends of a gradient in its box's own pixels; `second` is the end of an ellipse's other radius. */
export interface Ends {
  from: { x: number; y: number };
  to: { x: number; y: number };
  second: { x: number; y: number };
}

const LEAST_LENGTH = 0.01;

/** Where a gradient begins and ends: as placed by hand, or reaching the corners of its box (CSS Images 3, section 3.1). */
export function endsOf(g: Pick<PlainGradient, 'shape' | 'angle' | 'line' | 'ratio'>, box: { width: number; height: number }): Ends {
  const { width: w, height: h } = box;
  let from: Ends['from'], to: Ends['to'], ratio = g.ratio;
  if (g.line) {
    from = { x: g.line.from.x * w, y: g.line.from.y * h };
    to = { x: g.line.to.x * w, y: g.line.to.y * h };
    if (Math.hypot(to.x - from.x, to.y - from.y) < LEAST_LENGTH) to = { x: from.x + LEAST_LENGTH, y: from.y };
  } else {
    const a = (g.angle * Math.PI) / 180, c = Math.cos(a), s = Math.sin(a);
    const middle = { x: w / 2, y: h / 2 };
    const half = (Math.abs(w * c) + Math.abs(h * s)) / 2, radius = Math.hypot(w, h) / 2;
    if (g.shape === 'linear') {
      from = { x: middle.x - c * half, y: middle.y - s * half };
      to = { x: middle.x + c * half, y: middle.y + s * half };
    } else if (g.shape === 'elliptical') {
      from = middle;
      to = { x: middle.x + w / Math.SQRT2, y: middle.y };
      ratio = h / w;
    } else {
      from = middle;
      to = { x: middle.x + c * radius, y: middle.y + s * radius };
    }
  }
  const dx = to.x - from.x, dy = to.y - from.y;
  return { from, to, second: { x: from.x - dy * ratio, y: from.y + dx * ratio } };
}

/** The field of a gradient. @param toBox from surface pixels to the box's own pixels */
export function gradientField(g: Pick<PlainGradient, 'shape' | 'angle' | 'line' | 'ratio'>, box: { width: number; height: number }, toBox: Transform): Field {
  const { from, to } = endsOf(g, box);
  const dx = to.x - from.x, dy = to.y - from.y, l2 = dx * dx + dy * dy;
  // To a frame in which `to` is (1, 0).
  let own: Transform = [dx / l2, -dy / l2, dy / l2, dx / l2, -(dx * from.x + dy * from.y) / l2, (dy * from.x - dx * from.y) / l2];
  if (g.shape === 'elliptical') {
    const k = 1 / (g.line ? g.ratio : box.height / box.width);
    own = compose([1, 0, 0, k, 0, 0], own);
  }
  return { kind: g.shape === 'linear' ? 'line' : g.shape === 'conic' ? 'turn' : 'distance', m: compose(own, toBox) };
}

/** From the box's own pixels to (X, Y) of a fade, in which it is solid at 0 and its far corner, or rim, is at 1. */
export function fadeFrame(fade: Pick<FadeLayer, 'shape' | 'angle' | 'centre'>, box: { width: number; height: number }): Transform {
  const { width: w, height: h } = box;
  if (fade.shape === 'linear') {
    const a = (fade.angle * Math.PI) / 180, c = Math.cos(a), s = Math.sin(a);
    const length = Math.abs(w * c) + Math.abs(h * s);
    const x0 = w / 2 - (c * length) / 2, y0 = h / 2 - (s * length) / 2;
    return [c / length, -s / length, s / length, c / length, -(c * x0 + s * y0) / length, (s * x0 - c * y0) / length];
  }
  const rx = w / Math.SQRT2, ry = h / Math.SQRT2;
  return [1 / rx, 0, 0, 1 / ry, (-fade.centre.x * w) / rx, (-fade.centre.y * h) / ry];
}

/**
 * Paints a ramp.
 * @param region in surface pixels, whole; the result has its size
 * @param origin what to add to surface pixels to get pixels of the whole slide, so that parts of a slide dither alike
 * @param opacity 0..1, folded in before dithering
 */
export function paintRamp(field: Field, table: RampTable, opacity: number, region: Box, origin: { x: number; y: number }): Pixels {
  const { width, height } = region;
  const data = new Uint8ClampedArray(width * height * 4);
  const [a, b] = field.m;
  const full = opacity * 255;
  for (let y = 0; y < height; y++) {
    let [X, Y] = apply(field.m, region.x + 0.5, region.y + y + 0.5);
    const row = ((y + region.y + origin.y) & 127) << 7;
    for (let x = 0, o = y * width * 4; x < width; x++, o += 4, X += a, Y += b) {
      let u: number;
      if (field.kind === 'line') u = X;
      else if (field.kind === 'distance') u = Math.sqrt(X * X + Y * Y);
      else {
        u = Math.atan2(Y, X) / (2 * Math.PI);
        if (u < 0) u += 1;
      }
      const at = u * STEPS;
      const i = (at <= 0 ? 0 : at >= STEPS ? STEPS : (at + 0.5) | 0) << 2;
      const th = DITHER[row | ((x + region.x + origin.x) & 127)];
      const alpha = (table[i + 3] * full + th) | 0;
      if (alpha === 0) continue;
      data[o] = (table[i] + th) | 0;
      data[o + 1] = (table[i + 1] + th) | 0;
      data[o + 2] = (table[i + 2] + th) | 0;
      data[o + 3] = alpha;
    }
  }
  return { width, height, data };
}

/**
 * Alphas of a fade over a region, whatever its colour and opacity.
 * @param m from surface pixels to the fade's frame (`fadeFrame`)
 * @param region whole surface pixels
 * @returns 0..1, row by row
 */
export function fadeAlphas(fade: Pick<FadeLayer, 'shape' | 'solid' | 'reach' | 'easing'>, m: Transform, region: Box): Float32Array {
  const { width, height } = region, out = new Float32Array(width * height), [a, b] = m;
  // u = 0..2 is all that a fade can reach.
  const table = Float32Array.from({ length: STEPS + 1 }, (_, i) => fadeAlpha(fade, (2 * i) / STEPS));
  const linear = fade.shape === 'linear', inward = fade.shape === 'vignette', k = (inward ? -STEPS : STEPS) / 2, plus = inward ? STEPS / 2 : 0;
  for (let y = 0, i = 0; y < height; y++) {
    let [X, Y] = apply(m, region.x + 0.5, region.y + y + 0.5);
    for (let x = 0; x < width; x++, i++, X += a, Y += b) {
      const at = (linear ? X : Math.sqrt(X * X + Y * Y)) * k + plus;
      out[i] = table[at <= 0 ? 0 : at >= STEPS ? STEPS : (at + 0.5) | 0];
    }
  }
  return out;
}
