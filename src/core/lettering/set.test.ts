// How found letters become words, lines and texts.
import fc from 'fast-check';
import { alike, mainInk, oneInk } from './one-ink';
import {
  blocksOf,
  emOf,
  type Glyph,
  inWords,
  lettersOfLine,
  linesJoined,
  type ReadLine,
  type SetLine,
  UNKNOWN,
} from './set';

const CAP = 70;
const glyph = (x: number, more: Partial<Glyph> = {}): Glyph => ({
  x,
  y: 100,
  width: 40,
  height: CAP,
  d: 'M0 0L1 0L1 1Z',
  ink: '#ffffff',
  stroke: 9,
  ...more,
});
/** Letters a pixel or so apart, words a third of the capitals. */
function row(words: readonly string[], more: Partial<Glyph> = {}): { glyphs: Glyph[]; line: ReadLine } {
  const glyphs: Glyph[] = [],
    signs: { sign: string; x: number }[] = [];
  let x = 10;
  words.forEach((word, n) => {
    if (n) x += 26;
    for (const sign of word) {
      glyphs.push(glyph(x, more));
      signs.push({ sign, x: x + 20 });
      x += 44;
    }
    if (n < words.length - 1) signs.push({ sign: ' ', x: x + 10 });
  });
  return { glyphs, line: { box: { x: 0, y: 90, width: x, height: 90 }, signs } };
}
const set = (words: string, more: Partial<Glyph> = {}): SetLine => {
  const { glyphs, line } = row(words.split(' '), more);
  return inWords(line, glyphs);
};

describe('words', () => {
  it('each letter has its sign, words end where gaps are', () => {
    const { text, glyphs, unfound, capHeight, baseline } = set('SLOW TRAINS');
    expect(text).toBe('SLOW TRAINS');
    expect(glyphs.map((g) => text.slice(g.start, g.end)).join('')).toBe('SLOWTRAINS');
    expect([unfound, capHeight, baseline]).toEqual([[], CAP, 170]);
  });
  it('whatever is written, ranges run on and say what is there', () =>
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[A-Z]{3,6}$/), { minLength: 1, maxLength: 4 }),
        fc.boolean(),
        (words, known) => {
          const { glyphs, line } = row(words),
            { text, glyphs: out } = inWords(known ? line : { ...line, signs: null }, glyphs);
          expect(out).toHaveLength(words.join('').length);
          let end = 0;
          for (const g of out) {
            expect(g.start).toBeGreaterThanOrEqual(end);
            expect(g.end).toBeGreaterThan(g.start);
            end = g.end;
          }
          expect(text).toBe(known ? words.join(' ') : words.map((w) => UNKNOWN.repeat(w.length)).join(' '));
        },
      ),
    ));
  it('a space that was not read is one where the gap is wide; wide spacing is none', () => {
    const { glyphs, line } = row(['SLOW', 'TRAINS']),
      blind = { ...line, signs: line.signs!.filter((s) => s.sign !== ' ') };
    expect(inWords(blind, glyphs).text).toBe('SLOW TRAINS');
    const spaced = Array.from('SLOW', (_, i) => glyph(10 + i * 70)),
      signs = spaced.map((g, i) => ({ sign: 'SLOW'[i], x: g.x + 20 }));
    expect(inWords({ ...line, signs }, spaced).text).toBe('SLOW');
  });
  it('specks are no letters, letters without a part are missing, what hangs together stands for several', () => {
    const { glyphs, line } = row(['SLOW']);
    const speck = glyph(96, { width: 5, height: 5, y: 80 });
    expect(lettersOfLine(line, [...glyphs.slice(0, 2), speck, ...glyphs.slice(2)])).toEqual([0, 1, 3, 4]);
    expect(inWords(line, [glyphs[0], ...glyphs.slice(2)]).unfound).toEqual([line.signs![1].x]);
    const joined = { ...glyphs[1], width: 84 },
      { text, glyphs: out } = inWords(line, [glyphs[0], joined, glyphs[3]]);
    expect([text, out.map((g) => text.slice(g.start, g.end))]).toEqual(['SLOW', ['S', 'LO', 'W']]);
  });
  it('what was read elsewhere is not taken for what is here', () => {
    const { glyphs, line } = row(['SLOW']),
      away = { ...line, signs: line.signs!.map((s) => ({ ...s, x: s.x + 2000 })) };
    expect(inWords(away, glyphs).text).toBe(UNKNOWN.repeat(4));
    expect(lettersOfLine(away, glyphs)).toEqual([0, 1, 2, 3]);
  });
  it('small letters tell of the capitals, and what hangs below is not the baseline', () => {
    const { glyphs, line } = row(['sewn']),
      small = glyphs.map((g) => ({ ...g, y: 120, height: 50 }));
    expect(emOf([inWords(line, small)])).toBeCloseTo(50 / 0.72 / 0.7, 0);
    const hung = row(['HAG']);
    hung.line.signs![2].sign = 'g';
    hung.glyphs[2] = { ...hung.glyphs[2], y: 120, height: 70 };
    expect(inWords(hung.line, hung.glyphs).baseline).toBe(170);
  });
});

describe('lines and texts', () => {
  const moved = (line: SetLine, dx: number, dy: number): SetLine => ({
    ...line,
    baseline: line.baseline + dy,
    glyphs: line.glyphs.map((g) => ({ ...g, x: g.x + dx, y: g.y + dy })),
  });
  it('parts of a line become one, columns do not', () => {
    const [one] = linesJoined([moved(set('VIEWS'), 220, 0), set('LONG')]);
    expect(one.text).toBe('LONG VIEWS');
    expect(one.glyphs.map((g) => one.text.slice(g.start, g.end)).join('')).toBe('LONGVIEWS');
    expect(linesJoined([set('LONG'), moved(set('21'), 600, 0)])).toHaveLength(2);
    expect(linesJoined([set('LONG'), moved(set('VIEWS'), 220, 60)])).toHaveLength(2);
  });
  it('lines of one size and ink below each other are one text', () => {
    const first = set('SLOW TRAINS');
    expect(blocksOf([moved(set('LONG VIEWS'), 0, 100), first])[0].lines.map((l) => l.text)).toEqual([
      'SLOW TRAINS',
      'LONG VIEWS',
    ]);
    for (const other of [
      moved(set('LONG VIEWS'), 0, 400),
      moved(set('LONG VIEWS'), 2000, 100),
      moved(set('LONG VIEWS', { ink: '#f2a31b' }), 0, 100),
      moved(set('LONG VIEWS', { height: 40, y: 130 }), 0, 100),
    ])
      expect(blocksOf([first, other])).toHaveLength(2);
  });
});

describe('inks', () => {
  it('what edges and compression leave is one ink', () => {
    expect(alike('#ffffff', '#f0eef8')).toBe(true);
    expect(alike('#ffffff', '#f2a31b')).toBe(false);
    expect(oneInk([10, 10, 10], [34, 10, 10])).toBe(true);
    expect(oneInk([10, 10, 10], [35, 10, 10])).toBe(false);
  });
  it('the main one is that of most letters', () =>
    expect(mainInk(['#f2a31b', '#ffffff', '#fdfdfd', '#fefefe'])).toBe('#fefefe'));
});
