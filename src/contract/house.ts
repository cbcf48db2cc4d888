// The house style of a campaign: read, replaced, tried on every piece that it changes, and as files.
import { z } from 'zod';
import { HouseStyleSchema } from '../core/values/house';
import type { Endpoint, EndpointKey } from './endpoint';
import { StandingSchema } from './shapes';

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
  'POST /api/campaigns/{id}/house/preview': {
    summary:
      'Which pieces a house style would change, how they would look and stand; nothing is changed by asking. With Accept: application/x-ndjson line by line, as it becomes known',
    body: HouseStyleSchema,
    called: 'The house style',
    answer: {
      says: 'Those that would look otherwise, with the weakest text of the slides that do, before and after',
      schema: z.array(
        z.object({
          id: z.string(),
          name: z.string(),
          slides: z.array(z.number().int().min(1)).describe('Numbers of the slides that look otherwise, from 1'),
          pictures: z
            .object({ before: z.string(), after: z.string() })
            .nullable()
            .describe('The first of them, as data: addresses, JPEG; null where it could not be painted'),
          before: StandingSchema.omit({ kept: true }).nullable(),
          after: StandingSchema.omit({ kept: true }).nullable(),
        }),
      ),
      media: ['application/x-ndjson'],
    },
    problems: { 404: 'Not there' },
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
