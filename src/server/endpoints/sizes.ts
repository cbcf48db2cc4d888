// The sizes a piece exists in.
import { zipSync } from 'fflate';
import { nanoid } from 'nanoid';
import type { sizes } from '../../contract/sizes';
import { destinationById } from '../../core/piece/destinations';
import { ownSize, sizeFor } from '../../core/piece/make';
import type { Size } from '../../core/piece/schema';
import { addSize, MOST_SIZES } from '../../core/piece/sizes';
import type { SolvedSlide } from '../../core/remedy/every-size';
import { asked, run } from '../crew/crews';
import { readPiece, savePiece } from '../pieces/store';
import { Problem } from '../problem';
import { fileBase, sectionOf, slideAskOf } from '../slide-ask';
import { fileHeaders, type Handlers, reply, revised } from './handler';

type Ask =
  { destination: string; name?: string } | { width: number; height: number; shownWidth?: number; name?: string };

/** @throws Problem 422 for an unknown destination */
function sizeFrom(ask: Ask): Size {
  const id = nanoid(10);
  if (!('destination' in ask)) return ownSize(id, ask);
  const d = destinationById(ask.destination);
  if (!d)
    throw new Problem(422, 'There is no such destination', undefined, [
      { path: '/destination', reason: `there is no destination ${ask.destination}` },
    ]);
  return sizeFor(d, id, ask.name);
}

export const sizeHandlers: Handlers<typeof sizes> = {
  'POST /api/pieces/{id}/sizes': async ({ request, params, over, body }) => {
    const { piece, campaign } = await readPiece(params.id);
    if (piece.sizes.length >= MOST_SIZES)
      throw new Problem(422, `A piece has at most ${MOST_SIZES} sizes`, 'Nothing was changed.');
    const size = sizeFrom(body),
      layout = await run('newSize', { piece, campaign, slide: 0, added: size }, asked(request, true)),
      stored = await savePiece(params.id, over, addSize(piece, size, layout));
    return revised(stored, stored.revision, { location: `/api/pieces/${params.id}` });
  },
  'GET /api/pieces/{id}/widths': async ({ request, params, query: { slide, from, to } }) => {
    const { stored: _stored, ...place } = await slideAskOf(params.id, { slide });
    sectionOf(place.piece);
    if (to < from)
      throw new Problem(422, 'There is no such range', undefined, [{ path: '/to', reason: `it is below ${from}` }]);
    return reply(await run('widths', { ...place, from, to }, asked(request, true)));
  },
  'GET /api/pieces/{id}/page': async ({ request, params, query: { slide, quality }, headOnly }) => {
    const { stored, ...place } = await slideAskOf(params.id, { slide });
    sectionOf(place.piece);
    const headers = fileHeaders('application/zip', stored.revision, `${fileBase(place.piece)}.zip`);
    if (headOnly) return new Response(null, { headers });
    const files = await run('sectionFiles', { ...place, quality }, { ...asked(request, true), deadline: 300_000 });
    // Pictures and fonts are packed already.
    return new Response(new Uint8Array(zipSync(files, { level: 0 })), { headers });
  },
  'POST /api/pieces/{id}/solve-widths': async ({ request, params, over }) => {
    const { piece, campaign } = await readPiece(params.id);
    sectionOf(piece);
    const { slide, ...answer } = await run(
        'solveWidths',
        { piece, campaign, slide: 0 },
        { ...asked(request, true), deadline: 300_000 },
      ),
      slides = piece.slides.map((s) => (s.id === slide.id ? slide : s)),
      stored = await savePiece(params.id, over, { ...piece, slides });
    return revised(answer, stored.revision);
  },
  'POST /api/pieces/{id}/solve-sizes': async ({ request, params, over }) => {
    const { piece, campaign } = await readPiece(params.id),
      solved: SolvedSlide[] = [];
    for (const slide of piece.slides.keys())
      solved.push(await run('solveSizes', { piece, campaign, slide }, asked(request, true)));
    const slides = piece.slides.map((s, i) => solved[i]?.slide ?? s),
      stored = await savePiece(params.id, over, { ...piece, slides });
    return revised(
      solved.flatMap((s) => s.answers),
      stored.revision,
    );
  },
};
