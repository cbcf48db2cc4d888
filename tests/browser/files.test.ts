// Pieces and campaigns as files: out, into an empty database, and out again unchanged; what is not whole is refused.
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { strToU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { By, type WebDriver } from 'selenium-webdriver';
import type { TakenIn } from '../../src/contract/files';
import type { Piece } from '../../src/core/piece/schema';
import type { HouseStyle } from '../../src/core/values/house';
import { type Application, startForTests } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { wholeFiles } from './folders';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage, downloads: string, empty: Application;
inSession((s) => void ({ app, driver, bench, downloads } = s));
beforeAll(async () => void (empty = await startForTests({}, false)));
afterAll(() => empty.stop());

type Files = Record<string, Uint8Array>;
const get = async (from: Application, path: string): Promise<Uint8Array> =>
  new Uint8Array(await (await fetch(from.address + path)).arrayBuffer());
const json = async <T>(from: Application, path: string): Promise<T> =>
  (await (await fetch(from.address + path)).json()) as T;
function takeIn(to: Application, bytes: Uint8Array, name = 'file.plavo.zip'): Promise<Response> {
  const form = new FormData();
  form.set('file', new Blob([bytes as Uint8Array<ArrayBuffer>]), name);
  return fetch(`${to.address}/api/files`, { method: 'POST', body: form });
}
const manifestOf = (files: Files) =>
  JSON.parse(Buffer.from(files['plavo.json']).toString()) as {
    version: number;
    pieces: { id: string; file: string }[];
    pictures: { id: string; file: string }[];
  };
const same = (a: Uint8Array, b: Uint8Array): boolean => Buffer.from(a).equals(Buffer.from(b));

let campaign: Uint8Array;

it('a campaign goes out, into an empty database, and out again unchanged to the byte', async () => {
  const [{ id }] = await json<{ id: string }[]>(app, '/api/campaigns');
  campaign = await get(app, `/api/campaigns/${id}/file`);
  const files = unzipSync(campaign),
    { pieces, pictures } = manifestOf(files);
  // Nineteen pieces and eighteen templates.
  expect(pieces).toHaveLength(37);
  expect(pictures.length).toBeGreaterThan(12);
  for (const { id: name, file } of pictures) expect(createHash('sha256').update(files[file]).digest('hex')).toBe(name);
  const made = await takeIn(empty, campaign);
  expect(made.status).toBe(201);
  const taken = (await made.json()) as TakenIn;
  expect(taken).toMatchObject({ what: 'campaign', campaign: { name: 'The Ostrel Line' }, notes: [] });
  expect(taken.pieces).toHaveLength(37);
  expect((await json<{ items: unknown[] }>(empty, '/api/templates?limit=50')).items).toHaveLength(18);
  const again = unzipSync(await get(empty, `/api/campaigns/${taken.campaign.id}/file`));
  expect(Object.keys(again).sort()).toEqual(Object.keys(files).sort());
  expect(Object.keys(files).filter((name) => !same(files[name], again[name]))).toEqual([]);
  // It is painted there as here.
  const [here, there] = await Promise.all(
    [app, empty].map((a) => get(a, '/api/pieces/ostrel-cup-cut-out/render?scale=0.5')),
  );
  expect(same(here, there)).toBe(true);
});

it('a piece goes out and in again at a press, as a piece of its own', async () => {
  await driver.get(app.address);
  await bench.press('[aria-label="More for Ticket sale"]');
  await bench.take('//*[@role="menuitem"][normalize-space(.)="As a file"]');
  const name = await bench.until(
      () => Promise.resolve(wholeFiles(downloads).find((f) => f.endsWith('.plavo.zip'))),
      'no file came',
    ),
    path = join(downloads, name!);
  await (await driver.findElement(By.css('[data-testid="piece-file"]'))).sendKeys(path);
  const link = await bench.find('a[href^="/piece/"]:not([class*="link"])');
  const { items } = await json<{ items: { id: string; name: string }[] }>(app, '/api/pieces?limit=50');
  expect(items.filter((p) => p.name === 'Ticket sale')).toHaveLength(2);
  await driver.get(app.address + new URL((await link.getAttribute('href'))!, app.address).pathname);
  await bench.find('[data-overlay] > [data-layer]');
  const own = unzipSync(new Uint8Array(readFileSync(path)));
  expect(manifestOf(own).pieces).toHaveLength(1);
});

it('an OpenRaster file becomes a piece of its layers, which looks the same', async () => {
  const ora = await get(app, '/api/pieces/ostrel-tickets/render?format=ora'),
    made = await takeIn(app, ora, 'tickets.ora');
  expect(made.status).toBe(201);
  const { pieces, notes } = (await made.json()) as TakenIn;
  expect(notes).toEqual([]);
  const { piece } = await json<{ piece: Piece }>(app, `/api/pieces/${pieces[0].id}`);
  expect(piece.slides[0].layers.map((l) => l.name)).toEqual(expect.arrayContaining(['Paper', 'Fade']));
  const [before, after] = await Promise.all(
    ['ostrel-tickets', pieces[0].id].map(async (id) =>
      sharp(await get(app, `/api/pieces/${id}/render`))
        .removeAlpha()
        .raw()
        .toBuffer(),
    ),
  );
  let sum = 0;
  for (let i = 0; i < before.length; i++) sum += Math.abs(before[i] - after[i]);
  expect(sum / before.length).toBeLessThan(1);
  for (const [what, bytes] of [
    ['no list', zipSync({ mimetype: strToU8('image/openraster') })],
    ['a list that is none', zipSync({ mimetype: strToU8('image/openraster'), 'stack.xml': strToU8('<image') })],
  ] as const) {
    const answer = await takeIn(app, bytes);
    expect({ what, status: answer.status }).toEqual({ what, status: 422 });
  }
});

const DRAWING = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 120 80">
  <rect width="120" height="80" fill="#1d3b2f"/>
  <g id="Signal"><rect id="post" x="20" y="30" width="6" height="40" fill="#f5f7f8"/><circle id="lamp" cx="23" cy="24" r="9" fill="#f2a31b"/></g>
  <text x="60" y="50" font-family="Archivo" font-size="14" fill="#f5f7f8">Varn Halt</text>
</svg>`;

it('a drawing becomes a piece of its layers: shapes, groups, texts, its ground the backdrop', async () => {
  const path = join(downloads, 'signal.svg');
  writeFileSync(path, DRAWING);
  await driver.get(app.address);
  await (await driver.findElement(By.css('[data-testid="piece-file"]'))).sendKeys(path);
  const open = await bench.until(
    async () => (await driver.findElements(By.xpath('//a[text()="Open it"]')))[0],
    'it was not taken in',
  );
  await driver.get((await open.getAttribute('href')) ?? '');
  await bench.find('[data-row]');
  const { slides, sizes } = await bench.document();
  expect([sizes[0].width, sizes[0].height]).toEqual([1080, 720]);
  expect(slides[0].layers.map((l) => [l.kind, l.band, l.name])).toEqual([
    ['shape', 'backdrop', 'Rectangle'],
    ['shape', 'message', 'post'],
    ['shape', 'message', 'lamp'],
    ['text', 'message', 'Text'],
  ]);
  expect(slides[0].groups.map((g) => g.name)).toEqual(['Signal']);
  await bench.untilVerdict('Clear');
});

it('a drawing that lies on a slide is taken apart at a press, and put together by undo', async () => {
  const form = new FormData();
  form.set('file', new Blob([DRAWING], { type: 'image/svg+xml' }), 'signal.svg');
  const asset = (await (await fetch(`${app.address}/api/assets`, { method: 'POST', body: form })).json()) as {
      id: string;
    },
    made = (await (
      await fetch(`${app.address}/api/pieces`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ width: 600, height: 400, photo: asset.id, name: 'Signal' }),
      })
    ).json()) as { id: string };
  // It has no text that could be read.
  await bench.goTo(app.address, `/piece/${made.id}`);
  await bench.find('[data-row]');
  const [before] = (await bench.document()).slides;
  await bench.selectRow(before.layers[0].name);
  await bench.click('Take apart');
  const { slides } = await bench.untilDocument((p) => p.slides[0].layers.length === 4, 'it was not taken apart');
  expect(slides[0].groups.map((g) => g.name)).toEqual([before.layers[0].name, 'Signal']);
  expect(Object.values(slides[0].layers[0].box).map(Math.round)).toEqual([0, 0, 600, 400]);
  await bench.undo();
  await bench.untilDocument((p) => p.slides[0].layers.length === 1, 'it was not put together');
  const photo = await fetch(`${app.address}/api/assets/${'0'.repeat(64)}/layers`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  });
  expect(photo.status).toBe(404);
});

it('which house colour reads on which is told in a table, for either goal', async () => {
  await driver.get(`${app.address}/house/ostrel-line`);
  await bench.find('[data-ready]');
  const cell = async (ink: string, ground: string): Promise<string> =>
    (await bench.find(`[data-pair="${ink} ${ground}"]`)).getText();
  expect(await cell('snow', 'spruce')).toMatch(/1\d\.\d\s*at any size/);
  // The same both ways, each in its own colours.
  expect(/\d+\.\d/.exec(await cell('spruce', 'snow'))![0]).toBe(/\d+\.\d/.exec(await cell('snow', 'spruce'))![0]);
  expect(await cell('amber', 'snow')).toMatch(/at no size/);
  const usual = await cell('spruce', 'amber');
  expect(usual).toMatch(/at any size/);
  await bench.choose('Stricter goal');
  await bench.until(async () => /from \d+ px/.test(await cell('spruce', 'amber')), 'the goal changed nothing');
  // Samples show what cannot be read, on purpose; the words beside them say it.
  expect((await violations(driver)).filter((v) => !/color-contrast at .*(?:td\[data-pair|specimen)/.test(v))).toEqual(
    [],
  );
});

it('house colours go out as design tokens, and those of others come in, with what was not taken', async () => {
  const [{ id }] = await json<{ id: string }[]>(app, '/api/campaigns'),
    tokens = await json<{ colour: Record<string, unknown>; type: Record<string, { $extensions: unknown }> }>(
      app,
      `/api/campaigns/${id}/tokens`,
    ),
    colours = Object.keys(tokens.colour).filter((k) => !k.startsWith('$'));
  expect(colours.length).toBeGreaterThan(4);
  expect(tokens.type['Story headline'].$extensions).toMatchObject({
    'app.plavo.house': { colour: '{colour.Snow}', shadow: '{shadow.Soft}' },
  });
  const [first] = colours,
    path = join(downloads, 'house.tokens.json');
  writeFileSync(
    path,
    JSON.stringify({
      $type: 'color',
      [first]: { $value: '#123456' },
      heather: { $value: '{moor}' },
      moor: { $value: '#8a6fa8' },
      lost: { $value: '{nowhere}' },
    }),
  );
  await driver.get(app.address);
  await (await driver.findElement(By.css(`[data-testid="tokens-${id}"]`))).sendKeys(path);
  await bench.until(
    async () =>
      (await driver.findElements(By.xpath('//*[contains(text(), "2 parts of the house style were added, 1 changed")]')))
        .length > 0,
    'it was not said',
  );
  const { swatches: after } = await json<HouseStyle>(app, `/api/campaigns/${id}/house`);
  expect(after.find((s) => s.name === first)?.colour).toBe('#123456');
  expect(after.filter((s) => s.colour === '#8a6fa8').map((s) => s.name)).toEqual(['heather', 'moor']);
  const refused = (body: unknown): Promise<number> =>
    fetch(`${app.address}/api/campaigns/${id}/tokens`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }).then((r) => r.status);
  expect(await Promise.all([{ a: { $type: 'color', $value: '{a}' } }, {}, [1]].map(refused))).toEqual([422, 422, 400]);
});

describe('what is not whole', () => {
  /** The campaign's file with something else in it. */
  const changed = (change: (files: Files) => void): Uint8Array => {
    const files = unzipSync(campaign);
    change(files);
    return zipSync(files, { level: 0 });
  };
  const edited = (edit: (manifest: ReturnType<typeof manifestOf>) => void) =>
    changed((files) => {
      const manifest = manifestOf(files);
      edit(manifest);
      files['plavo.json'] = strToU8(JSON.stringify(manifest));
    });
  const BAD: Record<string, [number, () => Uint8Array]> = {
    'no archive': [415, () => strToU8('not a zip')],
    'cut short': [415, () => campaign.slice(0, campaign.length >> 1)],
    'an archive of something else': [415, () => zipSync({ 'a.txt': strToU8('a') })],
    'a drawing cut short': [422, () => strToU8(DRAWING.slice(0, 200))],
    'a drawing of a million parts': [
      413,
      () => strToU8(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${'<g/>'.repeat(1_000_000)}</svg>`),
    ],
    'a drawing that repeats itself without end': [
      422,
      () => strToU8('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><g id="a"><use href="#a"/></g></svg>'),
    ],
    'a drawing that draws nothing': [422, () => strToU8('<svg xmlns="http://www.w3.org/2000/svg"/>')],
    'a newer version': [422, () => edited((m) => void (m.version = 9))],
    'a manifest that is none': [422, () => changed((f) => void (f['plavo.json'] = strToU8('{')))],
    'a path that leads elsewhere': [422, () => edited((m) => void (m.pieces[0].file = '../../etc/passwd'))],
    'a piece that is not in it': [422, () => changed((f) => void delete f[manifestOf(f).pieces[0].file])],
    'a piece that is none': [
      422,
      () => changed((f) => void (f[manifestOf(f).pieces[0].file] = strToU8('{"format":"x"}'))),
    ],
    'a picture that documents name and it lacks': [422, () => edited((m) => void m.pictures.shift())],
    'a picture that is another one': [
      422,
      () => changed((f) => void (f[manifestOf(f).pictures[0].file] = f[manifestOf(f).pictures[1].file])),
    ],
    'an entry that unpacks to too much': [
      413,
      () => zipSync({ 'plavo.json': new Uint8Array(70_000_000) }, { level: 9 }),
    ],
    'too many entries': [
      413,
      () =>
        zipSync(Object.fromEntries(Array.from({ length: 6100 }, (_, i) => [`a/${i}`, new Uint8Array()])), { level: 0 }),
    ],
  };
  it.each(Object.entries(BAD))('%s: refused in words, and nothing of it is there', async (_, [status, make]) => {
    const state = async (): Promise<string> =>
        JSON.stringify([await json(empty, '/api/campaigns'), await json(empty, '/api/assets?limit=200')]),
      before = await state(),
      answer = await takeIn(empty, make()),
      said = (await answer.json()) as { title: string; detail: string };
    expect({ status: answer.status, said }).toMatchObject({ status });
    expect(said.detail).toMatch(/Nothing was taken in; what was here stays as it is\.$/);
    expect(await state()).toBe(before);
  });
  it('what was refused is said in the page', async () => {
    const path = join(downloads, 'broken.plavo.zip');
    writeFileSync(path, campaign.slice(0, 5000));
    await driver.get(app.address);
    await (await driver.findElement(By.css('[data-testid="piece-file"]'))).sendKeys(path);
    await bench.until(
      async () => (await driver.findElements(By.xpath('//*[contains(text(), "This is no file of Plavo")]'))).length > 0,
      'it was not said',
    );
  });
});
