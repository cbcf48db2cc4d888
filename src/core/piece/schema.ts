// The document: one piece, defined once. Types, validation, file format and the programs' interface derive from this file.
import { z } from 'zod';

/** The newest version of the document; `upgrade.ts` brings older ones here. */
export const PIECE_VERSION = 2;

const id = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,64}$/, 'an id is 1 to 64 letters, digits, hyphens or underscores');
const finite = (low: number, high: number) => z.number().min(low).max(high);
const unit = finite(0, 1);
const length = finite(-100_000, 100_000);

/** sRGB colour as #rrggbb or #rrggbbaa, lower case. */
export const HexSchema = z
  .string()
  .toLowerCase()
  .regex(/^#(?:[0-9a-f]{6}|[0-9a-f]{8})$/, 'a colour is written #rrggbb or #rrggbbaa');
/** A colour of its own or a reference to a swatch of the piece. */
export const ColourSchema = z.union([HexSchema, z.strictObject({ swatch: id })]);

export const GradientSchema = z.strictObject({
  shape: z.enum(['linear', 'radial', 'conic']),
  /** Degrees clockwise; 0 runs from left to right. */
  angle: finite(-360, 360).default(0),
  stops: z
    .array(z.strictObject({ at: unit, colour: ColourSchema }))
    .min(2)
    .max(12),
  space: z.enum(['srgb', 'oklab']).default('oklab'),
});

/** What fills an area. Every kind keeps its settings while another one is chosen. */
export const FillSchema = z.strictObject({
  kind: z.enum(['none', 'colour', 'gradient']),
  colour: ColourSchema,
  gradient: GradientSchema,
});

export const BoxSchema = z.strictObject({
  x: length,
  y: length,
  width: finite(1, 100_000),
  height: finite(1, 100_000),
});

/** Blend modes of CSS Compositing and Blending Level 1, by their names there. */
export const BLEND_MODES = [
  'normal', 'multiply', 'screen', 'overlay', 'darken', 'lighten', 'color-dodge', 'color-burn',
  'hard-light', 'soft-light', 'difference', 'exclusion', 'hue', 'saturation', 'color', 'luminosity',
] as const;

/** The three bands of a slide's stack, bottom to top. */
export const BANDS = ['backdrop', 'overlays', 'message'] as const;

/** How a layer keeps its place when the piece takes another size. */
const AnchorsSchema = z.strictObject({
  horizontal: z.enum(['left', 'centre', 'right', 'stretch']).default('centre'),
  vertical: z.enum(['top', 'middle', 'bottom', 'stretch']).default('middle'),
});

/** What one size may change of a layer; nothing else may differ between sizes. */
const OverrideSchema = z.strictObject({
  box: BoxSchema.optional(),
  rotation: finite(-360, 360).optional(),
  visible: z.boolean().optional(),
  opacity: unit.optional(),
  fontSize: finite(1, 5000).optional(),
  zoom: finite(1, 20).optional(),
  focus: z.strictObject({ x: unit, y: unit }).optional(),
});

const common = {
  id,
  name: z.string().min(1).max(200),
  band: z.enum(BANDS),
  visible: z.boolean().default(true),
  locked: z.boolean().default(false),
  opacity: unit.default(1),
  blend: z.enum(BLEND_MODES).default('normal'),
  box: BoxSchema,
  rotation: finite(-360, 360).default(0),
  anchors: AnchorsSchema.default({ horizontal: 'centre', vertical: 'middle' }),
  overrides: z.record(id, OverrideSchema).default({}),
};

/** A colour or gradient over its box. */
export const FillLayerSchema = z.strictObject({ ...common, kind: z.literal('fill'), fill: FillSchema });

export const PhotoLayerSchema = z.strictObject({
  ...common,
  kind: z.literal('photo'),
  /** SHA-256 of the asset's bytes. */
  asset: z.string().regex(/^[0-9a-f]{64}$/, 'an asset is named by its SHA-256, 64 hexadecimal digits'),
  fit: z.enum(['cover', 'contain']).default('cover'),
  /** 1 just fits; 2 shows half as much. */
  zoom: finite(1, 20).default(1),
  /** The point of the photo that is kept in view, 0..1 of its width and height. */
  focus: z.strictObject({ x: unit, y: unit }).default({ x: 0.5, y: 0.5 }),
  flipX: z.boolean().default(false),
  flipY: z.boolean().default(false),
});

/** A flat translucent colour over the backdrop; its strength is the layer's opacity. */
export const TintLayerSchema = z.strictObject({ ...common, kind: z.literal('tint'), colour: ColourSchema });

export const FontSchema = z.strictObject({
  family: z.string().min(1).max(100),
  weight: z.number().int().min(100).max(900).default(400),
  italic: z.boolean().default(false),
});

export const TextLayerSchema = z.strictObject({
  ...common,
  kind: z.literal('text'),
  text: z.string().max(20_000, 'a text holds at most 20,000 letters'),
  /** `line` never wraps; `frame` wraps at the width of its box. */
  frame: z.enum(['line', 'frame']).default('frame'),
  /** A frame that grows and shrinks with its text; otherwise overflow is marked. */
  grow: z.boolean().default(true),
  font: FontSchema,
  fontSize: finite(1, 5000),
  fill: FillSchema,
  /** In em. */
  letterSpacing: finite(-0.5, 2).default(0),
  /** Distance of baselines as a multiple of the font size. */
  lineHeight: finite(0.5, 4).default(1.2),
  /** `start` is the side where the text begins: left, or right for right-to-left text. */
  align: z.enum(['start', 'centre', 'end']).default('start'),
  case: z.enum(['as-typed', 'upper', 'lower']).default('as-typed'),
  /** In em, upwards. */
  baselineShift: finite(-2, 2).default(0),
  direction: z.enum(['auto', 'ltr', 'rtl']).default('auto'),
});

export const LayerSchema = z.discriminatedUnion('kind', [
  FillLayerSchema,
  PhotoLayerSchema,
  TintLayerSchema,
  TextLayerSchema,
]);

export const SizeSchema = z.strictObject({
  id,
  name: z.string().min(1).max(100),
  width: z.number().int().min(16).max(8192),
  height: z.number().int().min(16).max(8192),
  /** CSS pixels at which people see the full width. */
  shownWidth: finite(16, 8192),
  destination: id.nullable().default(null),
});

export const SlideSchema = z.strictObject({
  id,
  note: z.string().max(2000).default(''),
  paper: ColourSchema.default('#ffffff'),
  /** Bottom to top; bands never mix. */
  layers: z.array(LayerSchema).max(500).default([]),
});

export const SwatchSchema = z.strictObject({ id, name: z.string().min(1).max(100), colour: HexSchema });

export const PieceSchema = z
  .strictObject({
    format: z.literal('plavo-piece'),
    version: z.literal(PIECE_VERSION),
    name: z.string().min(1).max(200),
    /** `standard` is WCAG 2.2 1.4.3 (4.5, large 3); `strict` is 1.4.6 (7, large 4.5). */
    goal: z.enum(['standard', 'strict']).default('standard'),
    /** The first is the base size: all lengths are its pixels. */
    sizes: z.array(SizeSchema).min(1).max(20),
    slides: z.array(SlideSchema).min(1).max(50),
    swatches: z.array(SwatchSchema).max(200).default([]),
  })
  .superRefine((piece, ctx) => {
    const unique = (ids: string[], path: (string | number)[], what: string) => {
      const seen = new Set<string>();
      ids.forEach((each, i) => {
        if (seen.has(each)) ctx.addIssue({ code: 'custom', path: [...path, i, 'id'], message: `two ${what} have the id ${each}` });
        seen.add(each);
      });
    };
    unique(piece.sizes.map((s) => s.id), ['sizes'], 'sizes');
    unique(piece.slides.map((s) => s.id), ['slides'], 'slides');
    unique(piece.swatches.map((s) => s.id), ['swatches'], 'swatches');
    const swatches = new Set(piece.swatches.map((s) => s.id));
    piece.slides.forEach((slide, s) => {
      unique(slide.layers.map((l) => l.id), ['slides', s, 'layers'], 'layers of a slide');
      slide.layers.forEach((layer, l) => {
        const before = slide.layers[l - 1];
        if (before && BANDS.indexOf(before.band) > BANDS.indexOf(layer.band))
          ctx.addIssue({ code: 'custom', path: ['slides', s, 'layers', l, 'band'], message: `a layer of the band ${layer.band} cannot lie above one of the band ${before.band}` });
        for (const wanted of swatchesOf(layer))
          if (!swatches.has(wanted)) ctx.addIssue({ code: 'custom', path: ['slides', s, 'layers', l], message: `the swatch ${wanted} is not in this piece` });
      });
    });
  });

function swatchesOf(layer: Layer): string[] {
  const colours: Colour[] =
    layer.kind === 'tint'
      ? [layer.colour]
      : layer.kind === 'photo'
        ? []
        : [layer.fill.colour, ...layer.fill.gradient.stops.map((s) => s.colour)];
  return colours.flatMap((c) => (typeof c === 'string' ? [] : [c.swatch]));
}

export type Colour = z.infer<typeof ColourSchema>;
export type Fill = z.infer<typeof FillSchema>;
export type Gradient = z.infer<typeof GradientSchema>;
export type Box = z.infer<typeof BoxSchema>;
export type Band = (typeof BANDS)[number];
export type BlendMode = (typeof BLEND_MODES)[number];
export type Layer = z.infer<typeof LayerSchema>;
export type LayerKind = Layer['kind'];
export type FillLayer = z.infer<typeof FillLayerSchema>;
export type PhotoLayer = z.infer<typeof PhotoLayerSchema>;
export type TintLayer = z.infer<typeof TintLayerSchema>;
export type TextLayer = z.infer<typeof TextLayerSchema>;
export type FontChoice = z.infer<typeof FontSchema>;
export type Size = z.infer<typeof SizeSchema>;
export type Slide = z.infer<typeof SlideSchema>;
export type Swatch = z.infer<typeof SwatchSchema>;
export type Piece = z.infer<typeof PieceSchema>;
