// Who may enter: by the phrase, by a session that was sealed with it, not by trying.
import { jest } from '@jest/globals';
import { Problem } from '../problem';
import { addressOf, isRight, mayEnter, sealed } from './passphrase';

const before = process.env.PLAVO_PASSPHRASE;
let now = Date.UTC(2026, 4, 2);
beforeEach(() => {
  delete (globalThis as { plavoAccess?: unknown }).plavoAccess;
  process.env.PLAVO_PASSPHRASE = 'slow trains, long views';
  jest.spyOn(Date, 'now').mockImplementation(() => now);
});
afterEach(() => jest.restoreAllMocks());
afterAll(() => {
  if (before === undefined) delete process.env.PLAVO_PASSPHRASE;
  else process.env.PLAVO_PASSPHRASE = before;
});

const bearer = (phrase: string, from = '10.0.0.7'): Headers =>
  new Headers({ authorization: `Bearer ${phrase}`, 'x-plavo-address': from });
/** What is said of an attempt. */
const attempt = (phrase: string, from: string): Promise<boolean | number> =>
  isRight(phrase, from).catch((e: unknown) => {
    if (e instanceof Problem) return e.status;
    throw e;
  });

it('the phrase is right however it was typed, another is not', async () => {
  process.env.PLAVO_PASSPHRASE = '  Ostrel caf\u00e9 ';
  expect(await isRight('Ostrel caf\u00e9', 'a')).toBe(true);
  // Letter and accent typed one after the other.
  expect(await isRight('Ostrel cafe\u0301', 'a')).toBe(true);
  expect(await isRight('Ostrel cafe', 'a')).toBe(false);
  expect(await isRight('', 'a')).toBe(false);
});

it('eight wrong attempts in five minutes are the most of one address; elsewhere the phrase still opens', async () => {
  // At once, so that none is known to be wrong when the next is asked.
  const said = await Promise.all(Array.from({ length: 12 }, (_, i) => attempt(`guess ${i}`, '10.0.0.7')));
  expect(said.filter((s) => s === false)).toHaveLength(8);
  expect(said.filter((s) => s === 429)).toHaveLength(4);
  // Even the right one waits, or one could go on guessing.
  expect(await attempt('slow trains, long views', '10.0.0.7')).toBe(429);
  expect(await attempt('slow trains, long views', '10.0.0.8')).toBe(true);
  // What was found right before is no guess.
  expect(await attempt('slow trains, long views', '10.0.0.7')).toBe(true);
  await expect(isRight('once more', '10.0.0.7')).rejects.toMatchObject({
    title: 'Too many attempts',
    headers: { 'retry-after': '300' },
  });
  now += 5 * 60_000;
  expect(await attempt('guess again', '10.0.0.7')).toBe(false);
});

it('right attempts are not counted', async () => {
  for (let i = 0; i < 12; i++) expect(await attempt('slow trains, long views', '10.0.0.9')).toBe(true);
});

it('without a phrase everybody enters; with one, programs by it and people by their session', async () => {
  const session = await sealed();
  expect(await mayEnter(new Headers(), session)).toBe(true);
  expect(await mayEnter(new Headers(), undefined)).toBe(false);
  expect(await mayEnter(new Headers(), `${session.slice(0, -4)}AAAA`)).toBe(false);
  expect(await mayEnter(new Headers(), 'x'.repeat(3000))).toBe(false);
  expect(await mayEnter(bearer('slow trains, long views'), undefined)).toBe(true);
  // A wrong phrase is not mended by a session.
  expect(await mayEnter(bearer('fast trains'), session)).toBe(false);
  delete process.env.PLAVO_PASSPHRASE;
  expect(await mayEnter(new Headers(), undefined)).toBe(true);
});

it('another phrase ends all sessions, and so does time', async () => {
  const session = await sealed();
  process.env.PLAVO_PASSPHRASE = 'another phrase';
  expect(await mayEnter(new Headers(), session)).toBe(false);
  process.env.PLAVO_PASSPHRASE = 'slow trains, long views';
  expect(await mayEnter(new Headers(), session)).toBe(true);
  now += 15 * 86_400_000;
  expect(await mayEnter(new Headers(), session)).toBe(false);
});

it.each<[string, Record<string, string>, string]>([
  ['its socket', { 'x-plavo-address': '10.0.0.7' }, '10.0.0.7'],
  [
    'what a proxy on this machine names last',
    { 'x-plavo-address': '127.0.0.1', 'x-forwarded-for': '1.2.3.4, 5.6.7.8' },
    '5.6.7.8',
  ],
  [
    'its socket, whatever it says of itself',
    { 'x-plavo-address': '10.0.0.7', 'x-forwarded-for': '127.0.0.1' },
    '10.0.0.7',
  ],
  ['this machine, by whichever of its addresses', { 'x-plavo-address': '::ffff:127.0.0.1' }, '::ffff:127.0.0.1'],
  ['here, where nothing is known', {}, 'here'],
])('an address is %s', (_what, headers, address) => expect(addressOf(new Headers(headers))).toBe(address));
