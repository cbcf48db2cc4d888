// The bench as a test sees it: named things, real clicks and keys, waits on conditions.
import { By, Key, Origin, until, type WebDriver, type WebElement } from 'selenium-webdriver';

import type { Piece } from '../../src/core/piece/schema';

export const WAIT = 30_000;

export class BenchPage {
  constructor(readonly driver: WebDriver) {}

  /**
   * Waits for an element that can be used: controls of what was selected before are there for a frame more, inert.
   * Where it never comes, what the page shows instead is said with it.
   */
  async find(css: string): Promise<WebElement> {
    try {
      return await this.driver.wait(until.elementLocated(By.css(`:is(${css}):not([inert] *)`)), WAIT, `no ${css}`);
    } catch (e) {
      if (e instanceof Error) e.message += `\nThe page showed ${await this.shown()}`;
      throw e;
    }
  }
  /** What is selected, open, focused and saved, in short. */
  private async shown(): Promise<string> {
    try {
      return await this.driver.executeScript(`
        const all = (css, of) => [...document.querySelectorAll(css)].map(of);
        return JSON.stringify({
          at: location.pathname,
          selected: all('[data-row][data-selected]', (e) => e.dataset.row),
          open: all('[role="dialog"], [aria-expanded="true"]', (e) => e.ariaLabel ?? e.textContent.slice(0, 60)),
          focus: document.activeElement?.outerHTML.slice(0, 120),
          saved: document.querySelector('[data-saved]')?.dataset.saved,
          messages: all('[role="alert"]', (e) => e.textContent.slice(0, 100)),
        })`);
    } catch (e) {
      return `nothing: ${(e as Error).message.split('\n')[0]}`;
    }
  }
  named(name: string): Promise<WebElement> {
    return this.find(`[aria-label="${name}"]`);
  }
  async button(words: string): Promise<WebElement> {
    return this.driver.wait(
      until.elementLocated(By.xpath(`//button[normalize-space(.)="${words}"][not(ancestor::*[@inert])]`)),
      WAIT,
      `no button ${words}`,
    );
  }
  async click(words: string): Promise<void> {
    // A message may lie over it for a moment.
    await this.until(async () => {
      const b = await this.button(words);
      await this.driver.wait(until.elementIsVisible(b), WAIT);
      await b.click();
      return true;
    }, `${words} cannot be clicked`);
  }
  /** Waits until a question to the page is answered with something true. */
  async until<T>(ask: () => Promise<T>, what: string, wait = WAIT): Promise<T> {
    return (await this.driver.wait(
      async () => {
        try {
          return await ask();
        } catch (e) {
          if (/stale|no such element|not interactable|click intercepted/i.test((e as Error).message)) return false;
          throw e;
        }
      },
      wait,
      what,
    )) as T;
  }
  /** The name of the piece as the bench shows it. */
  async pieceName(): Promise<string | null> {
    return (await this.named('Name of the piece')).getAttribute('value');
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
    return this.until(
      async () => (await (await this.find('[data-saved]')).getAttribute('data-saved')) === 'saved',
      'it was never saved',
    );
  }
  /** Presses keys wherever the focus is. */
  async keys(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
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
    await (
      await this.driver.wait(
        until.elementLocated(By.xpath(`//*[@data-row][.//*[contains(normalize-space(.), "${name}")]]`)),
        WAIT,
        `no row ${name}`,
      )
    ).click();
  }
  /** Selects a layer by its id, on the stage: its row need not be in sight. */
  async selectLayer(layer: string): Promise<void> {
    await this.find(`[data-layer="${layer}"]`);
    // As by a key, whatever was pressed last.
    await this.driver.executeScript(`document.querySelector('[data-layer="${layer}"]').focus({ focusVisible: true })`);
    await this.find(`[data-frame="${layer}"]`);
  }
  /** Opens a menu by its button and takes an item. */
  async menu(button: string, item: string): Promise<void> {
    // A message may lie over it for a moment.
    await this.until(async () => {
      await (await this.named(button)).click();
      return true;
    }, `${button} cannot be clicked`);
    await this.take(`//*[@role="menuitem"][contains(normalize-space(.), "${item}")]`);
  }
  /**
   * Opens a menu by its button and takes an entry of it, both by selector. A menu that closed again, because the
   * controls were drawn anew under it, is opened again.
   */
  async fromMenu(button: string, entry: string): Promise<void> {
    await this.until(async () => {
      await (await this.inMenu(button, entry)).click();
      return true;
    }, `${entry} cannot be taken from ${button}`);
  }
  /** An entry of a menu that is open, once it stands. */
  async inMenu(button: string, entry: string): Promise<WebElement> {
    const found = await this.until(async () => {
      if (!(await this.driver.findElements(By.css(entry))).length) await this.press(button);
      const there = await this.driver.wait(until.elementLocated(By.css(entry)), 3000).catch(() => null);
      if (there) await this.settled(there);
      return there;
    }, `no ${entry} in ${button}`);
    return found!;
  }
  /** Clicks what a selector (or an XPath) finds, once it can be seen. */
  async take(what: string): Promise<void> {
    const found = await this.driver.wait(
      until.elementLocated(what.startsWith('/') ? By.xpath(what) : By.css(what)),
      WAIT,
      `no ${what}`,
    );
    await this.driver.wait(until.elementIsVisible(found), WAIT);
    await found.click();
  }
  /** Types a number or text into a field, in place of what it held. */
  async type(label: string, value: string): Promise<void> {
    // Parts of the controls open and re-render meanwhile: the field is looked up again until all is typed.
    await this.until(async () => {
      const el = await this.find(`input[aria-label="${label}"]`);
      await this.settled(el);
      if (!(await el.isDisplayed())) return false;
      await el.click();
      await el.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.ENTER);
      return true;
    }, `nothing can be typed into ${label}`);
  }
  /**
   * Brings something into view and waits until it no longer moves: menus open and parts of the controls unfold with a
   * movement.
   */
  async settled(el: WebElement): Promise<void> {
    await this.driver.executeAsyncScript(
      `const [el, done] = arguments;
       el.scrollIntoView({ block: 'center' });
       let before = '', still = 0, frames = 0;
       (function look() {
         const r = el.getBoundingClientRect(), now = [r.x, r.y, r.width, r.height].join();
         still = now === before ? still + 1 : 0;
         before = now;
         if (still >= 3 || ++frames > 120) done(); else requestAnimationFrame(look);
       })();`,
      el,
    );
  }
  /** Clicks something after bringing it into view. */
  async press(css: string): Promise<void> {
    await this.until(async () => {
      const el = await this.find(css);
      await this.settled(el);
      await el.click();
      return true;
    }, `${css} cannot be clicked`);
  }
  /** Turns the wheel over an element, with a key held. */
  async wheel(over: WebElement, dy: number, held: string): Promise<void> {
    // The type declarations do not know the wheel yet.
    type Wheel = ReturnType<WebDriver['actions']> & {
      scroll(x: number, y: number, dx: number, dy: number, origin: WebElement): Wheel;
    };
    await (this.driver.actions().keyDown(held) as Wheel).scroll(0, 0, 0, dy, over).keyUp(held).perform();
  }
  /** Drags what is found by a selector by (dx, dy) CSS pixels. */
  async drag(css: string, dx: number, dy: number, from = { x: 0, y: 0 }): Promise<void> {
    const el = await this.find(css);
    await this.driver.executeScript('arguments[0].scrollIntoView({ block: "nearest" })', el);
    await this.driver
      .actions()
      .move({ origin: el, x: from.x, y: from.y })
      .press()
      .move({ origin: Origin.POINTER, x: Math.round(dx / 2), y: Math.round(dy / 2), duration: 80 })
      .move({ origin: Origin.POINTER, x: dx - Math.round(dx / 2), y: dy - Math.round(dy / 2), duration: 80 })
      .release()
      .perform();
  }
  /** The stored document of the piece that is open, once everything is saved. */
  async document(): Promise<Piece> {
    await this.untilSaved();
    const { origin } = new URL(await this.driver.getCurrentUrl());
    return ((await (await fetch(`${origin}/api/pieces/${await this.pieceId()}`)).json()) as { piece: Piece }).piece;
  }
  /** Waits until the stored document fulfils something, and gives it. */
  async untilDocument(ask: (piece: Piece) => boolean, what: string): Promise<Piece> {
    let piece: Piece | null = null;
    await this.until(async () => ask((piece = await this.document())), what);
    return piece!;
  }
  /**
   * Goes to a page of the application: from another one without loading it anew, which takes the processor several
   * times as long.
   */
  async goTo(address: string, path: string): Promise<void> {
    const goes = await this.driver.executeScript(
      `const [address, path] = arguments,
         goes = location.origin === address && location.pathname !== path && Boolean(window.next?.router);
       if (goes) window.next.router.push(path);
       return goes`,
      address,
      path,
    );
    if (!goes) return this.driver.get(address + path);
    await this.until(
      async () => (await this.driver.executeScript('return location.pathname')) === path,
      `${path} never came`,
    );
  }
  /** Opens a piece and waits until it can be worked with. @param anew the page is loaded anew for it */
  async open(address: string, id: string, { anew = false } = {}): Promise<void> {
    if (anew) await this.driver.get(`${address}/piece/${id}`);
    else await this.goTo(address, `/piece/${id}`);
    await this.untilOpen();
  }
  /** Waits until the piece of the page can be worked with. */
  async untilOpen(): Promise<void> {
    await this.find('[data-overlay] > [data-layer]');
    await this.until(async () => (await this.verdict()) !== '', 'no reading came');
  }
  /**
   * Clicks a label until what it belongs to has changed its state: while parts of the controls unfold, labels move away
   * from under the pointer.
   */
  async switched(xpath: string, change: (was: boolean) => boolean): Promise<void> {
    const input = async () =>
      this.driver.findElement(By.id((await (await this.driver.findElement(By.xpath(xpath))).getAttribute('for'))!));
    await this.driver.wait(until.elementLocated(By.xpath(xpath)), WAIT, `no ${xpath}`);
    const wanted = change(await (await input()).isSelected());
    await this.until(async () => {
      if ((await (await input()).isSelected()) === wanted) return true;
      const el = await this.driver.findElement(By.xpath(xpath));
      await this.settled(el);
      await el.click();
      return (await (await input()).isSelected()) === wanted;
    }, `${xpath} did not switch`);
  }
  /** Chooses one of several by its words. */
  choose(words: string): Promise<void> {
    return this.switched(`//label[.//span[text()="${words}"]]`, () => true);
  }
  /** Switches something on that is off, or off. */
  toggle(words: string): Promise<void> {
    return this.switched(`//label[normalize-space(.)="${words}"]`, (was) => !was);
  }
  /** Flips a switch that is known by its name alone. */
  async flip(name: string): Promise<void> {
    const input = async () => this.driver.findElement(By.css(`input[aria-label="${name}"]`));
    await this.find(`input[aria-label="${name}"]`);
    const was = await (await input()).isSelected();
    await this.until(async () => {
      if ((await (await input()).isSelected()) !== was) return true;
      await this.settled(await input());
      await this.driver.executeScript('arguments[0].click()', await input());
      return this.until(async () => (await (await input()).isSelected()) !== was, `${name} did not flip`);
    }, `${name} did not flip`);
  }
  /** Opens a folded part of the controls, where it is not open. */
  async unfold(name: string): Promise<void> {
    await this.until(async () => {
      const control = await this.driver.wait(
        until.elementLocated(By.xpath(`//button[starts-with(normalize-space(.), "${name}")][@aria-expanded]`)),
        WAIT,
        `no ${name}`,
      );
      if ((await control.getAttribute('aria-expanded')) === 'true') return true;
      await this.settled(control);
      await control.click();
      return (await control.getAttribute('aria-expanded')) === 'true';
    }, `${name} did not unfold`);
  }
  /** Types over a text that was just begun, which is marked whole. */
  async typeOver(words: string): Promise<void> {
    const area = await this.find('textarea[aria-label="Text"]');
    await this.until(
      async () =>
        (await this.driver.executeScript(
          'return document.activeElement === arguments[0] && arguments[0].selectionEnd > 0',
          area,
        )) as boolean,
      'the text never took the focus',
    );
    await this.keys(words);
  }
  /** Presses the big button. */
  justEnough(): Promise<void> {
    return this.press('[data-just-enough]');
  }
  /** Chooses, beside the big button, what it does. */
  async treatment(name: string): Promise<void> {
    await this.press('[aria-label="Choose another treatment"]');
    await this.take(`//*[@role="menuitemradio"][starts-with(normalize-space(.), "${name}")]`);
  }
  /** Unfolds a part of the reading: Chart, Ways through, Places, Inks. */
  async reading(part: string): Promise<void> {
    await this.until(async () => {
      const b = await this.driver.findElement(
        By.xpath(`//*[@aria-label="What can be done"]//button[normalize-space(.)="${part}"]`),
      );
      if ((await b.getAttribute('aria-expanded')) === 'true') return true;
      await b.click();
      return (await b.getAttribute('aria-expanded')) === 'true';
    }, `${part} did not unfold`);
  }
  /** Takes an option of a select. */
  async pick(select: string, option: string): Promise<void> {
    await this.press(`input[aria-label="${select}"]`);
    await this.take(`//*[@role="option"][contains(normalize-space(.), "${option}")]`);
  }
  async pieceId(): Promise<string> {
    return new URL(await this.driver.getCurrentUrl()).pathname.split('/').pop()!;
  }
  /** Errors the page has logged since last asked. */
  async errors(): Promise<string[]> {
    return (await this.driver.manage().logs().get('browser'))
      .filter((e) => e.level.name === 'SEVERE')
      .map((e) => e.message);
  }
}
