// npm run bench: medians and ratios beside their goals; `-- --json` prints the same for programs.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { ensureBuild, ensureModules, ensurePrograms, ROOT } from './lib/machine.mjs';

const asJson = process.argv.includes('--json');
if (asJson) console.log = () => {};
ensurePrograms(['mariadbd', 'mariadb-install-db', 'chromium', 'chromedriver']);
ensureModules();
await ensureBuild();
const { startApplication } = await import('./lib/application.mjs');
const { freePort } = await import('./lib/database.mjs');
const { Builder } = await import('selenium-webdriver');
const { default: chrome } = await import('selenium-webdriver/chrome.js');
const { default: sharp } = await import('sharp');

const folder = mkdtempSync(join(tmpdir(), 'plavo-bench-'));
const app = await startApplication({ dataDir: folder, port: await freePort(), quiet: true, databaseUrl: '' });
process.env.PLAVO_DATABASE_URL = app.databaseUrl;
const tasks = await import(join(ROOT, '.build/tasks.mjs'));

const sorted = (v) => [...v].sort((a, b) => a - b);
const at = (v, q) => sorted(v)[Math.min(v.length - 1, Math.floor(v.length * q))];
const results = [];
/** Median and 95 % of samples in ms against a goal in ms, or a ratio against a goal. */
const report = (name, samples, goal, { p95Goal = null, ratio = null, unit = 'ms' } = {}) => {
  const median = at(samples, 0.5), p95 = at(samples, 0.95);
  results.push({ name, median, p95, ratio: ratio ?? median / goal, goal, p95Goal, unit, holds: ratio === null ? median <= goal && (p95Goal === null || p95 <= p95Goal) : ratio <= goal });
};

const get = async (path) => (await fetch(app.address + path)).json();
const post = async (path, body) => (await fetch(app.address + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })).json();

/** A square slide of twelve layers: photo, colour, tint and nine texts. */
async function twelveLayers() {
  const { piece } = await get('/api/pieces/ostrel-reopening');
  const [photo, kicker, headline] = piece.slides[0].layers;
  const fill = { ...photo, id: 'fill', name: 'Colour', kind: 'fill', opacity: 0.2, fill: kicker.fill };
  for (const k of ['asset', 'fit', 'zoom', 'focus', 'flipX', 'flipY']) delete fill[k];
  const plain = { ...fill };
  delete plain.fill;
  const tint = { ...plain, id: 'tint', name: 'Tint', kind: 'tint', band: 'overlays', colour: '#14202b', opacity: 0.3 };
  const texts = Array.from({ length: 8 }, (_, i) => ({ ...kicker, id: `t${i}`, name: `Text ${i}`, text: `Halt ${i + 1}: Varn, Lake Sill`, box: { x: 72 + (i % 2) * 480, y: 60 + Math.floor(i / 2) * 90, width: 440, height: 46 }, fontSize: 32 }));
  return (await post('/api/pieces', { document: { ...piece, name: 'Twelve layers', slides: [{ ...piece.slides[0], layers: [photo, fill, tint, ...texts, headline] }] } })).id;
}

async function browser() {
  const options = new chrome.Options().addArguments('--headless=new', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--disable-dev-shm-usage', '--window-size=1280,900');
  options.setChromeBinaryPath('/usr/bin/chromium');
  const driver = await new Builder().forBrowser('chrome').setChromeOptions(options).setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver')).build();
  await driver.manage().setTimeouts({ script: 120_000 });
  return driver;
}

try {
  const driver = await browser();
  const id = await twelveLayers();
  const painted = (n = 1) => driver.wait(async () => Number(await driver.executeScript('return document.documentElement.dataset.painted ?? 0')) >= n, 30_000);
  const cdp = (command, p = {}) => driver.sendAndGetDevToolsCommand(command, p);

  // Opening: from the click on a piece to its first painting.
  const opening = [];
  for (let i = 0; i < 7; i++) {
    await driver.get(`${app.address}/piece/${id}`);
    await painted();
    const ms = await driver.executeScript(`return Number(document.documentElement.dataset.firstPainted)`);
    if (i > 1) opening.push(ms);
  }
  report('open a piece, to its first painting', opening, 1000);

  // Dragging: what the interface's thread does for one step of the pointer.
  await driver.wait(async () => (await driver.findElements({ css: '[data-verdict="lost"]' })).length > 0, 30_000);
  await cdp('Performance.enable');
  // Processor time of the interface's thread, less what answering this very question costs it.
  const busy = async () => {
    const { metrics } = await cdp('Performance.getMetrics');
    const of = (name) => metrics.find((m) => m.name === name).value;
    return (of('ThreadTime') - of('DevToolsCommandDuration')) * 1000;
  };
  const layer = await driver.findElement({ css: '[data-layer="headline"]' });
  const r = await layer.getRect();
  const x = r.x + 120, y = r.y + r.height / 2;
  const mouse = (type, dx, dy, extra = {}) => cdp('Input.dispatchMouseEvent', { type, x: x + dx, y: y + dy, button: 'left', buttons: type === 'mouseReleased' ? 0 : 1, clickCount: 1, ...extra });
  await cdp('Input.dispatchMouseEvent', { type: 'mouseMoved', x, y });
  await mouse('mousePressed', 0, 0);
  const frames = [];
  // About one movement of the pointer a frame, as a hand does it; frames are counted, since the machine may show two in a step.
  await driver.executeScript('window.frames_ = 0; (function next() { window.frames_++; requestAnimationFrame(next); })()');
  const shown = async () => (await cdp('Runtime.evaluate', { expression: 'window.frames_' })).result.value;
  let before = await busy(), frame = await shown();
  for (let i = 0; i < 200; i++) {
    await mouse('mouseMoved', 5 + 60 * Math.sin(i / 9), 5 + 40 * Math.sin(i / 13));
    await wait(12);
    const now = await busy(), at = await shown();
    if (i >= 40) frames.push((now - before) / Math.max(1, at - frame));
    before = now;
    frame = at;
  }
  await mouse('mouseReleased', 0, 0);
  report('drag a layer of twelve, interface busy a frame', frames, 8, { p95Goal: 16 });

  // The measuring worker, asked as the bench asks it.
  const { piece } = await get('/api/pieces/ostrel-reopening');
  const one = { ...piece, slides: [{ ...piece.slides[0], layers: piece.slides[0].layers.filter((l) => l.id !== 'kicker') }] };
  const scene = { piece: one, slide: 'slide-1', size: 'base' };
  const worker = (kind, args, times) =>
    driver.executeAsyncScript(
      `const [kind, args, times, done] = arguments;
       const w = (window.benchWorker ??= new Worker('/workers/reading.js', { type: 'module' }));
       const ask = (i) => new Promise((ok) => { const id = kind + i + performance.now();
         const hear = (e) => { if (e.data.id === id) { w.removeEventListener('message', hear); ok(e.data.value); } };
         w.addEventListener('message', hear);
         // Another place each time: nothing of the last measurement may help.
         const a = structuredClone(args); a[0].piece.slides[0].layers.at(-1).box.x += i; a[0].piece.slides[0].layers.at(-1).box.y += i;
         w.postMessage({ id, type: 'APPLY', path: [kind], argumentList: a.map((value) => ({ type: 'RAW', value })) }); });
       (async () => { const out = []; for (let i = 0; i < times; i++) { const t = performance.now(); await ask(i); out.push(performance.now() - t); } done(out); })();`,
      kind,
      args,
      times,
    );
  const ask = { overlay: null, colour: '#14202b', texts: ['headline'] };
  report('one reading after an edit, in the worker', (await worker('readings', [scene], 40)).slice(8), 30);
  report('strength chart, in the worker', (await worker('chart', [scene, ask], 25)).slice(5), 150);
  report('Just enough for a tint, in the worker', (await worker('solve', [scene, ask], 25)).slice(5), 150);
  await driver.quit();

  // Export: the whole render against encoding the same pixels.
  const place = { piece, slide: 0, scale: 1, quality: 90 };
  const raw = await tasks.render({ ...place, format: 'raw' });
  const whole = [], encode = [];
  for (let i = 0; i < 16; i++) {
    let t = performance.now();
    await tasks.render({ ...place, format: 'png' });
    if (i > 2) whole.push(performance.now() - t);
    t = performance.now();
    await sharp(raw.bytes, { raw: { width: raw.width, height: raw.height, channels: 4 } }).removeAlpha().png({ compressionLevel: 6 }).toBuffer();
    if (i > 2) encode.push(performance.now() - t);
  }
  report('PNG of a 1080 x 1080 slide, against only encoding it', whole, 2, { ratio: at(whole, 0.5) / at(encode, 0.5), unit: 'x' });
} finally {
  await app.stop();
  rmSync(folder, { recursive: true, force: true });
}

if (asJson) process.stdout.write(`${JSON.stringify(results, null, 2)}\n`);
else {
  console.log(`\n${'what'.padEnd(52)} ${'median'.padStart(9)} ${'95 %'.padStart(9)} ${'goal'.padStart(16)}  holds`);
  for (const r of results)
    console.log(`${r.name.padEnd(52)} ${`${r.median.toFixed(1)} ms`.padStart(9)} ${`${r.p95.toFixed(1)} ms`.padStart(9)} ${(r.unit === 'x' ? `${r.ratio.toFixed(2)} x of ${r.goal}` : `${r.goal}${r.p95Goal ? ` / ${r.p95Goal}` : ''} ms`).padStart(16)}  ${r.holds ? 'yes' : 'NO'}`);
}
process.exit(0);
