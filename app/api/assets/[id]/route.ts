import { DRAWN_SIDES } from '../../../../src/core/scene/sides';
import { assetBytes, findAsset, isPicture, SVG_MIME } from '../../../../src/server/assets';
import { AssetAsQuery } from '../../../../src/server/contracts';
import { asked, run } from '../../../../src/server/crew/crews';
import { answer, notFound, query } from '../../../../src/server/problem';

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { as, side } = query(AssetAsQuery, request);
    let asset = await findAsset((await params).id);
    if (!asset || !isPicture(asset)) throw notFound('picture');
    const headers: Record<string, string> = { 'cache-control': 'private, max-age=31536000, immutable', 'x-content-type-options': 'nosniff', 'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; img-src data:" };
    // Kept before these were made with every picture.
    if ((as === 'thumbnail' && asset.thumbnailId === null) || ((as === 'drawing' || as === 'working') && asset.drawingId === null)) asset = await run('deriveOf', { id: asset.id }, asked(request));
    const give = async (id: string, type: string): Promise<Response> => new Response(new Uint8Array(await assetBytes(id)), { headers: { ...headers, 'content-type': type } });
    if (as === 'drawing') {
      if (!asset.drawingId) throw notFound('drawing');
      return give(asset.drawingId, 'application/json');
    }
    if (as === 'drawn') {
      if (asset.mime !== SVG_MIME) throw notFound('drawing');
      return new Response(new Uint8Array(await run('drawnAs', { id: asset.id, side: Number(side ?? DRAWN_SIDES[0]) }, asked(request))), { headers: { ...headers, 'content-type': 'image/png' } });
    }
    if (as === 'thumbnail') {
      if (!asset.thumbnailId) throw notFound('thumbnail');
      return give(asset.thumbnailId, 'image/webp');
    }
    // Told beforehand, so that nobody asks in vain for the outlines of a photograph.
    if (as === 'working' && asset.mime === SVG_MIME) headers[asset.drawingId ? 'x-plavo-drawing' : 'x-plavo-drawn'] = '1';
    const shown = as === 'working' ? ((await findAsset(asset.workingId)) ?? asset) : asset;
    return give(shown.id, shown.mime);
  });
