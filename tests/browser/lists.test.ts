// The start page: pieces narrowed, sorted, found again by the address, changed several at once with the way back; the
// calendar.
import { resolve } from 'node:path';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import { type BenchPage, WAIT } from './bench-page';
import { inSession } from './session';

interface StoredPiece {
  id: string;
  revision: number;
  piece: Piece;
}
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

describe('from the list to a piece and back', () => {
  const call = async <T>(path: string, init?: RequestInit): Promise<T> =>
    (await (await fetch(app.address + path, init)).json()) as T;
  const copyNamed = async (name: string): Promise<string> => {
    const { piece } = await call<StoredPiece>('/api/pieces/ostrel-cup');
    const init = {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ document: { ...piece, name, named: true }, campaign: 'ostrel-line' }),
    };
    return (await call<StoredPiece>('/api/pieces', init)).id;
  };
  const press = (id: string): Promise<void> => bench.press(`a[href="/piece/${id}"]`);
  const opened = async (id: string): Promise<void> => {
    await bench.until(async () => (await bench.pieceId()) === id, `${id} did not open`);
    await bench.untilOpen();
  };
  const rename = async (name: string): Promise<void> => {
    const field = await bench.named('Name of the piece');
    await field.click();
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), name, Key.ENTER);
  };
  const toList = async (): Promise<void> => {
    await (await bench.named('Plavo: all pieces')).click();
    await bench.find('[data-ready]');
  };
  const saidOf = async (words: string): Promise<number> =>
    (await driver.findElements(By.xpath(`//*[contains(text(), "${words}")]`))).length;
  /** Marks the page as it is loaded now. */
  const mark = (): Promise<unknown> => driver.executeScript('window.marked = true');
  const marked = (): Promise<unknown> => driver.executeScript('return window.marked === true');

  it('the page lives on; what was done last is in the list, though it was left at once', async () => {
    const id = await copyNamed('Before it was left');
    await open();
    await mark();
    await press(id);
    await opened(id);
    expect(await driver.getTitle()).toBe('Before it was left - Plavo');
    await rename('As it was left');
    await toList();
    await bench.until(async () => (await shown())[0] === 'As it was left', 'the list has another name');
    expect(await driver.getTitle()).toBe('Plavo');
    expect(await marked()).toBe(true);
  });

  it('back and forth in the browser, a piece and a list are what they have become, and can be undone', async () => {
    const id = await copyNamed('First of its names');
    await open('/?view=table');
    await mark();
    await (await bench.named('Search pieces')).sendKeys('of its names');
    await untilTotal('1 piece');
    await press(id);
    await opened(id);
    await rename('Second of its names');
    await bench.untilSaved();
    await driver.navigate().back();
    await bench.until(async () => (await shown()).join() === 'Second of its names', 'the list is outdated');
    expect(await driver.getCurrentUrl()).toContain('view=table');
    expect(await (await bench.named('Search pieces')).getAttribute('value')).toBe('of its names');
    // Meanwhile somebody else changes it.
    const { revision, piece } = await call<StoredPiece>(`/api/pieces/${id}`);
    const saved = await fetch(`${app.address}/api/pieces/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'if-match': `"${revision}"` },
      body: JSON.stringify({ ...piece, name: 'Third of its names' }),
    });
    expect(saved.status).toBe(200);
    await driver.navigate().forward();
    await opened(id);
    expect(await bench.pieceName()).toBe('Third of its names');
    await rename('Fourth of its names');
    await bench.undo();
    await bench.until(async () => (await bench.pieceName()) === 'Third of its names', 'it was not undone');
    await bench.untilSaved();
    expect((await call<StoredPiece>(`/api/pieces/${id}`)).piece.name).toBe('Third of its names');
    expect(await marked()).toBe(true);
  });

  it('nothing one was at with a piece is carried into the next, nor does what it waited for reach that', async () => {
    const first = await copyNamed('Left in the middle'),
      second = await copyNamed('Opened next');
    await open();
    await press(first);
    await opened(first);
    await bench.selectLayer('photo');
    await bench.unfold('Cut out');
    // A picture for it is on its way until the next piece is open.
    await driver.executeScript(`
      const { send } = XMLHttpRequest.prototype;
      XMLHttpRequest.prototype.send = function (...given) {
        window.held = this;
        window.release = () => send.apply(this, given);
        XMLHttpRequest.prototype.send = send;
      };`);
    await (await bench.find('[data-testid="logo-file"]')).sendKeys(resolve('demo/pictures/varn-fog.jpg'));
    await bench.until(async () => (await saidOf('Uploading')) === 1, 'nothing was sent');
    await toList();
    expect(await saidOf('Uploading')).toBe(0);
    await press(second);
    await opened(second);
    const layers = await bench.rows();
    await driver.executeScript('window.release()');
    await bench.until(
      async () => (await driver.executeScript('return window.held.readyState')) === 4,
      'the picture never arrived',
    );
    await bench.selectLayer('photo');
    const cut = await bench.until(
      async () => (await driver.findElements(By.xpath('//button[starts-with(normalize-space(.), "Cut out")]')))[0],
      'there is nothing to cut out with',
    );
    expect(await cut.getAttribute('aria-expanded')).toBe('false');
    expect(await bench.rows()).toEqual(layers);
    expect((await call<StoredPiece>(`/api/pieces/${second}`)).revision).toBe(1);
    expect(await bench.errors()).toEqual([]);
  });
});
