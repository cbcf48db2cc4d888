import { readRevision } from '../../../../../../src/server/pieces';
import { answer, json, notFound } from '../../../../../../src/server/problem';

export const GET = (_request: Request, { params }: { params: Promise<{ id: string; row: string }> }) =>
  answer(async () => {
    const { id, row } = await params;
    if (!/^\d{1,9}$/.test(row)) throw notFound('revision');
    return json(await readRevision(id, Number(row)));
  });
