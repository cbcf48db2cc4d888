import { COOKIE } from '../../../src/server/access/passphrase';
import { answer } from '../../../src/server/problem';

export const POST = () => answer(async () => new Response(null, { status: 204, headers: { 'set-cookie': `${COOKIE}=; Path=/; HttpOnly; SameSite=Lax; Max-Age=0` } }));
