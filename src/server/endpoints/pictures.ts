// Pictures of the library: taken in, listed, given as what they are wanted for.
import type { pictures } from '../../contract/pictures';
import { DRAWN_SIDES } from '../../core/scene/sides';
import { assetBytes, findAsset, isPicture, LIMITS, SVG_MIME } from '../assets';
import { asked, run } from '../crew/crews';
import { notFound } from '../problem';
import { uploadedFile } from '../upload';
import { listAssets } from '../pictures/library';
import { aboutPicture, changePicture, notePictures } from '../pictures/traits';
import { done, type Handlers, reply } from './handler';

/** A picture never changes; a drawing may hold anything, and runs nothing. */
const PICTURE = {
  'cache-control': 'private, max-age=31536000, immutable',
  'x-content-type-options': 'nosniff',
  'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; img-src data:",
};

/** How long letters may be looked for, the models' first loading counted in, ms. */
const READING_LETTERS = 90_000;
/** How long the frames of an animation may take, ms. */
const TAKING_APART = 120_000;
/** Is it of a kind that may hold frames? By its first bytes. */
const mayMove = (bytes: Uint8Array): boolean => ['GIF8', 'RIFF'].includes(String.fromCharCode(...bytes.subarray(0, 4)));

export const pictureHandlers: Handlers<typeof pictures> = {
  'GET /api/assets': async ({ query }) => {
    // Those that came just now have colours, too.
    if (query.colour) await notePictures(50);
    return reply(await listAssets(query));
  },
  'GET /api/assets/{id}/about': async ({ params }) => {
    if (!(await findAsset(params.id))) throw notFound('picture');
    const { tags = [], credit = null } = await aboutPicture(params.id);
    return reply({ tags, credit });
  },
  'PATCH /api/assets/{id}': async ({ params, body }) => {
    await changePicture(params.id, body);
    return done();
  },
  'POST /api/assets': async ({ request, query }) => {
    const { file } = await uploadedFile(request, LIMITS.bytes);
    const bytes = new Uint8Array(await file.arrayBuffer());
    const asset = await run(
      'addPicture',
      { bytes, name: file.name || 'Picture', listed: query.listed },
      { ...asked(request), ...(mayMove(bytes) ? { deadline: TAKING_APART } : {}) },
    );
    return reply(asset, { location: `/api/assets/${asset.id}` });
  },
  'GET /api/assets/{id}': async ({ request, params, query: { as, side } }) => {
    let asset = await findAsset(params.id);
    if (!asset || !isPicture(asset)) throw notFound('picture');
    const headers: Record<string, string> = { ...PICTURE };
    // Kept before these were made with every picture.
    if (
      (as === 'thumbnail' && asset.thumbnailId === null) ||
      ((as === 'drawing' || as === 'working') && asset.drawingId === null) ||
      (as === 'frames' && asset.framesId === null)
    )
      asset = await run('deriveOf', { id: asset.id }, { ...asked(request), deadline: TAKING_APART });
    const give = async (id: string, type: string): Promise<Response> =>
      new Response(new Uint8Array(await assetBytes(id)), { headers: { ...headers, 'content-type': type } });
    if (as === 'drawing') {
      if (!asset.drawingId) throw notFound('drawing');
      return give(asset.drawingId, 'application/json');
    }
    if (as === 'frames')
      return asset.framesId
        ? give(asset.framesId, 'application/json')
        : Response.json([], { headers: { ...headers, 'content-type': 'application/json' } });
    if (as === 'drawn') {
      if (asset.mime !== SVG_MIME) throw notFound('drawing');
      return new Response(
        new Uint8Array(await run('drawnAs', { id: asset.id, side: Number(side ?? DRAWN_SIDES[0]) }, asked(request))),
        { headers: { ...headers, 'content-type': 'image/png' } },
      );
    }
    if (as === 'thumbnail') {
      if (!asset.thumbnailId) throw notFound('thumbnail');
      return give(asset.thumbnailId, 'image/webp');
    }
    // Told beforehand, so that nobody asks in vain for the outlines of a photograph.
    if (as === 'working' && asset.mime === SVG_MIME)
      headers[asset.drawingId ? 'x-plavo-drawing' : 'x-plavo-drawn'] = '1';
    const shown = as === 'working' ? ((await findAsset(asset.workingId)) ?? asset) : asset;
    return give(shown.id, shown.mime);
  },
  'POST /api/assets/{id}/layers': async ({ request, params, body: { campaign } }) =>
    reply(await run('takeApart', { id: params.id, campaign: campaign ?? null }, asked(request))),
  'POST /api/assets/{id}/letters': async ({ request, params, body: { boxes } }) =>
    reply(await run('letters', { id: params.id, boxes }, { ...asked(request), deadline: READING_LETTERS })),
};
