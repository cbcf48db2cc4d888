// A hero section from an empty piece to its folder: photos as a slideshow, a headline, a button, every width of the
// page solved, handed over, opened from disk and measured by itself.
import { resolve } from 'node:path';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import { chance } from '../../src/core/ground/chance';
import { NARROWEST, WIDEST } from '../../src/core/piece/limits';
import { makePiece } from '../../src/core/piece/make';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { PageWindow, unpack } from './page-window';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage, page: PageWindow;
inSession(
  (s) => {
    ({ app, driver, bench } = s);
    page = new PageWindow(driver, bench);
  },
  { moving: true },
);

const photo = (name: string): string => resolve(`demo/pictures/${name}`);
const upload = async (testId: string, name: string): Promise<void> =>
  (await bench.find(`[data-testid="${testId}"]`)).sendKeys(photo(name));
const cards = (): Promise<string[]> =>
  driver.executeScript(
    `return [...document.querySelectorAll('[data-slide] > [role="button"]')].map((e) => e.getAttribute('aria-label'))`,
  );
/** What is said of every picture, and of what is between two of them. */
const marks = (): Promise<string[]> =>
  driver.executeScript(
    `return [...document.querySelectorAll('[data-picture-reading]')].map((e) => e.getAttribute('aria-label'))`,
  );
const toPicture = (n: number): Promise<void> =>
  bench.press(`[data-slide] > [role="button"][aria-label="Picture ${n}"]`);
const layersOf = (p: Piece, slide: number): string[] => p.slides[slide].layers.map((l) => l.kind);

const tintId = (p: Piece): string => p.slides[0].layers.find((l) => l.kind === 'tint')!.id;

let id: string;
it('begins with a photo, a headline and a button', async () => {
  const made = await fetch(`${app.address}/api/pieces`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      campaign: 'ostrel-line',
      document: makePiece('Summer timetable', { destination: 'hero' }, () => 'picture-1'),
    }),
  });
  ({ id } = (await made.json()) as { id: string });
  await bench.goTo(app.address, `/piece/${id}`);
  await upload('photo-file', 'lake-sill-autumn.jpg');
  await bench.untilDocument((p) => layersOf(p, 0).join() === 'photo', 'the photo did not come');
  await bench.menu('Add to Message', 'Text');
  await bench.typeOver('Slow trains, long views');
  await bench.keys(Key.ESCAPE);
  await bench.menu('Add to Message', 'Button');
  await bench.typeOver('See the timetable');
  await bench.keys(Key.ESCAPE);
  // The narrow layout, which nobody has touched, is laid out as they come.
  const piece = await bench.untilDocument(
    (p) => p.slides[0].layers.filter((l) => l.overrides.narrow?.box).length === 2,
    'the texts were not laid out',
  );
  expect(layersOf(piece, 0)).toEqual(['photo', 'text', 'text']);
  const [, head, button] = piece.slides[0].layers.map((l) => l.overrides.narrow?.box);
  expect(head!.y + head!.height).toBeLessThanOrEqual(button!.y + 1);
  // It belongs to the edit: two undos take the words and the button back, and where it stood.
  for (let i = 0; i < 2; i++) await bench.undo();
  const one = await bench.untilDocument((p) => layersOf(p, 0).length === 2, 'the button stayed');
  for (let i = 0; i < 2; i++) await bench.press('[aria-label^="Redo"]');
  await bench.untilDocument((p) => JSON.stringify(p.slides) === JSON.stringify(piece.slides), 'it did not come again');
  expect(one.slides[0].layers[1].overrides.narrow?.box).not.toEqual(head);
  expect(await cards()).toEqual([]);
});

it('further photos are pictures under the same message, each with its verdict and what is between them', async () => {
  await upload('show-file', 'hollin-dawn.jpg');
  await bench.untilDocument((p) => p.slides.length === 2, 'no second picture');
  await upload('show-picture-file', 'forest-slope.jpg');
  const piece = await bench.untilDocument((p) => p.slides.length === 3, 'no third picture');
  expect([1, 2].map((n) => layersOf(piece, n))).toEqual([['photo'], ['photo']]);
  expect(await cards()).toEqual(['Picture 1', 'Picture 2', 'Picture 3']);
  await bench.until(async () => (await marks()).length === 6, 'not every picture was read');
  expect((await marks()).some((m) => !m.includes('Clear'))).toBe(true);
  expect(await bench.rows()).toHaveLength(3);
  expect(await violations(driver)).toEqual([]);
});

it('the message is one, whichever picture is worked on', async () => {
  await toPicture(2);
  await bench.until(async () => (await bench.rows()).length === 3, 'the message is not there');
  const before = await bench.document();
  // An overlay that is added here lies over all pictures, and is chosen.
  await bench.menu('Add to Overlays', 'Tint');
  const tinted = await bench.untilDocument((p) => layersOf(p, 0).includes('tint'), 'no tint came');
  expect(layersOf(tinted, 1)).toEqual(['photo']);
  await bench.until(
    async () =>
      (await driver.findElements(By.css('[data-row-name$=":' + tintId(tinted) + '"][aria-pressed="true"]'))).length > 0,
    'it is not chosen',
  );
  await bench.undo();
  await bench.untilDocument((p) => JSON.stringify(p.slides) === JSON.stringify(before.slides), 'undo left something');
  // The first picture is moved to the end: the message stays on what is the first now.
  await toPicture(1);
  await (
    await bench.find('[data-slide] > [role="button"][aria-label="Picture 1"]')
  ).sendKeys(Key.chord(Key.ALT, Key.ARROW_RIGHT));
  const moved = await bench.untilDocument((p) => p.slides[1].id === 'picture-1', 'it was not moved');
  expect([layersOf(moved, 0), layersOf(moved, 1)]).toEqual([['photo', 'text', 'text'], ['photo']]);
  await bench.undo();
  await bench.untilDocument((p) => JSON.stringify(p.slides) === JSON.stringify(before.slides), 'undo left something');
});

it('how long pictures show is typed, and what is between two of them is shown', async () => {
  const type = async (label: string, value: string): Promise<void> => {
    const input = await bench.find(`input[aria-label="${label}"]`);
    await input.click();
    await input.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.TAB);
  };
  await type('How long each picture stays', '4');
  await type('How long the next one takes to appear', '1');
  await bench.untilDocument((p) => p.section?.stay === 4 && p.section.fade === 1, 'the times were not taken');
  await bench.press('[data-between="2"]');
  await bench.until(
    async () => (await (await bench.find('[aria-label="Motion"]')).getText()).includes('Between pictures 2 and 3'),
    'it is not shown',
  );
});

it('one treatment is enough over every picture at every width, and the page that is handed over is so', async () => {
  await bench.press('[aria-label="Sizes"]');
  await bench.click('Every width, from 320 to 2560 px');
  const done = async (): Promise<boolean> => (await driver.findElements(By.css('[data-widths-done]'))).length > 0;
  await bench.until(done, 'it was not measured', 120_000);
  await bench.press('[data-solve-widths]');
  await bench.until(
    async () =>
      (await (await bench.find('[aria-live][data-widths-done]')).getText()).includes(
        'Clear at every width from 320 to 2560 px, over every picture and between them',
      ),
    'it was not solved',
    180_000,
  );
  await bench.keys(Key.ESCAPE);
  await bench.untilSaved();
  const bytes = new Uint8Array(await (await fetch(`${app.address}/api/pieces/${id}/page?quality=90`)).arrayBuffer()),
    folder = unpack(bytes),
    next = chance(7),
    weak: string[] = [];
  await page.openAt(folder, 1440);
  // The words lie on pictures, which only the readings below take into account.
  expect((await violations(driver)).filter((v) => !/color-contrast at \.section-text--words/.test(v))).toEqual([]);
  for (let n = 0; n < 20; n++) {
    const width = n === 0 ? NARROWEST : n === 1 ? WIDEST : NARROWEST + Math.floor(next() * (WIDEST - NARROWEST + 1)),
      time = [0, 4500, 5000, 9500, 10_000, 14_500][n % 6];
    await page.widthTo(width);
    await page.stopAt(time);
    const found = await page.measured();
    expect(found.texts).toHaveLength(2);
    weak.push(...found.weak.map((w) => `${w} at ${width} px, ${time} ms`));
  }
  expect(weak).toEqual([]);
});
