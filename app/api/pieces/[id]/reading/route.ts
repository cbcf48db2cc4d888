import { PlaceQuery } from '../../../../../src/server/contracts';
import { placeOf } from '../../../../../src/server/place';
import { asked, run } from '../../../../../src/server/crew/crews';
import { answer, json, query as asQuery } from '../../../../../src/server/problem';

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const query = asQuery(PlaceQuery, request);
    const { stored, ...place } = await placeOf((await params).id, query);
    return json(await run('reading', place, asked(request)), { headers: { etag: `"${stored.revision}"` } });
  });

/** Measures nothing. */
export const HEAD = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { stored } = await placeOf((await params).id, asQuery(PlaceQuery, request));
    return new Response(null, { headers: { 'content-type': 'application/json', etag: `"${stored.revision}"` } });
  });
