// Reading and ways through, room and cutting out, driven through the real interface.
import { By, Key, Origin, type WebDriver } from 'selenium-webdriver';
import sharp from 'sharp';
import type { FadeLayer } from '../../src/core/kinds/fade';
import type { Layer } from '../../src/core/kinds/layers';
import type { PhotoLayer } from '../../src/core/kinds/photo';
import type { TextLayer } from '../../src/core/kinds/text';
import type { StoredMask } from '../../src/core/photo/mask';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { type BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application;
let driver: WebDriver;
let bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s), { ahead: true });

const layers = (p: Piece): Layer[] => p.slides[0].layers;
const of = <L extends Layer>(p: Piece, kind: string): L => layers(p).findLast((l) => l.kind === kind) as L;
const view = (words: string): Promise<void> => bench.reading(words);
const solved = async (): Promise<string[]> => {
  await bench.until(
    async () =>
      (await (await bench.find('[aria-busy]')).getAttribute('aria-busy')) === 'false' &&
      (await driver.findElements(By.css('[data-way]'))).length > 0,
    'ways were never solved',
    60_000,
  );
  return Promise.all(
    (await driver.findElements(By.css('[data-way]'))).map(async (e) => (await e.getAttribute('data-way'))!),
  );
};
/** What is seen of the slide at a point, fractions of it. */
async function pixelOnStage(x: number, y: number): Promise<string> {
  const { x: left, y: top, width, height } = await (await bench.find('[data-overlay]')).getRect(),
    picture = Buffer.from(await driver.takeScreenshot(), 'base64'),
    at = { left: Math.round(left + x * width), top: Math.round(top + y * height), width: 1, height: 1 };
  return [...(await sharp(picture).extract(at).removeAlpha().raw().toBuffer())].join();
}
const clear = (): Promise<unknown> => bench.untilVerdict('Clear');

describe('ways through', () => {
  it('appear with picture, strength, what is kept and the reading, the best first; one is taken as layers and undone in one step', async () => {
    await bench.open(app.address, 'ostrel-reopening');
    await view('Ways through');
    const kinds = await solved();
    for (const k of ['tint', 'fade', 'pool', 'plate', 'backing', 'shadow', 'tone']) expect(kinds).toContain(k);
    const words = await (await bench.find('[data-way="pool"]')).getText();
    expect(words).toMatch(/Pool \d+ %\s+keeps \d+(\.\d)? %/);
    expect(words).toMatch(/reads \d+\.\d/);
    expect(await (await bench.find('[data-way="tint"]')).getText()).toMatch(/keeps \d\d %/);
    // The picture is painted: not all of one colour.
    expect(
      await driver.executeScript(
        `const c = document.querySelector('[data-way="pool"] canvas'), d = c.getContext('2d').getImageData(0, 0, c.width, c.height).data; return new Set([...d].filter((_, i) => i % 4 === 0)).size > 20;`,
      ),
    ).toBe(true);
    const before = layers(await bench.document()).length;
    await bench.press('[data-way="pool"] > button');
    await clear();
    const after = await bench.untilDocument((p) => layers(p).some((l) => l.kind === 'pool'), 'no pool was laid');
    expect(of(after, 'pool')).toMatchObject({ band: 'overlays', follows: ['kicker', 'headline'] });
    await bench.undo();
    expect(
      layers(await bench.untilDocument((p) => layers(p).length === before, 'it was not undone in one step')),
    ).toHaveLength(before);
  });

  it('pointing at one shows it, B held shows what was before, the line compares', async () => {
    await view('Ways through');
    await solved();
    const card = await bench.find('[data-way="plate"] > button');
    await bench.settled(card);
    await driver.actions().move({ origin: card }).perform();
    await clear();
    await driver.actions().keyDown('b').perform();
    await bench.untilVerdict('Lost');
    await driver.actions().keyUp('b').perform();
    await clear();
    await bench.press('[data-way="plate"] [aria-label^="Compare"]');
    const line = await bench.named('Line between before and after');
    expect(await line.getAttribute('aria-valuenow')).toBe('50');
    await driver
      .actions()
      .move({ origin: line })
      .press()
      .move({ origin: Origin.POINTER, x: 80, y: 0 })
      .release()
      .perform();
    await bench.until(async () => Number(await line.getAttribute('aria-valuenow')) > 55, 'the line did not move');
    await bench.press('[data-way="plate"] [aria-label^="Compare"]');
    await bench.until(
      async () => (await driver.findElements(By.css('[data-before]'))).length === 0,
      'the comparison stayed',
    );
    // Nothing was taken by looking.
    expect(layers(await bench.document()).some((l) => l.kind === 'plate')).toBe(false);
  });

  it('instead of what is there: that is switched off', async () => {
    await bench.open(app.address, 'ostrel-hero');
    await view('Ways through');
    await solved();
    await bench.press('[data-way="pool"] > button');
    await clear();
    const p = await bench.untilDocument((d) => layers(d).some((l) => l.kind === 'pool'), 'no pool');
    expect(of(p, 'tint')).toMatchObject({ visible: false });
    await bench.undo();
    await bench.untilDocument(
      (d) => of(d, 'tint').visible && !layers(d).some((l) => l.kind === 'pool'),
      'it was not undone',
    );
  });
});

describe('just enough for every treatment', () => {
  it.each([
    ['New fade', (p: Piece) => (of<FadeLayer>(p, 'fade')?.opacity ?? 0) > 0],
    ['Backing of the text', (p: Piece) => (of<TextLayer>(p, 'text').backing?.opacity ?? 0) > 0],
    ['Shadow of the text', (p: Piece) => of<TextLayer>(p, 'text').shadows.some((s) => s.opacity > 0)],
    ['Photo darkened', (p: Piece) => of<PhotoLayer>(p, 'photo').tone.levels.on],
  ] as const)('%s', async (name, done) => {
    await bench.open(app.address, 'ostrel-reopening');
    const before = JSON.stringify(await bench.document());
    await view('Chart');
    await bench.treatment(name);
    await bench.until(
      async () => name === 'New fade' || /At \d+ % /.test(await (await bench.find('[aria-label="Reading"]')).getText()),
      'no strength was found',
    );
    await bench.justEnough();
    await clear();
    await bench.untilDocument(done, `${name} was not set`);
    await bench.undo();
    await bench.untilDocument((p) => JSON.stringify(p) === before, 'it was not undone in one step');
  });

  it('one tint for all slides of a carousel', async () => {
    const { piece } = (await (await fetch(`${app.address}/api/pieces/ostrel-reopening`)).json()) as { piece: Piece },
      [slide] = piece.slides;
    const document = {
      ...piece,
      name: 'Three slides',
      // A square post is one slide.
      sizes: piece.sizes.map((z) => ({ ...z, destination: 'carousel' })),
      slides: ['a', 'b', 'c'].map((id, i) => ({
        ...slide,
        id,
        layers: slide.layers.filter((l) => i < 2 || l.kind === 'photo'),
      })),
    };
    const made = (await (
      await fetch(`${app.address}/api/pieces`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ document }),
      })
    ).json()) as { id: string };
    await bench.open(app.address, made.id);
    const slides = 3;
    await view('Chart');
    await bench.treatment('New tint');
    await bench.choose(`All ${slides} slides`);
    await bench.until(
      async () =>
        /At \d+ % .* every text of all slides is Clear; slide [12] decides/.test(
          await (await bench.find('[aria-label="Reading"]')).getText(),
        ),
      'no strength for all slides',
    );
    await bench.justEnough();
    // The slide without texts gets none.
    const p = await bench.untilDocument(
      (d) => d.slides.map((s) => s.layers.filter((l) => l.kind === 'tint').length).join() === '1,1,0',
      'not every slide has the tint',
    );
    expect(p.slides[0].layers.find((l) => l.kind === 'tint')!.opacity).toBe(
      p.slides[1].layers.find((l) => l.kind === 'tint')!.opacity,
    );
    await bench.undo();
    await bench.untilDocument(
      (d) => d.slides.every((s) => !s.layers.some((l) => l.kind === 'tint')),
      'it was not undone in one step',
    );
  });

  it('what cannot be says so: a blur where the letters are too light for what is behind them', async () => {
    await bench.open(app.address, 'ostrel-reopening');
    await view('Chart');
    await bench.treatment('Photo blurred');
    await bench.until(
      async () => /Not enough even at 100 %/.test(await (await bench.find('[aria-label="Reading"]')).getText()),
      'nothing was said',
    );
    await bench.justEnough();
    await bench.take('//*[contains(text(), "Cannot be reached by this alone")]');
  });
});

describe('places and inks', () => {
  it('quiet spots are drawn, shown by pointing and taken by a click', async () => {
    await bench.open(app.address, 'ostrel-hero');
    await bench.selectRow('Headline');
    await view('Places');
    await bench.find('[data-ghost="1"]');
    const moved = (p: Piece): TextLayer => layers(p).find((l) => l.id === 'headline') as TextLayer;
    const was = moved(await bench.document());
    const spot = await bench.find('[data-spot="1"]');
    const said = (await spot.getText()).match(/(\d+\.\d) of/)![1];
    await driver.actions().move({ origin: spot }).perform();
    await bench.until(
      async () => Math.abs((await bench.ratio()) - Number(said)) < 0.06,
      'the reading there is not what was said',
    );
    await spot.click();
    await bench.untilDocument((p) => JSON.stringify(moved(p).box) !== JSON.stringify(was.box), 'it did not move');
    await bench.until(
      async () => Math.abs((await bench.ratio()) - Number(said)) < 0.06,
      'it does not read as was said',
    );
    await bench.undo();
    await bench.untilDocument((p) => JSON.stringify(moved(p).box) === JSON.stringify(was.box), 'it did not go back');
    await bench.toggle('Map of the slide for this text');
    await bench.find('[data-map] canvas');
  });

  it('a suggested ink is taken, with its tint where it needs one', async () => {
    await bench.open(app.address, 'ostrel-two-lights');
    await view('Inks');
    const inks = await bench.until(async () => {
      const all = await driver.findElements(By.css('[data-ink]'));
      return all.length > 3 ? all : null;
    }, 'no inks');
    expect(inks!.length).toBeGreaterThan(3);
    const first = await bench.find('[data-ink] > button');
    const hex = await (await bench.find('[data-ink]')).getAttribute('data-ink');
    await bench.settled(first);
    await first.click();
    const inked = await bench.untilDocument((p) => {
      const { colour } = of<TextLayer>(p, 'text').fill;
      return typeof colour === 'string'
        ? colour === hex
        : p.swatches.find((s) => s.id === colour.swatch)?.colour === hex;
    }, 'the ink was not taken');
    expect(of<TextLayer>(inked, 'text').fill.kind).toBe('colour');
    await bench.undo();
  });
});

describe('views and overview', () => {
  it('the weakest word is marked on the picture until it is Clear, and never in the clean view', async () => {
    await bench.open(app.address, 'ostrel-reopening');
    const marked = async (): Promise<string[]> =>
      Promise.all(
        (await driver.findElements(By.css('[data-weakest]'))).map(async (e) => (await e.getAttribute('data-weakest'))!),
      );
    await bench.until(async () => (await marked()).length === 1, 'the weakest word is not marked');
    await view('Chart');
    const word = await bench.find('[data-weakest]'),
      { x, y, width, height } = await word.getRect(),
      text = await (await bench.find('[data-layer="kicker"]')).getRect();
    expect(await (await bench.find('section[aria-label="Reading"] q')).getText()).toBe((await marked())[0]);
    // Round that word, within the text it belongs to.
    expect([
      x > text.x - 12,
      x + width < text.x + text.width + 12,
      y > text.y - 12,
      y + height < text.y + text.height + 12,
    ]).toEqual([true, true, true, true]);
    await bench.choose('Clean');
    await bench.until(async () => (await marked()).length === 0, 'the clean view shows a mark');
    await bench.choose('Plain');
    await bench.until(async () => (await marked()).length === 1, 'the mark did not come back');
    await view('Chart');
    await bench.justEnough();
    await clear();
    await bench.until(async () => (await marked()).length === 0, 'what is Clear is still marked');
    await bench.undo();
  });

  it('the reading follows the eyes and the light it is seen in', async () => {
    await bench.open(app.address, 'ostrel-hero');
    const plain = await bench.ratio();
    await bench.press('[aria-label="Other eyes and other light"]');
    await bench.pick('See and read it', 'Bright sun');
    await bench.until(async () => (await bench.ratio()) < plain - 0.2, 'the sun changed nothing');
    expect(await (await bench.find('[aria-label="Reading"]')).getText()).toContain('In bright sun');
    expect(
      await driver.executeScript(`return getComputedStyle(document.querySelector('main canvas')).filter`),
    ).toContain('url');
    await bench.pick('See and read it', 'Without green cones');
    await bench.until(
      async () => Math.abs((await bench.ratio()) - plain) < 0.4,
      'grey trees changed without green cones',
    );
    await bench.pick('See and read it', 'As shown');
    await bench.until(
      async () =>
        Math.abs(
          (await driver.executeScript<number>(
            `return document.querySelector('main canvas').getBoundingClientRect().width`,
          )) - 1440,
        ) < 2,
      'it is not as large as it is shown',
    );
    await bench.keys(Key.ESCAPE);
    await bench.choose('Calm');
    await bench.find('[data-calm-map="ready"]');
    await bench.choose('Letters');
    await bench.until(
      async () => (await driver.findElements(By.css('[data-verdict]'))).length > 10,
      'no letters are marked',
    );
    await bench.choose('Plain');
  });

  it('all readings in one table, the worst first; the goal changes what they need; one click goes there', async () => {
    await bench.open(app.address, 'ostrel-hero');
    await bench.take('//button[@aria-label="All readings"]');
    const rows = await bench.until(async () => {
      const all = await driver.findElements(By.css('tr[data-reading]'));
      return all.length === 4 ? Promise.all(all.map((r) => r.getText())) : null;
    }, 'not all readings came');
    const standing = rows!.map((r) => {
      const [, ratio, needed] = r.match(/(\d+\.\d\d) of (\d+\.\d)/)!;
      return Number(ratio) / Number(needed);
    });
    expect(standing).toEqual([...standing].sort((a, b) => a - b));
    await bench.choose('Strict, 7 or 4.5');
    await bench.until(
      async () =>
        (await Promise.all((await driver.findElements(By.css('tr[data-reading]'))).map((r) => r.getText()))).filter(
          (r) => / of ([5-9]|1\d)\./.test(r),
        ).length >= 3,
      'the goal changed nothing',
    );
    await bench.choose('Standard, 4.5 or 3');
    await bench.take('//tr[@data-reading][contains(., "Narrow")]//button');
    await bench.until(
      async () =>
        (await (await bench.find('input[aria-label="Size of the piece"]')).getAttribute('value'))!.startsWith('Narrow'),
      'it did not go there',
    );
  });
});

describe('room and cutting out', () => {
  it('room is made on a side, rated before, and undone', async () => {
    await bench.open(app.address, 'ostrel-reopening');
    await bench.selectRow('Lake Sill in winter');
    await bench.unfold('Make room');
    await bench.until(
      async () =>
        /Best on the (left|right|top|bottom)/.test(
          await (await bench.find('[aria-label="Reading and controls"]')).getText(),
        ),
      'the sides were not rated',
    );
    await bench.type('Top', '30');
    const made = await bench.untilDocument((p) => of<PhotoLayer>(p, 'photo').room?.top === 0.3, 'no room was made');
    expect(of<PhotoLayer>(made, 'photo').room).toMatchObject({ on: true, reach: null });
    await bench.undo();
    await bench.untilDocument((p) => of<PhotoLayer>(p, 'photo').room === null, 'room was not undone');
  });

  it('the subject is found and shown, corrected by a box, and a text keeps clear of it', async () => {
    await bench.open(app.address, 'ostrel-cup');
    await bench.selectRow('Enamel cup');
    await bench.unfold('Subject');
    const found = async (): Promise<string[]> =>
      Promise.all((await driver.findElements(By.css('[data-subject]'))).map((e) => e.getText()));
    await bench.until(async () => (await found()).join() === 'cup', 'no cup was found', 30_000);
    // Looked at alone it changes nothing.
    expect(of<PhotoLayer>(await bench.document(), 'photo').subject).toBeNull();
    await bench.click('Draw a box');
    const area = await bench.named('Draw a box round the subject'),
      { width, height } = await area.getRect();
    await driver
      .actions()
      .move({ origin: area, x: Math.round(-width * 0.46), y: Math.round(-height * 0.4) })
      .press()
      .move({ origin: Origin.POINTER, x: Math.round(width * 0.86), y: Math.round(height * 0.36), duration: 100 })
      .release()
      .perform();
    const { subject } = of<PhotoLayer>(
      await bench.untilDocument((p) => of<PhotoLayer>(p, 'photo').subject?.said === true, 'the box did nothing'),
      'photo',
    );
    expect(subject!.boxes).toHaveLength(1);
    await bench.untilSaved();
    // The upper part of the slide is taken: no place is offered there.
    const answer = await fetch(`${app.address}/api/pieces/ostrel-cup/quiet-spots`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ layer: 'headline' }),
      }),
      { spots } = (await answer.json()) as { spots: { frame: { y: number } }[] };
    expect(answer.status).toBe(200);
    for (const { frame } of spots) expect(frame.y).toBeGreaterThan(0.3 * 630);
    await bench.undo();
    await bench.untilDocument((p) => of<PhotoLayer>(p, 'photo').subject === null, 'it was not undone');
  });

  it('a side that cannot be continued is explained instead of offered', async () => {
    await bench.open(app.address, 'ostrel-reopening');
    await bench.selectRow('Lake Sill in winter');
    await bench.unfold('Make room');
    const refused = await bench.find('[data-side="left"][data-refused]');
    expect(await refused.getText()).toMatch(/Left is not offered: things are cut off along \d+ %/);
    expect(await driver.findElements(By.css('[data-side="left"] input'))).toEqual([]);
    expect(await driver.findElements(By.css('[data-side="top"] input'))).not.toEqual([]);
  });

  it('where nothing stands out clearly a box is asked for, and what is in it is cut out', async () => {
    await bench.open(app.address, 'ostrel-hero');
    await bench.selectRow('Morning mist');
    await bench.unfold('Cut out');
    await bench.click('Cut out the subject');
    const area = await bench.named('Draw a box round the subject, or click it'),
      { width, height } = await area.getRect();
    expect(of<PhotoLayer>(await bench.document(), 'photo').cut).toBeNull();
    await driver
      .actions()
      .move({ origin: area, x: Math.round(width * 0.02), y: Math.round(height * 0.05) })
      .press()
      .move({ origin: Origin.POINTER, x: Math.round(width * 0.2), y: Math.round(height * 0.4), duration: 100 })
      .release()
      .perform();
    const { cut } = of<PhotoLayer>(
      await bench.untilDocument((p) => of<PhotoLayer>(p, 'photo').cut !== null, 'the box did nothing'),
      'photo',
    );
    expect(cut!.box!.width).toBeGreaterThan(0.1);
    expect(cut!.strokes).toEqual([]);
    await bench.undo();
    await bench.untilDocument((p) => of<PhotoLayer>(p, 'photo').cut === null, 'it was not undone');
    // A click on a thing does as well.
    await bench.click('Box round it, or a click');
    const again = await bench.named('Draw a box round the subject, or click it'),
      size = await again.getRect();
    await driver
      .actions()
      .move({ origin: again, x: Math.round(size.width * 0.105), y: Math.round(size.height * 0.4) })
      .click()
      .perform();
    const clicked = of<PhotoLayer>(
      await bench.untilDocument((p) => of<PhotoLayer>(p, 'photo').cut !== null, 'the click did nothing'),
      'photo',
    ).cut!;
    expect(clicked.box).not.toBeNull();
    await bench.undo();
  });

  it('a subject is cut out, and a stroke takes a part away', async () => {
    await bench.open(app.address, 'ostrel-cup');
    await bench.selectRow('Enamel cup');
    await bench.unfold('Cut out');
    const outside = (): Promise<string> => pixelOnStage(0.1, 0.1),
      whole = await outside();
    await bench.click('Cut out the subject');
    const cut = of<PhotoLayer>(
      await bench.untilDocument((p) => of<PhotoLayer>(p, 'photo').cut !== null, 'nothing was cut out'),
      'photo',
    ).cut!;
    // The mask is kept beside the document, and is there to be had.
    expect(
      (await fetch(`${app.address}/api/assets/${(cut.mask as StoredMask).asset}`)).headers.get('content-type'),
    ).toBe('image/png');
    // Of what was removed nothing is seen, but for a ghost while somebody paints.
    await bench.until(async () => (await outside()) !== whole, 'the cut is not seen');
    const plain = await outside();
    await bench.click('Paint on the stage');
    const brush = await bench.named('Paint what to remove');
    await bench.until(async () => (await outside()) !== plain, 'there is no ghost');
    await driver
      .actions()
      .move({ origin: brush, x: 120, y: 20 })
      .press()
      .move({ origin: Origin.POINTER, x: 30, y: 30, duration: 100 })
      .release()
      .perform();
    const stroked = of<PhotoLayer>(
      await bench.untilDocument((p) => of<PhotoLayer>(p, 'photo').cut?.strokes.length === 1, 'the stroke did nothing'),
      'photo',
    ).cut!;
    expect((stroked.mask as StoredMask).asset).not.toBe((cut.mask as StoredMask).asset);
    expect(stroked.strokes[0]).toMatchObject({ keep: false });
    await bench.click('Done painting');
    await bench.until(async () => (await outside()) === plain, 'the ghost has stayed');
    await bench.undo();
    await bench.untilDocument(
      (p) => (of<PhotoLayer>(p, 'photo').cut?.mask as StoredMask | undefined)?.asset === (cut.mask as StoredMask).asset,
      'the stroke was not undone',
    );
    await bench.click('Whole photo');
    await bench.untilDocument((p) => of<PhotoLayer>(p, 'photo').cut === null, 'the photo is not whole');
  });

  it('no page has logged an error', async () => {
    expect((await bench.errors()).filter((e) => !/favicon/.test(e))).toEqual([]);
  });
});
