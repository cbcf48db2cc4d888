import { SignInSchema } from '../../../src/server/contracts';
import { addressOf, COOKIE, isRight, LASTS, passphrase, sealed } from '../../../src/server/access/passphrase';
import { answer, jsonBody, Problem, valid } from '../../../src/server/problem';

export const POST = (request: Request) =>
  answer(async () => {
    const { passphrase: given } = valid(SignInSchema, await jsonBody(request, 10_000));
    if (passphrase() === null) throw new Problem(409, 'There is nothing to sign in to', 'This server is only reached from its own machine.');
    if (!(await isRight(given, addressOf(request.headers)))) throw new Problem(401, 'That is not the passphrase', 'Mind capitals and spaces.');
    const secure = request.headers.get('x-forwarded-proto') === 'https' ? '; Secure' : '';
    return new Response(null, { status: 204, headers: { 'set-cookie': `${COOKIE}=${await sealed()}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${LASTS}${secure}` } });
  });
