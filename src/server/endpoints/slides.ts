// The slides of a piece together: the outline they begin as, how they meet, all of them as pictures.
import { zipSync } from 'fflate';
import { nanoid } from 'nanoid';
import type { slides } from '../../contract/slides';
import { FORMATS, MOST_MOVING_PIXELS } from '../../core/format/formats';
import { slideSeen } from '../../core/piece/guests';
import { moves, turnOf } from '../../core/piece/moments';
import { sizeOf } from '../../core/piece/resolve';
import { roughFonts, roughVersion } from '../../core/piece/rough';
import type { Piece } from '../../core/piece/schema';
import { insertSlides, mostSlides, setNote } from '../../core/piece/slides';
import { emptySlide } from '../../core/piece/make';
import { asked, run } from '../crew/crews';
import { readPiece, savePiece } from '../pieces/store';
import { Problem } from '../problem';
import { encodingOf, fileName, slideAskOf, withinTarget } from '../slide-ask';
import { fileHeaders, type Handlers, reply, revised } from './handler';

/** The most pixels of all slides together: one by one, and as one picture. */
const MOST = { slides: 160_000_000, strip: 50_000_000 };
const newId = (): string => nanoid(10);

/** Places of the slides that are wanted. @throws Problem 413, 422 */
async function wanted(
  id: string,
  { size, scale, all }: { size?: string; scale: number; all: boolean },
  as: keyof typeof MOST,
) {
  const { stored, ...place } = await slideAskOf(id, { slide: 1, size }),
    { piece } = place,
    { width, height } = sizeOf(piece, size),
    numbers = piece.slides.flatMap((s, i) => (all || !s.leftOut ? [i] : []));
  if (!numbers.length)
    throw new Problem(422, 'Every slide is left out', 'Take one in again, or ask for all.', [
      { path: '/all', reason: 'no slide is handed over' },
    ]);
  if (numbers.length * width * height * scale ** 2 > MOST[as])
    throw new Problem(413, 'The pictures would be too large', `At most ${MOST[as] / 1e6} megapixels together.`, [
      { path: '/scale', reason: 'too large for so many slides of this size' },
    ]);
  return { stored, place, numbers };
}

/** The piece with notes on its slides in order; a slide for each that has none. @throws Problem 422 */
function outlined(piece: Piece, notes: readonly string[]): Piece {
  const most = mostSlides(piece);
  if (notes.length > most)
    throw new Problem(422, `At most ${most} slides go there`, 'Nothing was changed.', [
      { path: '/notes', reason: `${notes.length} notes, and room for ${most} slides` },
    ]);
  const named = piece.slides.reduce((p, s, i) => (i < notes.length ? setNote(p, s.id, notes[i]) : p), piece),
    paper = piece.slides.at(-1)!.paper;
  return insertSlides(
    named,
    piece.slides.length - 1,
    notes.slice(piece.slides.length).map((note) => ({ ...emptySlide(newId(), note), paper })),
  );
}

export const slideHandlers: Handlers<typeof slides> = {
  'PUT /api/pieces/{id}/outline': async ({ params, over, body: { notes, rough } }) => {
    const { piece } = await readPiece(params.id),
      next = outlined(piece, notes);
    const { piece: _piece, ...saved } = await savePiece(
      params.id,
      over,
      rough ? roughVersion(next, roughFonts(piece), newId).piece : next,
    );
    return revised(saved, saved.revision);
  },
  'GET /api/pieces/{id}/joins': async ({ request, params, query }) => {
    const { stored, ...place } = await slideAskOf(params.id, { slide: 1, size: query.size });
    return revised(await run('joins', place, asked(request, true)), stored.revision);
  },
  'POST /api/pieces/{id}/join-offers': async ({ request, params, body: { after, size } }) => {
    const { stored: _stored, ...place } = await slideAskOf(params.id, { slide: after, size });
    if (after >= place.piece.slides.length)
      throw new Problem(404, 'There is no such join', `The piece has ${place.piece.slides.length} slides.`, [
        { path: '/after', reason: 'no slide comes after it' },
      ]);
    return reply(await run('joinOffersOf', place, asked(request, true)));
  },
  'GET /api/pieces/{id}/motion': async ({ request, params, query, headOnly }) => {
    const { stored, ...place } = await slideAskOf(params.id, query),
      { format, scale, quality } = query,
      { width, height } = sizeOf(place.piece, query.size),
      slide = slideSeen(place.piece, place.slide);
    if (!moves(slide))
      throw new Problem(422, 'Nothing moves on this slide', 'It can be had as a picture.', [
        { path: '/slide', reason: 'no moving picture is visible on it' },
      ]);
    const n = turnOf(slide).moments.length;
    if (n * width * height * scale ** 2 > MOST_MOVING_PIXELS)
      throw new Problem(
        413,
        'The animation would be too large',
        `It has ${n} frames; at most ${MOST_MOVING_PIXELS / 1e6} megapixels together are painted.`,
        [
          {
            path: '/scale',
            reason: `at most ${Math.floor(100 * Math.sqrt(MOST_MOVING_PIXELS / (n * width * height))) / 100}`,
          },
        ],
      );
    const name = fileName(place, format, scale),
      headers = fileHeaders(FORMATS[format].media, stored.revision, name);
    if (headOnly) return new Response(null, { headers });
    const { bytes } = await run(
      'motion',
      { ...place, format, scale, quality },
      { ...asked(request, true), deadline: 300_000 },
    );
    return new Response(new Uint8Array(bytes), { headers });
  },
  'GET /api/pieces/{id}/strip': async ({ request, params, query, headOnly }) => {
    const { stored, place, numbers } = await wanted(params.id, query, 'strip');
    const headers = fileHeaders('image/png', stored.revision);
    if (headOnly) return new Response(null, { headers });
    const { bytes } = await run('strip', { ...place, numbers, scale: query.scale }, asked(request, true));
    return new Response(new Uint8Array(bytes), { headers });
  },
  'GET /api/pieces/{id}/slides': async ({ request, params, query, headOnly }) => {
    const { stored, place, numbers } = await wanted(params.id, query, 'slides'),
      name = fileName({ ...place, slide: 0 }, query.format, query.scale).replace(/-01(?=-)|\.[a-z]+$/g, '');
    const headers = fileHeaders('application/zip', stored.revision, `${name}.zip`);
    if (headOnly) return new Response(null, { headers });
    const files: Record<string, Uint8Array> = {};
    for (const slide of numbers) {
      const at = { ...place, slide };
      const { bytes } = withinTarget(
        await run('render', { ...at, ...encodingOf(query), scale: query.scale }, asked(request, true)),
      );
      files[fileName(at, query.format, query.scale)] = new Uint8Array(bytes);
    }
    // Pictures are packed already.
    return new Response(new Uint8Array(zipSync(files, { level: 0 })), { headers });
  },
};
