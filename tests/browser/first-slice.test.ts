// The thinnest path through the whole product, through the real interface, as a designer walks it.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key, Origin, until, type WebDriver } from 'selenium-webdriver';
import sharp from 'sharp';
import type { Application } from './application';
import { type BenchPage, WAIT } from './bench-page';
import { independentReading } from './independent-reading';
import { wholeFiles } from './folders';
import { inSession } from './session';

let app: Application;
let driver: WebDriver;
let downloads: string;
let bench: BenchPage;

inSession((s) => void ({ app, driver, bench, downloads } = s), { ahead: true, moving: true });

const photo = (name: string): string => join(process.cwd(), 'demo/pictures', name);

/** Drops a file from the desktop onto an element, as the browser would report it. */
async function drop(file: string, onto: string): Promise<void> {
  const target = await bench.find(onto);
  const input = (await driver.executeScript(
    `const i = document.createElement('input'); i.type = 'file'; i.id = 'test-drop'; document.body.append(i);
     const t = arguments[0];
     i.onchange = () => { const d = new DataTransfer(); d.items.add(i.files[0]);
       for (const type of ['dragenter', 'dragover', 'drop']) t.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer: d })); i.remove(); };
     return i;`,
    target,
  )) as unknown as { sendKeys(k: string): Promise<void> };
  await input.sendKeys(file);
}

describe('from a photo to a picture one can hand over', () => {
  let id: string;

  it('start page: drop a photo, choose the square post', async () => {
    await driver.get(app.address);
    await bench.find('a[href="/piece/ostrel-reopening"]');
    // What is dropped before the page is awake goes to the browser.
    await bench.find('[data-ready]');
    await drop(photo('hollin-dawn.jpg'), 'main');
    await (await driver.wait(until.elementLocated(By.css('[data-destination="square-post"]')), WAIT)).click();
    await driver.wait(until.urlContains('/piece/'), WAIT);
    await bench.find('[data-overlay] > [data-layer]');
    id = await bench.pieceId();
  });

  it('type a headline: the reading says Lost', async () => {
    // Begun with a photo, a headline is there and marked: one types over it.
    await bench.typeOver('Slow trains, long views');
    await bench.keys(Key.ESCAPE);
    expect(await (await bench.named('Name of the piece')).getAttribute('value')).toBe('Slow trains, long views');
    // Across bright cloud: move it up by typing its place.
    await bench.take('//button[normalize-space(.)="Place and size"]');
    const y = await driver.wait(until.elementLocated(By.css('input[aria-label="Y"]')), WAIT);
    await driver.wait(until.elementIsVisible(y), WAIT);
    await y.click();
    await y.sendKeys(Key.chord(Key.CONTROL, 'a'), '90', Key.ENTER);
    await bench.untilVerdict('Lost');
    expect(await bench.ratio()).toBeLessThan(3);
    expect((await bench.rows())[0]).toContain('Slow trains');
  });

  it('Just enough takes the best way, which its button names; undone in one step', async () => {
    const named = await bench.until(async () => {
      const words = await (await bench.find('[data-testid="just-enough"]')).getText();
      return words.startsWith('Just enough: ') && words.slice('Just enough: '.length);
    }, 'the best way was never named');
    const rows = await bench.rows();
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    const taken = await bench.rows();
    expect(named).toMatch(/^(fade|pool|plate|tint|backing|shadow|tone)/);
    if (taken.length > rows.length) expect(taken[1].toLowerCase()).toContain((named as string).split(' ')[0]);
    await bench.undo();
    await bench.untilVerdict('Lost');
    expect(await bench.rows()).toEqual(rows);
  });

  it('Just enough of a tint: Clear, the tint landed between picture and text', async () => {
    await bench.treatment('New tint');
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    const [text, tint, picture] = await bench.rows();
    expect(text).toContain('Slow trains');
    expect(tint).toMatch(/Tint\s*\d+ %/);
    // The library knows this photograph already, by its own name.
    expect(picture).toContain('Hollin Pass at dawn');
    const ratio = await bench.ratio();
    // Not a percent more than needed: one step less is Strained.
    const strength = Number(/(\d+) %/.exec(tint)![1]);
    await bench.selectRow('Tint');
    const field = await bench.find('input[aria-label="Strength"]');
    await field.click();
    await field.sendKeys(Key.ARROW_DOWN);
    await bench.untilVerdict('Strained');
    await field.sendKeys(Key.ARROW_UP);
    await bench.untilVerdict('Clear');
    expect((await bench.rows())[1]).toContain(`${strength} %`);
    expect(await bench.ratio()).toBeCloseTo(ratio, 1);
  });

  it('reload: still there, history too', async () => {
    await bench.untilSaved();
    await driver.navigate().refresh();
    await bench.untilVerdict('Clear');
    expect(await bench.rows()).toHaveLength(3);
    const undo = await bench.named('Undo');
    expect(await undo.isEnabled()).toBe(true);
  });

  it('PNG: equal to the server’s render, and an independent measurement finds the same reading', async () => {
    await bench.click('Hand over');
    await bench.click('Download');
    const file = await bench.until(async () => wholeFiles(downloads).find((f) => f.endsWith('.png')), 'no PNG came');
    expect(file).toBe('slow-trains-long-views-1080x1080.png');
    const taken = await sharp(readFileSync(join(downloads, file!)))
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect(taken.info).toMatchObject({ width: 1080, height: 1080 });
    const rendered = await sharp(
      Buffer.from(await (await fetch(`${app.address}/api/pieces/${id}/render?slide=1`)).arrayBuffer()),
    )
      .raw()
      .toBuffer();
    expect(Buffer.compare(taken.data, rendered)).toBe(0);

    const [reading] = (await (await fetch(`${app.address}/api/pieces/${id}/reading?slide=1`)).json()) as {
      ratio: number;
      verdict: string;
      letters: { ratio: number; box: { x: number; y: number; width: number; height: number } }[];
    }[];
    expect(reading.verdict).toBe('clear');
    expect(reading.letters).toHaveLength(20);
    expect(await bench.ratio()).toBeCloseTo(reading.ratio, 1);
    const measured = independentReading(
      taken.data,
      1080,
      1080,
      taken.info.channels,
      reading.letters.map((l) => l.box),
      // The house's colour of texts.
      '#f5f7f8',
    );
    // By thresholds on the picture alone, without fonts or layout: each letter within 12 %, the median within 4 %.
    const off = measured
      .map((m, i) => Math.abs(m - reading.letters[i].ratio) / reading.letters[i].ratio)
      .sort((a, b) => a - b);
    expect(off[off.length >> 1]).toBeLessThan(0.04);
    expect(Math.abs(Math.min(...measured) - reading.ratio) / reading.ratio).toBeLessThan(0.12);
  });

  it('leaves no errors in the page', async () => {
    expect(await bench.errors()).toEqual([]);
  });
});

describe('when the server dies mid-edit', () => {
  it('editing goes on, says so, and nothing is lost', async () => {
    await driver.get(`${app.address}/piece/ostrel-banner`);
    await bench.verdict();
    await app.kill();
    await bench.selectRow('Line');
    await bench.keys(Key.ENTER);
    const area = await bench.find('textarea[aria-label="Text"]');
    await bench.until(
      async () => (await driver.executeScript('return document.activeElement === arguments[0]', area)) as boolean,
      'the text never took the focus',
    );
    await bench.chord(Key.CONTROL, 'a');
    await bench.keys('Trains without a server');
    await bench.keys(Key.ESCAPE);
    await bench.until(
      async () => (await (await bench.find('[data-saved]')).getAttribute('data-saved')) === 'away',
      'it never said that the server is away',
    );
    expect(await (await bench.find('[data-saved]')).getText()).toContain('kept in this browser');
    // The window is closed too, before the server is back.
    await driver.get('about:blank');
    await app.restart();
    await driver.get(`${app.address}/piece/ostrel-banner`);
    await bench.until(
      async () => (await driver.findElements(By.css('[aria-label="Line: Trains without a server"]'))).length === 1,
      'the edit did not come back',
    );
    await bench.untilSaved();
    const stored = (await (await fetch(`${app.address}/api/pieces/ostrel-banner`)).json()) as {
      piece: { slides: { layers: { text?: string }[] }[] };
    };
    expect(stored.piece.slides[0].layers.map((l) => l.text)).toContain('Trains without a server');
    // And it can be undone, across crash and reload.
    await (await bench.named('Undo')).click();
    await bench.until(
      async () => (await driver.findElements(By.css('[aria-label="Line: Slow trains, long views"]'))).length === 1,
      'the edit could not be undone',
    );
    await bench.untilSaved();
    await bench.errors();
  });
});

describe('the bench under the hand', () => {
  const box = async (id: string): Promise<{ x: number; y: number; width: number; height: number }> => {
    const stored = (await (await fetch(`${app.address}/api/pieces/ostrel-reopening`)).json()) as {
      piece: { slides: { layers: { id: string; box: { x: number; y: number; width: number; height: number } }[] }[] };
    };
    return stored.piece.slides[0].layers.find((l) => l.id === id)!.box;
  };

  beforeAll(async () => {
    await driver.get(`${app.address}/piece/ostrel-reopening`);
    await bench.untilVerdict('Lost');
  });

  it('drags a text with snapping to the middle, one undo step', async () => {
    const text = await bench.find('[data-layer="headline"]');
    const r = await text.getRect();
    const before = await box('headline');
    // A little off the middle of the slide across: it snaps onto it (the text is as wide as the margins allow, so it is
    // centred already).
    await driver
      .actions()
      .move({ origin: text, x: -Math.round(r.width / 2) + 40, y: 0 })
      .press()
      .move({ origin: Origin.POINTER, x: 20, y: -60, duration: 120 })
      .move({ origin: Origin.POINTER, x: -17, y: 0, duration: 60 })
      .release()
      .perform();
    await bench.untilSaved();
    await bench.until(async () => (await box('headline')).y < before.y - 60, 'the text did not move');
    const after = await box('headline');
    expect(after.x).toBeCloseTo(before.x, 5);
    await bench.undo();
    await bench.until(async () => (await box('headline')).y === before.y, 'the drag was not undone in one step');
  });

  it('re-wraps by the side handle without scaling the type, scales by the corner', async () => {
    await bench.selectRow('Headline');
    const size = async (): Promise<number> =>
      Number(
        ((await (await bench.find('input[aria-label="Size"]')).getAttribute('value')) ?? '').replace(/[^\d.]/g, ''),
      );
    const before = await size();
    await driver
      .actions()
      .move({ origin: await bench.find('[data-handle="right"]') })
      .press()
      .move({ origin: Origin.POINTER, x: -200, y: 0, duration: 150 })
      .release()
      .perform();
    expect(await size()).toBe(before);
    await bench.untilSaved();
    await bench.until(async () => (await box('headline')).width < 650, 'the frame was not narrowed');
    await driver
      .actions()
      .move({ origin: await bench.find('[data-handle="bottom right"]') })
      .press()
      .move({ origin: Origin.POINTER, x: -100, y: -60, duration: 150 })
      .release()
      .perform();
    await bench.until(async () => (await size()) < before * 0.9, 'the type was not scaled');
    await bench.undo();
    await bench.undo();
    await bench.until(async () => (await size()) === before && (await box('headline')).width === 936, 'not undone');
  });

  it('nudges by keys, duplicates, deletes, and goes back by Esc', async () => {
    await bench.keys(Key.ESCAPE);
    await (await bench.find('[data-layer="kicker"]')).click();
    const before = await box('kicker');
    await bench.keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await bench.chord(Key.SHIFT, Key.ARROW_DOWN);
    await bench.until(
      async () => (await box('kicker')).x === before.x + 2 && (await box('kicker')).y === before.y + 10,
      'it was not nudged',
    );
    const rows = (await bench.rows()).length;
    await bench.chord(Key.CONTROL, 'd');
    await bench.until(async () => (await bench.rows()).length === rows + 1, 'it was not duplicated');
    await bench.keys(Key.DELETE);
    await bench.until(async () => (await bench.rows()).length === rows, 'it was not deleted');
    await (await bench.find('[data-layer="kicker"]')).click();
    await bench.keys(Key.ESCAPE);
    expect(await driver.findElements(By.css('[data-row][data-selected]'))).toHaveLength(0);
    await bench.undo();
    await bench.undo();
    await bench.undo();
    await bench.undo();
    await bench.until(async () => (await box('kicker')).x === before.x, 'not undone');
  });

  it('types a tint’s hex, picks one from the picture with the loupe, and sets strength on the chart', async () => {
    await (await bench.named('Add to Overlays')).click();
    await (
      await driver.wait(until.elementLocated(By.xpath('//*[@role="menuitem"][contains(., "Tint")]')), WAIT)
    ).click();
    const hex = await bench.find('input[aria-label="Colour, hex"]');
    await hex.click();
    await hex.sendKeys(Key.chord(Key.CONTROL, 'a'), '#3D5468', Key.ENTER);
    await bench.until(async () => (await hex.getAttribute('value')) === '#3d5468', 'the hex was not taken');
    await hex.sendKeys(Key.chord(Key.CONTROL, 'a'), '#12', Key.TAB);
    await bench.until(
      async () => (await (await bench.find('input[aria-label="Colour, hex"]')).getAttribute('value')) === '#3d5468',
      'a wrong hex was not refused',
    );
    await (await bench.named('Colour: pick from the picture')).click();
    const area = await bench.named('Pick a colour from the picture');
    await driver.actions().move({ origin: area, x: 0, y: -220 }).perform();
    await driver.actions().move({ origin: area, x: 4, y: -222 }).click().perform();
    const picked = await bench.until(async () => {
      const v = await (await bench.find('input[aria-label="Colour, hex"]')).getAttribute('value');
      return v !== '#3d5468' && v;
    }, 'no colour was picked');
    // Sky of the photo under the tint: blue above red.
    const [r, , b] = [1, 3, 5].map((i) => parseInt((picked as string).slice(i, i + 2), 16));
    expect(b).toBeGreaterThan(r);

    await bench.reading('Chart');
    const chart = await bench.named('Strength of the treatment');
    const width = (await chart.getRect()).width;
    await driver
      .actions()
      .move({ origin: chart, x: Math.round(width * 0.3), y: 0 })
      .click()
      .perform();
    await bench.until(
      async () => Number(await chart.getAttribute('aria-valuenow')) > 70,
      'the chart did not set the strength',
    );
  });

  it('says when a colour cannot reach it, and offers one that does', async () => {
    const hex = await bench.find('input[aria-label="Colour, hex"]');
    await hex.click();
    await hex.sendKeys(Key.chord(Key.CONTROL, 'a'), '#ffffff', Key.ENTER);
    await bench.justEnough();
    await bench.click('Use black instead');
    await bench.untilVerdict('Clear');
    expect(await (await bench.find('input[aria-label="Colour, hex"]')).getAttribute('value')).toBe('#000000');
  });

  it('reorders by dragging: a tint moved to the message band says what that means', async () => {
    const tint = await driver.findElement(
      By.xpath('//*[@data-row][.//*[contains(., "Tint")]]//*[@aria-roledescription="sortable"]'),
    );
    const top = await driver.findElement(By.css('[data-row]'));
    await driver
      .actions()
      .move({ origin: tint })
      .press()
      .move({ origin: Origin.POINTER, x: 0, y: -12, duration: 100 })
      .move({ origin: top, x: -60, y: -6, duration: 300 })
      .pause(120)
      .release()
      .perform();
    await bench.until(
      async () => (await driver.findElements(By.xpath('//*[contains(., "above every overlay")]'))).length > 0,
      'it did not say where it went',
    );
    await bench.until(async () => (await bench.verdict()) !== 'Clear', 'a tint above the text must count');
    await bench.undo();
    await bench.untilVerdict('Clear');
  });

  it('zooms: 100 %, by the wheel, to fit', async () => {
    const zoom = async (): Promise<string> => (await bench.named('Zoom')).getText();
    const fit = await zoom();
    await bench.click('100 %');
    await bench.until(async () => (await zoom()) === '100 %', 'not 100 %');
    const stage = await bench.named('Stage');
    await driver.executeScript(
      `const r = arguments[0].getBoundingClientRect(); document.elementFromPoint(r.x + 300, r.y + 300).dispatchEvent(new WheelEvent('wheel', { bubbles: true, cancelable: true, ctrlKey: true, deltaY: -120, clientX: r.x + 300, clientY: r.y + 300 }));`,
      stage,
    );
    await bench.until(async () => parseInt(await zoom(), 10) > 120, 'the wheel did not zoom');
    await (await bench.named('Fit')).click();
    await bench.until(async () => (await zoom()) === fit, 'did not fit again');
  });

  it('context menu hides and locks; a locked layer stays', async () => {
    const kicker = await bench.find('[data-layer="kicker"]');
    await driver.actions().contextClick(kicker).perform();
    await (
      await driver.wait(until.elementLocated(By.xpath('//*[@role="menuitem"][contains(., "Lock")]')), WAIT)
    ).click();
    await bench.named('Unlock Season');
    await bench.keys(Key.DELETE);
    await bench.keys(Key.ARROW_RIGHT);
    await bench.find('[data-layer="kicker"]');
    await bench.undo();
    await bench.find('[data-row="kicker"][data-selected]');
    await bench.keys('?');
    await bench.until(
      async () => (await driver.findElements(By.xpath('//*[contains(., "Keyboard and pointer")]'))).length > 0,
      'no list of shortcuts',
    );
    // One step back at a time: the list, then the selection.
    await bench.keys(Key.ESCAPE);
    await bench.until(
      async () => (await driver.findElements(By.css('[role="dialog"]'))).length === 0,
      'the list stayed',
    );
    expect(await driver.findElements(By.css('[data-row="kicker"][data-selected]'))).toHaveLength(1);
    await bench.keys(Key.ESCAPE);
  });

  it('two windows: a stale save is told, and both versions are kept', async () => {
    await bench.untilSaved();
    const current = (await (await fetch(`${app.address}/api/pieces/ostrel-reopening`)).json()) as {
      revision: number;
      piece: { name: string };
    };
    await fetch(`${app.address}/api/pieces/ostrel-reopening`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'if-match': `"${current.revision}"` },
      body: JSON.stringify({ ...current.piece, name: 'Renamed elsewhere' }),
    });
    await (await bench.find('[data-layer="kicker"]')).click();
    await bench.keys(Key.ARROW_LEFT);
    await bench.click('Keep both: mine becomes a copy');
    await bench.until(
      async () => (await (await bench.named('Name of the piece')).getAttribute('value')) === 'Renamed elsewhere',
      'the other version did not come',
    );
    const { items: pieces } = (await (await fetch(`${app.address}/api/pieces`)).json()) as {
      items: { name: string }[];
    };
    expect(pieces.map((p) => p.name)).toContain('Re-opening post (my version)');
    const { items: revisions } = (await (
      await fetch(`${app.address}/api/pieces/ostrel-reopening/revisions`)
    ).json()) as { items: { kind: string }[] };
    expect(revisions.map((r) => r.kind)).toContain('refused');
  });
});
