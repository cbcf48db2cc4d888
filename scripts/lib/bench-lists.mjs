// The start page with thousands of pieces, on a warm server.
import { setTimeout as wait } from 'node:timers/promises';
import knexFactory from 'knex';

/** Pieces there are. */
const MANY = 5000;
const WORDS = ['slow', 'trains', 'long', 'views', 'lake', 'pass', 'viaduct', 'halt', 'snow', 'lamps', 'dawn', 'winter'];

/** Puts copies of the demo's pieces into the database, each with a name, words and a day of its own. */
export async function manyPieces(databaseUrl) {
  const u = new URL(databaseUrl),
    knex = knexFactory({
      client: 'mysql2',
      connection: {
        host: u.hostname,
        port: Number(u.port),
        user: u.username,
        password: decodeURIComponent(u.password),
        database: u.pathname.slice(1),
        timezone: 'Z',
      },
    });
  try {
    const rows = await knex('pieces').where({ template: false }).whereNull('deleted_at'),
      traits = await knex('piece_traits'),
      assets = await knex('piece_assets');
    for (let c = 0; c < 10; c++)
      await knex('campaigns').insert({ id: `many-${c}`, name: `Campaign ${c + 1}`, created_at: new Date() });
    for (let at = 0; at < MANY; at += 250) {
      const numbers = Array.from({ length: Math.min(250, MANY - at) }, (_, i) => at + i),
        of = (n) => rows[n % rows.length];
      await knex('pieces').insert(
        numbers.map((n) => ({
          ...of(n),
          id: `many-${n}`,
          campaign_id: `many-${n % 10}`,
          name: `${WORDS[n % 12]} ${WORDS[(n * 7 + 3) % 12]} ${n}`,
          words: `${of(n).words}\n${WORDS[(n * 5) % 12]} number ${n}`,
          changed_at: new Date(Date.now() - n * 60_000),
          created_at: new Date(Date.now() - n * 90_000),
          weighed: `${of(n).revision}.0`,
          verdict: n % 4,
          ratio: 1 + (n % 90) / 10,
          needed: 3,
          kept: n % 100,
        })),
      );
      for (const [table, all] of [
        ['piece_traits', traits],
        ['piece_assets', assets],
      ]) {
        const more = numbers.flatMap((n) =>
          all.filter((t) => t.piece_id === of(n).id).map((t) => ({ ...t, piece_id: `many-${n}` })),
        );
        if (more.length) await knex.batchInsert(table, more, 1000);
      }
    }
  } finally {
    await knex.destroy();
  }
}

/** @param {object} with_ what the bench has: address, driver, report, databaseUrl */
export async function lists({ address, driver, report, databaseUrl }) {
  await manyPieces(databaseUrl);
  const timed = async (path) => {
    const began = performance.now(),
      answer = await fetch(address + path);
    const first = performance.now() - began;
    await answer.arrayBuffer();
    return first;
  };
  const times = async (path, n = 9) => {
    for (let i = 0; i < 3; i++) await timed(typeof path === 'string' ? path : path(100 + i));
    const out = [];
    for (let i = 0; i < n; i++) out.push(await timed(typeof path === 'string' ? path : path(i)));
    return out;
  };
  report(`start page with ${MANY} pieces, first byte`, await times('/'), 50);
  report('a search over their words', await times((i) => `/api/pieces?search=number%20${40 + i * 37}&limit=60`), 50);
  report('a search that finds nothing', await times((i) => `/api/pieces?search=nowhere${i}&limit=60`), 50);
  report('by destination, the weakest text first', await times('/api/pieces?destination=square-post&sort=verdict'), 50);
  report('what they can be narrowed by', await times('/api/pieces/traits'), 150);

  // From asking for the page to its cards on the screen, their pictures kept by the browser as they are.
  const painted = [];
  for (let i = 0; i < 7; i++) {
    await driver.get(`${address}/`);
    await driver.wait(async () => (await driver.findElements({ css: '[data-ready] article img' })).length > 0, 30_000);
    await driver.wait(
      () =>
        driver.executeScript(
          "return [...document.querySelectorAll('article img')].filter((i) => i.getBoundingClientRect().top < innerHeight).every((i) => i.complete && i.naturalWidth > 0)",
        ),
      60_000,
    );
    if (i > 1)
      painted.push(
        await driver.executeScript(
          "return performance.getEntriesByType('paint').find((p) => p.name === 'first-contentful-paint').startTime",
        ),
      );
  }
  report('its first screen painted', painted, 500);

  // Scrolled by 60 px a frame: how long frames take.
  const frames = await driver.executeAsyncScript(`
    const done = arguments[arguments.length - 1], took = [];
    let last = 0, n = 0;
    requestAnimationFrame(function step(t) {
      if (last) took.push(t - last);
      last = t;
      window.scrollBy(0, 60);
      if (++n < 240) requestAnimationFrame(step); else done(took);
    });`);
  report('a frame while it is scrolled', frames, 17, { p95Goal: 34 });
  await wait(500);
  // And to the very end: what is there stays a few.
  await driver.executeScript('window.scrollTo(0, document.body.scrollHeight)');
  await driver.wait(async () => (await driver.findElements({ css: 'article' })).length > 0, 60_000);
  const there = await driver.executeScript("return document.querySelectorAll('article').length");
  report('cards that are in the page at once', [there], 60, { unit: 'cards' });
}
