// What hostile tests ask with: answers with how long they took, memory of all processes of the application.
import { request } from 'node:http';
import type { Piece } from '../../src/core/piece/schema';
import { type Application, startForTests } from '../browser/application';

export interface Answer {
  status: number;
  type: string;
  text: string;
  headers: Headers;
  ms: number;
}

export class Client {
  constructor(readonly app: Pick<Application, 'address'>) {}

  async call(path: string, init: RequestInit = {}): Promise<Answer> {
    const began = performance.now(),
      r = await fetch(this.app.address + path, init),
      text = await r.text();
    return {
      status: r.status,
      type: r.headers.get('content-type') ?? '',
      text,
      headers: r.headers,
      ms: performance.now() - began,
    };
  }
  send(
    method: string,
    path: string,
    body: unknown,
    headers: Record<string, string> = {},
    signal?: AbortSignal,
  ): Promise<Answer> {
    return this.call(path, {
      method,
      headers: { 'content-type': 'application/json', ...headers },
      body: typeof body === 'string' ? body : JSON.stringify(body),
      signal,
    });
  }
  upload(bytes: Uint8Array | string, name: string, signal?: AbortSignal): Promise<Answer> {
    const form = new FormData();
    form.append('file', new Blob([bytes as BlobPart]), name);
    return this.call('/api/assets', { method: 'POST', body: form, signal });
  }
  async piece(id: string): Promise<{ revision: number; piece: Piece }> {
    return JSON.parse((await this.call(`/api/pieces/${id}`)).text) as { revision: number; piece: Piece };
  }
  async make(piece: Piece): Promise<string> {
    const a = await this.send('POST', '/api/pieces', { document: piece });
    if (a.status !== 201) throw new Error(a.text);
    return (JSON.parse(a.text) as { id: string }).id;
  }

  /**
   * A request on a connection of its own that may leave at any moment, as a closed window does: the connection ends.
   * @returns its status, 0 where it left first
   */
  leaving(path: string): { status: Promise<number>; leave: () => void } {
    const { hostname, port } = new URL(this.app.address),
      r = request({ hostname, port, path, agent: false });
    const status = new Promise<number>((resolve) => {
      r.on('response', (res) => {
        res.resume();
        res.on('end', () => resolve(res.statusCode ?? 0));
      });
      r.on('error', () => resolve(0));
      r.on('close', () => resolve(0));
    });
    r.end();
    return { status, leave: () => r.destroy() };
  }

  /** A request as it is written, path and method unchanged. */
  raw(
    method: string,
    path: string,
    headers: Record<string, string> = {},
  ): Promise<{ status: number; type: string; text: string }> {
    const { hostname, port } = new URL(this.app.address);
    return new Promise((resolve, reject) => {
      const r = request({ hostname, port, method, path, headers, agent: false }, (res) => {
        let text = '';
        res.on('data', (b) => (text += String(b)));
        res.on('end', () => resolve({ status: res.statusCode ?? 0, type: res.headers['content-type'] ?? '', text }));
      });
      r.on('error', reject);
      r.setTimeout(20_000, () => r.destroy(new Error('it hangs')));
      r.end();
    });
  }
}

/** Starts the application before the tests of a block and stops it after them; `begun` gets it and a client. */
export function withApplication(
  begun: (app: Application, client: Client) => void,
  env: Record<string, string> = {},
): void {
  let app: Application | undefined;
  beforeAll(async () => {
    app = await startForTests(env);
    begun(app, new Client(app));
  });
  afterAll(() => app?.stop());
}

/** The longest the event loop of the server kept a light request waiting while something else went on, ms. */
export async function longestWait(client: Client, meanwhile: Promise<unknown>, path = '/api/health'): Promise<number> {
  let over = false,
    longest = 0;
  void meanwhile.finally(() => (over = true)).catch(() => {});
  while (!over) longest = Math.max(longest, (await client.call(path)).ms);
  await meanwhile;
  return longest;
}

/** Is it an error in words, as a program can read it? */
export function expectProblem(a: { status: number; type: string; text: string }, ...statuses: number[]): void {
  expect({
    status: statuses.includes(a.status) ? 'as expected' : `${a.status}: ${a.text.slice(0, 200)}`,
    type: a.type,
  }).toEqual({ status: 'as expected', type: 'application/problem+json' });
  expect((JSON.parse(a.text) as { title: string }).title).toMatch(/./);
}
