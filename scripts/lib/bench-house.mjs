// A house colour changed: how soon the first of fifty pieces is seen with it, and all are read.

const MANY = 50;

/** @param {object} with_ what the bench has: get, post, address, driver, report */
export async function house({ get, post, address, driver, report }) {
  const { id: campaign } = await post('/api/campaigns', { name: 'Fifty pieces' }),
    style = await get('/api/campaigns/ostrel-line/house');
  await fetch(`${address}/api/campaigns/${campaign}/house`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'if-match': '"0"' },
    body: JSON.stringify(style),
  });
  // Posts of one slide that show the colour; each copy says something else, so that nothing is known of another.
  const { items } = await get('/api/pieces?campaign=ostrel-line&limit=200'),
    posts = [];
  for (const p of items) {
    // What another part of the bench has added is none of them.
    if (!p.id.startsWith('ostrel-')) continue;
    if (p.section || p.template || p.sizes.length > 1 || p.slides > 1) continue;
    const { piece } = await get(`/api/pieces/${p.id}`);
    if (/"swatch":"amber"/.test(JSON.stringify(piece.slides))) posts.push(piece);
  }
  for (let i = 0; i < MANY; i++) {
    const piece = posts[i % posts.length];
    await post('/api/pieces', {
      campaign,
      document: {
        ...piece,
        name: `Post ${i + 1}`,
        slides: piece.slides.map((s) => ({
          ...s,
          layers: s.layers.map((l) => (l.kind === 'text' ? { ...l, text: `${l.text} ${i + 1}` } : l)),
        })),
      },
    });
  }
  await driver.get(`${address}/house/${campaign}`);
  await driver.wait(async () => (await driver.findElements({ css: '[data-ready]' })).length > 0, 30_000);
  const first = [],
    all = [];
  for (const [i, hex] of ['#30d0c0', '#d040a0', '#80c040', '#4060d0', '#c0a060', '#e06040'].entries()) {
    const took = await driver.executeAsyncScript(
      `const [hex, many, done] = arguments,
        field = document.querySelector('[aria-label="Amber, as hex"]'),
        began = performance.now(), took = {};
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, hex);
      field.dispatchEvent(new Event('input', { bubbles: true }));
      let gone = false;
      (function look() {
        const pictures = document.querySelectorAll('[data-trial] img').length,
          read = document.querySelectorAll('[data-trial] [data-verdict]').length;
        // Those of the colour before go first.
        if (!pictures) gone = true;
        if (gone && pictures) took.first ??= performance.now() - began;
        if (gone && read >= 2 * many) { took.all = performance.now() - began; done(took); }
        else requestAnimationFrame(look);
      })();`,
      hex,
      MANY,
    );
    if (i < 1) continue;
    first.push(took.first);
    all.push(took.all);
  }
  report(`a house colour changed, the first of ${MANY} pieces seen with it`, first, 200);
  report('and all of them read, before and after', all, 5000);
}
