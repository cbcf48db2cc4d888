// The server itself: whether it is there, what it offers, coming in and going out.
import { openApi } from '../../contract/openapi';
import type { server } from '../../contract/server';
import { addressOf, COOKIE, isRight, LASTS, passphrase, sealed } from '../access/passphrase';
import { database } from '../database';
import { json, Problem } from '../problem';
import { done, type Handlers, reply } from './handler';

const cookie = (value: string, lasts: number, more = ''): Record<string, string> => ({
  'set-cookie': `${COOKIE}=${value}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${lasts}${more}`,
});

export const serverHandlers: Handlers<typeof server> = {
  /** Answers once the database does. */
  'GET /api/health': async () => {
    await database().raw('select 1');
    return reply({ ok: true });
  },
  'GET /api/openapi.json': async () => json(openApi()),
  'POST /api/sign-in': async ({ request, body }) => {
    if (passphrase() === null)
      throw new Problem(409, 'There is nothing to sign in to', 'This server is only reached from its own machine.');
    if (!(await isRight(body.passphrase, addressOf(request.headers))))
      throw new Problem(401, 'That is not the passphrase', 'Mind capitals and spaces.');
    return done(cookie(await sealed(), LASTS, request.headers.get('x-forwarded-proto') === 'https' ? '; Secure' : ''));
  },
  'POST /api/sign-out': async () => done(cookie('', 0)),
};
