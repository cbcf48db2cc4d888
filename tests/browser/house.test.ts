// The house style: changed with every piece that changes seen before it is saved; suggested from a photo; two windows;
// and texts, photos and logos that follow it.
import { By, Key, type WebDriver } from 'selenium-webdriver';
import type { PhotoLayer } from '../../src/core/kinds/photo';
import type { TextLayer } from '../../src/core/kinds/text';
import type { Piece } from '../../src/core/piece/schema';
import type { HouseStyle } from '../../src/core/values/house';
import { type Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s), { ahead: true });

const CAMPAIGN = 'ostrel-line';
const house = async (): Promise<HouseStyle> =>
  (await (await fetch(`${app.address}/api/campaigns/${CAMPAIGN}/house`)).json()) as HouseStyle;
const stored = async (id: string): Promise<Piece> =>
  ((await (await fetch(`${app.address}/api/pieces/${id}`)).json()) as { piece: Piece }).piece;
const openHouse = async (): Promise<void> => {
  await driver.get(`${app.address}/house/${CAMPAIGN}`);
  await bench.find('[data-ready]');
};
/** Samples show what cannot be read, on purpose; the words beside them say it. */
const faults = async (): Promise<string[]> =>
  (await violations(driver)).filter((v) => !/color-contrast at .*(?:td\[data-pair|specimen)/.test(v));
const state = async (): Promise<string> => (await bench.find('[data-testid="house-state"]')).getText();
const count = (css: string): Promise<number> =>
  driver.executeScript('return document.querySelectorAll(arguments[0]).length', css);
/** Somebody else saves the house style. */
async function elsewhere(by: (house: HouseStyle) => HouseStyle): Promise<void> {
  const r = await fetch(`${app.address}/api/campaigns/${CAMPAIGN}/house`);
  const done = await fetch(`${app.address}/api/campaigns/${CAMPAIGN}/house`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'if-match': r.headers.get('etag')! },
    body: JSON.stringify(by((await r.json()) as HouseStyle)),
  });
  expect(done.status).toBe(200);
}
const withColour = (h: HouseStyle, id: string, colour: string): HouseStyle => ({
  ...h,
  swatches: h.swatches.map((s) => (s.id === id ? { ...s, colour } : s)),
});
const colourOf = async (id: string): Promise<string | undefined> =>
  (await house()).swatches.find((s) => s.id === id)?.colour;

/** What an earlier test did not save is no matter of the next one. */
beforeEach(async () => {
  await driver.get(`${app.address}/house/${CAMPAIGN}`);
  await driver.executeScript('localStorage.removeItem(arguments[0])', `plavo-house-draft:${CAMPAIGN}`);
});

describe('a house colour', () => {
  it('is changed across pieces, each seen before and after with its verdict; undone, all are as before', async () => {
    await openHouse();
    expect(await faults()).toEqual([]);
    const was = await colourOf('snow');
    // Grey letters on dark photos: what reads worse comes first, and is counted.
    await bench.type('Snow, as hex', '#6a7a78');
    const all = await bench.until(async () => {
      const n = await count('[data-trial]');
      return n > 5 && (await count('[data-trial] img')) === n && n;
    }, 'no piece was shown');
    await bench.until(async () => (await count('[data-trial][data-worse]')) > 2, 'nothing was said to read worse');
    expect(await state()).toBe('1 change is not saved');
    expect(await colourOf('snow')).toBe(was);
    expect(await faults()).toEqual([]);
    // Until it is saved it is the page's alone, also across a reload.
    await openHouse();
    expect(await (await bench.named('Snow, as hex')).getAttribute('value')).toBe('#6a7a78');
    await bench.until(async () => (await count('[data-trial]')) === all, 'the preview did not come back');
    await bench.click(`Change these ${String(all)}`);
    await bench.until(async () => (await colourOf('snow')) === '#6a7a78', 'it was not saved');
    expect((await stored('ostrel-tickets')).swatches.find((s) => s.id === 'snow')?.colour).toBe('#6a7a78');
    await bench.click('Undo');
    await bench.until(async () => (await colourOf('snow')) === was, 'it was not undone');
  });

  it('taken back, or undone by key, nothing is left of it', async () => {
    await openHouse();
    await bench.type('Amber, as hex', '#30d0c0');
    await bench.until(async () => (await state()) === '1 change is not saved', 'it did not count');
    await bench.click('Take back');
    await bench.until(async () => (await state()) === 'Saved', 'it was not taken back');
    await bench.type('Name of Amber', 'Signal');
    await bench.until(async () => /not saved/.test(await state()), 'the name did not count');
    await driver.executeScript('document.activeElement.blur()');
    await bench.chord(Key.CONTROL, 'z');
    await bench.until(async () => (await state()) === 'Saved', 'it was not undone');
  });

  it('changed in another window it is never overwritten silently', async () => {
    await openHouse();
    const [slate, lichen] = [await colourOf('slate'), await colourOf('lichen')];
    await bench.type('Slate, as hex', '#112233');
    await bench.until(async () => (await state()) === '1 change is not saved', 'it did not count');
    await elsewhere((h) => withColour(withColour(h, 'slate', '#445566'), 'lichen', '#99aa77'));
    await bench.press('[aria-label="What the changes do"] button');
    await bench.find('main [role="alert"]');
    // Nothing was saved over it; what only the other changed is taken in.
    expect(await colourOf('slate')).toBe('#445566');
    expect(await (await bench.named('Lichen, as hex')).getAttribute('value')).toBe('#99aa77');
    expect(await (await bench.named('Slate, as hex')).getAttribute('value')).toBe('#112233');
    await bench.click('Keep mine');
    await bench.press('[aria-label="What the changes do"] button');
    await bench.until(async () => (await colourOf('slate')) === '#112233', 'one’s own was not saved');
    expect(await colourOf('lichen')).toBe('#99aa77');
    await elsewhere((h) => withColour(withColour(h, 'slate', slate!), 'lichen', lichen!));
  });
});

it('a style from a photo is looked at, tried on every piece, and taken back', async () => {
  await openHouse();
  await bench.click('From a photo or logo');
  await bench.press('[role="dialog"] [data-photo] button, [role="dialog"] button:has(img)');
  await bench.find('[data-found="Accent"]');
  await bench.click('Other fonts');
  expect(await faults()).toEqual([]);
  await bench.click('Try it');
  await bench.until(async () => /changes are not saved/.test(await state()), 'nothing was tried');
  await bench.until(async () => (await count('[data-trial] img')) > 3, 'no piece shows it');
  await bench.click('Take back');
  await bench.until(async () => (await state()) === 'Saved', 'it was not taken back');
});

describe('texts of a piece', () => {
  const headline = async (): Promise<TextLayer> =>
    (await bench.document()).slides[0].layers.find((l): l is TextLayer => l.kind === 'text' && l.name === 'Headline')!;

  it('are set in a style with one click, keep what is their own, and follow it again', async () => {
    await bench.open(app.address, 'ostrel-autumn-walks');
    await bench.selectRow('Headline');
    await bench.pick('Text style', 'Poster headline');
    await bench.until(async () => (await headline()).style === 'poster', 'it has no style');
    expect(await headline()).toMatchObject({
      font: { family: 'Archivo', weight: 800 },
      fontSize: 95,
      lineHeight: 1.08,
    });
    await bench.type('Size', '90');
    expect(await (await bench.find('[data-testid="own-of-style"]')).getText()).toBe('Text style, but for size');
    await bench.untilSaved();
    // The style changes elsewhere: the font follows, the size stays.
    await elsewhere((h) => ({
      ...h,
      textStyles: h.textStyles.map((s) =>
        s.id === 'poster' ? { ...s, size: 0.05, font: { family: 'Oswald', weight: 700, italic: false } } : s,
      ),
    }));
    const after = (await stored('ostrel-autumn-walks')).slides[0].layers.find((l) => l.name === 'Headline');
    expect(after).toMatchObject({ font: { family: 'Oswald', weight: 700 }, fontSize: 90 });
    await bench.open(app.address, 'ostrel-autumn-walks');
    await bench.selectRow('Headline');
    await bench.click('Follow');
    await bench.until(async () => (await headline()).fontSize === 54, 'it does not follow');
    expect(await faults()).toEqual([]);
  });

  it('their look is kept as a style; a new text begins in the one for it', async () => {
    await bench.open(app.address, 'ostrel-autumn-walks');
    await bench.selectRow('Line');
    await bench.pick('Text style', 'Keep this look as a style');
    await bench.until(async () => (await house()).textStyles.some((s) => /^As in/.test(s.name)), 'it was not kept');
    await bench.menu('Add to Message', 'Text');
    const added = await bench.until(
      async () =>
        (await bench.document()).slides[0].layers.find(
          (l): l is TextLayer => l.kind === 'text' && l.text === 'Your text',
        ) ?? false,
      'no text came',
    );
    expect(added && added.style).toBe('line');
  });
});

const photoOf = ({ slides }: Piece): PhotoLayer => slides[0].layers.find((l): l is PhotoLayer => l.kind === 'photo')!;
/** Opens a piece at the tone of its photo. @returns what asks for the photo as it is now */
async function toTone(id: string): Promise<() => Promise<PhotoLayer>> {
  await bench.open(app.address, id);
  const photo = async (): Promise<PhotoLayer> => photoOf(await bench.document());
  await bench.selectRow((await photo()).name);
  await bench.unfold('Tone');
  return photo;
}

it('a photo takes the tone of the house and follows it; a logo comes into a free corner', async () => {
  const photo = await toTone('ostrel-reopening');
  await bench.toggle('The tone of the house');
  await bench.until(async () => (await photo()).tone.saturation.amount === -12, 'it has another tone');
  await bench.untilSaved();
  await elsewhere((h) => ({ ...h, tone: h.tone && { ...h.tone, saturation: { on: true, amount: -40 } } }));
  expect(photoOf(await stored('ostrel-reopening')).tone.saturation.amount).toBe(-40);
  await bench.press('[aria-label="Add to Message"]');
  await bench.take('//*[@role="menuitem"][normalize-space(.)="Ostrel Line mark"]');
  const { slides, sizes } = await bench.untilDocument(
      (p) => p.slides[0].layers.some((l) => l.kind === 'photo' && l.band === 'message'),
      'no logo came',
    ),
    logo = slides[0].layers.find((l): l is PhotoLayer => l.kind === 'photo' && l.band === 'message')!,
    [{ width, height }] = sizes;
  expect(logo.clear).toBe(0.25);
  for (const [at, long, whole] of [
    [logo.box.x, logo.box.width, width],
    [logo.box.y, logo.box.height, height],
  ])
    expect(Math.min(at, whole - at - long)).toBeGreaterThanOrEqual(0.25 * logo.box.height);
});

it('the tone of a photo becomes that of a house that has none', async () => {
  await elsewhere((h) => ({ ...h, tone: null }));
  const photo = await toTone('ostrel-autumn-walks');
  await bench.toggle('Greyscale');
  await bench.take('//button[normalize-space(.)="Keep as the tone of the house"]');
  await bench.until(async () => (await photo()).houseTone === true, 'the photo does not follow it');
  expect((await house()).tone?.grey.on).toBe(true);
  await bench.untilSaved();
  await elsewhere((h) => ({ ...h, tone: h.tone && { ...h.tone, grey: { ...h.tone.grey, on: false } } }));
  expect(photoOf(await stored('ostrel-autumn-walks')).tone.grey.on).toBe(false);
});

it('the treatment that the house prefers is what the big button takes, where it costs little more', async () => {
  await bench.open(app.address, 'ostrel-reopening');
  await bench.selectRow('Headline');
  const named = async (): Promise<string> => {
    let words = '';
    await bench.until(
      async () => /^Just enough: /.test((words = await (await bench.find('[data-testid="just-enough"]')).getText())),
      'no way was found',
    );
    return words;
  };
  const best = await named(),
    other = /pool/i.test(best) ? 'fade' : 'pool';
  await elsewhere((h) => ({ ...h, treatment: other }));
  await bench.open(app.address, 'ostrel-reopening');
  await bench.selectRow('Headline');
  expect(await named()).toMatch(new RegExp(other, 'i'));
});

it('the page of a campaign that is not there says so', async () => {
  await driver.get(`${app.address}/house/nowhere`);
  await bench.until(
    async () => /no such page/i.test(await driver.findElement(By.css('body')).getText()),
    'nothing is said',
  );
});
