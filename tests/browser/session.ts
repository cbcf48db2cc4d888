// What a file of browser tests works with: the application with the demo data, a browser, the bench.
import type { WebDriver } from 'selenium-webdriver';
import { type Application, startForTests } from './application';
import { BenchPage } from './bench-page';
import { openBrowser } from './driver';
import { removeFolders } from './folders';

export interface Session {
  app: Application;
  driver: WebDriver;
  bench: BenchPage;
  /** Folder into which the browser downloads. */
  downloads: string;
}

/**
 * Begins before the tests of a file and ends after them; `begun` gets the session.
 * @param ahead the best way is solved before it is asked for; else the processor is left to what is tested
 */
export function inSession(begun: (session: Session) => void, { ahead = false } = {}): void {
  let session: Session | undefined;
  beforeAll(async () => {
    const app = await startForTests(),
      { driver, downloads } = await openBrowser(ahead);
    session = { app, driver, downloads, bench: new BenchPage(driver) };
    begun(session);
  });
  afterAll(async () => {
    await session?.driver.quit();
    await session?.app.stop();
    removeFolders();
  });
}
