import { RenderQuery } from '../../../../../src/server/contracts';
import { fileName, placeOf } from '../../../../../src/server/place';
import { run } from '../../../../../src/server/pool';
import { answer, Problem, valid } from '../../../../../src/server/problem';

const MOST_PIXELS = 64_000_000;

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const query = valid(RenderQuery, Object.fromEntries(new URL(request.url).searchParams), 'The query');
    const { stored, ...place } = await placeOf((await params).id, query);
    const size = place.piece.sizes.find((s) => s.id === place.size) ?? place.piece.sizes[0];
    if (size.width * size.height * query.scale ** 2 > MOST_PIXELS) throw new Problem(413, 'The picture would be too large', `At most ${MOST_PIXELS / 1e6} megapixels are painted.`, [{ path: '/scale', reason: 'too large for this size' }]);
    const { bytes } = await run('render', { ...place, format: query.format, scale: query.scale, quality: query.quality }, request.signal);
    return new Response(new Uint8Array(bytes), {
      headers: {
        'content-type': `image/${query.format}`,
        etag: `"${stored.revision}"`,
        'cache-control': query.revision === stored.revision ? 'private, max-age=86400' : 'no-store',
        ...(query.download ? { 'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName(place, query.format, query.scale))}` } : {}),
      },
    });
  });
