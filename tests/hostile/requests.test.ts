// Requests that mean harm, or make no sense: every one is answered in words, none stops the server, none takes all of
// it.
import fc from 'fast-check';
import sharp from 'sharp';
import { memoryOfAll } from '../../scripts/lib/memory.mjs';
import { makeFill } from '../../src/core/kinds/fill';
import type { Layer } from '../../src/core/kinds/layers';
import { makeText } from '../../src/core/kinds/text';
import { makePiece } from '../../src/core/piece/make';
import type { Piece } from '../../src/core/piece/schema';
import { ids } from '../../src/core/testing/scenes';
import type { Application } from '../browser/application';
import { type Client, expectProblem, longestWait, withApplication } from './client';

let app: Application, client: Client;
withApplication((a, c) => void ([app, client] = [a, c]));

const PIECE = '/api/pieces/ostrel-reopening';

describe('addresses and methods', () => {
  it.each(['/api/pieces/%', '/api/pieces/%ff', '/api/pieces/%c0%ae%c0%ae', '/api/pieces/%00', '/api/%', '/%ff'])(
    '%s is answered in words',
    async (path) => expectProblem(await client.raw('GET', path), 400, 404),
  );
  it('an address without end is refused', async () =>
    expectProblem(await client.raw('GET', `/api/pieces/${'a'.repeat(9000)}`), 414));
  it.each([
    ['TRACE', '/'],
    ['PATCH', '/api/pieces'],
    ['OPTIONS', PIECE],
    ['DELETE', '/api/pieces'],
    ['POST', '/api/openapi.json'],
    ['PUT', '/api/assets'],
  ])('%s %s is no method there', async (method, path) => expectProblem(await client.raw(method, path), 405));
  it.each([
    '/api',
    '/api/',
    '/api/nothing',
    '/api/pieces/nothing',
    '/api/pieces/nothing/render',
    '/api/pieces/ostrel-reopening/nothing',
    '/api/campaigns/nothing/swatches',
    `/api/assets/${'f'.repeat(64)}`,
    '/api/assets/nothing',
    '/api/fonts/nothing',
    `${PIECE}/revisions/99999999`,
    `${PIECE}/revisions/x`,
    '/api/pieces/..%2f..%2fetc',
  ])('nothing is at %s', async (path) => expectProblem(await client.raw('GET', path), 404));
  it('queries that are not known or not valid are named', async () => {
    for (const query of ['slide=0', 'slide=x', 'scale=99', 'format=bmp', 'nonsense=1', 'download=maybe', 'size=%00'])
      expectProblem(await client.call(`${PIECE}/render?${query}`), 400, 404);
    for (const query of ['limit=0', 'limit=1e9', 'cursor=%27', 'bin=perhaps'])
      expectProblem(await client.call(`/api/pieces?${query}`), 400);
  });
  it('false is false: a picture that is not to be downloaded is shown', async () => {
    expect(
      (await client.call(`${PIECE}/render?scale=0.05&download=false`)).headers.get('content-disposition'),
    ).toBeNull();
    expect(
      (await client.call(`${PIECE}/render?scale=0.05&download=true`)).headers.get('content-disposition'),
    ).toContain('attachment');
  });
  it('HEAD answers like GET, without a picture being painted', async () => {
    const r = await fetch(`${app.address}${PIECE}/render?scale=0.05`, { method: 'HEAD' });
    expect([r.status, r.headers.get('content-type'), await r.text()]).toEqual([200, 'image/png', '']);
  });
});

describe('revisions', () => {
  it.each([
    ['too large', '"2147483648"'],
    ['of 400 digits', `"${'9'.repeat(400)}"`],
    ['a word', 'x'],
    ['negative', '"-1"'],
    ['broken', '"1.5"'],
    ['empty', ''],
  ])('If-Match that is %s is refused', async (_what, match) =>
    expectProblem(
      await client.send('PUT', PIECE, (await client.piece('ostrel-reopening')).piece, { 'if-match': match }),
      400,
      428,
    ),
  );
  it('without one nothing is saved', async () =>
    expectProblem(await client.send('PUT', PIECE, (await client.piece('ostrel-reopening')).piece), 428));
});

describe('documents', () => {
  it('a font in the place of a photo is refused before it is kept', async () => {
    const { piece } = await client.piece('ostrel-reopening');
    const photo = piece.slides[0].layers.find((l) => l.kind === 'photo')! as Layer & { asset: string };
    photo.asset = 'a'.repeat(64);
    expectProblem(await client.send('POST', '/api/pieces', { document: piece }), 422);
    expectProblem(await client.send('POST', '/api/pieces', { destination: 'square-post', photo: 'a'.repeat(64) }), 422);
  });
  it.each([
    ['half a document', '{'],
    ['a list', '[]'],
    ['nothing', 'null'],
    ['a word', '"x"'],
    ['an empty one', '{"document":{}}'],
    ['one of a later version', '{"document":{"format":"plavo-piece","version":99}}'],
    ['lists within lists', `{"document":${'['.repeat(50_000)}${']'.repeat(50_000)}}`],
    ['a destination without end', `{"destination":"${'x'.repeat(100_000)}"}`],
  ])('%s is refused with a reason', async (_what, body) =>
    expectProblem(await client.send('POST', '/api/pieces', body), 400, 413, 422),
  );
  it('three hundred gradients over a large size are painted within bounds, or refused saying what to reduce', async () => {
    const size = { width: 8192, height: 8192 };
    const piece = makePiece('Too much', size, ids(), (z) =>
      Array.from({ length: 300 }, (_, i) => {
        const fill = makeFill(`f${i}`, '#123456', z);
        return {
          ...fill,
          opacity: 0.5,
          fill: {
            ...fill.fill,
            kind: 'gradient' as const,
            gradient: {
              ...fill.fill.gradient,
              shape: 'conic' as const,
              angle: i,
              stops: Array.from({ length: 12 }, (_s, k) => ({
                at: k / 11,
                colour: k % 2 ? '#ff0000' : '#0000ff80',
                mid: 0.5,
              })),
            },
          },
        };
      }),
    );
    const id = await client.make(piece);
    const whole = await client.call(`/api/pieces/${id}/render?scale=0.9`);
    expectProblem(whole, 422);
    expect(whole.text).toMatch(/times as much/);
    // The same, small, is painted.
    expect((await client.call(`/api/pieces/${id}/render?scale=0.02`)).status).toBe(200);
  });
  it('letters of 5,000 pixels over 67 megapixels are not measured for a minute: refused with what can be', async () => {
    const piece = makePiece('Huge letters', { width: 8192, height: 8192 }, ids(), (z) => [
      {
        ...makeText('t', 'Slow', z),
        fontSize: 5000,
        box: { x: 0, y: 0, width: 8192, height: 8192 },
        frame: 'frame' as const,
      },
    ]);
    const id = await client.make(piece),
      a = await client.call(`/api/pieces/${id}/reading`);
    expectProblem(a, 422);
    expect(a.text).toContain('megapixels');
  });
});

describe('many at once', () => {
  it('beyond what may wait it is said when to come again; lists, and a light picture, come through', async () => {
    const { piece } = await client.piece('ostrel-reopening');
    const id = await client.make({ ...piece, name: 'Busy' } as Piece);
    const heavy = Array.from({ length: 230 }, () => client.leaving(`/api/pieces/${id}/render?scale=3`));
    // The limit holds as soon as all have come.
    const refused = Promise.race([
      ...heavy.map(({ status }) => status.then((s) => (s === 503 ? s : new Promise<number>(() => {})))),
      new Promise<number>((r) => setTimeout(() => r(0), 60_000)),
    ]);
    expect(await refused).toBe(503);
    const soon = (path: string, init: RequestInit = {}): Promise<number | string> =>
      client
        .call(path, { ...init, signal: AbortSignal.timeout(50_000) })
        .then((a) => a.status)
        .catch((e: Error) => `${path}: ${e.name}`);
    expect(await soon(`${PIECE}/render?scale=0.1`, { headers: { 'user-agent': 'another' } })).toBe(200);
    expect(await soon('/api/pieces')).toBe(200);
    for (const h of heavy) h.leave();
    await Promise.all(heavy.map((h) => h.status));
    // Nothing of it goes on: the next heavy one is done at once.
    expect(await soon(`/api/pieces/${id}/render?scale=3`)).toBe(200);
  });
  it('readings of one client do not keep lists waiting', async () => {
    const many = Promise.all(Array.from({ length: 20 }, () => client.call(`${PIECE}/reading`)));
    expect(await longestWait(client, many, '/api/pieces?limit=20')).toBeLessThan(5000);
  });
});

describe('memory', () => {
  /** Asks for something again and again; what all processes hold more afterwards than after the first few, bytes. */
  async function grown(what: string, first: number, times: number, ask: (i: number) => Promise<void>): Promise<number> {
    const { application } = await app.processes();
    let i = 0;
    while (i < first) await ask(i++);
    const before = memoryOfAll(application);
    while (i < first + times) await ask(i++);
    const after = memoryOfAll(application);
    if (process.env.PLAVO_ROUNDS)
      console.log(`${times} ${what}: ${Math.round(before / 1e6)} MB before, ${Math.round(after / 1e6)} MB after`);
    return after - before;
  }
  const rounds = Number(process.env.PLAVO_ROUNDS ?? 0);

  it('is flat over many readings and renders', async () => {
    // It was nine megabytes a reading once.
    expect(
      await grown('readings and renders', 10, rounds || 25, async (i) => {
        expect((await client.call(`${PIECE}/reading`)).status).toBe(200);
        expect((await client.call(`${PIECE}/render?scale=${i % 2 ? 1 : 0.5}`)).status).toBe(200);
      }),
    ).toBeLessThan(150e6);
  });

  it('is flat over many uploads', async () => {
    const noise = (seed: number) =>
      sharp({
        create: {
          width: 2400,
          height: 1600,
          channels: 3,
          background: { r: seed & 255, g: (seed >> 4) & 255, b: 90 },
          noise: { type: 'gaussian', mean: 120, sigma: 30 },
        },
      })
        .jpeg({ quality: 70 })
        .toBuffer();
    expect(
      await grown('uploads', 6, Math.round(rounds * 0.3) || 12, async (i) => {
        const a = await client.upload(await noise(i), `noise-${i}.jpg`);
        expect(a.status).toBe(201);
        expect(
          (await client.call(`/api/assets/${(JSON.parse(a.text) as { id: string }).id}?as=thumbnail`)).status,
        ).toBe(200);
      }),
    ).toBeLessThan(150e6);
  });
});

describe('in a browser', () => {
  it('pages and answers carry a policy that keeps others out', async () => {
    const page = await client.call('/');
    expect(page.headers.get('content-security-policy')).toMatch(
      /script-src 'self' 'nonce-[^']+'; .*frame-ancestors 'none'/,
    );
    const nonce = /'nonce-([^']+)'/.exec(page.headers.get('content-security-policy')!)![1];
    // Every script that stands in the page carries it.
    for (const [tag] of page.text.matchAll(/<script(?![^>]*\bsrc=)[^>]*>/g)) expect(tag).toContain(`nonce="${nonce}"`);
    expect((await client.call('/')).headers.get('content-security-policy')).not.toContain(nonce);
    expect((await client.call('/api/pieces')).headers.get('content-security-policy')).toContain("default-src 'none'");
    expect((await client.call('/workers/stage.js')).headers.get('content-security-policy')).toContain(
      "'wasm-unsafe-eval'",
    );
  });
  it('another site can neither frame a render nor ask for anything, a rebound name neither', async () => {
    const others: Record<string, string>[] = [
      { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'iframe' },
      { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors', 'sec-fetch-dest': 'image' },
      { origin: 'http://evil.example' },
      { host: 'evil.example' },
    ];
    for (const headers of others) expectProblem(await client.raw('GET', `${PIECE}/render`, headers), 403);
  });
});

describe('any request at all', () => {
  /** A few values for what the description says a thing is, valid and not. */
  function valueFor(schema: Record<string, unknown>, depth = 0): fc.Arbitrary<unknown> {
    const odd = fc.oneof(
      fc.constant(null),
      fc.string({ maxLength: 12 }),
      fc.integer(),
      fc.double(),
      fc.boolean(),
      fc.constant([]),
      fc.constant({}),
      fc.constant('\u0000\ud800'),
      fc.constant('__proto__'),
    );
    if (depth > 4) return odd;
    const of = (): fc.Arbitrary<unknown> => {
      const any = (schema.anyOf ?? schema.oneOf) as Record<string, unknown>[] | undefined;
      if (any?.length) return fc.oneof(...any.slice(0, 6).map((s) => valueFor(s, depth + 1)));
      if (schema.const !== undefined) return fc.constant(schema.const);
      if (Array.isArray(schema.enum)) return fc.constantFrom(...(schema.enum as unknown[]));
      switch (schema.type) {
        case 'string':
          return fc.oneof(
            fc.string({ maxLength: 20 }),
            fc.constantFrom('ostrel-reopening', 'headline', 'square-post', 'f'.repeat(64), '#102030', 'base'),
          );
        case 'integer':
        case 'number':
          return fc.oneof(fc.integer({ min: -5, max: 5000 }), fc.constantFrom(0, 1, 1e308, -1, 0.5));
        case 'boolean':
          return fc.boolean();
        case 'array':
          return fc.array(valueFor((schema.items ?? {}) as Record<string, unknown>, depth + 1), { maxLength: 3 });
        case 'object': {
          const own = Object.entries((schema.properties ?? {}) as Record<string, Record<string, unknown>>).slice(0, 14);
          return fc.record(Object.fromEntries(own.map(([k, s]) => [k, valueFor(s, depth + 1)])), { requiredKeys: [] });
        }
        default:
          return odd;
      }
    };
    return fc.oneof({ weight: 5, arbitrary: of() }, { weight: 1, arbitrary: odd });
  }

  it('made from the description of every endpoint is answered, never with 500, never not at all', async () => {
    const api = JSON.parse((await client.call('/api/openapi.json')).text) as {
      paths: Record<
        string,
        Record<
          string,
          {
            parameters?: { name: string; in: string; schema: Record<string, unknown> }[];
            requestBody?: { content: Record<string, { schema: Record<string, unknown> }> };
          }
        >
      >;
    };
    const requests = Object.entries(api.paths).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, what]) => ({ path, method: method.toUpperCase(), what })),
    );
    expect(requests.length).toBeGreaterThan(25);
    const id = fc.oneof(
      { weight: 4, arbitrary: fc.constantFrom('ostrel-reopening', 'ostrel-line', 'ostrel-cup', '1') },
      { weight: 1, arbitrary: fc.string({ maxLength: 30 }).map(encodeURIComponent) },
    );
    const seen: Record<number, number> = {};
    for (const { path, method, what } of requests) {
      const query = (what.parameters ?? []).filter((p) => p.in === 'query'),
        schema = what.requestBody?.content['application/json']?.schema;
      const one = fc.record({
        ids: fc.array(id, { minLength: 3, maxLength: 3 }),
        query: fc.record(Object.fromEntries(query.map((p) => [p.name, valueFor(p.schema)])), { requiredKeys: [] }),
        body: schema
          ? fc.oneof(
              { weight: 6, arbitrary: valueFor(schema).map((v) => JSON.stringify(v) ?? 'null') },
              { weight: 1, arbitrary: fc.string({ maxLength: 40 }) },
            )
          : fc.constant(undefined),
        match: fc.constantFrom('"0"', '"7"', 'x', undefined),
      });
      await fc.assert(
        fc.asyncProperty(one, async (r) => {
          let n = 0;
          const address =
            path.replace(/\{\w+\}/g, () => r.ids[n++]) +
            (Object.keys(r.query).length
              ? `?${new URLSearchParams(Object.entries(r.query).map(([k, v]) => [k, typeof v === 'string' ? v : JSON.stringify(v)]))}`
              : '');
          // What deletes is asked of what is not there.
          const at = method === 'DELETE' ? address.replaceAll('ostrel', 'nothing') : address;
          const a = await client.call(at, {
            method,
            headers: {
              ...(r.body === undefined ? {} : { 'content-type': 'application/json' }),
              ...(r.match ? { 'if-match': r.match } : {}),
            },
            body: method === 'GET' ? undefined : r.body,
            signal: AbortSignal.timeout(60_000),
          });
          seen[a.status] = (seen[a.status] ?? 0) + 1;
          if (a.status >= 500 && a.status !== 503)
            throw new Error(`${method} ${at} ${r.body ?? ''}: ${a.status} ${a.text.slice(0, 200)}`);
          if (a.status >= 400) expectProblem(a, a.status);
        }),
        { numRuns: Number(process.env.PLAVO_FUZZ ?? 8), seed: 20_26, endOnFailure: true },
      );
    }
    // It reached both what is answered and what is refused.
    expect(seen[200]).toBeGreaterThan(10);
    expect((seen[400] ?? 0) + (seen[404] ?? 0) + (seen[422] ?? 0)).toBeGreaterThan(40);
  });
});
