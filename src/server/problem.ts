// Errors as problem+json (RFC 9457), with the path of what is wrong and why.
import type { z } from 'zod';
import { pointer, type Fault } from '../core/piece/upgrade';

export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail?: string,
    readonly faults: Fault[] = [],
    readonly extra: Record<string, unknown> = {},
  ) {
    super(title);
  }

  response(): Response {
    return new Response(JSON.stringify({ type: 'about:blank', title: this.title, status: this.status, ...(this.detail ? { detail: this.detail } : {}), ...(this.faults.length ? { errors: this.faults } : {}), ...this.extra }), {
      status: this.status,
      headers: { 'content-type': 'application/problem+json' },
    });
  }
}

export const notFound = (what: string): Problem => new Problem(404, `There is no such ${what}`);

export const faultsOf = (error: z.ZodError): Fault[] => error.issues.map((i) => ({ path: pointer(i.path), reason: i.message }));

/** Validates; @throws Problem 400 naming every fault */
export function valid<T extends z.ZodType>(schema: T, value: unknown, what = 'The request'): z.infer<T> {
  const r = schema.safeParse(value);
  if (!r.success) throw new Problem(400, `${what} is not valid`, r.error.issues[0]?.message, faultsOf(r.error));
  return r.data;
}

/** Runs a handler; whatever it throws becomes problem+json, and nothing of the inside leaks. */
export async function answer(handler: () => Promise<Response>): Promise<Response> {
  try {
    return await handler();
  } catch (error) {
    if (error instanceof Problem) return error.response();
    console.error(error);
    const code = (error as { code?: string }).code ?? '';
    if (/^(ECONN|PROTOCOL_|ER_CON|ETIMEDOUT)/.test(code) || (error as Error).name === 'KnexTimeoutError')
      return new Problem(503, 'The database does not answer', 'Nothing was changed. Your edits stay in this browser until it answers again.').response();
    return new Problem(500, 'Something went wrong on the server', 'Nothing was changed.').response();
  }
}

/** The body as JSON. @throws Problem 400 or 413 */
export async function jsonBody(request: Request, most = 8_000_000): Promise<unknown> {
  if (Number(request.headers.get('content-length') ?? 0) > most) throw new Problem(413, 'The body is too large', `At most ${most} bytes are taken.`);
  const text = await request.text();
  if (text.length > most) throw new Problem(413, 'The body is too large', `At most ${most} bytes are taken.`);
  try {
    return JSON.parse(text);
  } catch (e) {
    throw new Problem(400, 'The body is not JSON', (e as Error).message);
  }
}

export const json = (value: unknown, init: ResponseInit = {}): Response => Response.json(value, init);
