// Where a layer lies, how it keeps its place in other sizes, and what a size may change of it.
import { z } from 'zod';
import { finite, id, unit } from './fill';

export const length = finite(-100_000, 100_000);
export const extent = finite(0, 100_000);

export const BoxSchema = z.strictObject({
  x: length,
  y: length,
  width: finite(1, 100_000),
  height: finite(1, 100_000),
});

/** How a layer keeps its place when the piece takes another size. */
export const AnchorsSchema = z.strictObject({
  horizontal: z.enum(['left', 'centre', 'right', 'stretch']).default('centre'),
  vertical: z.enum(['top', 'middle', 'bottom', 'stretch']).default('middle'),
});

/** What one size may change of a layer; nothing else may differ between sizes. */
export const OverrideSchema = z.strictObject({
  box: BoxSchema.optional(),
  rotation: finite(-360, 360).optional(),
  visible: z.boolean().optional(),
  opacity: unit.optional(),
  fontSize: finite(1, 5000).optional(),
  zoom: finite(1, 20).optional(),
  focus: z.strictObject({ x: unit, y: unit }).optional(),
});

/** Ids of texts behind whose lines a layer lies, and which it follows; it keeps its own box while there are none. */
export const follows = z.array(id).max(100).default([]);

/** A layer that goes on over the slides beside its own, at the place where it would lie if they were one picture. */
export const CarrySchema = z.strictObject({
  /** How many slides to the left, and to the right. */
  before: z.number().int().min(0).max(49).default(0),
  after: z.number().int().min(0).max(49).default(0),
  /** On those it lies above their own layers of its band; otherwise below them. */
  over: z.boolean().default(true),
});

export type Carry = z.infer<typeof CarrySchema>;
export type Anchors = z.infer<typeof AnchorsSchema>;
export type Override = z.infer<typeof OverrideSchema>;
