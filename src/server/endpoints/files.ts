// Pieces and campaigns as files: written while they are fetched, taken in by the crew for what comes from outside.
import type { files } from '../../contract/files';
import { FILE_LIMITS } from '../../contract/piece-file';
import { inName } from '../../core/format/file-names';
import { carriedOut } from '../carry-out';
import { asked, run } from '../crew/crews';
import { campaignName, campaignThere } from '../pieces/campaigns';
import { readPiece } from '../pieces/store';
import { checkRoom } from '../room';
import { fileBase } from '../slide-ask';
import { uploadedFile } from '../upload';
import { zipped } from '../zip';
import { fileHeaders, type Handlers, reply } from './handler';

/** How long a file may take to be taken in, ms. */
const TAKING_IN = 300_000;

export const fileHandlers: Handlers<typeof files> = {
  'GET /api/pieces/{id}/file': async ({ params, headOnly }) => {
    const { id, campaign, revision, piece } = await readPiece(params.id),
      headers = fileHeaders('application/zip', revision, `${fileBase(piece)}.plavo.zip`);
    if (headOnly) return new Response(null, { headers });
    return new Response(zipped(carriedOut({ id: campaign, name: await campaignName(campaign) }, [id])), { headers });
  },
  'GET /api/campaigns/{id}/file': async ({ params, headOnly }) => {
    const { id } = params,
      name = await campaignName(id),
      headers = fileHeaders('application/zip', 0, `${inName(name) || 'campaign'}.plavo.zip`);
    if (headOnly) return new Response(null, { headers });
    return new Response(zipped(carriedOut({ id, name }, null)), { headers });
  },
  'POST /api/files': async ({ request, query }) => {
    const { file } = await uploadedFile(request, FILE_LIMITS.bytes);
    await checkRoom(2 * file.size);
    const into = await campaignThere(query.campaign),
      taken = await run(
        'takeIn',
        { bytes: new Uint8Array(await file.arrayBuffer()), name: file.name.replace(/\.[a-z.]+$/i, ''), into },
        { ...asked(request), deadline: TAKING_IN },
      );
    return reply(taken, { location: taken.pieces.length === 1 ? `/api/pieces/${taken.pieces[0].id}` : '/api/pieces' });
  },
};
