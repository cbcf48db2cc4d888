// Pieces: lists, documents, revisions, pictures of them.
import { nanoid } from 'nanoid';
import { ENCODED } from '../../contract/headers';
import type { pieces } from '../../contract/pieces';
import { FORMATS, USUAL_ENCODING } from '../../core/format/formats';
import { makeGround } from '../../core/kinds/fill';
import { makePhoto, photoName } from '../../core/kinds/photo';
import { makePiece } from '../../core/piece/make';
import { sizeOf } from '../../core/piece/resolve';
import type { Piece } from '../../core/piece/schema';
import { mostSlides } from '../../core/piece/slides';
import { assetFrames, findAsset, isPicture } from '../assets';
import { asked, run } from '../crew/crews';
import type { SlideAsk } from '../crew/tasks';
import { changePieces, copyPieces } from '../pieces/changes';
import { documentFrom } from '../pieces/document';
import { readHouse } from '../pieces/house';
import { listPieces, traitsThere } from '../pieces/list';
import { listRevisions, listVersions, nameRevision, readRevision } from '../pieces/revisions';
import { standingsOf } from '../pieces/standings';
import { createPiece, readPiece, restoreRevision, savePiece, type StoredPiece } from '../pieces/store';
import { summaryOfPiece } from '../pieces/summary';
import { notFound, Problem } from '../problem';
import { encodingOf, fileName, isHeavy, sectionOf, slideAskOf, withinTarget } from '../slide-ask';
import { done, type Handlers, reply, revised } from './handler';

const MOST_PIXELS = 64_000_000;

/** @param what would be too large at a scale @throws Problem 413 */
function checkPixels({ piece, size }: SlideAsk, scale: number, what: string): void {
  const { width, height } = sizeOf(piece, size);
  if (width * height * scale ** 2 > MOST_PIXELS)
    throw new Problem(413, `${what} would be too large`, `At most ${MOST_PIXELS / 1e6} megapixels are painted.`, [
      { path: '/scale', reason: 'too large for this size' },
    ]);
}

const newId = () => nanoid(10);
const saved = ({ piece: _piece, ...stored }: StoredPiece) => revised(stored, stored.revision);

const tooManySlides = (piece: Piece): Problem =>
  new Problem(422, `At most ${mostSlides(piece)} slides go there`, 'Nothing was changed.', [
    { path: '/slides', reason: `${piece.slides.length} slides, and room for ${mostSlides(piece)}` },
  ]);

/** A ground in a house colour. @throws Problem 422 where the house has none of that id */
async function groundOf(
  { kind, swatch }: { kind: 'colour' | 'gradient' | 'pattern'; swatch: string },
  campaign: string | undefined,
) {
  const swatches = campaign ? (await readHouse(campaign)).style.swatches : [],
    hex = swatches.find((s) => s.id === swatch)?.colour;
  if (!hex)
    throw new Problem(422, 'The house style has no such colour', undefined, [
      { path: '/ground/swatch', reason: `no colour ${swatch} is in the house style of the campaign` },
    ]);
  return { kind, colour: { swatch, hex }, swatches };
}

/** @throws Problem 404 */
function rowOf(row: string): number {
  if (!/^\d{1,9}$/.test(row)) throw notFound('revision');
  return Number(row);
}

export const pieceHandlers: Handlers<typeof pieces> = {
  'GET /api/pieces': async ({ query }) => reply(await listPieces(query)),
  'POST /api/pieces': async ({ body: ask }) => {
    let piece;
    if ('document' in ask) {
      piece = documentFrom(ask.document);
      if (piece.slides.length > mostSlides(piece)) throw tooManySlides(piece);
    } else {
      const photo = ask.photo ? await findAsset(ask.photo) : null;
      if (ask.photo && !(photo && isPicture(photo)))
        throw new Problem(422, 'The picture is not here', undefined, [
          { path: '/photo', reason: 'no picture of that id is stored' },
        ]);
      const frames = photo ? await assetFrames(photo) : [],
        ground = 'ground' in ask && ask.ground ? await groundOf(ask.ground, ask.campaign) : null;
      try {
        const made = makePiece(ask.name ?? 'New piece', ask, newId, (size) =>
          photo
            ? [makePhoto(newId(), photo.id, photoName(photo.name), size, frames)]
            : ground
              ? [makeGround(newId(), ground.kind, ground.colour, size)]
              : [],
        );
        if (ground) made.swatches = ground.swatches;
        piece = { ...made, name: ask.name ?? `New ${made.sizes[0].name.toLowerCase()}`, named: ask.name !== undefined };
      } catch (e) {
        if (e instanceof RangeError)
          throw new Problem(400, 'The new piece is not valid', e.message, [
            { path: '/destination', reason: e.message },
          ]);
        throw e;
      }
    }
    const stored = await createPiece(piece, ask.campaign);
    return revised(stored, stored.revision, { location: `/api/pieces/${stored.id}` });
  },
  'GET /api/pieces/{id}': async ({ params }) => {
    const stored = await readPiece(params.id);
    return revised(stored, stored.revision, { 'cache-control': 'no-store' });
  },
  'PUT /api/pieces/{id}': async ({ params, over, body }) => {
    const piece = documentFrom(body),
      most = mostSlides(piece);
    // One that had more before goes on with them.
    if (piece.slides.length > most && piece.slides.length > (await readPiece(params.id)).piece.slides.length)
      throw tooManySlides(piece);
    return saved(await savePiece(params.id, over, piece));
  },
  'GET /api/pieces/traits': async ({ query }) => reply(await traitsThere(query)),
  'POST /api/pieces/changes': async ({ body: { ids, ...how } }) => reply(await changePieces(ids, how)),
  'POST /api/pieces/copies': async ({ body }) => reply(await copyPieces(body.ids)),
  'POST /api/pieces/standings': async ({ request, body }) => reply(await standingsOf(body.ids, asked(request))),
  'POST /api/pieces/{id}': async ({ params }) => reply((await changePieces([params.id], { binned: false }))[0]),
  'PATCH /api/pieces/{id}': async ({ params, body }) => reply((await changePieces([params.id], body))[0]),
  'DELETE /api/pieces/{id}': async ({ params }) => {
    await changePieces([params.id], { binned: true });
    return done();
  },
  'GET /api/pieces/{id}/revisions': async ({ params, query }) =>
    reply(query.listed ? await listVersions(params.id) : await listRevisions(params.id, query)),
  'PATCH /api/pieces/{id}/revisions/{row}': async ({ params, body }) =>
    reply(await nameRevision(params.id, rowOf(params.row), body.name)),
  'GET /api/pieces/{id}/revisions/{row}/render': async ({ request, params, query, headOnly }) => {
    const piece = await readRevision(params.id, rowOf(params.row)),
      { campaign } = await summaryOfPiece(params.id);
    if (query.slide > piece.slides.length) throw notFound('slide');
    const ask = {
        piece,
        campaign,
        slide: query.slide - 1,
        format: 'png',
        as: USUAL_ENCODING,
        scale: query.scale,
      } as const,
      // What was is not going to change.
      headers = { 'content-type': 'image/png', 'cache-control': 'private, max-age=86400, immutable' };
    checkPixels(ask, query.scale, 'The picture');
    if (headOnly) return new Response(null, { headers });
    const { bytes } = withinTarget(await run('render', ask, asked(request, isHeavy(ask))));
    return new Response(new Uint8Array(bytes), { headers });
  },
  'GET /api/pieces/{id}/revisions/{row}': async ({ params }) => reply(await readRevision(params.id, rowOf(params.row))),
  'POST /api/pieces/{id}/revisions/{row}': async ({ params }) =>
    saved(await restoreRevision(params.id, rowOf(params.row))),
  'GET /api/pieces/{id}/background': async ({ request, params, query }) => {
    const { stored, ...place } = await slideAskOf(params.id, query);
    checkPixels(place, query.scale, 'The photos');
    const { leftOut, files } = await run(
        'background',
        { ...place, scale: query.scale, quality: query.quality },
        asked(request, true),
      ),
      { 'background.css': css, ...photos } = files;
    return revised(
      {
        css: Buffer.from(css).toString('utf8'),
        leftOut,
        photos: Object.entries(photos).map(([file, b]) => ({ file, bytes: Buffer.from(b).toString('base64') })),
      },
      stored.revision,
    );
  },
  'GET /api/pieces/{id}/render': async ({ request, params, query, headOnly }) => {
    const { stored, ...place } = await slideAskOf(params.id, query);
    if (query.width !== undefined) sectionOf(place.piece);
    checkPixels(place, query.scale, 'The picture');
    const headers = {
      'content-type': FORMATS[query.format].media,
      etag: `"${stored.revision}"`,
      'cache-control': query.look === stored.look ? 'private, max-age=86400' : 'no-store',
      ...(query.download
        ? {
            'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName(place, query.format, query.scale))}`,
          }
        : {}),
    };
    if (headOnly) return new Response(null, { headers });
    // A whole slide at a large size takes a while; thumbnails do not wait behind it.
    const ask = {
        ...place,
        ...encodingOf(query),
        time: query.time,
        width: query.width,
        scale: query.scale,
        about: query.download,
      },
      { bytes, as, notKept } = withinTarget(await run('render', ask, asked(request, isHeavy(ask))));
    return new Response(new Uint8Array(bytes), {
      headers: {
        ...headers,
        [ENCODED]: encodeURIComponent(JSON.stringify({ quality: as.quality, colours: as.colours, notKept })),
      },
    });
  },
};
