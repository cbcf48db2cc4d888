// Where others can reach the server: nobody gets anything without the passphrase, and nobody can try for long.
import type { Application } from '../browser/application';
import { type Client, expectProblem, withApplication } from './client';

const PHRASE = 'slow trains and long views';
let app: Application, client: Client;
withApplication((a, c) => void ([app, client] = [a, c]), { PLAVO_PASSPHRASE: PHRASE });

const signIn = (passphrase: string, from?: string) =>
  client.send('POST', '/api/sign-in', { passphrase }, from ? { 'x-forwarded-for': from } : {});
const cookieOf = (headers: Headers): string => headers.get('set-cookie')!.split(';')[0];

it('pages lead to the way in, programs and pictures are refused', async () => {
  const page = await fetch(`${app.address}/piece/ostrel-cup`, { redirect: 'manual' });
  expect([page.status, page.headers.get('location')]).toEqual([
    307,
    expect.stringContaining('/sign-in?next=%2Fpiece%2Fostrel-cup'),
  ]);
  for (const path of [
    '/api/pieces',
    '/api/pieces/ostrel-cup',
    '/api/pieces/ostrel-cup/render',
    '/api/assets',
    '/api/openapi.json',
    '/api/campaigns',
  ])
    expectProblem(await client.call(path), 401);
  expectProblem(await client.send('PUT', '/api/pieces/ostrel-cup', {}), 401);
  expect((await client.call('/sign-in')).text).toContain('Passphrase');
});
it('the right passphrase opens everything, until one signs out', async () => {
  const wrong = await signIn('slow trains and short views');
  expectProblem(wrong, 401);
  const right = await signIn(PHRASE);
  expect(right.status).toBe(204);
  expect(right.headers.get('set-cookie')).toMatch(/HttpOnly; SameSite=Lax/);
  const cookie = cookieOf(right.headers);
  expect((await client.call('/api/pieces', { headers: { cookie } })).status).toBe(200);
  expect((await client.call('/', { headers: { cookie } })).text).toContain('Sign out');
  // What was changed, or sealed by somebody else, is no session.
  expectProblem(await client.call('/api/pieces', { headers: { cookie: `${cookie.slice(0, -4)}xxxx` } }), 401);
  const out = await client.send('POST', '/api/sign-out', {}, { cookie });
  expect(out.headers.get('set-cookie')).toContain('Max-Age=0');
});
it('programs send it as a bearer token', async () => {
  expect((await client.call('/api/pieces', { headers: { authorization: `Bearer ${PHRASE}` } })).status).toBe(200);
  expectProblem(await client.call('/api/pieces', { headers: { authorization: 'Bearer no' } }), 401);
  expectProblem(await client.call('/api/pieces', { headers: { authorization: `Basic ${btoa(`a:${PHRASE}`)}` } }), 401);
});
it('after some wrong attempts of one address no more are looked at, also the right one; others still come in', async () => {
  const answers = await Promise.all(Array.from({ length: 14 }, (_, i) => signIn(`guess number ${i}`, '203.0.113.9')));
  expect(answers.filter((a) => a.status === 401).length).toBeLessThanOrEqual(8);
  const late = await signIn(PHRASE.toUpperCase(), '203.0.113.9');
  expectProblem(late, 429);
  expect(Number(late.headers.get('retry-after'))).toBeGreaterThan(0);
  expect((await signIn(PHRASE, '203.0.113.10')).status).toBe(204);
});
it('no code of pages, and nothing else, says what the passphrase is', async () => {
  expect((await client.call('/sign-in')).text).not.toContain(PHRASE);
});
