// Delivered ink, a side that melts, lines like letters (reading.md, steps 8 to 10).
import { diskFonts, nodeStudio } from '../../server/node-studio';
import type { Layer } from '../kinds/layers';
import { makeText } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import type { Size } from '../piece/schema';
import { justEnough } from '../remedy/strength';
import { Painter } from '../scene/painter';
import { flat, headline, scene } from '../testing/scenes';
import { readSlide } from './read';

const painter = new Painter(nodeStudio(new Map(), diskFonts()));
async function read(layers: (size: Size) => Layer[], width = 600, height = 300, shown = width) {
  const s = scene(layers, width, height, shown);
  await painter.prepare(s.slide);
  return readSlide(painter, s.piece, s.slide, s.size)[0];
}

describe('delivered ink', () => {
  /** White on a grey of which white reads 7.5, in so many px as shown, on a desk or on a phone. */
  const small = (fontSize: number, weight: number, density: 1 | 2 = 1) =>
    read(
      (z) => [
        flat('b', '#545454')(z),
        {
          ...makeText('t', 'Slow trains, long views', z, '#ffffff'),
          frame: 'line',
          fontSize: fontSize * density,
          font: { family: 'Archivo', weight, italic: false },
        },
      ],
      density === 2 ? 900 : 600,
      300,
      density === 2 ? 450 : 600,
    );
  it('a 16 px light weight at one pixel to a CSS pixel delivers little more than half of its 7.5', async () => {
    const reading = await small(16, 300);
    expect(reading.ratio!).toBeGreaterThan(4);
    expect(reading.ratio!).toBeLessThan(4.8);
    expect(reading.flags).toContain('thin');
  });
  it('more on a phone, whose pixels are finer, and at a heavier weight', async () => {
    const [desk, heavy] = [await small(16, 300), await small(16, 700)],
      phone = await small(16, 300, 2);
    expect(heavy.ratio!).toBeGreaterThan(desk.ratio! * 1.25);
    expect(heavy.flags).not.toContain('thin');
    expect(phone.shownPx).toBeCloseTo(16, 5);
    expect(phone.ratio!).toBeGreaterThan(desk.ratio! * 1.25);
  });
  it('heavy letters keep their readings', async () => {
    for (const [size, weight] of [
      [60, 400],
      [60, 700],
      [120, 300],
    ])
      expect((await small(size, weight)).median).toBeCloseTo(7.59, 1);
  });
  it('sizes hardly apart deliver hardly differently', async () => {
    const ratios = await Promise.all([20, 20.4, 20.8, 21.2].map(async (px) => (await small(px, 400)).ratio!));
    for (let i = 1; i < ratios.length; i++) expect(ratios[i] / ratios[i - 1]).toBeGreaterThan(0.98);
  });
});

describe('a side that melts', () => {
  /** A white H of which the left side stands against white, on black. */
  const half = (strip: number, ...more: ((z: Size) => Layer)[]) => [
    flat('b', '#000000'),
    flat('strip', '#ffffff', { x: 0, y: 0, width: strip, height: 300 }),
    ...more,
    headline('HHH', '#ffffff', 40, 100),
  ];
  const edge = async () => {
    const { letters } = await read((z) => [flat('b', '#000000')(z), headline('HHH', '#ffffff', 40, 100)(z)]);
    return letters[0].box.x;
  };
  it('makes a letter Strained at best, though three quarters of its outline are plain', async () => {
    const x = await edge(),
      reading = await read((z) => half(x + 1).map((l) => l(z)));
    expect(reading.ratio!).toBeGreaterThan(15);
    expect(reading).toMatchObject({ verdict: 'strained', melting: 'H' });
    expect(reading.flags).toContain('melts');
    expect(reading.letters.map((l) => [l.melts, l.clear])).toEqual([
      [true, false],
      [false, true],
      [false, true],
    ]);
  });
  it('a spot that touches less of it does not', async () => {
    const x = await edge(),
      reading = await read((z) =>
        [
          flat('b', '#000000'),
          flat('spot', '#ffffff', { x: x - 10, y: 120, width: 11, height: 8 }),
          headline('HHH', '#ffffff', 40, 100),
        ].map((l) => l(z)),
      );
    expect(reading).toMatchObject({ verdict: 'clear', flags: [] });
  });
  it('is solved like anything that is short: a tint between, just enough', async () => {
    const x = await edge(),
      s = scene((z) => half(x + 1, (y) => makeTint('tint', '#000000', 0, y)).map((l) => l(z)));
    await painter.prepare(s.slide);
    const found = justEnough(painter, {
      piece: s.piece,
      size: s.size,
      slides: [{ slide: s.slide, treated: ['tint'] }],
    });
    expect(found.before[0].verdict).toBe('strained');
    expect(found.after[0]).toMatchObject({ verdict: 'clear', melting: '' });
    // 1.05 / (Y + 0.05) = 1.5, in whole percents.
    const ratio = (percent: number): number => {
      const v = Math.round(255 * (1 - percent / 100)) / 255;
      return 1.05 / (((v + 0.055) / 1.055) ** 2.4 + 0.05);
    };
    expect(ratio(found.strength!)).toBeGreaterThanOrEqual(1.5);
    expect(ratio(found.strength! - 1)).toBeLessThan(1.5);
  });
});

describe('lines like letters', () => {
  const beside = (...lines: { x: number; y: number; width: number; height: number; colour?: string }[]) =>
    read((z) => [
      flat('b', '#203040')(z),
      ...lines.map(({ colour = '#ffffff', ...box }, i) => flat(`l${i}`, colour, box)(z)),
      headline('Slow trains', '#ffffff', 40, 100)(z),
    ]);
  it('a post as wide as the strokes, between words or beside them, is said', async () => {
    const { letters } = await beside(),
      gap = (letters[3].box.x + letters[3].box.width + letters[4].box.x) / 2,
      end = letters.at(-1)!.box.x + letters.at(-1)!.box.width;
    for (const x of [gap - 3, end + 5])
      expect((await beside({ x, y: 60, width: 6, height: 140 })).flags).toContain('like-letters');
  });
  it('not what is wide, far, or of another colour', async () => {
    for (const line of [
      { x: 0, y: 60, width: 36, height: 140 },
      { x: 560, y: 60, width: 6, height: 140 },
      { x: 40, y: 60, width: 6, height: 140, colour: '#405060' },
      // A speck.
      { x: 36, y: 130, width: 5, height: 6 },
    ])
      expect((await beside(line)).flags).not.toContain('like-letters');
  });
});
