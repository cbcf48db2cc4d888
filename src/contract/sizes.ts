// The sizes a piece exists in.
import { z } from 'zod';
import { NARROWEST, WIDEST } from '../core/piece/limits';
import type { Endpoint, EndpointKey } from './endpoint';
import { PhotoKeptSchema, PlacedReading, StoredPieceSchema } from './shapes';

const name = z.string().trim().min(1).max(100).optional();

export const sizes = {
  'POST /api/pieces/{id}/sizes': {
    summary: 'A further size with its first layout: the message kept in blocks, its type in its class as shown',
    over: true,
    body: z.union([
      z.strictObject({ destination: z.string().describe('Id of a destination'), name }),
      z.strictObject({
        width: z.number().int().min(16).max(8192),
        height: z.number().int().min(16).max(8192),
        shownWidth: z.number().min(16).max(8192).optional().describe('CSS pixels at which people see the full width'),
        name,
      }),
    ]),
    called: 'The size',
    answer: { status: 201, says: 'The piece with it; ETag holds the revision', schema: StoredPieceSchema },
    problems: { 404: 'Not there', 409: 'Changed elsewhere', 422: 'As many sizes as there may be' },
  },
  'GET /api/pieces/{id}/widths': {
    summary:
      'Readings of a section over the widths of the page: where layouts begin, on both sides of every line break, and between them as far as the curve bends',
    query: z.object({
      slide: z.coerce.number().int().min(1).default(1),
      from: z.coerce.number().int().min(NARROWEST).max(WIDEST).default(NARROWEST).describe('CSS px'),
      to: z.coerce.number().int().min(NARROWEST).max(WIDEST).default(WIDEST).describe('CSS px'),
    }),
    answer: {
      says: 'Widths, ascending',
      schema: z.array(
        z.object({
          width: z.number(),
          height: z.number(),
          exact: z.boolean().describe('Painted as it is handed over; the rest of the curve is painted more quickly'),
          readings: z.array(PlacedReading),
        }),
      ),
    },
    problems: { 404: 'Not there', 422: 'Not a section of a page' },
  },
  'GET /api/pieces/{id}/page': {
    summary:
      'A section as HTML and CSS: a ZIP of its page, style sheet, pictures in all widths and formats, fonts with the letters that are used',
    query: z.object({
      slide: z.coerce.number().int().min(1).default(1),
      quality: z.coerce.number().int().min(1).max(100).default(82).describe('Of photos'),
    }),
    answer: { media: ['application/zip'], says: 'The folder; ETag holds the revision' },
    problems: { 404: 'Not there', 413: 'Too large', 422: 'Not a section of a page' },
  },
  'POST /api/pieces/{id}/solve-widths': {
    summary:
      'Solve every width of a section: one treatment that makes every text Clear from the narrowest page to the widest, over every picture of a slideshow, as strong in each layout as the widths round it need',
    over: true,
    answer: {
      says: 'What was done, and how the section stands now; ETag holds the revision',
      schema: z.object({
        way: z
          .object({
            name: z.string(),
            strengths: z
              .array(z.object({ layout: z.string(), strength: z.number().describe('In whole percent') }))
              .describe('Of each layout, from the narrowest to the widest'),
          })
          .nullable()
          .describe('Null where nothing was needed, or nothing is enough'),
        clear: z.boolean().describe('At every width that was measured'),
        weakest: z
          .object({ width: z.number(), reading: PlacedReading })
          .nullable()
          .describe('The weakest width, and its weakest text; null without letters'),
      }),
    },
    problems: { 404: 'Not there', 409: 'Changed elsewhere', 422: 'Not a section of a page' },
  },
  'POST /api/pieces/{id}/solve-sizes': {
    summary:
      'Solve every size: one treatment for all sizes of a slide where it will do, as strong in each as that one needs, until every text is Clear',
    over: true,
    answer: {
      says: 'What was done in each size of each slide; ETag holds the revision',
      schema: z.array(
        z.object({
          slide: z.string(),
          size: z.string(),
          way: z
            .object({
              name: z.string(),
              strength: z.number().nullable().describe('In whole percent'),
              shared: z.boolean().describe('The one that sizes of the slide share'),
            })
            .nullable()
            .describe('Null where nothing was needed, or nothing is enough'),
          clear: z.boolean(),
          readings: z.array(PlacedReading),
          kept: PhotoKeptSchema.nullable(),
        }),
      ),
    },
    problems: { 404: 'Not there', 409: 'Changed elsewhere' },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
