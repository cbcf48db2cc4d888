// npm run screenshots: takes the pictures in docs/screenshots anew, from a fresh application with the demo data, at
// 1280 x 800.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { ensureBuild, ensureModules, ensurePrograms, ROOT } from './lib/machine.mjs';

ensurePrograms(['mariadbd', 'mariadb-install-db', 'chromium', 'chromedriver']);
ensureModules();
await ensureBuild();
const { startApplication } = await import('./lib/application.mjs');
const { freePort } = await import('./lib/database.mjs');
const { Builder, Key } = await import('selenium-webdriver');
const { default: chrome } = await import('selenium-webdriver/chrome.js');

const folder = mkdtempSync(join(tmpdir(), 'plavo-screenshots-'));
const app = await startApplication({ dataDir: folder, port: await freePort(), quiet: true, databaseUrl: '' });
const options = new chrome.Options().addArguments(
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-dev-shm-usage',
  '--hide-scrollbars',
  '--window-size=1280,800',
);
options.setChromeBinaryPath('/usr/bin/chromium');
const driver = await new Builder()
  .forBrowser('chrome')
  .setChromeOptions(options)
  .setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver'))
  .build();
await driver.sendAndGetDevToolsCommand('Emulation.setDeviceMetricsOverride', {
  width: 1280,
  height: 800,
  deviceScaleFactor: 1,
  mobile: false,
});

const find = (what) =>
  driver.wait(
    async () => (await driver.findElements(what.startsWith('/') ? { xpath: what } : { css: what }))[0],
    20_000,
    what,
  );
const click = async (what) => {
  const el = await find(what);
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', el);
  // Menus and folded parts open with a short movement.
  await wait(250);
  await el.click();
  await wait(350);
  return el;
};
const row = (name) => click(`//*[@data-row][.//*[contains(normalize-space(.), "${name}")]]`);
const open = async (id) => {
  await driver.get(`${app.address}/piece/${id}`);
  await find('[data-testid="verdict"]');
  await wait(1800);
};
const keys = (...k) =>
  driver
    .actions()
    .sendKeys(...k)
    .perform();
const aside = () => driver.actions().move({ x: 640, y: 785 }).perform();
const shot = async (name) => {
  await wait(900);
  writeFileSync(join(ROOT, 'docs/screenshots', `${name}.png`), Buffer.from(await driver.takeScreenshot(), 'base64'));
  console.log(`docs/screenshots/${name}.png`);
};

try {
  await driver.get(`${app.address}/`);
  // What is seen is read by and by.
  await driver.wait(async () => (await driver.findElements({ css: 'article [data-verdict]' })).length >= 8, 120_000);
  await shot('start');
  await click('//button[normalize-space(.)="New piece"]');
  await shot('new-piece');
  await keys(Key.ESCAPE);
  // A house colour changed, not saved.
  await driver.get(`${app.address}/house/ostrel-line`);
  await find('[data-ready]');
  await (await find('[aria-label="Amber, as hex"]')).sendKeys(Key.chord(Key.CONTROL, 'a'), '#30d0c0', Key.TAB);
  await driver.wait(async () => {
    const pieces = (await driver.findElements({ css: '[data-trial]' })).length;
    return pieces > 0 && (await driver.findElements({ css: '[data-trial] [data-verdict]' })).length >= 2 * pieces;
  }, 120_000);
  await shot('house');
  await driver.executeScript('localStorage.clear()');

  // Templates with a photo and words of somebody's own.
  await driver.get(`${app.address}/templates`);
  await (await find('[data-testid="photo-file"]')).sendKeys(join(ROOT, 'demo/pictures/varn-fog.jpg'));
  await (await find('textarea')).sendKeys('Walk the old road with us');
  await (await find('aside input[type="text"], aside input:not([type])')).sendKeys('Sunday, 9:30, Varn Halt');
  await wait(2000);
  await driver.wait(async () => /are Clear/.test(await (await find('main [role="status"]')).getText()), 60_000);
  await wait(4000);
  await driver.wait(async () => /are Clear/.test(await (await find('main [role="status"]')).getText()), 60_000);
  await shot('templates');
  await driver.get(`${app.address}/batches/new?template=template-portrait-poster`);
  await (await find('[data-testid="table-file"]')).sendKeys(join(ROOT, 'demo/halts.csv'));
  await find('canvas');
  await wait(1500);
  await shot('batch');

  await open('ostrel-reopening');
  await driver.wait(
    async () => (await (await find('[data-testid="just-enough"]')).getText()).startsWith('Just enough: '),
    30_000,
  );
  await shot('bench');
  await row('Headline');
  await wait(4000);
  await click('[data-just-enough]');
  await wait(1500);
  await aside();
  await shot('just-enough');
  await driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
  await click('//button[normalize-space(.)="Ways through"]');
  await driver.wait(
    async () => (await driver.findElements({ css: '[data-ways-complete] [data-way="shadow"]' }))[0],
    60_000,
  );
  await driver
    .actions()
    .move({ origin: await find('[data-way="pool"] > button') })
    .perform();
  await shot('ways-through');
  await aside();
  await click('//button[normalize-space(.)="Ways through"]');
  await keys(Key.ESCAPE);
  await open('ostrel-cup-cut-out');
  await row('Enamel cup, cut out');
  await driver.executeScript(
    'arguments[0].scrollIntoView({ block: "start" })',
    await click('//button[starts-with(normalize-space(.), "Cut out")]'),
  );
  await wait(600);
  await shot('cut-out');

  // A picture that was made elsewhere, as far as the application knows.
  const finished = join(folder, 'Pass opens.png');
  writeFileSync(
    finished,
    Buffer.from(await (await fetch(`${app.address}/api/pieces/ostrel-hero/render?format=png`)).arrayBuffer()),
  );
  await driver.get(`${app.address}/`);
  await (await driver.findElement({ css: '[data-testid="finished-file"]' })).sendKeys(finished);
  await driver.wait(
    async () =>
      (await driver.findElements({ css: '[data-testid="just-enough"]' }))[0]
        ?.getText()
        .then((t) => t.startsWith('Just enough: ')),
    90_000,
  );
  await row('The pass is open');
  await wait(6000);
  await click('//button[normalize-space(.)="Ways through"]');
  await driver.wait(async () => (await driver.findElements({ css: '[aria-busy="false"] [data-way]' }))[0], 60_000);
  await aside();
  await shot('finished');
  await click('//button[normalize-space(.)="Ways through"]');

  await driver.get(`${app.address}/stand-in/ostrel-line`);
  await wait(2000);
  await shot('stand-in');

  await open('ostrel-banner');
  await click('[data-in-place]');
  await find('[data-seen="profile"]');
  await click('[data-place="profile-phone"]');
  await find('[data-seen="profile-phone"]');
  await find('[data-why="cut-off"]');
  await shot('in-place');

  await open('ostrel-carousel');
  await (await driver.findElements({ css: '[data-slide] [role="button"]' }))[2].click();
  await find('[data-join="smooth"]');
  await wait(1500);
  await shot('slides');

  // A version before: without the mark, and with more of the fade.
  const tickets = `${app.address}/api/pieces/ostrel-tickets`,
    { revision, piece } = await (await fetch(tickets)).json(),
    [{ layers }] = piece.slides;
  layers.find((l) => l.id === 'fade').opacity = 0.9;
  piece.slides[0].layers = layers.filter((l) => l.id !== 'mark');
  await fetch(tickets, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'if-match': `"${revision}"` },
    body: JSON.stringify(piece),
  });
  await open('ostrel-tickets');
  await click('[aria-label="Versions"]');
  await find('[data-version]');
  await wait(3000);
  await shot('versions');

  await open('ostrel-cab-ride');
  await click('[data-hand-over]');
  await click('//label[.//span[text()="JPEG"]]');
  await click('//label[contains(., "No larger than")]');
  const most = await find('input[aria-label="No larger than, kB"]');
  await most.sendKeys(Key.chord(Key.CONTROL, 'a'), '80', Key.ENTER);
  await driver.wait(async () => /^\d\d kB, quality/.test(await (await find('[data-written]')).getText()), 60_000);
  await shot('hand-over');

  await open('ostrel-autumn-walks');
  await click('[aria-label="Sizes"]');
  await click('//button[starts-with(normalize-space(.), "The sheet")]');
  await find('[data-sheet-done]');
  await shot('sheet');

  await open('ostrel-lake-hero');
  await click('[aria-label="Sizes"]');
  await click('//button[starts-with(normalize-space(.), "Every width")]');
  await find('[data-widths-done]');
  await shot('widths');

  await open('ostrel-lake-hero');
  await row('Timetable');
  await click('//button[starts-with(normalize-space(.), "On the page")]');
  await driver.wait(async () => (await driver.findElements({ css: '[data-picture-reading]' })).length === 6, 60_000);
  await click('[data-between="1"]');
  await wait(1500);
  await shot('page');
  // A phone.
  await driver.sendAndGetDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width: 390,
    height: 844,
    deviceScaleFactor: 1,
    mobile: true,
  });
  await open('ostrel-reopening');
  await driver.executeScript(`document.querySelector('[data-layer="headline"]').focus()`);
  await click('//button[normalize-space(.)="Controls"]');
  await wait(2500);
  await shot('phone');
} finally {
  await driver.quit();
  await app.stop();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(0);
