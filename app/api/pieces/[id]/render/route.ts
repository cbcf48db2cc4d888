import { RenderQuery } from '../../../../../src/server/contracts';
import { fileName, placeOf } from '../../../../../src/server/place';
import { asked, run } from '../../../../../src/server/crew/crews';
import { answer, Problem, query as asQuery } from '../../../../../src/server/problem';

const MOST_PIXELS = 64_000_000;
/** Beyond these a render is heavy: it leaves room for others. */
const HEAVY_PIXELS = 6_000_000;
const HEAVY_LAYERS = 40;

type Context = { params: Promise<{ id: string }> };

/** What is asked for, as far as it is known without painting it. */
async function askOf(request: Request, { params }: Context) {
  const query = asQuery(RenderQuery, request);
  const { stored, ...place } = await placeOf((await params).id, query);
  const size = place.piece.sizes.find((s) => s.id === place.size) ?? place.piece.sizes[0];
  if (size.width * size.height * query.scale ** 2 > MOST_PIXELS) throw new Problem(413, 'The picture would be too large', `At most ${MOST_PIXELS / 1e6} megapixels are painted.`, [{ path: '/scale', reason: 'too large for this size' }]);
  const headers = {
    'content-type': `image/${query.format}`,
    etag: `"${stored.revision}"`,
    'cache-control': query.look === stored.look ? 'private, max-age=86400' : 'no-store',
    ...(query.download ? { 'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName(place, query.format, query.scale))}` } : {}),
  };
  // A whole slide at a large size takes a while; thumbnails do not wait behind it.
  return { ask: { ...place, format: query.format, scale: query.scale, quality: query.quality }, headers, heavy: size.width * size.height * query.scale ** 2 > HEAVY_PIXELS || place.piece.slides[place.slide].layers.length > HEAVY_LAYERS };
}

export const GET = (request: Request, context: Context) =>
  answer(async () => {
    const { ask, headers, heavy } = await askOf(request, context);
    const { bytes } = await run('render', ask, asked(request, heavy));
    return new Response(new Uint8Array(bytes), { headers });
  });

/** Paints nothing. */
export const HEAD = (request: Request, context: Context) => answer(async () => new Response(null, { headers: (await askOf(request, context)).headers }));
