// Templates: pieces whose places are named, and what is made of them.
import { z } from 'zod';
import type { Endpoint, EndpointKey } from './endpoint';
import { assetId, page, PageQuery, PhotoKeptSchema, PlacedReading, StoredPieceSchema } from './shapes';

const words = z.string().max(2000);

const MaterialSchema = z.strictObject({
  photo: assetId.optional().describe('Id of an asset: it fills every place for a photo'),
  headline: words.default('').describe('Fills every place for a headline; a text that gets no words is hidden'),
  lines: z.array(words).max(100).default([]).describe('Further words, in the order in which they are read'),
  logo: assetId.optional().describe('Id of an asset; the template keeps its own where left out'),
  campaign: z.string().max(32).optional(),
});

export const OutcomeSchema = z.object({
  slide: z.string(),
  size: z.string(),
  clear: z.boolean(),
  kept: PhotoKeptSchema.nullable().describe('Null without a photo'),
  cost: z.number().describe('Points that what lies over the photo costs'),
  readings: z.array(PlacedReading),
});

export const templates = {
  'GET /api/templates': {
    summary: 'Templates with their documents, latest changed first',
    query: PageQuery,
    answer: { says: 'A page', schema: page(StoredPieceSchema) },
  },
  'POST /api/templates/{id}/pieces': {
    summary: 'A new piece of a template, solved: filled, laid out in all its sizes, Clear wherever that is possible',
    body: MaterialSchema,
    called: 'What fills the template',
    answer: {
      status: 201,
      says: 'Made; ETag holds the revision',
      schema: StoredPieceSchema.extend({
        outcomes: z.array(OutcomeSchema).describe('How it stands, slide by slide, in each size'),
        tooLong: z.array(z.string()).describe('Texts whose words are too long for their place'),
      }),
    },
    problems: { 404: 'Not there', 422: 'It is no template, or a picture is not here' },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
