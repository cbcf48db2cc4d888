import { CutOutSchema } from '../../../../../src/server/contracts';
import { layerOf, placeOf } from '../../../../../src/server/place';
import { asked, run } from '../../../../../src/server/crew/crews';
import { answer, json, jsonBody, Problem, valid } from '../../../../../src/server/problem';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const ask = valid(CutOutSchema, await jsonBody(request));
    const { stored: _stored, ...place } = await placeOf((await params).id, ask);
    const mask = await run('cut', { ...place, layer: layerOf(place, ask.layer, 'photo'), strokes: ask.strokes }, asked(request, true));
    if (!mask) throw new Problem(422, 'The picture of this photo is not there');
    return json(mask);
  });
