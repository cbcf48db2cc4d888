// Versions of a piece: listed by time, beside the present, one layer taken back, restored whole, named.
import type { WebDriver } from 'selenium-webdriver';
import { By } from 'selenium-webdriver';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import type { BenchPage } from './bench-page';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage;
inSession((s) => void ({ app, driver, bench } = s));

const ID = 'ostrel-tickets';
type Stored = { revision: number; piece: Piece };
const stored = async (): Promise<Stored> => (await fetch(`${app.address}/api/pieces/${ID}`)).json() as Promise<Stored>;
/** Saves a change as another program would. */
async function change(how: (piece: Piece) => void): Promise<void> {
  const { revision, piece } = await stored();
  how(piece);
  const r = await fetch(`${app.address}/api/pieces/${ID}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'if-match': `"${revision}"` },
    body: JSON.stringify(piece),
  });
  expect(r.status).toBe(200);
}
const layerOf = (p: Piece, id: string) => p.slides[0].layers.find((l) => l.id === id);
const revisions = (): Promise<string[]> =>
  driver.executeScript("return [...document.querySelectorAll('[data-version] small')].map((e) => e.textContent)");
const complete = (alt: string): Promise<unknown> =>
  bench.until(
    () =>
      driver.executeScript(
        'const i = document.querySelector(`[role=dialog] img[alt="${arguments[0]}"]`); return i && i.complete && i.naturalWidth > 300',
        alt,
      ),
    `no picture of ${alt}`,
  );
const open = async (): Promise<void> => {
  await bench.press('[aria-label="Versions"]');
  await bench.find('[data-version]');
};

it('an old version is compared with the present, a layer is taken from it, and it is restored whole', async () => {
  const before = (await stored()).piece;
  await change((p) => void (p.slides[0].layers = p.slides[0].layers.filter((l) => l.id !== 'mark')));
  await change((p) => void (layerOf(p, 'fade')!.opacity = 0.9));
  await bench.goTo(app.address, `/piece/${ID}`);
  await bench.untilSaved();
  await open();
  expect(await revisions()).toEqual(['As it is now', 'Version 2', 'Version 1']);
  const versions = await driver.findElements(By.css('[data-version]'));
  await versions[2].click();
  await complete('Then');
  await complete('Now');
  expect(await violations(driver)).toEqual([]);
  // The first version has the mark, and the fade as it was.
  await bench.take('//label[starts-with(normalize-space(.), "Ostrel Line mark: gone now")]');
  await bench.click('Take what is ticked');
  await bench.until(async () => layerOf((await stored()).piece, 'mark') !== undefined, 'the mark did not come back');
  const taken = (await stored()).piece;
  expect(layerOf(taken, 'mark')).toEqual(layerOf(before, 'mark'));
  expect(layerOf(taken, 'fade')!.opacity).toBe(0.9);

  await bench.untilSaved();
  await open();
  const all = await driver.findElements(By.css('[data-version]'));
  await all.at(-1)!.click();
  await bench.take('//label[normalize-space(.)="One over the other"]');
  await complete('Then');
  await bench.click('Restore it whole');
  await bench.until(
    async () => JSON.stringify((await stored()).piece.slides) === JSON.stringify(before.slides),
    'it was not restored',
  );
  // Both are steps that can be undone.
  await bench.undo();
  await bench.until(async () => layerOf((await stored()).piece, 'fade')!.opacity === 0.9, 'it was not undone');
});

it('one is named, and is listed by that name', async () => {
  await bench.goTo(app.address, `/piece/${ID}`);
  await bench.untilSaved();
  await open();
  const versions = await driver.findElements(By.css('[data-version]'));
  await versions.at(-1)!.click();
  const name = await bench.find('[aria-label="Name of this version"]');
  await name.sendKeys('As sent');
  await driver.executeScript('arguments[0].blur()', name);
  await bench.until(async () => (await driver.findElements(By.xpath('//b[.="As sent"]'))).length > 0, 'no name');
  const { items } = (await (await fetch(`${app.address}/api/pieces/${ID}/revisions?listed=true`)).json()) as {
    items: { name: string | null; revision: number }[];
  };
  expect(items.at(-1)).toMatchObject({ name: 'As sent', revision: 1 });
});
