// A headless Chromium for the browser tests.
import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { Builder, logging, type WebDriver } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';
import { folderFor } from './folders';

/** A command of the browser's developer tools; the type declarations do not know it. */
export const devTools = (driver: WebDriver, command: string, parameters: object): Promise<void> =>
  (driver as unknown as { sendDevToolsCommand(c: string, p: object): Promise<void> }).sendDevToolsCommand(
    command,
    parameters,
  );

/** What takes the processor where it is not what is tested. */
export interface Habits {
  /** The bench solves the best way before it is asked for. */
  ahead: boolean;
  /** Menus and parts of the page unfold with a movement. */
  moving: boolean;
}

/** What a browser keeps of the application's own scripts, as they came and as they are compiled. */
const CACHES = ['Cache', 'Code Cache'];
/** Moves them, where they are there. */
function moveCaches(from: string, to: string): void {
  mkdirSync(to, { recursive: true });
  for (const cache of CACHES) if (existsSync(join(from, cache))) renameSync(join(from, cache), join(to, cache));
}

/**
 * A question is asked often at first: most are soon answered, and there are thousands. After that it rests for a tenth
 * of the time waited: asking takes from the browser what it needs to get there.
 */
function unhurried<T>(ask: (driver: WebDriver) => T | Promise<T>): (driver: WebDriver) => Promise<T | false> {
  const began = Date.now();
  let next = 0;
  return async (driver) => {
    if (Date.now() < next) return false;
    const answer = await ask(driver),
      now = Date.now();
    next = now + Math.min(300, (now - began) / 10);
    return answer;
  };
}

/**
 * Starts a browser with an empty profile; downloads go into `downloads`.
 * @param caches where what it has compiled lies between two files of tests
 */
export async function openBrowser(
  { ahead, moving }: Habits,
  caches: string,
): Promise<{ driver: WebDriver; downloads: string }> {
  const downloads = folderFor('downloads'),
    profile = folderFor('profile'),
    own = join(profile, 'Default');
  moveCaches(caches, own);
  const options = new chrome.Options();
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-dev-shm-usage',
    '--window-size=1280,800',
    '--force-device-scale-factor=1',
    '--hide-scrollbars',
    `--user-data-dir=${profile}`,
    ...(moving ? [] : ['--force-prefers-reduced-motion']),
  );
  options.setChromeBinaryPath('/usr/bin/chromium');
  options.setUserPreferences({ 'download.default_directory': downloads, 'download.prompt_for_download': false });
  const logs = new logging.Preferences();
  logs.setLevel(logging.Type.BROWSER, logging.Level.ALL);
  options.setLoggingPrefs(logs);
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  const quit = driver.quit.bind(driver);
  driver.quit = async () => {
    await quit();
    moveCaches(own, caches);
  };
  await driver.manage().setTimeouts({ script: 60_000 });
  const wait = driver.wait.bind(driver);
  driver.wait = ((...[condition, timeout, message, poll = 40]: Parameters<typeof wait>) =>
    wait(
      typeof condition === 'function' ? unhurried(condition as (driver: WebDriver) => unknown) : condition,
      timeout,
      message,
      poll,
    )) as typeof wait;
  // The window of headless Chromium is a little smaller than asked; the viewport is what counts.
  await devTools(driver, 'Emulation.setDeviceMetricsOverride', {
    width: 1280,
    height: 800,
    deviceScaleFactor: 1,
    mobile: false,
  });
  if (!ahead) {
    const habits = JSON.stringify({ state: { workAhead: false }, version: 1 });
    await devTools(driver, 'Page.addScriptToEvaluateOnNewDocument', {
      source: `try { localStorage['plavo-panels'] ??= ${JSON.stringify(habits)} } catch {}`,
    });
  }
  return { driver, downloads };
}
