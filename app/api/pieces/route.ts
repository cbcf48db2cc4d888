import { nanoid } from 'nanoid';
import { makePhoto, photoName } from '../../../src/core/kinds/photo';
import { makePiece } from '../../../src/core/piece/make';
import { findAsset, isPicture } from '../../../src/server/assets';
import { NewPieceSchema, PiecesQuery } from '../../../src/server/contracts';
import { createPiece, documentFrom, listPieces } from '../../../src/server/pieces';
import { answer, json, jsonBody, Problem, query, valid } from '../../../src/server/problem';

const newId = () => nanoid(10);

export const GET = (request: Request) =>
  answer(async () => {
    return json(await listPieces(query(PiecesQuery, request)));
  });

export const POST = (request: Request) =>
  answer(async () => {
    const ask = valid(NewPieceSchema, await jsonBody(request), 'The new piece');
    let piece;
    if ('document' in ask) piece = documentFrom(ask.document);
    else {
      const photo = ask.photo ? await findAsset(ask.photo) : null;
      if (ask.photo && !(photo && isPicture(photo))) throw new Problem(422, 'The picture is not here', undefined, [{ path: '/photo', reason: 'no picture of that id is stored' }]);
      try {
        piece = makePiece(ask.name, ask, newId, (size) => (photo ? [makePhoto(newId(), photo.id, photoName(photo.name), size)] : []));
      } catch (e) {
        if (e instanceof RangeError) throw new Problem(400, 'The new piece is not valid', e.message, [{ path: '/destination', reason: e.message }]);
        throw e;
      }
    }
    const stored = await createPiece(piece, ask.campaign);
    return json(stored, { status: 201, headers: { etag: `"${stored.revision}"`, location: `/api/pieces/${stored.id}` } });
  });
