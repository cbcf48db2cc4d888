// Reusing: templates with one's own words, photos ranked by a headline, rows of a table.
import { availableParallelism } from 'node:os';
import { setTimeout as wait } from 'node:timers/promises';

/** Notes when pictures are put on canvases of the page, ms after `since`. */
const OBSERVER = `
  window.put = []; window.since = 0;
  const own = CanvasRenderingContext2D.prototype.putImageData;
  CanvasRenderingContext2D.prototype.putImageData = function (...a) {
    if (document.contains(this.canvas)) window.put.push(performance.now() - window.since);
    return own.apply(this, a);
  };`;
/** Rows of the batch that is measured. */
const ROWS = 100;

/** @param {object} with_ what the bench has: get, post, address, driver, report */
export async function reuse({ get, post, address, driver, report }) {
  const { identifier } = await driver.sendAndGetDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
    source: OBSERVER,
  });
  const { items } = await get('/api/assets?search=Fog%20on%20Varn'),
    find = (css) => driver.wait(async () => (await driver.findElements({ css }))[0], 30_000, css),
    said = (words) =>
      driver.wait(async () => words.test(await (await find('[role="status"]')).getText()), 90_000, String(words));

  await driver.get(`${address}/templates?photo=${items[0].id}`);
  await said(/are Clear/);
  // What was found in the photo may move it once more.
  await wait(5000);
  await said(/are Clear/);
  const first = [],
    sixteen = [];
  const headline = await find('textarea');
  for (const words of ['Slow trains', ' run', ' again', ' in May', ' daily', ' now']) {
    await driver.executeScript(`
      window.put = [];
      document.querySelector('textarea').addEventListener('input', () => { window.since = performance.now(); }, { once: false });`);
    await headline.sendKeys(words);
    await driver.wait(async () => (await driver.executeScript('return window.put.length')) >= 18, 60_000);
    const put = await driver.executeScript('return window.put');
    first.push(put[0]);
    sixteen.push(put[15]);
    await said(/are Clear/);
  }
  report('words typed to the first template painted with them', first.slice(1), 300);
  report('and to the sixteenth', sixteen.slice(1), 2000);

  // The library, by what the headline needs.
  const ranked = { first: [], all: [] };
  for (let i = 0; i < 3; i++) {
    await driver.get(`${address}/piece/ostrel-reopening`);
    await find('[data-just-enough]:not([disabled])');
    await wait(3000);
    await driver.executeScript(`document.querySelector('[data-layer="photo"]').focus()`);
    const replace = await driver.wait(
      async () => (await driver.findElements({ xpath: '//button[normalize-space(.)="Replace"]' }))[0],
      30_000,
    );
    await replace.click();
    const carry = await find('[role="dialog"] input[role="switch"]');
    await wait(800);
    await driver.executeScript('window.put = []; window.since = performance.now(); arguments[0].click()', carry);
    await driver.wait(
      async () => /All are tried/.test(await (await find('[role="dialog"] [role="status"]')).getText()),
      60_000,
    );
    const put = await driver.executeScript('return window.put');
    ranked.first.push(put[0]);
    ranked.all.push(put.at(-1));
  }
  report('photos ranked for a headline, the first', ranked.first, 300);
  report('and all of the library', ranked.all, 3000);
  await driver.sendAndGetDevToolsCommand('Page.removeScriptToEvaluateOnNewDocument', { identifier });

  // A batch against its rows one by one.
  const template = 'template-square-low',
    photos = (await get('/api/assets?limit=200')).items.filter((a) => a.mime === 'image/jpeg'),
    rows = Array.from({ length: ROWS }, (_, i) => [
      photos[i % photos.length].name,
      `Train ${i + 1} runs again`,
      'Daily',
    ]);
  /** How long a batch takes, ms. */
  const batch = async (some) => {
    const t = performance.now(),
      { id } = await post('/api/batches', {
        template,
        name: 'Bench',
        columns: ['Photo', 'Headline', 'Line'],
        rows: some,
      });
    do await wait(250);
    while ((await get(`/api/batches/${id}`)).state !== 'done');
    return performance.now() - t;
  };
  // All members are started, have loaded what they need, and looked for what is in the photos. Single requests would
  // not do it: they leave one member free.
  await batch(rows.slice(0, 2 * photos.length));
  const alone = [];
  for (const [i, [, words, line]] of rows.entries()) {
    const t = performance.now();
    await post(`/api/templates/${template}/pieces`, {
      photo: photos[i % photos.length].id,
      headline: words,
      lines: [line],
    });
    alone.push(performance.now() - t);
  }
  const took = await batch(rows),
    sum = alone.reduce((a, b) => a + b, 0) / availableParallelism();
  report(`a batch of ${ROWS} rows, against its rows alone on all processors`, [took], 1.3, {
    ratio: took / sum,
    unit: 'x',
  });
}
