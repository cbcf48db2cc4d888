// What a text is made of beyond its letters: parts with a look of their own, its frame's look, its backing. Parts of the document's schema.
import { z } from 'zod';
import { ColourSchema, FillSchema, finite, StrokeSchema, unit } from './fill-schema';
import { NO_STROKE } from './plain';
import { shadows } from './shape-schema';

const extent = finite(0, 100_000);

export const FontSchema = z.strictObject({
  family: z.string().min(1).max(100),
  weight: z.number().int().min(100).max(900).default(400),
  italic: z.boolean().default(false),
});

export const CASES = ['as-typed', 'upper', 'lower'] as const;

/** What a part of a text may have of its own; what is left out is the text's. */
export const PartLookSchema = z.strictObject({
  font: FontSchema.optional(),
  fontSize: finite(1, 5000).optional(),
  fill: FillSchema.optional(),
  letterSpacing: finite(-0.5, 2).optional(),
  baselineShift: finite(-2, 2).optional(),
  case: z.enum(CASES).optional(),
  underline: z.boolean().optional(),
  /** Colour behind the letters, line by line; null is none. */
  highlight: ColourSchema.nullable().optional(),
});

/** A part of a text with a look of its own: [start, end) in UTF-16 units. */
export const SpanSchema = z.strictObject({ start: z.number().int().min(0).max(20_000), end: z.number().int().min(1).max(20_000), look: PartLookSchema });

/** Distances kept on each side, in pixels. */
export const SidesSchema = z.strictObject({ top: extent, right: extent, bottom: extent, left: extent });

/** The look of the frame itself: what lies right behind the text, as large as its frame. */
export const PanelSchema = z.strictObject({
  fill: FillSchema,
  /** Of the fill alone. */
  opacity: unit.default(1),
  stroke: StrokeSchema.default(NO_STROKE),
  /** Corner radii in pixels, clockwise from the top left. */
  radius: z.tuple([extent, extent, extent, extent]).default([0, 0, 0, 0]),
  shadows,
});

/** A box that hugs each line; lines that come close become one shape. Lengths in em of the text's size. */
export const BackingSchema = z.strictObject({
  on: z.boolean().default(false),
  fill: FillSchema,
  opacity: unit.default(1),
  /** Beyond the line's letters, and above its capitals and below its baseline. */
  padX: finite(0, 5).default(0.3),
  padY: finite(0, 5).default(0.28),
  radius: finite(0, 5).default(0.1),
});

export type PartLook = z.infer<typeof PartLookSchema>;
export type Span = z.infer<typeof SpanSchema>;
export type Sides = z.infer<typeof SidesSchema>;
export type Panel = z.infer<typeof PanelSchema>;
export type Backing = z.infer<typeof BackingSchema>;
export type FontChoice = z.infer<typeof FontSchema>;
