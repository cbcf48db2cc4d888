// The form of a fade, whatever its colour: how it falls off, and over which way.
import type { Box } from '../ground/box';
import { rgba } from '../colour/srgb';
import { apply, compose, type Transform } from '../ground/transform';
import { STEPS } from '../values/gradient-table';
import type { VectorPaint } from './vectors';

export type Easing = 'linear' | 'smooth' | 'strong';

export interface FadeForm {
  /** From a side; round the edges; from the middle. */
  shape: 'linear' | 'vignette' | 'glow';
  /** Degrees clockwise, the way in which a linear fade fades: 0 is solid on the left, 90 on top. */
  angle: number;
  /** Share of the way that is solid, and at which it has ended. */
  solid: number;
  reach: number;
  /** Middle of a vignette or glow, in fractions of the box. */
  centre: { x: number; y: number };
  easing: Easing;
}

const smooth = (t: number): number => t * t * (3 - 2 * t);
/**
 * Alpha 1..0 over the fading part; `strong` keeps half its strength for two thirds of the way. All but `linear` end
 * without an edge.
 */
export const EASINGS: Record<Easing, (t: number) => number> = {
  linear: (t) => 1 - t,
  smooth: (t) => 1 - smooth(t),
  strong: (t) => 1 - smooth(t ** 1.7),
};

/** A fade needs some way, or it would be an edge. */
const LEAST_FADE = 0.02;

/** Alpha of a fade at `u`, 0 being where it is solid. */
export function fadeAlpha(fade: Pick<FadeForm, 'solid' | 'reach' | 'easing'>, u: number): number {
  const end = Math.max(fade.reach, fade.solid + LEAST_FADE);
  return EASINGS[fade.easing](Math.min(1, Math.max(0, (u - fade.solid) / (end - fade.solid))));
}

/** From the box's own pixels to (X, Y) of a fade, in which it is solid at 0 and its far corner, or rim, is at 1. */
export function fadeFrame(
  fade: Pick<FadeForm, 'shape' | 'angle' | 'centre'>,
  box: { width: number; height: number },
): Transform {
  const { width: w, height: h } = box;
  if (fade.shape === 'linear') {
    const a = (fade.angle * Math.PI) / 180,
      c = Math.cos(a),
      s = Math.sin(a);
    const length = Math.abs(w * c) + Math.abs(h * s);
    const x0 = w / 2 - (c * length) / 2,
      y0 = h / 2 - (s * length) / 2;
    return [c / length, -s / length, s / length, c / length, -(c * x0 + s * y0) / length, (s * x0 - c * y0) / length];
  }
  const rx = w / Math.SQRT2,
    ry = h / Math.SQRT2;
  return [1 / rx, 0, 0, 1 / ry, (-fade.centre.x * w) / rx, (-fade.centre.y * h) / ry];
}

/**
 * Alphas of a fade over a region, whatever its colour and opacity.
 * @param m from surface pixels to the fade's frame (`fadeFrame`)
 * @param region whole surface pixels
 * @returns 0..1, row by row
 */
export function fadeAlphas(
  fade: Pick<FadeForm, 'shape' | 'solid' | 'reach' | 'easing'>,
  m: Transform,
  region: Box,
): Float32Array {
  const { width, height } = region,
    out = new Float32Array(width * height),
    [a, b] = m;
  // u = 0..2 is all that a fade can reach.
  const table = Float32Array.from({ length: STEPS + 1 }, (_, i) => fadeAlpha(fade, (2 * i) / STEPS));
  const linear = fade.shape === 'linear',
    inward = fade.shape === 'vignette',
    k = (inward ? -STEPS : STEPS) / 2,
    plus = inward ? STEPS / 2 : 0;
  for (let y = 0, i = 0; y < height; y++) {
    let [X, Y] = apply(m, region.x + 0.5, region.y + y + 0.5);
    for (let x = 0; x < width; x++, i++, X += a, Y += b) {
      const at = (linear ? X : Math.sqrt(X * X + Y * Y)) * k + plus;
      out[i] = table[at <= 0 ? 0 : at >= STEPS ? STEPS : (at + 0.5) | 0];
    }
  }
  return out;
}

/**
 * A fade as a ramp of one colour.
 * @param m from surface pixels to the fade's frame (`fadeFrame`)
 */
export function fadeRamp(
  fade: Pick<FadeForm, 'shape' | 'solid' | 'reach' | 'easing'>,
  m: Transform,
  hex: string,
  opacity: number,
): VectorPaint {
  const { r, g, b, a } = rgba(hex),
    table = new Float32Array((STEPS + 1) * 4),
    // Twice the frame is all that a fade can reach.
    half: Transform = [0.5, 0, 0, 0.5, 0, 0];
  for (let i = 0; i <= STEPS; i++) {
    const u = (2 * i) / STEPS;
    table.set([r, g, b, a * fadeAlpha(fade, fade.shape === 'vignette' ? 1 - u : u)], i * 4);
  }
  return {
    kind: 'ramp',
    field: { kind: fade.shape === 'linear' ? 'line' : 'distance', m: compose(half, m) },
    table,
    opacity,
  };
}
