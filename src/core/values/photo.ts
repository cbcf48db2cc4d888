// What a photo is: how it lies in its box, and what is made of it beyond its tone: room on its sides, its subject cut
// out.
import { z } from 'zod';
import type { Place } from '../ground/box';
import { AssetIdSchema, ColourSchema, finite, StrokeSchema, unit } from './fill';
import { MotionSchema } from './motion';
import { MOST_POINTS, MOST_STROKES, MOST_SUBJECTS, NO_STROKE, PLAIN_TONE } from './plain';
import { shadows, ShapeSchema } from './shape';
import { ToneSchema } from './tone';

const free = finite(0, 0.8).default(0);

/** Empty space that continues the photo; each side's as a share of the layer's box. */
export const RoomSchema = z.strictObject({
  on: z.boolean().default(true),
  left: free,
  right: free,
  top: free,
  bottom: free,
  /**
   * How far the fade over the join reaches into the photo, as a share of it; null goes as far as the subject allows.
   */
  reach: finite(0.01, 0.9).nullable().default(null),
  /** Strength of the noise, 1 being as strong as the photo's grain. */
  grain: finite(0, 3).default(1),
  /** What is continued: the light alone, the texture, or each where it suits. */
  fill: z.enum(['auto', 'light', 'texture']).default('auto'),
});

const CutStrokeSchema = z.strictObject({
  keep: z.boolean(),
  /** Diameter as a share of the photo's longer side. */ size: finite(0.001, 0.5),
  points: z
    .array(z.strictObject({ x: finite(-0.5, 1.5), y: finite(-0.5, 1.5) }))
    .min(1)
    .max(MOST_POINTS),
});

const side = z.number().int().min(1).max(4096);

/** The subject of the photo alone. The photo is unchanged, and strokes can be added. */
export const CutSchema = z.strictObject({
  on: z.boolean().default(true),
  /**
   * One value a pixel of the whole photo: the red of a stored picture, or, where it could not be stored, bytes in the
   * document itself.
   */
  mask: z.union([
    z.strictObject({ width: side, height: side, asset: AssetIdSchema }),
    /** Differences along rows, deflated (zlib), base64. */
    z.strictObject({ width: side, height: side, data: z.string().max(4_000_000) }),
  ]),
  strokes: z.array(CutStrokeSchema).max(MOST_STROKES).default([]),
  /** Drawn round the subject, in fractions of the photo: the guess begins with it. */
  box: z
    .strictObject({ x: finite(0, 1), y: finite(0, 1), width: finite(0, 1), height: finite(0, 1) })
    .nullable()
    .default(null),
  /** In thousandths of the photo's longer side: blur of the edge, and how far it moves outwards. */
  softness: finite(0, 50).default(0),
  shift: finite(-20, 20).default(0),
  /** How much of the old surroundings' colour is taken out of the rim. */
  clean: unit.default(0.8),
});

/** Where a photo's subject is: what was found in it, or what somebody said. */
export const SubjectSchema = z.strictObject({
  /** The picture it was found in: of another nothing is known yet. */
  of: AssetIdSchema,
  /** In fractions of the picture's file; none where there is no subject. */
  boxes: z
    .array(z.strictObject({ x: unit, y: unit, width: unit, height: unit, what: z.string().max(40).default('') }))
    .max(MOST_SUBJECTS),
  /** Somebody has drawn, or corrected it. */
  said: z.boolean().default(false),
});

/** What a photo is: which picture, how it lies in its box, and what is made of it. */
export const photoFields = {
  /** What shows while nothing moves. */
  asset: AssetIdSchema,
  /** The frames of an animated picture. */
  motion: MotionSchema.nullable().default(null),
  /** `free` is placed and scaled like a thing on the slide; the others fill their box. */
  fit: z.enum(['cover', 'contain', 'free']).default('cover'),
  /** 1 just fits; 2 shows half as much. */
  zoom: finite(1, 20).default(1),
  /** The point that is kept in view, 0..1 of what is left after cropping and turning. */
  focus: z.strictObject({ x: unit, y: unit }).default({ x: 0.5, y: 0.5 }),
  flipX: z.boolean().default(false),
  flipY: z.boolean().default(false),
  /** Part of the picture that is used, in fractions of the file's width and height. */
  crop: z
    .strictObject({ x: unit, y: unit, width: finite(0.01, 1), height: finite(0.01, 1) })
    .default({ x: 0, y: 0, width: 1, height: 1 }),
  /** Quarter turns, degrees clockwise, after cropping. */
  turn: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]).default(0),
  /** Degrees clockwise; the picture is enlarged as far as needed to leave no empty corner. */
  straighten: finite(-45, 45).default(0),
  tone: ToneSchema.default(PLAIN_TONE),
  /** Its tone is the house's, and follows it. */
  houseTone: z.literal(true).optional(),
  /** Only what lies within this shape, stretched to the box, shows. */
  mask: ShapeSchema.nullable().default(null),
  /** Along the mask, or the box. */
  stroke: StrokeSchema.default(NO_STROKE),
  shadows,
  /** All in one colour, for logos: the picture's alpha gives the form. */
  oneColour: ColourSchema.nullable().default(null),
  /** Of a logo: room on all sides that nothing else enters, as a share of its height. */
  clear: finite(0, 3).optional(),
  subject: SubjectSchema.nullable().default(null),
  room: RoomSchema.nullable().default(null),
  cut: CutSchema.nullable().default(null),
};

export type Room = z.infer<typeof RoomSchema>;
export type Subject = z.infer<typeof SubjectSchema>;
export type Cut = z.infer<typeof CutSchema>;
export type PhotoSetting = z.infer<z.ZodObject<typeof photoFields>>;
/** A photo in its box. */
export type PlacedPhoto = PhotoSetting & Place;
