// Lengths of values times a factor, kept within what the schema allows: scaled layers are stored, too.
import type { Stroke } from './fill';
import type { Shadow } from './shape';
import type { Sides } from './place';

export const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));
export const scaledStroke = (s: Stroke, k: number): Stroke => ({
  ...s,
  width: clamp(s.width * k, 0, 2000),
  dash: s.dash.map((d) => clamp(d * k, 0.1, 5000)),
});
export const scaledShadow = (s: Shadow, k: number): Shadow => ({
  ...s,
  x: clamp(s.x * k, -5000, 5000),
  y: clamp(s.y * k, -5000, 5000),
  blur: clamp(s.blur * k, 0, 1000),
  spread: clamp(s.spread * k, -500, 500),
});
export const scaledRadii = (
  [a, b, c, d]: readonly [number, number, number, number],
  k: number,
): [number, number, number, number] => [a * k, b * k, c * k, d * k];
export const scaledSides = (s: Sides, k: number): Sides => ({
  top: s.top * k,
  right: s.right * k,
  bottom: s.bottom * k,
  left: s.left * k,
});
