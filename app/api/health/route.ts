import { database } from '../../../src/server/database';
import { answer, json } from '../../../src/server/problem';

export const dynamic = 'force-dynamic';
/** Answers once the database does. */
export const GET = () =>
  answer(async () => {
    await database().raw('select 1');
    return json({ ok: true });
  });
