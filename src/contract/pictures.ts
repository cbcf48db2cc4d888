// Pictures of the library.
import { z } from 'zod';
import { DRAWN_SIDES } from '../core/scene/sides';
import { TracedSchema } from '../core/values/traced';
import type { Endpoint, EndpointKey } from './endpoint';
import {
  AssetSchema,
  ColourQuery,
  CreditSchema,
  flag,
  FrameSchema,
  OrientationQuery,
  page,
  SearchQuery,
} from './shapes';

const share = z.number().min(0).max(1);
const ShareBoxSchema = z.strictObject({ x: share, y: share, width: share, height: share });
const LetteringSchema = z.object({
  width: z.number().describe('Of the picture that boxes and outlines are given in, pixels'),
  height: z.number(),
  texts: z.array(
    z.object({
      box: FrameSchema,
      text: z.string(),
      fontSize: z.number(),
      ink: z.string().describe('Hex'),
      parts: z
        .array(z.object({ start: z.number(), end: z.number(), ink: z.string() }))
        .describe('Parts in another ink'),
      traced: TracedSchema.describe('Outlines of the letters'),
    }),
  ),
  clean: z.string().nullable().describe('The picture without these letters; null where none were found'),
  unread: z.array(ShareBoxSchema).describe('Lines whose letters cannot be told from the picture, in fractions of it'),
});
export type LetteringAnswer = z.output<typeof LetteringSchema>;

const DrawingSchema = z.object({
  width: z.number(),
  height: z.number(),
  layers: z.array(z.looseObject({})).describe('As a document has them'),
  groups: z.array(z.object({ id: z.string(), name: z.string(), within: z.string().nullable() })),
  notes: z.array(z.string()).describe('What is not as it was'),
});

export const pictures = {
  'GET /api/assets': {
    summary: 'Pictures of the library, newest first; searched over names and tags',
    query: SearchQuery.extend({
      colour: ColourQuery,
      orientation: OrientationQuery,
      campaign: z.string().max(32).optional().describe('Those that pieces of a campaign show'),
    }),
    answer: { says: 'A page', schema: page(AssetSchema) },
  },
  'POST /api/assets': {
    summary: 'Store a picture',
    query: z.object({ listed: flag.default(true).describe('Whether the library shows it') }),
    form: {},
    answer: { status: 201, says: 'Stored', schema: AssetSchema },
    problems: {
      413: 'Too large, or too much work',
      415: 'Not a readable picture',
      422: 'A drawing that refers to itself',
      503: 'Busy',
      507: 'The disk is full',
    },
  },
  'GET /api/assets/{id}': {
    summary: 'The bytes of a picture',
    query: z.object({
      as: z
        .enum(['original', 'working', 'thumbnail', 'drawing', 'drawn', 'frames'])
        .default('original')
        .describe(
          'The file, what painters use, small, a drawing’s outlines, a drawing as pixels, or the list of its frames',
        ),
      side: z
        .enum(DRAWN_SIDES.map(String) as [string, ...string[]])
        .optional()
        .describe('Longer side of a drawing as pixels'),
    }),
    answer: { says: 'The picture', media: ['image/*', 'application/json'] },
    problems: { 404: 'Not there' },
  },
  'GET /api/assets/{id}/about': {
    summary: 'Tags of a picture, and whose it is',
    answer: {
      says: 'What is known',
      schema: z.object({ tags: z.array(z.string()), credit: CreditSchema.nullable() }),
    },
    problems: { 404: 'Not there' },
  },
  'PATCH /api/assets/{id}': {
    summary: 'Gives a picture another name, or other tags',
    body: z.strictObject({
      name: z.string().trim().min(1).max(200).optional(),
      tags: z.array(z.string().max(60)).max(30).optional(),
    }),
    called: 'The change',
    answer: { status: 204, says: 'Changed' },
    problems: { 404: 'Not there' },
  },
  'POST /api/assets/{id}/layers': {
    summary: 'A drawing (SVG) as layers: shapes, gradients, groups, texts whose font is there; the rest as drawings',
    body: z.strictObject({
      campaign: z.string().max(32).optional().describe('Whose fonts may set its texts'),
    }),
    answer: { says: 'The layers, bottom to top, in pixels of the drawing', schema: DrawingSchema },
    problems: { 404: 'Not there', 413: 'Too much', 422: 'No drawing, or one that draws nothing', 503: 'Busy' },
  },
  'POST /api/assets/{id}/letters': {
    summary:
      'Tells the letters of a finished picture from what lies behind them: their outlines, their ink, the picture without them',
    body: z.strictObject({
      boxes: z
        .array(ShareBoxSchema.refine((b) => b.width > 0 && b.height > 0, 'a box has a width and a height'))
        .min(1)
        .max(40)
        .optional()
        .describe('Where to look, in fractions of the picture; everywhere where left out'),
    }),
    answer: { says: 'The texts that were found', schema: LetteringSchema },
    problems: {
      404: 'Not there',
      422: 'A drawing',
      503: 'Busy, or lines cannot be found by themselves here',
    },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
