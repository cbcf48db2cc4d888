// What a file of browser tests works with: the application with the demo data, a browser, the bench.
import { join } from 'node:path';
import type { WebDriver } from 'selenium-webdriver';
import { type Application, keptForTests } from './application';
import { BenchPage } from './bench-page';
import { type Habits, openBrowser } from './driver';
import { removeFolders } from './folders';

export interface Session {
  app: Application;
  driver: WebDriver;
  bench: BenchPage;
  /** Folder into which the browser downloads. */
  downloads: string;
}

/** Begins before the tests of a file and ends after them; `begun` gets the session. */
export function inSession(
  begun: (session: Session) => void,
  { ahead = false, moving = false }: Partial<Habits> = {},
): void {
  let session: Session | undefined;
  beforeAll(async () => {
    const app = await keptForTests(),
      { driver, downloads } = await openBrowser({ ahead, moving }, join(app.folder, 'browser'));
    session = { app, driver, downloads, bench: new BenchPage(driver) };
    begun(session);
  });
  afterAll(async () => {
    await session?.driver.quit();
    await session?.app.stop();
    removeFolders();
  });
}
