// A piece in its places: readings and pictures, made by the crew that paints.
import type { places } from '../../contract/places';
import { isPlace, placesFor } from '../../core/places/places';
import { sizeOf } from '../../core/piece/resolve';
import { asked, run } from '../crew/crews';
import { campaignName } from '../pieces/campaigns';
import { Problem } from '../problem';
import { slideAskOf } from '../slide-ask';
import { fileHeaders, type Handlers, revised } from './handler';

export const placeHandlers: Handlers<typeof places> = {
  'GET /api/pieces/{id}/places': async ({ request, params, query }) => {
    const { stored, ...at } = await slideAskOf(params.id, query);
    return revised(
      await run('inPlaces', { ...at, campaignName: await campaignName(stored.campaign) }, asked(request, true)),
      stored.revision,
    );
  },
  'GET /api/pieces/{id}/places/{place}': async ({ request, params, query, headOnly }) => {
    const { stored, ...at } = await slideAskOf(params.id, query),
      { place } = params;
    if (!isPlace(place) || !placesFor(at.piece, sizeOf(at.piece, at.size), at.slide).includes(place))
      throw new Problem(404, 'It is not seen in such a place', 'The list of places says which there are for it.', [
        { path: '/place', reason: 'no place of this slide in this size' },
      ]);
    const headers = fileHeaders('image/png', stored.revision);
    if (headOnly) return new Response(null, { headers });
    const { light, scale } = query,
      { bytes } = await run(
        'placed',
        { ...at, place, light, scale, campaignName: await campaignName(stored.campaign) },
        asked(request, true),
      );
    return new Response(new Uint8Array(bytes), { headers });
  },
};
