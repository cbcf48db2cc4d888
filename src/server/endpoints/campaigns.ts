// Campaigns, their house style and their fonts.
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { campaigns } from '../../contract/campaigns';
import { nanoid } from 'nanoid';
import { type FoundTokens, swatchesToTokens, TOKENS_MEDIA, tokensToSwatches } from '../../core/format/design-tokens';
import { customProperties } from '../../core/format/html/custom-properties';
import { inName } from '../../core/format/file-names';
import { MOST_SWATCHES } from '../../core/piece/limits';
import { faceById } from '../../core/type/catalogue';
import { assetBytes, findAsset } from '../assets';
import { feedOf } from '../covers';
import { asked, run } from '../crew/crews';
import { FONT_LIMITS, listFonts, removeFont } from '../fonts';
import { campaignName, changeCampaign, createCampaign, listCampaigns } from '../pieces/campaigns';
import { type House, readHouse, saveHouse } from '../pieces/house';
import { notFound, Problem } from '../problem';
import { uploadedFile } from '../upload';
import { done, fileHeaders, type Handlers, reply, revised } from './handler';

const told = ({ revision, swatches }: House) => revised(swatches, revision, { 'cache-control': 'no-store' });

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
  'GET /api/campaigns/{id}/swatches': async ({ params }) => told(await readHouse(params.id)),
  'PUT /api/campaigns/{id}/swatches': async ({ params, over, body }) => told(await saveHouse(params.id, over, body)),
  'GET /api/campaigns/{id}/tokens': async ({ params, headOnly }) => {
    const { revision, swatches } = await readHouse(params.id),
      name = `${inName(await campaignName(params.id)) || 'campaign'}.tokens.json`;
    return new Response(headOnly ? null : `${JSON.stringify(swatchesToTokens(swatches), null, 2)}\n`, {
      headers: fileHeaders(TOKENS_MEDIA, revision, name),
    });
  },
  'GET /api/campaigns/{id}/css': async ({ params, headOnly }) => {
    const { revision, swatches } = await readHouse(params.id),
      name = `${inName(await campaignName(params.id)) || 'campaign'}.css`;
    return new Response(headOnly ? null : customProperties(swatches), {
      headers: fileHeaders('text/css; charset=utf-8', revision, name),
    });
  },
  'POST /api/campaigns/{id}/tokens': async ({ params, body }) => {
    const house = await readHouse(params.id);
    let found: FoundTokens;
    try {
      found = tokensToSwatches(body, () => nanoid(10), house.swatches);
    } catch (e) {
      throw new Problem(422, 'This is no file of design tokens', `${(e as Error).message}. Nothing was changed.`);
    }
    const { swatches, notes } = found;
    if (!swatches.length)
      throw new Problem(422, 'No colours are in the file', [...notes.slice(0, 5), 'Nothing was changed.'].join(' '));
    const by = new Map(swatches.map((s) => [s.id, s])),
      kept = house.swatches.map((s) => by.get(s.id) ?? s),
      added = swatches.filter((s) => !house.swatches.some((h) => h.id === s.id)),
      all = [...kept, ...added];
    if (all.length > MOST_SWATCHES)
      throw new Problem(
        422,
        'The house style would have too many colours',
        `At most ${MOST_SWATCHES}. Nothing was changed.`,
      );
    await saveHouse(params.id, house.revision, all);
    return reply({ added: added.length, changed: swatches.length - added.length, notes });
  },
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
