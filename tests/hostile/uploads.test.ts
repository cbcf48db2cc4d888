// Files that mean harm: each is answered in words, in bounded time, while everything else goes on.
import { crc32 } from 'node:zlib';
import sharp from 'sharp';
import { memoryOfAll } from '../../scripts/lib/memory.mjs';
import type { Application } from '../browser/application';
import { type Client, expectProblem, longestWait, withApplication } from './client';

let app: Application, client: Client;
withApplication((a, c) => void ([app, client] = [a, c]));
beforeAll(async () => {
  // Members are started with the first that is taken in.
  await client.upload(
    '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>',
    'first.svg',
  );
});

/**
 * What took this long was blocked, ms: these took from five seconds to minutes once, and take a tenth of a second on
 * any machine.
 */
const BLOCKED = 5000;

const svg = (inner: string): string => `<svg xmlns="http://www.w3.org/2000/svg" width="20" height="20">${inner}</svg>`;
const SQUARES: Record<string, string> = {
  'many comments before nothing': `${'<!---->'.repeat(26)}x`,
  'instructions without end': `${'<?'.repeat(8000)}${' '.repeat(3_900_000)}`,
  'groups within each other': svg(`${'<g id="a">'.repeat(8000)}${'</g>'.repeat(8000)}`),
  'a transform of 80,000 letters': svg(`<rect width="9" height="9" transform="${'rotate(1)'.repeat(9000)}"/>`),
  'a transform that never closes': svg(`<rect width="9" height="9" transform="${'('.repeat(80_000)}"/>`),
  'a document type of brackets': `<!DOCTYPE [${']'.repeat(80_000)}`,
  'a long text': svg(`<text>${'a'.repeat(300_000)}</text>`),
  'entities within entities': `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">${Array.from({ length: 8 }, (_, i) => `<!ENTITY ${'cdefghij'[i]} "${`&${'bcdefghi'[i]};`.repeat(10)}">`).join('')}]>${svg('<text>&j;</text>')}`,
  'a style sheet of 100,000 rules': svg(
    `<style>${Array.from({ length: 20_000 }, (_, i) => `.a${i} .b{fill:red}`).join('')}</style><rect width="9" height="9"/>`,
  ),
};

describe('drawings', () => {
  it.each(Object.entries(SQUARES))('%s: refused in words, and nothing else waits', async (_name, text) => {
    const asked = client.upload(text, 'drawing.svg'),
      wait = await longestWait(client, asked);
    expectProblem(await asked, 413, 415, 422);
    expect((await asked).text).toMatch(/Nothing was (?:stored|changed)|whatever its name says/);
    expect(wait).toBeLessThan(BLOCKED);
  });
  it('one cut short is refused, not stored', async () => {
    const whole = svg('<path d="M0 0h9v9z"/><circle cx="5" cy="5" r="3"/>');
    expectProblem(await client.upload(whole.slice(0, -20), 'cut.svg'), 415);
  });
  it('work nobody waits for any more ends', async () => {
    const { application } = await app.processes(),
      leave = new AbortController();
    // Blurs of everything, over and over: minutes of work for the one who draws it.
    const heavy = svg(
      `<filter id="f" x="-9" y="-9" width="20" height="20"><feGaussianBlur stdDeviation="90"/><feMorphology operator="dilate" radius="40"/></filter>${'<rect width="20" height="20" filter="url(#f)"/>'.repeat(3000)}`,
    );
    const left = Array.from({ length: 4 }, (_, i) =>
      client.upload(`${heavy}<!--${i}-->`, 'heavy.svg', leave.signal).catch(() => null),
    );
    await new Promise((r) => setTimeout(r, 1500));
    leave.abort();
    await Promise.all(left);
    // Others are taken in again at once, and what it held is given back.
    const next = await client.upload(svg('<rect width="7" height="7"/>'), 'next.svg');
    expect(next.status).toBe(201);
    expect(next.ms).toBeLessThan(BLOCKED);
    expect(memoryOfAll(application)).toBeLessThan(1.6e9);
  });
});

describe('photographs', () => {
  it('a damaged JPEG is decoded before it is taken: refused, or usable in every way', async () => {
    const whole = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#456' } })
      .jpeg()
      .toBuffer();
    let seed = 7;
    const random = (n: number): number => (seed = (seed * 48271) % 2147483647) % n;
    for (let i = 0; i < 12; i++) {
      const hurt = Buffer.from(whole);
      for (let k = 0; k < 6; k++) hurt[200 + random(hurt.length - 200)] = random(256);
      const taken = await client.upload(
        i % 3 ? hurt : hurt.subarray(0, 300 + random(hurt.length - 300)),
        `hurt-${i}.jpg`,
      );
      if (taken.status !== 201) {
        expectProblem(taken, 413, 415);
        continue;
      }
      const { id } = JSON.parse(taken.text) as { id: string };
      for (const as of ['thumbnail', 'working', 'original'])
        expect((await client.call(`/api/assets/${id}?as=${as}`)).status).toBe(200);
      const made = await client.send('POST', '/api/pieces', { destination: 'square-post', photo: id });
      expect(made.status).toBe(201);
      expect(
        (await client.call(`/api/pieces/${(JSON.parse(made.text) as { id: string }).id}/render?scale=0.1`)).status,
      ).toBe(200);
    }
  });
  it('a picture of one column and fifty million rows is refused by its header', async () => {
    const png = Buffer.from(
      await sharp({ create: { width: 4, height: 4, channels: 3, background: '#000' } })
        .png()
        .toBuffer(),
    );
    png.writeUInt32BE(1, 16);
    png.writeUInt32BE(50_000_000, 20);
    png.writeUInt32BE(crc32(png.subarray(12, 29)), 29);
    const a = await client.upload(png, 'column.png');
    expectProblem(a, 413, 415);
    expect(a.ms).toBeLessThan(BLOCKED);
  });
  it('what is no picture, no form, or nothing, is refused', async () => {
    expectProblem(await client.upload('', 'empty.png'), 400);
    expectProblem(await client.upload('<html><svg></svg></html>', 'page.svg'), 415);
    expectProblem(
      await client.call('/api/assets', { method: 'POST', body: 'x', headers: { 'content-type': 'text/plain' } }),
      400,
    );
    expectProblem(
      await client.call('/api/assets', {
        method: 'POST',
        body: '--x\r\n',
        headers: { 'content-type': 'multipart/form-data; boundary=x' },
      }),
      400,
    );
    const form = new FormData();
    form.append('file', new Blob(['nothing']), 'a.ttf');
    form.append('licence', 'x');
    expectProblem(await client.call('/api/campaigns/ostrel-line/fonts', { method: 'POST', body: form }), 422);
  });
});
