// A carousel from its outline to its strip: notes, rough version, layers that go on over slides, joins, swipe, cover
// last; and what programs may ask of slides.
import { unzipSync } from 'fflate';
import { By, Key, type WebDriver, type WebElement } from 'selenium-webdriver';
import sharp from 'sharp';
import type { Layer } from '../../src/core/kinds/layers';
import { slidesOf } from '../../src/core/piece/resolve';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import { type BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s), { moving: true });

const OUTLINE = [
  'The Ostrel Line re-opens: from 2 May, every day',
  'Four trains a day: two each way',
  'Lake Sill',
  'Hollin Pass - the highest halt',
  'Cairn Viaduct',
  'Bring a coat',
  'Slow trains, long views',
];
let id = '';
const all = (css: string): Promise<WebElement[]> => driver.findElements(By.css(css));
const stored = async (): Promise<{ revision: number; piece: Piece }> => {
  await bench.untilSaved();
  return (await (await fetch(`${app.address}/api/pieces/${id}`)).json()) as { revision: number; piece: Piece };
};
const ask = (path: string, body?: unknown, method = 'POST', headers: Record<string, string> = {}): Promise<Response> =>
  fetch(
    `${app.address}/api/pieces/${id}/${path}`,
    body === undefined
      ? undefined
      : { method, headers: { 'content-type': 'application/json', ...headers }, body: JSON.stringify(body) },
  );
/** Pastes a text where the focus is. */
const paste = (css: string, text: string): Promise<void> =>
  driver.executeScript(
    `const d = new DataTransfer(); d.setData('text/plain', arguments[1]);
     document.querySelector(arguments[0]).dispatchEvent(new ClipboardEvent('paste', { clipboardData: d, bubbles: true, cancelable: true }));`,
    css,
    text,
  );
const cards = (): Promise<WebElement[]> => all('[data-slide]');
const goTo = async (n: number): Promise<void> => {
  await (await all('[data-slide] [role="button"]'))[n - 1].click();
  await bench.until(
    async () =>
      (await (await cards())[n - 1].getAttribute('data-current')) !== null && (await all('[data-stale]')).length === 0,
    `slide ${n} was never worked on`,
  );
};
const notes = (): Promise<string[]> =>
  driver.executeScript(`return [...document.querySelectorAll('[data-slide] textarea')].map((t) => t.value)`);

describe('an outline', () => {
  it('begins a carousel; a pasted list makes slides, and is undone as one step', async () => {
    await bench.goTo(app.address, '/');
    await bench.click('New piece');
    await bench.take('[data-destination="carousel"]');
    await bench.find('[data-outline-note]');
    id = /piece\/([^#?]+)/.exec(await driver.getCurrentUrl())![1];
    await paste('[data-outline-note]', OUTLINE.map((line, i) => `${i + 1}. ${line}`).join('\n'));
    await bench.until(async () => (await all('[data-outline-note]')).length === 7, 'the list made no slides');
    expect(await (await bench.find('[data-outline-count]')).getText()).toBe('7 of 20 slides');
    await bench.until(
      async () => (await notes()).join('|') === OUTLINE.join('|'),
      'the notes are not under the slides',
    );
    expect(await violations(driver)).toEqual([]);
  });

  it('lines are typed, moved and taken away by keys', async () => {
    await (await bench.find('[data-outline-note]')).click();
    await bench.keys(Key.ENTER);
    await bench.until(async () => (await all('[data-outline-note]')).length === 8, 'Enter began no line');
    await bench.until(
      async () => (await (await driver.switchTo().activeElement()).getAttribute('aria-label')) === 'Slide 2',
      'the new line has no focus',
    );
    await bench.keys('Typed');
    await bench.chord(Key.ALT, Key.ARROW_UP);
    await bench.until(async () => (await notes())[0] === 'Typed', 'the line was not moved');
    for (let i = 0; i < 5; i++) await bench.keys(Key.BACK_SPACE);
    await bench.keys(Key.BACK_SPACE);
    await bench.until(async () => (await notes()).join('|') === OUTLINE.join('|'), 'the empty line stayed');
  });

  it('more lines than slides may be are said, and nothing is lost', async () => {
    await paste('[data-outline-note]', Array.from({ length: 40 }, (_, i) => `Line ${i + 1}`).join('\n'));
    await bench.find('.mantine-Notification-root');
    expect(await (await bench.find('.mantine-Notification-root')).getText()).toMatch(/27 lines have no slide/);
    expect(await (await bench.find('[data-outline-count]')).getText()).toMatch(/^20 of 20 slides/);
    await bench.undo();
    await bench.until(async () => (await notes()).join('|') === OUTLINE.join('|'), 'the paste was not undone');
  });

  it('becomes a rough version: a headline on every slide, each text Clear', async () => {
    await bench.click('Make a rough version');
    await bench.click('Done');
    const { piece } = await stored();
    expect(piece.slides.map((s) => s.layers.filter((l) => l.kind === 'text').length)).toEqual([2, 2, 1, 2, 1, 1, 1]);
    for (let slide = 1; slide <= 7; slide++) {
      const readings = (await (await ask(`reading?slide=${slide}`)).json()) as { verdict: string }[];
      expect(readings.map((r) => r.verdict)).toEqual(readings.map(() => 'clear'));
    }
    // The one ground goes on from slide to slide.
    await bench.until(async () => (await all('[data-join="smooth"]')).length === 6, 'the joins were not measured');
  });
});

describe('the strip', () => {
  it('a slide is worked on by a press, on the stage or in the strip, and by keys', async () => {
    await goTo(2);
    await bench.untilVerdict('Clear');
    expect(await bench.rows()).toHaveLength(3);
    await bench.take('[data-neighbour]:not([data-own])');
    await bench.until(
      async () => (await (await cards())[0].getAttribute('data-current')) !== null,
      'the press did nothing',
    );
    await bench.chord(Key.ALT, Key.PAGE_DOWN);
    await bench.until(
      async () => (await (await cards())[1].getAttribute('data-current')) !== null,
      'the key did nothing',
    );
  });

  it('slides are added, duplicated, left out, moved and deleted, each undone as one step', async () => {
    await goTo(2);
    const steps: [string, (p: Piece) => boolean][] = [
      ['Add a slide after it', (p) => p.slides.length === 8 && p.slides[2].layers.length === 0],
      ['Duplicate', (p) => p.slides.length === 8 && p.slides[2].note === OUTLINE[1]],
      ['Leave it out', (p) => p.slides[1].leftOut],
      ['Move right', (p) => p.slides[2].note === OUTLINE[1]],
      ['Delete', (p) => p.slides.length === 6 && p.slides[1].note === OUTLINE[2]],
    ];
    for (const [item, done] of steps) {
      await goTo(2);
      await bench.menu('Slide 2: more', item);
      await bench.until(async () => done((await stored()).piece), `${item}: nothing came of it`);
      await bench.undo();
      await bench.until(async () => (await notes()).join('|') === OUTLINE.join('|'), `${item} was not undone`);
    }
    await goTo(2);
    await driver.executeScript(`document.querySelector('[data-slide] [aria-current]').focus()`);
    await bench.chord(Key.ALT, Key.ARROW_RIGHT);
    await bench.until(async () => (await notes())[2] === OUTLINE[1], 'it was not moved by key');
    await bench.chord(Key.ALT, Key.ARROW_LEFT);
    await bench.until(async () => (await notes()).join('|') === OUTLINE.join('|'), 'it was not moved back');
  });
});

describe('over the join', () => {
  /** Adds a blob and sets where it lies. */
  const blob = async (x: number, y: number): Promise<void> => {
    await bench.menu('Add to Message', 'Blob');
    await bench.find('[data-frame]');
    await bench.unfold('Place and size');
    for (const [label, value] of [
      ['X', x],
      ['Y', y],
      ['Width', 700],
      ['Height', 300],
    ] as const)
      await bench.type(label, String(value));
  };
  const guest = (p: Piece, slide: number): Layer | undefined => slidesOf(p)[slide - 1].layers.find((l) => l.guest);

  it('a layer that hangs over the edge goes on over the neighbour, and is edited from there', async () => {
    await goTo(2);
    await blob(800, 950);
    await bench.toggle('Goes on over the neighbouring slide');
    await bench.until(async () => guest((await stored()).piece, 3) !== undefined, 'slide 3 has no guest');
    await goTo(3);
    const row = await bench.find('[data-row]:has([data-guest]) [data-row-name]');
    await row.click();
    await bench.find('[data-frame]');
    const before = guest((await stored()).piece, 3)!.box;
    expect(before.x).toBeCloseTo(800 - 1080, 0);
    await bench.chord(Key.SHIFT, Key.ARROW_LEFT);
    await bench.until(async () => guest((await stored()).piece, 3)!.box.x === before.x - 10, 'it did not move there');
    const { piece } = await stored();
    expect(piece.slides[1].layers.find((l) => l.carry)!.box.x).toBe(790);
    expect(piece.slides[2].layers.every((l) => !('guest' in l))).toBe(true);
  });

  it('a second one from the right, below the slide’s own layers', async () => {
    await goTo(6);
    await blob(-200, 60);
    await bench.toggle('Goes on over the neighbouring slide');
    await bench.choose('Below them');
    await bench.until(async () => guest((await stored()).piece, 5)?.carry?.over === false, 'it lies above');
    // Its own layers of the band come after it.
    const { layers } = slidesOf((await stored()).piece)[4];
    expect(layers.findIndex((l) => l.guest)).toBeLessThan(layers.findIndex((l) => l.kind === 'text'));
  });

  it('a layer dragged over to another slide belongs to it', async () => {
    await goTo(4);
    await bench.take('[aria-label="All slides in view"]');
    const text = (await stored()).piece.slides[3].layers.findLast((l) => l.kind === 'text')!;
    await bench.selectRow('Hollin Pass');
    const from = await bench.find(`[data-overlay] > [data-layer="${text.id}"]`),
      to = await bench.find(`[data-neighbour="${(await stored()).piece.slides[4].id}"]`);
    await driver.actions().move({ origin: from }).press().move({ origin: to, duration: 300 }).release().perform();
    await bench.until(
      async () => (await stored()).piece.slides[4].layers.filter((l) => l.kind === 'text').length === 2,
      'it stayed where it was',
    );
    expect((await stored()).piece.slides[3].layers.some((l) => l.id === text.id)).toBe(false);
    await bench.undo();
    await bench.until(
      async () => (await stored()).piece.slides[3].layers.some((l) => l.id === text.id),
      'the drag was not undone as one step',
    );
  });

  it('or is sent there by its menu', async () => {
    await goTo(5);
    await bench.selectRow('Cairn Viaduct');
    const row = await bench.find('[data-row][data-selected]');
    await driver.actions().contextClick(row).perform();
    await bench.take('//*[@role="menuitem"][normalize-space(.)="To the slide after"]');
    await bench.until(
      async () => (await stored()).piece.slides[5].layers.filter((l) => l.kind === 'text').length === 2,
      'it stayed where it was',
    );
    await bench.undo();
    await bench.until(
      async () => (await stored()).piece.slides[4].layers.some((l) => l.kind === 'text'),
      'it was not undone as one step',
    );
  });

  it('a step between grounds is shown, and softened by an offer', async () => {
    await goTo(7);
    await bench.selectRow('Colour');
    // Without its ground there is paper.
    await bench.keys(Key.DELETE);
    await bench.until(async () => (await all('button[data-join="step"]')).length === 1, 'the step is not shown');
    const before = (await stored()).piece;
    await bench.press('button[data-join="step"]');
    await bench.take('[data-offer]');
    await bench.until(async () => (await all('[data-join="smooth"]')).length === 6, 'the join is not smooth');
    expect((await stored()).piece).not.toEqual(before);
    await bench.undo();
    await bench.until(async () => (await all('button[data-join="step"]')).length === 1, 'it was not undone');
  });
});

it('the swipe preview is swiped, stepped by keys, and ends where one looked', async () => {
  await goTo(1);
  await (await bench.named('Swipe preview')).click();
  const at = async (n: number): Promise<unknown> => bench.find(`[data-swipe="${n - 1}"]`);
  await at(1);
  const film = await bench.find('[data-swipe]');
  await bench.settled(film);
  await driver
    .actions()
    .move({ origin: film })
    .press()
    .move({ origin: film, x: -220, duration: 120 })
    .release()
    .perform();
  await at(2);
  await bench.keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
  await at(4);
  await bench.choose('Dark');
  expect(await violations(driver)).toEqual([]);
  await bench.keys(Key.ESCAPE);
  await bench.until(
    async () => (await (await cards())[3].getAttribute('data-current')) !== null,
    'another slide is shown',
  );
});

it('a picture is put into a frame in one step; one without a single ground says so', async () => {
  const carousel = id;
  id = 'ostrel-carousel';
  await bench.open(app.address, id);
  await bench.selectRow('Cup in a blob');
  await bench.unfold('Frame and ground');
  await bench.click('Its ground for the slide');
  await bench.until(
    async () => /no single ground/.test(await (await bench.find('.mantine-Notification-root')).getText()),
    'it was not said',
  );
  const before = (await stored()).piece;
  await bench.click('Window');
  await bench.until(async () => {
    const { layers, groups } = (await stored()).piece.slides[0];
    return layers.length === before.slides[0].layers.length + 2 && groups.some((g) => g.name === 'Window');
  }, 'it has no frame');
  await bench.undo();
  await bench.until(
    async () => JSON.stringify((await stored()).piece) === JSON.stringify(before),
    'the frame was not undone as one step',
  );
  id = carousel;
});

describe('programs', () => {
  it('get all slides as pictures that are the strip’s, pixel by pixel, and none that is left out', async () => {
    const raw = async (bytes: ArrayBuffer | Uint8Array): Promise<{ data: Buffer; width: number; height: number }> => {
      const { data, info } = await sharp(Buffer.from(bytes as Uint8Array))
        .raw()
        .toBuffer({ resolveWithObject: true });
      return { data, width: info.width, height: info.height };
    };
    const strip = await raw(await (await ask('strip?scale=0.5')).arrayBuffer()),
      files = unzipSync(new Uint8Array(await (await ask('slides?scale=0.5')).arrayBuffer()));
    expect(Object.keys(files)).toHaveLength(7);
    expect(Object.keys(files)[1]).toMatch(/-02-1080x1350-0\.5x\.png$/);
    expect(strip).toMatchObject({ width: 7 * 540, height: 675 });
    let off = 0;
    for (const [n, bytes] of Object.values(files).entries()) {
      const one = await raw(bytes);
      for (let y = 0; y < one.height; y++)
        if (
          Buffer.compare(
            one.data.subarray(y * one.width * 3, (y + 1) * one.width * 3),
            strip.data.subarray((y * strip.width + n * one.width) * 3, (y * strip.width + (n + 1) * one.width) * 3),
          ) !== 0
        )
          off++;
    }
    expect(off).toBe(0);
    const { revision, piece } = await stored();
    piece.slides[1].leftOut = true;
    expect((await ask('', piece, 'PUT', { 'if-match': `"${revision}"` })).status).toBe(200);
    expect(Object.keys(unzipSync(new Uint8Array(await (await ask('slides?scale=0.1')).arrayBuffer())))).toHaveLength(6);
  });

  it('read the joins, and are offered what softens one', async () => {
    const joins = (await (await ask('joins')).json()) as { after: number; smooth: boolean }[];
    expect(joins.map((j) => j.after)).toEqual([1, 2, 3, 4, 5, 6]);
    const step = joins.find((j) => !j.smooth)!;
    expect(step).toBeDefined();
    const offers = (await (await ask('join-offers', { after: step.after })).json()) as { join: { smooth: boolean } }[];
    expect(offers.length).toBeGreaterThan(0);
    expect(offers.every((o) => o.join.smooth)).toBe(true);
    expect((await ask('join-offers', { after: 7 })).status).toBe(404);
  });

  it('write an outline; more notes than slides may be there are refused and change nothing', async () => {
    const post = (path: string, body: unknown): Promise<Response> =>
      fetch(app.address + path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    const made = (await (await post('/api/pieces', { destination: 'carousel' })).json()) as {
      id: string;
      piece: Piece;
    };
    id = made.id;
    const put = (notes: string[], revision: number): Promise<Response> =>
      ask('outline', { notes, rough: true }, 'PUT', { 'if-match': `"${revision}"` });
    expect((await put(OUTLINE, 1)).status).toBe(200);
    const read = async (): Promise<Piece> =>
      ((await (await fetch(`${app.address}/api/pieces/${id}`)).json()) as { piece: Piece }).piece;
    expect((await read()).slides.map((s) => [s.note, s.layers.length > 1])).toEqual(OUTLINE.map((n) => [n, true]));
    const refused = await put(Array<string>(30).fill('x'), 2);
    expect(refused.status).toBe(422);
    expect(((await refused.json()) as { title: string }).title).toBe('At most 20 slides go there');
    expect((await read()).slides).toHaveLength(7);
    const many = {
      ...made.piece,
      slides: Array.from({ length: 21 }, (_, i) => ({ ...made.piece.slides[0], id: `s${i}` })),
    };
    expect((await post('/api/pieces', { document: many })).status).toBe(422);
  });
});
