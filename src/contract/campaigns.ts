// Campaigns and their fonts.
import { z } from 'zod';
import { COVER_KINDS } from '../core/piece/covers';
import type { Endpoint, EndpointKey } from './endpoint';
import { SummarySchema } from './shapes';

const CampaignSchema = z.object({
  id: z.string(),
  name: z.string(),
  pieces: z.number().int(),
  cover: SummarySchema.nullable().describe('The piece by whose picture it is known: a chosen one, or the latest'),
  coverChosen: z.boolean(),
});
const FontSchema = z.object({
  id: z.string(),
  family: z.string(),
  weight: z.number(),
  italic: z.boolean(),
  licence: z.string(),
});

export const campaigns = {
  'GET /api/campaigns': { summary: 'Campaigns', answer: { says: 'All campaigns', schema: z.array(CampaignSchema) } },
  'POST /api/campaigns': {
    summary: 'A new campaign',
    body: z.strictObject({ name: z.string().trim().min(1).max(200) }),
    answer: { status: 201, says: 'Made', schema: CampaignSchema },
  },
  'PATCH /api/campaigns/{id}': {
    summary: 'Gives a campaign another name, or the piece by whose picture it is known',
    body: z.strictObject({
      name: z.string().trim().min(1).max(200).optional(),
      cover: z.string().max(32).nullable().optional().describe('Id of one of its pieces; null goes by the latest'),
    }),
    called: 'The change',
    answer: { says: 'As it is', schema: CampaignSchema },
    problems: { 404: 'Not there', 422: 'A piece of another campaign' },
  },
  'GET /api/campaigns/{id}/covers': {
    summary: 'Covers of posts and carousels as the feed shows them, the newest first, and which is due next',
    answer: {
      says: 'Covers',
      schema: z.object({
        covers: z.array(
          z.object({
            id: z.string(),
            name: z.string(),
            createdAt: z.string(),
            look: z.string(),
            kind: z.enum(COVER_KINDS),
            photo: z.number().describe('Share of the picture that is photo'),
            colour: z.string().describe('Of its ground'),
            swatch: z.string().nullable().describe('The house colour its ground is'),
          }),
        ),
        due: z.object({
          kind: z.enum(COVER_KINDS),
          swatch: z.string().nullable(),
          reasons: z.array(z.string()),
          photo: z
            .object({ id: z.string(), name: z.string() })
            .nullable()
            .describe('Where a photo is due: one of the library that no cover here has'),
        }),
      }),
    },
    problems: { 404: 'Not there' },
  },
  'GET /api/campaigns/{id}/fonts': {
    summary: 'Fonts of the campaign’s own',
    answer: { says: 'By family', schema: z.array(FontSchema) },
  },
  'POST /api/campaigns/{id}/fonts': {
    summary: 'Add a font: TTF, OTF, a collection (TTC), WOFF or WOFF2; with axes, its weights, widths and slants',
    form: { licence: 'Under which licence it may be used' },
    answer: { status: 201, says: 'Its faces, kept', schema: z.array(FontSchema) },
    problems: { 413: 'Too large', 422: 'Not a usable font' },
  },
  'DELETE /api/campaigns/{id}/fonts/{font}': {
    summary: 'Take a font out of the campaign',
    answer: { status: 204, says: 'Gone' },
    problems: { 404: 'Not there' },
  },
  'GET /api/fonts/{face}': {
    summary: 'The bytes of a font',
    answer: { says: 'TTF or OTF', media: ['font/ttf'] },
    problems: { 404: 'Not there' },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
