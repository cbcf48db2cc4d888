// The start page: pieces narrowed, sorted, found again by the address, changed several at once with the way back; the
// calendar.
import { By, Key, type WebDriver } from 'selenium-webdriver';
import type { Application } from './application';
import { violations } from './axe';
import { type BenchPage, WAIT } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s));

const shown = (): Promise<string[]> =>
  driver.executeScript("return [...document.querySelectorAll('article b')].map((b) => b.textContent)");
const total = async (): Promise<string> => (await bench.find('section [role="status"]')).getText();
const untilTotal = (words: string): Promise<unknown> =>
  bench.until(async () => (await total()) === words, `there never were ${words}`);
const choose = (name: string): Promise<unknown> =>
  driver.executeScript(`document.querySelector('[aria-label="Choose ${name}"]').click()`);
const open = async (path = '/'): Promise<void> => {
  await driver.get(`${app.address}${path}`);
  await bench.find('[data-ready]');
};

it('narrowed by destination and colour, seen in the address, which brings it back', async () => {
  await open();
  const all = await total();
  await bench.click('Narrow');
  await (await bench.find('input[placeholder="Any"]')).click();
  await bench.take('//*[@role="option"][starts-with(normalize-space(.), "Square post")]');
  await bench.until(async () => (await total()) !== all, 'it was not narrowed');
  const square = await total();
  await bench.press('[aria-label^="Pieces with #"]');
  await bench.until(async () => /colour=%23/.test(await driver.getCurrentUrl()), 'the address does not say it');
  expect(await violations(driver)).toEqual([]);
  await driver.navigate().refresh();
  await bench.find('[data-ready]');
  expect(await driver.getCurrentUrl()).toContain('destination=square-post');
  await bench.press('[aria-label^="Without #"]');
  await untilTotal(square);
  await bench.click('Show all');
  await untilTotal(all);
});

it('as a table, the weakest text first, once pieces were read', async () => {
  await open('/?view=table');
  // Those on the screen are read by and by.
  await bench.until(
    async () => (await driver.findElements(By.css('article [data-verdict]'))).length >= 3,
    'nothing was read',
    3 * WAIT,
  );
  await driver.executeScript('window.stop()');
  await open('/?view=table&sort=verdict');
  const order = (await driver.executeScript(
    "return [...document.querySelectorAll('article')].map((a) => a.querySelector('[data-verdict]')?.dataset.verdict ?? 'unread')",
  )) as string[];
  const rank = ['lost', 'strained', 'clear', 'unread'];
  expect(order.length).toBeGreaterThan(5);
  expect(order.map((v) => rank.indexOf(v))).toEqual(order.map((v) => rank.indexOf(v)).sort((a, b) => a - b));
  expect(await violations(driver)).toEqual([]);
});

it('several are archived together, and one press brings them back; so from the bin', async () => {
  await open();
  const all = await total();
  await choose('Timetable post');
  await choose('Autumn walks');
  await bench.find('[role="toolbar"]');
  await bench.take('//*[@role="toolbar"]//button[normalize-space(.)="Archive"]');
  await bench.until(async () => (await total()) !== all, 'they were not archived');
  expect(await shown()).not.toContain('Autumn walks');
  await bench.click('Undo');
  await untilTotal(all);
  await choose('Timetable post');
  await choose('Autumn walks');
  await driver.executeScript('document.activeElement.blur()');
  await bench.keys(Key.DELETE);
  await bench.until(async () => (await total()) !== all, 'they are not in the bin');
  await bench.click('Undo');
  await untilTotal(all);
});

it('a piece that is due on a day stands in the calendar, and is moved there to another', async () => {
  await open();
  await bench.menu('More for Timetable post', 'Due on a day');
  await bench.take('//*[@role="dialog"]//button[normalize-space(.)="15"]');
  await bench.click('Due then');
  await bench.until(async () => /due 15/.test(await (await bench.find('main')).getText()), 'the card does not say it');
  await driver.get(`${app.address}/calendar`);
  const due = '[data-due="ostrel-timetable"]';
  await bench.find(due);
  expect(await violations(driver)).toEqual([]);
  const from = (await (await bench.find(`[data-day]:has(${due})`)).getAttribute('data-day'))!,
    to = from.replace('-15', '-17');
  const at = async (css: string): Promise<{ x: number; y: number }> => {
    const r = await (await bench.find(css)).getRect();
    return { x: Math.round(r.x + r.width / 2), y: Math.round(r.y + r.height / 2) };
  };
  const a = await at(due),
    b = await at(`[data-day="${to}"]`);
  await driver
    .actions()
    .move({ x: a.x, y: a.y })
    .press()
    .move({ x: a.x + 12, y: a.y, duration: 100 })
    .move({ x: b.x, y: b.y, duration: 300 })
    .release()
    .perform();
  await bench.find(`[data-day="${to}"] ${due}`);
  await bench.click('Undo');
  await bench.find(`[data-day="${from}"] ${due}`);
});

it('a campaign has another name, and the picture that was chosen for it', async () => {
  await open();
  await bench.menu('More for Autumn walks', 'Cover of its campaign');
  await bench.until(
    async () => /known by the picture of Autumn walks/.test(await (await bench.find('body')).getText()),
    'nothing says so',
  );
  await driver.executeScript('window.scrollTo(0, 0)');
  await bench.menu('More for The Ostrel Line', 'Rename');
  const name = await bench.named('Name of the campaign');
  await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'The Ostrel Railway', Key.ENTER);
  await bench.find('section[aria-label="The Ostrel Railway"]');
});
