// Measuring, and what can be done about it.
import { z } from 'zod';
import { TREATMENT_KINDS } from '../core/piece/treatments';
import { HexSchema } from '../core/values/fill';
import { CutSchema } from '../core/values/photo';
import type { Endpoint, EndpointKey } from './endpoint';
import { FrameSchema, PhotoKeptSchema, PlacedReading, PlaceQuery, ReadingSchema } from './shapes';

const place = { slide: z.number().int().min(1).default(1), size: z.string().max(64).optional() };
const noLayer = { 404: 'Not there', 422: 'No such layer, or more work than is done at once' };

const WaySchema = z.object({
  kinds: z.array(z.string()),
  name: z.string(),
  strength: z.number().nullable().describe('Whole percent'),
  kept: PhotoKeptSchema.nullable().describe('Null without a photo'),
  price: z.number().describe('Points that it costs besides, for changing what somebody chose'),
  readings: z.array(PlacedReading),
  add: z.array(z.looseObject({})).describe('Layers to add to the document'),
  change: z
    .array(z.object({ id: z.string(), set: z.looseObject({}) }))
    .describe('What to change of layers that are there'),
  slides: z
    .array(
      z.object({
        slide: z.string(),
        add: z.array(z.looseObject({})),
        change: z.array(z.object({ id: z.string(), set: z.looseObject({}) })),
      }),
    )
    .optional()
    .describe('Of a way for all slides what is done on each; `add` and `change` are empty then'),
  decides: z.string().nullable().optional().describe('Id of the slide that needs most of it'),
});

export const solving = {
  'GET /api/pieces/{id}/reading': {
    summary: 'The reading of every text of a slide, letter by letter',
    query: PlaceQuery,
    answer: { says: 'Readings', schema: z.array(ReadingSchema) },
    problems: { 404: 'Not there', 422: 'More work than is done at once' },
  },
  'GET /api/pieces/{id}/overview': {
    summary:
      'Readings of every text of every slide in every size, the worst first. With Accept: application/x-ndjson line by line, as each place is measured',
    answer: {
      says: 'Readings',
      schema: z.array(
        z.object({
          slide: z.string(),
          slideNumber: z.number(),
          size: z.string(),
          sizeName: z.string(),
          text: z.string(),
          reading: PlacedReading,
        }),
      ),
    },
    problems: { 404: 'Not there' },
  },
  'POST /api/pieces/{id}/just-enough': {
    summary: 'The least strength of a treatment at which the text is Clear',
    body: z.strictObject({
      ...place,
      layer: z.string().optional().describe('The text that must be Clear; all texts of the slide where left out'),
      treatment: z.enum(TREATMENT_KINDS).describe('What kind of treatment'),
      property: z
        .enum(['opacity', 'reach'])
        .optional()
        .describe('Of a tint, fade, pool or plate: what its strength is; only a fade has a reach'),
      overlay: z
        .string()
        .optional()
        .describe(
          'An existing layer to set: of that kind; a text for backing or shadow; a photo for darken, lighten or blur. A new one, all texts or all photos where left out',
        ),
      everySlide: z.boolean().default(false).describe('One strength for all slides of the piece'),
      colour: HexSchema.optional().describe('Colour of the treatment; black for a new one where left out'),
      goal: z.number().min(1).max(21).optional().describe('A ratio instead of the one the text needs'),
    }),
    answer: {
      says: 'Strength in whole percent, or null with a colour that would do',
      schema: z.object({
        strength: z.number().nullable(),
        colour: z.string().nullable(),
        instead: z.string().nullable(),
        decides: z.string().nullable().describe('Id of the slide that needs most of it'),
        before: z.array(ReadingSchema),
        after: z.array(ReadingSchema),
      }),
    },
    problems: noLayer,
  },
  'POST /api/pieces/{id}/remedies': {
    summary:
      'Ways through: every treatment that makes the texts Clear, the best first. With Accept: application/x-ndjson line by line, as each is solved',
    body: z.strictObject({
      ...place,
      layer: z.string().optional().describe('The text that must be Clear; all texts of the slide where left out'),
      instead: z.boolean().default(false).describe('Treatments that are there are switched off first'),
      everySlide: z.boolean().default(false).describe('One treatment for all slides of the piece'),
    }),
    answer: { says: 'Ways', schema: z.array(WaySchema) },
    problems: noLayer,
  },
  'POST /api/pieces/{id}/quiet-spots': {
    summary: 'The best three places for a text; where there is none, what could be done instead',
    body: z.strictObject({ ...place, layer: z.string().describe('The text to place') }),
    answer: {
      says: 'Places',
      schema: z.object({
        spots: z.array(
          z.object({
            set: z.looseObject({}),
            frame: FrameSchema,
            lines: z.number(),
            covers: z.number().describe('Share of the subject that it would cover or come near'),
            reading: PlacedReading,
          }),
        ),
        otherwise: z.array(
          z.object({
            kind: z.enum(['smaller', 'breaks', 'room']),
            says: z.string(),
            change: z.array(z.object({ id: z.string(), set: z.looseObject({}) })),
            frame: FrameSchema,
            reading: PlacedReading,
          }),
        ),
      }),
    },
    problems: noLayer,
  },
  'POST /api/pieces/{id}/make-room': {
    summary: 'How well room can be made on each side of a photo; it is made by setting `room` of its layer',
    body: z.strictObject({ ...place, layer: z.string().describe('The photo') }),
    answer: {
      says: 'Sides',
      schema: z.array(
        z.object({
          side: z.enum(['left', 'right', 'top', 'bottom']),
          kind: z.enum(['calm', 'uneven', 'pattern', 'cut']),
          worth: z.number(),
          where: z.array(z.array(z.number())),
        }),
      ),
    },
    problems: noLayer,
  },
  'POST /api/pieces/{id}/cut-out': {
    summary: 'The mask of a photo’s subject, to be set as `cut.mask` of its layer',
    body: z.strictObject({
      ...place,
      layer: z.string().describe('The photo'),
      strokes: CutSchema.shape.strokes.describe('What belongs to the subject, and what does not'),
      box: CutSchema.shape.box.describe('Drawn round the subject, in fractions of the photo'),
    }),
    answer: { says: 'The mask, stored as a picture', schema: CutSchema.shape.mask },
    problems: noLayer,
  },
} as const satisfies Record<EndpointKey, Endpoint>;
