// The shelf: a part of an older piece is kept, found from another and laid there; one is taken straight from a piece.
import { Key, type WebDriver } from 'selenium-webdriver';
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
