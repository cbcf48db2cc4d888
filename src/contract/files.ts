// Pieces and campaigns as files: out, and in again.
import { z } from 'zod';
import type { Endpoint, EndpointKey } from './endpoint';

const InSchema = z.object({
  what: z.enum(['piece', 'campaign']),
  campaign: z.object({ id: z.string(), name: z.string() }),
  pieces: z.array(z.object({ id: z.string(), name: z.string() })),
  notes: z.array(z.string()).describe('What is not as it was'),
});
export type TakenIn = z.output<typeof InSchema>;

export const files = {
  'GET /api/pieces/{id}/file': {
    summary: 'A piece with its pictures and fonts as one file',
    answer: { says: 'The file', media: ['application/zip'] },
    problems: { 404: 'Not there' },
  },
  'GET /api/campaigns/{id}/file': {
    summary: 'A campaign with its house style, its pieces, their pictures and fonts as one file',
    answer: { says: 'The file', media: ['application/zip'] },
    problems: { 404: 'Not there' },
  },
  'POST /api/files': {
    summary:
      'Takes in a piece or a campaign from its file, or the layers of an OpenRaster file or a drawing (SVG) as a piece, all of it or nothing',
    query: z.object({
      campaign: z.string().max(32).optional().describe('Where a piece goes; the newest where left out'),
    }),
    form: {},
    answer: { status: 201, says: 'What is there now', schema: InSchema },
    problems: {
      400: 'No such file',
      404: 'No such campaign',
      413: 'Too large',
      422: 'Something in it is damaged, missing or of a newer version',
      507: 'The disk is full',
    },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
