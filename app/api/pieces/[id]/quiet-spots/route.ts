import { QuietSpotsSchema } from '../../../../../src/server/contracts';
import { layerOf, placeOf } from '../../../../../src/server/place';
import { asked, run } from '../../../../../src/server/crew/crews';
import { answer, json, jsonBody, valid } from '../../../../../src/server/problem';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const ask = valid(QuietSpotsSchema, await jsonBody(request));
    const { stored: _stored, ...place } = await placeOf((await params).id, ask);
    return json(await run('spots', { ...place, layer: layerOf(place, ask.layer, 'text') }, asked(request, true)));
  });
