// What is asked and answered in more than one place.
import { z } from 'zod';
import { PALETTES, PRESS, SCALES, SLIDE_FORMAT_IDS, TARGET } from '../core/format/formats';
import { PieceSchema } from '../core/piece/schema';

/** True and false as they stand in an address. */
export const flag = z.enum(['true', 'false', '1', '0']).transform((v) => v === 'true' || v === '1');
export const assetId = z.string().regex(/^[0-9a-f]{64}$/);
const box = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });

export const PageQuery = z.object({
  cursor: z.string().max(100).optional().describe('`next` of the page before'),
  limit: z.coerce.number().int().min(1).max(200).default(50).describe('Items of a page'),
});
export const SearchQuery = PageQuery.extend({
  search: z.string().max(200).optional().describe('Part of a name; of pieces also of the words in them'),
});
export const page = <T extends z.ZodType>(item: T) =>
  z.object({ items: z.array(item), next: z.string().nullable().describe('Cursor of the next page; null at the end') });

export const PlaceQuery = z.object({
  slide: z.coerce.number().int().min(1).default(1).describe('Number of the slide, from 1'),
  size: z.string().max(64).optional().describe('Id of the size; the base size where left out'),
});

export const scale = z.coerce
  .number()
  .min(SCALES.least)
  .max(SCALES.most)
  .default(1)
  .describe('Pixels of the picture to one of the size');
export const LETTERS = z
  .enum(['outlines', 'text'])
  .default('outlines')
  .describe('Of a drawing: letters as outlines, or as text in fonts that come along');
/** How pictures are written; what a format does not know does not count. */
export const EncodingQuery = z.object({
  format: z.enum(SLIDE_FORMAT_IDS).default('png'),
  quality: z.coerce.number().int().min(1).max(100).default(90),
  colours: z
    .preprocess((v) => (v === undefined ? v : Number(v)), z.union(PALETTES.map((n) => z.literal(n))))
    .optional()
    .describe('Of a format that can keep few colours; all of them where left out'),
  transparent: flag.default(false).describe('The paper is left out, where the format keeps what shows through'),
  target: z.coerce
    .number()
    .int()
    .min(TARGET.least)
    .max(TARGET.most)
    .optional()
    .describe('No larger than this, bytes: the quality, or the colours, are then as good as it allows'),
  letters: LETTERS,
  pageWidth: z.coerce
    .number()
    .min(PRESS.width.least)
    .max(PRESS.width.most)
    .optional()
    .describe('Of a page: its width when cut, mm; 96 pixels to an inch where left out'),
  bleed: z.coerce.number().min(PRESS.bleed.least).max(PRESS.bleed.most).default(0).describe('Beyond the cut, mm'),
  marks: flag.default(false).describe('Marks that say where a page is cut'),
  grey: flag.default(false).describe('A page in greys'),
});

export const SavedSchema = z.object({
  id: z.string(),
  campaign: z.string(),
  revision: z.number().int(),
  changedAt: z.string(),
  look: z.string().describe('What a picture of it depends on'),
});
export const StoredPieceSchema = SavedSchema.extend({ piece: PieceSchema });
export const CreditSchema = z.object({
  title: z.string(),
  author: z.string(),
  licence: z.string(),
  service: z.string(),
  named: z.boolean().describe('The licence asks that author and service are named'),
});
export type Credit = z.output<typeof CreditSchema>;
export const ColourQuery = z
  .string()
  .regex(/^#[0-9a-f]{6}$/)
  .optional()
  .describe('#rrggbb: with a colour near it');
export const ORIENTATIONS = ['landscape', 'portrait', 'square'] as const;
export type Orientation = (typeof ORIENTATIONS)[number];
export const OrientationQuery = z.enum(ORIENTATIONS).optional();
export const AssetSchema = z.object({
  id: z.string(),
  name: z.string(),
  mime: z.string(),
  bytes: z.number(),
  width: z.number(),
  height: z.number(),
  frames: z.number().int().describe('Frames of an animated picture; 0 for a still'),
  tags: z.array(z.string()).optional(),
  credit: CreditSchema.nullable().optional().describe('Whose it is, where it came from a picture service'),
  usedIn: z
    .array(z.object({ id: z.string(), name: z.string() }))
    .optional()
    .describe('Pieces that show it'),
});
const verdict = z.enum(['clear', 'strained', 'lost']).nullable();
export const StandingSchema = z.object({
  verdict: verdict.describe('Of the weakest text in all sizes; null without words'),
  ratio: z.number().nullable(),
  needed: z.number().nullable(),
  kept: z.number().min(0).max(100).nullable().describe('Percent of the photo it left least of; null without a photo'),
});
export const SummarySchema = z.object({
  id: z.string(),
  campaign: z.string(),
  name: z.string(),
  revision: z.number().int(),
  createdAt: z.string(),
  changedAt: z.string(),
  sizes: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      width: z.number(),
      height: z.number(),
      destination: z.string().nullable(),
    }),
  ),
  slides: z.number().int(),
  section: z.boolean().describe('A section of a page: its slides are pictures of a slideshow'),
  template: z.boolean().describe('Others are made of it'),
  look: z.string().describe('What a picture of it depends on'),
  damaged: z.boolean(),
  deletedAt: z.string().nullable(),
  archivedAt: z.string().nullable(),
  dueOn: z.string().nullable().describe('The day it is due, YYYY-MM-DD'),
  standing: StandingSchema.nullable().describe('As it looks now; null until it was read'),
});

const ratio = z.number().min(1).max(21);
export const ReadingSchema = z.object({
  layer: z.string(),
  ratio: ratio.nullable(),
  needed: z.number(),
  base: z.number(),
  verdict: z.enum(['clear', 'strained', 'lost']).nullable(),
  weakestWord: z.string().nullable(),
  share: z.number(),
  count: z.number().int().describe('Letters'),
  median: ratio.nullable(),
  busyness: z.number().min(0).max(100),
  shownPx: z.number(),
  flags: z.array(z.string()),
  /** Letters that the join of two slides cuts. */
  cut: z.string(),
  melting: z
    .string()
    .describe('A letter of which a side melts into the picture, where that is all it lacks; else empty'),
  words: z.array(z.object({ text: z.string(), ratio })),
  lines: z.array(z.object({ line: z.number(), ratio })),
  letters: z.array(
    z.object({
      start: z.number(),
      end: z.number(),
      ratio,
      melts: z.boolean(),
      clear: z.boolean(),
      box,
      word: z.number(),
      line: z.number(),
    }),
  ),
});
export const PlacedReading = ReadingSchema.omit({ letters: true });
export const FrameSchema = box;
export const PhotoKeptSchema = z.object({
  kept: z.number().describe('Percent of the photo that is left'),
  marks: z.number().describe('Percent of it with new edges'),
  edge: z.number().describe('How plainly one sees where the treatment begins and ends'),
});

export const ProblemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string().optional(),
  errors: z.array(z.object({ path: z.string(), reason: z.string() })).optional(),
});
