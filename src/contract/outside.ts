// Pictures from outside: a simulated picture service, searched, and taken from into the library.
import { z } from 'zod';
import type { Endpoint, EndpointKey } from './endpoint';
import { AssetSchema, ColourQuery, CreditSchema, OrientationQuery } from './shapes';

export const OUTSIDE_ANSWERS = ['promptly', 'slowly', 'not'] as const;
export type OutsideAnswers = (typeof OUTSIDE_ANSWERS)[number];

export const outside = {
  'GET /api/outside': {
    summary: 'Pictures of the simulated picture service',
    query: z.object({
      search: z.string().max(200).optional().describe('Words of titles and tags, all of which must be there'),
      colour: ColourQuery,
      orientation: OrientationQuery,
      page: z.coerce.number().int().min(1).max(1000).default(1),
      answers: z.enum(OUTSIDE_ANSWERS).default('promptly').describe('How the service is to answer, for trying that'),
    }),
    answer: {
      says: 'A page',
      schema: z.object({
        service: z.string().describe('Its name'),
        items: z.array(
          z.object({
            id: z.string(),
            title: z.string(),
            tags: z.array(z.string()),
            width: z.number().int(),
            height: z.number().int(),
            credit: CreditSchema,
          }),
        ),
        total: z.number().int(),
        pages: z.number().int(),
      }),
    },
    problems: { 502: 'The service refuses' },
  },
  'GET /api/outside/{picture}/preview': {
    summary: 'A small copy to choose by',
    answer: { says: 'The picture', media: ['image/jpeg'] },
    problems: { 404: 'Not there' },
  },
  'POST /api/outside/{picture}': {
    summary: 'Takes a picture into the library, with its tags and whose it is; again, and it is the same one',
    answer: { status: 201, says: 'In the library', schema: AssetSchema },
    problems: { 404: 'Not there', 507: 'The disk is full' },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
