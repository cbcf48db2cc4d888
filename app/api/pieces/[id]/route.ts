import { deletePiece, documentFrom, readPiece, savePiece } from '../../../../src/server/pieces';
import { answer, json, jsonBody, Problem } from '../../../../src/server/problem';

type Context = { params: Promise<{ id: string }> };

export const GET = (_request: Request, { params }: Context) =>
  answer(async () => {
    const stored = await readPiece((await params).id);
    return json(stored, { headers: { etag: `"${stored.revision}"`, 'cache-control': 'no-store' } });
  });

export const PUT = (request: Request, { params }: Context) =>
  answer(async () => {
    const match = request.headers.get('if-match');
    const over = match && /^(?:W\/)?"?(\d+)"?$/.exec(match);
    if (!over) throw new Problem(428, 'If-Match is needed', 'Name the revision your edits began with, as given by ETag.', [{ path: '/If-Match', reason: 'a revision number in quotes' }]);
    const stored = await savePiece((await params).id, Number(over[1]), documentFrom(await jsonBody(request)));
    return json({ ...stored, piece: undefined }, { headers: { etag: `"${stored.revision}"` } });
  });

export const DELETE = (_request: Request, { params }: Context) =>
  answer(async () => {
    await deletePiece((await params).id);
    return new Response(null, { status: 204 });
  });
