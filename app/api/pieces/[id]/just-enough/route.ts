import { JustEnoughSchema } from '../../../../../src/server/contracts';
import { bearerOf, isLaid } from '../../../../../src/core/piece/treatments';
import { layerOf, placeOf } from '../../../../../src/server/place';
import { asked, run } from '../../../../../src/server/crew/crews';
import { answer, json, jsonBody, Problem, valid } from '../../../../../src/server/problem';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const ask = valid(JustEnoughSchema, await jsonBody(request));
    const { stored: _stored, ...place } = await placeOf((await params).id, ask);
    if (ask.layer !== undefined) layerOf(place, ask.layer, 'text');
    const { treatment } = ask;
    if (ask.overlay !== undefined) layerOf(place, ask.overlay, bearerOf(treatment), '/overlay');
    if (ask.property === 'reach' && treatment !== 'fade') throw new Problem(422, 'Only a fade has a reach', undefined, [{ path: '/property', reason: `a ${treatment} has only one strength` }]);
    if (!isLaid(treatment)) {
      const wanted = bearerOf(treatment);
      if (!place.piece.slides[place.slide].layers.some((l) => l.visible && l.kind === wanted && (wanted === 'text' || l.band === 'backdrop'))) throw new Problem(422, `There is no ${wanted} on the slide`, undefined, [{ path: '/treatment', reason: `${treatment} needs a ${wanted}` }]);
    }
    return json(await run('solve', { ...place, texts: ask.layer ? [ask.layer] : undefined, overlay: ask.overlay ?? null, kind: treatment, property: isLaid(treatment) ? ask.property : undefined, colour: ask.colour, goal: ask.goal, everySlide: ask.everySlide }, asked(request, true)));
  });
