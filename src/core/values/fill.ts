// What areas and edges are painted with: colours, gradients, patterns, strokes. Parts of the document's schema.
import { z } from 'zod';
import { PLAIN_PATTERN, SWATCH_ROLES } from './plain';
import { TILE_IDS } from './tiles';

export const id = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'an id is 1 to 64 letters, digits, hyphens or underscores');
export const finite = (low: number, high: number) => z.number().min(low).max(high);
export const unit = finite(0, 1);
export const AssetIdSchema = z
  .string()
  .regex(/^[0-9a-f]{64}$/, 'an asset is named by its SHA-256, 64 hexadecimal digits');

/** sRGB colour as #rrggbb or #rrggbbaa, lower case. */
export const HexSchema = z
  .string()
  .toLowerCase()
  .regex(/^#(?:[0-9a-f]{6}|[0-9a-f]{8})$/, 'a colour is written #rrggbb or #rrggbbaa');
/** A colour of its own or a reference to a swatch of the piece. */
export const ColourSchema = z.union([HexSchema, z.strictObject({ swatch: id })]);

export const PointSchema = z.strictObject({ x: finite(-10, 10), y: finite(-10, 10) });

const stop = <C extends z.ZodType>(colour: C) =>
  z.strictObject({
    at: unit,
    colour,
    /** Where between this stop and the next the even mix lies, as a share of the way. */
    mid: finite(0.02, 0.98).default(0.5),
  });

/** How the colours of a gradient lie in the box. */
const lie = {
  shape: z.enum(['linear', 'radial', 'elliptical', 'conic']),
  /** Degrees clockwise; 0 runs from left to right. Used while `line` is null. */
  angle: finite(-360, 360).default(0),
  /**
   * Placed by hand, in fractions of the box: a linear gradient runs from `from` to `to`; the others have their middle
   * at `from`, and `to` is on the rim or gives the direction. Null reaches the corners of the box by itself.
   */
  line: z.strictObject({ from: PointSchema, to: PointSchema }).nullable().default(null),
  /** Second radius of an ellipse as a multiple of the first. */
  ratio: finite(0.02, 50).default(1),
};

const gradient = <C extends z.ZodType>(colour: C) =>
  z.strictObject({
    ...lie,
    stops: z.array(stop(colour)).min(2).max(12),
    space: z.enum(['srgb', 'oklab']).default('oklab'),
  });

export const GradientSchema = gradient(ColourSchema);
/** A gradient that refers to nothing: what a swatch holds. */
export const PlainGradientSchema = gradient(HexSchema);

export const PatternSchema = z.strictObject({
  /** One of our tiles, or an SVG of one's own by the name of its asset. */
  tile: z.union([z.enum(TILE_IDS), z.strictObject({ asset: AssetIdSchema })]),
  foreground: ColourSchema,
  /** Null leaves what lies beneath visible. */
  background: ColourSchema.nullable().default(null),
  /** Of the foreground: how visible the pattern is. */
  opacity: unit.default(1),
  scale: finite(0.05, 20).default(1),
  /** Degrees clockwise. */
  angle: finite(-360, 360).default(0),
  /** Stroke weight as a multiple of the tile's own. */
  weight: finite(0.1, 8).default(1),
  /** In periods of the tile. */
  offset: PointSchema.default({ x: 0, y: 0 }),
});

/** What fills an area. Every kind keeps its settings while another one is chosen. */
export const FillSchema = z.strictObject({
  kind: z.enum(['none', 'colour', 'gradient', 'pattern']),
  colour: ColourSchema,
  gradient: GradientSchema,
  /** A gradient swatch that stands in for `gradient` while it is linked. */
  gradientSwatch: id.nullable().default(null),
  /** How the linked gradient lies here; null lies as the swatch says. Its colours are the swatch's either way. */
  gradientLie: z
    .strictObject({ ...lie, reversed: z.boolean().default(false) })
    .nullable()
    .default(null),
  pattern: PatternSchema.default(PLAIN_PATTERN),
});

/** A line along an edge; no width, no line. */
export const StrokeSchema = z.strictObject({
  width: finite(0, 2000).default(0),
  colour: ColourSchema.default('#ffffff'),
  place: z.enum(['inside', 'centred', 'outside']).default('inside'),
  /** Lengths of dashes and gaps in turn; empty is a solid line. */
  dash: z.array(finite(0.1, 5000)).max(6).default([]),
});

export const SwatchSchema = z
  .strictObject({
    id,
    name: z.string().min(1).max(100),
    colour: HexSchema.optional(),
    gradient: PlainGradientSchema.optional(),
    /** It belongs to the campaign's house style, which has the last word on its value. */
    house: z.boolean().default(false),
    /** What it is there for, in a house style. */
    role: z.enum(SWATCH_ROLES).optional(),
  })
  .refine(
    (s) => (s.colour === undefined) !== (s.gradient === undefined),
    'a swatch holds either a colour or a gradient',
  );

export type Colour = z.infer<typeof ColourSchema>;
export type Gradient = z.infer<typeof GradientSchema>;
export type PlainGradient = z.infer<typeof PlainGradientSchema>;
export type GradientLie = NonNullable<z.infer<typeof FillSchema>['gradientLie']>;
export type Pattern = z.infer<typeof PatternSchema>;
export type Fill = z.infer<typeof FillSchema>;
export type Stroke = z.infer<typeof StrokeSchema>;
export type Swatch = z.infer<typeof SwatchSchema>;
