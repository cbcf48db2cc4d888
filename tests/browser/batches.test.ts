// A table fills a template: from CSV to one archive, with the application killed on the way.
import { unzipSync } from 'fflate';
import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import sharp from 'sharp';
import { By, type WebDriver } from 'selenium-webdriver';
import type { BatchInfo, BatchRow } from '../../src/contract/batches';
import type { Application } from './application';
import { violations } from './axe';
import { type BenchPage, WAIT } from './bench-page';
import { wholeFiles } from './folders';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage, downloads: string;
inSession((s) => void ({ app, driver, bench, downloads } = s));

const json = async <T>(path: string): Promise<T> => (await fetch(app.address + path)).json() as Promise<T>;
const said = async (): Promise<string> => (await bench.find('[data-batch-state]')).getText();
const idNow = async (): Promise<string> => /\/batches\/([\w-]{12})$/.exec(await driver.getCurrentUrl())?.[1] ?? '';

it('twenty-four rows from CSV to one archive; two need a hand; a crash on the way loses nothing', async () => {
  await driver.get(`${app.address}/templates`);
  await bench.press('[data-template="template-mail"] [aria-label^="More for"]');
  await bench.take('//*[@role="menuitem"][normalize-space(.)="Fill from a table"]');
  await (await bench.find('[data-testid="table-file"]')).sendKeys(resolve('demo/halts.csv'));
  await bench.until(
    async () => (await driver.findElements(By.css('tbody tr'))).length === 24,
    'the table was not read',
  );
  await bench.until(
    async () => /2 rows need a hand/.test(await driver.getPageSource()),
    'nothing was said of two rows',
  );
  // Any row is looked at beforehand.
  await bench.find('canvas');
  const rows = await driver.findElements(By.css('tbody tr'));
  await rows[15].click();
  await bench.until(
    async () => /No picture in the library is called/.test(await (await bench.find('aside, main')).getText()),
    'the fault of a row is not shown',
  );
  expect(await violations(driver)).toEqual([]);
  await bench.click('Make 22 of 24 rows');
  await bench.until(async () => (await idNow()) !== '', 'it was not begun');
  const id = await idNow();
  await bench.until(async () => (await json<BatchInfo>(`/api/batches/${id}`)).done >= 3, 'no row was made', 2 * WAIT);
  await bench.click('Pause');
  await bench.until(async () => /it is paused/.test(await said()), 'it was not paused');
  await bench.click('Go on');
  const { done } = await json<BatchInfo>(`/api/batches/${id}`);
  await bench.until(
    async () => (await json<BatchInfo>(`/api/batches/${id}`)).done > done,
    'it did not go on once it was told to',
    2 * WAIT,
  );
  await app.kill();
  await app.restart();
  // It goes on by itself, and the page finds it again.
  await bench.until(
    async () => /All 24 rows are through: 22 Clear, 2 need a hand/.test(await said()),
    'it did not go on',
    6 * WAIT,
  );
  const all = await json<BatchRow[]>(`/api/batches/${id}/rows`);
  expect(all.filter((r) => r.state === 'done')).toHaveLength(22);
  expect(all.filter((r) => r.state === 'failed').map((r) => r.why)).toEqual([
    'No picture in the library is called \u201cThe signal box at night\u201d',
    'It has no words',
  ]);
  expect(await violations(driver)).toEqual([]);

  const before = new Set(readdirSync(downloads));
  await bench.click('Download all');
  const name = await bench.until(
    () => Promise.resolve(wholeFiles(downloads).find((f) => f.endsWith('.zip') && !before.has(f))),
    'no archive came',
    3 * WAIT,
  );
  const files = await bench.until(() => {
    try {
      return Promise.resolve(unzipSync(readFileSync(join(downloads, name!))));
    } catch {
      return Promise.resolve(null);
    }
  }, 'the archive is not whole');
  const pictures = Object.keys(files!).filter((f) => /^\d\d-.*\.png$/.test(f));
  expect(pictures).toHaveLength(22);
  expect(pictures).toContain('01-snow-on-lake-sill.png');
  for (const f of pictures.slice(0, 3))
    expect(await sharp(files![f]).metadata()).toMatchObject({ width: 1200, height: 400 });
  expect(Object.keys(files!)).toEqual(
    expect.arrayContaining(['contact-sheet.png', 'contact-sheet.pdf', 'rows-to-look-at.csv']),
  );
  // One that was made reads as it says, measured anew.
  await bench.click('Keep as pieces');
  await bench.until(
    async () => (await json<BatchInfo>(`/api/batches/${id}`)).kept === 22,
    'they were not kept',
    2 * WAIT,
  );
  const readings = await json<{ verdict: string }[]>(`/api/pieces/${id}-1/reading`);
  expect(readings.map((r) => r.verdict)).toEqual(['clear', 'clear']);
}, 480_000);

it('the demo has one that waits; what is no table is said so', async () => {
  await driver.get(`${app.address}/batches`);
  await bench.until(async () => /Posters for the halts/.test(await driver.getPageSource()), 'it is not there');
  expect(await driver.getPageSource()).toMatch(/0 of 24 rows are through; it is paused/);
  expect(await violations(driver)).toEqual([]);
  await driver.get(`${app.address}/batches/new?template=template-square-low`);
  const table = await bench.find('textarea');
  await table.sendKeys('Headline');
  await bench.until(
    async () => /It has a row of names and no row below it/.test(await driver.getPageSource()),
    'nothing was said',
  );
});
