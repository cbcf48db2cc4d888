// Colours and gradients as canvas fill styles. A gradient in OKLab is drawn with extra stops, since a canvas only knows sRGB.
import { interpolate, formatHex8 } from 'culori';
import type { Piece, Box, Fill } from '../piece/schema';
import { hexOf } from '../piece/resolve';
import { rgba } from '../colour/srgb';
import type { Transform } from '../arrange/transform';
import { apply } from '../arrange/transform';
import type { Context2D } from './studio';

/** `rgb(r g b / a)` of a hex, which browser and server read alike. */
export function cssColour(hex: string): string {
  const { r, g, b, a } = rgba(hex);
  return `rgba(${r}, ${g}, ${b}, ${a})`;
}

/** Stops fine enough to follow a curve through OKLab: 16 between any two. */
function denseStops(stops: { at: number; colour: string }[], space: 'srgb' | 'oklab'): { at: number; colour: string }[] {
  if (space === 'srgb') return stops;
  const out: { at: number; colour: string }[] = [];
  for (let i = 0; i < stops.length - 1; i++) {
    const mix = interpolate([stops[i].colour, stops[i + 1].colour], 'oklab');
    for (let k = 0; k < 16; k++) out.push({ at: stops[i].at + ((stops[i + 1].at - stops[i].at) * k) / 16, colour: formatHex8(mix(k / 16)) });
  }
  out.push(stops[stops.length - 1]);
  return out;
}

/**
 * The fill style of an area, or null for none.
 * @param box the area in its own coordinates; `t` brings them to the surface
 */
export function fillStyle(context: Context2D, fill: Fill, piece: Pick<Piece, 'swatches'>, box: Box, t: Transform): string | CanvasGradient | null {
  if (fill.kind === 'none') return null;
  if (fill.kind === 'colour') return cssColour(hexOf(fill.colour, piece));
  const g = fill.gradient;
  const stops = denseStops([...g.stops].sort((a, b) => a.at - b.at).map((s) => ({ at: s.at, colour: hexOf(s.colour, piece) })), g.space);
  const cx = box.x + box.width / 2, cy = box.y + box.height / 2;
  const a = (g.angle * Math.PI) / 180, c = Math.cos(a), s = Math.sin(a);
  // Half the length of the gradient line that reaches the corners, as CSS does.
  const half = (Math.abs(box.width * c) + Math.abs(box.height * s)) / 2;
  let gradient: CanvasGradient;
  const [mx, my] = apply(t, cx, cy);
  if (g.shape === 'linear') {
    const [x0, y0] = apply(t, cx - c * half, cy - s * half), [x1, y1] = apply(t, cx + c * half, cy + s * half);
    gradient = context.createLinearGradient(x0, y0, x1, y1);
  } else if (g.shape === 'radial') gradient = context.createRadialGradient(mx, my, 0, mx, my, (Math.hypot(box.width, box.height) / 2) * Math.hypot(t[0], t[1]));
  else gradient = context.createConicGradient(a + Math.atan2(t[1], t[0]), mx, my);
  for (const stop of stops) gradient.addColorStop(stop.at, cssColour(stop.colour));
  return gradient;
}
