// Colour ramps over an area, computed pixel by pixel and dithered: the canvas's own gradients show bands and know
// neither OKLab nor midpoints.
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { apply, compose, type Transform } from '../ground/transform';
import type { PlainGradient } from '../values/fill';
import { endsOf, type RampTable, STEPS } from '../values/gradient-table';
import { DITHER } from './dither';

/**
 * Where on the ramp a pixel lies, from the pixel's place brought by `m` to (X, Y): X itself, the distance from the
 * origin, or the
 * angle round it as a share of a turn.
 */
export interface Field {
  kind: 'line' | 'distance' | 'turn';
  m: Transform;
}

/** The field of a gradient. @param toBox from surface pixels to the box's own pixels */
export function gradientField(
  g: Pick<PlainGradient, 'shape' | 'angle' | 'line' | 'ratio'>,
  box: { width: number; height: number },
  toBox: Transform,
): Field {
  const { from, to } = endsOf(g, box);
  const dx = to.x - from.x,
    dy = to.y - from.y,
    l2 = dx * dx + dy * dy;
  // To a frame in which `to` is (1, 0).
  let own: Transform = [
    dx / l2,
    -dy / l2,
    dy / l2,
    dx / l2,
    -(dx * from.x + dy * from.y) / l2,
    (dy * from.x - dx * from.y) / l2,
  ];
  if (g.shape === 'elliptical') {
    const k = 1 / (g.line ? g.ratio : box.height / box.width);
    own = compose([1, 0, 0, k, 0, 0], own);
  }
  return { kind: g.shape === 'linear' ? 'line' : g.shape === 'conic' ? 'turn' : 'distance', m: compose(own, toBox) };
}

/**
 * Paints a ramp.
 * @param region in surface pixels, whole; the result has its size
 * @param origin what to add to surface pixels to get pixels of the whole slide, so that parts of a slide dither alike
 * @param opacity 0..1, folded in before dithering
 */
export function paintRamp(
  field: Field,
  table: RampTable,
  opacity: number,
  region: Box,
  origin: { x: number; y: number },
): Pixels {
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
