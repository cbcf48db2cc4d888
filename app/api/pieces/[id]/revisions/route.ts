import { PageQuery } from '../../../../../src/server/contracts';
import { listRevisions } from '../../../../../src/server/pieces';
import { answer, json, query } from '../../../../../src/server/problem';

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) => answer(async () => json(await listRevisions((await params).id, query(PageQuery, request))));
