// Values of the document that are used without its schema: workers paint and measure what the server has validated, and do without the validator.
import type { Pattern, Shape, Stroke, Tone } from './schema';

/** The newest version of the document; `upgrade.ts` brings older ones here. */
export const PIECE_VERSION = 2;

/** The three bands of a slide's stack, bottom to top. */
export const BANDS = ['backdrop', 'overlays', 'message'] as const;

/** Blend modes of CSS Compositing and Blending Level 1, by their names there. */
export const BLEND_MODES = [
  'normal', 'multiply', 'screen', 'overlay', 'darken', 'lighten', 'color-dodge', 'color-burn',
  'hard-light', 'soft-light', 'difference', 'exclusion', 'hue', 'saturation', 'color', 'luminosity',
] as const;

/** Groups lie within each other at most so deep. */
export const DEEPEST_GROUP = 20;

/** Forms of a shape. Each keeps its settings while another one is chosen. */
export const SHAPE_FORMS = ['rectangle', 'ellipse', 'polygon', 'star', 'line', 'arrow', 'blob', 'speech', 'path'] as const;

export const NO_STROKE: Stroke = { width: 0, colour: '#ffffff', place: 'inside', dash: [] };
export const NO_SIDES = { top: 0, right: 0, bottom: 0, left: 0 };
export const PLAIN_PATTERN: Pattern = { tile: 'dots-offset', foreground: '#22384f', background: null, opacity: 1, scale: 1, angle: 0, weight: 1, offset: { x: 0, y: 0 } };
export const PLAIN_SHAPE: Shape = { form: 'rectangle', radius: [0, 0, 0, 0], points: 5, inner: 0.5, seed: 1, roughness: 0.5, bulges: 6, ends: { start: 'none', end: 'none' }, shaft: 0.4, head: 0.8, tail: { x: 0.2, y: 1.3, width: 0.25 }, path: null };

export const STRAIGHT = [
  { x: 0, y: 0 },
  { x: 1, y: 1 },
];
/** Everything off; the values are where each part begins when it is switched on. */
export const PLAIN_TONE: Tone = {
  light: { on: false, brightness: 0, contrast: 0 },
  curve: { on: false, lightness: STRAIGHT, red: STRAIGHT, green: STRAIGHT, blue: STRAIGHT },
  saturation: { on: false, amount: 0 },
  grey: { on: false, red: 0.2126, green: 0.7152, blue: 0.0722 },
  duotone: { on: false, dark: '#14213a', light: '#f4efe6' },
  levels: { on: false, black: 190, white: 245 },
  blur: { on: false, radius: 8 },
};
