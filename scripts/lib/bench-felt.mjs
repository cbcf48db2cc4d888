// What is felt, in the page: from a press or a key to what is seen, and how long the interface's thread is held up.
import { setTimeout as wait } from 'node:timers/promises';

/**
 * Put into every page before its own scripts: notes when things begin and end there. From a key or a movement to the
 * frame in which its painting is seen is taken in the page itself: to ask for it from outside would count, too.
 */
const OBSERVER = `
  window.felt = { seen: [], long: [], since: null };
  new MutationObserver((all) => {
    const { since } = felt;
    if (since === null || !all.some((m) => m.attributeName === 'data-painted')) return;
    felt.since = null;
    requestAnimationFrame(() => felt.seen.push(performance.now() - since));
  }).observe(document, { attributes: true, subtree: true, attributeFilter: ['data-painted'] });
  new PerformanceObserver((l) => felt.long.push(...l.getEntries().map((e) => e.duration))).observe({ type: 'longtask' });
  for (const kind of ['keydown', 'pointermove', 'click'])
    addEventListener(kind, (e) => { felt[kind] = felt.since = e.timeStamp; }, { capture: true });
  // From the last event of a kind until something holds, looked at once a frame.
  window.sinceThat = (kind, holds) => new Promise((ok, no) => { const late = performance.now() + 40000;
    (function look() { if (holds()) ok(performance.now() - felt[kind]); else if (performance.now() > late) no(new Error('it never held')); else requestAnimationFrame(look); })(); });`;

/**
 * @param {object} driver a browser
 * @param {string} address of the application
 * @param {{ fresh: () => Promise<string>, sixty: () => Promise<string> }} pieces make a piece whose text is Lost, and
 * one of sixty layers
 * @returns {Promise<Record<string, number[]>>} milliseconds
 */
export async function felt(driver, address, { fresh, sixty }) {
  const cdp = (command, p = {}) => driver.sendAndGetDevToolsCommand(command, p);
  const { identifier } = await cdp('Page.addScriptToEvaluateOnNewDocument', { source: OBSERVER });
  const run = (script, ...args) =>
    driver.executeAsyncScript(
      `const args = [...arguments], done = args.pop(); (async (args) => { ${script} })(args).then(done, (e) => done({ error: String(e) }));`,
      ...args,
    );
  const holds = async (condition, ms = 60_000) =>
    driver.wait(async () => driver.executeScript(`return !!(${condition})`), ms, condition, 20);
  const press = async (css) => {
    const r = await run(
      `const r = document.querySelector(args[0]).getBoundingClientRect(); return { x: r.x + r.width / 2, y: r.y + r.height / 2 };`,
      css,
    );
    for (const type of ['mouseMoved', 'mousePressed', 'mouseReleased'])
      await cdp('Input.dispatchMouseEvent', {
        type,
        ...r,
        button: type === 'mouseMoved' ? 'none' : 'left',
        clickCount: 1,
      });
  };
  const since = async (kind, condition) => {
    const ms = await run(`return sinceThat(args[0], () => (${condition}));`, kind);
    if (typeof ms !== 'number') throw new Error(`${condition}: ${ms?.error}`);
    return ms;
  };
  /** From what was done last to its painting, ms. */
  const seen = async () => {
    await holds('felt.seen.length', 10_000);
    return run('return felt.seen.pop();');
  };
  const open = async (id) => {
    await driver.get(`${address}/piece/${id}`);
    await holds(`document.querySelector('[data-just-enough]:not([disabled])')`);
  };
  const CLEAR = `document.querySelector('[aria-label="Reading"] [data-verdict]')?.dataset.verdict === 'clear'`;
  const out = {
    enoughFirst: [],
    enoughRested: [],
    enoughAgain: [],
    cardFirst: [],
    cardsFirst: [],
    cardRested: [],
    cardsRested: [],
    key: [],
    typing: [],
    pointer: [],
    selected: [],
    copies: [],
  };
  const CARD = `document.querySelector('[data-way] canvas:not([data-blank])')`,
    ALL = `document.querySelector('[data-ways-complete]') && !document.querySelector('[data-way] canvas[data-blank]')`;
  /** Has solving ahead come to rest? */
  const RESTED = `document.querySelector('[data-just-enough]')?.textContent.includes(':')`;
  const waysButton = `[aria-label="What can be done"] button:nth-of-type(2)`;
  for (let i = 0; i < 5; i++) {
    for (const rested of [false, true]) {
      await open(await fresh());
      if (rested) await holds(RESTED);
      await press('[data-just-enough]');
      out[rested ? 'enoughRested' : 'enoughFirst'].push(await since('click', CLEAR));
      await open(await fresh());
      if (rested) await holds(RESTED);
      await press(waysButton);
      out[rested ? 'cardRested' : 'cardFirst'].push(await since('click', CARD));
      out[rested ? 'cardsRested' : 'cardsFirst'].push(await since('click', ALL));
      // As it was found.
      await press(waysButton);
    }
    // Solved before, closed, opened again.
    const known = await fresh();
    await open(known);
    await holds(RESTED);
    await wait(300);
    await open(known);
    await press('[data-just-enough]');
    out.enoughAgain.push(await since('click', CLEAR));
  }
  // Typing in a headline, with the chart unfolded.
  await open(await fresh());
  await press(`[aria-label="What can be done"] button:nth-of-type(1)`);
  await holds(`document.querySelector('.recharts-surface')`);
  const r = await run(
    `const r = document.querySelector('[data-layer="headline"]').getBoundingClientRect(); return { x: r.x + 40, y: r.y + r.height / 2 };`,
  );
  for (const clickCount of [1, 2])
    for (const type of ['mousePressed', 'mouseReleased'])
      await cdp('Input.dispatchMouseEvent', { type, ...r, button: 'left', clickCount });
  await holds(`document.activeElement?.matches('[contenteditable], textarea')`);
  await wait(1500);
  await run(`felt.long = []; felt.seen = []; return 1;`);
  for (const letter of 'Every hour by the lake in the snow') {
    await cdp('Input.dispatchKeyEvent', { type: 'keyDown', text: letter, key: letter });
    await cdp('Input.dispatchKeyEvent', { type: 'keyUp', key: letter });
    out.key.push(await seen());
    await wait(60);
  }
  await wait(1500);
  out.typing = await run('return felt.long;');
  // A layer dragged: from a movement to its painting.
  await cdp('Input.dispatchKeyEvent', { type: 'keyDown', key: 'Escape', code: 'Escape', windowsVirtualKeyCode: 27 });
  await cdp('Input.dispatchMouseEvent', { type: 'mousePressed', ...r, button: 'left', clickCount: 1 });
  for (let i = 0; i < 60; i++) {
    await run(`felt.seen = []; return 1;`);
    await cdp('Input.dispatchMouseEvent', {
      type: 'mouseMoved',
      x: r.x + 6 + 2 * i,
      y: r.y + i,
      button: 'left',
      buttons: 1,
    });
    if (i > 8) out.pointer.push(await seen());
    else await wait(50);
  }
  await cdp('Input.dispatchMouseEvent', { type: 'mouseReleased', ...r, button: 'left' });
  await wait(1000);
  // One layer after the other selected: to the end of the frame that shows it so.
  for (let i = 0; i < 24; i++) {
    const ms = await run(
      `const rows = document.querySelectorAll('[data-row]'), began = performance.now();
       rows[args[0] % rows.length].click();
       return new Promise((ok) => requestAnimationFrame(() => {
         const { port1, port2 } = new MessageChannel();
         port1.onmessage = () => ok(performance.now() - began);
         port2.postMessage(0);
       }));`,
      i,
    );
    if (i >= 4) out.selected.push(ms);
    await wait(250);
  }
  // Many layers doubled at once.
  await open(await sixty());
  await wait(1000);
  const key = async (k, code, n) => {
    for (const type of ['rawKeyDown', 'keyUp'])
      await cdp('Input.dispatchKeyEvent', { type, key: k, code, windowsVirtualKeyCode: n, modifiers: 2 });
  };
  await driver.executeScript(`document.querySelector('[data-overlay] [data-layer][tabindex="0"]')?.focus()`);
  await key('a', 'KeyA', 65);
  await wait(800);
  await run(`felt.long = []; return 1;`);
  await key('d', 'KeyD', 68);
  await wait(3000);
  out.copies = await run('return felt.long;');
  await cdp('Page.removeScriptToEvaluateOnNewDocument', { identifier });
  return out;
}
