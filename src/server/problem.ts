// Errors as problem+json (RFC 9457), with the path of what is wrong and why.
import type { z } from 'zod';
import { type Fault, pointer } from '../core/piece/upgrade';

const BRAND = Symbol.for('plavo.problem');

export class Problem extends Error {
  readonly [BRAND] = true;

  /**
   * Crews are shared by parts of the server that were bundled apart, each with a class of its own: a problem is told by
   * its mark.
   */
  static [Symbol.hasInstance](value: unknown): boolean {
    return typeof value === 'object' && value !== null && (value as { [BRAND]?: boolean })[BRAND] === true;
  }

  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail?: string,
    readonly faults: Fault[] = [],
    readonly extra: Record<string, unknown> = {},
    readonly headers: Record<string, string> = {},
  ) {
    super(title);
  }

  response(): Response {
    return new Response(
      JSON.stringify({
        type: 'about:blank',
        title: this.title,
        status: this.status,
        ...(this.detail ? { detail: this.detail } : {}),
        ...(this.faults.length ? { errors: this.faults } : {}),
        ...this.extra,
      }),
      {
        status: this.status,
        headers: { ...this.headers, 'content-type': 'application/problem+json' },
      },
    );
  }
}

export const notFound = (what: string): Problem => new Problem(404, `There is no such ${what}`);

export const faultsOf = (error: z.ZodError): Fault[] =>
  error.issues.map((i) => ({ path: pointer(i.path), reason: i.message }));

/** Validates; @throws Problem 400 naming every fault */
export function valid<T extends z.ZodType>(schema: T, value: unknown, what = 'The request'): z.infer<T> {
  const r = schema.safeParse(value);
  if (!r.success) throw new Problem(400, `${what} is not valid`, r.error.issues[0]?.message, faultsOf(r.error));
  return r.data;
}

/** The query of an address. @throws Problem 400 naming every fault, names that are not known among them */
export function query<T extends z.ZodObject>(schema: T, request: Request): z.infer<T> {
  const given = [...new URL(request.url).searchParams];
  const unknown = given.filter(([k]) => !Object.hasOwn(schema.shape, k));
  if (unknown.length)
    throw new Problem(
      400,
      'The query is not valid',
      `${unknown[0][0].slice(0, 40)} is not known here.`,
      unknown.map(([k]) => ({ path: `/${k.slice(0, 40)}`, reason: 'unknown' })),
    );
  return valid(schema, Object.fromEntries(given), 'The query');
}

/** The revision that a change is made over. @throws Problem 428 where none is named, 400 where it is none */
export function overRevision(request: Request): number {
  const match = request.headers.get('if-match');
  if (match === null)
    throw new Problem(428, 'If-Match is needed', 'Name the revision your edits began with, as given by ETag.', [
      { path: '/If-Match', reason: 'missing' },
    ]);
  const over = /^(?:W\/)?"?(\d{1,10})"?$/.exec(match);
  if (!over || Number(over[1]) > 2_147_483_646)
    throw new Problem(400, 'If-Match is not valid', 'Name the revision your edits began with, as given by ETag.', [
      { path: '/If-Match', reason: 'a revision number in quotes' },
    ]);
  return Number(over[1]);
}

/** What a log may say of an error: its kind and cause, never the statement or the document it was about. */
export function toldOf(error: unknown): string {
  const { name, code, message, stack } = error as Error & { code?: string };
  // Knex puts the statement with all its values before the cause.
  const cause = String(message).split(' - ').pop()!.slice(0, 200);
  return `${name}${code ? ` ${code}` : ''}: ${cause}\n${String(stack)
    .split('\n')
    .filter((l) => /^\s+at /.test(l))
    .slice(0, 6)
    .join('\n')}`;
}

/** Is there no room left: on the disk of the database, or on ours? */
export function isFull(error: unknown): boolean {
  const { code, errno, message } = error as { code?: string; errno?: number; message?: string };
  return (
    code === 'ENOSPC' ||
    code === 'EDQUOT' ||
    [1021, 1026, 1114].includes(errno ?? 0) ||
    /^ER_(?:DISK_FULL|ERROR_ON_WRITE|RECORD_FILE_FULL)$/.test(code ?? '') ||
    /No space left on device|errno: 28\b|Disk full/i.test(message ?? '')
  );
}

let told = 0;
/** Says that the database is away, now and then: everybody who waits for it asks again and again. */
function tellAway(code: string): void {
  if (Date.now() - told < 10_000) return;
  told = Date.now();
  console.error(`The database does not answer (${code})`);
}

/** Runs a handler; whatever it throws becomes problem+json, and nothing of the inside leaks. */
export async function answer(handler: () => Promise<Response>): Promise<Response> {
  try {
    return await handler();
  } catch (error) {
    if (error instanceof Problem) return error.response();
    const code =
      (error as { code?: string }).code ??
      (/closed state|connection lost/i.test(String((error as Error).message)) ? 'PROTOCOL_CLOSED' : '');
    if (isFull(error))
      return new Problem(
        507,
        'The disk is full',
        'Nothing was stored. Your edits stay in this browser until there is room again.',
      ).response();
    if (
      /^(ECONN|PROTOCOL_|ER_CON|ETIMEDOUT|EPIPE|ER_SERVER_SHUTDOWN|ER_QUERY_INTERRUPTED)/.test(code) ||
      (error as Error).name === 'KnexTimeoutError'
    ) {
      tellAway(code || 'no connection is free');
      return new Problem(
        503,
        'The database does not answer',
        'Nothing was changed. Your edits stay in this browser until it answers again.',
        [],
        {},
        { 'retry-after': '2' },
      ).response();
    }
    console.error(toldOf(error));
    return new Problem(500, 'Something went wrong on the server', 'Nothing was changed.').response();
  }
}

/** The body as JSON. @throws Problem 400 or 413 */
export async function jsonBody(request: Request, most = 8_000_000): Promise<unknown> {
  if (Number(request.headers.get('content-length') ?? 0) > most)
    throw new Problem(413, 'The body is too large', `At most ${most} bytes are taken.`);
  const text = await request.text();
  if (text.length > most) throw new Problem(413, 'The body is too large', `At most ${most} bytes are taken.`);
  try {
    return JSON.parse(text);
  } catch (e) {
    throw new Problem(400, 'The body is not JSON', (e as Error).message);
  }
}

export const json = (value: unknown, init: ResponseInit = {}): Response => Response.json(value, init);
