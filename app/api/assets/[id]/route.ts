import sharp from 'sharp';
import { assetBytes, assetDrawing, findAsset } from '../../../../src/server/assets';
import { answer, json, notFound } from '../../../../src/server/problem';

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const asset = await findAsset((await params).id);
    if (!asset) throw notFound('picture');
    const as = new URL(request.url).searchParams.get('as');
    const headers: Record<string, string> = { 'cache-control': 'private, max-age=31536000, immutable', 'x-content-type-options': 'nosniff', 'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'" };
    if (as === 'drawing') {
      const drawing = await assetDrawing(asset);
      if (!drawing) throw notFound('drawing');
      return json(drawing, { headers });
    }
    const shown = as === 'working' || as === 'thumbnail' ? ((await findAsset(asset.workingId)) ?? asset) : asset;
    const bytes = await assetBytes(shown.id);
    if (as === 'thumbnail') {
      const small = await sharp(bytes).resize(320, 320, { fit: 'inside' }).webp({ quality: 80 }).toBuffer();
      return new Response(new Uint8Array(small), { headers: { ...headers, 'content-type': 'image/webp' } });
    }
    // Told beforehand, so that nobody asks in vain for the outlines of a photograph.
    if (as === 'working' && (await assetDrawing(asset))) headers['x-plavo-drawing'] = '1';
    return new Response(new Uint8Array(bytes), { headers: { ...headers, 'content-type': shown.mime } });
  });
