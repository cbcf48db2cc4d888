// The house style of a campaign: read, replaced, tried on every piece that it changes, and as files.
import { z } from 'zod';
import { HouseStyleSchema } from '../core/values/house';
import type { Endpoint, EndpointKey } from './endpoint';
import { StandingSchema } from './shapes';

const Id = z.string().min(1).max(32);
const Slides = z.array(z.number().int().min(1)).describe('Numbers of the slides that look otherwise, from 1');

export const house = {
  'GET /api/campaigns/{id}/house': {
    summary: 'House style of a campaign: colours and gradients, text styles, shadows, logos, tone, preferred treatment',
    answer: { says: 'The house style; ETag holds the revision', schema: HouseStyleSchema },
    problems: { 404: 'Not there', 422: 'It is damaged' },
  },
  'PUT /api/campaigns/{id}/house': {
    summary: 'Replaces it over a revision; all that is linked to it in pieces of the campaign follows',
    over: true,
    body: HouseStyleSchema,
    called: 'The house style',
    answer: { says: 'The house style; ETag holds the revision', schema: HouseStyleSchema },
    problems: { 404: 'Not there', 409: 'Changed elsewhere; the answer holds it as it is now' },
  },
  'POST /api/campaigns/{id}/house/changes': {
    summary: 'Which pieces a house style would change; nothing is changed by asking',
    body: HouseStyleSchema,
    called: 'The house style',
    answer: {
      says: 'Those that would look otherwise',
      schema: z.array(z.object({ id: z.string(), name: z.string(), slides: Slides })),
    },
    problems: { 404: 'Not there' },
  },
  'POST /api/campaigns/{id}/house/trials': {
    summary: 'How a piece stands with another house style, and how it looks; nothing is changed by asking',
    body: z.strictObject({ house: HouseStyleSchema, piece: Id }),
    called: 'The trial',
    answer: {
      says: 'Of the slides that look otherwise: their weakest text before and after, and the first of them painted',
      schema: z.object({
        slides: Slides,
        before: StandingSchema.omit({ kept: true }),
        after: StandingSchema.omit({ kept: true }),
        pictures: z.object({ before: z.string(), after: z.string() }).describe('As data: addresses, WebP'),
      }),
    },
    problems: { 404: 'Not there', 413: 'Beyond what is measured at once' },
  },
  'GET /api/campaigns/{id}/tokens': {
    summary: 'The house style as design tokens (Design Tokens Community Group)',
    answer: { says: 'The tokens', media: ['application/design-tokens+json'] },
    problems: { 404: 'Not there' },
  },
  'GET /api/campaigns/{id}/css': {
    summary: 'The house style as CSS custom properties',
    answer: { says: 'The style sheet', media: ['text/css'] },
    problems: { 404: 'Not there' },
  },
  'POST /api/campaigns/{id}/tokens': {
    summary:
      'Takes colours, gradients, typography and shadows of design tokens into the house style: those of a known name change, others are added',
    body: z.record(z.string(), z.unknown()),
    called: 'A file of design tokens',
    answer: {
      says: 'What the house style has now, and what was not taken',
      schema: z.object({
        added: z.number().int(),
        changed: z.number().int(),
        notes: z.array(z.string()),
      }),
    },
    problems: { 404: 'Not there', 409: 'Changed elsewhere', 422: 'No tokens, or none of use here' },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
