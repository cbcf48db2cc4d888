// Pictures that move, covers of a campaign, one way for all slides: driven as people do.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, type WebDriver } from 'selenium-webdriver';
import sharp from 'sharp';
import type { PhotoLayer } from '../../src/core/kinds/photo';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from './application';
import { violations } from './axe';
import { type BenchPage } from './bench-page';
import { devTools } from './driver';
import { folderFor, wholeFiles } from './folders';
import { inSession } from './session';

let app: Application, driver: WebDriver, bench: BenchPage, downloads: string;
inSession((s) => void ({ app, driver, bench, downloads } = s), { moving: true });

/** Grounds of the frames: white letters are lost on the third. */
const GREYS = [40, 70, 225, 110, 50];
const folder = folderFor('films');
beforeAll(async () => {
  const w = 120,
    h = 120,
    data = Buffer.concat(GREYS.map((g) => Buffer.alloc(w * h * 3, g)));
  await sharp(data, { raw: { width: w, height: h * GREYS.length, channels: 3, pageHeight: h } })
    .gif({ delay: GREYS.map(() => 150), loop: 0 })
    .toFile(join(folder, 'lamp.gif'));
  const head = [...Buffer.from('GIF89a'), 1, 0, 1, 0, 0x80, 0, 0, 0, 0, 0, 255, 255, 255],
    frame = [0x21, 0xf9, 4, 0, 2, 0, 0, 0, 0x2c, 0, 0, 0, 0, 1, 0, 1, 0, 0, 2, 2, 0x44, 1, 0];
  writeFileSync(
    join(folder, 'endless.gif'),
    Buffer.from([...head, ...Array.from({ length: 10_000 }, () => frame).flat(), 0x3b]),
  );
});

const ask = async <T>(path: string): Promise<T> => (await (await fetch(`${app.address}${path}`)).json()) as T;
const here = async (): Promise<string> => /piece\/([^#?]+)/.exec(await driver.getCurrentUrl())![1];
const looked = async (): Promise<string> => (await bench.find('[data-testid="looked"]')).getText();
const untilRead = (): Promise<unknown> =>
  bench.until(async () => (await looked()) === 'Read in all frames', 'not every frame was read', 60_000);
const send = async (file: string): Promise<void> =>
  (await bench.find('[data-testid="photo-file"]')).sendKeys(join(folder, file));
const photoIn = (p: Piece): PhotoLayer => p.slides[0].layers.find((l): l is PhotoLayer => l.kind === 'photo')!;
const frameNow = (): Promise<string> =>
  driver.executeScript(
    `return document.querySelector('[aria-label="Motion"] [role="slider"]').getAttribute('aria-valuenow')`,
  );

describe('a picture that moves', () => {
  it('is dropped like any other, and plays', async () => {
    await bench.goTo(app.address, '/');
    await send('lamp.gif');
    await bench.press('[data-destination="square-post"]');
    await bench.typeOver('Lamps at Varn Halt');
    await bench.keys('\uE00C');
    await bench.find('[aria-label="Motion"]');
    const seen = new Set<string>();
    await bench.until(async () => seen.add(await frameNow()).size >= 4, 'it does not play');
    expect(photoIn(await bench.document()).motion!.frames.map((f) => f.ms)).toEqual(GREYS.map(() => 150));
  });

  it('reads as its worst frame, which can be looked at', async () => {
    await untilRead();
    expect(await bench.verdict()).toBe('Lost');
    await bench.click('Worst frame');
    await bench.until(async () => (await frameNow()) === '2', 'the worst frame does not show');
    await bench.find('[aria-label="Motion"] [aria-label="Play"]');
    expect(await violations(driver)).toEqual([]);
  });

  it('is played and stopped by a key; less motion is respected', async () => {
    await driver.executeScript('document.activeElement.blur()');
    await bench.keys('p');
    await bench.find('[aria-label="Motion"] [aria-label="Stop"]');
    await bench.keys('p');
    await bench.find('[aria-label="Motion"] [aria-label="Play"]');
    await bench.untilSaved();
    const emulate = (value: string): Promise<unknown> =>
      devTools(driver, 'Emulation.setEmulatedMedia', { features: [{ name: 'prefers-reduced-motion', value }] });
    await emulate('reduce');
    await driver.navigate().refresh();
    await bench.find('[aria-label="Motion"] [aria-label="Play"]');
    await untilRead();
    expect(await (await bench.find('[aria-label="Motion"]')).getText()).toMatch(/^Still/);
    await emulate('no-preference');
  });

  it('Just enough holds for every frame', async () => {
    await bench.justEnough();
    await bench.untilVerdict('Clear');
    await untilRead();
    expect(await bench.verdict()).toBe('Clear');
    await bench.untilSaved();
    const readings = await ask<{ verdict: string }[]>(`/api/pieces/${await here()}/reading`);
    expect(readings.map((r) => r.verdict)).toEqual(['clear']);
  });

  it('has a beginning, a speed and a still of its own, each one undo step', async () => {
    const row = photoIn(await bench.document());
    await bench.selectRow(row.name);
    await bench.unfold('Motion');
    await bench.type('Speed', '200');
    await bench.untilDocument((p) => photoIn(p).motion!.speed === 2, 'the speed was not taken');
    await bench.type('Begins at', '0.3');
    await bench.untilDocument((p) => photoIn(p).motion!.start === 0.3, 'the beginning was not taken');
    await bench.undo();
    await bench.untilDocument((p) => photoIn(p).motion!.start === 0 && photoIn(p).motion!.speed === 2, 'not undone');
    await bench.undo();
    await bench.untilDocument((p) => photoIn(p).motion!.speed === 1, 'not undone');
    await bench.click('Worst frame');
    await bench.click('This frame for the still');
    const { frames } = photoIn(await bench.document()).motion!;
    await bench.untilDocument((p) => photoIn(p).asset === frames[2].asset, 'it has another still');
    await bench.undo();
  });

  it('is handed over as an animation, every frame as the stage has it', async () => {
    await bench.click('Hand over');
    const before = readdirSync(downloads);
    await bench.click('Download');
    let name = '';
    await bench.until(async () => {
      name = wholeFiles(downloads).find((f) => f.endsWith('.webp') && !before.includes(f)) ?? '';
      return Promise.resolve(name !== '');
    }, 'no animation came');
    const bytes = readFileSync(join(downloads, name)),
      meta = await sharp(bytes).metadata();
    expect(meta).toMatchObject({ format: 'webp', pages: 5, width: 1080, delay: GREYS.map(() => 150) });
    // As the server paints the same moments as pictures.
    const id = await here();
    for (const page of [0, 2]) {
      const still = Buffer.from(
        await (await fetch(`${app.address}/api/pieces/${id}/render?time=${page * 150 + 10}`)).arrayBuffer(),
      );
      const [a, b] = await Promise.all(
        [sharp(bytes, { page }), sharp(still)].map((s) => s.removeAlpha().resize(90, 90).raw().toBuffer()),
      );
      const off = a.reduce((sum, v, i) => sum + Math.abs(v - b[i]), 0) / a.length;
      expect(off).toBeLessThan(2);
    }
  });

  it('one of 10,000 frames is refused in words, and nothing is lost', async () => {
    const before = await bench.document();
    await send('endless.gif');
    await bench.until(
      async () => /too many frames[\s\S]*10,000/.test(await (await bench.find('.mantine-Notification-root')).getText()),
      'nothing was said',
    );
    expect(await bench.document()).toEqual(before);
  });

  it('leaves no errors in the page but that of the refused file', async () => {
    expect((await bench.errors()).filter((e) => !/status of 413/.test(e))).toEqual([]);
  });
});

describe('one way for all slides', () => {
  it('makes every text of every slide Clear in one step', async () => {
    const { piece } = await ask<{ piece: Piece }>('/api/pieces/ostrel-carousel');
    // Without what was laid for the texts, and without the slides that are clear anyway: less to wait for.
    const bare = {
      ...piece,
      slides: piece.slides
        .slice(1, 3)
        .map((s) => ({ ...s, layers: s.layers.filter((l) => l.kind !== 'fade' && !l.carry) })),
    };
    const made = (await (
      await fetch(`${app.address}/api/pieces`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ document: bare, campaign: 'ostrel-line' }),
      })
    ).json()) as { id: string };
    await bench.open(app.address, made.id);
    await bench.click('Ways through');
    await bench.choose('All 2 slides');
    await bench.until(
      async () => (await driver.findElements(By.css('[data-ways-complete] [data-way="plate"]'))).length > 0,
      'no way for all slides was found',
      90_000,
    );
    expect(await (await bench.find('[data-way="plate"]')).getText()).toMatch(/slide \d decides/);
    await (await bench.find('[data-way="plate"] > button')).click();
    await bench.untilDocument(
      (p) => p.slides.every((s) => s.layers.some((l) => l.kind === 'plate')),
      'it was not laid on every slide',
    );
    await bench.untilSaved();
    const strengths = (await bench.document()).slides.map((s) => s.layers.find((l) => l.kind === 'plate')!.opacity);
    expect(new Set(strengths).size).toBe(1);
    for (const slide of [1, 2]) {
      const readings = await ask<{ verdict: string }[]>(`/api/pieces/${made.id}/reading?slide=${slide}`);
      expect(readings.map((r) => r.verdict)).toEqual(['clear', 'clear']);
    }
    await bench.undo();
    await bench.untilDocument((p) => p.slides.every((s) => !s.layers.some((l) => l.kind === 'plate')), 'not undone');
  });
});

describe('covers', () => {
  it('stand beside each other as the feed shows them, each seen for what it is', async () => {
    await bench.goTo(app.address, '/');
    await bench.click('Covers');
    await bench.find('[data-cover]');
    const kinds = await Promise.all(
      (await driver.findElements(By.css('[data-cover]'))).map((c) => c.getAttribute('data-cover')),
    );
    // The lamp is the newest post, of a campaign of its own where none was chosen.
    expect(kinds.filter((k) => k === 'photo').length).toBeGreaterThanOrEqual(6);
    expect(kinds).toContain('pattern');
    expect(kinds).toContain('colour');
    expect(await violations(driver)).toEqual([]);
  });

  it('what is due begins a new post, and the next time something else is', async () => {
    const due = await (await bench.find('[data-testid="due"]')).getText();
    expect(due).toMatch(/Plain ground in Amber/);
    expect(await (await bench.find('[data-testid="due-reasons"]')).getText()).toMatch(/Amber was not used/);
    await bench.click('Begin with what is due');
    await bench.press('[data-destination="portrait-post"]');
    await bench.find('[data-overlay] > [data-layer]');
    const [ground] = (await bench.document()).slides[0].layers;
    expect(ground).toMatchObject({ kind: 'fill', fill: { kind: 'colour', colour: { swatch: 'amber' } } });
    await bench.until(async () => {
      const { due: next } = await ask<{ due: { kind: string; swatch: string | null } }>(
        '/api/campaigns/ostrel-line/covers',
      );
      return next.kind !== 'colour' || next.swatch !== 'amber';
    }, 'amber is still due');
  });
});
