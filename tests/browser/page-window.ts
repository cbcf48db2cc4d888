// A page that was handed over, opened from disk in a window of any width: stopped at a moment, looked at, measured.
import { unzipSync } from 'fflate';
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { WebDriver } from 'selenium-webdriver';
import type { BenchPage } from './bench-page';
import { devTools } from './driver';
import { folderFor } from './folders';
import { letterContrast, neededRatio, type Shot, shotOf } from './page-reading';

/** Unpacks an archive into a folder of its own. */
export function unpack(bytes: Uint8Array): string {
  const folder = folderFor('page');
  for (const [name, file] of Object.entries(unzipSync(bytes))) {
    mkdirSync(dirname(join(folder, name)), { recursive: true });
    writeFileSync(join(folder, name), file);
  }
  return folder;
}

interface PageText {
  lines: string[];
  /** Upper edge of its frame, CSS px. */
  top: number;
  size: number;
  weight: number;
  ink: [number, number, number];
  letters: { letter: string; x: number; y: number; width: number; height: number }[];
}

export class PageWindow {
  constructor(
    private readonly driver: WebDriver,
    private readonly bench: BenchPage,
  ) {}

  /** Opens a page from disk in a window of that width, and waits until all of it is there. */
  async openAt(folder: string, width: number, height = 900): Promise<void> {
    await this.resize(width, height);
    // A page that begins in another window would keep the larger picture of that; so the window is there before it.
    await this.driver.get(`file://${folder}/`);
    await this.bench.until(
      async () => (await this.driver.executeScript('return innerWidth')) === width,
      `the window is not ${width} px wide`,
    );
    await this.driver.get(`file://${folder}/index.html`);
    await this.settled();
  }

  private resize(width: number, height: number): Promise<void> {
    return devTools(this.driver, 'Emulation.setDeviceMetricsOverride', {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: false,
    });
  }

  private settled(): Promise<void> {
    return this.driver.executeAsyncScript(`const done = arguments[0];
      document.body.style.margin = 0;
      // Fonts are asked for once the page is laid out; before that none is waited for.
      document.body.getBoundingClientRect();
      // A picture that is exchanged for a larger one meanwhile is looked at again.
      (function look() {
        Promise.all([document.fonts.ready, ...[...document.images].map((i) => i.decode())])
          .then(() => requestAnimationFrame(() => requestAnimationFrame(done)), () => requestAnimationFrame(look));
      })();`);
  }

  async widthTo(width: number, height = 900): Promise<void> {
    await this.resize(width, height);
    await this.settled();
  }

  /** Stops the pictures at a time, ms; what stops them is no part of what is compared. */
  stopAt(time: number): Promise<void> {
    return this.driver.executeAsyncScript(
      `document.querySelectorAll('[class$="--pause"]').forEach((e) => { e.style.visibility = 'hidden'; });
     const [time, done] = arguments, all = document.getAnimations();
     all.forEach((a) => { a.pause(); a.currentTime = time; });
     // What moves does so on a thread of its own, which hears of it later.
     Promise.all(all.map((a) => a.ready)).then(() => requestAnimationFrame(() => requestAnimationFrame(done)));`,
      time,
    );
  }
  /** A picture of the section, or from its top to the foot of its message. */
  async shot(what: 'section' | 'message' = 'section'): Promise<Shot> {
    const { within, ...clip } = await this.driver.executeScript<{ within: boolean }>(
      `const { width, height } = document.querySelector('.section-page').getBoundingClientRect();
     const boxes = [...document.querySelectorAll('.section-message > *')].map((e) => e.getBoundingClientRect());
     const clip = arguments[0] === 'section'
       ? { x: 0, y: 0, width, height: Math.round(height), scale: 1 }
       : { x: 0, y: 0, scale: 1,
           width: Math.min(width, Math.ceil(Math.max(...boxes.map((b) => b.right)) + 20)),
           height: Math.min(height, Math.ceil(Math.max(...boxes.map((b) => b.bottom)) + 20)) };
     return { ...clip, within: clip.height <= innerHeight };`,
      what,
    );
    const { data } = await (
      this.driver as unknown as { sendAndGetDevToolsCommand(c: string, p: object): Promise<{ data: string }> }
    ).sendAndGetDevToolsCommand('Page.captureScreenshot', {
      format: 'png',
      clip,
      captureBeyondViewport: !within,
      optimizeForSpeed: true,
    });
    return shotOf(data);
  }

  /** Lines, type and letters of every text as the browser set them. */
  texts(): Promise<PageText[]> {
    return this.driver.executeScript(`
    return [...document.querySelectorAll('.section-message :is(h1, h2, h3, p, a)')].map((e) => {
      const words = e.querySelector('[class$="-words"]') ?? e, style = getComputedStyle(words), range = document.createRange();
      const letters = [], lines = [];
      let bottom = -Infinity;
      for (const node of (function* walk(n) { if (n.nodeType === 3) yield n; else for (const c of n.childNodes) yield* walk(c); })(words))
        for (let i = 0; i < node.length; i++) {
          range.setStart(node, i);
          range.setEnd(node, i + 1);
          const r = range.getBoundingClientRect();
          if (!node.data[i].trim()) { if (lines.length) lines[lines.length - 1] += ' '; continue; }
          if (r.top > bottom - r.height / 2) lines.push('');
          bottom = r.bottom;
          lines[lines.length - 1] += node.data[i];
          letters.push({ letter: node.data[i], x: r.x, y: r.y + scrollY, width: r.width, height: r.height });
        }
      return {
        lines: lines.map((l) => l.trim()), top: e.getBoundingClientRect().top + scrollY, letters, size: parseFloat(style.fontSize), weight: Number(style.fontWeight),
        ink: style.color.match(/[\\d.]+/g).slice(0, 3).map(Number),
      };
    });`);
  }

  private noInk(on: boolean): Promise<void> {
    return this.driver.executeScript(
      `document.querySelectorAll('.section-message *').forEach((e) => { e.style.webkitTextFillColor = arguments[0] ? 'transparent' : ''; });`,
      on,
    );
  }

  /** Texts as they are set, and letters that have less contrast than their size needs, each in words. */
  async measured(): Promise<{ texts: PageText[]; weak: string[] }> {
    const texts = await this.texts(),
      inked = await this.shot('message');
    await this.noInk(true);
    const bare = await this.shot('message');
    await this.noInk(false);
    const weak = texts.flatMap((t) =>
      t.letters.flatMap((l) => {
        const ratio = letterContrast(inked, bare, l, t.ink, t.size);
        return ratio !== null && ratio < 0.97 * neededRatio(t.size, t.weight)
          ? [`${l.letter} of ${t.lines.join(' ')}: ${ratio.toFixed(2)}`]
          : [];
      }),
    );
    return { texts, weak };
  }
}
