// Pictures of the library.
import { z } from 'zod';
import { DRAWN_SIDES } from '../core/scene/sides';
import type { Endpoint, EndpointKey } from './endpoint';
import { AssetSchema, flag, page, SearchQuery } from './shapes';

export const pictures = {
  'GET /api/assets': {
    summary: 'Pictures of the library, newest first',
    query: SearchQuery,
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
} as const satisfies Record<EndpointKey, Endpoint>;
