import { PlaceQuery } from '../../../../../src/server/contracts';
import { placeOf } from '../../../../../src/server/place';
import { run } from '../../../../../src/server/pool';
import { answer, json, valid } from '../../../../../src/server/problem';

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const query = valid(PlaceQuery, Object.fromEntries(new URL(request.url).searchParams), 'The query');
    const { stored, ...place } = await placeOf((await params).id, query);
    return json(await run('reading', place, request.signal), { headers: { etag: `"${stored.revision}"` } });
  });
