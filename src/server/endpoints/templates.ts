// Templates, and pieces made of them.
import type { templates } from '../../contract/templates';
import { fillingOf } from '../../core/filling/fill';
import { type FillPicture, fillPicture } from '../../core/filling/picture';
import { assetFrames, findAsset, isPicture } from '../assets';
import { asked, run } from '../crew/crews';
import { listTemplates } from '../pieces/list';
import { createPiece, readTemplate } from '../pieces/store';
import { Problem } from '../problem';
import { type Handlers, reply, revised } from './handler';

/** @throws Problem 422 where no such picture is stored */
async function pictureOf(id: string | undefined, path: string): Promise<FillPicture | null> {
  if (id === undefined) return null;
  const asset = await findAsset(id);
  if (!asset || !isPicture(asset))
    throw new Problem(422, 'The picture is not here', 'Nothing was made.', [
      { path, reason: 'no picture of that id is stored' },
    ]);
  return fillPicture(asset, await assetFrames(asset));
}

export const templateHandlers: Handlers<typeof templates> = {
  'GET /api/templates': async ({ query }) => reply(await listTemplates(query)),
  'POST /api/templates/{id}/pieces': async ({ request, params, body }) => {
    const { piece: template, campaign } = await readTemplate(params.id, '/id');
    const [photo, logo] = await Promise.all([pictureOf(body.photo, '/photo'), pictureOf(body.logo, '/logo')]),
      { piece, outcomes, tooLong } = await run(
        'fromTemplate',
        { piece: template, campaign, slide: 0, filling: fillingOf(template, { ...body, photo, logo }) },
        { ...asked(request, true), deadline: 120_000 },
      ),
      stored = await createPiece(piece, body.campaign ?? campaign);
    return revised({ ...stored, outcomes, tooLong }, stored.revision, { location: `/api/pieces/${stored.id}` });
  },
};
