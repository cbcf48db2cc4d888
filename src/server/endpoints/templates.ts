// Templates, and pieces made of them.
import type { templates } from '../../contract/templates';
import { fillingOf } from '../../core/filling/fill';
import type { FillPicture } from '../../core/filling/picture';
import { photoName } from '../../core/kinds/photo';
import { assetFrames, findAsset, isPicture } from '../assets';
import { asked, run } from '../crew/crews';
import { createPiece, listTemplates, readPiece } from '../pieces';
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
  const { name, width, height } = asset;
  return { asset: id, name: photoName(name), width, height, frames: await assetFrames(asset) };
}

export const templateHandlers: Handlers<typeof templates> = {
  'GET /api/templates': async ({ query }) => reply(await listTemplates(query)),
  'POST /api/templates/{id}/pieces': async ({ request, params, body }) => {
    const { piece: template, campaign } = await readPiece(params.id);
    if (!template.template)
      throw new Problem(422, 'It is no template', 'Make one of it first: name its places.', [
        { path: '/id', reason: 'a piece that is no template' },
      ]);
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
