// What many slides cost: opened, joined, put side by side.

const median = (v) => [...v].sort((a, b) => a - b)[v.length >> 1];
const timed = async (run) => {
  const began = performance.now();
  await run();
  return performance.now() - began;
};

/**
 * @param {{ get: (path: string) => Promise<any>, post: (path: string, body: unknown) => Promise<any>, address: string,
 * driver: object, report: Function, dragged: (css: string) => Promise<number[]>, painted: () => Promise<void> }} with_
 */
export async function slides({ get, post, address, driver, report, dragged, painted }) {
  const { piece } = await get('/api/pieces/ostrel-carousel');
  const made = async (document) => (await post('/api/pieces', { document })).id,
    seven = await made(piece),
    one = await made({ ...piece, slides: piece.slides.slice(0, 1) }),
    ten = await made({
      ...piece,
      slides: Array.from({ length: 10 }, (_, i) => ({ ...piece.slides[i % 7], id: `bench-${i}` })),
    });

  const opened = { [seven]: [], [one]: [] };
  for (let i = 0; i < 6; i++)
    for (const id of [one, seven]) {
      await driver.get(`${address}/piece/${id}`);
      await painted();
      if (i)
        opened[id].push(Number(await driver.executeScript('return document.documentElement.dataset.firstPainted')));
    }
  report('seven slides opened, to the first painting, against one', opened[seven], 1.2, {
    ratio: median(opened[seven]) / median(opened[one]),
  });

  // The line that goes on over four slides, dragged on its own.
  await driver.get(`${address}/piece/${seven}`);
  await painted();
  await driver.executeScript(`document.querySelectorAll('[data-slide] [role="button"]')[1].click()`);
  await driver.wait(
    async () => (await driver.findElements({ css: '[data-layer="route"]' })).length > 0,
    30_000,
    'the second slide was never shown',
  );
  report('drag a layer that goes on over slides, interface busy a frame', await dragged('[data-layer="route"]'), 6, {
    p95Goal: 16,
  });

  const fetched = async (path) => (await fetch(`${address}/api/pieces/${ten}/${path}`)).arrayBuffer();
  const joins = [],
    strip = [],
    single = [];
  for (let i = 0; i < 6; i++) {
    const j = await timed(() => fetched('joins')),
      s = await timed(() => fetched('strip')),
      all = await timed(async () => {
        for (let n = 1; n <= 10; n++) await fetched(`render?slide=${n}&revision=${i}`);
      });
    // The first time pictures are fitted.
    if (!i) continue;
    joins.push(j);
    strip.push(s);
    single.push(all);
  }
  report('all joins of ten slides, over HTTP', joins, 100);
  report('a strip of ten slides, against ten single pictures', strip, 1.1, { ratio: median(strip) / median(single) });
}
