// The bench as a test sees it: named things, real clicks and keys, waits on conditions.
import { By, Key, until, type WebDriver, type WebElement } from 'selenium-webdriver';

export const WAIT = 30_000;

export class BenchPage {
  constructor(readonly driver: WebDriver) {}

  find(css: string): Promise<WebElement> {
    return Promise.resolve(this.driver.wait(until.elementLocated(By.css(css)), WAIT, `no ${css}`));
  }
  named(name: string): Promise<WebElement> {
    return this.find(`[aria-label="${name}"]`);
  }
  async button(words: string): Promise<WebElement> {
    return this.driver.wait(until.elementLocated(By.xpath(`//button[normalize-space(.)="${words}"]`)), WAIT, `no button ${words}`);
  }
  async click(words: string): Promise<void> {
    const b = await this.button(words);
    await this.driver.wait(until.elementIsVisible(b), WAIT);
    await b.click();
  }
  /** Waits until a question to the page is answered with something true. */
  async until<T>(ask: () => Promise<T>, what: string, wait = WAIT): Promise<T> {
    return (await this.driver.wait(async () => {
      try {
        return await ask();
      } catch (e) {
        if (/stale|no such element/i.test((e as Error).message)) return false;
        throw e;
      }
    }, wait, what)) as T;
  }
  async verdict(): Promise<string> {
    return (await this.find('[data-testid="verdict"]')).getText();
  }
  async ratio(): Promise<number> {
    return Number(await (await this.find('[data-testid="ratio"]')).getText());
  }
  untilVerdict(word: string): Promise<unknown> {
    return this.until(async () => (await this.verdict()) === word, `the verdict never became ${word}`);
  }
  untilSaved(): Promise<unknown> {
    return this.until(async () => (await (await this.find('[data-saved]')).getAttribute('data-saved')) === 'saved', 'it was never saved');
  }
  /** Presses keys wherever the focus is. */
  async keys(...keys: string[]): Promise<void> {
    await this.driver.actions().sendKeys(...keys).perform();
  }
  async chord(modifier: string, ...keys: string[]): Promise<void> {
    let a = this.driver.actions().keyDown(modifier);
    for (const k of keys) a = a.sendKeys(k);
    await a.keyUp(modifier).perform();
  }
  async undo(): Promise<void> {
    await this.chord(Key.CONTROL, 'z');
  }
  /** Layer elements on the stage, bottom to top. */
  async layers(): Promise<WebElement[]> {
    return this.driver.findElements(By.css('[data-overlay] > [data-layer]'));
  }
  async rows(): Promise<string[]> {
    return Promise.all((await this.driver.findElements(By.css('[data-row]'))).map((r) => r.getText()));
  }
  async selectRow(name: string): Promise<void> {
    await (await this.driver.wait(until.elementLocated(By.xpath(`//*[@data-row][.//*[contains(normalize-space(.), "${name}")]]`)), WAIT, `no row ${name}`)).click();
  }
  async pieceId(): Promise<string> {
    return (await this.driver.getCurrentUrl()).split('/').pop()!;
  }
  /** Errors the page has logged since last asked. */
  async errors(): Promise<string[]> {
    return (await this.driver.manage().logs().get('browser')).filter((e) => e.level.name === 'SEVERE').map((e) => e.message);
  }
}
