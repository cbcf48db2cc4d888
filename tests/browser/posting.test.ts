// Posting: a carousel is refused as one thing and taken as another, its reading is found where it is shown, and what is
// to be shown later waits.
import sharp from 'sharp';
import { By, type WebDriver } from 'selenium-webdriver';
import type { ShownAccount } from '../../src/contract/posting';
import type { Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s));

const get = async <T>(path: string): Promise<T> => (await fetch(app.address + path)).json() as Promise<T>;
const shown = (): Promise<ShownAccount> => get('/api/stand-in/ostrel-line');
interface Post {
  id: string;
  state: string;
  kind: string;
  reasons: { what: string; reason: string }[];
  slides: { texts: { verdict: string; ratio: number; before: number }[] }[];
}
const posts = (piece: string): Promise<Post[]> => get(`/api/posts?piece=${piece}`);
const post = async (piece: string, body: unknown): Promise<Response> =>
  fetch(`${app.address}/api/pieces/${piece}/posts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

it('the demo has posts: some are shown, one waits, one was refused', async () => {
  const { account, posts: all } = await shown();
  expect(account.name).toBe('The Ostrel Line');
  expect(all.map((p) => p.kind)).toEqual(['story', 'post', 'post', 'banner']);
  expect((await posts('ostrel-timetable')).map((p) => p.state)).toEqual(['waiting']);
  expect((await posts('ostrel-carousel')).map((p) => p.state)).toEqual(['refused']);
});

it('a carousel is refused as a story, with the reasons, before and after', async () => {
  await bench.open(app.address, 'ostrel-carousel');
  await bench.press('[data-hand-over]');
  await bench.choose('Post');
  await bench.find('[data-posting]');
  await bench.choose('Story');
  expect(await (await bench.find('[data-told]')).getText()).toMatch(/holds one picture; these are 7/);
  expect(await violations(driver)).toEqual([]);
  await bench.press('[data-post]');
  await bench.find('[data-state="refused"]');
  await bench.until(async () => (await posts('ostrel-carousel'))[0].state === 'refused', 'it was not refused');
  expect((await posts('ostrel-carousel'))[0].reasons.map((r) => r.what)).toEqual(['pictures', 'shape']);
});

it('as a post it is taken, and reads there as it says', async () => {
  const before = (await shown()).posts.length;
  await driver.executeScript(
    `[...document.querySelectorAll('[data-posting] label')].find((l) => l.textContent === 'Post').click()`,
  );
  await bench.until(
    async () => (await driver.findElements(By.css('[data-told]'))).length === 0,
    'something is told against it',
  );
  await driver.findElement(By.css('[data-posting] textarea')).sendKeys('Slow trains, long views.');
  await bench.press('[data-post]');
  await bench.until(async () => (await shown()).posts.length === before + 1, 'it is not shown', 60_000);
  await bench.until(async () => (await posts('ostrel-carousel'))[0].state === 'shown', 'it was not read', 60_000);
  await bench.find('[data-posting] [data-state="shown"] [data-reads]');
  const [made] = await posts('ostrel-carousel');
  expect(made.slides).toHaveLength(7);
  // Compressed, nothing reads much better than it did.
  for (const t of made.slides.flatMap((s) => s.texts)) expect(t.ratio).toBeLessThan(t.before * 1.05);
});

it('it is looked at where it is shown: slide by slide, in the profile, in the grid', async () => {
  await driver.get(`${app.address}/stand-in/ostrel-line`);
  await bench.find('[data-post]');
  expect(await violations(driver)).toEqual([]);
  const first = 'article[data-post]',
    src = (): Promise<string> => driver.executeScript(`return document.querySelector('${first} img').src`);
  expect(await driver.findElement(By.css(first)).getText()).toContain('Slow trains, long views.');
  expect(await driver.findElement(By.css(`${first} [data-reads]`)).getText()).toMatch(/reads \d+\.\d\d of \d+\.\d\d/);
  const one = await src();
  await bench.press(`${first} [aria-label="The next picture"]`);
  await bench.until(async () => (await src()) !== one, 'the next slide did not come');
  const { format, width } = await sharp(Buffer.from(await (await fetch(await src())).arrayBuffer())).metadata();
  expect([format, width]).toEqual(['jpeg', 1080]);
  await bench.choose('Profile');
  expect(await driver.findElements(By.css('[aria-label="Profile"] img'))).toHaveLength(4);
  await bench.choose('Grid');
  expect(await driver.findElements(By.css('main img'))).toHaveLength(3);
});

it('what is for later is not shown before, and can be taken back', async () => {
  const before = (await shown()).posts.length,
    at = new Date(Date.now() + 3_600_000).toISOString(),
    made = (await (await post('ostrel-cup', { kind: 'post', at })).json()) as Post;
  expect(made.state).toBe('waiting');
  expect((await shown()).posts).toHaveLength(before);
  const gone = await fetch(`${app.address}/api/posts/${made.id}`, { method: 'DELETE' });
  expect(gone.status).toBe(204);
  expect(await posts('ostrel-cup')).toEqual([]);
  expect((await fetch(`${app.address}/api/posts/${made.id}`, { method: 'DELETE' })).status).toBe(404);
});

it('programs are told what is wrong, and what is refused is said by the service', async () => {
  expect((await post('ostrel-cup', { kind: 'poster' })).status).toBe(400);
  expect((await post('ostrel-cup', { kind: 'post', at: 'tomorrow' })).status).toBe(400);
  expect((await post('ostrel-cup', { kind: 'post', scale: 4, size: 'nowhere' })).status).toBe(404);
  expect((await post('nothing-here', { kind: 'post' })).status).toBe(404);
  const avif = (await (await post('ostrel-cup', { kind: 'post', format: 'avif' })).json()) as Post;
  expect([avif.state, avif.reasons.map((r) => r.what)]).toEqual(['refused', ['type']]);
  for (const path of ['/api/stand-in/nobody', '/api/stand-in/posts/none/1', '/stand-in/nobody'])
    expect((await fetch(app.address + path)).status).toBe(404);
});

it('no page has logged an error', async () => expect(await bench.errors()).toEqual([]));
