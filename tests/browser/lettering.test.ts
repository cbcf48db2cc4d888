// A finished picture is checked: its words are found, read as they were, treated, and set anew.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import type { LetteringAnswer } from '../../src/contract/pictures';
import { isText } from '../../src/core/kinds/layers';
import { makePhoto } from '../../src/core/kinds/photo';
import { lifted } from '../../src/core/piece/lift';
import { makePiece } from '../../src/core/piece/make';
import type { Piece } from '../../src/core/piece/schema';
import type { Reading } from '../../src/core/reading/read';
import { ids } from '../../src/core/testing/scenes';
import type { Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { folderFor } from './folders';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s));

const folder = folderFor('finished');

const json = async <T>(path: string, body?: unknown): Promise<T> => {
  const r = await fetch(
    app.address + path,
    body === undefined
      ? {}
      : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
  );
  if (!r.ok) throw new Error(`${path}: ${r.status} ${await r.text()}`);
  return (await r.json()) as T;
};
const rendered = async (id: string, slide = 1): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await (await fetch(`${app.address}/api/pieces/${id}/render?slide=${slide}&format=png`)).arrayBuffer());
async function uploaded(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const form = new FormData();
  form.append('file', new Blob([bytes], { type: 'image/png' }), 'finished.png');
  return ((await (await fetch(`${app.address}/api/assets`, { method: 'POST', body: form })).json()) as { id: string })
    .id;
}
const textsIn = (p: Piece) => p.slides[0].layers.filter(isText);
const texts = async (): Promise<string[]> => textsIn(await bench.document()).map((t) => t.text);

it('a picture is dropped in, its words are found and read', async () => {
  const file = join(folder, 'Autumn walks.png');
  writeFileSync(file, await rendered('ostrel-autumn-walks'));
  await bench.goTo(app.address, '/');
  await (await bench.find('[data-testid="finished-file"]')).sendKeys(file);
  await bench.until(async () => (await driver.getCurrentUrl()).includes('/piece/'), 'no piece was made');
  await bench.until(async () => (await texts()).length === 2, 'its texts were not found', 60_000);
  expect(await texts()).toEqual(['Step off, walk on', 'Six walks from six platforms, with tea\nat the end']);
  await bench.untilVerdict('Clear');
  const { sizes, name } = await bench.document();
  expect([name, sizes[0].destination, sizes[0].width]).toEqual(['Autumn walks', 'portrait-post', 1080]);
  expect(await violations(driver)).toEqual([]);
});

it('its letters stay as they are while their words are named, and can be set in a font', async () => {
  await bench.selectRow('Step off, walk on');
  const words = await driver.findElement(By.xpath('//label[text()="What it says"]/following::textarea[1]'));
  expect(await words.getAttribute('value')).toBe('Step off, walk on');
  const [before] = textsIn(await bench.document());
  await words.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Step out, walk on');
  const named = await bench.untilDocument((p) => textsIn(p)[0].text === 'Step out, walk on', 'it was not named');
  expect(textsIn(named)[0].traced?.letters.map((l) => l.d)).toEqual(before.traced?.letters.map((l) => l.d));
  await bench.click('Set in a font');
  await bench.untilDocument((p) => textsIn(p)[0].traced === null, 'it was not set in a font');
  await bench.until(
    async () => (await driver.findElements(By.xpath('//label[text()="Weight"]'))).length > 0,
    'its type cannot be chosen',
  );
  await bench.undo();
  await bench.untilDocument((p) => textsIn(p)[0].traced !== null, 'it was not undone');
});

it('one box drawn round one text lifts that one, in one step', async () => {
  // All found letters go back into the picture.
  for (let n = 0; n < 6 && (await texts()).length > 0; n++) await bench.undo();
  expect(await texts()).toEqual([]);
  const photo = (await bench.document()).slides[0].layers[0];
  await bench.selectRow(photo.name);
  await bench.unfold('Letters in the picture');
  await bench.click('Draw a box round some');
  const area = await bench.find('[aria-label="Draw a box round a text"]'),
    { width, height } = await area.getRect();
  // The headline of the picture: from the left, a fifth of its height, at two thirds down.
  await driver
    .actions()
    .move({ origin: area, x: Math.round(-0.4 * width), y: Math.round(0.155 * height) })
    .press()
    .move({ origin: area, x: Math.round(0.34 * width), y: Math.round(0.245 * height) })
    .release()
    .perform();
  await bench.until(async () => (await texts()).length === 1, 'the text was not found', 60_000);
  expect(await texts()).toEqual(['Step off, walk on']);
  await bench.undo();
  expect(await texts()).toEqual([]);
  expect((await bench.document()).slides[0].layers[0]).toEqual(photo);
});

it('what cannot be told is said, and nothing is changed', async () => {
  const file = join(folder, 'Flat.png');
  const { default: sharp } = await import('sharp');
  await sharp({ create: { width: 600, height: 400, channels: 3, background: '#246' } })
    .png()
    .toFile(file);
  await bench.goTo(app.address, '/');
  await (await bench.find('[data-testid="finished-file"]')).sendKeys(file);
  await bench.until(
    async () => (await driver.findElements(By.xpath("//*[text()='No letters were found']"))).length > 0,
    'nothing was said',
    60_000,
  );
  expect(await texts()).toEqual([]);
});

it('finished pictures of the demo read as their pieces do: at least nine texts of ten within a tenth', async () => {
  const { items } = await json<{ items: { id: string; section: boolean; campaign: string }[] }>(
    '/api/pieces?limit=100',
  );
  const off: string[] = [];
  let all = 0;
  // Every other one: each takes some seconds.
  for (const { id } of items.filter((p) => p.id.startsWith('ostrel-') && !p.section).filter((_, n) => n % 2)) {
    const { piece } = await json<{ piece: Piece }>(`/api/pieces/${id}`),
      was = await json<Reading[]>(`/api/pieces/${id}/reading`),
      asset = await uploaded(await rendered(id)),
      found = await json<LetteringAnswer>(`/api/assets/${asset}/letters`, {}),
      newId = ids(),
      [{ width, height, shownWidth }] = piece.sizes,
      made = makePiece('Check', { width, height, shownWidth }, newId, (z) => [makePhoto('photo', asset, 'Picture', z)]),
      document = found.clean
        ? lifted(made, made.slides[0].id, 'photo', { ...found, clean: found.clean, file: found }, newId).piece
        : made,
      { id: check } = await json<{ id: string }>('/api/pieces', { document }),
      now = await json<Reading[]>(`/api/pieces/${check}/reading`);
    for (const text of textsIn(piece).filter((t) => t.visible)) {
      const [own] = was.filter((r) => r.layer === text.id);
      if (own?.ratio === null || own === undefined) continue;
      all++;
      // Letters of the finished picture that stand where this text stands, whatever text they were taken for.
      const x = own.letters.map((l) => l.box.x + l.box.width / 2),
        y = own.letters.map((l) => l.box.y + l.box.height / 2),
        within = (v: number, all: number[], by: number): boolean =>
          v > Math.min(...all) - by && v < Math.max(...all) + by,
        by = 0.3 * text.fontSize,
        ratios = now.flatMap((r) => {
          const here = r.letters.filter(
            ({ box }) => within(box.x + box.width / 2, x, by) && within(box.y + box.height / 2, y, by),
          );
          return here.length && r.flags.includes('unfound') ? [r.ratio!] : here.map((l) => l.ratio);
        }),
        least = Math.min(...ratios);
      if (!(Math.abs(least / own.ratio - 1) <= 0.1)) off.push(`${id} ${text.text}: ${own.ratio} became ${least}`);
    }
    await fetch(`${app.address}/api/pieces/${check}`, { method: 'DELETE' });
  }
  expect(all).toBeGreaterThan(10);
  if (off.length > all / 10) throw new Error(off.join('\n'));
});

it('programs that ask for what is not there get words', async () => {
  const asset = await uploaded(await rendered('ostrel-autumn-walks')),
    ask = (id: string, body: unknown) =>
      fetch(`${app.address}/api/assets/${id}/letters`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
  expect((await ask('0'.repeat(64), {})).status).toBe(404);
  for (const boxes of [[], [{ x: 0.5, y: 0.5, width: 0, height: 0.1 }], [{ x: -1, y: 0, width: 2, height: 1 }]])
    expect((await ask(asset, { boxes })).status).toBe(400);
  const two = (await (
    await ask(asset, {
      boxes: [
        { x: 0.1, y: 0.65, width: 0.8, height: 0.1 },
        { x: 0.1, y: 0.75, width: 0.8, height: 0.12 },
      ],
    })
  ).json()) as LetteringAnswer;
  expect(two.texts.map((t) => t.text.slice(0, 9))).toEqual(['Step off,', 'Six walks']);
  const found = (await (
    await ask(asset, { boxes: [{ x: 0.01, y: 0.01, width: 0.002, height: 0.002 }] })
  ).json()) as LetteringAnswer;
  expect(found).toMatchObject({ texts: [], clean: null });
});

it('no page has logged an error', async () => expect(await bench.errors()).toEqual([]));
