// Hand over, as a person does it: a format, how large, how good; seen before it is taken; the file is what was shown.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import type { ExportStatus } from '../../src/contract/exports';
import { makePool } from '../../src/core/kinds/pool';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { wholeFiles } from './folders';
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
    () => Promise.resolve(wholeFiles(downloads).find((f) => f.endsWith(ending) && !before.includes(f))),
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

it('what is not Clear is said, with a way there', async () => {
  const warnings = await bench.find('[data-warnings="3"]');
  expect(await warnings.getText()).toMatch(/Slow trains, long views Lost, \d\.\d of \d\.\d/);
  expect(await warnings.getText()).toContain('Alternative text is missing');
  await bench.press('[aria-label="Show Slow trains, long views"]');
  await bench.find('[data-row="headline"][data-selected]');
  await bench.click('Hand over');
  await until(/kB, quality 90/);
});

it('what is warned of is mended at a press: a photo that is enlarged, a text that is Lost', async () => {
  await bench.choose('PNG');
  await bench.choose('2×');
  await bench.find('[data-warnings="4"]');
  await bench.press('[data-mend="photo"]');
  await bench.find('[data-warnings="3"]');
  await bench.choose('1×');
  await bench.choose('JPEG');
  const before = JSON.stringify((await bench.document()).slides[0].layers),
    now = (p: Piece): string => JSON.stringify(p.slides[0].layers);
  await bench.press('[data-mend="text"]');
  await bench.untilDocument((p) => now(p) !== before, 'nothing was laid');
  await bench.undo();
  await bench.untilDocument((p) => now(p) === before, 'it was not undone');
  await bench.click('Hand over');
  await until(/kB, quality 90/);
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
      `${app.address}/api/pieces/ostrel-reopening/render?format=${words.toLowerCase()}&scale=0.5&quality=90&transparent=1&download=1`,
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

it('a file that is larger than its destination takes is kept within at a press', async () => {
  await bench.open(app.address, 'ostrel-cup');
  await bench.click('Hand over');
  await bench.choose('JPEG');
  await bench.choose('4×');
  await until(/\.\d+ MB, quality 90$/);
  await bench.press('[data-mend="bytes"]');
  await until(/^\d{3} kB, quality \d+$/);
});

describe('drawings and layers', () => {
  const ALTERNATIVE = 'Tickets from 14 March & a mountain';
  it('an SVG holds outlines, gradients and the words that say what it shows; what is a picture in it is said', async () => {
    const { piece } = (await (await fetch(`${app.address}/api/pieces/ostrel-tickets`)).json()) as { piece: Piece },
      [slide] = piece.slides,
      at = slide.layers.findIndex((l) => l.band === 'message'),
      pool = makePool('pool', '#1d3038', 0.3, { x: 70, y: 80, width: 760, height: 280 }, 124, ['headline']),
      layers = [...slide.layers.slice(0, at), pool, ...slide.layers.slice(at)],
      made = await fetch(`${app.address}/api/pieces`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ campaign: 'ostrel-line', document: { ...piece, slides: [{ ...slide, layers }] } }),
      });
    await bench.open(app.address, ((await made.json()) as { id: string }).id);
    await bench.click('Hand over');
    await bench.choose('SVG');
    await until(/[kM]B$/);
    expect(await (await bench.find('[data-not-kept]')).getText()).toContain('Pool: partly drawn as a picture');
    await bench.press('[data-suggest]');
    await bench.until(
      async () => /^Tickets from/.test((await (await bench.find('[role="dialog"] textarea')).getText()) || ''),
      'nothing was suggested',
    );
    const words = await bench.find('[role="dialog"] textarea');
    await words.sendKeys(Key.chord(Key.CONTROL, 'a'), ALTERNATIVE);
    await until(/[kM]B$/);
    expect(await violations(driver)).toEqual([]);
    const svg = (await take('.svg')).toString();
    expect(svg).toContain('<desc>Tickets from 14 March &#38; a mountain</desc>');
    expect(svg).not.toMatch(/<text|<script|https?:(?!\/\/www\.w3\.org)/);
    expect(await sharp(Buffer.from(svg)).metadata()).toMatchObject({ format: 'svg', width: 1080, height: 1080 });
  });

  it('letters are text where that is chosen; the words are kept with the piece, and undone like any edit', async () => {
    await bench.click('Hand over');
    expect(await (await bench.find('[role="dialog"] textarea')).getText()).toBe(ALTERNATIVE);
    await bench.choose('As text, with fonts');
    await until(/[kM]B$/);
    const svg = (await take('.svg')).toString();
    expect(svg).toMatch(/>Tickets from<\/text>/);
    expect(svg).toContain('data:font/woff2;base64,');
    await bench.undo();
    await bench.untilDocument((p) => p.slides[0].alternative !== ALTERNATIVE, 'it was not undone');
  });

  it('a PDF and an OpenRaster file are what they are called', async () => {
    await bench.click('Hand over');
    await bench.choose('PDF');
    await check('Crop marks');
    await until(/[kM]B$/);
    const pdf = await take('.pdf');
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    expect(pdf.toString('latin1')).toContain('/TrimBox');
    await bench.click('Hand over');
    await bench.choose('OpenRaster');
    await until(/[kM]B$/);
    const files = unzipSync(new Uint8Array(await take('.ora')));
    expect(Buffer.from(files.mimetype).toString()).toBe('image/openraster');
    expect(Buffer.from(files['stack.xml']).toString()).toContain('name="Pool"');
    expect(await sharp(files['mergedimage.png']).metadata()).toMatchObject({ width: 1080, height: 1080 });
  });
});

describe('several at once', () => {
  const CAROUSEL = 'ostrel-carousel';
  it('slides, sizes and formats come as one archive, every file what its name says', async () => {
    const { revision } = (await (await fetch(`${app.address}/api/pieces/${CAROUSEL}`)).json()) as { revision: number },
      added = await fetch(`${app.address}/api/pieces/${CAROUSEL}/sizes`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'if-match': `"${revision}"` },
        body: JSON.stringify({ destination: 'square-post' }),
      });
    expect(added.status).toBe(201);
    await bench.open(app.address, CAROUSEL);
    await bench.click('Hand over');
    await bench.choose('Several, ZIP');
    await bench.press('[data-mend="alternative"]');
    await bench.untilDocument((p) => p.slides.every((s) => s.alternative.length > 5), 'nothing was suggested');
    for (const format of ['JPEG', 'WebP']) await check(format);
    await bench.choose('0.5×');
    const names = await bench.find('[role="dialog"] input[maxlength="120"]');
    await names.sendKeys(Key.chord(Key.CONTROL, 'a'), '{nothing}');
    await bench.until(
      async () => (await driver.findElements(By.xpath('//*[contains(text(), "{nothing} is no part")]'))).length > 0,
      'it was not said',
    );
    await names.sendKeys(Key.chord(Key.CONTROL, 'a'), '{slide}/{size}');
    await bench.find('[data-files="42"]');
    // What is scrolled half under its heading would count as small.
    await driver.executeScript(`document.querySelector('[role="dialog"]').scrollTop = 0`);
    expect(await violations(driver)).toEqual([]);
    const files = unzipSync(new Uint8Array(await take('.zip')));
    expect(Object.keys(files)).toHaveLength(42);
    for (const [name, bytes] of Object.entries(files)) {
      const [, slide, width, height, ending] = /^(\d\d)-(\d+)x(\d+)\.(png|jpg|webp)$/.exec(name) ?? [];
      expect(Number(slide)).toBeGreaterThan(0);
      expect(await sharp(bytes).metadata()).toMatchObject({
        format: ending === 'jpg' ? 'jpeg' : ending,
        width: Number(width),
        height: Number(height),
      });
    }
  });

  it('is stopped at a press, and the next one is made all the same', async () => {
    await bench.click('Hand over');
    await bench.choose('4×');
    await bench.press('[data-download]');
    await bench.find('[data-archive="making"]');
    await bench.click('Stop');
    await bench.until(
      async () => (await driver.findElements(By.css('[data-archive]'))).length === 0,
      'it was not stopped',
    );
    await bench.choose('0.5×');
    await take('.zip');
  });

  it('programs make, watch, fetch and stop jobs; what is not right is said before', async () => {
    const post = (body: object, id = CAROUSEL): Promise<Response> =>
      fetch(`${app.address}/api/pieces/${id}/exports`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    const made = await post({ slides: [2], formats: ['jpeg'], target: 30_000 });
    expect(made.status).toBe(201);
    const at = app.address + made.headers.get('location')!,
      status = async (): Promise<ExportStatus> => (await fetch(at)).json() as Promise<ExportStatus>;
    expect(await status()).toMatchObject({ state: 'waiting', of: 2, done: 0 });
    const files = unzipSync(new Uint8Array(await (await fetch(`${at}/file`)).arrayBuffer()));
    expect(Object.values(files).map((b) => b.length <= 30_000)).toEqual([true, true]);
    expect(await status()).toMatchObject({ state: 'made', done: 2, left: [] });
    expect((await fetch(`${at}/file`)).status).toBe(404);
    // All slides are pages of one file, for each size.
    const paged = app.address + (await post({ formats: ['pdf'], pattern: '{piece}-{slide}' })).headers.get('location')!,
      pdfs = unzipSync(new Uint8Array(await (await fetch(`${paged}/file`)).arrayBuffer()));
    expect(Object.keys(pdfs).filter((n) => n.endsWith('.pdf'))).toHaveLength(2);
    for (const [name, bytes] of Object.entries(pdfs))
      if (name.endsWith('.pdf'))
        expect(
          Buffer.from(bytes)
            .toString('latin1')
            .match(/\/Type \/Page\b/g),
        ).toHaveLength(7);
    // What cannot be made is named, the rest is there.
    const partly =
        app.address + (await post({ slides: [1], formats: ['png', 'jpeg'], target: 20_000 })).headers.get('location')!,
      some = unzipSync(new Uint8Array(await (await fetch(`${partly}/file`)).arrayBuffer()));
    expect(Object.keys(some).filter((n) => n.endsWith('.jpg'))).toHaveLength(2);
    const { left } = (await (await fetch(partly)).json()) as ExportStatus;
    expect(Object.keys(some).length).toBe(4 - left.length + (left.length ? 1 : 0));
    for (const l of left) expect(Buffer.from(some['report.txt']).toString()).toContain(l.name);
    // One that is stopped before it was fetched.
    const stopped = app.address + (await post({})).headers.get('location')!;
    expect((await fetch(stopped, { method: 'DELETE' })).status).toBe(204);
    expect((await fetch(`${stopped}/file`)).status).toBe(404);
    const wrong = [{ slides: [99] }, { sizes: ['none'] }, { formats: ['bmp'] }, { pattern: '{x}' }, { scale: 9 }];
    expect(await Promise.all(wrong.map(async (w) => (await post(w)).status))).toEqual([404, 404, 400, 400, 400]);
    expect((await fetch(`${app.address}/api/exports/nothing`)).status).toBe(404);
  });

  it('leaves no errors in the page but that of what cannot become so small', async () => {
    expect((await bench.errors()).filter((e) => !/status of 422/.test(e))).toEqual([]);
  });
});
