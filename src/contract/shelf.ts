// The shelf of a campaign: parts of pieces, kept for others.
import { z } from 'zod';
import { PartSchema } from '../core/piece/part';
import type { Endpoint, EndpointKey } from './endpoint';
import { page, SearchQuery } from './shapes';

const name = z.string().trim().min(1).max(200);
const ListedSchema = z.object({
  id: z.string(),
  name: z.string(),
  layers: z.number().int(),
  createdAt: z.string(),
});

export const shelf = {
  'GET /api/campaigns/{id}/parts': {
    summary: 'Parts on the shelf of a campaign, newest first',
    query: SearchQuery,
    answer: { says: 'A page', schema: page(ListedSchema) },
    problems: { 404: 'Not there' },
  },
  'POST /api/campaigns/{id}/parts': {
    summary: 'Keeps a part: layers with their groups and swatches, and the size they were made for',
    body: z.strictObject({ name, part: PartSchema }),
    called: 'The part',
    answer: { status: 201, says: 'On the shelf', schema: ListedSchema },
    problems: { 404: 'Not there' },
  },
  'GET /api/parts/{part}': {
    summary: 'A part with its layers',
    answer: { says: 'The part', schema: z.object({ id: z.string(), name: z.string(), part: PartSchema }) },
    problems: { 404: 'Not there', 422: 'Damaged' },
  },
  'PATCH /api/parts/{part}': {
    summary: 'Gives a part another name',
    body: z.strictObject({ name }),
    called: 'The name',
    answer: { status: 204, says: 'Renamed' },
    problems: { 404: 'Not there' },
  },
  'DELETE /api/parts/{part}': {
    summary: 'Takes a part off the shelf',
    answer: { status: 204, says: 'Gone' },
    problems: { 404: 'Not there' },
  },
  'GET /api/parts/{part}/render': {
    summary: 'A small picture of a part',
    answer: { says: 'The picture', media: ['image/png'] },
    problems: { 404: 'Not there', 422: 'Damaged' },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
