// Places in which a piece is seen: which there are, how its texts read in them, pictures of them.
import { z } from 'zod';
import { PLACE_IDS } from '../core/places/places';
import type { Endpoint, EndpointKey } from './endpoint';
import { PlacedReading, PlaceQuery } from './shapes';

const InPlaceSchema = z.object({
  place: z.enum(PLACE_IDS),
  name: z.string(),
  hint: z.string(),
  device: z.string(),
  readings: z.array(
    z.object({
      reading: PlacedReading,
      why: z.array(z.enum(['cut-off', 'covered', 'small', 'thin'])).describe('What makes it worse than on the stage'),
      letters: z.object({ cutOff: z.number(), covered: z.number() }),
    }),
  ),
});

export const places = {
  'GET /api/pieces/{id}/places': {
    summary: 'The places in which a slide is seen in a size, and how its texts read in each',
    query: PlaceQuery,
    answer: { says: 'Places, in the order of the table', schema: z.array(InPlaceSchema) },
    problems: { 404: 'Not there', 422: 'More work than is done at once' },
  },
  'GET /api/pieces/{id}/places/{place}': {
    summary: 'A place with a slide in it, as a picture',
    query: PlaceQuery.extend({
      light: z.enum(['light', 'dark']).default('light'),
      scale: z.coerce.number().min(1).max(3).default(1).describe('Pixels to a CSS pixel'),
    }),
    answer: { says: 'The picture', media: ['image/png'] },
    problems: { 404: 'Not there, or the slide is not seen in that place', 422: 'More work than is done at once' },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
