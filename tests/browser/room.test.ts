// Room to work, open to everybody: controls within reach, the keyboard alone, names, several texts at once.
import { readdirSync } from 'node:fs';
import { resolve } from 'node:path';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import { contrastOfHex } from '../../src/core/colour/srgb';
import type { TextLayer } from '../../src/core/kinds/text';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import { type BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage, downloads: string;
inSession((s) => void ({ app, driver, bench, downloads } = s));

const textsOf = (p: Piece): TextLayer[] => p.slides[0].layers.filter((l): l is TextLayer => l.kind === 'text');
const active = (ask: string): Promise<unknown> => driver.executeScript(`return document.activeElement.${ask}`);
const press = (key: string, times = 1): Promise<void> => bench.keys(...Array.from({ length: times }, () => key));
/** Presses Tab until the focus is on what a selector finds. */
async function tabTo(css: string, most = 60): Promise<void> {
  for (let i = 0; i < most; i++) {
    if (await driver.executeScript('return document.activeElement.matches(arguments[0])', css)) return;
    await press(Key.TAB);
  }
  throw new Error(`Tab never came to ${css}`);
}
const sendPhoto = async (): Promise<void> =>
  (await bench.find('[data-testid="photo-file"]')).sendKeys(resolve('demo/pictures/lake-sill-winter.jpg'));
const pngs = (): number => readdirSync(downloads).filter((f) => f.endsWith('.png')).length;

describe('from a photo to a picture that reads', () => {
  it('in six actions by mouse: photo, destination, words, Just enough, Hand over, Download', async () => {
    await bench.goTo(app.address, '/');
    // What comes before the page is awake is lost.
    await bench.find('[data-ready]');
    await sendPhoto();
    await bench.press('[data-destination="square-post"]');
    await bench.typeOver('Slow trains, long views');
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    await bench.click('Hand over');
    const before = pngs();
    await bench.click('Download');
    await bench.until(() => Promise.resolve(pngs() > before), 'no picture came');
  });

  it('and by keyboard alone', async () => {
    await bench.goTo(app.address, '/');
    // What comes before the page is awake is lost.
    await bench.find('[data-ready]');
    await sendPhoto();
    await bench.find('[role="dialog"]');
    await tabTo('[data-destination="square-post"]');
    await press(Key.ENTER);
    await bench.typeOver('Slow trains, long views');
    await press(Key.ESCAPE);
    await bench.until(async () => (await driver.findElements(By.css('[data-verdict="lost"]'))).length > 0, 'not read');
    await bench.keys('j');
    await bench.untilVerdict('Clear');
    // Hand over stands before the stage in the order of Tab.
    await driver.executeScript('document.activeElement.blur()');
    await tabTo('[data-hand-over]');
    await press(Key.ENTER);
    await tabTo('[data-download]');
    const before = pngs();
    await press(Key.ENTER);
    await bench.until(() => Promise.resolve(pngs() > before), 'no picture came');
  });
});

describe('room to work', () => {
  it('with a text selected, ten common edits are in view at 1280 x 800, unscrolled', async () => {
    await bench.open(app.address, 'ostrel-reopening');
    await bench.selectRow('Headline');
    const seen = async (css: string): Promise<boolean> =>
      driver.executeScript(
        `const r = document.querySelector(arguments[0])?.getBoundingClientRect();
         if (!r || !r.height) return false;
         const at = document.elementFromPoint(r.x + r.width / 2, r.y + r.height / 2);
         return r.bottom <= innerHeight && Boolean(at?.closest('aside[aria-label="Reading and controls"]'));`,
        css,
      );
    for (const css of [
      '[aria-label^="Font:"]',
      'input[aria-label="Size"]',
      'input[aria-label="Line height"]',
      'input[aria-label="Spacing"]',
      'input[aria-label="Colour, hex"]',
      '[aria-label="Alignment"]',
      '[aria-label="Bold"]',
      'input[aria-label="Backing: a box that hugs each line"]',
      '[aria-label="Shadow and glow: add a shadow"]',
      '[data-just-enough]',
    ])
      expect([css, await seen(css)]).toEqual([css, true]);
  });

  it('what is unfolded stays so, for another layer of the kind and after a reload', async () => {
    await bench.unfold('Box and lines');
    await bench.reading('Inks');
    await bench.selectRow('Season');
    const open = (): Promise<string[]> =>
      driver.executeScript(
        `return [...document.querySelectorAll('aside[aria-label="Reading and controls"] [aria-expanded="true"]')].map((b) => b.textContent)`,
      );
    expect(await open()).toEqual(['Inks', 'Box and lines']);
    await driver.navigate().refresh();
    await bench.selectRow('Season');
    await bench.find('[data-ink]');
    expect(await open()).toEqual(['Inks', 'Box and lines']);
    await bench.until(async () => {
      await bench.press('[aria-expanded="true"]');
      return (await open()).length === 0;
    }, 'they did not fold');
  });

  it('several texts take font, size, colour and backing together; what differs is said to be mixed', async () => {
    await bench.open(app.address, 'ostrel-reopening');
    await bench.selectRow('Headline');
    await driver
      .actions()
      .keyDown(Key.SHIFT)
      .click(await bench.find('[data-row="kicker"]'))
      .keyUp(Key.SHIFT)
      .perform();
    expect(await (await bench.find('input[aria-label="Size"]')).getAttribute('placeholder')).toBe('mixed');
    const before = textsOf(await bench.document());
    await bench.type('Size', '64');
    await bench.type('Colour, hex', '#14202b');
    await bench.flip('Backing: a box that hugs each line');
    const after = textsOf(
      await bench.untilDocument(
        (p) => textsOf(p).every((t) => t.fontSize === 64 && t.fill.colour === '#14202b' && t.backing?.on === true),
        'not both were set',
      ),
    );
    // What was not set stays each text's own; the backing is one that dark letters can be told from.
    expect(after.map((t) => t.font.weight)).toEqual(before.map((t) => t.font.weight));
    for (const t of after)
      expect(contrastOfHex(t.backing!.fill.colour as string, '#14202b')).toBeGreaterThanOrEqual(4.5);
    for (let i = 0; i < 3; i++) await bench.undo();
    expect(textsOf(await bench.untilDocument((p) => textsOf(p)[0].fontSize !== 64, 'not undone'))).toEqual(before);
  });
});

describe('names', () => {
  it('rename, duplicate, search by words, move to another campaign', async () => {
    await bench.goTo(app.address, '/');
    await bench.menu('More for Profile banner', 'Duplicate');
    await bench.named('More for Profile banner (copy)');
    await bench.menu('More for Profile banner (copy)', 'Rename');
    await bench.until(async () => Boolean(await active('matches(\'input[aria-label^="Name of"]\')')), 'no field');
    await bench.keys('Late trains', Key.ENTER);
    await bench.named('More for Late trains');
    await bench.click('New campaign');
    await bench.keys('Winter', Key.ENTER);
    await bench.find('section[aria-label="Winter"]');
    // One is in the new campaign, where there is nothing yet.
    await bench.take('//nav[@aria-label="Campaigns"]//button[contains(., "The Ostrel Line")]');
    await bench.press('[aria-label="More for Late trains"]');
    await bench.take('//*[@role="menuitem"][contains(., "Move to a campaign")]');
    await bench.take('//*[@role="menuitem"][normalize-space(.)="Winter"]');
    await driver.executeScript('window.scrollTo(0, 0)');
    await bench.take('//nav[@aria-label="Campaigns"]//button[contains(., "Winter")]');
    await bench.find('section[aria-label="Winter"] article');
    await bench.take('//nav[@aria-label="Campaigns"]//button[contains(., "Winter")]');
    await bench.find('section[aria-label="All pieces"]');
    await (await bench.named('Search pieces')).sendKeys('from 2 may');
    await bench.until(async () => {
      const names = await Promise.all((await driver.findElements(By.css('article b'))).map((b) => b.getText()));
      return names.includes('Re-opening post') && !names.includes('Late trains');
    }, 'the words were not found');
  });
});

describe('the keyboard alone', () => {
  it('Tab goes through bar, stack, stage and controls, and is caught nowhere', async () => {
    await bench.open(app.address, 'ostrel-reopening');
    await driver.executeScript('document.activeElement.blur()');
    const regions: string[] = [];
    for (let i = 0; i < 90; i++) {
      await press(Key.TAB);
      const at = (await driver.executeScript(
        `const a = document.activeElement;
         return a === document.body ? '' : a.closest('[data-stack]') ? 'stack' : a.closest('header') ? 'bar' : a.closest('[data-overlay]') ? 'stage'
           : a.closest('main') ? 'views' : a.closest('aside') ? 'controls' : 'other';`,
      )) as string;
      if (at === '') break;
      if (regions.at(-1) !== at) regions.push(at);
    }
    expect(regions).toEqual(['bar', 'stack', 'stage', 'views', 'controls']);
  });

  it('rows are walked with arrows and chosen with Enter; their menu opens at the row, and the focus comes back', async () => {
    await driver.executeScript('document.activeElement.blur()');
    await tabTo('[data-row-name]');
    await press(Key.ARROW_DOWN);
    await press(Key.ENTER);
    const row = (await active('dataset.rowName')) as string;
    await bench.find(`[data-row="${row}"][data-selected]`);
    await tabTo('[data-row][data-selected] [aria-label^="More for"]', 4);
    const place = (await active('getBoundingClientRect().toJSON()')) as { y: number; bottom: number };
    await press(Key.ENTER);
    const menu = await bench.find('[role="menu"]');
    const { y } = await menu.getRect();
    expect(Math.abs(y - place.bottom)).toBeLessThan(30);
    await press(Key.ESCAPE);
    await bench.until(
      async () => String(await active('getAttribute("aria-label")')).startsWith('More for'),
      'the focus did not come back',
    );
  });

  it('a dialog gives the focus back; single keys can be switched off', async () => {
    await driver.executeScript('document.querySelector(\'[aria-label="Keyboard shortcuts"]\').focus()');
    await press(Key.ENTER);
    const single = async () => bench.find('[role="dialog"] input[role="switch"]');
    await single();
    await bench.until(async () => {
      await driver.executeScript('arguments[0].click()', await single());
      return !(await (await single()).isSelected());
    }, 'it was not switched off');
    await press(Key.ESCAPE);
    await bench.until(
      async () => (await active('getAttribute("aria-label")')) === 'Keyboard shortcuts',
      'the focus did not come back',
    );
    const count = (await bench.rows()).length;
    await driver.executeScript('document.activeElement.blur()');
    await bench.keys('t');
    await bench.keys('?');
    expect((await bench.rows()).length).toBe(count);
    expect(await driver.findElements(By.css('[role="dialog"]'))).toHaveLength(0);
    await driver.executeScript(
      `const p = JSON.parse(localStorage['plavo-panels']); p.state.singleKeys = true; localStorage['plavo-panels'] = JSON.stringify(p);`,
    );
  });

  it('the best way is named before it is asked for, where that is wanted', async () => {
    await bench.open(app.address, 'ostrel-reopening');
    const named = async (): Promise<string> => (await bench.find('[data-testid="just-enough"]')).getText(),
      ahead = async (): Promise<string | null> => {
        await bench.press('[aria-label="Choose another treatment"]');
        const on = await (await bench.find('[data-ahead]')).getAttribute('aria-checked');
        await bench.press('[data-ahead]');
        await press(Key.ESCAPE);
        return on;
      };
    expect(await named()).toBe('Just enough');
    expect(await ahead()).toBe('false');
    await bench.until(async () => /^Just enough: /.test(await named()), 'no way was named');
    await bench.open(app.address, 'ostrel-reopening');
    await bench.until(async () => /^Just enough: /.test(await named()), 'it was not remembered');
    expect(await ahead()).toBe('true');
  });

  it('a change of the verdict is announced', async () => {
    await bench.open(app.address, 'ostrel-reopening');
    await bench.selectRow('Headline');
    const said = async (): Promise<string> =>
      (await bench.find('[data-announced]')).getAttribute('textContent') as Promise<string>;
    await bench.until(async () => /^Headline: Lost, \d\.\d of \d\.\d$/.test(await said()), 'Lost was not said');
    await bench.justEnough();
    await bench.until(async () => /^Headline: Clear, \d\.\d of \d\.\d$/.test(await said()), 'Clear was not said');
    await bench.undo();
  });
});

describe('checked by rules', () => {
  it.each(['light', 'dark'])('nothing is wrong in any main view, %s', async (scheme) => {
    await driver.get(app.address);
    await driver.executeScript(`localStorage['mantine-color-scheme-value'] = '${scheme}'`);
    await driver.navigate().refresh();
    await bench.named('Search pieces');
    const found: string[] = [];
    const check = async (view: string): Promise<void> => {
      found.push(...(await violations(driver, scheme)).map((v) => `${view}: ${v}`));
    };
    const dialog = async (open: () => Promise<unknown>, view: string): Promise<void> => {
      await open();
      await bench.settled(await bench.find('[role="dialog"], [role="menu"]'));
      await check(view);
      await press(Key.ESCAPE);
      await bench.until(
        async () => (await driver.findElements(By.css('[role="dialog"], [role="menu"]'))).length === 0,
        `${view} stayed`,
      );
    };
    await check('start');
    await dialog(() => bench.click('New piece'), 'new piece');
    await dialog(async () => (await bench.named('Bin')).click(), 'bin');
    await bench.open(app.address, 'ostrel-reopening');
    await check('bench');
    await bench.selectRow('Headline');
    for (const part of ['Chart', 'Ways through', 'Places', 'Inks']) {
      await bench.reading(part);
      await bench.find(
        { Chart: '[role="slider"]', 'Ways through': '[data-way]', Places: '[data-ghost]', Inks: '[data-ink]' }[part]!,
      );
      await check(part);
    }
    for (const fold of ['Shadow and glow', 'Box and lines', 'Outline of letters', 'Case, highlight, lists'])
      await bench.unfold(fold);
    await check('text, unfolded');
    await dialog(() => bench.press('[aria-label="Choose another treatment"]'), 'treatments');
    await dialog(() => bench.press('[aria-label^="Colour: #"]'), 'colours');
    await dialog(() => bench.press('[aria-label^="Font:"]'), 'fonts');
    await dialog(async () => (await bench.named('Add to Message')).click(), 'add');
    await dialog(async () => (await bench.named('All readings')).click(), 'all readings');
    await dialog(async () => (await bench.named('Keyboard shortcuts')).click(), 'shortcuts');
    await dialog(async () => {
      await bench.click('Hand over');
      await bench.find('[aria-busy="false"] [data-written]');
    }, 'hand over');
    await dialog(async () => {
      await bench.press('[data-in-place]');
      await bench.find('[data-place-reading]');
    }, 'in place');
    await bench.selectRow('Lake Sill in winter');
    for (const fold of ['Tone', 'Make room']) await bench.unfold(fold);
    await check('photo');
    expect(found).toEqual([]);
  });
});
