import { PieceQuery } from '../../../../src/server/contracts';
import { deletePiece, documentFrom, readPiece, restorePiece, savePiece } from '../../../../src/server/pieces';
import { answer, json, jsonBody, overRevision, query } from '../../../../src/server/problem';

type Context = { params: Promise<{ id: string }> };

export const GET = (_request: Request, { params }: Context) =>
  answer(async () => {
    const stored = await readPiece((await params).id);
    return json(stored, { headers: { etag: `"${stored.revision}"`, 'cache-control': 'no-store' } });
  });

export const PUT = (request: Request, { params }: Context) =>
  answer(async () => {
    const over = overRevision(request);
    const stored = await savePiece((await params).id, over, documentFrom(await jsonBody(request)));
    return json({ ...stored, piece: undefined }, { headers: { etag: `"${stored.revision}"` } });
  });

/** Takes a piece out of the bin, where `restore` says so. */
export const POST = (request: Request, { params }: Context) =>
  answer(async () => {
    query(PieceQuery, request);
    return json(await restorePiece((await params).id));
  });

export const DELETE = (_request: Request, { params }: Context) =>
  answer(async () => {
    await deletePiece((await params).id);
    return new Response(null, { status: 204 });
  });
