// Hand over, as a person does it: a format, how large, how good; seen before it is taken; the file is what was shown.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { By, type WebDriver } from 'selenium-webdriver';
import type { Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage, downloads: string;
inSession((s) => void ({ app, driver, bench, downloads } = s));

const says = async (): Promise<string> => (await bench.find('[data-written]')).getText();
const until = (what: RegExp): Promise<unknown> =>
  bench.until(
    async () =>
      what.test(await says()) && (await driver.findElements(By.css('[aria-busy="true"] [data-written]'))).length === 0,
    `it was never written: ${what}`,
  );
const check = async (words: string): Promise<void> => bench.switched(`//label[contains(., "${words}")]`, (was) => !was);
/** Takes the file and reads it. */
async function take(ending: string): Promise<Buffer> {
  const before = readdirSync(downloads);
  await bench.press('[data-download]');
  const name = await bench.until(
    () => Promise.resolve(readdirSync(downloads).find((f) => f.endsWith(ending) && !before.includes(f))),
    `no ${ending} came`,
  );
  await bench.until(
    async () => (await driver.findElements(By.css('[role="dialog"]'))).length === 0,
    'the dialog stayed open',
  );
  return readFileSync(join(downloads, name!));
}

it('a picture is seen as it is written, at 100 %, beside the one without loss; both are moved together', async () => {
  await bench.open(app.address, 'ostrel-reopening');
  await bench.click('Hand over');
  await until(/MB$/);
  await bench.choose('JPEG');
  await until(/kB, quality 90/);
  expect(await violations(driver)).toEqual([]);
  const panes = await driver.findElements(By.css('[role="region"][aria-label$="at 100 %"]'));
  expect(panes).toHaveLength(2);
  const shown = (await driver.executeScript(
    'return [...arguments[0].querySelectorAll("img")].map((i) => i.clientWidth * devicePixelRatio / i.naturalWidth)',
    await bench.find('[data-making], [aria-busy]'),
  )) as number[];
  expect(shown).toEqual([1, 1]);
  await driver.executeScript('arguments[0].scrollTo(123, 45)', panes[0]);
  await bench.until(
    async () =>
      (await driver.executeScript('return `${arguments[0].scrollLeft} ${arguments[0].scrollTop}`', panes[1])) ===
      '123 45',
    'the other did not go along',
  );
});

it('no larger than asked: the quality is searched, and said; what cannot be is said, too', async () => {
  await check('No larger than');
  await until(/quality \d+$/);
  await bench.type('No larger than, kB', '60');
  await until(/^\d\d kB, quality \d\d$/);
  const quality = Number(/\d+$/.exec(await says())![0]);
  expect(quality).toBeLessThan(60);
  await bench.type('No larger than, kB', '1');
  await bench.until(
    async () =>
      (await driver.findElements(By.xpath('//*[@role="alert"][contains(., "does not become so small")]'))).length > 0,
    'it was not said',
  );
  expect(await (await bench.find('[data-download]')).isEnabled()).toBe(false);
  await bench.type('No larger than, kB', '60');
  await until(/^\d\d kB, quality \d\d$/);
  const bytes = await take('.jpg');
  expect(bytes.length).toBeLessThanOrEqual(60_000);
  expect(await sharp(bytes).metadata()).toMatchObject({ format: 'jpeg', width: 1080, height: 1080 });
});

it('in any width and in few colours, without the paper; what was chosen is remembered with the piece', async () => {
  await driver.navigate().refresh();
  await bench.click('Hand over');
  await until(/^\d\d kB, quality \d\d$/);
  await check('No larger than');
  await bench.choose('PNG');
  await bench.type('Width, px', '540');
  await bench.take('//label[normalize-space(.)="Colours"]/following::input[1]');
  await bench.take('//*[@role="option"][normalize-space(.)="16"]');
  await check('Without paper');
  await until(/kB, 16 colours$/);
  const bytes = await take('.png'),
    { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true }),
    found = new Set<number>();
  expect(info).toMatchObject({ width: 540, height: 540 });
  for (let i = 0; i < data.length; i += 4) found.add((data[i] << 16) | (data[i + 1] << 8) | data[i + 2]);
  expect(found.size).toBeLessThanOrEqual(16);
});

it('WebP and AVIF are what they are called, as the server writes them for programs', async () => {
  for (const [words, format] of [
    ['WebP', 'webp'],
    ['AVIF', 'heif'],
  ] as const) {
    await bench.click('Hand over');
    await bench.choose(words);
    await until(/quality 90$/);
    const bytes = await take(`.${words.toLowerCase()}`);
    expect(await sharp(bytes).metadata()).toMatchObject({ format, width: 540 });
    const own = await fetch(
      `${app.address}/api/pieces/ostrel-reopening/render?format=${words.toLowerCase()}&scale=0.5&quality=90&transparent=1`,
    );
    expect(own.headers.get('content-type')).toBe(`image/${words.toLowerCase()}`);
    expect(Buffer.from(await own.arrayBuffer()).equals(bytes)).toBe(true);
  }
  const ask = (query: string): Promise<number> =>
    fetch(`${app.address}/api/pieces/ostrel-reopening/render?${query}`).then((r) => r.status);
  expect(await Promise.all(['colours=7', 'target=10', 'format=bmp', 'format=jpeg&target=1000'].map(ask))).toEqual([
    400, 400, 400, 422,
  ]);
});
