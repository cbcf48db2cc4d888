// The shelf: a part of an older piece is kept, found from another and laid there; one is taken straight from a piece.
import { Key, type WebDriver, type WebElement } from 'selenium-webdriver';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s));

const layers = async (id: string): Promise<Piece['slides'][0]['layers']> =>
  ((await (await fetch(`${app.address}/api/pieces/${id}`)).json()) as { piece: Piece }).piece.slides[0].layers;
const openShelf = async (): Promise<void> => {
  await bench.press('[aria-label="Add to Message"]');
  await bench.take('//*[@role="menuitem"][normalize-space(.)="What was made before"]');
};

it('a part of an older piece goes onto the shelf, and from there onto another, fitted to its size', async () => {
  await bench.open(app.address, 'ostrel-reopening');
  await bench.selectRow('Headline');
  await bench.press('[aria-label="More for Headline"]');
  await bench.take('//*[@role="menuitem"][normalize-space(.)="Keep on the shelf"]');
  await bench.until(async () => /is on the shelf/.test(await (await bench.find('body')).getText()), 'nothing says so');
  await bench.open(app.address, 'ostrel-banner');
  const before = (await layers('ostrel-banner')).length;
  await openShelf();
  await (await bench.named('Search the shelf')).sendKeys('headl');
  await bench.find('[data-part="Headline"] img');
  expect(await violations(driver)).toEqual([]);
  await bench.press('[aria-label="Lay Headline"]');
  const laid = await bench.until(async () => {
    const all = await layers('ostrel-banner');
    return all.length === before + 1 && all.find((l) => l.kind === 'text' && l.text.startsWith('Slow trains, long'));
  }, 'it was not laid');
  const [was] = (await layers('ostrel-reopening')).filter((l) => l.name === 'Headline');
  // The banner is 396 high, the post 1080.
  expect(laid && laid.kind === 'text' && laid.fontSize / (was as { fontSize: number }).fontSize).toBeCloseTo(
    396 / 1080,
    1,
  );
  await bench.undo();
  await bench.until(async () => (await layers('ostrel-banner')).length === before, 'it is still there');
});

it('renamed, and taken off with the way back', async () => {
  await bench.press('[aria-label="Rename Headline"]');
  await bench.keys('Our line', Key.ENTER);
  await bench.find('[data-part="Our line"]');
  await bench.press('[aria-label="Take Our line off the shelf"]');
  await bench.until(
    async () => (await driver.executeScript('return document.querySelectorAll("[data-part]").length')) === 0,
    'it is still there',
  );
  await bench.click('Undo');
  // The search is for another name: it is looked for by its own.
  const search = await bench.named('Search the shelf');
  await search.sendKeys(Key.chord(Key.CONTROL, 'a'), 'our');
  await bench.find('[data-part="Our line"]');
});

it('a part is taken straight from another piece seen beside the stage', async () => {
  await bench.open(app.address, 'ostrel-banner');
  const before = (await layers('ostrel-banner')).length;
  await openShelf();
  await bench.take('//label[normalize-space(.)="In another piece"]');
  await bench.press('[data-other="ostrel-tickets"]');
  await bench.until(
    async () =>
      (await driver.executeScript(
        'return document.querySelectorAll("[role=dialog] input[type=checkbox]").length',
      )) as number,
    'its parts are not there',
  );
  expect(await violations(driver)).toEqual([]);
  await driver.executeScript('document.querySelector("[role=dialog] input[type=checkbox]").click()');
  await bench.click('Take this');
  await bench.until(async () => (await layers('ostrel-banner')).length === before + 1, 'it was not taken');
});

it('a layer is dragged onto the shelf, and from there onto the slide where it is let go', async () => {
  await bench.open(app.address, 'ostrel-reopening');
  await openShelf();
  await (await bench.named('Search the shelf')).clear();
  const shelf = await bench.find('[data-shelf]'),
    drag = async (from: WebElement, to: { x: number; y: number }): Promise<void> => {
      const { x, y, width, height } = await from.getRect();
      await driver
        .actions()
        .move({ x: Math.round(x + width / 2), y: Math.round(y + height / 2) })
        .press()
        .move({ x: Math.round((x + to.x) / 2), y: Math.round((y + to.y) / 2), duration: 120 })
        .move({ x: Math.round(to.x), y: Math.round(to.y), duration: 120 })
        .release()
        .perform();
    },
    onShelf = await shelf.getRect(),
    before = await layers('ostrel-reopening');
  // From the stack: the order of its rows stays.
  await drag(await bench.find('[data-row="headline"] img'), {
    x: onShelf.x + 120,
    y: onShelf.y + 300,
  });
  await bench.find('[data-part="Headline"] img');
  expect((await layers('ostrel-reopening')).map((l) => l.id)).toEqual(before.map((l) => l.id));
  const host = await (await bench.find('[data-slide-host]')).getRect();
  await drag(await bench.find('[aria-label="Lay Headline"]'), {
    x: host.x + host.width / 4,
    y: host.y + host.height / 4,
  });
  const laid = await bench.until(async () => {
    const all = await layers('ostrel-reopening');
    return all.length === before.length + 1 && all.find((l) => !before.some((b) => b.id === l.id));
  }, 'it was not laid');
  const [{ width, height }] = (await bench.document()).sizes,
    { box } = laid as Piece['slides'][0]['layers'][0];
  expect(Math.abs(box.x + box.width / 2 - width / 4)).toBeLessThan(width * 0.03);
  expect(Math.abs(box.y + box.height / 2 - height / 4)).toBeLessThan(height * 0.03);
});
