// A section of a web page handed over as HTML and CSS: taken through the interface, opened from disk, compared with
// what the stage shows, and measured by itself.
import { unzipSync } from 'fflate';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { Key, type WebDriver } from 'selenium-webdriver';
import { sectionAt } from '../../src/core/arrange/section';
import { chance } from '../../src/core/ground/chance';
import { isText } from '../../src/core/kinds/layers';
import { NARROWEST, WIDEST } from '../../src/core/piece/limits';
import { layersIn } from '../../src/core/piece/resolve';
import type { Piece } from '../../src/core/piece/schema';
import { Painter } from '../../src/core/scene/painter';
import { nodeStudio } from '../../src/server/node-studio';
import type { Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { devTools } from './driver';
import { differenceOf, letterContrast, neededRatio, type Shot, shotOf } from './page-reading';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage, downloads: string;
inSession((s) => void ({ app, driver, bench, downloads } = s));

const HERO = 'ostrel-lake-hero';
const LAYOUTS = [390, 768, 1440];

/** Unpacks an archive into a folder of its own. */
function unpack(bytes: Uint8Array): string {
  const folder = mkdtempSync(join(tmpdir(), 'plavo-page-'));
  for (const [name, file] of Object.entries(unzipSync(bytes))) {
    mkdirSync(dirname(join(folder, name)), { recursive: true });
    writeFileSync(join(folder, name), file);
  }
  return folder;
}

/** Opens a page from disk in a window of that width, and waits until all of it is there. */
async function openAt(folder: string, width: number, height = 900): Promise<void> {
  await devTools(driver, 'Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false });
  // A page that begins in another window would keep the larger picture of that; so the window is there before it.
  await driver.get(`file://${folder}/`);
  await bench.until(
    async () => (await driver.executeScript('return innerWidth')) === width,
    `the window is not ${width} px wide`,
  );
  await driver.get(`file://${folder}/index.html`);
  await settled();
}
const settled = (): Promise<void> =>
  driver.executeAsyncScript(`const done = arguments[0];
    document.body.style.margin = 0;
    Promise.all([document.fonts.ready, ...[...document.images].map((i) => i.decode())])
      .then(() => requestAnimationFrame(() => requestAnimationFrame(done)));`);
const widthTo = async (width: number): Promise<void> => {
  await devTools(driver, 'Emulation.setDeviceMetricsOverride', {
    width,
    height: 900,
    deviceScaleFactor: 1,
    mobile: false,
  });
  await settled();
};

/** A picture of the section, or from its top to the foot of its message. */
async function shot(what: 'section' | 'message' = 'section'): Promise<Shot> {
  const clip = await driver.executeScript<{ width: number; height: number }>(
    `const { width, height } = document.querySelector('.section-page').getBoundingClientRect();
     const boxes = [...document.querySelectorAll('.section-message > *')].map((e) => e.getBoundingClientRect());
     return arguments[0] === 'section'
       ? { x: 0, y: 0, width, height: Math.round(height), scale: 1 }
       : { x: 0, y: 0, scale: 1,
           width: Math.min(width, Math.ceil(Math.max(...boxes.map((b) => b.right)) + 20)),
           height: Math.min(height, Math.ceil(Math.max(...boxes.map((b) => b.bottom)) + 20)) };`,
    what,
  );
  const { data } = await (
    driver as unknown as { sendAndGetDevToolsCommand(c: string, p: object): Promise<{ data: string }> }
  ).sendAndGetDevToolsCommand('Page.captureScreenshot', {
    format: 'png',
    clip,
    captureBeyondViewport: true,
    optimizeForSpeed: true,
  });
  return shotOf(data);
}

interface PageText {
  lines: string[];
  size: number;
  weight: number;
  ink: [number, number, number];
  letters: { letter: string; x: number; y: number; width: number; height: number }[];
}

/** Lines, type and letters of every text as the browser set them. */
const texts = (): Promise<PageText[]> =>
  driver.executeScript(`
    return [...document.querySelectorAll('.section-message :is(h1, h2, h3, p, a)')].map((e) => {
      const words = e.querySelector('[class$="-words"]') ?? e, style = getComputedStyle(words), range = document.createRange();
      const letters = [], lines = [];
      let bottom = -Infinity;
      for (const node of (function* walk(n) { if (n.nodeType === 3) yield n; else for (const c of n.childNodes) yield* walk(c); })(words))
        for (let i = 0; i < node.length; i++) {
          range.setStart(node, i);
          range.setEnd(node, i + 1);
          const r = range.getBoundingClientRect();
          if (!node.data[i].trim()) { if (lines.length) lines[lines.length - 1] += ' '; continue; }
          if (r.top > bottom - r.height / 2) lines.push('');
          bottom = r.bottom;
          lines[lines.length - 1] += node.data[i];
          letters.push({ letter: node.data[i], x: r.x, y: r.y + scrollY, width: r.width, height: r.height });
        }
      return {
        lines: lines.map((l) => l.trim()), letters, size: parseFloat(style.fontSize), weight: Number(style.fontWeight),
        ink: style.color.match(/[\\d.]+/g).slice(0, 3).map(Number),
      };
    });`);

const noInk = (on: boolean): Promise<void> =>
  driver.executeScript(
    `document.querySelectorAll('.section-message *').forEach((e) => { e.style.webkitTextFillColor = arguments[0] ? 'transparent' : ''; });`,
    on,
  );

let folder: string;
it('is handed over through the interface as a folder with all it needs', async () => {
  await bench.open(app.address, HERO);
  await bench.press('[data-hand-over]');
  await bench.choose('HTML + CSS');
  expect(await violations(driver)).toEqual([]);
  await bench.press('[data-download]');
  const name = await bench.until(
    async () => readdirSync(downloads).find((f) => f.endsWith('.zip')),
    'no folder came',
    60_000,
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
    await openAt(folder, width);
    const { mean, far } = differenceOf(await shot(), painted);
    expect({ width, mean: mean <= 1 || mean, far: far <= 0.005 || far }).toEqual({ width, mean: true, far: true });
  }
});

it('passes the rules for accessibility, and its button is reached and shown by keys', async () => {
  await openAt(folder, 1280);
  expect(await violations(driver)).toEqual([]);
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
  const linesAt = (width: number): string[][] =>
    layersIn(piece, piece.slides[0], sectionAt(painter, piece, piece.slides[0], width))
      .filter(isText)
      .map((t) => painter.layout(t).lines.map((x) => t.text.slice(x.start, x.end)));
  for (const width of widths) {
    await widthTo(width);
    const found = await texts(),
      inked = await shot('message');
    await noInk(true);
    const bare = await shot('message');
    await noInk(false);
    for (const t of found)
      for (const l of t.letters) {
        const ratio = letterContrast(inked, bare, l, t.ink, t.size);
        if (ratio !== null && ratio < 0.97 * neededRatio(t.size, t.weight))
          weak.push(`${l.letter} of ${t.lines.join(' ')} at ${width}: ${ratio.toFixed(2)}`);
      }
    // As the section is set at that width; where a line is just full it may break a pixel sooner or later.
    const set = [0, -2, 2].map((more) => linesAt(Math.min(WIDEST, Math.max(NARROWEST, width + more))));
    found.forEach((t, i) => {
      if (!set.some((lines) => JSON.stringify(lines[i]) === JSON.stringify(t.lines)))
        otherwise.push(`${width}: ${t.lines.join(' | ')}`);
    });
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
  await bench.until(async () => readdirSync(downloads).includes('morning-mist.jpg'), 'the photo did not come');
  const css = await driver.executeAsyncScript<string>(`navigator.clipboard.readText().then(arguments[0])`);
  expect(css).toMatch(
    /^background: linear-gradient\(rgb\(22 35 31 \/ 0\.32\), .*\),\s+url\("morning-mist\.jpg"\) center \/ cover no-repeat;/,
  );
  // Drawn as a page of its own it is the slide without its texts.
  const own = mkdtempSync(join(tmpdir(), 'plavo-background-'));
  writeFileSync(join(own, 'morning-mist.jpg'), readFileSync(join(downloads, 'morning-mist.jpg')));
  writeFileSync(
    join(own, 'index.html'),
    `<!DOCTYPE html><title>B</title><style>.section-page { width: 1920px; height: 900px; ${css} }</style><div class="section-page"></div>`,
  );
  await openAt(own, 1920, 900);
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
    { mean, far } = differenceOf(await shot(), await shotOf(png));
  expect(mean).toBeLessThanOrEqual(1.5);
  expect(far).toBeLessThanOrEqual(0.005);
});

it('a piece that is no section has no page, and says so', async () => {
  const response = await fetch(`${app.address}/api/pieces/ostrel-reopening/page`);
  expect(response.status).toBe(422);
  expect(await response.json()).toMatchObject({ title: 'The piece is not a section of a page' });
  expect((await fetch(`${app.address}/api/pieces/ostrel-reopening/render?width=500`)).status).toBe(422);
});
