// The shelf of a campaign.
import type { shelf } from '../../contract/shelf';
import { USUAL_ENCODING } from '../../core/format/formats';
import { makePiece } from '../../core/piece/make';
import { pieceOfPart } from '../../core/piece/part';
import { asked, run } from '../crew/crews';
import { keepPart, partsOf, readPart, removePart, renamePart } from '../pieces/shelf';
import { withinTarget } from '../slide-ask';
import { done, type Handlers, reply } from './handler';

/** Longer side of its picture, px. */
const SIDE = 280;

export const shelfHandlers: Handlers<typeof shelf> = {
  'GET /api/campaigns/{id}/parts': async ({ params, query }) => reply(await partsOf(params.id, query)),
  'POST /api/campaigns/{id}/parts': async ({ params, body }) => reply(await keepPart(params.id, body.name, body.part)),
  'GET /api/parts/{part}': async ({ params }) => {
    const { id, name, part } = await readPart(params.part);
    return reply({ id, name, part });
  },
  'PATCH /api/parts/{part}': async ({ params, body }) => {
    await renamePart(params.part, body.name);
    return done();
  },
  'DELETE /api/parts/{part}': async ({ params }) => {
    await removePart(params.part);
    return done();
  },
  'GET /api/parts/{part}/render': async ({ request, params, headOnly }) => {
    // What lies on the shelf does not change.
    const headers = { 'content-type': 'image/png', 'cache-control': 'private, max-age=86400, immutable' },
      { part, campaign } = await readPart(params.part);
    if (headOnly) return new Response(null, { headers });
    let n = 0;
    const piece = pieceOfPart(
        part,
        makePiece('Part', { width: 100, height: 100 }, () => `p${n++}`),
      ),
      [{ width, height }] = piece.sizes,
      { bytes } = withinTarget(
        await run(
          'render',
          {
            piece,
            campaign,
            slide: 0,
            format: 'png',
            as: { ...USUAL_ENCODING, transparent: true },
            scale: Math.min(2, SIDE / Math.max(width, height)),
          },
          asked(request),
        ),
      );
    return new Response(new Uint8Array(bytes), { headers });
  },
};
