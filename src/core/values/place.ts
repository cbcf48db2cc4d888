// Where a layer lies, and how it keeps its place in other sizes and on other slides.
import { z } from 'zod';
import { finite, id } from './fill';

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

/** Distances kept on each side, in pixels. */
export const SidesSchema = z.strictObject({ top: extent, right: extent, bottom: extent, left: extent });

export const ALIGNMENTS = ['start', 'centre', 'end'] as const;
/** Line breaks as they were typed, or lines that run on over them. An empty line stays one. */
export const BREAKS = ['typed', 'free'] as const;

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
export type Sides = z.infer<typeof SidesSchema>;
