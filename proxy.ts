// Before anything else: who asks, whether there is an answer, and what an answer may do in a browser.
import { type NextRequest, NextResponse } from 'next/server';
import { COOKIE, mayEnter } from './src/server/access/passphrase';
import { ANSWER_POLICY, pagePolicy, refusal, WORKER_POLICY } from './src/server/gate';
import { Problem } from './src/server/problem';

/** What may be had without having signed in: the way in, and the code of pages, which holds nothing of anybody's. */
const OPEN =
  /^\/(?:sign-in|api\/sign-in|api\/health|api\/fonts\/AtkinsonHyperlegible_\w+\.ttf|_next\/static\/.*|workers\/.*|favicon\.ico|icon.*)$/;

export async function proxy(request: NextRequest) {
  const { pathname } = request.nextUrl,
    programs = pathname === '/api' || pathname.startsWith('/api/');
  const refused = (problem: Problem) => {
    const r = problem.response();
    r.headers.set('x-content-type-options', 'nosniff');
    r.headers.set('content-security-policy', ANSWER_POLICY);
    return r;
  };
  const why = refusal({ method: request.method, path: pathname, headers: request.headers });
  if (why) return refused(new Problem(403, 'Refused', why));
  if (!OPEN.test(pathname)) {
    try {
      if (!(await mayEnter(request.headers, request.cookies.get(COOKIE)?.value))) {
        if (programs || request.method !== 'GET')
          return refused(
            new Problem(
              401,
              'Sign in first',
              'This server is open to who knows its passphrase. Programs send it as Authorization: Bearer.',
              [],
              {},
              { 'www-authenticate': 'Bearer' },
            ),
          );
        const to = request.nextUrl.clone();
        to.pathname = '/sign-in';
        to.search = pathname === '/' ? '' : `?next=${encodeURIComponent(pathname)}`;
        return NextResponse.redirect(to);
      }
    } catch (e) {
      if (e instanceof Problem) return refused(e);
      throw e;
    }
  }
  const nonce = Buffer.from(crypto.getRandomValues(new Uint8Array(16))).toString('base64'),
    policy = programs ? ANSWER_POLICY : pathname.startsWith('/workers/') ? WORKER_POLICY : pagePolicy(nonce);
  const headers = new Headers(request.headers);
  // Pages put the nonce on what they bring along.
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('x-frame-options', 'DENY');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  return response;
}
