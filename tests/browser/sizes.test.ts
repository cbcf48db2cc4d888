// The sizes of a piece: added from where it will be shown or by numbers, laid out at first, adjusted, renamed, taken
// away.
import { By, Key, type WebDriver } from 'selenium-webdriver';
import { isPhoto, isText } from '../../src/core/kinds/layers';
import type { TextLayer } from '../../src/core/kinds/text';
import { layersIn } from '../../src/core/piece/resolve';
import type { Piece } from '../../src/core/piece/schema';
import type { Flag } from '../../src/core/reading/read';
import { isOutOfPlace } from '../../src/interface/shared/flags';
import type { Application } from './application';
import { violations } from './axe';
import { type BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s));

const list = (): Promise<string[]> =>
  driver.executeScript(`return [...document.querySelectorAll('[data-piece-size] input')].map((i) => i.value)`);
const add = async (name: string): Promise<void> => {
  await bench.press('input[placeholder="Where it will be shown"]');
  await bench.take(`//*[@role="option"][starts-with(normalize-space(.), "${name},")]`);
};
const shown = async (): Promise<string> =>
  (await (await bench.find('[aria-label="Size of the piece"]')).getAttribute('value')) ?? '';
/** What a layout must not do; whether the picture suits the text is another question. */
const misplaced = (flags: Flag[]): Flag[] => flags.filter(isOutOfPlace);
/** Is something on the slide another than it was? */
const isOther = (p: Piece, was: Piece): boolean => JSON.stringify(p.slides[0]) !== JSON.stringify(was.slides[0]);
const closed = async (): Promise<void> => {
  await bench.keys(Key.ESCAPE);
  await bench.until(
    async () => (await driver.findElements(By.css('[role="dialog"]'))).length === 0,
    'the list of sizes did not close',
  );
};
const readingsIn = async (
  size: string,
  piece?: string,
): Promise<{ layer: string; flags: Flag[]; shownPx: number; verdict: string }[]> =>
  (await fetch(`${app.address}/api/pieces/${piece ?? (await bench.pieceId())}/reading?size=${size}`)).json() as Promise<
    { layer: string; flags: Flag[]; shownPx: number; verdict: string }[]
  >;

it('a size is added from where it will be shown, with nothing outside, cut or too small', async () => {
  await bench.open(app.address, 'ostrel-reopening');
  await bench.press('[aria-label="Sizes"]');
  expect(await list()).toEqual(['Square post']);
  for (const name of ['Story', 'Profile banner', 'Link card']) {
    await add(name);
    await bench.until(async () => (await list()).includes(name), `${name} was not added`);
    await bench.until(async () => (await shown()).startsWith(name), `${name} is not shown`);
  }
  expect(await violations(driver)).toEqual([]);
  const { sizes } = await bench.document();
  expect(sizes.map((s) => [s.name, s.width, s.height])).toEqual([
    ['Square post', 1080, 1080],
    ['Story', 1080, 1920],
    ['Profile banner', 1584, 396],
    ['Link card', 1200, 630],
  ]);
  for (const { id } of sizes.slice(1))
    for (const r of await readingsIn(id)) {
      expect(misplaced(r.flags)).toEqual([]);
      expect(r.shownPx).toBeGreaterThanOrEqual(11);
    }
});

it('or by numbers; is renamed, made the base and taken away, each undone as one step', async () => {
  const field = async (label: string, value: string): Promise<void> => {
    const input = await driver.findElement(By.xpath(`//label[normalize-space(.)="${label}"]/following::input[1]`));
    await input.click();
    await input.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.TAB);
  };
  await field('Width', '1600');
  await field('Height', '500');
  await bench.click('Add');
  await bench.until(async () => (await list()).length === 5, 'the size was not added');
  const name = (await driver.findElements(By.css('[data-piece-size] input'))).at(-1)!;
  await driver.executeScript('arguments[0].focus(); arguments[0].select()', name);
  await bench.keys('Strip', Key.ENTER);
  await bench.untilDocument((p) => p.sizes.at(-1)?.name === 'Strip', 'it was not renamed');
  await bench.press('[aria-label="Make Strip the base"]');
  const turned = await bench.untilDocument((p) => p.sizes[0].name === 'Strip', 'it is not the base');
  expect(turned.slides[0].layers.every((l) => !l.overrides[turned.sizes[0].id])).toBe(true);
  await bench.press('[aria-label="Take Story away"]');
  await bench.untilDocument((p) => !p.sizes.some((s) => s.name === 'Story'), 'it is there still');
  await closed();
  await bench.undo();
  await bench.undo();
  const back = await bench.untilDocument(
    (p) => p.sizes[0].name === 'Square post' && p.sizes.some((s) => s.name === 'Story'),
    'not undone',
  );
  expect(back.sizes).toHaveLength(5);
});

it('what is moved in one size stays in that size, and can be let go again', async () => {
  const pick = async (name: string): Promise<void> => {
    await bench.until(async () => {
      if ((await shown()).startsWith(name)) return true;
      await bench.press('[aria-label="Size of the piece"]');
      await bench.take(`//*[@role="option"][starts-with(normalize-space(.), "${name},")]`);
      return false;
    }, `${name} is not shown`);
  };
  await pick('Story');
  const before = await bench.document(),
    story = before.sizes.find((s) => s.name === 'Story')!.id;
  const of = (p: Piece) => p.slides[0].layers.find((l) => l.id === 'headline')!;
  await bench.press('[data-layer="headline"]');
  await bench.find('[data-frame="headline"]');
  await bench.keys(Key.ARROW_DOWN);
  const moved = await bench.untilDocument(
    (p) => of(p).overrides[story]?.box?.y !== of(before).overrides[story]?.box?.y,
    'it was not moved',
  );
  expect(of(moved).box).toEqual(of(before).box);
  expect(of(moved).overrides[story].box!.y).toBeCloseTo(of(before).overrides[story].box!.y + 1, 3);
  await bench.press('[aria-label="Sizes"]');
  await bench.press('[aria-label="Lay Story out anew"]');
  await bench.untilDocument(
    (p) => of(p).overrides[story]?.box?.y === of(before).overrides[story]?.box?.y,
    'it was not laid out anew',
  );
  await closed();
  expect((await bench.errors()).filter((e) => !/status of 4\d\d/.test(e))).toEqual([]);
});

it('the sheet shows all of them with their verdicts; a press goes there', async () => {
  await bench.press('[aria-label="Sizes"]');
  await bench.click('The sheet: all of them on one page');
  await bench.find('[data-sheet-done]');
  const cells = await driver.findElements(By.css('[data-sheet]'));
  expect(cells).toHaveLength(5);
  await bench.until(
    async () => (await driver.findElements(By.css('[data-sheet] [data-slide-picture][data-painted]'))).length === 5,
    'not all are painted',
  );
  expect(await violations(driver)).toEqual([]);
  // As the programs' interface has it.
  const { sizes } = await bench.document();
  for (const [i, { id, name }] of sizes.entries()) {
    const worst = (await readingsIn(id)).map((r) => r.verdict),
      said = (await cells[i].getAttribute('aria-label'))!;
    expect(said.startsWith(`${name}: `)).toBe(true);
    expect(/Clear$/.test(said)).toBe(worst.every((v) => v === 'clear'));
  }
  await cells[3].click();
  await bench.until(async () => (await shown()).startsWith(`${sizes[3].name},`), 'it did not go there');
});

it('what is set says for which sizes, is marked, and follows again at a press', async () => {
  const { sizes } = await bench.document(),
    here = sizes[3].id;
  const of = (p: Piece) => p.slides[0].layers.find((l) => l.id === 'headline') as TextLayer;
  await bench.selectLayer('headline');
  await bench.take('//*[@aria-label="Alignment"]//label[.//*[@aria-label="Align to the centre"]]');
  await bench.untilDocument((p) => of(p).overrides[here]?.align === 'centre', 'it is not for that size');
  expect(of(await bench.document()).align).toBe('start');
  await bench.press('[data-own="align"]');
  await bench.untilDocument((p) => of(p).overrides[here]?.align === undefined, 'it does not follow');
  expect(of(await bench.document()).overrides[here].box).toBeDefined();
  // For all sizes, from here.
  await driver.findElement(By.xpath('//*[@data-size-bar]//label[normalize-space(.)="All sizes"]')).click();
  await bench.take('//*[@aria-label="Alignment"]//label[.//*[@aria-label="Align to the end"]]');
  const all = await bench.untilDocument((p) => of(p).align === 'end', 'it is not for all');
  for (const s of all.sizes) expect(of(all).overrides[s.id]?.align).toBeUndefined();
  await bench.undo();
  await bench.untilDocument((p) => of(p).align === 'start', 'not undone');
});

it('just enough in a size is for that size', async () => {
  const before = await bench.document(),
    here = before.sizes[3];
  // It was for all sizes until now.
  await driver.findElement(By.xpath('//*[@data-size-bar]//label[starts-with(normalize-space(.), "Only ")]')).click();
  await bench.justEnough();
  const after = await bench.untilDocument((p) => isOther(p, before), 'nothing was laid');
  await bench.untilSaved();
  // The headline is selected: it is what counts.
  expect((await readingsIn(here.id)).find((r) => r.layer === 'headline')!.verdict).toBe('clear');
  // The others show and read what they did.
  const at = (p: Piece, size: (typeof before.sizes)[number]) => layersIn(p, p.slides[0], size).filter((l) => l.visible);
  for (const size of before.sizes.filter((s) => s.id !== here.id))
    expect(at(after, size).map((l) => [l.id, l.opacity, l.box])).toEqual(
      at(before, size).map((l) => [l.id, l.opacity, l.box]),
    );
  await bench.undo();
  await bench.untilDocument((p) => !isOther(p, before), 'not undone');
});

it('every size is solved at a press, shown one by one, undone as one step', async () => {
  const id = await bench.pieceId(),
    stored = (await (await fetch(`${app.address}/api/pieces/${id}`)).json()) as { revision: number; piece: Piece };
  // Without what was laid for it: nothing is Clear any more.
  stored.piece.slides[0].layers = stored.piece.slides[0].layers.filter((l) => isText(l) || isPhoto(l));
  await fetch(`${app.address}/api/pieces/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'if-match': `"${stored.revision}"` },
    body: JSON.stringify(stored.piece),
  });
  await bench.open(app.address, id);
  const before = await bench.document();
  await bench.press('[aria-label="Sizes"]');
  await bench.click('The sheet: all of them on one page');
  await bench.find('[data-sheet-done]');
  await bench.press('[data-solve-sizes="idle"] button');
  await bench.find('[data-solve-sizes="done"]');
  const solved = await bench.untilDocument((p) => isOther(p, before), 'nothing was laid');
  await bench.untilSaved();
  for (const size of solved.sizes)
    expect([size.name, (await readingsIn(size.id)).map((r) => r.verdict)]).toEqual([
      size.name,
      (await readingsIn(size.id)).map(() => 'clear'),
    ]);
  await closed();
  await bench.undo();
  expect(
    (await bench.untilDocument((p) => p.slides[0].layers.length === before.slides[0].layers.length, 'not undone'))
      .slides,
  ).toEqual(before.slides);
  // Programs have it, too.
  await bench.untilSaved();
  const now = (await (await fetch(`${app.address}/api/pieces/${id}`)).json()) as { revision: number };
  const answer = await fetch(`${app.address}/api/pieces/${id}/solve-sizes`, {
    method: 'POST',
    headers: { 'if-match': `"${now.revision}"` },
  });
  expect(answer.status).toBe(200);
  const done = (await answer.json()) as { clear: boolean; way: object | null }[];
  expect(done).toHaveLength(solved.sizes.length);
  expect(done.every((d) => d.clear)).toBe(true);
});

it('a section is shown, measured and solved at every width of the page', async () => {
  await bench.open(app.address, 'ostrel-hero');
  await bench.press('[aria-label="Sizes"]');
  await bench.click('Every width, from 320 to 2560 px');
  await bench.find('[data-painted-width="1440"]');
  const at = async (width: number): Promise<{ width: number; height: number }> => {
    const input = await bench.find('input[aria-label="Width of the page"]');
    await input.click();
    await input.sendKeys(Key.chord(Key.CONTROL, 'a'), String(width));
    const picture = await bench.find(`[data-painted-width="${width}"]`),
      canvas = await picture.findElement(By.css('canvas'));
    return driver.executeScript('return { width: arguments[0].width, height: arguments[0].height }', canvas);
  };
  // Narrow pages are higher than they are wide.
  const narrow = await at(320);
  expect(narrow.height).toBeGreaterThan(narrow.width);
  const wide = await at(2560);
  expect(wide.width).toBeGreaterThan(2 * wide.height);
  await bench.until(
    async () => (await driver.findElements(By.css('[data-widths-done]'))).length > 0,
    'it was not measured',
    60_000,
  );
  expect(await violations(driver)).toEqual([]);
  const says = async (): Promise<string> => (await bench.find('[data-widths-done]')).getText();
  expect(await says()).toMatch(/Lost at \d+ of \d+ measured widths/);
  await bench.press('[data-solve-widths]');
  await bench.until(
    async () =>
      (await driver.findElements(By.xpath('//*[contains(text(), "Clear at every width from 320 to 2560 px")]')))
        .length > 0,
    'not solved',
    90_000,
  );
  await closed();
  // As the programs' interface measures it, in a part of the widths.
  await bench.untilSaved();
  const points = (await (await fetch(`${app.address}/api/pieces/ostrel-hero/widths?from=380&to=460`)).json()) as {
    width: number;
    exact: boolean;
    readings: { verdict: string }[];
  }[];
  expect(points.map((p) => p.width)).toEqual(points.map((p) => p.width).sort((a, b) => a - b));
  for (const p of points.filter((x) => x.exact)) for (const r of p.readings) expect(r.verdict).toBe('clear');
  await bench.undo();
  expect((await fetch(`${app.address}/api/pieces/ostrel-banner/widths`)).status).toBe(422);
});

it('programs add sizes too; too many and unknown ones are refused', async () => {
  const id = 'ostrel-reopening',
    stored = (await (await fetch(`${app.address}/api/pieces/${id}`)).json()) as { revision: number };
  const post = (body: object, over = stored.revision): Promise<Response> =>
    fetch(`${app.address}/api/pieces/${id}/sizes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'if-match': `"${over}"` },
      body: JSON.stringify(body),
    });
  expect((await post({ destination: 'nowhere' })).status).toBe(422);
  expect((await post({ width: 8, height: 100 })).status).toBe(400);
  const made = await post({ width: 700, height: 1400, name: 'Tall' });
  expect(made.status).toBe(201);
  const { piece } = (await made.json()) as { piece: Piece };
  const tall = piece.sizes.at(-1)!;
  expect(tall).toMatchObject({ name: 'Tall', width: 700, height: 1400 });
  for (const r of await readingsIn(tall.id, id)) expect(misplaced(r.flags)).toEqual([]);
  expect((await post({ destination: 'story' })).status).toBe(409);
});
