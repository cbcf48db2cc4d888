import { listRevisions, readPiece } from '../../../../../src/server/pieces';
import { answer, json } from '../../../../../src/server/problem';

export const GET = (_request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { id } = await params;
    await readPiece(id);
    return json(await listRevisions(id));
  });
