// A section of a web page handed over as HTML and CSS: taken through the interface, opened from disk, compared with
// what the stage shows, and measured by itself.
import { unzipSync } from 'fflate';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Key, type WebDriver } from 'selenium-webdriver';
import { sectionAt } from '../../src/core/arrange/section';
import { chance } from '../../src/core/ground/chance';
import { makeFill } from '../../src/core/kinds/fill';
import { isText } from '../../src/core/kinds/layers';
import { makeText } from '../../src/core/kinds/text';
import { makePiece } from '../../src/core/piece/make';
import { ids } from '../../src/core/testing/scenes';
import { NARROWEST, WIDEST } from '../../src/core/piece/limits';
import { layersIn } from '../../src/core/piece/resolve';
import type { Piece } from '../../src/core/piece/schema';
import { Painter } from '../../src/core/scene/painter';
import { textFrame } from '../../src/core/type/frame';
import { nodeStudio } from '../../src/server/node-studio';
import type { Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { devTools } from './driver';
import { folderFor, wholeFiles } from './folders';
import { differenceOf, shotOf } from './page-reading';
import { PageWindow, unpack } from './page-window';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage, downloads: string, page: PageWindow;
inSession(
  (s) => {
    ({ app, driver, bench, downloads } = s);
    page = new PageWindow(driver, bench);
  },
  { moving: true },
);

const HERO = 'ostrel-lake-hero';
const LAYOUTS = [390, 768, 1440];

/** Three pictures of 6 s, and what appears within 1.5 s: each picture, and the even mix of neighbours. */
const MOMENTS = [0, 6750, 7500, 14250, 15000, 21750];

let folder: string;
it('is handed over through the interface as a folder with all it needs', async () => {
  await bench.open(app.address, HERO);
  await bench.press('[data-hand-over]');
  await bench.choose('HTML + CSS');
  expect(await violations(driver)).toEqual([]);
  await bench.press('[data-download]');
  const name = await bench.until(
    async () => wholeFiles(downloads).find((f) => f.endsWith('.zip')),
    'no folder came',
    150_000,
  );
  expect(name).toBe('hero-lake-sill.zip');
  const archive = unzipSync(readFileSync(join(downloads, name!)));
  expect(Object.keys(archive)).toEqual(expect.arrayContaining(['index.html', 'section.css', 'fonts/LICENCES.txt']));
  const { html, css } = {
    html: Buffer.from(archive['index.html']).toString(),
    css: Buffer.from(archive['section.css']).toString(),
  };
  // Everything that is named is there, and nothing lies elsewhere.
  const named = [...`${html}${css}`.matchAll(/(?:pictures|fonts)\/[\w@-]+\.\w+/g)].map((m) => m[0]);
  expect([...new Set(named)].filter((n) => !(n in archive))).toEqual([]);
  expect(`${html}${css}`).not.toMatch(/https?:|<script/);
});

it('looks as it is painted, at every layout’s own width, with the same line breaks', async () => {
  const response = await fetch(`${app.address}/api/pieces/${HERO}/page?quality=100`);
  const bytes = new Uint8Array(await response.arrayBuffer());
  for (const width of LAYOUTS) {
    const png = await fetch(`${app.address}/api/pieces/${HERO}/render?width=${width}`),
      painted = await shotOf(Buffer.from(await png.arrayBuffer()).toString('base64'));
    // A browser that has a larger picture already shows that; each visitor comes anew.
    folder = unpack(bytes);
    await page.openAt(folder, width);
    await page.stopAt(0);
    const { mean, far } = differenceOf(await page.shot(), painted);
    expect({ width, mean: mean <= 1 || mean, far: far <= 0.005 || far }).toEqual({ width, mean: true, far: true });
  }
});

it('shows each picture and what is between them as they are painted', async () => {
  for (const time of MOMENTS.slice(1)) {
    const png = await fetch(`${app.address}/api/pieces/${HERO}/render?width=1440&time=${time}`),
      painted = await shotOf(Buffer.from(await png.arrayBuffer()).toString('base64'));
    await page.stopAt(time);
    const { mean, far } = differenceOf(await page.shot(), painted);
    expect({ time, mean: mean <= 1 || mean, far: far <= 0.005 || far }).toEqual({ time, mean: true, far: true });
  }
});

it('its pictures go on by themselves, and stop for whoever stops them or wants less motion', async () => {
  const shown = (): Promise<string[]> =>
    driver.executeScript(
      `return [...document.querySelectorAll('.section-page--picture')].map((e) => getComputedStyle(e).opacity);`,
    );
  const states = (): Promise<string[]> =>
    driver.executeScript(`return document.getAnimations().map((a) => a.playState);`);
  await page.openAt(folder, 1280);
  expect(await states()).toEqual(['running', 'running']);
  await bench.press('.section-page--pause');
  expect(await states()).toEqual(['paused', 'paused']);
  await bench.press('.section-page--pause');
  expect(await states()).toEqual(['running', 'running']);
  await devTools(driver, 'Emulation.setEmulatedMedia', {
    features: [{ name: 'prefers-reduced-motion', value: 'reduce' }],
  });
  await bench.until(async () => (await states()).length === 0, 'the pictures go on');
  expect(await shown()).toEqual(['1', '0', '0']);
  await devTools(driver, 'Emulation.setEmulatedMedia', { features: [] });
});

it('passes the rules for accessibility, and its button is reached and shown by keys', async () => {
  await page.openAt(folder, 1280);
  expect(await violations(driver)).toEqual([]);
  await bench.keys(Key.TAB);
  expect(await driver.executeScript('return document.activeElement.ariaLabel')).toBe('Pause the pictures');
  await bench.keys(Key.TAB);
  const focus = await driver.executeScript<{ tag: string; ring: string; height: number }>(
    `const e = document.activeElement; return { tag: e.tagName, ring: getComputedStyle(e).outlineStyle, height: e.offsetHeight };`,
  );
  expect(focus).toMatchObject({ tag: 'A', ring: 'solid' });
  expect(focus.height).toBeGreaterThanOrEqual(24);
});

it('every letter is told from its backdrop at a hundred widths, measured on screenshots alone', async () => {
  const next = chance(20261126),
    widths = [
      ...LAYOUTS,
      320,
      2560,
      ...Array.from({ length: 95 }, () => NARROWEST + Math.floor(next() * (WIDEST - NARROWEST + 1))),
    ],
    painter = new Painter(nodeStudio(new Map())),
    { piece } = (await (await fetch(`${app.address}/api/pieces/${HERO}`)).json()) as {
      piece: Parameters<typeof layersIn>[0];
    },
    weak: string[] = [],
    otherwise: string[] = [];
  await painter.prepare(piece.slides[0]);
  const setAt = (width: number): { lines: string[]; top: number }[] =>
    layersIn(piece, piece.slides[0], sectionAt(painter, piece, piece.slides[0], width))
      .filter(isText)
      .map((t) => {
        const layout = painter.layout(t);
        return { lines: layout.lines.map((x) => t.text.slice(x.start, x.end)), top: textFrame(t, layout).y };
      });
  for (const width of widths) {
    await page.widthTo(width);
    await page.stopAt(MOMENTS[Math.floor(next() * MOMENTS.length)]);
    const measured = await page.measured(),
      found = measured.texts;
    weak.push(...measured.weak.map((w) => `${w} at ${width}`));
    // As the section is set at that width; where a line is just full it may break a pixel sooner or later.
    const set = [0, -2, 2].map((more) => setAt(Math.min(WIDEST, Math.max(NARROWEST, width + more)))),
      alike = set.filter((s) => found.every((t, i) => JSON.stringify(s[i].lines) === JSON.stringify(t.lines)));
    if (!alike.length) otherwise.push(`${width}: ${found.map((t) => t.lines.join(' | ')).join(' / ')}`);
    else if (!alike.some((s) => found.every((t, i) => Math.abs(s[i].top - t.top) <= 2.5)))
      otherwise.push(`${width}: ${found.map((t, i) => `${t.top} and not ${alike[0][i].top}`).join(', ')}`);
  }
  expect(weak).toEqual([]);
  expect(otherwise).toEqual([]);
});

it('a button is added, leads somewhere, and a heading is named; each undone as one step', async () => {
  await bench.open(app.address, HERO);
  const before = await bench.document();
  await bench.menu('Add to Message', 'Button');
  await bench.keys('Fares and dates');
  await bench.untilDocument(
    (p) => p.slides[0].layers.some((l) => isText(l) && l.text === 'Fares and dates'),
    'no button came',
  );
  await bench.keys(Key.ESCAPE);
  await bench.unfold('On the page');
  await bench.type('Leads to', 'javascript:alert(1)');
  expect(await driver.executeScript(`return document.querySelector('[aria-invalid="true"]')?.value`)).toBe(
    'javascript:alert(1)',
  );
  await bench.type('Leads to', '/fares');
  const button = (p: Piece) => p.slides[0].layers.filter(isText).find((l) => l.text === 'Fares and dates');
  const after = await bench.untilDocument((p) => button(p)?.button?.href === '/fares', 'the address was not taken');
  expect(button(after)!.panel).not.toBeNull();
  expect(await violations(driver)).toEqual([]);
  await bench.choose('H2');
  await bench.untilDocument((p) => button(p)?.heading === 'h2' && button(p)?.button === null, 'no heading');
  // The heading, the address, the words, the button.
  for (let i = 0; i < 4; i++) await bench.undo();
  await bench.untilDocument((p) => JSON.stringify(p.slides) === JSON.stringify(before.slides), 'undo left something');
});

it('a background is copied as CSS, its photo goes along', async () => {
  await devTools(driver, 'Browser.grantPermissions', {
    permissions: ['clipboardReadWrite', 'clipboardSanitizedWrite'],
  });
  await devTools(driver, 'Emulation.setDeviceMetricsOverride', {
    width: 1280,
    height: 800,
    deviceScaleFactor: 1,
    mobile: false,
  });
  await bench.open(app.address, 'ostrel-hero');
  await bench.press('[data-hand-over]');
  await bench.click('Copy the background as CSS');
  await bench.until(async () => wholeFiles(downloads).includes('morning-mist.jpg'), 'the photo did not come');
  const css = await driver.executeAsyncScript<string>(`navigator.clipboard.readText().then(arguments[0])`);
  expect(css).toMatch(
    /^background: linear-gradient\(rgb\(22 35 31 \/ 0\.32\), .*\),\s+url\("morning-mist\.jpg"\) center \/ cover no-repeat;/,
  );
  // Drawn as a page of its own it is the slide without its texts.
  const own = folderFor('background');
  writeFileSync(join(own, 'morning-mist.jpg'), readFileSync(join(downloads, 'morning-mist.jpg')));
  writeFileSync(
    join(own, 'index.html'),
    `<!DOCTYPE html><title>B</title><style>.section-page { width: 1920px; height: 900px; ${css} }</style><div class="section-page"></div>`,
  );
  await page.openAt(own, 1920, 900);
  await driver.executeAsyncScript(
    `const i = new Image(); i.src = 'morning-mist.jpg'; i.decode().then(() => requestAnimationFrame(() => requestAnimationFrame(arguments[0])));`,
  );
  const { piece } = (await (await fetch(`${app.address}/api/pieces/ostrel-hero`)).json()) as { piece: Piece },
    slides = piece.slides.map((s) => ({ ...s, layers: s.layers.filter((l) => !isText(l)) })),
    made = await fetch(`${app.address}/api/pieces`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ campaign: 'ostrel-line', document: { ...piece, slides } }),
    }),
    { id } = (await made.json()) as { id: string },
    png = Buffer.from(await (await fetch(`${app.address}/api/pieces/${id}/render`)).arrayBuffer()).toString('base64'),
    { mean, far } = differenceOf(await page.shot(), await shotOf(png));
  expect(mean).toBeLessThanOrEqual(1.5);
  expect(far).toBeLessThanOrEqual(0.005);
});

it('a section is solved for every width through the programs’ interface', async () => {
  const document = makePiece('Flat', { destination: 'hero' }, ids(), (z) => [
      makeFill('ground', '#b0b4b8', z),
      { ...makeText('head', 'Slow trains', z, '#ffffff'), anchors: { horizontal: 'left', vertical: 'middle' } },
    ]),
    post = (path: string, body?: unknown, headers = {}): Promise<Response> =>
      fetch(`${app.address}/api/pieces${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...headers },
        body: JSON.stringify(body ?? {}),
      }),
    { id } = (await (await post('', { campaign: 'ostrel-line', document })).json()) as { id: string };
  expect((await post(`/${id}/solve-widths`, undefined, { 'if-match': '"7"' })).status).toBe(409);
  const answer = await post(`/${id}/solve-widths`, undefined, { 'if-match': '"1"' }),
    { way, clear, weakest } = (await answer.json()) as {
      way: { strengths: { layout: string; strength: number }[] };
      clear: boolean;
      weakest: { width: number };
    };
  expect(answer.headers.get('etag')).toBe('"2"');
  expect({ clear, layouts: way.strengths.map((s) => s.layout) }).toEqual({ clear: true, layouts: ['Narrow', 'Wide'] });
  expect(weakest.width).toBeGreaterThanOrEqual(NARROWEST);
  // Once more there is nothing to do.
  const again = await post(`/${id}/solve-widths`, undefined, { 'if-match': '"2"' });
  expect(await again.json()).toMatchObject({ way: null, clear: true });
});

it('a piece that is no section has no page, and says so', async () => {
  const response = await fetch(`${app.address}/api/pieces/ostrel-reopening/page`);
  expect(response.status).toBe(422);
  expect(await response.json()).toMatchObject({ title: 'The piece is not a section of a page' });
  expect((await fetch(`${app.address}/api/pieces/ostrel-reopening/render?width=500`)).status).toBe(422);
});
