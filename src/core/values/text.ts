// What a text is: its letters, parts with a look of their own, its frame's look, its backing.
import { z } from 'zod';
import type { Place } from '../ground/box';
import { ColourSchema, FillSchema, finite, id, StrokeSchema, unit } from './fill';
import { ALIGNMENTS, BREAKS, extent, SidesSchema } from './place';
import { isLink } from './link';
import { HEADINGS, NO_SIDES, NO_STROKE } from './plain';
import { shadows } from './shape';
import { TracedSchema } from './traced';

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
export const SpanSchema = z.strictObject({
  start: z.number().int().min(0).max(20_000),
  end: z.number().int().min(1).max(20_000),
  look: PartLookSchema,
});

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
  /** Neighbouring lines whose ends differ by less than this, em, share the farther one: they make no stairs. */
  even: finite(0, 5).default(0),
  /** Of the box alone; those of the letters are the text's. In pixels. */
  shadows,
});

/** A text that leads somewhere, and how it looks under the pointer and with the keyboard's focus. */
export const ButtonSchema = z.strictObject({
  href: z
    .string()
    .min(1)
    .max(2000)
    .refine(isLink, 'a link is an address such as https://…, /tickets, #times, mailto:… or tel:…, without spaces'),
  /** Colours under the pointer; null keeps what is there. */
  hover: z
    .strictObject({ ink: ColourSchema.nullable().default(null), plate: ColourSchema.nullable().default(null) })
    .default({ ink: null, plate: null }),
  /** Ring that shows the keyboard's focus; width in pixels. */
  focus: z
    .strictObject({ colour: ColourSchema.default('#ffffff'), width: finite(1, 40).default(3) })
    .default({ colour: '#ffffff', width: 3 }),
});
/** What a text is: its letters and how they are set. */
export const textFields = {
  text: z.string().max(20_000, 'a text holds at most 20,000 letters'),
  /** Its letters as they were told from a picture; then no font sets them. */
  traced: TracedSchema.nullable().default(null),
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
  align: z.enum(ALIGNMENTS).default('start'),
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
  breaks: z.enum(BREAKS).default('typed'),
  /** Lines of about the same length instead of full ones and a short last one. */
  balance: z.boolean().default(false),
  /** The largest size between these, in pixels, at which the text fits its frame; `fontSize` is not used then. */
  fit: z
    .strictObject({ least: finite(1, 5000), most: finite(1, 5000) })
    .nullable()
    .default(null),
  padding: SidesSchema.default(NO_SIDES),
  /** Where the lines stand in a frame that is higher than they are. */
  vertical: z.enum(['top', 'middle', 'bottom']).default('top'),
  /**
   * What is placed and centred: line boxes, or the ink itself from capitals to baseline and from first to last letter.
   */
  placedBy: z.enum(['line', 'ink']).default('line'),
  panel: PanelSchema.nullable().default(null),
  backing: BackingSchema.nullable().default(null),
  /** Level of a heading, on a page; null is plain text. */
  heading: z.enum(HEADINGS).nullable().default(null),
  button: ButtonSchema.nullable().default(null),
  /** Along the outlines of the letters. */
  outline: StrokeSchema.default(NO_STROKE),
  shadows,
  /** The text style of the house that it is set in; it follows where it has nothing of its own. */
  style: id.optional(),
};

export type PartLook = z.infer<typeof PartLookSchema>;
export type Span = z.infer<typeof SpanSchema>;
export type Panel = z.infer<typeof PanelSchema>;
export type Backing = z.infer<typeof BackingSchema>;
export type ButtonSetting = z.infer<typeof ButtonSchema>;
export type FontChoice = z.infer<typeof FontSchema>;
export type TextSetting = z.infer<z.ZodObject<typeof textFields>>;
/** A text in its box. */
export type PlacedText = TextSetting & Place;
