// What many sizes and every width of a section cost, in the page, and the section handed over.
import { unzipSync } from 'fflate';
import { setTimeout as wait } from 'node:timers/promises';
import sharp from 'sharp';

const holding =
  (driver) =>
  (script, ms = 60_000) =>
    driver.wait(async () => driver.executeScript(`return !!(${script})`), ms, script, 10);
/** From a press on something until something holds, looked at once a frame. */
const since = (driver) => async (press, holds) => {
  const ms = await driver.executeAsyncScript(
    `const [press, holds, done] = arguments, began = performance.now(), held = new Function('return !!(' + holds + ')');
    new Function(press)();
    (function look() { if (held()) done(performance.now() - began); else if (performance.now() - began > 60000) done(null); else requestAnimationFrame(look); })();`,
    press,
    holds,
  );
  if (ms === null) throw new Error(`it never held: ${holds}`);
  return ms;
};
const button = (words) => `[...document.querySelectorAll('button')].find((b) => b.textContent.includes('${words}'))`;
/**
 * From a list that unfolds to a press on something in it, ms: half of what pointing alone takes a hand (1.1 s; Card,
 * Moran and Newell, "The keystroke-level model for user performance time with interactive systems", 1980).
 */
const A_LOOK = 550;
const PAINTED = `[...document.querySelectorAll('[data-sheet] [data-slide-picture]')]`;

/**
 * @param {{ get: (path: string) => Promise<any>, post: (path: string, body: unknown) => Promise<any>, address: string,
 * driver: object, report: Function, painted: () => Promise<void> }} with_
 */
export async function sizes({ get, post, address, driver, report, painted }) {
  const holds = holding(driver),
    timed = since(driver),
    open = async (id, words) => {
      await driver.get(`${address}/piece/${id}`);
      await painted();
      await driver.executeScript(`document.querySelector('[aria-label="Sizes"]').click()`);
      await holds(button(words));
    };
  const { piece } = await get('/api/pieces/ostrel-autumn-walks'),
    layers = piece.slides[0].layers.filter((l) => l.kind !== 'plate'),
    bare = async () =>
      (await post('/api/pieces', { document: { ...piece, slides: [{ ...piece.slides[0], layers }] } })).id;
  const first = [],
    all = [],
    solved = [];
  for (let i = 0; i < 4; i++) {
    await open(await bare(), 'The sheet');
    const one = await timed(`${button('The sheet')}.click()`, `${PAINTED}.some((p) => p.dataset.painted)`);
    const began = Date.now();
    await holds(`${PAINTED}.length === 5 && ${PAINTED}.every((p) => p.dataset.painted)`);
    const rest = Date.now() - began;
    await holds(`document.querySelector('[data-sheet-done]')`);
    const ms = await timed(
      `document.querySelector('[data-solve-sizes] button').click()`,
      `document.querySelector('[data-solve-sizes="done"]')`,
    );
    // The first time workers begin.
    if (!i) continue;
    first.push(one);
    all.push(one + rest);
    solved.push(ms);
  }
  report('the sheet of five sizes, first picture', first, 200);
  report('the sheet of five sizes, all pictures', all, 1000);
  report('solve every size, five sizes', solved, 3000);

  const { piece: show } = await get('/api/pieces/ostrel-lake-hero'),
    curve = [],
    whole = [],
    shown = [];
  const measured = async (document) => {
    const { id } = await post('/api/pieces', { document });
    await open(id, 'Every width');
    await wait(A_LOOK);
    const seen = await timed(
      `${button('Every width')}.click()`,
      `Number(document.querySelector('[data-width-chart]')?.dataset.widthChart) >= 5`,
    );
    const began = Date.now();
    await holds(`document.querySelector('[data-widths-done]')`);
    return [seen, seen + Date.now() - began];
  };
  for (let i = 0; i < 3; i++) {
    shown.push((await measured(show))[1]);
    const [first, all] = await measured({ ...show, slides: show.slides.slice(0, 1) });
    curve.push(first);
    whole.push(all);
  }
  report('readings over all widths of a slideshow of three, beside those of one picture', shown, 3, {
    ratio: middle(shown) / middle(whole),
  });
  report('readings over all widths, from a press half a second after its list opens: first curve', curve, 300);
  report('readings over all widths, all', whole, 1500);

  // The slider by keys: one width after the other, each as soon as the one before is seen.
  const frames = [];
  await driver.executeScript(`document.querySelector('[role="slider"][aria-label="Width of the page"]').focus()`);
  for (let i = 0; i < 24; i++)
    frames.push(
      await driver.executeAsyncScript(
        `const done = arguments[0], picture = document.querySelector('[data-width-picture]'), was = picture.dataset.paintedWidth,
          began = performance.now();
        document.activeElement.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowLeft', bubbles: true }));
        (function look() { if (picture.dataset.paintedWidth !== was || performance.now() - began > 5000) done(performance.now() - began); else requestAnimationFrame(look); })();`,
      ),
    );
  report('width slider, from a key to the section at that width', frames, 33);
  await page({ address, report });
}

const middle = (of) => [...of].sort((a, b) => a - b)[Math.floor(of.length / 2)];

/** The folder of a section, beside what encoding its pictures alone takes. */
async function page({ address, report }) {
  const folders = [],
    alone = [];
  for (let i = 0; i < 3; i++) {
    const began = Date.now(),
      zip = await (await fetch(`${address}/api/pieces/ostrel-lake-hero/page`)).arrayBuffer();
    folders.push(Date.now() - began);
    const pictures = Object.entries(unzipSync(new Uint8Array(zip))).filter(([name]) => /\.(avif|webp|jpg)$/.test(name)),
      raws = await Promise.all(
        pictures.map(async ([name, bytes]) => ({
          type: name.split('.').pop(),
          ...(await sharp(bytes).removeAlpha().raw().toBuffer({ resolveWithObject: true })),
        })),
      ),
      from = Date.now();
    await Promise.all(
      raws.map(({ type, data, info }) => {
        const image = sharp(data, { raw: info });
        return {
          avif: () => image.avif({ quality: 66, effort: 0 }),
          webp: () => image.webp({ quality: 82, smartSubsample: true, effort: 2 }),
          jpg: () => image.jpeg({ quality: 82 }),
        }
          [type]()
          .toBuffer();
      }),
    );
    alone.push(Date.now() - from);
  }
  report('the folder of a page, beside encoding its pictures alone', folders, 1.5, {
    ratio: middle(folders) / middle(alone),
  });
}
