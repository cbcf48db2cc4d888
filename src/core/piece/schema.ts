// The document: one piece, defined once. Types, validation, file format and the programs' interface derive from this file.
import { z } from 'zod';
import { AssetIdSchema, ColourSchema, FillSchema, finite, id, StrokeSchema, SwatchSchema, unit } from './fill-schema';
import { BANDS, BLEND_MODES, DEEPEST_GROUP, NO_SIDES, NO_STROKE, PIECE_VERSION, PLAIN_TONE } from './plain';
import { CutSchema, RoomSchema } from './photo-schema';
import { shadows, ShapeSchema } from './shape-schema';
import { BackingSchema, CASES, FontSchema, PanelSchema, SidesSchema, SpanSchema } from './text-schema';
import { swatchesOf } from './swatches';
import { ToneSchema } from './tone-schema';

const length = finite(-100_000, 100_000);
const extent = finite(0, 100_000);

export const BoxSchema = z.strictObject({
  x: length,
  y: length,
  width: finite(1, 100_000),
  height: finite(1, 100_000),
});

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
  /** The group it belongs to, if any. */
  group: id.nullable().default(null),
};

/** Ids of texts whose lines the layer lies behind and follows; it keeps its own box while there are none. */
const follows = z.array(id).max(100).default([]);

/** A colour, gradient or pattern over its box. */
export const FillLayerSchema = z.strictObject({ ...common, kind: z.literal('fill'), fill: FillSchema });

export const PhotoLayerSchema = z.strictObject({
  ...common,
  kind: z.literal('photo'),
  asset: AssetIdSchema,
  /** `free` is placed and scaled like a thing on the slide; the others fill their box. */
  fit: z.enum(['cover', 'contain', 'free']).default('cover'),
  /** 1 just fits; 2 shows half as much. */
  zoom: finite(1, 20).default(1),
  /** The point that is kept in view, 0..1 of what is left after cropping and turning. */
  focus: z.strictObject({ x: unit, y: unit }).default({ x: 0.5, y: 0.5 }),
  flipX: z.boolean().default(false),
  flipY: z.boolean().default(false),
  /** Part of the picture that is used, in fractions of the file's width and height. */
  crop: z.strictObject({ x: unit, y: unit, width: finite(0.01, 1), height: finite(0.01, 1) }).default({ x: 0, y: 0, width: 1, height: 1 }),
  /** Quarter turns, degrees clockwise, after cropping. */
  turn: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]).default(0),
  /** Degrees clockwise; the picture is enlarged as far as needed to leave no empty corner. */
  straighten: finite(-45, 45).default(0),
  tone: ToneSchema.default(PLAIN_TONE),
  /** Only what lies within this shape, stretched to the box, shows. */
  mask: ShapeSchema.nullable().default(null),
  /** Along the mask, or the box. */
  stroke: StrokeSchema.default(NO_STROKE),
  shadows,
  /** All in one colour, for logos: the picture's alpha gives the form. */
  oneColour: ColourSchema.nullable().default(null),
  room: RoomSchema.nullable().default(null),
  cut: CutSchema.nullable().default(null),
});

/** A drawn form. */
export const ShapeLayerSchema = z.strictObject({ ...common, kind: z.literal('shape'), shape: ShapeSchema, fill: FillSchema, stroke: StrokeSchema.default(NO_STROKE), shadows });

/** A flat translucent colour over the backdrop; its strength is the layer's opacity. */
export const TintLayerSchema = z.strictObject({ ...common, kind: z.literal('tint'), colour: ColourSchema });

/** A gradient from a colour to the same colour at alpha 0, its solid and its fading part in one. Its strength is the layer's opacity. */
export const FadeLayerSchema = z.strictObject({
  ...common,
  kind: z.literal('fade'),
  colour: ColourSchema,
  /** From a side; round the edges; from the middle. */
  shape: z.enum(['linear', 'vignette', 'glow']),
  /** Degrees clockwise, the way in which a linear fade fades: 0 is solid on the left, 90 on top, 270 at the bottom. */
  angle: finite(-360, 360).default(270),
  /** Share of the way over the box that is solid, and at which the fade has ended. */
  solid: finite(0, 2).default(0),
  reach: finite(0.01, 2).default(0.6),
  /** Middle of a vignette or glow, in fractions of the box. */
  centre: z.strictObject({ x: finite(-1, 2), y: finite(-1, 2) }).default({ x: 0.5, y: 0.5 }),
  easing: z.enum(['linear', 'smooth', 'strong']).default('smooth'),
});

/** A soft-edged patch of colour behind texts, without a visible outline. Its strength is the layer's opacity. */
export const PoolLayerSchema = z.strictObject({
  ...common,
  kind: z.literal('pool'),
  colour: ColourSchema,
  follows,
  /** How far the full colour reaches beyond the lines, and over what distance it then fades, in pixels. */
  spread: finite(-1000, 5000).default(0),
  feather: finite(1, 5000),
});

/** A panel behind texts. Its strength is the layer's opacity. */
export const PlateLayerSchema = z.strictObject({
  ...common,
  kind: z.literal('plate'),
  fill: FillSchema,
  stroke: StrokeSchema.default(NO_STROKE),
  /** Corner radii in pixels, clockwise from the top left. */
  radius: z.tuple([extent, extent, extent, extent]).default([0, 0, 0, 0]),
  follows,
  /** Distance kept from the lines of the texts it follows. */
  padding: SidesSchema,
  shadows,
});

/** A frame along the edges of its box. */
export const BorderLayerSchema = z.strictObject({
  ...common,
  kind: z.literal('border'),
  fill: FillSchema,
  /** Distance from the edges of the box. */
  inset: finite(0, 5000).default(0),
  thickness: SidesSchema,
  /** Radius of the outer corners. */
  radius: extent.default(0),
  /** A second, inner line of the same thickness after a gap; 0 is a single line. */
  gap: extent.default(0),
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
  case: z.enum(CASES).default('as-typed'),
  /** In em, upwards. */
  baselineShift: finite(-2, 2).default(0),
  direction: z.enum(['auto', 'ltr', 'rtl']).default('auto'),
  underline: z.boolean().default(false),
  highlight: ColourSchema.nullable().default(null),
  /** Parts with a look of their own, in order, not overlapping. */
  spans: z.array(SpanSchema).max(2000).default([]),
  /** What stands before each paragraph. */
  list: z.enum(['none', 'bullets', 'numbers']).default('none'),
  /** Lines of about the same length instead of full ones and a short last one. */
  balance: z.boolean().default(false),
  /** The largest size between these, in pixels, at which the text fits its frame; `fontSize` is not used then. */
  fit: z.strictObject({ least: finite(1, 5000), most: finite(1, 5000) }).nullable().default(null),
  padding: SidesSchema.default(NO_SIDES),
  /** Where the lines stand in a frame that is higher than they are. */
  vertical: z.enum(['top', 'middle', 'bottom']).default('top'),
  /** What is placed and centred: line boxes, or the ink itself from capitals to baseline and from first to last letter. */
  placedBy: z.enum(['line', 'ink']).default('line'),
  panel: PanelSchema.nullable().default(null),
  backing: BackingSchema.nullable().default(null),
  /** Along the outlines of the letters. */
  outline: StrokeSchema.default(NO_STROKE),
  shadows,
});

export const LayerSchema = z.discriminatedUnion('kind', [
  FillLayerSchema,
  PhotoLayerSchema,
  TintLayerSchema,
  FadeLayerSchema,
  PoolLayerSchema,
  PlateLayerSchema,
  BorderLayerSchema,
  ShapeLayerSchema,
  TextLayerSchema,
]);

/** Layers that are taken hold of together; a group may lie within another. */
export const GroupSchema = z.strictObject({ id, name: z.string().min(1).max(200), within: id.nullable().default(null) });

/** A line to snap to, in pixels of the base size: `x` is upright. */
export const GuideSchema = z.strictObject({ axis: z.enum(['x', 'y']), at: length });

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
  groups: z.array(GroupSchema).max(500).default([]),
  guides: z.array(GuideSchema).max(100).default([]),
});

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
      unique(slide.groups.map((g) => g.id), ['slides', s, 'groups'], 'groups of a slide');
      const within = new Map(slide.groups.map((g) => [g.id, g.within]));
      slide.groups.forEach((group, g) => {
        let depth = 0;
        for (let at: string | null = group.id; at !== null && depth <= DEEPEST_GROUP; at = within.get(at) ?? null) depth++;
        if (depth > DEEPEST_GROUP) ctx.addIssue({ code: 'custom', path: ['slides', s, 'groups', g, 'within'], message: `groups lie at most ${DEEPEST_GROUP} deep within each other, and never within themselves` });
        if (group.within !== null && !within.has(group.within)) ctx.addIssue({ code: 'custom', path: ['slides', s, 'groups', g, 'within'], message: `the group ${group.within} is not on this slide` });
      });
      slide.layers.forEach((layer, l) => {
        const before = slide.layers[l - 1];
        if (before && BANDS.indexOf(before.band) > BANDS.indexOf(layer.band))
          ctx.addIssue({ code: 'custom', path: ['slides', s, 'layers', l, 'band'], message: `a layer of the band ${layer.band} cannot lie above one of the band ${before.band}` });
        if (layer.group !== null && !within.has(layer.group)) ctx.addIssue({ code: 'custom', path: ['slides', s, 'layers', l, 'group'], message: `the group ${layer.group} is not on this slide` });
        if (layer.kind === 'text')
          layer.spans.forEach((span, n) => {
            if (span.end <= span.start || span.start < (layer.spans[n - 1]?.end ?? 0)) ctx.addIssue({ code: 'custom', path: ['slides', s, 'layers', l, 'spans', n], message: 'parts of a text stand in order and do not overlap' });
          });
        for (const wanted of swatchesOf(layer))
          if (!swatches.has(wanted)) ctx.addIssue({ code: 'custom', path: ['slides', s, 'layers', l], message: `the swatch ${wanted} is not in this piece` });
      });
    });
  });

export type { Colour, Fill, Gradient, Pattern, PlainGradient, Stroke, Swatch } from './fill-schema';
export { HexSchema } from './fill-schema';
export type { Cut, Room } from './photo-schema';
export type { Shadow, Shape, ShapeForm } from './shape-schema';
export type { Backing, FontChoice, Panel, PartLook, Sides, Span } from './text-schema';
export type { CurvePoint, Tone } from './tone-schema';
export type Box = z.infer<typeof BoxSchema>;
export type Band = (typeof BANDS)[number];
export type BlendMode = (typeof BLEND_MODES)[number];
export type Layer = z.infer<typeof LayerSchema>;
export type LayerKind = Layer['kind'];
export type FillLayer = z.infer<typeof FillLayerSchema>;
export type PhotoLayer = z.infer<typeof PhotoLayerSchema>;
export type TintLayer = z.infer<typeof TintLayerSchema>;
export type FadeLayer = z.infer<typeof FadeLayerSchema>;
export type PoolLayer = z.infer<typeof PoolLayerSchema>;
export type PlateLayer = z.infer<typeof PlateLayerSchema>;
export type BorderLayer = z.infer<typeof BorderLayerSchema>;
export type ShapeLayer = z.infer<typeof ShapeLayerSchema>;
export type TextLayer = z.infer<typeof TextLayerSchema>;
export type Size = z.infer<typeof SizeSchema>;
export type Group = z.infer<typeof GroupSchema>;
export type Guide = z.infer<typeof GuideSchema>;
export type Slide = z.infer<typeof SlideSchema>;
export type Piece = z.infer<typeof PieceSchema>;
