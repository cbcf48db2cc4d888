// Backdrops and overlays, driven as a designer drives them: photo, tone, patterns, gradients, fades, pools, plates,
// blend modes, swatches.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key, Origin, until, type WebDriver } from 'selenium-webdriver';
import { contrastOfHex } from '../../src/core/colour/srgb';
import type { BorderLayer } from '../../src/core/kinds/border';
import type { FadeLayer } from '../../src/core/kinds/fade';
import type { WashLayer } from '../../src/core/kinds/wash';
import type { FillLayer } from '../../src/core/kinds/fill';
import type { PhotoLayer } from '../../src/core/kinds/photo';
import type { PlateLayer } from '../../src/core/kinds/plate';
import type { PoolLayer } from '../../src/core/kinds/pool';
import type { TextLayer } from '../../src/core/kinds/text';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { type BenchPage, WAIT } from './bench-page';
import { folderFor } from './folders';
import { inSession } from './session';

let app: Application;
let driver: WebDriver;
let bench: BenchPage;

inSession((s) => void ({ app, driver, bench } = s));

const open = async (id: string): Promise<void> => {
  // What is left while it is being saved is put right, but not without a word in the console.
  if ((await driver.findElements(By.css('[data-saved]'))).length) await bench.untilSaved();
  await bench.open(app.address, id);
};
const layers = (p: Piece) => p.slides[0].layers;
const one = <L>(p: Piece, kind: string): L => layers(p).findLast((l) => l.kind === kind) as L;
const folder = folderFor('tiles');
const file = (name: string, text: string): string => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};

describe('the photo', () => {
  const photo = async (ask: (l: PhotoLayer) => boolean, what: string): Promise<PhotoLayer> =>
    one<PhotoLayer>(await bench.untilDocument((p) => ask(one<PhotoLayer>(p, 'photo')), what), 'photo');

  beforeAll(async () => {
    await open('ostrel-banner');
    await bench.selectRow('Hollin Pass');
  });

  it('is moved and zoomed on the stage itself', async () => {
    const before = one<PhotoLayer>(await bench.document(), 'photo');
    const stage = await bench.find('[data-layer="photo"]');
    await bench.wheel(stage, -400, Key.ALT);
    const zoomed = await photo((l) => l.zoom > 1.3, 'the wheel did not zoom it');
    await bench.drag('[data-layer="photo"]', 60, 40, { x: -250, y: 10 });
    await photo((l) => l.focus.x < zoomed.focus.x && l.focus.y < zoomed.focus.y, 'dragging did not move it');
    await bench.undo();
    await bench.undo();
    expect(await photo((l) => l.zoom === 1, 'it was not undone')).toMatchObject({ focus: before.focus });
  });

  it('is turned, mirrored, straightened and cropped, and each can be taken back', async () => {
    await bench.press('[aria-label="Turn right by a quarter"]');
    await photo((l) => l.turn === 90, 'it was not turned');
    await bench.press('[aria-label="Turn left by a quarter"]');
    await bench.press('[aria-label="Mirror left and right"]');
    await bench.type('Straighten', '3.5');
    await photo((l) => l.turn === 0 && l.flipX && l.straighten === 3.5, 'it was not straightened');
    await bench.drag('[data-crop="right"]', -60, 0);
    const cropped = await photo((l) => l.crop.width < 0.9, 'it was not cropped');
    expect(cropped.crop).toMatchObject({ x: 0, y: 0, height: 1 });
    await bench.drag('[data-focal-point]', -20, 10);
    await photo((l) => l.focus.x !== cropped.focus.x, 'the focal point was not moved');
    await bench.click('Use all of the picture');
    await photo((l) => l.crop.width === 1, 'the crop was not taken back');
  });

  it('set free it is placed by hand, and covers again', async () => {
    await driver.findElement(By.xpath('//label[.//span[text()="Free"]]')).click();
    const free = await photo((l) => l.fit === 'free', 'it is not free');
    await bench.drag('[data-handle="bottom right"]', -80, -50);
    const small = await photo((l) => l.box.width < free.box.width - 20, 'its handle did not scale it');
    expect(small.box.width / small.box.height).toBeCloseTo(free.box.width / free.box.height, 2);
    await driver.findElement(By.xpath('//label[.//span[text()="Cover"]]')).click();
    await photo((l) => l.fit === 'cover' && l.box.width === 1584, 'it does not cover');
  });

  it('is replaced from the library, everything else stays', async () => {
    const before = one<PhotoLayer>(await bench.document(), 'photo');
    await bench.click('Replace');
    const search = await bench.find('input[aria-label="Search by name or tag"]');
    const inLibrary = (name: string) => bench.find(`[role="dialog"] button[aria-label="${name}"]`);
    expect(await (await inLibrary('Hollin Pass at dawn')).getAttribute('title')).toContain('Profile banner');
    await search.sendKeys('mist');
    await bench.until(
      async () =>
        (await driver.findElements(By.css('[role="dialog"] button[aria-label="Hollin Pass at dawn"]'))).length === 0,
      'the search found too much',
    );
    await (await inLibrary('Morning mist')).click();
    const after = await photo((l) => l.asset !== before.asset, 'it was not replaced');
    expect({ ...after, asset: before.asset, name: before.name }).toEqual(before);
  });

  it('several are uploaded at once in the library; one that is none is refused and costs nothing', async () => {
    await bench.click('Replace');
    await bench.find('input[aria-label="Search by name or tag"]');
    const input = await driver.wait(
      until.elementLocated(By.css('input[type="file"][multiple][data-testid="library-files"]')),
      WAIT,
    );
    const small = (n: number): string =>
      file(
        `tile-${n}.svg`,
        `<svg xmlns="http://www.w3.org/2000/svg" width="${40 + n}" height="40"><circle cx="20" cy="20" r="12"/></svg>`,
      );
    await input.sendKeys([small(1), file('broken.png', 'no picture at all'), small(2)].join('\n'));
    await bench.named('tile-1');
    await bench.named('tile-2');
    await bench.until(
      async () => (await driver.findElements(By.xpath('//*[contains(text(), "not a picture")]'))).length > 0,
      'nothing was said of the broken one',
    );
    await bench.keys(Key.ESCAPE);
  });
});

describe('tone', () => {
  it('leaves a faint picture by output levels; switched off and on it remembers its values', async () => {
    await open('ostrel-reopening');
    await bench.untilVerdict('Lost');
    await bench.selectRow('Lake Sill');
    await driver.findElement(By.xpath('//button[contains(normalize-space(.), "Tone")]')).click();
    await bench.until(
      async () => Number(await (await bench.find('[data-histogram]')).getAttribute('data-histogram')) > 1000,
      'no histogram',
    );
    await bench.press('[data-tone="levels"] input[type="checkbox"]');
    await bench.type('Black becomes', '10');
    await bench.type('White becomes', '40');
    await bench.untilVerdict('Clear');
    expect(await driver.findElement(By.css('[data-tone="levels"]')).getText()).toContain(
      '12 % of the contrast is left',
    );
    await bench.press('[data-tone="levels"] input[type="checkbox"]');
    await bench.untilVerdict('Lost');
    await bench.press('[data-tone="levels"] input[type="checkbox"]');
    await bench.untilVerdict('Clear');
    expect(one<PhotoLayer>(await bench.document(), 'photo').tone.levels).toEqual({ on: true, black: 10, white: 40 });
    await bench.press('[data-tone="levels"] input[type="checkbox"]');
  });

  it('dragged between its ends, the range of the output levels moves as a whole', async () => {
    await bench.press('[data-tone="levels"] input[type="checkbox"]');
    await bench.type('Black becomes', '60');
    await bench.type('White becomes', '160');
    await bench.drag('[data-both-levels]', 30, 0);
    const { black, white } = one<PhotoLayer>(
      await bench.untilDocument((p) => one<PhotoLayer>(p, 'photo').tone.levels.black > 60, 'they did not move'),
      'photo',
    ).tone.levels;
    expect(white - black).toBe(100);
    await bench.undo();
    await bench.untilDocument((p) => one<PhotoLayer>(p, 'photo').tone.levels.black === 60, 'it was not one step');
    await bench.press('[data-tone="levels"] input[type="checkbox"]');
  });
  it('a curve takes points by click and gives them up when dragged out; greyscale on and off leaves it alone', async () => {
    await bench.press('[data-tone="curve"] input[type="checkbox"]');
    const svg = await bench.find('[data-curve]');
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', svg);
    await driver
      .actions()
      .move({ origin: svg, x: 0, y: 40 })
      .press()
      .move({ origin: Origin.POINTER, x: 0, y: 20, duration: 80 })
      .release()
      .perform();
    const bent = await bench.untilDocument(
      (p) => one<PhotoLayer>(p, 'photo').tone.curve.lightness.length === 3,
      'no point was added',
    );
    const point = one<PhotoLayer>(bent, 'photo').tone.curve.lightness[1];
    expect(point.x).toBeCloseTo(0.5, 1);
    expect(point.y).toBeLessThan(0.35);
    await bench.press('[data-tone="grey"] input[type="checkbox"]');
    await bench.press('[data-tone="grey"] input[type="checkbox"]');
    expect(one<PhotoLayer>(await bench.document(), 'photo').tone.curve.lightness[1]).toEqual(point);
    await bench.drag('[data-point="1"]', -260, 0);
    await bench.untilDocument(
      (p) => one<PhotoLayer>(p, 'photo').tone.curve.lightness.length === 2,
      'the point did not go',
    );
  });
});

describe('colours, gradients and patterns', () => {
  const fill = async (ask: (l: FillLayer) => boolean, what: string): Promise<FillLayer> =>
    one<FillLayer>(
      await bench.untilDocument(
        (p) => layers(p).some((l) => l.kind === 'fill') && ask(one<FillLayer>(p, 'fill')),
        what,
      ),
      'fill',
    );

  it('a gradient is laid, its ends are dragged on the stage, its stops on the bar', async () => {
    await open('ostrel-banner');
    await bench.menu('Add to Backdrop', 'Gradient');
    await fill((l) => l.fill.kind === 'gradient' && l.fill.gradient.line === null, 'no gradient');
    await bench.drag('[data-fill-handle="end of the gradient"]', 40, -60);
    const placed = await fill((l) => l.fill.gradient.line !== null, 'its end was not dragged');
    expect(placed.fill.gradient.line!.to.x).toBeGreaterThan(0.5);
    const bar = await bench.find('[data-gradient-bar]');
    await driver
      .actions()
      .move({ origin: bar, x: 0, y: 0 })
      .press()
      .move({ origin: Origin.POINTER, x: 40, y: 0, duration: 80 })
      .release()
      .perform();
    const three = await fill((l) => l.fill.gradient.stops.length === 3, 'no stop was added');
    expect(three.fill.gradient.stops[1].at).toBeGreaterThan(0.55);
    await bench.press('[aria-label="Reverse"]');
    await fill(
      (l) => Math.abs(l.fill.gradient.stops[1].at - (1 - three.fill.gradient.stops[1].at)) < 1e-6,
      'it was not reversed',
    );
    await bench.press('[aria-label="Spread evenly"]');
    await fill((l) => l.fill.gradient.stops[1].at === 0.5, 'it was not spread');
    await bench.drag('[data-mid="0"]', 20, 0);
    await fill((l) => l.fill.gradient.stops[0].mid > 0.55, 'the midpoint was not moved');
    await bench.drag('[data-stop="1"]', 0, 120);
    await fill((l) => l.fill.gradient.stops.length === 2, 'the stop dragged away is still there');
  });

  it('switching between colour, gradient and pattern loses nothing', async () => {
    const before = await fill(() => true, '');
    for (const kind of ['Colour', 'Pattern', 'Gradient'])
      await driver.findElement(By.xpath(`//label[.//span[text()="${kind}"]]`)).click();
    expect((await fill((l) => l.fill.kind === 'gradient', 'not back')).fill).toEqual(before.fill);
    await driver.findElement(By.xpath('//label[.//span[text()="Pattern"]]')).click();
  });

  it('a tile is looked at before it is chosen; colours stay when it changes', async () => {
    await bench.type('Foreground, hex', '#f2a31b');
    await bench.type('Scale', '150');
    await bench.press('[aria-label="Choose a pattern"]');
    const tile = await bench.find('[data-tile="terrazzo"]');
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', tile);
    await driver.actions().move({ origin: tile }).perform();
    await tile.click();
    const chosen = await fill((l) => l.fill.pattern.tile === 'terrazzo', 'it was not chosen');
    expect(chosen.fill.pattern).toMatchObject({ foreground: '#f2a31b', scale: 1.5 });
    // It stays open for trying another; Esc closes it.
    await bench.find('[data-tile="terrazzo"]');
    await bench.keys(Key.ESCAPE);
    await bench.until(async () => (await driver.findElements(By.css('[data-tile]'))).length === 0, 'it stayed open');
  });

  it('a drawing of one’s own repeats; hostile ones are refused with a reason, and the piece is unharmed', async () => {
    const before = await bench.document();
    const input = await driver.wait(until.elementLocated(By.css('input[data-testid="tile-file"]')), WAIT);
    const said = (words: string): Promise<unknown> =>
      bench.until(
        async () => (await driver.findElements(By.xpath(`//*[contains(text(), "${words}")]`))).length > 0,
        `never said: ${words}`,
      );
    await input.sendKeys(
      file(
        'loop.svg',
        '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="20"><g id="a"><use href="#a"/></g></svg>',
      ),
    );
    await said('refers to itself');
    await input.sendKeys(
      file(
        'million.svg',
        `<svg xmlns="http://www.w3.org/2000/svg" width="20" height="20">${'<path d="M0 0"/>'.repeat(30_000)}</svg>`,
      ),
    );
    await said('more than 20,000 shapes');
    expect(await bench.document()).toEqual(before);
    await input.sendKeys(
      file(
        'own.svg',
        '<svg xmlns="http://www.w3.org/2000/svg" width="30" height="30" onload="alert(1)"><script>alert(2)</script><circle cx="15" cy="15" r="9"/></svg>',
      ),
    );
    const own = await fill((l) => typeof l.fill.pattern.tile !== 'string', 'it was not taken');
    const { asset } = own.fill.pattern.tile as { asset: string };
    const kept = await (await fetch(`${app.address}/api/assets/${asset}`)).text();
    expect(kept).not.toMatch(/script|onload|alert/);
  });

  it('backdrop layers are hidden, ordered by keys, and the paper shows where there is none', async () => {
    const order = async (): Promise<string[]> =>
      layers(await bench.document())
        .filter((l) => l.band === 'backdrop')
        .map((l) => l.kind);
    expect(await order()).toEqual(['photo', 'fill']);
    await bench.find('[data-row][data-selected]');
    await bench.keys('[');
    await bench.until(async () => (await order()).join() === 'fill,photo', 'it was not sent back');
    await (await bench.named('Hide Morning mist')).click();
    await bench.untilDocument((p) => layers(p).some((l) => l.kind === 'photo' && !l.visible), 'it was not hidden');
    await bench.keys(Key.ESCAPE, Key.ESCAPE);
    await bench.type('Paper, seen where nothing covers the slide, hex', '#224466');
    await bench.untilDocument((p) => p.slides[0].paper === '#224466', 'the paper did not change');
    const hex = await bench.find('input[aria-label="Paper, seen where nothing covers the slide, hex"]');
    await hex.sendKeys(Key.chord(Key.CONTROL, 'a'), '#22446g');
    await bench.until(
      async () => (await driver.findElements(By.xpath('//*[contains(text(), "written #rrggbb")]'))).length > 0,
      'nothing was said of the typo',
    );
    await hex.sendKeys(Key.ENTER);
    expect((await bench.document()).slides[0].paper).toBe('#224466');
  });
});

describe('overlays', () => {
  it('a fade lands between picture and text, from the nearest side, in a colour of the photo; its handles set it', async () => {
    await open('ostrel-reopening');
    await bench.menu('Add to Overlays', 'Fade');
    const fade = async (ask: (l: FadeLayer) => boolean, what: string): Promise<FadeLayer> =>
      one<FadeLayer>(
        await bench.untilDocument(
          (p) => layers(p).some((l) => l.kind === 'fade') && ask(one<FadeLayer>(p, 'fade')),
          what,
        ),
        'fade',
      );
    const first = await fade(() => true, 'no fade');
    expect(first).toMatchObject({ band: 'overlays', blend: 'normal', angle: 270 });
    expect(first.colour).not.toBe('#000000');
    await bench.drag('[data-fill-handle="end of the solid part"]', 0, -70);
    const solid = await fade((l) => l.solid > 0.08, 'the solid part was not dragged');
    expect(solid.angle).toBe(270);
    await bench.drag('[data-fill-handle="end of the fade"]', 0, 60);
    await fade((l) => l.reach < first.reach, 'the reach was not dragged');
    await driver.findElement(By.xpath('//label[.//span[text()="Vignette"]]')).click();
    await fade((l) => l.shape === 'vignette', 'no vignette');
    await driver.findElement(By.xpath('//label[.//span[text()="From a side"]]')).click();
    await bench.press('[aria-label="From the left"]');
    await fade((l) => l.angle === 0, 'it does not come from the left');
  });

  it('Just enough sets how far it reaches, and the text is Clear', async () => {
    await bench.press('[aria-label="From below"]');
    await bench.type('Solid to', '20');
    await bench.type('Strength', '95');
    await bench.reading('Chart');
    await bench.choose('How far it reaches');
    const before = one<FadeLayer>(await bench.document(), 'fade').reach;
    await bench.justEnough();
    const { reach } = one<FadeLayer>(
      await bench.untilDocument((p) => one<FadeLayer>(p, 'fade').reach !== before, 'its reach was not set'),
      'fade',
    );
    await bench.untilVerdict('Clear');
    await bench.type('Gone at', String(Math.round(reach * 100) - 1));
    await bench.untilVerdict('Strained');
    await bench.undo();
    await bench.untilVerdict('Clear');
    await bench.keys(Key.ESCAPE);
    await bench.selectRow('Fade');
    await bench.keys(Key.DELETE);
    await bench.untilVerdict('Lost');
  });

  it('a plate lies behind the texts and goes where they go; Just enough finds its opacity', async () => {
    await bench.menu('Add to Overlays', 'Plate');
    const plate = one<PlateLayer>(
      await bench.untilDocument((p) => layers(p).some((l) => l.kind === 'plate'), 'no plate'),
      'plate',
    );
    expect(plate.follows.sort()).toEqual(['headline', 'kicker']);
    const where = async () => (await bench.find(`[data-layer="${plate.id}"]`)).getRect();
    const before = await where();
    await bench.selectRow('Headline');
    await bench.chord(Key.SHIFT, Key.ARROW_DOWN, Key.ARROW_DOWN, Key.ARROW_DOWN, Key.ARROW_DOWN);
    await bench.until(async () => (await where()).height > before.height + 10, 'the plate did not follow');
    await bench.undo();
    await bench.selectRow('Plate');
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    await bench.type('Corner radius', '40');
    await bench.unfold('Stroke');
    await driver.wait(until.elementIsVisible(await bench.find('input[aria-label="Stroke colour, hex"]')), WAIT);
    await bench.type('Stroke width', '6');
    const done = one<PlateLayer>(
      await bench.untilDocument((p) => one<PlateLayer>(p, 'plate').stroke.width === 6, 'no stroke'),
      'plate',
    );
    expect(done.radius).toEqual([40, 40, 40, 40]);
    await bench.press('[data-row][data-selected]');
    await bench.keys(Key.DELETE);
  });

  it('two colours over the picture are a treatment like any: added, solved, coloured', async () => {
    const wash = async (ask: (l: WashLayer) => boolean, what: string): Promise<WashLayer> =>
      one<WashLayer>(
        await bench.untilDocument(
          (p) => layers(p).some((l) => l.kind === 'wash') && ask(one<WashLayer>(p, 'wash')),
          what,
        ),
        'wash',
      );
    await bench.menu('Add to Overlays', 'Two colours');
    const begun = await wash(() => true, 'none was added');
    expect(begun).toMatchObject({ band: 'overlays', fill: { kind: 'gradient' } });
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    const solved = await wash((l) => l.opacity !== begun.opacity, 'its strength stayed');
    expect(solved.opacity).toBeGreaterThan(0);
    // Its ends lie on the stage, as those of any gradient.
    await bench.find('[data-fill-handle="end of the gradient"]');
    await bench.undo();
    await bench.undo();
    await bench.untilDocument((p) => !layers(p).some((l) => l.kind === 'wash'), 'it was not undone');
  });

  it('a pool and a border are added and set', async () => {
    await bench.menu('Add to Overlays', 'Pool');
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    await bench.type('Feather', '60');
    await bench.untilDocument((p) => one<PoolLayer>(p, 'pool')?.feather === 60, 'the feather was not set');
    await bench.menu('Add to Overlays', 'Border');
    await bench.type('Inset', '50');
    await driver.findElement(By.xpath('//label[contains(., "Double")]')).click();
    const border = one<BorderLayer>(
      await bench.untilDocument((p) => (one<BorderLayer>(p, 'border')?.gap ?? 0) > 0, 'no double border'),
      'border',
    );
    expect(border.inset).toBe(50);
    await bench.keys(Key.DELETE);
  });

  it('a blend mode under the pointer shows itself, with its reading, and is gone again when it is not taken', async () => {
    await bench.selectRow('Pool');
    const ratio = await bench.ratio();
    const stored = await bench.document();
    const screen = await bench.inMenu('[aria-label^="Blend mode"]', '[data-blend="screen"]');
    await driver.actions().move({ origin: screen }).perform();
    await bench.until(async () => (await bench.ratio()) < ratio - 1, 'the mode was not shown');
    await bench.keys(Key.ESCAPE);
    await bench.until(async () => (await bench.ratio()) === ratio, 'the mode stayed');
    expect(await bench.document()).toEqual(stored);
    await bench.fromMenu('[aria-label^="Blend mode"]', '[data-blend="multiply"]');
    await bench.untilDocument((p) => one<PoolLayer>(p, 'pool').blend === 'multiply', 'it was not taken');
  });
});

describe('swatches and looks', () => {
  it('a colour kept as a swatch is linked; changed once, all that is linked follows, and unlinking keeps the look', async () => {
    await open('ostrel-autumn-walks');
    await bench.selectRow('Headline');
    await (await bench.find('[aria-label^="Colour: #"]')).click();
    await bench.press('[aria-label="Link to Amber"]');
    await bench.keys(Key.ESCAPE);
    await bench.selectRow('Line');
    await (await bench.find('[aria-label^="Colour: #"]')).click();
    await bench.press('[aria-label="Link to Amber"]');
    // Typed in another model: the swatch changes, and both texts with it.
    await driver.findElement(By.xpath('//label[.//span[text()="HSL"]]')).click();
    await bench.type('Hue', '120');
    await bench.type('Saturation', '100');
    await bench.type('Lightness', '50');
    const p = await bench.untilDocument(
      (q) => q.swatches.find((s) => s.id === 'amber')?.colour === '#00ff00',
      'the swatch did not change',
    );
    for (const id of ['headline', 'line'])
      expect((layers(p).find((l) => l.id === id) as TextLayer).fill.colour).toEqual({ swatch: 'amber' });
    // A house swatch is the campaign's: another piece has it too.
    await bench.until(
      async () =>
        (
          (await (await fetch(`${app.address}/api/pieces/ostrel-evening`)).json()) as { piece: Piece }
        ).piece.swatches.find((s) => s.id === 'amber')?.colour === '#00ff00',
      'the campaign did not follow',
    );
    await (await bench.named('Unlink from Amber')).click();
    await bench.untilDocument(
      (q) => (layers(q).find((l) => l.id === 'line') as TextLayer).fill.colour === '#00ff00',
      'it was not unlinked',
    );
    await bench.keys(Key.ESCAPE);
    for (let i = 0; i < 4; i++) await bench.undo();
  });

  it('a colour says how it stands against the selected text', async () => {
    await open('ostrel-autumn-walks');
    await bench.selectRow('Plate');
    await bench.press('[aria-label^="Fill: #"]');
    const p = await bench.document();
    const plain = (l: PlateLayer | TextLayer): string =>
      typeof l.fill.colour === 'string'
        ? l.fill.colour
        : p.swatches.find((s) => s.id === (l.fill.colour as { swatch: string }).swatch)!.colour!;
    const ratio = contrastOfHex(plain(one(p, 'plate')), plain(layers(p).find((l) => l.id === 'line') as TextLayer));
    expect(await (await bench.find('[data-testid="colour-contrast"]')).getText()).toBe(
      `${ratio.toFixed(1)} against Six walks from six platfo…`,
    );
    await bench.keys(Key.ESCAPE);
  });

  it('a look is copied and laid on another layer, in part', async () => {
    const look = async (row: string, item: string): Promise<void> => {
      await bench.selectRow(row);
      await (await bench.find('[data-row][data-selected] [aria-label^="More for"]')).click();
      await (
        await driver.wait(
          until.elementLocated(By.xpath(`//*[@role="menuitem"][normalize-space(.)="${item}"]`)),
          WAIT,
          `no ${item}`,
        )
      ).click();
    };
    await look('Headline', 'Copy look');
    await look('Line', 'Only its type');
    const p = await bench.untilDocument(
      (q) => (layers(q).find((l) => l.id === 'line') as TextLayer).font.family === 'Zilla Slab',
      'the type was not laid on',
    );
    expect((layers(p).find((l) => l.id === 'line') as TextLayer).text).toContain('Six walks');
    await bench.undo();
  });

  it('a gradient becomes a swatch; text and overlay share it', async () => {
    await bench.selectRow('Headline');
    await driver.findElement(By.xpath('//label[.//span[text()="Gradient"]]')).click();
    await bench.fromMenu('[aria-label="Presets and swatches"]', '[role="menuitem"][data-swatch="dawn"]');
    await bench.keys(Key.ESCAPE);
    await bench.untilDocument(
      (q) => (layers(q).find((l) => l.id === 'headline') as TextLayer).fill.gradientSwatch === 'dawn',
      'it was not linked',
    );
    const fillIn = (q: Piece): TextLayer['fill'] => (layers(q).find((l) => l.id === 'headline') as TextLayer).fill,
      dawnIn = (q: Piece) => q.swatches.find((s) => s.id === 'dawn')!.gradient!;
    const before = dawnIn(await bench.document());
    // How it lies is this text's own; its colours are everybody's.
    await bench.press('[aria-label="Reverse"]');
    const p = await bench.untilDocument((q) => fillIn(q).gradientLie?.reversed === true, 'it was not reversed');
    expect(dawnIn(p)).toEqual(before);
    await bench.type('Stop 1, hex', '#102030');
    const q = await bench.untilDocument(
      (d) => dawnIn(d).stops.at(-1)!.colour === '#102030',
      'the swatch did not change at the end where the others have it',
    );
    expect(fillIn(q).gradientSwatch).toBe('dawn');
    await bench.click('Lie as Dawn does');
    await bench.untilDocument((d) => fillIn(d).gradientLie === null, 'it lies on its own still');
  });

  it('leaves no errors in the page but those of refused files', async () => {
    expect((await bench.errors()).filter((e) => !/status of 4(13|15|22)/.test(e))).toEqual([]);
  });
});
