import { sortWays, WAY_KINDS } from '../../../../../src/core/remedy/way';
import { RemediesSchema } from '../../../../../src/server/contracts';
import { layerOf, placeOf } from '../../../../../src/server/place';
import { asked, run } from '../../../../../src/server/crew/crews';
import { answer, jsonBody, valid } from '../../../../../src/server/problem';
import { inParts } from '../../../../../src/server/progress';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const ask = valid(RemediesSchema, await jsonBody(request));
    const { stored: _stored, ...place } = await placeOf((await params).id, ask);
    if (ask.layer !== undefined) layerOf(place, ask.layer, 'text');
    return inParts(
      request,
      WAY_KINDS.length,
      (async function* () {
        for (const kind of WAY_KINDS) yield { kind, way: await run('way', { ...place, texts: ask.layer ? [ask.layer] : undefined, instead: ask.instead, kind }, asked(request, true)) };
      })(),
      (all) => sortWays(all.flatMap(({ way }) => way ?? [])),
    );
  });
