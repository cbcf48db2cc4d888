// Letters told from finished pictures: what was painted is found again, as it was, and where it cannot be that is said.
import fc from 'fast-check';
import { cropped, type Pixels } from '../ground/pixels';
import { makePhoto } from '../kinds/photo';
import type { TextLayer } from '../kinds/text';
import { fileOnSlide, lifted, whyNotLifted } from '../piece/lift';
import { makePiece } from '../piece/make';
import { readSlide } from '../reading/read';
import { pixelsOf } from '../scene/whole';
import { easelFor, picture } from '../testing/pixels';
import { flat, headline, ids, scene } from '../testing/scenes';
import { solid } from '../values/made';
import { filledIn } from './fill-in';
import { letteringIn } from './lettering';
import { linesFound, signsRead, toFind, toRead } from './line-models';
import { outlineOf } from './outline';
import { partsOf } from '../ground/parts';
import { type ReadLine, UNKNOWN } from './set';

const WIDTH = 600,
  HEIGHT = 300;
const { painter } = easelFor();

/** A picture of a text over something, and how it reads as a text. */
async function finished(text: Partial<TextLayer> & { text: string }, ground = '#224466', words = text.text) {
  const { piece, slide, size } = scene(
    (z) => [flat('ground', ground)(z), headline(text.text, '#ffffff', 40, 100, text)(z)],
    WIDTH,
    HEIGHT,
  );
  await painter.prepare(slide);
  const [reading] = readSlide(painter, piece, slide, size),
    // As a reader would have it: each sign with its middle.
    signs = reading.letters.map((l, i) => ({
      sign: words.replace(/\s/g, '')[i] ?? '',
      x: l.box.x + l.box.width / 2,
    })),
    boxes = reading.letters.map((l) => l.box),
    x = Math.min(...boxes.map((b) => b.x)) - 6,
    y = Math.min(...boxes.map((b) => b.y)) - 6,
    line: ReadLine = {
      box: {
        x,
        y,
        width: Math.max(...boxes.map((b) => b.x + b.width)) + 6 - x,
        height: Math.max(...boxes.map((b) => b.y + b.height)) + 6 - y,
      },
      signs,
    };
  return { pixels: pixelsOf(painter, piece, slide, size, 1), reading, line };
}
/** The piece that a finished picture becomes. */
async function checked(pixels: Pixels, lines: ReadLine[]) {
  const found = letteringIn(pixels, lines),
    easel = easelFor(
      new Map([
        ['picture', pixels],
        ['clean', found.clean],
      ]),
    ).painter,
    newId = ids(),
    piece = makePiece('Check', { width: pixels.width, height: pixels.height }, newId, (z) => [
      makePhoto('photo', 'picture', 'Picture', z),
    ]),
    done = lifted(piece, piece.slides[0].id, 'photo', { texts: found.texts, clean: 'clean', file: pixels }, newId);
  const [slide] = done.piece.slides,
    [size] = done.piece.sizes;
  await easel.prepare(slide);
  return {
    found,
    ...done,
    slide,
    readings: readSlide(easel, done.piece, slide, size),
    again: pixelsOf(easel, done.piece, slide, size, 1),
  };
}
const same = (a: Pixels, b: Pixels): boolean => Buffer.compare(Buffer.from(a.data), Buffer.from(b.data)) === 0;
function difference(a: Pixels, b: Pixels): { mean: number; far: number } {
  let sum = 0,
    far = 0;
  for (let i = 0; i < a.data.length; i++) {
    const d = Math.abs(a.data[i] - b.data[i]);
    sum += d;
    if (d > 48) far++;
  }
  return { mean: sum / a.data.length, far: far / a.data.length };
}

describe('letters of a picture', () => {
  it.each([
    ['white on slate', { text: 'Slow trains' }, '#224466'],
    ['dark on snow', { text: 'Slow trains', fill: solid('#1d3b2f') }, '#f5f7f8'],
    ['light letters', { text: 'Slow trains', font: { family: 'Work Sans', weight: 300, italic: false } }, '#224466'],
    ['small ones', { text: 'Slow trains, long views', fontSize: 18 }, '#224466'],
    ['with points and accents', { text: 'Café é: i; j!' }, '#224466'],
  ] as const)('%s: each is found, reads as the text did, and is painted as it was', async (_, text, ground) => {
    const { pixels, line, reading } = await finished(text, ground),
      { found, readings, again } = await checked(pixels, [line]);
    expect(found.texts.map((t) => t.text)).toEqual([text.text]);
    expect(found.texts[0].traced).toMatchObject({ unfound: null });
    expect(readings[0].ratio! / reading.ratio!).toBeGreaterThan(0.95);
    expect(readings[0].ratio! / reading.ratio!).toBeLessThan(1.05);
    expect(readings[0].verdict).toBe(reading.verdict);
    expect(readings[0].shownPx / reading.shownPx).toBeGreaterThan(0.85);
    expect(readings[0].shownPx / reading.shownPx).toBeLessThan(1.18);
    const { mean, far } = difference(pixels, again);
    expect(mean).toBeLessThan(0.3);
    expect(far).toBeLessThan(0.002);
  });

  it('the picture without them shows what lies behind, and is untouched elsewhere', async () => {
    const { pixels, line } = await finished({ text: 'Slow trains' }),
      { clean } = letteringIn(pixels, [line]);
    let worst = 0;
    for (let i = 0; i < clean.data.length; i += 4)
      worst = Math.max(worst, Math.abs(clean.data[i] - 0x22), Math.abs(clean.data[i + 2] - 0x66));
    expect(worst).toBeLessThanOrEqual(2);
    const top = { x: 0, y: 0, width: WIDTH, height: 80 };
    expect(same(cropped(clean, top), cropped(pixels, top))).toBe(true);
  });

  it('a word in another ink is a part of the text with its own', async () => {
    const { pixels, line } = await finished({
        text: 'Slow trains',
        spans: [{ start: 5, end: 11, look: { fill: solid('#f2a31b') } }],
      }),
      {
        texts: [{ ink, parts, text }],
      } = letteringIn(pixels, [line]);
    expect(text).toBe('Slow trains');
    expect([ink, ...new Set(parts.map((p) => p.ink))].sort()).toEqual(['#f2a31b', '#ffffff']);
  });

  it('without words its letters are found all the same', async () => {
    const { pixels, line } = await finished({ text: 'Slow trains' }),
      { texts } = letteringIn(pixels, [{ ...line, signs: null }]);
    expect(texts[0].text).toBe(`${UNKNOWN.repeat(4)} ${UNKNOWN.repeat(6)}`);
  });

  it('letters that lie on their own colour are counted, and the text is Lost', async () => {
    const { pixels, line } = await finished({ text: 'Night or day' });
    // From the fifth letter on the picture is white.
    const from = Math.round(line.signs![4].x + 20);
    for (let y = 0; y < HEIGHT; y++)
      for (let x = from; x < WIDTH; x++) pixels.data.set([255, 255, 255, 255], (y * WIDTH + x) * 4);
    const { found, readings } = await checked(pixels, [line]);
    expect(found.texts[0].traced.unfound?.letters).toBe(5);
    expect(readings[0]).toMatchObject({ ratio: 1, verdict: 'lost' });
    expect(readings[0].flags).toContain('unfound');
  });

  it('where nothing is written nothing is found, whatever is there', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.constantFrom('flat', 'noise', 'slope'), (seed, kind) => {
        let v = seed;
        const pixels = picture(160, 80, (x, y) => {
            v = (Math.imul(v, 1664525) + 1013904223) >>> 0;
            const c = kind === 'flat' ? 90 : kind === 'slope' ? x + y : v >>> 24;
            return [c, c, c];
          }),
          box = { x: 20, y: 20, width: 120, height: 40 },
          { texts, clean, unread } = letteringIn(pixels, [{ box, signs: null }]);
        expect(kind === 'noise' || texts.length === 0).toBe(true);
        expect(texts.length + unread.length).toBeGreaterThan(0);
        if (!texts.length) expect(same(clean, pixels)).toBe(true);
      }),
      { numRuns: 8 },
    ));

  it('a box of a pixel, or beyond the picture, is no text', async () => {
    const { pixels } = await finished({ text: 'Slow trains' });
    for (const box of [
      { x: 50, y: 120, width: 1, height: 1 },
      { x: 900, y: 500, width: 50, height: 20 },
      { x: -50, y: -50, width: 10, height: 10 },
    ])
      expect(letteringIn(pixels, [{ box, signs: null }])).toMatchObject({ texts: [], unread: [box] });
  });
});

describe('lifting them off', () => {
  it('says what a photo must be', () => {
    const { piece } = scene((z) => [makePhoto('photo', 'picture', 'Picture', z)]),
      [photo] = piece.slides[0].layers as ReturnType<typeof makePhoto>[];
    expect(whyNotLifted(photo)).toBeNull();
    expect(whyNotLifted({ ...photo, turn: 90 })).toContain('turned');
    expect(whyNotLifted({ ...photo, flipX: true })).toContain('mirrored');
    expect(whyNotLifted({ ...photo, tone: { ...photo.tone, light: { ...photo.tone.light, on: true } } })).toContain(
      'tone',
    );
  });
  it('finds where the pixels of the file lie, also cropped and covering', () => {
    const { piece } = scene((z) => [makePhoto('photo', 'picture', 'Picture', z)], 600, 300),
      [photo] = piece.slides[0].layers as ReturnType<typeof makePhoto>[];
    // 1200 x 1200 covers 600 x 300: half as large, the middle of its height.
    expect(fileOnSlide(photo, { width: 1200, height: 1200 })).toEqual({ k: 0.5, x: 0, y: -150 });
    expect(
      fileOnSlide({ ...photo, crop: { x: 0.5, y: 0, width: 0.5, height: 0.25 } }, { width: 1200, height: 1200 }),
    ).toEqual({ k: 1, x: -600, y: 0 });
  });
  it('a photo that is not there leaves the piece as it was', () => {
    const { piece } = scene((z) => [makePhoto('photo', 'picture', 'Picture', z)]),
      none = lifted(piece, piece.slides[0].id, 'gone', { texts: [], clean: 'c', file: { width: 1, height: 1 } }, ids());
    expect(none).toEqual({ piece, texts: [] });
  });
});

describe('what it is built of', () => {
  it('parts hang together by sides and corners', () => {
    // prettier-ignore
    const mask = Uint8Array.from([
      1, 0, 0, 1,
      0, 1, 0, 1,
      0, 0, 0, 0,
    ]);
    expect(partsOf(mask, 4, 3).parts).toMatchObject([
      { area: 2, x: 0, y: 0, width: 2, height: 2, perimeter: 6, atEdge: true },
      { area: 2, x: 3, y: 0, width: 1, height: 2, atEdge: true },
    ]);
  });
  it('an outline lies where the plane crosses the level; nothing has none', () => {
    const plane = new Float32Array(25);
    for (const i of [6, 7, 8, 11, 12, 13, 16, 17, 18]) plane[i] = 1;
    const numbers = outlineOf(plane, 5, 5, 0.5)
      .match(/[\d.]+/g)!
      .map(Number);
    expect(Math.min(...numbers)).toBe(1);
    expect(Math.max(...numbers)).toBe(4);
    expect(outlineOf(new Float32Array(25), 5, 5, 0.5)).toBe('');
  });
  it('a hole in a slope is filled with the slope', () => {
    const slope = picture(40, 20, (x) => [x * 5, 100, 50]),
      hole = new Uint8Array(800);
    for (let y = 8; y < 12; y++) for (let x = 18; x < 22; x++) hole[y * 40 + x] = 1;
    const { data } = filledIn(slope, hole);
    for (let i = 0; i < 800; i++)
      expect(Math.abs(data[i * 4] - slope.data[i * 4])).toBeLessThanOrEqual(hole[i] ? 6 : 0);
  });
  it('a picture that is all hole becomes nothing', () =>
    expect([
      ...filledIn(
        picture(2, 2, () => [9, 9, 9]),
        new Uint8Array(4).fill(1),
      ).data,
    ]).toEqual(new Array<number>(16).fill(0)));

  it('what the models want: sides in steps, channels in planes', () => {
    const red = picture(100, 50, () => [255, 0, 0]),
      { data, width, height } = toFind(red),
      line = toRead(red, { x: 0, y: 0, width: 100, height: 25 });
    expect([width, height, data.length]).toEqual([96, 64, 96 * 64 * 3]);
    // Blue comes first.
    expect([data[0], data[2 * 96 * 64]].map((v) => Math.round(v * 1000) / 1000)).toEqual([-2.118, 2.64]);
    expect([line.width, line.height, line.data[0], line.data.at(-1)]).toEqual([192, 48, -1, 1]);
  });
  it('lines are what is likely, widened', () => {
    const likely = new Float32Array(64 * 32);
    for (let y = 12; y < 18; y++) likely.fill(0.9, y * 64 + 10, y * 64 + 50);
    // A speck, and a line that is too unlikely.
    likely[5] = 0.9;
    likely.fill(0.35, 26 * 64 + 10, 26 * 64 + 40);
    const [line, ...more] = linesFound(likely, { width: 64, height: 32 }, { width: 640, height: 320 });
    expect(more).toEqual([]);
    expect(line.height).toBeGreaterThan(100);
    expect(line.height).toBeLessThan(180);
    expect(line.x + line.width / 2).toBeCloseTo(300, 0);
  });
  it('signs that repeat are one, unless nothing lies between', () => {
    const steps = [0, 1, 1, 0, 1, 2, 0].flatMap((best) => [0, 1, 2].map((k) => (k === best ? 0.9 : 0.05))),
      { signs, sure } = signsRead(steps, 3, ['a', 'b'], { x: 0, y: 0, width: 70, height: 10 });
    expect(signs).toEqual([
      { sign: 'a', x: 20 },
      { sign: 'a', x: 45 },
      { sign: 'b', x: 55 },
    ]);
    expect(sure).toBeCloseTo(0.9);
    expect(signsRead([], 3, ['a', 'b'], { x: 0, y: 0, width: 70, height: 10 })).toEqual({ signs: [], sure: 0 });
  });
});
