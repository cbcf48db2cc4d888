// Photos found by what they must carry, and general marks found by name.
import { By, type WebDriver } from 'selenium-webdriver';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import { type BenchPage, WAIT } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s));

const piece = async (): Promise<Piece> =>
  ((await (await fetch(`${app.address}/api/pieces/ostrel-reopening`)).json()) as { piece: Piece }).piece;
const cards = (): Promise<string[]> =>
  driver.executeScript(
    "return [...document.querySelectorAll('[role=dialog] [data-photo]')].map((b) => `${b.dataset.photo}: ${b.querySelector('small').textContent}`)",
  );

it('every photo is shown with the headline on it, the ones that need least first; one is taken', async () => {
  await bench.open(app.address, 'ostrel-reopening');
  await bench.selectRow('Lake Sill in winter');
  await bench.click('Replace');
  await bench.find('[role="dialog"] small');
  await bench.take('//label[contains(normalize-space(.), "set on each, the ones that need least first")]');
  await bench.until(
    async () => /All are tried/.test(await (await bench.find('[role="dialog"] [role="status"]')).getText()),
    'they were not all tried',
    2 * WAIT,
  );
  const all = await cards(),
    at = (name: string): number => all.findIndex((c) => c.startsWith(name));
  // Night carries white words; fog needs much.
  expect(at('Wet window at night')).toBeGreaterThanOrEqual(0);
  expect(at('Wet window at night')).toBeLessThan(at('Fog on Varn Water'));
  expect(all[at('Fog on Varn Water')]).toMatch(/: (Fade|Tint|Pool).*keeps (about )?\d+\s%$/);
  expect(await violations(driver)).toEqual([]);
  await bench.press('[role="dialog"] [data-photo="Wet window at night"]');
  await bench.until(
    async () => (await piece()).slides[0].layers.some((l) => l.kind === 'photo' && l.name === 'Wet window at night'),
    'it was not taken',
  );
});

it('a mark is found by name and lands on the slide as a shape in a colour of the house or the photo', async () => {
  await bench.open(app.address, 'ostrel-reopening');
  await bench.press('[aria-label="Add to Message"]');
  await bench.take('//*[@role="menuitem"][normalize-space(.)="Mark"]');
  await (await bench.find('[aria-label="Search marks"]')).sendKeys('map pin');
  await bench.until(
    async () =>
      (await (await bench.find('[role="dialog"] button span')).getText()) !== '' &&
      (await driver.findElements(By.xpath('//*[@role="dialog"]//button[normalize-space(.)="map pin"]'))).length === 1,
    'no pin',
  );
  expect(await violations(driver)).toEqual([]);
  await bench.take('//*[@role="dialog"]//button[normalize-space(.)="map pin"]');
  const mark = await bench.until(
    async () => (await piece()).slides[0].layers.find((l) => l.kind === 'shape' && l.name === 'Map pin'),
    'it did not land',
  );
  expect(mark).toMatchObject({ band: 'message', shape: { form: 'path' } });
  await bench.undo();
  await bench.until(
    async () => !(await piece()).slides[0].layers.some((l) => l.name === 'Map pin'),
    'it was not undone',
  );
});

it('a picture of the service is searched for, taken with whose it is, and its author named on the slide', async () => {
  await bench.open(app.address, 'ostrel-reopening');
  await bench.selectRow('Wet window at night');
  await bench.click('Replace');
  await bench.take('//*[@role="dialog"]//label[normalize-space(.)="Picture service"]');
  await bench.find('[data-outside]');
  await (await bench.named('Search the picture service')).sendKeys('snow reflection');
  const found = (): Promise<string[]> =>
    driver.executeScript("return [...document.querySelectorAll('[data-outside]')].map((b) => b.dataset.outside)");
  await bench.until(async () => (await found()).join() === 'twin-shore,lone-peak', 'they were not found');
  // It refuses: said in words, and asked again it is there.
  await (await bench.named('How the simulated service answers')).click();
  await bench.take('//*[@role="option"][normalize-space(.)="Refuses"]');
  await bench.until(
    async () => /Far Shore Pictures refused/.test(await (await bench.find('[role="alert"]')).getText()),
    'it did not refuse',
  );
  expect(await violations(driver)).toEqual([]);
  await (await bench.named('How the simulated service answers')).click();
  await bench.take('//*[@role="option"][normalize-space(.)="Answers promptly"]');
  await bench.press('[data-outside="lone-peak"]');
  await bench.until(
    async () => (await piece()).slides[0].layers.some((l) => l.kind === 'photo' && l.name === 'The lone peak'),
    'it was not taken',
  );
  await bench.find('[data-credit]');
  await bench.click('Credit line');
  const line = await bench.until(
    async () => (await piece()).slides[0].layers.find((l) => l.name === 'Credit line'),
    'there is no line',
  );
  expect(line).toMatchObject({ kind: 'text', text: expect.stringMatching(/^Photo: .+ \/ Far Shore Pictures$/) });
});
