// Campaigns and their fonts.
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { campaigns } from '../../contract/campaigns';
import { faceById } from '../../core/type/catalogue';
import { assetBytes, findAsset } from '../assets';
import { feedOf } from '../covers';
import { asked, run } from '../crew/crews';
import { FONT_LIMITS, listFonts, removeFont } from '../fonts';
import { changeCampaign, createCampaign, listCampaigns } from '../pieces/campaigns';
import { notFound, Problem } from '../problem';
import { uploadedFile } from '../upload';
import { done, type Handlers, reply } from './handler';

/** A font that ships, or one of somebody's own by the name of its bytes. */
async function fontBytes(id: string): Promise<Buffer> {
  const face = faceById(id);
  if (face) return readFile(join(/* turbopackIgnore: true */ process.cwd(), 'node_modules', face.path));
  if ((await findAsset(id))?.mime !== 'font/ttf') throw notFound('font');
  return assetBytes(id);
}

export const campaignHandlers: Handlers<typeof campaigns> = {
  'GET /api/campaigns': async () => reply(await listCampaigns()),
  'POST /api/campaigns': async ({ body }) => reply(await createCampaign(body.name)),
  'PATCH /api/campaigns/{id}': async ({ params, body }) => reply(await changeCampaign(params.id, body)),
  'GET /api/campaigns/{id}/covers': async ({ request, params }) => reply(await feedOf(params.id, asked(request))),
  'GET /api/campaigns/{id}/fonts': async ({ params }) => reply(await listFonts(params.id)),
  'POST /api/campaigns/{id}/fonts': async ({ request, params }) => {
    const { file, form } = await uploadedFile(request, FONT_LIMITS.bytes);
    const licence = String(form.get('licence') ?? '')
      .trim()
      .slice(0, 2000);
    if (!licence)
      throw new Problem(400, 'Say under which licence the font may be used', 'A note of a few words is enough.', [
        { path: '/licence', reason: 'missing' },
      ]);
    return reply(
      await run(
        'addFont',
        { campaign: params.id, bytes: new Uint8Array(await file.arrayBuffer()), name: file.name || 'Font', licence },
        asked(request),
      ),
    );
  },
  'DELETE /api/campaigns/{id}/fonts/{font}': async ({ params }) => {
    await removeFont(params.id, params.font);
    return done();
  },
  'GET /api/fonts/{face}': async ({ params }) =>
    new Response(new Uint8Array(await fontBytes(params.face.replace(/\.ttf$/, ''))), {
      headers: { 'content-type': 'font/ttf', 'cache-control': 'public, max-age=31536000, immutable' },
    }),
};
