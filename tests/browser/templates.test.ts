// From a photo and a headline to a finished piece by a template; a piece that becomes one; templates for programs.
import { resolve } from 'node:path';
import type { WebDriver } from 'selenium-webdriver';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import { type BenchPage, WAIT } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s));

const json = async <T>(path: string, init?: RequestInit): Promise<T> =>
  (await fetch(app.address + path, init)).json() as Promise<T>;
const status = async (): Promise<string> => (await bench.find('main [role="status"]')).getText();
const idNow = async (): Promise<string> => /\/piece\/([\w-]+)/.exec(await driver.getCurrentUrl())?.[1] ?? '';
const cards = (): Promise<string[]> =>
  driver.executeScript("return [...document.querySelectorAll('[data-template]')].map((c) => c.dataset.template)");

it('in four actions: Templates, a photo, a headline, a press', async () => {
  await driver.get(app.address);
  await (await bench.find('a[href="/templates"]')).click();
  await (await bench.find('[data-testid="photo-file"]')).sendKeys(resolve('demo/pictures/varn-fog.jpg'));
  await (await bench.find('textarea')).sendKeys('Fog on the line');
  await bench.until(async () => /are Clear/.test(await status()), 'they were never all tried', 2 * WAIT);
  expect(await status()).toMatch(/^18 of 18 are Clear/);
  // The ones that keep most of the photo come first.
  const order = await cards();
  expect(order.indexOf('template-mail')).toBeLessThan(order.indexOf('template-portrait-frame'));
  const said = await (await bench.find('[data-template="template-square-low"] small')).getText();
  expect(said).toMatch(/^Clear, keeps \d+ % of the photo$/);
  await bench.press('[data-template="template-square-low"] button');
  await bench.until(async () => (await idNow()) !== '', 'no piece was made', 2 * WAIT);
  await bench.untilVerdict('Clear');
  const { piece, campaign } = await json<{ piece: Piece; campaign: string }>(`/api/pieces/${await idNow()}`);
  expect(campaign).toBe('ostrel-line');
  expect(piece.template).toBeUndefined();
  const texts = piece.slides[0].layers.flatMap((l) => (l.kind === 'text' ? [[l.text, l.visible]] : []));
  expect(texts).toContainEqual(['Fog on the line', true]);
  // Nothing of the template's own words is left to be seen.
  expect(texts.filter(([, visible]) => visible)).toHaveLength(1);
  // It is called by its headline.
  expect(await driver.getPageSource()).toContain('Fog on the line');
});

it('only those for a destination are shown where one is chosen', async () => {
  await driver.get(`${app.address}/templates`);
  await bench.find('[data-template]');
  expect((await cards()).length).toBe(18);
  await bench.press('input[placeholder="Anywhere"]');
  await bench.take('//*[@role="option"][normalize-space(.)="Story"]');
  await bench.until(async () => (await cards()).length === 2, 'the others are still there');
});

it('a piece becomes a template by naming its places, and goes into the bin and back', async () => {
  await bench.goTo(app.address, '/');
  await bench.press('[aria-label="More for Re-opening post"]');
  await bench.take('//*[@role="menuitem"][normalize-space(.)="Make a template"]');
  const name = await bench.find('[role="dialog"] input');
  await bench.until(async () => (await name.getAttribute('value')) === 'Re-opening post', 'it has no name');
  expect(await violations(driver)).toEqual([]);
  await bench.click('Make the template');
  await bench.until(async () => /is a template now/.test(await driver.getPageSource()), 'nothing was said');
  await driver.get(`${app.address}/templates`);
  await bench.find('[data-template]');
  const own = (await cards()).filter((id) => !id.startsWith('template-'));
  expect(own).toHaveLength(1);
  const {
    items: [made],
  } = await json<{ items: { id: string; piece: Piece }[] }>('/api/templates?limit=1');
  expect(made.id).toBe(own[0]);
  expect(made.piece.slides[0].layers.map((l) => l.role)).toEqual(['photo', 'line', 'headline']);
  // The piece it was made of is as it was.
  const { piece } = await json<{ piece: Piece }>('/api/pieces/ostrel-reopening');
  expect(piece.slides[0].layers.some((l) => l.role)).toBe(false);
  expect(await violations(driver)).toEqual([]);
  await bench.press(`[data-template="${own[0]}"] [aria-label^="More for"]`);
  await bench.take('//*[@role="menuitem"][normalize-space(.)="Delete"]');
  await bench.until(async () => (await cards()).length === 18, 'it is still there');
  await bench.click('Undo');
  await bench.until(async () => (await cards()).length === 19, 'it did not come back');
});

it('programs fill one by words and a photo, and get it solved', async () => {
  const { items } = await json<{ items: { id: string }[] }>('/api/assets?search=Lake%20Sill%20in%20winter'),
    r = await fetch(`${app.address}/api/templates/template-link-card/pieces`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ photo: items[0].id, headline: 'Snow on the line', lines: ['All trains run'] }),
    });
  expect(r.status).toBe(201);
  const made = (await r.json()) as { id: string; piece: Piece; outcomes: { clear: boolean }[]; tooLong: string[] };
  expect(made.outcomes.map((o) => o.clear)).toEqual([true]);
  expect(made.tooLong).toEqual([]);
  expect(r.headers.get('location')).toBe(`/api/pieces/${made.id}`);
  const readings = await json<{ verdict: string }[]>(`/api/pieces/${made.id}/reading`);
  expect(readings.map((x) => x.verdict)).toEqual(['clear', 'clear']);
});
