// A gradient as numbers: its colours along the way, and where in its box it begins and ends.
import { channelsFromOklab, oklab } from '../colour/oklab';
import { rgba } from '../colour/srgb';
import type { PlainGradient } from './fill';

/** Steps of a ramp's table. */
export const STEPS = 4096;

/** (STEPS + 1) x [red, green, blue 0..255, alpha 0..1]. */
export type RampTable = Float32Array;

/** CSS Images 4, transition hints: the way between two stops, bent so that the even mix lies at `mid`. */
const bend = (t: number, mid: number): number => (mid === 0.5 ? t : t <= 0 ? 0 : t ** (Math.log(0.5) / Math.log(mid)));

/**
 * The colours of a gradient along its way. Colours mix premultiplied (CSS Color 4, section 12.3): alpha 0 brings no
 * colour of its own.
 * @returns what gives [red, green, blue 0..255, alpha 0..1] at a place 0..1
 */
export function gradientRamp(
  gradient: Pick<PlainGradient, 'stops' | 'space'>,
): (u: number) => [number, number, number, number] {
  const perceptual = gradient.space === 'oklab';
  const stops = [...gradient.stops]
    .sort((a, b) => a.at - b.at)
    .map((s) => {
      const c = rgba(s.colour);
      return {
        at: s.at,
        mid: s.mid,
        a: c.a,
        v: perceptual ? oklab(c.r, c.g, c.b) : ([c.r, c.g, c.b] as const),
      };
    });
  return (u) => {
    let k = 0;
    while (k < stops.length - 1 && stops[k + 1].at <= u) k++;
    const p = stops[k],
      q = u < stops[0].at ? p : stops[Math.min(k + 1, stops.length - 1)];
    const t = q.at > p.at ? bend(Math.min(1, Math.max(0, (u - p.at) / (q.at - p.at))), p.mid) : 0;
    const a = p.a + (q.a - p.a) * t;
    const mix = (c: 0 | 1 | 2): number => (a > 0 ? (p.v[c] * p.a * (1 - t) + q.v[c] * q.a * t) / a : p.v[c]);
    const [r, g, b] = perceptual ? channelsFromOklab(mix(0), mix(1), mix(2)) : [mix(0), mix(1), mix(2)];
    return [r, g, b, a];
  };
}

/** Table of a gradient's colours. */
export function gradientTable(gradient: Pick<PlainGradient, 'stops' | 'space'>): RampTable {
  const table = new Float32Array((STEPS + 1) * 4),
    at = gradientRamp(gradient);
  for (let i = 0; i <= STEPS; i++) table.set(at(i / STEPS), i * 4);
  return table;
}

/** Ends of a gradient in its box's own pixels; `second` is the end of an ellipse's other radius. */
export interface Ends {
  from: { x: number; y: number };
  to: { x: number; y: number };
  second: { x: number; y: number };
}

const LEAST_LENGTH = 0.01;

/**
 * Where a gradient begins and ends: as placed by hand, or reaching the corners of its box (CSS Images 3, section 3.1).
 */
export function endsOf(
  g: Pick<PlainGradient, 'shape' | 'angle' | 'line' | 'ratio'>,
  box: { width: number; height: number },
): Ends {
  const { width: w, height: h } = box;
  let from: Ends['from'],
    to: Ends['to'],
    ratio = g.ratio;
  if (g.line) {
    from = { x: g.line.from.x * w, y: g.line.from.y * h };
    to = { x: g.line.to.x * w, y: g.line.to.y * h };
    if (Math.hypot(to.x - from.x, to.y - from.y) < LEAST_LENGTH) to = { x: from.x + LEAST_LENGTH, y: from.y };
  } else {
    const a = (g.angle * Math.PI) / 180,
      c = Math.cos(a),
      s = Math.sin(a);
    const middle = { x: w / 2, y: h / 2 };
    const half = (Math.abs(w * c) + Math.abs(h * s)) / 2,
      radius = Math.hypot(w, h) / 2;
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
  const dx = to.x - from.x,
    dy = to.y - from.y;
  return { from, to, second: { x: from.x - dy * ratio, y: from.y + dx * ratio } };
}
