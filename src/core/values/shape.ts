// Shapes, and the shadows that things throw. Parts of the document's schema.
import { z } from 'zod';
import { ColourSchema, finite, unit } from './fill';
import { extent } from './place';
import { SHAPE_FORMS } from './plain';

const LINE_ENDS = ['none', 'arrow', 'dot', 'bar'] as const;

export const ShapeSchema = z.strictObject({
  form: z.enum(SHAPE_FORMS),
  /**
   * Corner radii in pixels, clockwise from the top left: of a rectangle and a speech box; the first rounds polygons and
   * stars.
   */
  radius: z.tuple([extent, extent, extent, extent]).default([0, 0, 0, 0]),
  /** Corners of a polygon, or points of a star. */
  points: z.number().int().min(3).max(60).default(5),
  /** Inner radius of a star as a share of the outer. */
  inner: finite(0.05, 1).default(0.5),
  /** A blob's form: another seed is another blob. */
  seed: z.number().int().min(0).max(0xffffffff).default(1),
  /** 0 is an ellipse. */
  roughness: unit.default(0.5),
  /** How many bulges a blob has. */
  bulges: z.number().int().min(3).max(16).default(6),
  ends: z
    .strictObject({ start: z.enum(LINE_ENDS).default('none'), end: z.enum(LINE_ENDS).default('none') })
    .default({ start: 'none', end: 'none' }),
  /** Thickness of an arrow's shaft as a share of its height; length of its head as a share of its height. */
  shaft: finite(0.02, 1).default(0.4),
  head: finite(0.05, 10).default(0.8),
  /** Tip of a speech box's tail in fractions of the box, and the width of its root as a share of the shorter side. */
  tail: z
    .strictObject({ x: finite(-4, 5), y: finite(-4, 5), width: finite(0.02, 1) })
    .default({ x: 0.2, y: 1.3, width: 0.25 }),
  /**
   * A drawn outline (SVG path data, absolute moves, lines and curves only) in a frame of that size, stretched to the
   * box.
   */
  path: z
    .strictObject({ d: z.string().max(200_000), width: finite(0.001, 1e6), height: finite(0.001, 1e6) })
    .nullable()
    .default(null),
});

/**
 * A shadow of what a layer shows. `drop` repeats its outline, moved by (x, y); without a way it is a glow. `contact`
 * lies flat under it,
 * as on a table: `y` is how far below its foot.
 */
export const ShadowSchema = z.strictObject({
  kind: z.enum(['drop', 'contact']).default('drop'),
  on: z.boolean().default(true),
  x: finite(-5000, 5000).default(0),
  y: finite(-5000, 5000).default(0),
  /** As in CSS: twice the standard deviation of the blur, in pixels. */
  blur: finite(0, 1000).default(0),
  /** Pixels by which the outline grows before it is blurred; it shrinks below 0. */
  spread: finite(-500, 500).default(0),
  colour: ColourSchema.default('#000000'),
  opacity: unit.default(0.5),
});
export const shadows = z.array(ShadowSchema).max(12).default([]);

export type Shape = z.infer<typeof ShapeSchema>;
export type ShapeForm = Shape['form'];
export type Shadow = z.infer<typeof ShadowSchema>;
