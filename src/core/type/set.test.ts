// How texts with parts, lists, frames and backings are set.
import { diskFonts } from '../../server/node-studio';
import type { TextLayer } from '../kinds/text';
import { makeText } from '../kinds/text';
import { easelFor } from '../testing/pixels';
import { flat } from '../testing/scenes';
import { makeBacking, solid } from '../values/made';
import { backingBands, bandOutline, traceBacking } from './backing';
import { overflows, textFrame } from './frame';
import { layoutText, type TextLayout } from './layout';

const fonts = diskFonts();
const SIZE = { id: 's', name: 's', width: 1000, height: 1000, shownWidth: 1000, destination: null };
async function lay(text: string, more: Partial<TextLayer> = {}): Promise<TextLayout & { layer: TextLayer }> {
  const layer: TextLayer = {
    ...makeText('t', text, SIZE),
    fontSize: 100,
    box: { x: 0, y: 0, width: 600, height: 100 },
    ...more,
  };
  await fonts.ensure(layer.font, `${text}\u2022.0123456789${text.toUpperCase()}`);
  for (const s of layer.spans) if (s.look.font) await fonts.ensure(s.look.font, text);
  return { ...layoutText(layer, fonts), layer };
}
const shown = (l: TextLayout, text: string): string[] => l.lines.map((line) => text.slice(line.start, line.end));

describe('parts', () => {
  it('have their own size, font and spacing; the line grows with its largest letters, all on one baseline', async () => {
    const plain = await lay('ab', { frame: 'line' });
    const l = await lay('ab', { frame: 'line', spans: [{ start: 1, end: 2, look: { fontSize: 200 } }] });
    const [a, b] = l.letters;
    expect(b.size).toBe(200);
    expect(b.glyphs[0].y).toBe(a.glyphs[0].y);
    expect(b.right - b.left).toBeCloseTo(2 * (plain.letters[1].right - plain.letters[1].left), 3);
    expect(l.height).toBeCloseTo(220, 5);
    const other = await lay('ab', {
      frame: 'line',
      spans: [{ start: 1, end: 2, look: { font: { family: 'Lora', weight: 400, italic: false } } }],
    });
    expect(other.letters.map((x) => x.glyphs[0].font.face.id)).toEqual(['Archivo_700Bold', 'Lora_400Regular']);
    expect(l.smallest).toBe(100);
  });
  it('each letter knows its ink; two parts of one fill share it', async () => {
    const amber = solid('#f2a31b');
    const l = await lay('abcd', {
      spans: [
        { start: 1, end: 2, look: { fill: amber } },
        { start: 3, end: 4, look: { fill: amber } },
      ],
    });
    expect(l.inks).toEqual([null, amber]);
    expect(l.letters.map((x) => x.ink)).toEqual([0, 1, 0, 1]);
  });
  it('a case of its own, an underline, a highlight as one stripe', async () => {
    const l = await lay('abc def', {
      frame: 'line',
      spans: [{ start: 0, end: 3, look: { case: 'upper', underline: true, highlight: '#ffff00' } }],
    });
    const upper = await lay('ABC', { frame: 'line' });
    expect(l.letters[2].right).toBeCloseTo(upper.letters[2].right, 3);
    expect(l.underlines).toHaveLength(1);
    expect(l.underlines[0]).toMatchObject({ x: 0, ink: 0 });
    expect(l.underlines[0].width).toBeCloseTo(l.letters[2].right, 3);
    expect(l.highlights).toEqual([expect.objectContaining({ colour: '#ffff00' })]);
  });
  it('a part raised by its baseline shift stands higher by that many em of its own size', async () => {
    const l = await lay('m2', {
      frame: 'line',
      spans: [{ start: 1, end: 2, look: { baselineShift: 0.4, fontSize: 50 } }],
    });
    expect(l.letters[0].glyphs[0].y - l.letters[1].glyphs[0].y).toBeCloseTo(20, 5);
  });
});

describe('lines', () => {
  it('balanced lines leave no lonely word, without needing a line more', async () => {
    const text = 'Slow trains and long views again';
    const greedy = await lay(text, { fontSize: 60 }),
      even = await lay(text, { fontSize: 60, balance: true });
    expect(even.lines).toHaveLength(greedy.lines.length);
    const spread = (l: TextLayout): number =>
      Math.max(...l.lines.map((x) => x.width)) - Math.min(...l.lines.map((x) => x.width));
    expect(spread(even)).toBeLessThan(spread(greedy));
    expect(shown(even, text).join(' ')).toBe(text);
  });
  it('lists hang their markers before each paragraph; numbers count, wrapped lines are indented', async () => {
    const text = 'One train a day goes up\nTwo come down';
    const l = await lay(text, { fontSize: 60, list: 'numbers' });
    expect(l.markers.map((m) => m.line)).toEqual([
      0,
      0,
      shown(l, text).indexOf('Two come down'),
      shown(l, text).indexOf('Two come down'),
    ]);
    expect(new Set(l.lines.map((x) => x.left)).size).toBe(1);
    expect(l.lines[0].left).toBeGreaterThan(l.markers[1].right);
    expect((await lay(text, { fontSize: 60, list: 'bullets' })).markers).toHaveLength(2);
    // An empty paragraph has no marker.
    expect((await lay('a\n\nb', { list: 'numbers' })).markers).toHaveLength(4);
  });
});

describe('the frame', () => {
  it('padding narrows the lines and adds to the height', async () => {
    const padding = { top: 10, right: 30, bottom: 20, left: 40 };
    const l = await lay('Slow', { padding });
    expect(l.lines[0].left).toBe(40);
    expect(textFrame(l.layer, l)).toEqual({ x: 0, y: 0, width: 600, height: 140 });
    const end = await lay('Slow', { padding, align: 'end' });
    expect(end.lines[0].left + end.lines[0].width).toBeCloseTo(570, 5);
  });
  it('lines stand at top, middle or bottom of a frame that does not grow', async () => {
    const at = async (vertical: TextLayer['vertical']) =>
      (await lay('Slow', { grow: false, box: { x: 0, y: 0, width: 600, height: 310 }, vertical })).lines[0].top;
    expect([await at('top'), await at('middle'), await at('bottom')]).toEqual([0, 100, 200]);
  });
  it('a text fits its frame at the largest size that does, within its limits', async () => {
    const box = { x: 0, y: 0, width: 600, height: 230 },
      words = 'Slow trains, long views';
    const l = await lay(words, { box, grow: false, fit: { least: 10, most: 400 } });
    expect(overflows(l.layer, l)).toBe(false);
    const more = await lay(words, { box, grow: false, fontSize: l.fontSize + 0.5 });
    expect(overflows(more.layer, more) || more.broken).toBe(true);
    expect((await lay(words, { box, fit: { least: 10, most: 40 } })).fontSize).toBe(40);
    const tight = await lay(words, { box: { ...box, height: 20 }, fit: { least: 60, most: 90 } });
    expect(tight.fontSize).toBe(60);
    expect(overflows(tight.layer, tight)).toBe(true);
  });
  it('parts keep their proportion when the text is fitted', async () => {
    const l = await lay('ab', {
      fontSize: 100,
      box: { x: 0, y: 0, width: 600, height: 60 },
      fit: { least: 10, most: 50 },
      spans: [{ start: 1, end: 2, look: { fontSize: 50 } }],
    });
    expect(l.letters[1].size / l.letters[0].size).toBeCloseTo(0.5, 6);
  });
});

// Optically centred means: the ink itself has the same distance on opposite sides. Measured on the painted picture.
it.each(['Archivo', 'Playfair Display', 'Zilla Slab', 'Oswald', 'EB Garamond', 'Space Grotesk'])(
  'placed by its ink, %s has equal margins to half a pixel',
  async (family) => {
    const { paint } = easelFor();
    const layer: TextLayer = {
      ...makeText('t', 'HEIGHT', SIZE),
      font: { family, weight: 400, italic: false },
      fontSize: 80,
      align: 'centre',
      vertical: 'middle',
      placedBy: 'ink',
      grow: false,
      fill: solid('#000000'),
      box: { x: 50, y: 40, width: 500, height: 220 },
    };
    const s = await paint((z) => [flat('b', '#ffffff')(z), layer], 600, 300);
    // Edges of the ink with its coverage counted, from the sums of each row and column. Round letters overshoot: H, E,
    // I and T do not.
    const profile = (n: number, value: (i: number) => number): { from: number; to: number } => {
      const v = Array.from({ length: n }, (_, i) => value(i)),
        most = Math.max(...v);
      const first = v.findIndex((x) => x > most * 0.12),
        last = v.findLastIndex((x) => x > most * 0.12);
      return { from: first + 1 - Math.min(1, v[first] / v[first + 1]), to: last + Math.min(1, v[last] / v[last - 1]) };
    };
    const column = (x: number): number =>
      Array.from({ length: 300 }, (_, y) => 255 - s.at(x, y)[0]).reduce((a, b) => a + b);
    // Only the straight letters: the first H down, all letters across.
    const left = firstInk(s);
    const rows = profile(300, (y) =>
      Array.from({ length: 40 }, (_, i) => 255 - s.at(left + i, y)[0]).reduce((a, b) => a + b),
    );
    const xs = Array.from({ length: 600 }, (_, x) => x).filter((x) => column(x) > 0);
    expect(Math.abs(rows.from - 40 - (260 - rows.to))).toBeLessThanOrEqual(1);
    expect(Math.abs(xs[0] - 50 - (550 - xs[xs.length - 1] - 1))).toBeLessThanOrEqual(1);
  },
);
const firstInk = (s: { at: (x: number, y: number) => number[] }): number => {
  for (let x = 0; x < 600; x++) for (let y = 0; y < 300; y++) if (s.at(x, y)[0] < 128) return x;
  return 0;
};

it('twenty thousand letters are set, balanced, listed and fitted without a hang', async () => {
  const many = 'Slow trains, long views. '.repeat(800),
    spans = Array.from({ length: 500 }, (_, i) => ({
      start: i * 40,
      end: i * 40 + 5,
      look: { fontSize: 50 + (i % 3) },
    }));
  const l = await lay(many, { balance: true, list: 'numbers', spans });
  expect(l.letters.length).toBeGreaterThan(15_000);
  const fitted = await lay(many, { box: { x: 0, y: 0, width: 900, height: 900 }, fit: { least: 2, most: 200 } });
  expect(overflows(fitted.layer, fitted)).toBe(false);
}, 30_000);

describe('the backing', () => {
  it('hugs each line; lines that touch are one shape, those apart stay apart', async () => {
    const l = await lay('Slow trains,\nviews', { lineHeight: 1.2 });
    const joined = backingBands(l, { padX: 0.2, padY: 0.4 });
    expect(joined).toHaveLength(1);
    expect(joined[0][0].bottom).toBeGreaterThan(joined[0][1].top);
    expect(joined[0][0].left).toBeCloseTo(l.lines[0].left - 20, 6);
    expect(joined[0][1].right).toBeCloseTo(l.lines[1].left + l.lines[1].width + 20, 6);
    expect(backingBands(l, { padX: 0.2, padY: 0.05 })).toHaveLength(2);
  });
  it('lines of nearly equal length are made equal, so that it does not stair-step', async () => {
    const l = await lay('Slow trains,\nlong views', { lineHeight: 1.1 }),
      [a, b] = l.lines,
      apart = Math.abs(a.width - b.width) / 100;
    expect(apart).toBeGreaterThan(0.2);
    const rightEdges = (even: number): number[] => {
      const xs = new Set<number>(),
        note = (x: number): void => void xs.add(Math.round(x)),
        to = { moveTo: note, lineTo: note, closePath: () => {}, quadraticCurveTo: note, bezierCurveTo: note } as never;
      traceBacking(to, l, { ...makeBacking('#000000'), radius: 0, even }, [1, 0, 0, 1, 0, 0], null);
      return [...xs].filter((x) => x > 200);
    };
    expect(rightEdges(0)).toHaveLength(2);
    expect(rightEdges(apart - 0.1)).toHaveLength(2);
    expect(rightEdges(apart + 0.1)).toEqual([Math.round(Math.max(a.left + a.width, b.left + b.width) + 30)]);
  });
  it('its outline has a corner only where an edge turns', () => {
    const band = (left: number, right: number, top: number, bottom: number) => ({ left, right, top, bottom });
    expect(bandOutline([band(0, 100, 0, 10), band(0, 60, 10, 20)])).toEqual([
      [100, 0],
      [100, 10],
      [60, 10],
      [60, 20],
      [0, 20],
      [0, 0],
    ]);
    expect(bandOutline([band(0, 10, 0, 5), band(0, 10, 5, 9)])).toHaveLength(4);
  });
  it('keeps the height of the wider line where two overlap, on each side for itself', () => {
    const band = (left: number, right: number, top: number, bottom: number) => ({ left, right, top, bottom });
    expect(bandOutline([band(10, 100, 0, 12), band(0, 60, 8, 20)])).toEqual([
      [100, 0],
      [100, 12],
      [60, 12],
      [60, 20],
      [0, 20],
      [0, 8],
      [10, 8],
      [10, 0],
    ]);
  });
  it('has its edges on whole pixels of the slide where it stands upright', async () => {
    const l = await lay('Slow trains,\nviews', { lineHeight: 1.2 }),
      origin = { x: 20.3, y: 7.45 };
    for (const b of backingBands(l, { padX: 0.213, padY: 0.405 }, origin).flat())
      for (const [v, from] of [
        [b.left, origin.x],
        [b.right, origin.x],
        [b.top, origin.y],
        [b.bottom, origin.y],
      ])
        expect(v + from).toBeCloseTo(Math.round(v + from), 9);
  });
  it('is painted in one colour without a seam between its lines, and rounds inner corners', async () => {
    const { paint } = easelFor();
    const text: TextLayer = {
      ...makeText('t', 'HHHH\nHH', SIZE, '#000000'),
      fontSize: 60,
      box: { x: 40, y: 30, width: 300, height: 60 },
      backing: { ...makeBacking('#ff0000'), opacity: 0.5, padY: 0.4, radius: 0.2 },
    };
    const s = await paint((z) => [flat('b', '#ffffff')(z), text], 400, 220);
    const seen = new Map<string, number>();
    for (let y = 0; y < 220; y++)
      for (let x = 44; x < 60; x++) seen.set(s.at(x, y).join(), (seen.get(s.at(x, y).join()) ?? 0) + 1);
    // Half red where it lies, never doubled where the lines meet.
    for (const key of seen.keys()) expect(Number(key.split(',')[1])).not.toBe(64);
    expect(
      [...seen]
        .sort((a, b) => b[1] - a[1])
        .slice(0, 3)
        .map((e) => e[0]),
    ).toContain('255,127,127,255');
  });
});
