// Nothing lost, nothing reverted: what happens when windows, workers, journals and the server do not do what they
// should.
import knex from 'knex';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key, Origin, until, type WebDriver } from 'selenium-webdriver';
import type { Layer } from '../../src/core/kinds/layers';
import type { PhotoLayer } from '../../src/core/kinds/photo';
import type { Piece } from '../../src/core/piece/schema';
import type { HouseStyle } from '../../src/core/values/house';
import type { Application } from './application';
import { type BenchPage, WAIT } from './bench-page';
import { devTools } from './driver';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s));

const call = async <T>(path: string, init: RequestInit = {}): Promise<T> =>
  (await (await fetch(app.address + path, init)).json()) as T;
const stored = (id: string): Promise<{ revision: number; piece: Piece }> => call(`/api/pieces/${id}`);
const copyOf = async (id: string, name: string): Promise<string> =>
  (
    await call<{ id: string }>('/api/pieces', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ document: { ...(await stored(id)).piece, name }, campaign: 'ostrel-line' }),
    })
  ).id;
const save = async (id: string, change: (p: Piece) => Piece): Promise<void> => {
  const { revision, piece } = await stored(id);
  const saved = await fetch(`${app.address}/api/pieces/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'if-match': `"${revision}"` },
    body: JSON.stringify(change(piece)),
  });
  expect(saved.status).toBe(200);
};
const says = (words: string): Promise<unknown> =>
  driver.wait(
    until.elementLocated(By.xpath(`//*[contains(normalize-space(.), "${words}")]`)),
    WAIT,
    `never said: ${words}`,
  );
const nudge = async (layer: string): Promise<void> => {
  await (await bench.find(`[data-layer="${layer}"]`)).click();
  await bench.keys(Key.ARROW_LEFT);
};

describe('the start page', () => {
  it('dark surroundings stay dark after a reload, and page and server agree', async () => {
    await driver.get(app.address);
    await (await bench.named('Light or dark surroundings')).click();
    await driver.navigate().refresh();
    await bench.until(
      async () => (await driver.executeScript('return document.documentElement.dataset.mantineColorScheme')) === 'dark',
      'it is not dark',
    );
    await (await bench.named('Light or dark surroundings')).click();
    await bench.until(
      async () =>
        (await driver.executeScript('return document.documentElement.dataset.mantineColorScheme')) === 'light',
      'it is not light again',
    );
    expect(await bench.errors()).toEqual([]);
  });

  it('what is deleted is one press from being back, and lies in the bin', async () => {
    const id = await copyOf('ostrel-cup', 'To be deleted');
    await driver.get(app.address);
    const card = `a[href="/piece/${id}"]`;
    const remove = async (): Promise<void> => {
      await bench.find(card);
      await (await bench.named('More for To be deleted')).click();
      await bench.take('//*[@role="menuitem"][normalize-space(.)="Delete"]');
      await bench.until(async () => (await driver.findElements(By.css(card))).length === 0, 'it is still there');
    };
    await remove();
    await bench.click('Undo');
    await bench.find(card);
    await remove();
    await (await bench.named('Bin')).click();
    await says('What is deleted stays here for 30 days');
    await bench.click('Take back');
    await bench.find(card);
    expect((await stored(id)).piece.name).toBe('To be deleted');
  });

  it('a damaged piece is shown so, everything else works, and an earlier version brings it back', async () => {
    const id = await copyOf('ostrel-cup', 'Was sound');
    await save(id, (p) => ({ ...p, name: 'Hurt' }));
    const { url } = JSON.parse(readFileSync(join(app.folder, 'database.json'), 'utf8')) as { url: string },
      db = knex({ client: 'mysql2', connection: url });
    await db('pieces').where({ id }).update({ document: '{bad' });
    await db.destroy();
    await driver.get(`${app.address}/piece/${id}`);
    await says('Hurt is damaged');
    await driver.get(app.address);
    await bench.find(`a[href="/piece/ostrel-cup"]`);
    await says('Damaged: open it to restore an earlier version');
    await driver.get(`${app.address}/piece/${id}`);
    await bench.take('//main/div[last()]//button[normalize-space(.)="Restore"]');
    await bench.find('[data-overlay] > [data-layer]');
    expect(await bench.pieceName()).toBe('Was sound');
  });
});

describe('saving', () => {
  it('what the server refuses is said with its reason, and becomes a piece of its own', async () => {
    const id = await copyOf('ostrel-reopening', 'Deleted elsewhere');
    await bench.open(app.address, id);
    await fetch(`${app.address}/api/pieces/${id}`, { method: 'DELETE' });
    await nudge('kicker');
    await bench.click('Why, and what now');
    await says('This piece is in the bin, or gone');
    await bench.click('Save as a new piece');
    await says('It is a piece of its own now');
    const { items } = await call<{ items: { id: string; name: string }[] }>('/api/pieces?search=Deleted%20elsewhere');
    expect(items).toHaveLength(1);
    expect(items[0].id).not.toBe(id);
    // Taken out of the bin, it is saved where it was.
    await fetch(`${app.address}/api/pieces/${id}?restore=true`, { method: 'POST' });
    await bench.click('Try again');
    await bench.untilSaved();
  });

  it('an idle window takes what another one saved, and undo leads back', async () => {
    const id = await copyOf('ostrel-reopening', 'Two windows');
    await bench.open(app.address, id);
    await bench.untilSaved();
    await save(id, (p) => ({ ...p, name: 'Renamed over there' }));
    // It looks when it comes to the front again, and not more often than every few seconds.
    await bench.until(async () => {
      await driver.executeScript('window.dispatchEvent(new Event("focus"))');
      return (await bench.pieceName()) === 'Renamed over there';
    }, 'it stayed as it was');
    await bench.undo();
    await bench.until(async () => (await bench.pieceName()) === 'Two windows', 'undo did not lead back');
    await bench.untilDocument((p) => p.name === 'Two windows', 'what was undone is not saved');
  });

  const kept = (id: string, piece: unknown): Promise<unknown> =>
    driver.executeAsyncScript(
      `const [id, piece, done] = arguments;
       const open = indexedDB.open('plavo', 2);
       open.onsuccess = () => {
         const tx = open.result.transaction(['entries'], 'readwrite');
         tx.objectStore('entries').put({ id, window: 'long ago ' + Math.random(), revision: 1, unsaved: true, piece, done: 0, at: Date.now() - 5000 });
         tx.oncomplete = () => { open.result.close(); done(); };
       };`,
      id,
      piece,
    );
  it('edits that an older program kept are brought forward; those that cannot be opened stay, and the piece opens all the same', async () => {
    const older = await copyOf('ostrel-reopening', 'Kept by an older one'),
      broken = await copyOf('ostrel-reopening', 'Kept, but broken');
    await bench.open(app.address, older);
    await driver.get(app.address);
    const { piece } = await stored(older),
      { sizes, swatches: _s, ...rest } = piece;
    await kept(older, {
      ...rest,
      name: 'From long ago',
      version: 1,
      width: sizes[0].width,
      height: sizes[0].height,
      slides: piece.slides.map((s) => ({
        ...s,
        layers: s.layers.filter((l) => l.kind === 'photo' || l.kind === 'text'),
      })),
    });
    await kept(broken, { format: 'plavo-piece', version: 2, slides: 'none' });
    await bench.open(app.address, older);
    await says('Unsaved edits are back');
    expect(await bench.pieceName()).toBe('From long ago');
    await bench.untilDocument((p) => p.name === 'From long ago' && p.version === 2, 'it was not saved');
    await bench.open(app.address, broken);
    await says('cannot be opened');
    expect(await bench.pieceName()).toBe('Kept, but broken');
  });

  it('a house swatch that was taken out does not come back with another piece', async () => {
    const other = await copyOf('ostrel-cup', 'Uses the house');
    const house = await fetch(`${app.address}/api/campaigns/ostrel-line/house`),
      before = (await house.json()) as HouseStyle;
    await fetch(`${app.address}/api/campaigns/ostrel-line/house`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'if-match': house.headers.get('etag')! },
      body: JSON.stringify({ ...before, swatches: before.swatches.filter((s) => s.id !== 'lichen') }),
    });
    await bench.open(app.address, other);
    await nudge('headline');
    await bench.untilSaved();
    expect((await call<HouseStyle>('/api/campaigns/ostrel-line/house')).swatches.map((s) => s.id)).not.toContain(
      'lichen',
    );
    expect((await stored(other)).piece.swatches.find((s) => s.id === 'lichen')).toMatchObject({ house: false });
  });
});

describe('the bench', () => {
  it('workers that break down are started again: the stage is painted anew, readings go on', async () => {
    await devTools(driver, 'Page.enable', {});
    await devTools(driver, 'Page.addScriptToEvaluateOnNewDocument', {
      source:
        'const W = Worker; window.started = []; window.Worker = class extends W { constructor(url, o) { super(url, o); this.label = o && o.name; window.started.push(this); } };',
    });
    await bench.open(app.address, 'ostrel-reopening', { anew: true });
    const painted = (): Promise<number> =>
      driver.executeScript('return Number(document.documentElement.dataset.painted)');
    const before = await painted(),
      ratio = await bench.ratio();
    for (const name of ['stage', 'reading'])
      await driver.executeScript(
        `window.started.filter((w) => w.label === '${name}').at(-1).dispatchEvent(new ErrorEvent('error', { message: 'out of memory' }))`,
      );
    await bench.until(async () => (await painted()) > before, 'nothing was painted again');
    expect(await driver.executeScript("return window.started.filter((w) => w.label === 'stage').length")).toBe(2);
    await nudge('headline');
    await bench.until(async () => Math.abs((await bench.ratio()) - ratio) < 0.6, 'no reading came');
    // The new canvas shows the picture.
    expect(await driver.executeScript("return document.querySelectorAll('[data-overlay]').length")).toBe(1);
  });

  it('two strokes, one after the other, are both there, and stay when they are undone one by one', async () => {
    const id = await copyOf('ostrel-cup', 'Two strokes');
    await bench.open(app.address, id);
    await bench.selectRow('Enamel cup');
    await bench.unfold('Cut out');
    await bench.click('Cut out the subject');
    const photo = (p: Piece): PhotoLayer => p.slides[0].layers.find((l: Layer): l is PhotoLayer => l.kind === 'photo')!;
    await bench.untilDocument((p) => photo(p).cut !== null, 'nothing was cut out');
    await bench.click('Paint on the stage');
    const brush = await bench.named('Paint what to remove');
    // The second is drawn while the first is still being solved.
    await driver
      .actions()
      .move({ origin: brush, x: 60, y: 30 })
      .press()
      .move({ origin: Origin.POINTER, x: 20, y: 10, duration: 30 })
      .release()
      .move({ origin: brush, x: -80, y: 60 })
      .press()
      .move({ origin: Origin.POINTER, x: 30, y: 10, duration: 30 })
      .release()
      .perform();
    const both = await bench.untilDocument((p) => photo(p).cut!.strokes.length === 2, 'a stroke is gone');
    expect(photo(both).cut!.mask).toHaveProperty('asset');
    await bench.click('Done painting');
  });

  it('what is held by a key ends when the window loses the focus', async () => {
    await bench.open(app.address, await copyOf('ostrel-reopening', 'Held'));
    await bench.untilVerdict('Lost');
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    await (await bench.find('[aria-label="Stage"]')).click();
    await driver.actions().keyDown('b').perform();
    await bench.untilVerdict('Lost');
    await driver.executeScript('window.dispatchEvent(new Event("blur"))');
    await bench.untilVerdict('Clear');
    await driver.actions().keyUp('b').perform();
  });

  it('a drag on the chart that the browser takes back has ended: what follows is a step of its own', async () => {
    await bench.open(app.address, await copyOf('ostrel-reopening', 'Taken back'));
    await bench.treatment('New tint');
    await bench.reading('Chart');
    const chart = await bench.named('Strength of the treatment');
    const { x, y, width } = await chart.getRect();
    const strength = async (): Promise<number> => Number(await chart.getAttribute('aria-valuenow'));
    const touch = (type: string, ...at: number[]): Promise<void> =>
      devTools(driver, 'Input.dispatchTouchEvent', {
        type,
        touchPoints: at.map((share) => ({ x: x + width * share, y: y + 40 })),
      });
    await touch('touchStart', 0.3);
    await touch('touchMove', 0.6);
    await bench.until(async () => (await strength()) > 40, 'the finger did not set the strength');
    const left = await strength();
    await touch('touchCancel');
    await driver.executeScript('arguments[0].focus()', chart);
    await bench.keys(Key.ARROW_RIGHT);
    await bench.until(async () => (await strength()) === left + 1, 'the key did not step it');
    await driver.actions().move({ origin: chart, x: -40, y: 0 }).perform();
    expect(await strength()).toBe(left + 1);
    await bench.undo();
    await bench.until(async () => (await strength()) === left, 'the key and the drag are one step');
    await bench.untilSaved();
  });

  it('thumbnails in the stack follow a swatch that changes', async () => {
    const id = await copyOf('ostrel-autumn-walks', 'Swatch seen');
    await save(id, (p) => ({
      ...p,
      swatches: [...p.swatches, { id: 'own', name: 'Own', colour: '#ff0000', house: false }],
      slides: p.slides.map((s) => ({
        ...s,
        layers: s.layers.map((l) =>
          l.id === 'headline' && l.kind === 'text'
            ? { ...l, fill: { ...l.fill, kind: 'colour' as const, colour: { swatch: 'own' } }, spans: [] }
            : l,
        ),
      })),
    }));
    await bench.open(app.address, id);
    /** Most frequent pure channel of what the headline's thumbnail shows: its ink. */
    const ink = (): Promise<string> =>
      driver.executeScript(
        `const from = document.querySelector('[data-row="headline"] img'), c = document.createElement('canvas');
         c.width = from.naturalWidth; c.height = from.naturalHeight;
         if (!c.width) return 'none yet';
         const g = c.getContext('2d'); g.drawImage(from, 0, 0);
         const d = g.getImageData(0, 0, c.width, c.height).data, n = { red: 0, green: 0 };
         for (let i = 0; i < d.length; i += 4)
           if (d[i + 3] > 200 && d[i + 2] < 60) { if (d[i] > 200 && d[i + 1] < 60) n.red++; if (d[i + 1] > 200 && d[i] < 60) n.green++; }
         return n.red > 20 && !n.green ? 'red' : n.green > 20 && !n.red ? 'green' : JSON.stringify(n);`,
      );
    await bench.until(async () => (await ink()) === 'red', 'its thumbnail is not red');
    await bench.selectRow('Headline');
    await (await bench.find('[aria-label^="Colour: #"]')).click();
    await bench.choose('HSL');
    await bench.type('Hue', '120');
    await bench.keys(Key.ESCAPE);
    await bench.until(async () => (await ink()) === 'green', 'its thumbnail stayed red');
  });

  it('a pattern on a part of the slide is seen in the stack', async () => {
    await bench.open(app.address, 'ostrel-early-train');
    /** Share of its thumbnail that shows something. */
    const drawn = (): Promise<number> =>
      driver.executeScript(
        `const from = document.querySelector('[data-row="pines"] img'), c = document.createElement('canvas');
         c.width = from.naturalWidth; c.height = from.naturalHeight;
         if (!c.width) return 0;
         const g = c.getContext('2d'); g.drawImage(from, 0, 0);
         const d = g.getImageData(0, 0, c.width, c.height).data;
         let n = 0;
         for (let i = 3; i < d.length; i += 4) if (d[i] > 100) n++;
         return (4 * n) / d.length;`,
      );
    await bench.until(async () => (await drawn()) > 0.05, 'its thumbnail is empty');
    // A row that comes back has its picture, too.
    await bench.selectRow('Pines');
    await bench.keys(Key.DELETE);
    await bench.until(
      async () => !(await driver.executeScript(`return document.querySelector('[data-row="pines"]')`)),
      'it is still there',
    );
    await bench.undo();
    await bench.find('[data-row="pines"]');
    await bench.until(async () => (await drawn()) > 0.05, 'its thumbnail did not come back');
  });

  it('no page has logged an error, nor had anything against its policy', async () => {
    expect((await bench.errors()).filter((e) => !/favicon|404|409|out of memory/.test(e))).toEqual([]);
  });
});
