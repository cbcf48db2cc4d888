// Windows of other sizes, other eyes and other words: nothing lies outside or under anything, and what matters is
// within reach.
import { readdirSync } from 'node:fs';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import { makeText } from '../../src/core/kinds/text';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import { type BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage, downloads: string;
inSession((s) => void ({ app, driver, bench, downloads } = s));

const devTools = (command: string, p: object): Promise<void> =>
  (driver as unknown as { sendDevToolsCommand(c: string, p: object): Promise<void> }).sendDevToolsCommand(command, p);
const windowOf = (width: number, height: number, mobile = false): Promise<void> =>
  devTools('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile });
const features = (all: Record<string, string>): Promise<void> =>
  devTools('Emulation.setEmulatedMedia', {
    features: Object.entries(all).map(([name, value]) => ({ name, value })),
  });
afterEach(async () => {
  await windowOf(1280, 800);
  await features({});
});

const rect = (css: string): Promise<{ x: number; y: number; width: number; height: number }> =>
  driver.executeScript(
    `const { x, y, width, height } = document.querySelector(arguments[0]).getBoundingClientRect(); return { x, y, width, height };`,
    css,
  );
/** Controls one can see but not press: outside the window, or under something else. */
const outOfReach = (within: string): Promise<string[]> =>
  driver.executeScript(
    `return [...document.querySelectorAll(arguments[0] + ' :is(button,input,[role="slider"])')].flatMap((el) => {
       const r = el.getBoundingClientRect();
       if (!r.width || !r.height || getComputedStyle(el).opacity === '0') return [];
       const x = r.x + r.width / 2, y = r.y + r.height / 2, at = document.elementFromPoint(x, y);
       return x > 0 && x < innerWidth && y > 0 && y < innerHeight && at && (el.contains(at) || at.contains(el)) ? [] : [(el.ariaLabel ?? el.textContent) + ' at ' + Math.round(x) + ', ' + Math.round(y)];
     });`,
    within,
  );
const sideways = (): Promise<number> =>
  driver.executeScript('return document.documentElement.scrollWidth - innerWidth') as Promise<number>;

const stagePicture = () => rect('[aria-label="Stage"] canvas');

describe('narrow windows', () => {
  it('1024 x 768: layers are a drawer, opened, walked and closed by key; controls stay beside the stage', async () => {
    await windowOf(1024, 768);
    await bench.open(app.address, 'ostrel-reopening');
    expect(await driver.findElements(By.css('[data-stack]'))).toHaveLength(0);
    const toggle = await bench.button('Layers');
    await driver.executeScript('arguments[0].focus()', toggle);
    await bench.keys(Key.ENTER);
    await bench.find('[data-drawer="stack"]');
    await bench.until(
      async () => (await driver.executeScript('return document.activeElement.dataset.drawer')) === 'stack',
      'the drawer did not take the focus',
    );
    await bench.selectRow('Season');
    expect(await bench.find('[aria-label="Text controls"]')).toBeTruthy();
    await driver.executeScript(`document.querySelector('[data-drawer]').focus()`);
    await bench.keys(Key.ESCAPE);
    await bench.until(
      async () => (await driver.findElements(By.css('[data-drawer]'))).length === 0,
      'the drawer did not close',
    );
    expect(await driver.executeScript('return document.activeElement.textContent')).toBe('Layers');
    expect(await outOfReach('header')).toEqual([]);
    expect(await sideways()).toBe(0);
    expect((await stagePicture()).width).toBeGreaterThan(400);
  });

  it('640 x 400, a window at 200 %: everything is reached, nothing lies outside', async () => {
    await windowOf(640, 400);
    await bench.open(app.address, 'ostrel-reopening');
    for (const part of ['header', 'footer']) expect(await outOfReach(part)).toEqual([]);
    expect(await sideways()).toBe(0);
    expect((await stagePicture()).height).toBeGreaterThan(110);
    await bench.selectLayer('headline');
    await bench.click('Controls');
    // The last control of the column is come to by scrolling it.
    await bench.take('//button[normalize-space(.)="Place and size"]');
    await bench.type('X', '100');
  });

  it('390 x 844, a phone: words are typed, made readable and handed over', async () => {
    await windowOf(390, 844, true);
    const { piece } = (await (await fetch(`${app.address}/api/pieces/ostrel-reopening`)).json()) as { piece: Piece };
    const { id } = (await (
      await fetch(`${app.address}/api/pieces`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ document: piece }),
      })
    ).json()) as { id: string };
    await bench.open(app.address, id);
    expect(await sideways()).toBe(0);
    await bench.selectLayer('headline');
    for (const part of ['header', 'footer']) expect(await outOfReach(part)).toEqual([]);
    await bench.click('Words');
    await bench.typeOver('Trains again');
    await bench.keys(Key.ESCAPE);
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    await bench.untilDocument(
      (p) => p.slides[0].layers.some((l) => l.kind === 'text' && l.text === 'Trains again'),
      'the words were not kept',
    );
    // The drawer takes its room from the stage: the picture stays in sight above it.
    await bench.click('Controls');
    const drawer = await rect('[data-drawer="controls"]');
    await bench.until(async () => {
      const p = await stagePicture();
      return p.y + p.height <= drawer.y && p.height > 120;
    }, 'the picture is not in sight');
    await bench.click('Controls');
    await bench.click('Hand over');
    const before = readdirSync(downloads).length;
    await bench.click('Download');
    await bench.until(() => Promise.resolve(readdirSync(downloads).length > before), 'no picture came');
  });

  it('the start page and its dialog fit a phone', async () => {
    await windowOf(390, 844, true);
    await driver.get(app.address);
    await bench.button('New piece');
    expect(await sideways()).toBe(0);
    expect(await outOfReach('header')).toEqual([]);
    await bench.click('New piece');
    const dialog = await bench.find('[role="dialog"]');
    await bench.settled(dialog);
    const r = await dialog.getRect();
    expect(r.x).toBeGreaterThanOrEqual(0);
    expect(r.x + r.width).toBeLessThanOrEqual(390);
  });
});

describe('other eyes', () => {
  it.each(['light', 'dark'])('on a phone no rule is broken, %s', async (scheme) => {
    await windowOf(390, 844, true);
    await features({ 'prefers-color-scheme': scheme });
    await bench.open(app.address, 'ostrel-winter-hours');
    expect(await violations(driver, scheme)).toEqual([]);
    await bench.click('Controls');
    await bench.find('[data-drawer]');
    expect(await violations(driver, scheme)).toEqual([]);
  });

  it.each(['light', 'dark'])('the first press of the theme button acts, on a machine that is %s', async (scheme) => {
    await features({ 'prefers-color-scheme': scheme });
    await driver.get(app.address);
    await driver.executeScript('localStorage.clear()');
    await driver.navigate().refresh();
    await (await bench.named('Light or dark surroundings')).click();
    await bench.until(
      async () =>
        (await driver.executeScript('return document.documentElement.dataset.mantineColorScheme')) ===
        (scheme === 'light' ? 'dark' : 'light'),
      'it did not act',
    );
    await driver.executeScript('localStorage.clear()');
  });

  it('forced colours leave wells, gauge and what is selected in sight', async () => {
    await features({ 'forced-colors': 'active' });
    await bench.open(app.address, 'ostrel-reopening');
    await bench.selectLayer('headline');
    const seen = (css: string, property: string): Promise<string> =>
      driver.executeScript(
        `return getComputedStyle(document.querySelector(arguments[0]))[arguments[1]]`,
        css,
        property,
      );
    // A well shows its own colour, not the machine's.
    const well = '[aria-label="Text controls"] [style*="background"]';
    expect(await seen(well, 'forcedColorAdjust')).toBe('none');
    expect(await seen(well, 'backgroundColor')).toBe('rgb(255, 255, 255)');
    const ground = await seen('[aria-label="Reading"]', 'backgroundColor'),
      drawn = (await seen('[role="meter"]', 'backgroundImage')).match(/rgb\([^)]*\)/g) ?? [],
      [needed, bar, track] = [...new Set(drawn)];
    expect(drawn.length).toBeGreaterThanOrEqual(3);
    for (const colour of [needed, bar, track]) expect(colour).not.toBe(ground);
    expect(await seen('[data-row][data-selected]', 'outlineStyle')).toBe('solid');
  });
});

describe('other words', () => {
  it('right to left, very long, and sixty layers: panels stay whole', async () => {
    const { piece } = (await (await fetch(`${app.address}/api/pieces/ostrel-reopening`)).json()) as { piece: Piece };
    const [photo] = piece.slides[0].layers,
      text = piece.slides[0].layers.find((l) => l.kind === 'text')!;
    const words = [
      'שלום, רכבות 2026!',
      'Donaudampfschifffahrtselektrizitätenhauptbetriebswerkbauunterbeamtengesellschaft',
      'قطارات بطيئة',
    ];
    const many = Array.from({ length: 60 }, (_, i) => ({
      ...makeText(`t${i}`, words[i % 3], text.box),
      name: words[i % 3],
      box: { x: 60, y: 20 + i * 17, width: 900, height: 40 },
      fontSize: 24,
    }));
    const made = await fetch(`${app.address}/api/pieces`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ document: { ...piece, slides: [{ ...piece.slides[0], layers: [photo, ...many] }] } }),
    });
    const { id } = (await made.json()) as { id: string };
    await bench.open(app.address, id);
    expect(await driver.findElements(By.css('[data-row]'))).toHaveLength(61);
    expect(await sideways()).toBe(0);
    expect((await rect('[data-stack]')).width).toBe(252);
    // Rows are as high as ever, their words cut and their buttons within the column.
    for (const row of ['t0', 't1', 't2']) {
      await bench.press(`[data-row-name="${row}"]`);
      const r = await rect(`[data-row="${row}"]`),
        more = await rect(`[data-row="${row}"] button:last-of-type`);
      expect(r.height).toBe(44);
      expect(more.x + more.width).toBeLessThanOrEqual(252);
    }
    expect(await outOfReach('[aria-label="Reading"]')).toEqual([]);
  });
});

describe('opening', () => {
  it('what the page paints before the bench is there is taken over by it, where it was', async () => {
    await driver.get(`${app.address}/piece/ostrel-reopening`);
    // Noted by the page itself, since it is over soon.
    await devTools('Page.addScriptToEvaluateOnNewDocument', {
      source: `new MutationObserver(() => { const c = document.querySelector('[data-first-stage] canvas'); if (c && !window.early_) { c.early_ = true; const { x, y, width, height } = c.getBoundingClientRect(); window.early_ = { x, y, width, height }; } }).observe(document, { childList: true, subtree: true });`,
    });
    await bench.open(app.address, 'ostrel-reopening');
    const early = (await driver.executeScript('return window.early_')) as { x: number; y: number; width: number };
    expect(early).toBeTruthy();
    expect(await driver.executeScript(`return document.querySelector('[aria-label="Stage"] canvas').early_`)).toBe(
      true,
    );
    const now = await stagePicture();
    for (const k of ['x', 'y', 'width'] as const) expect(Math.abs(now[k] - early[k])).toBeLessThanOrEqual(2);
    const [first, bench_] = (await driver.executeScript(
      `return [document.documentElement.dataset.firstPainted, document.documentElement.dataset.painted]`,
    )) as [string, string];
    expect(Number(first)).toBeGreaterThan(0);
    expect(Number(bench_)).toBeGreaterThan(0);
    // It goes on being painted on.
    await bench.selectLayer('headline');
    await bench.keys(Key.DELETE);
    await bench.until(
      async () =>
        Number(await driver.executeScript('return document.documentElement.dataset.painted')) > Number(bench_),
      'it is not painted any more',
    );
  });

  it('a slide is seen by a small copy of its photo before the photo is there', async () => {
    const since = async (): Promise<number[]> =>
      (
        (await driver.executeScript(
          `const { firstSeen, firstPainted } = document.documentElement.dataset; return [firstSeen, firstPainted]`,
        )) as string[]
      ).map(Number);
    // Where the photo comes first, there is nothing to be gained.
    for (let i = 0; i < 5; i++) {
      await bench.open(app.address, 'ostrel-evening');
      const [seen, painted] = await since();
      expect(seen).toBeLessThanOrEqual(painted);
      if (seen < painted - 1) return;
    }
    throw new Error('it was never seen earlier');
  });

  it('leaves no errors in the page', async () => expect(await bench.errors()).toEqual([]));
});
