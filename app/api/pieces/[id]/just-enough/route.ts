import { JustEnoughSchema } from '../../../../../src/server/contracts';
import { placeOf } from '../../../../../src/server/place';
import { run } from '../../../../../src/server/pool';
import { answer, json, jsonBody, Problem, valid } from '../../../../../src/server/problem';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const ask = valid(JustEnoughSchema, await jsonBody(request));
    const { stored: _stored, ...place } = await placeOf((await params).id, ask);
    const layers = place.piece.slides[place.slide].layers;
    const check = (path: string, id: string | undefined, kind: string) => {
      if (id !== undefined && !layers.some((l) => l.id === id && l.kind === kind)) throw new Problem(422, `There is no such ${kind}`, undefined, [{ path, reason: `no ${kind} layer of that id is on the slide` }]);
    };
    check('/layer', ask.layer, 'text');
    check('/overlay', ask.overlay, ask.treatment);
    if (ask.property === 'reach' && ask.treatment !== 'fade') throw new Problem(422, 'Only a fade has a reach', undefined, [{ path: '/property', reason: `a ${ask.treatment} has only an opacity` }]);
    return json(await run('solve', { ...place, texts: ask.layer ? [ask.layer] : undefined, overlay: ask.overlay ?? null, kind: ask.treatment, property: ask.property, colour: ask.colour, goal: ask.goal }, request.signal));
  });
