// Pictures from a picture service.
import type { outside } from '../../contract/outside';
import { asked, run, signalOf } from '../crew/crews';
import { aboutPicture, changePicture, noteCredit } from '../pictures/traits';
import { simulated } from '../pictures/simulated';
import { type Handlers, reply } from './handler';

export const outsideHandlers: Handlers<typeof outside> = {
  'GET /api/outside': async ({ request, query: { answers, ...search } }) => {
    const service = simulated(answers);
    return reply({ service: service.name, ...(await service.search(search, signalOf(request))) });
  },
  'GET /api/outside/{picture}/preview': async ({ params }) =>
    new Response(new Uint8Array(await simulated().preview(params.picture)), {
      headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=86400' },
    }),
  'POST /api/outside/{picture}': async ({ request, params }) => {
    const { bytes, about } = await simulated().picture(params.picture),
      asset = await run('addPicture', { bytes, name: about.title, listed: true }, asked(request));
    // Taken once more it keeps the tags that somebody gave it here.
    const { credit, tags = about.tags } = await aboutPicture(asset.id);
    if (!credit) await changePicture(asset.id, { tags });
    await noteCredit(asset.id, about.credit);
    return reply({ ...asset, tags, credit: about.credit }, { location: `/api/assets/${asset.id}` });
  },
};
