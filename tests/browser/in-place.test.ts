// In place: a piece as it lies where it will be seen, and how its texts read there.
import sharp from 'sharp';
import { By, type WebDriver } from 'selenium-webdriver';
import type { Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s));

const places = async (): Promise<string[]> =>
  Promise.all(
    (await driver.findElements(By.css('[data-place]'))).map(async (e) => (await e.getAttribute('data-place')) ?? ''),
  );
const seen = (id: string): Promise<unknown> => bench.find(`[data-seen="${id}"]`);
/** Colour of a pixel of what is painted, CSS px of the drawing. */
const pixel = (x: number, y: number): Promise<number[]> =>
  driver.executeScript(
    `const c = document.querySelector('[role="region"] canvas');
     return [...c.getContext('2d').getImageData(arguments[0] * devicePixelRatio, arguments[1] * devicePixelRatio, 1, 1).data];`,
    x,
    y,
  );

it('a cover is seen in the feed and in the grid, which cuts off what is below, and says so', async () => {
  await bench.open(app.address, 'ostrel-carousel');
  await bench.press('[data-in-place]');
  await seen('feed');
  expect(await places()).toEqual(['feed', 'grid', 'print']);
  await bench.find('[data-place="grid"][data-verdict="lost"]');
  await bench.find('[data-place="feed"][data-verdict="clear"]');
  // The post's own ground, and the page round it.
  const [post, page] = [await pixel(10, 300), await pixel(380, 100)];
  expect(post[1]).toBeLessThan(90);
  expect(page.slice(0, 3)).toEqual([255, 255, 255]);
  expect(await violations(driver)).toEqual([]);
  await bench.press('[data-place="grid"]');
  await seen('grid');
  await bench.find('[data-why="cut-off"]');
  expect(await (await bench.find('[data-why="small"]')).getText()).toMatch(/^Shown at 5\.\d px$/);
});

it('other slides are seen where they are seen, in dark, in true size or fitted', async () => {
  await bench.press('[aria-label="The next slide"]');
  await bench.find('[data-place-slide="2"]');
  await seen('feed');
  expect(await places()).toEqual(['feed', 'print']);
  const light = await pixel(380, 100);
  await bench.choose('Dark');
  await bench.until(async () => (await pixel(380, 100))[0] < light[0] / 2, 'it did not become dark');
  const width = (): Promise<number> =>
    driver.executeScript('return document.querySelector(\'[role="region"] canvas\').getBoundingClientRect().width');
  expect(await width()).toBe(390);
  await bench.choose('Fitted');
  await bench.until(async () => (await width()) < 390, 'it was not fitted');
});

it('a way leads from a reading to its text', async () => {
  await bench.press('[aria-label="Readings in this place"] button');
  await bench.until(
    async () => (await driver.findElements(By.css('[role="dialog"]'))).length === 0,
    'the dialog stayed open',
  );
  await bench.find('[data-row][data-selected]');
  expect((await bench.document()).slides[1].layers.some((l) => l.kind === 'text')).toBe(true);
});

it('a section is seen on pages of three widths, each laid out for its own', async () => {
  await bench.open(app.address, 'ostrel-lake-hero');
  await bench.press('[data-in-place]');
  await seen('web-wide');
  expect(await places()).toEqual(['web-wide', 'web-medium', 'web-narrow']);
  await bench.press('[data-place="web-narrow"]');
  await seen('web-narrow');
  await bench.find('[data-place="web-narrow"][data-verdict="clear"]');
});

it('programs get the same: the places, the readings, pictures', async () => {
  const at = `${app.address}/api/pieces/ostrel-banner/places`,
    found = (await (await fetch(at)).json()) as {
      place: string;
      readings: { reading: { verdict: string }; why: string[]; letters: { cutOff: number } }[];
    }[];
  expect(found.map((p) => p.place)).toEqual(['profile', 'profile-phone', 'print']);
  const phone = found.find((p) => p.place === 'profile-phone')!;
  expect(phone.readings.some((r) => r.why.includes('cut-off') && r.letters.cutOff > 0)).toBe(true);
  const picture = await fetch(`${at}/profile-phone?light=dark&scale=2`);
  expect(picture.headers.get('content-type')).toBe('image/png');
  expect(await sharp(Buffer.from(await picture.arrayBuffer())).metadata()).toMatchObject({ width: 780, format: 'png' });
  const status = (path: string): Promise<number> => fetch(`${at}/${path}`).then((r) => r.status);
  expect(await Promise.all(['grid', 'nowhere', 'profile?light=pink', 'profile?slide=9'].map(status))).toEqual([
    404, 404, 400, 404,
  ]);
});

it('leaves no errors in the page', async () => {
  expect(await bench.errors()).toEqual([]);
});
