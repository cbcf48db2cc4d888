import { readRevision, restoreRevision } from '../../../../../../src/server/pieces';
import { answer, json, notFound } from '../../../../../../src/server/problem';

type Context = { params: Promise<{ id: string; row: string }> };

/** @throws Problem 404 */
async function rowOf({ params }: Context): Promise<[string, number]> {
  const { id, row } = await params;
  if (!/^\d{1,9}$/.test(row)) throw notFound('revision');
  return [id, Number(row)];
}

export const GET = (_request: Request, context: Context) => answer(async () => json(await readRevision(...(await rowOf(context)))));

/** Makes it the present version, as a new revision. */
export const POST = (_request: Request, context: Context) =>
  answer(async () => {
    const stored = await restoreRevision(...(await rowOf(context)));
    return json({ ...stored, piece: undefined }, { headers: { etag: `"${stored.revision}"` } });
  });
