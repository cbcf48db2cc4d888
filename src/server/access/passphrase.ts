// Signing in: one passphrase for everybody, checked by a slow hash (scrypt, RFC 7914), remembered in a sealed cookie.
// Where the server listens on this machine only there is no passphrase, and nothing to sign in to. Accounts and roles
// come later.
import { sealData, unsealData } from 'iron-session';
import { createHash, scrypt, timingSafeEqual } from 'node:crypto';
import { Problem } from '../problem';

export const COOKIE = 'plavo-session';
/** How long a session lasts, s. */
export const LASTS = 14 * 86_400;

/** Wrong attempts that one address has within `WINDOW`, and all addresses together. */
const MOST = { each: 8, all: 60 };
const WINDOW = 5 * 60_000;

export const passphrase = (): string | null => process.env.PLAVO_PASSPHRASE?.trim() || null;

/**
 * scrypt with N = 2^15, r = 8, p = 1: about a tenth of a second, 32 MB. The salts part its two uses; they are no
 * secret, since there is but one phrase.
 */
const slowHash = (text: string, salt: string): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    scrypt(
      text.normalize('NFKC').slice(0, 1000),
      salt,
      32,
      { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 },
      (e, key) => (e ? reject(e) : resolve(key)),
    ),
  );

interface State {
  of: string;
  expected: Promise<Buffer>;
  /** Seals cookies: derived from the phrase, so that several processes agree and a new phrase ends all sessions. */
  seal: Promise<string>;
  /** Fast hashes of phrases that were found right, so that programs need not wait each time. */
  right: Set<string>;
  wrong: { from: string; at: number }[];
}
const holder = globalThis as { plavoAccess?: State };

function state(): State {
  const of = passphrase();
  if (of === null) throw new Error('there is no passphrase');
  if (holder.plavoAccess?.of !== of)
    holder.plavoAccess = {
      of,
      expected: slowHash(of, 'plavo: phrase'),
      seal: slowHash(of, 'plavo: seal').then((k) => k.toString('hex')),
      right: new Set(),
      wrong: [],
    };
  return holder.plavoAccess;
}

const fast = (text: string): string => createHash('sha256').update(text).digest('hex');

/**
 * Is it the passphrase?
 * @param from address that asks
 * @throws Problem 429 where there were too many wrong attempts
 */
export async function isRight(given: string, from: string): Promise<boolean> {
  const s = state(),
    known = fast(given);
  if (s.right.has(known)) return true;
  const now = Date.now();
  s.wrong = s.wrong.filter((w) => now - w.at < WINDOW);
  const own = s.wrong.filter((w) => w.from === from);
  if (own.length >= MOST.each || s.wrong.length >= MOST.all) {
    const wait = Math.ceil((WINDOW - (now - (own.length >= MOST.each ? own : s.wrong)[0].at)) / 1000);
    throw new Problem(
      429,
      'Too many attempts',
      `Try again in ${Math.ceil(wait / 60)} min.`,
      [],
      {},
      { 'retry-after': String(wait) },
    );
  }
  // Counted before it is known, so that many at once do not slip through.
  const attempt = { from, at: now };
  s.wrong.push(attempt);
  const right = timingSafeEqual(await slowHash(given, 'plavo: phrase'), await s.expected);
  if (right) {
    s.wrong.splice(s.wrong.indexOf(attempt), 1);
    s.right.add(known);
  }
  return right;
}

/** A session's cookie value. */
export const sealed = async (): Promise<string> =>
  sealData({ in: true, at: Date.now() }, { password: await state().seal, ttl: LASTS });

async function holdsSession(cookie: string | undefined): Promise<boolean> {
  if (!cookie || cookie.length > 2000) return false;
  try {
    return (await unsealData<{ in?: boolean }>(cookie, { password: await state().seal, ttl: LASTS })).in === true;
  } catch {
    return false;
  }
}

const LOOPBACK = /^(?:::1|(?:::ffff:)?127(?:\.\d{1,3}){3})?$/;

/**
 * Where a request comes from: the address of its socket; for a proxy on this machine the address that it names last.
 */
export function addressOf(headers: Headers): string {
  const socket = headers.get('x-plavo-address') ?? '';
  return (LOOPBACK.test(socket) && headers.get('x-forwarded-for')?.split(',').pop()?.trim()) || socket || 'here';
}

/**
 * May this request go on: by a session's cookie, or for programs by the passphrase as a bearer token (RFC 6750)?
 * @throws Problem 429 where there were too many wrong attempts
 */
export async function mayEnter(headers: Headers, cookie: string | undefined): Promise<boolean> {
  if (passphrase() === null) return true;
  const bearer = /^Bearer\s+(.{1,1000})$/i.exec(headers.get('authorization') ?? '')?.[1];
  if (bearer !== undefined) return isRight(bearer.trim(), addressOf(headers));
  return holdsSession(cookie);
}
