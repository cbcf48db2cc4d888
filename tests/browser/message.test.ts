// Message and arrangement, driven as a designer drives them: parts of texts, frames, backing, shadows, logos, shapes,
// masks, groups, order, alignment, aids, fonts; and a designer's run from an empty banner to a picture.
import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { By, Key, Origin, until, type WebDriver } from 'selenium-webdriver';
import type { Box } from '../../src/core/ground/box';
import type { Layer } from '../../src/core/kinds/layers';
import type { PhotoLayer } from '../../src/core/kinds/photo';
import type { PlateLayer } from '../../src/core/kinds/plate';
import type { ShapeLayer } from '../../src/core/kinds/shape';
import type { TextLayer } from '../../src/core/kinds/text';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { type BenchPage, WAIT } from './bench-page';
import { folderFor, wholeFiles } from './folders';
import { inSession } from './session';

let app: Application;
let driver: WebDriver;
let bench: BenchPage;
let downloads: string;

inSession((s) => void ({ app, driver, bench, downloads } = s));

const folder = folderFor('message');
const file = (name: string, content: string): string => {
  writeFileSync(join(folder, name), content);
  return join(folder, name);
};
const layers = (p: Piece): Layer[] => p.slides[0].layers;
const byId = <L extends Layer>(p: Piece, id: string): L => layers(p).find((l) => l.id === id) as L;
const last = <L extends Layer>(p: Piece, kind: string): L => layers(p).findLast((l) => l.kind === kind) as L;
const open = (id: string): Promise<void> => bench.open(app.address, id);
const text = async (id: string, ask: (l: TextLayer) => boolean, what: string): Promise<TextLayer> =>
  byId<TextLayer>(await bench.untilDocument((p) => ask(byId<TextLayer>(p, id)), what), id);
const label = (words: string): Promise<void> => bench.choose(words);
const toggle = (words: string): Promise<void> => bench.toggle(words);
const unfold = (name: string): Promise<void> => bench.unfold(name);
/** Goes into a text by double click and marks everything. */
const into = async (id: string): Promise<void> => {
  // On a machine that is busy two presses may lie too far apart to be one double click.
  await bench.until(async () => {
    const open = async (): Promise<boolean> =>
      (await driver.findElements(By.css('textarea[aria-label="Text"]'))).length > 0;
    if (await open()) return true;
    await driver
      .actions()
      .doubleClick(await bench.find(`[data-layer="${id}"]`))
      .perform();
    return driver.wait(open, 3000).catch(() => false);
  }, 'the text was never opened');
  const area = await bench.find('textarea[aria-label="Text"]');
  await bench.until(
    async () =>
      (await driver.executeScript(
        'return document.activeElement === arguments[0] && arguments[0].selectionEnd > 0',
        area,
      )) as boolean,
    'the text never took the focus',
  );
};
/** Marks `count` words from the beginning, Ctrl and Shift held. */
const markWords = async (count: number): Promise<void> => {
  await bench.chord(Key.CONTROL, Key.HOME);
  await driver
    .actions()
    .keyDown(Key.CONTROL)
    .keyDown(Key.SHIFT)
    .sendKeys(...Array.from({ length: count }, () => Key.ARROW_RIGHT))
    .keyUp(Key.SHIFT)
    .keyUp(Key.CONTROL)
    .perform();
  await bench.find('[data-testid="marked"]');
};
const out = async (): Promise<void> => {
  await bench.keys(Key.ESCAPE);
  await bench.until(
    async () => (await driver.findElements(By.css('textarea[aria-label="Text"]'))).length === 0,
    'still in the text',
  );
};
const centre = (b: Box): { x: number; y: number } => ({ x: b.x + b.width / 2, y: b.y + b.height / 2 });

describe('a text with parts', () => {
  it('one word gets a colour, a weight and a size of its own; the rest stays', async () => {
    await open('ostrel-reopening');
    await into('headline');
    await markWords(1);
    await bench.type('Colour, hex', '#f2a31b');
    await bench.type('Size', '150');
    await bench.press('[aria-label="Bold"]');
    const l = await text('headline', (t) => t.spans[0]?.look.font?.weight === 400, 'the word was not set');
    expect(l.spans).toHaveLength(1);
    expect(l.text.slice(l.spans[0].start, l.spans[0].end).trim()).toBe('Slow');
    expect(l.spans[0].look).toMatchObject({ fontSize: 150, fill: { kind: 'colour', colour: '#f2a31b' } });
    expect(l.fontSize).toBe(118);
    await bench.click('Like the rest');
    await text('headline', (t) => t.spans.length === 0, 'the part was not made plain');
    await bench.undo();
    await text('headline', (t) => t.spans.length === 1, 'not undone');
  });

  it('what is typed within a part belongs to it; a part goes by the clipboard with its looks', async () => {
    await bench.chord(Key.CONTROL, Key.HOME);
    await bench.keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT, 'xx');
    const typed = await text('headline', (t) => t.text.startsWith('Slxxow'), 'nothing was typed');
    expect(typed.spans[0].end - typed.spans[0].start).toBeGreaterThanOrEqual(6);
    await bench.keys(Key.BACK_SPACE, Key.BACK_SPACE);
    await markWords(1);
    await bench.chord(Key.CONTROL, 'c');
    await bench.chord(Key.CONTROL, Key.END);
    await bench.chord(Key.CONTROL, 'v');
    const pasted = await text('headline', (t) => t.spans.length === 2, 'the looks did not come along');
    expect(pasted.spans[1].look).toEqual(pasted.spans[0].look);
    await bench.undo();
    await out();
  });

  it('keys mark word, line and all; Ctrl I and U set what is marked', async () => {
    await into('headline');
    await markWords(1);
    await bench.chord(Key.CONTROL, 'u');
    await text('headline', (t) => t.spans.some((s) => s.look.underline), 'it was not underlined');
    await bench.chord(Key.CONTROL, 'u');
    await text('headline', (t) => !t.spans.some((s) => s.look.underline), 'it is still underlined');
    // Three clicks mark the line; a machine that is slow to click does it again, from another place on.
    const headline = await bench.find('[data-layer="headline"]'),
      marked = async (): Promise<number> =>
        (await driver.executeScript(
          'const a = document.querySelector(\'textarea[aria-label="Text"]\'); return a.selectionEnd - a.selectionStart',
        )) as number;
    await bench.until(async () => {
      const at = (x: number, y: number) => driver.actions().move({ origin: headline, x, y });
      await at(0, 40).click().perform();
      await at(-200, -40).click().click().click().perform();
      return (await marked()) === 'Slow trains,'.length;
    }, 'the line was not marked');
    await out();
    await bench.undo();
    await bench.undo();
  });

  it('lists, quotes and pairs, balanced lines', async () => {
    await bench.selectRow('Headline');
    await unfold('Case, highlight, lists');
    await bench.press('input[aria-label="List"]');
    await bench.take('//*[@role="option"][.="Bullets"]');
    await text('headline', (t) => t.list === 'bullets', 'no list');
    await bench.undo();
    await unfold('Box and lines');
    await toggle('Balanced lines');
    await text('headline', (t) => t.balance, 'not balanced');
    await bench.undo();
    await into('headline');
    await bench.chord(Key.CONTROL, 'a');
    await bench.keys('"Slow" trains...');
    await out();
    await unfold('Case, highlight, lists');
    await bench.click('Set quotes and pairs');
    await text('headline', (t) => t.text === '“Slow” trains…', 'the quotes stayed straight');
    await bench.undo();
    await bench.undo();
  });
});

describe('the box', () => {
  it('one line becomes a frame and back without a change of look', async () => {
    await open('ostrel-cab-ride');
    const picture = async (): Promise<string> =>
      createHash('sha256')
        .update(
          Buffer.from(await (await fetch(`${app.address}/api/pieces/ostrel-cab-ride/render?scale=0.5`)).arrayBuffer()),
        )
        .digest('hex');
    const before = await picture();
    await bench.selectRow('38 minutes');
    await unfold('Box and lines');
    await label('Frame, wraps');
    await text('three', (t) => t.frame === 'frame', 'no frame');
    await bench.untilSaved();
    expect(await picture()).toBe(before);
    await label('One line');
    await text('three', (t) => t.frame === 'line', 'no line');
    await bench.untilSaved();
    expect(await picture()).toBe(before);
  });

  it('text fits frame, frame fits text; what does not fit is marked on stage, in the stack and in hand over', async () => {
    await open('ostrel-reopening');
    await bench.selectRow('Headline');
    await unfold('Box and lines');
    await label('Neither');
    await bench.drag('[data-handle="bottom"]', 0, -90);
    await bench.until(
      async () =>
        (await driver.findElement(By.css('[data-overlay]')).getText()).includes('More text than the frame holds'),
      'not marked on the stage',
    );
    await bench.find('[data-row] [data-warning]');
    await bench.click('Hand over');
    await bench.until(
      async () =>
        (await driver.findElements(By.xpath('//*[contains(., "More text than the frame holds")]'))).length > 0,
      'not said in hand over',
    );
    await bench.keys(Key.ESCAPE);
    await label('Text fits frame');
    await text('headline', (t) => t.fit !== null, 'it does not fit itself');
    await bench.until(
      async () => (await driver.findElements(By.css('[data-row] [data-warning]'))).length === 0,
      'still too much',
    );
    const size = async (): Promise<number> =>
      parseFloat((await (await bench.find('input[aria-label="Size"]')).getAttribute('value'))!);
    expect(await size()).toBeLessThan(118);
    await label('Frame fits text');
    const back = await text('headline', (t) => t.grow && t.fit === null, 'the frame does not grow');
    // What was found stays.
    expect(back.fontSize).toBeLessThan(118);
    for (let i = 0; i < 4; i++) await bench.undo();
    await text('headline', (t) => t.fontSize === 118 && t.box.height === 248, 'not undone');
  });

  it('the frame has a look, padding and a place for its text by ink', async () => {
    await bench.selectRow('Season');
    await bench.flip('The frame has a look of its own');
    const framed = await text('kicker', (t) => t.panel !== null, 'no frame look');
    expect(framed.padding.top).toBeGreaterThan(5);
    await bench.type('Corner radius', '20');
    await bench.type('Fill opacity', '80');
    await text('kicker', (t) => t.panel?.radius[0] === 20 && t.panel.opacity === 0.8, 'the frame was not set');
    await unfold('Box and lines');
    await toggle('By its ink');
    await text('kicker', (t) => t.placedBy === 'ink', 'not by its ink');
    await bench.untilVerdict('Clear');
  });

  it('a backing hugs the lines and is measured; shadow and glow go with it', async () => {
    await open('ostrel-reopening');
    await bench.selectRow('Headline');
    await bench.flip('Backing: a box that hugs each line');
    await bench.untilVerdict('Clear');
    await bench.type('Above, below', '45');
    await text('headline', (t) => t.backing?.on === true && t.backing.padY === 0.45, 'no backing');
    // The frame of what is selected shows it, beyond the letters.
    await bench.until(
      async () =>
        (await (await bench.find('[data-frame="headline"] [data-backing-frame]')).getRect()).y <
        (await (await bench.find('[data-frame="headline"]')).getRect()).y - 4,
      'the frame does not show the backing',
    );
    await unfold('Shadow and glow');
    await bench.press('[aria-label="Add glow"]');
    await bench.press('[aria-label="Add contact"]');
    const thrown = await text('headline', (t) => t.shadows.length === 2, 'no shadows');
    expect(thrown.shadows.map((s) => s.kind)).toEqual(['drop', 'contact']);
    await bench.press('[aria-label="Remove contact shadow 2"]');
    await bench.type('Distance', '20');
    const moved = await text(
      'headline',
      (t) => t.shadows.length === 1 && Math.abs(Math.hypot(t.shadows[0].x, t.shadows[0].y) - 20) < 0.2,
      'the shadow was not moved',
    );
    expect(moved.shadows[0].y).toBeCloseTo(20, 0);
    await unfold('Outline of letters');
    await bench.type('Stroke width', '3');
    await text('headline', (t) => t.outline.width === 3 && t.outline.place === 'outside', 'no outline');
    for (let i = 0; i < 6; i++) await bench.undo();
  });
});

describe('logos, pictures and shapes', () => {
  const mark = file(
    'mark.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="80" height="40"><path d="M0 40L40 0L80 40Z" fill="#224466"/></svg>',
  );

  it('a logo is laid among the texts, takes one colour, throws a shadow and is cut by a mask', async () => {
    await open('ostrel-hero');
    await (await driver.wait(until.elementLocated(By.css('[data-testid="logo-file"]')), WAIT)).sendKeys(mark);
    const laid = last<PhotoLayer>(
      await bench.untilDocument((p) => last(p, 'photo').band === 'message', 'no logo'),
      'photo',
    );
    expect(laid.box.width / laid.box.height).toBeCloseTo(2, 1);
    await unfold('One colour');
    await toggle('Show it in one colour');
    await bench.type('Colour of the picture, hex', '#f2a31b');
    await unfold('Shadow and glow');
    await bench.press('[aria-label="Add shadow"]');
    await unfold('Mask');
    await bench.press('input[aria-label="Mask"]');
    await bench.take('//*[@role="option"][.="Ellipse"]');
    const done = last<PhotoLayer>(
      await bench.untilDocument((p) => last<PhotoLayer>(p, 'photo').mask?.form === 'ellipse', 'no mask'),
      'photo',
    );
    expect(done).toMatchObject({ oneColour: '#f2a31b', fit: 'cover' });
    expect(done.shadows).toHaveLength(1);
    // Within its mask the picture is moved after a double click.
    await bench.type('Zoom', '200');
    await bench.until(async () => {
      await driver
        .actions()
        .doubleClick(await bench.find(`[data-layer="${done.id}"]`))
        .perform();
      const within = async (): Promise<boolean> => (await driver.findElements(By.css('[data-inside]'))).length > 0;
      // On a busy machine the presses may lie too far apart for one.
      return driver.wait(within, 3000).catch(() => false);
    }, 'the double click did not go into the picture');
    await bench.drag(`[data-layer="${done.id}"]`, 25, 0);
    const panned = await bench.untilDocument(
      (p) => last<PhotoLayer>(p, 'photo').focus.x !== done.focus.x,
      'the picture was not moved in its mask',
    );
    expect(last<PhotoLayer>(panned, 'photo').box).toEqual(done.box);
    await bench.keys(Key.ESCAPE, Key.ESCAPE);
  });

  it('shapes land below the texts; a blob can be another one; an outline comes from SVG', async () => {
    await bench.menu('Add to Message', 'Blob');
    const blob = last<ShapeLayer>(
      await bench.untilDocument((p) => layers(p).some((l) => l.kind === 'shape'), 'no blob'),
      'shape',
    );
    const order = layers(await bench.document()).map((l) => l.kind);
    expect(order.indexOf('shape')).toBeLessThan(order.indexOf('text'));
    await bench.click('Another one');
    await bench.untilDocument((p) => byId<ShapeLayer>(p, blob.id).shape.seed !== blob.shape.seed, 'it is the same');
    await bench.press('input[aria-label="Form"]');
    await bench.take('//*[@role="option"][.="Star"]');
    await bench.type('Points', '7');
    await bench.untilDocument(
      (p) => byId<ShapeLayer>(p, blob.id).shape.form === 'star' && byId<ShapeLayer>(p, blob.id).shape.points === 7,
      'no star of seven points',
    );
    await (await driver.wait(until.elementLocated(By.css('[data-testid="drawing-file"]')), WAIT)).sendKeys(mark);
    const drawn = last<ShapeLayer>(
      await bench.untilDocument(
        (p) => layers(p).some((l) => l.kind === 'shape' && l.shape.form === 'path'),
        'no drawn shape',
      ),
      'shape',
    );
    expect(
      layers(await bench.document()).some((l) => l.kind === 'shape' && l.shape.path?.d === 'M0 40L40 0L80 40Z'),
    ).toBe(true);
    expect(drawn.band).toBe('message');
    // A drawing without a plain outline is refused with a reason, and costs nothing.
    const before = await bench.document();
    await (
      await driver.findElement(By.css('[data-testid="drawing-file"]'))
    ).sendKeys(file('shaded.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text>a</text></svg>'));
    await bench.until(
      async () => (await driver.findElements(By.xpath('//*[contains(., "no outline to use")]'))).length > 0,
      'nothing was said',
    );
    expect(await bench.document()).toEqual(before);
  });
});

describe('arranging', () => {
  const boxes = async (...ids: string[]): Promise<Box[]> => {
    const p = await bench.document();
    return ids.map((id) => byId(p, id).box);
  };

  beforeAll(async () => {
    await open('ostrel-tickets');
  });

  it('a mark has a reading of its own: its outline against what lies behind it', async () => {
    await bench.selectRow('Ostrel Line mark');
    const said = async (): Promise<string> => (await bench.find('[data-mark]')).getText();
    await bench.until(async () => /Its outline reads \d+\.\d+ of 3\.0/.test(await said()), 'it has no reading');
    await bench.keys(Key.ESCAPE);
    await bench.until(
      async () => (await driver.findElements(By.css('[data-mark]'))).length === 0,
      'it is still said of nothing',
    );
  });

  it('a box drawn over the stage selects what it touches; Shift adds and takes away', async () => {
    const stage = await bench.find('[data-overlay]'),
      r = await stage.getRect();
    // Over the water, left of the prices and below them.
    await driver
      .actions()
      .move({ origin: stage, x: -Math.round(r.width * 0.48), y: Math.round(r.height * 0.12) })
      .press()
      .move({ origin: Origin.POINTER, x: Math.round(r.width * 0.2), y: Math.round(r.height * 0.34), duration: 120 })
      .release()
      .perform();
    const chosen = async (): Promise<string[]> =>
      Promise.all(
        (await driver.findElements(By.css('[data-row][data-selected]'))).map(
          (e) => e.getAttribute('data-row') as Promise<string>,
        ),
      );
    await bench.until(
      async () => (await chosen()).sort().join() === 'day,family,single',
      `the box selected ${(await chosen()).join()}`,
    );
    await driver
      .actions()
      .keyDown(Key.SHIFT)
      .click(await bench.find('[data-layer="mark"]'))
      .keyUp(Key.SHIFT)
      .perform();
    await bench.until(async () => (await chosen()).includes('mark'), 'Shift did not add');
    await driver
      .actions()
      .keyDown(Key.SHIFT)
      .click(await bench.find('[data-layer="mark"]'))
      .keyUp(Key.SHIFT)
      .perform();
    await bench.until(async () => !(await chosen()).includes('mark'), 'Shift did not take away');
  });

  it('several are aligned to each other and given equal gaps, in one undo step each', async () => {
    const before = await boxes('single', 'day', 'family');
    await bench.press('[aria-label="Align middles across"]');
    await bench.until(
      async () => JSON.stringify(await boxes('single', 'day', 'family')) !== JSON.stringify(before),
      'nothing was aligned',
    );
    await bench.undo();
    await bench.until(
      async () => JSON.stringify(await boxes('single', 'day', 'family')) === JSON.stringify(before),
      'not undone in one step',
    );
    await bench.type('Gap down', '50');
    await bench.until(async () => (await boxes('day'))[0].y !== before[1].y, 'no gaps');
    await bench.undo();
    await bench.press('[aria-label="Equal gaps down"]');
    const b = await boxes('single', 'day', 'family');
    expect(b[1].y - b[0].y).toBeCloseTo(b[2].y - b[1].y, 3);
  });

  it('groups move as one, are entered by double click and left by Esc, lie in the stack, and can be taken apart', async () => {
    await bench.chord(Key.CONTROL, 'g');
    const [group] = (await bench.untilDocument((p) => p.slides[0].groups.length === 1, 'no group')).slides[0].groups;
    await bench.find(`[data-group="${group.id}"]`);
    await bench.keys(Key.ESCAPE);
    const before = await boxes('single', 'family');
    await bench.drag('[data-layer="day"]', 0, -20);
    await bench.until(
      async () => (await boxes('single'))[0].y < before[0].y - 20 && (await boxes('family'))[0].y < before[1].y - 20,
      'the group did not move as one',
    );
    await bench.undo();
    await driver
      .actions()
      .doubleClick(await bench.find('[data-layer="day"]'))
      .perform();
    await bench.find(`[data-entered="${group.id}"]`);
    expect(await driver.findElements(By.css('[data-row][data-selected]'))).toHaveLength(1);
    await bench.keys(Key.ESCAPE);
    await bench.until(
      async () => (await driver.findElements(By.css('[data-row][data-selected]'))).length === 3,
      'the group is not selected whole',
    );
    await driver
      .actions()
      .keyDown(Key.CONTROL)
      .keyDown(Key.SHIFT)
      .sendKeys('g')
      .keyUp(Key.SHIFT)
      .keyUp(Key.CONTROL)
      .perform();
    await bench.untilDocument(
      (p) => p.slides[0].groups.length === 0 && layers(p).every((l) => l.group === null),
      'still a group',
    );
  });

  it('scaled together, type grows with its place; from a corner in proportion', async () => {
    const before = await bench.document();
    await bench.drag('[data-together] [data-handle="bottom right"]', 60, 40);
    const after = await bench.untilDocument(
      (p) => byId<TextLayer>(p, 'family').fontSize > byId<TextLayer>(before, 'family').fontSize + 2,
      'the type did not grow',
    );
    const k = byId<TextLayer>(after, 'family').fontSize / byId<TextLayer>(before, 'family').fontSize;
    expect(byId<TextLayer>(after, 'single').fontSize / byId<TextLayer>(before, 'single').fontSize).toBeCloseTo(k, 3);
    await bench.undo();
  });

  it('Alt drags a copy; keys bring to front and back within the band; Page Down goes on, Tab leaves the stage', async () => {
    await bench.keys(Key.ESCAPE);
    const count = layers(await bench.document()).length,
      [mark] = await boxes('mark');
    await driver
      .actions()
      .keyDown(Key.ALT)
      .move({ origin: await bench.find('[data-layer="mark"]') })
      .press()
      .move({ origin: Origin.POINTER, x: -60, y: -90, duration: 150 })
      .release()
      .keyUp(Key.ALT)
      .perform();
    const p = await bench.untilDocument((q) => layers(q).length === count + 1, 'no copy');
    expect(byId(p, 'mark').box).toEqual(mark);
    await bench.undo();
    await bench.untilDocument((q) => layers(q).length === count, 'the copy is still there');
    await bench.selectRow('Ostrel Line mark');
    await bench.keys('{');
    await bench.untilDocument(
      (q) => layers(q).filter((l) => l.band === 'message')[0].id === 'mark',
      'not at the back of its band',
    );
    await bench.keys('}');
    await bench.untilDocument((q) => layers(q).at(-1)!.id === 'mark', 'not in front');
    await driver.executeScript('document.querySelector(\'[data-layer="mark"]\').focus()');
    const chosen = async (): Promise<string | null> =>
      (await bench.find('[data-row][data-selected]')).getAttribute('data-row');
    await bench.keys(Key.PAGE_DOWN);
    await bench.until(async () => (await chosen()) !== 'mark', 'Page Down did not go on');
    const below = await chosen();
    const focused = (): Promise<string | null> =>
      driver.executeScript(
        'return document.activeElement.closest("[data-overlay]") && document.activeElement.dataset.layer',
      );
    expect(await focused()).toBe(below);
    await bench.keys(Key.PAGE_UP);
    await bench.until(async () => (await chosen()) === 'mark', 'Page Up did not go back');
    await bench.keys(Key.TAB);
    expect(await focused()).toBeNull();
    expect(await chosen()).toBe('mark');
    await bench.chord(Key.SHIFT, Key.TAB);
    expect(await focused()).toBe('mark');
  });

  it('distances and equal gaps are written while dragging; guides and grid are shown on request, zones where there are some', async () => {
    await driver
      .actions()
      .move({ origin: await bench.find('[data-layer="headline"]') })
      .press()
      .move({ origin: Origin.POINTER, x: 30, y: 50, duration: 120 })
      .perform();
    expect(Number(await (await bench.find('[data-distances]')).getAttribute('data-distances'))).toBeGreaterThan(1);
    // Drawn with the picture: the frame where the text is now, while the elements over it stand still.
    const drawn = (): Promise<{ top: number; blue: number; width: number }> =>
      driver.executeScript(`
        const over = document.querySelector('[data-marks] canvas'), at = over.getBoundingClientRect(),
          copy = Object.assign(document.createElement('canvas'), { width: over.width, height: over.height }),
          c = copy.getContext('2d');
        c.drawImage(over, 0, 0);
        const { data, width } = c.getImageData(0, 0, copy.width, copy.height);
        let blue = 0, top = -1;
        for (let i = 0; i < data.length; i += 4)
          if (data[i] === 0x23 && data[i + 1] === 0x46 && data[i + 2] === 0x90 && data[i + 3] === 255) {
            blue++;
            if (top < 0) top = at.top + Math.floor(i / 4 / width) / devicePixelRatio;
          }
        return { top, blue, width };`);
    const frame = await bench.find('[data-frame="headline"]'),
      before = await frame.getRect();
    await bench.until(async () => (await drawn()).blue > before.width, 'no frame is drawn');
    expect(await frame.getCssValue('visibility')).toBe('hidden');
    const { top } = await drawn();
    expect(top - before.y).toBeGreaterThan(30);
    await driver.actions().release().perform();
    await bench.until(async () => (await drawn()).width === 1, 'the marks stay');
    expect(await driver.findElements({ css: '[data-distances]' })).toHaveLength(0);
    const after = await (await bench.find('[data-frame="headline"]')).getRect();
    expect(Math.abs(after.y - 2 - top)).toBeLessThan(2);
    await bench.undo();
    await bench.click('Aids');
    for (const aid of ['rulers', 'grid']) await bench.press(`input[data-aid="${aid}"], [data-aid="${aid}"] input`);
    await bench.keys(Key.ESCAPE);
    await bench.find('[data-grid="20"]');
    const stage = await bench.find('[data-overlay]'),
      ruler = await bench.find('[data-ruler="x"]'),
      r = await stage.getRect();
    await driver
      .actions()
      .move({ origin: ruler })
      .press()
      .move({ origin: stage, x: -Math.round(r.width * 0.25), y: 0, duration: 150 })
      .release()
      .perform();
    const p = await bench.untilDocument((q) => q.slides[0].guides.length === 1, 'no guide');
    expect(p.slides[0].guides[0].axis).toBe('x');
    expect(p.slides[0].guides[0].at).toBeGreaterThan(200);
    // Dragged off the slide it is gone.
    const rulerBox = await ruler.getRect();
    await driver
      .actions()
      .move({ origin: await bench.find('[data-guide="x"]'), x: 0, y: 200 })
      .press()
      .move({ x: Math.round(rulerBox.x + 4), y: Math.round(rulerBox.y + 300), duration: 150 })
      .release()
      .perform();
    await bench.untilDocument((q) => q.slides[0].guides.length === 0, 'the guide is still there');
    await open('ostrel-banner');
    await bench.find('[data-zone="Portrait"]');
    await bench.selectRow('Line');
    await unfold('Place and size');
    await bench.type('X', '60');
    await bench.type('Y', '300');
    await bench.type('Width', '300');
    await bench.find('[data-row="line"] [data-warning]');
    await bench.until(
      async () =>
        (await driver.findElements(By.css('[aria-label="Reading"] [aria-label*="Lies in a keep-clear zone"]'))).length >
        0,
      'the reading does not warn',
    );
    for (let i = 0; i < 3; i++) await bench.undo();
    await bench.click('Aids');
    for (const aid of ['rulers', 'grid']) await bench.press(`input[data-aid="${aid}"], [data-aid="${aid}"] input`);
    await bench.keys(Key.ESCAPE);
  });

  it('what hangs over the edge is shown faint beside the slide', async () => {
    await open('ostrel-tickets');
    await bench.selectRow('Ostrel Line mark');
    await unfold('Place and size');
    await bench.type('X', '980');
    await bench.find('[data-outside="mark"]');
    await bench.undo();
    await bench.until(
      async () => (await driver.findElements(By.css('[data-outside]'))).length === 0,
      'still shown beside',
    );
  });

  it('layers go by the clipboard to another piece, in place, with their swatches', async () => {
    const copied = await bench.document();
    await bench.selectRow('Single');
    await driver.executeScript(
      `const d = new DataTransfer(); window.addEventListener('copy', () => {}, { once: true }); const e = new ClipboardEvent('copy', { clipboardData: d, bubbles: true, cancelable: true }); document.body.dispatchEvent(e); sessionStorage.setItem('clip', d.getData('text/plain'));`,
    );
    const made = (await (
      await fetch(`${app.address}/api/pieces`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ destination: 'square-post', name: 'Elsewhere' }),
      })
    ).json()) as { id: string };
    await bench.goTo(app.address, `/piece/${made.id}`);
    await bench.find('[data-overlay]');
    await driver.executeScript(
      `const d = new DataTransfer(); d.setData('text/plain', sessionStorage.getItem('clip')); document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: d, bubbles: true, cancelable: true }));`,
    );
    const p = await bench.untilDocument((q) => layers(q).length === 1, 'nothing was pasted');
    expect(layers(p)[0].box).toEqual(byId(copied, 'single').box);
    expect(p.swatches.map((s) => s.id)).toContain('spruce');
  });
});

describe('fonts', () => {
  it('the picker shows each font in itself, finds by name, keeps favourites and those used lately', async () => {
    await open('ostrel-reopening');
    await bench.selectRow('Season');
    await bench.press('[aria-label^="Font: "]');
    await (await bench.find('input[aria-label="Search fonts"]')).sendKeys('zilla');
    await bench.until(
      async () => (await driver.findElements(By.css('[data-font]'))).length === 1,
      'the search found too much',
    );
    expect(await (await bench.find('[data-font="Zilla Slab"]')).getText()).toContain('From 2 May');
    await bench.press('[aria-label="Zilla Slab: favourite"]');
    await bench.press('[data-font="Zilla Slab"]');
    await text('kicker', (t) => t.font.family === 'Zilla Slab', 'the font was not set');
    await bench.press('[aria-label^="Font: "]');
    await bench.until(
      async () => (await driver.findElements(By.xpath('//*[text()="Favourites"]'))).length === 1,
      'no favourites',
    );
    await bench.keys(Key.ESCAPE);
  });

  it('a font of one’s own is asked for its licence, kept in the campaign, and painted; what is none is refused', async () => {
    await bench.press('[aria-label^="Font: "]');
    const input = await driver.wait(until.elementLocated(By.css('[data-testid="font-files"]')), WAIT);
    await input.sendKeys(file('broken.ttf', 'no font at all, whatever its name says'));
    await bench.type('Licence of the font', 'Made up for a test');
    await bench.click('Keep in the campaign');
    await bench.until(
      async () => (await driver.findElements(By.xpath('//*[contains(., "not a font Plavo can use")]'))).length > 0,
      'nothing was said of the broken font',
    );
    await bench.click('Not now');
    await (
      await driver.wait(until.elementLocated(By.css('[data-testid="font-files"]')), WAIT)
    ).sendKeys(resolve('node_modules/@expo-google-fonts/lora/400Regular/Lora_400Regular.ttf'));
    await bench.type('Licence of the font', 'SIL Open Font License');
    await bench.click('Keep in the campaign');
    await text('kicker', (t) => t.font.family === 'Lora (own)', 'the font was not taken');
    const fonts = (await (await fetch(`${app.address}/api/campaigns/ostrel-line/fonts`)).json()) as {
      family: string;
      licence: string;
    }[];
    expect(fonts).toEqual([expect.objectContaining({ family: 'Lora (own)', licence: 'SIL Open Font License' })]);
    expect(await driver.findElements(By.css('[data-testid="missing-font"]'))).toHaveLength(0);
    await bench.untilSaved();
    // Taken out again, the text says so and is shown in another.
    await bench.press('[aria-label^="Font: "]');
    await (await bench.find('input[aria-label="Search fonts"]')).sendKeys('(own)');
    await bench.press('[aria-label="Remove the font Lora (own)"]');
    await bench.find('[data-testid="missing-font"]');
    await bench.find('[data-row="kicker"] [data-warning]');
    await bench.keys(Key.ESCAPE);
    await bench.undo();
    await bench.undo();
  });
});

describe('a designer’s run', () => {
  it('empty banner, photo, headline clear of the portrait, second line, plate that fits both, border, centred by snapping, handed over: never a repair in the stack', async () => {
    await bench.goTo(app.address, '/');
    await bench.click('New piece');
    await bench.take('[role="dialog"] [data-destination="profile-banner"]');
    await bench.until(async () => (await driver.getCurrentUrl()).includes('/piece/'), 'no piece was made');
    await bench.find('[data-overlay]');
    await (
      await driver.wait(until.elementLocated(By.css('[data-testid="photo-file"]')), WAIT)
    ).sendKeys(resolve('demo/pictures/morning-mist.jpg'));
    await bench.untilDocument((p) => layers(p).some((l) => l.kind === 'photo'), 'no photo');
    // The headline: typed, right-aligned, in the right half, clear of the portrait.
    await bench.keys('t');
    await bench.typeOver('The pass is open');
    await out();
    await bench.take('//*[@aria-label="Alignment"]//label[.//*[@aria-label="Align to the end"]]');
    await bench.drag('[data-handle="left"]', 180, 0);
    const headline = last<TextLayer>(
      await bench.untilDocument((p) => last<TextLayer>(p, 'text').box.x > 450, 'the frame was not narrowed'),
      'text',
    );
    expect(headline.align).toBe('end');
    // The second line lands below the first.
    await bench.menu('Add to Message', 'Text');
    await bench.typeOver('Four trains a day from 2 May');
    await out();
    await bench.type('Size', '48');
    const second = last<TextLayer>(
      await bench.untilDocument(
        (p) => layers(p).filter((l) => l.kind === 'text').length === 2 && last<TextLayer>(p, 'text').fontSize === 48,
        'no second line',
      ),
      'text',
    );
    expect(second.box.y).toBeGreaterThan(headline.box.y + headline.fontSize * 0.8);
    // It goes with the headline: its place, its width, its alignment, quieter.
    expect(second).toMatchObject({ align: 'end', box: { x: headline.box.x, width: headline.box.width } });
    // Both are in styles of the house: a headline, and the line under it.
    expect([headline.style, second.style]).toEqual(['poster', 'line']);
    expect(second.font).toEqual({ family: 'Work Sans', weight: 500, italic: false });
    // Out of the field, out of the selection: the plate is for both.
    await bench.keys(Key.ESCAPE, Key.ESCAPE);
    await bench.menu('Add to Overlays', 'Plate');
    const plate = last<PlateLayer>(
      await bench.untilDocument((p) => layers(p).some((l) => l.kind === 'plate'), 'no plate'),
      'plate',
    );
    expect(plate.follows).toHaveLength(2);
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    await bench.menu('Add to Overlays', 'Border');
    await bench.untilDocument((p) => layers(p).some((l) => l.kind === 'border'), 'no border');
    // Both texts together, dragged near the middle: they snap to it, and the plate goes along.
    await bench.keys(Key.ESCAPE);
    await bench.chord(Key.CONTROL, 'a');
    const frame = async (): Promise<Box> => {
      const [a, b] = await Promise.all(
        [headline.id, second.id].map(async (id) => (await bench.find(`[data-layer="${id}"]`)).getRect()),
      );
      const x = Math.min(a.x, b.x),
        y = Math.min(a.y, b.y);
      return {
        x,
        y,
        width: Math.max(a.x + a.width, b.x + b.width) - x,
        height: Math.max(a.y + a.height, b.y + b.height) - y,
      };
    };
    const slide = await (await bench.find('[data-overlay]')).getRect();
    const off = centre(slide).y - centre(await frame()).y;
    await bench.drag(`[data-layer="${headline.id}"]`, 0, Math.round(off) + (Math.abs(off) < 6 ? 12 : 4));
    await bench.until(
      async () => Math.abs(centre(await frame()).y - centre(slide).y) < 1.5,
      'it did not snap to the middle',
    );
    // At its new place the plate is made enough again.
    await bench.selectRow('Plate');
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    // Nothing had to be put in order: backdrop, overlays, message.
    const bands = layers(await bench.document()).map((l) => `${l.band}:${l.kind}`);
    expect(bands).toEqual(['backdrop:photo', 'overlays:plate', 'overlays:border', 'message:text', 'message:text']);
    expect(await driver.findElements(By.css('[data-row] [data-warning]'))).toHaveLength(0);
    await bench.click('Hand over');
    await bench.click('Download');
    await bench.until(async () => wholeFiles(downloads).some((f) => f.endsWith('1584x396.png')), 'no picture came');
  });

  it('leaves no errors in the page but those of refused files', async () => {
    expect((await bench.errors()).filter((e) => !/status of 4(04|13|15|22)/.test(e))).toEqual([]);
  });
});
