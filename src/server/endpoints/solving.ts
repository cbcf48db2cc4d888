// Measuring, and what can be done about it: jobs of the crew that paints.
import type { solving } from '../../contract/solving';
import { bearerOf, isLaid } from '../../core/piece/treatments';
import { worstFirst } from '../../core/reading/overview';
import { sortWays, WAY_KINDS } from '../../core/remedy/way';
import { asked, run } from '../crew/crews';
import { Problem } from '../problem';
import { inParts } from '../progress';
import { layerOf, slideAskOf } from '../slide-ask';
import { type Handlers, reply, revised } from './handler';

/** A slide of a stored piece, as jobs take it. */
async function slideFor(id: string, at: { slide: number; size?: string }) {
  const { stored: _stored, ...place } = await slideAskOf(id, at);
  return place;
}

export const solvingHandlers: Handlers<typeof solving> = {
  'GET /api/pieces/{id}/reading': async ({ request, params, query, headOnly }) => {
    const { stored, ...place } = await slideAskOf(params.id, query);
    if (headOnly)
      return new Response(null, { headers: { 'content-type': 'application/json', etag: `"${stored.revision}"` } });
    return revised(await run('reading', place, asked(request)), stored.revision);
  },
  'GET /api/pieces/{id}/overview': async ({ request, params }) => {
    const { piece, campaign } = await slideFor(params.id, { slide: 1 });
    const places = piece.slides.flatMap((_, slide) =>
      piece.sizes.map((size) => ({ piece, campaign, slide, size: size.id })),
    );
    return inParts(
      request,
      places.length,
      (async function* () {
        for (const place of places) yield await run('overview', place, asked(request, true));
      })(),
      (all) => worstFirst(all.flat()),
    );
  },
  'POST /api/pieces/{id}/just-enough': async ({ request, params, body: ask }) => {
    const place = await slideFor(params.id, ask),
      { treatment } = ask;
    if (ask.layer !== undefined) layerOf(place, ask.layer, 'text');
    if (ask.overlay !== undefined) layerOf(place, ask.overlay, bearerOf(treatment), '/overlay');
    if (ask.property === 'reach' && treatment !== 'fade')
      throw new Problem(422, 'Only a fade has a reach', undefined, [
        { path: '/property', reason: `a ${treatment} has only one strength` },
      ]);
    if (!isLaid(treatment)) {
      const wanted = bearerOf(treatment);
      if (
        !place.piece.slides[place.slide].layers.some(
          (l) => l.visible && l.kind === wanted && (wanted === 'text' || l.band === 'backdrop'),
        )
      )
        throw new Problem(422, `There is no ${wanted} on the slide`, undefined, [
          { path: '/treatment', reason: `${treatment} needs a ${wanted}` },
        ]);
    }
    const { layer, overlay = null, property, colour, goal, everySlide } = ask;
    return reply(
      await run(
        'solve',
        {
          ...place,
          texts: layer ? [layer] : undefined,
          overlay,
          kind: treatment,
          property: isLaid(treatment) ? property : undefined,
          colour,
          goal,
          everySlide,
        },
        asked(request, true),
      ),
    );
  },
  'POST /api/pieces/{id}/remedies': async ({ request, params, body: { layer, instead, everySlide, ...at } }) => {
    const place = await slideFor(params.id, at);
    if (layer !== undefined) layerOf(place, layer, 'text');
    return inParts(
      request,
      WAY_KINDS.length,
      (async function* () {
        for (const kind of WAY_KINDS)
          yield {
            kind,
            way: await run(
              'way',
              { ...place, texts: layer ? [layer] : undefined, instead, everySlide, kind },
              asked(request, true),
            ),
          };
      })(),
      (all) => sortWays(all.flatMap(({ way }) => way ?? [])),
    );
  },
  'POST /api/pieces/{id}/quiet-spots': async ({ request, params, body: { layer, ...at } }) => {
    const place = await slideFor(params.id, at);
    return reply(await run('spots', { ...place, layer: layerOf(place, layer, 'text') }, asked(request, true)));
  },
  'POST /api/pieces/{id}/make-room': async ({ request, params, body: { layer, ...at } }) => {
    const place = await slideFor(params.id, at);
    return reply(await run('room', { ...place, layer: layerOf(place, layer, 'photo') }, asked(request, true)));
  },
  'POST /api/pieces/{id}/cut-out': async ({ request, params, body: { layer, strokes, box, ...at } }) => {
    const place = await slideFor(params.id, at);
    const mask = await run(
      'cut',
      { ...place, layer: layerOf(place, layer, 'photo'), strokes, box },
      asked(request, true),
    );
    if (!mask) throw new Problem(422, 'The picture of this photo is not there');
    return reply(mask);
  },
};
