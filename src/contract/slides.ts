// The slides of a piece together: the outline they begin as, how they meet, all of them as pictures.
import { z } from 'zod';
import { FORMATS, MOTION_FORMAT_IDS } from '../core/format/formats';
import { MOST_NOTE } from '../core/piece/slides';
import { JOIN_OFFERS } from '../core/remedy/join-offers';
import type { Endpoint, EndpointKey } from './endpoint';
import { EncodingQuery, flag, PlaceQuery, SavedSchema, scale } from './shapes';

const size = z.string().max(64).optional().describe('Id of the size; the base size where left out');
const JoinSchema = z.object({
  after: z.number().int().describe('Number of the slide on the left, from 1'),
  step: z.number().describe('Distance of the facing edges in OKLab: nine tenths of the rows differ by less'),
  share: z.number().describe('Share of the rows that differ by more than is noticed'),
  smooth: z.boolean(),
});
const AllQuery = EncodingQuery.extend({
  size,
  scale,
  all: flag.default(false).describe('Also those that are left out'),
});

export const slides = {
  'PUT /api/pieces/{id}/outline': {
    summary: 'Notes, one a slide: further slides are added for those that have none; nothing is taken away',
    over: true,
    body: z.strictObject({
      notes: z.array(z.string().max(MOST_NOTE)).min(1).max(500),
      rough: z.boolean().default(false).describe('Slides without a text get headline and text from their note'),
    }),
    called: 'The outline',
    answer: { says: 'Saved; ETag holds the revision', schema: SavedSchema },
    problems: { 404: 'Not there', 409: 'Changed elsewhere', 422: 'More notes than slides may be there' },
  },
  'GET /api/pieces/{id}/joins': {
    summary: 'How neighbouring slides meet',
    query: z.object({ size }),
    answer: { says: 'Joins, from left to right', schema: z.array(JoinSchema) },
    problems: { 404: 'Not there', 422: 'More work than is done at once' },
  },
  'POST /api/pieces/{id}/join-offers': {
    summary: 'What makes the join after a slide smooth and leaves every text as readable as it is',
    body: z.strictObject({ after: z.number().int().min(1).max(49), size }),
    answer: {
      says: 'Both slides as each offer would have them',
      schema: z.array(
        z.object({
          kind: z.enum(JOIN_OFFERS),
          name: z.string(),
          join: JoinSchema.omit({ after: true }),
          slides: z.tuple([z.looseObject({}), z.looseObject({})]),
        }),
      ),
    },
    problems: { 404: 'Not there', 422: 'More work than is done at once' },
  },
  'GET /api/pieces/{id}/motion': {
    summary: 'A slide where something moves, as an animation that is played again and again',
    query: PlaceQuery.extend({
      format: z.enum(MOTION_FORMAT_IDS).default('webp'),
      scale: z.coerce.number().min(0.02).max(2).default(1),
      quality: z.coerce.number().int().min(1).max(100).default(85),
    }),
    answer: { says: 'The animation', media: MOTION_FORMAT_IDS.map((f) => FORMATS[f].media) },
    problems: { 404: 'Not there', 413: 'Too large', 422: 'Nothing moves on the slide' },
  },
  'GET /api/pieces/{id}/strip': {
    summary: 'All slides side by side as one picture',
    query: AllQuery.pick({ size: true, scale: true, all: true }),
    answer: { says: 'The picture', media: ['image/png'] },
    problems: { 404: 'Not there', 413: 'Too large', 422: 'More work than is done at once' },
  },
  'GET /api/pieces/{id}/slides': {
    summary: 'All slides as pictures in a ZIP, numbered',
    query: AllQuery,
    answer: { says: 'The archive', media: ['application/zip'] },
    problems: { 404: 'Not there', 413: 'Too large', 422: 'More work than is done at once' },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
