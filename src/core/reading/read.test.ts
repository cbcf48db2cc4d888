// Known answers of the reading (reading.md), measured on painted pictures.
import { diskFonts, nodeStudio } from '../../server/node-studio';
import type { Layer } from '../kinds/layers';
import type { TextLayer } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import type { Piece, Size, Slide } from '../piece/schema';
import { justEnough, leastNear, leastStrength, strengthChart, StrengthModel } from '../remedy/strength';
import { Painter, type PaintOptions } from '../scene/painter';
import { flat, headline, scene } from '../testing/scenes';
import { gradientThrough, makeBacking, solid } from '../values/made';
import { NO_STROKE } from '../values/plain';
import { coloursOf, readLetters } from './contrast-of-letters';
import { paintPair, probeText, readLetter, readSlide, readText } from './read';
import { readingKey } from './reading-key';

const painter = new Painter(nodeStudio(new Map(), diskFonts()));

async function read(layers: (size: Size) => Layer[], width?: number, height?: number, shown?: number) {
  const s = scene(layers, width, height, shown);
  await painter.prepare(s.slide);
  return { ...s, reading: readSlide(painter, s.piece, s.slide, s.size)[0] };
}
const over = (backdrop: string, ink: string) => read((z) => [flat('b', backdrop)(z), headline('Slow trains', ink)(z)]);
const halfAndHalf = (z: Size): Layer[] => [
  flat('l', '#000000', { x: 0, y: 0, width: 300, height: 300 })(z),
  flat('r', '#ffffff', { x: 300, y: 0, width: 300, height: 300 })(z),
  headline('Slow trains long', '#ffffff', 40)(z),
];

/** The tint of a scene as the treatment in question, and the scene painted with that tint at a percentage. */
const on = (s: { piece: Piece; slide: Slide; size: Size }) => ({
  piece: s.piece,
  size: s.size,
  slides: [{ slide: s.slide, treated: ['tint'] }],
});
const at = (percent: number): PaintOptions => ({
  alter: (l) => (l.id === 'tint' ? { ...l, opacity: percent / 100 } : l),
});

describe('known answers', () => {
  it('white on black reads 21 for every letter', async () => {
    const { reading } = await over('#000000', '#ffffff');
    expect(reading.letters).toHaveLength(10);
    for (const l of reading.letters) expect(l.ratio).toBeCloseTo(21, 3);
    expect(reading).toMatchObject({ verdict: 'clear', share: 1, flags: [] });
  });

  it.each([
    ['#777777', '#ffffff', 4.48],
    ['#ffffff', '#224466', 10.06],
  ])('%s on %s reads %d', async (ink, backdrop, ratio) => {
    const { reading } = await over(backdrop, ink);
    expect(reading.ratio).toBeCloseTo(ratio, 2);
    expect(reading.median).toBeCloseTo(ratio, 2);
  });

  it('white on white reads 1 and cannot be seen', async () => {
    const { reading } = await over('#ffffff', '#ffffff');
    expect(reading.ratio).toBeCloseTo(1, 5);
    expect(reading.verdict).toBe('lost');
    expect(reading.flags).toContain('unseen');
  });

  it('a text across black and white is as weak as its letters on white', async () => {
    const { reading } = await read(halfAndHalf);
    const wholly = (left: boolean) =>
      reading.letters.filter((l) => (left ? l.box.x + l.box.width < 292 : l.box.x > 308));
    expect(wholly(true).length).toBeGreaterThan(3);
    expect(wholly(false).length).toBeGreaterThan(3);
    for (const l of wholly(true)) expect(l.ratio).toBeCloseTo(21, 3);
    for (const l of wholly(false)) expect(l.ratio).toBeCloseTo(1, 5);
    expect(reading).toMatchObject({ ratio: 1, verdict: 'lost' });
    expect(['trains', 'long']).toContain(reading.weakestWord);
    // It is found on the picture: round all letters of that word, and none of another.
    const inside = (l: (typeof reading.letters)[number]): boolean =>
      l.box.x >= reading.weakestBox!.x && l.box.x + l.box.width <= reading.weakestBox!.x + reading.weakestBox!.width;
    expect(
      reading.letters
        .filter(inside)
        .map((l) => 'Slow trains long'.slice(l.start, l.end))
        .join(''),
    ).toBe(reading.weakestWord);
  });

  it('black tint over white: 3.0 is reached at 42 %, the first whole percent', async () => {
    const s = scene((z) => {
      const [l, r, t] = halfAndHalf(z);
      return [l, r, makeTint('tint', '#000000', 0, z), t];
    });
    await painter.prepare(s.slide);
    const found = justEnough(painter, { ...on(s), goal: 3 });
    expect(found.strength).toBe(42);
    expect(found.after[0].ratio).toBeGreaterThanOrEqual(3);
    // The formula of reading.md for one percent less.
    const L = (v: number) => ((v / 255 + 0.055) / 1.055) ** 2.4;
    expect(1.05 / (L(Math.round(255 * 0.59)) + 0.05)).toBeLessThan(3);
  });

  it('a tint in the ink’s own colour never reaches it, and says which would', async () => {
    const s = scene((z) => [
      flat('b', '#ffffff')(z),
      makeTint('tint', '#ffffff', 0, z),
      headline('Slow trains', '#ffffff')(z),
    ]);
    await painter.prepare(s.slide);
    expect(justEnough(painter, { ...on(s), goal: 3 })).toMatchObject({ strength: null, instead: '#000000' });
  });
});

describe('what is painted above counts', () => {
  it('a half transparent plate above text lowers ink and backdrop alike', async () => {
    const plain = await read((z) => [flat('b', '#000000')(z), headline('Slow', '#ffffff')(z)]);
    const veiled = await read((z) => [
      flat('b', '#000000')(z),
      headline('Slow', '#ffffff')(z),
      { ...flat('veil', '#808080')(z), band: 'message', opacity: 0.5 } as Layer,
    ]);
    expect(veiled.reading.ratio!).toBeLessThan(plain.reading.ratio! / 3);
    expect(veiled.reading.flags).not.toContain('covered');
  });
  it('an opaque layer above is said to cover', async () => {
    const { reading } = await read((z) => [
      flat('b', '#000000')(z),
      headline('Slow', '#ffffff')(z),
      { ...flat('veil', '#224466')(z), band: 'message' } as Layer,
    ]);
    expect(reading).toMatchObject({ verdict: 'lost' });
    expect(reading.flags).toContain('covered');
  });
  it('translucent ink reads as it looks', async () => {
    const { reading } = await read((z) => [
      flat('b', '#000000')(z),
      headline('Slow', '#ffffff', 40, 100, { opacity: 0.5 })(z),
    ]);
    // 50 % white on black is 128: (0.2159 + 0.05) / 0.05.
    expect(reading.ratio).toBeCloseTo(5.32, 1);
  });
});

describe('verdict, size as shown and flags', () => {
  it('asks 3 of large text and 4.5 of small, by the size people see', async () => {
    const at = (shown: number) =>
      read((z) => [flat('b', '#6f6f6f')(z), headline('Slow', '#ffffff')(z)], 600, 300, shown);
    expect((await at(600)).reading).toMatchObject({ base: 3, shownPx: 60 });
    expect((await at(180)).reading).toMatchObject({ base: 4.5, shownPx: 18 });
    const small = (await at(90)).reading;
    expect(small.flags).toContain('too-small');
  });
  it('says where letters are told by their colour only', async () => {
    // Red and grey of the same luminance; and two greys.
    const { reading } = await over('#6e6e6e', '#d4223a');
    expect(reading.ratio!).toBeLessThan(1.3);
    expect(reading.verdict).toBe('lost');
    expect(reading.flags).toContain('colour-only');
    expect((await over('#6e6e6e', '#7a7a7a')).reading.flags).not.toContain('colour-only');
    // Where lightness tells them apart, too, nothing is said.
    expect((await over('#ffffff', '#8a0010')).reading.flags).toEqual([]);
  });
  it('says of few letters that are not Clear how many they are', async () => {
    const patched = (ink: string) =>
      read((z) => [
        flat('b', '#102030')(z),
        flat('p', '#ffffff', { x: 40, y: 100, width: 26, height: 66 })(z),
        headline('Slow trains, long views', ink, 40, 100, { fontSize: 42 })(z),
      ]);
    const { reading } = await patched('#ffffff');
    expect(reading).toMatchObject({ verdict: 'lost', count: 20 });
    expect(Math.round((1 - reading.share) * reading.count)).toBe(1);
    expect(reading.flags).toContain('few');
    expect((await over('#ffffff', '#ffffff')).reading.flags).not.toContain('few');
  });
  it('says what is empty, outside, or in a keep-clear zone', async () => {
    expect((await read((z) => [headline('  ', '#000000')(z)])).reading).toMatchObject({
      ratio: null,
      verdict: null,
      flags: ['empty'],
    });
    expect((await read((z) => [headline('Away', '#000000', -4000)(z)])).reading).toMatchObject({
      ratio: null,
      flags: ['outside'],
    });
    const partly = (await read((z) => [flat('b', '#ffffff')(z), headline('Away', '#000000', -30)(z)])).reading;
    expect(partly.flags).toContain('outside');
    expect(partly.ratio).toBeCloseTo(21, 1);
    const s = scene((z) => [flat('b', '#ffffff')(z), headline('Slow', '#000000', 60, 250)(z)], 1584, 396, 790);
    const size = { ...s.size, destination: 'profile-banner' };
    await painter.prepare(s.slide);
    expect(readText(painter, s.piece, s.slide, size, s.slide.layers[1] as TextLayer).flags).toContain('keep-clear');
  });
});

describe('what need not be painted is not', () => {
  const striped = (z: Size): Layer[] => [
    flat('l', '#203040', { x: 0, y: 0, width: 170, height: 300 })(z),
    flat('r', '#8494a4', { x: 170, y: 0, width: 430, height: 300 })(z),
  ];
  const standing = async (layers: (z: Size) => Layer[]) => {
    const s = scene(layers),
      text = s.slide.layers.find((l): l is TextLayer => l.id === 'text')!;
    await painter.prepare(s.slide);
    const probe = probeText(painter, s.piece, s.size, text),
      pair = paintPair(painter, s.piece, s.slide, s.size, probe),
      { region } = probe.halo;
    const flooded = probe.layout.inks.map((_, ink) => {
      const surface = painter.studio.surface(region.width, region.height);
      painter.paint(
        surface,
        s.piece,
        s.slide,
        s.size,
        { scale: 1, x: region.x, y: region.y },
        { ink: { layer: 'text', as: 'flood', ink } },
      );
      return surface.read(0, 0, region.width, region.height);
    });
    return {
      ...s,
      text,
      probe,
      pair,
      painted: readLetters(coloursOf(probe, { ...pair, inks: flooded })),
      quick: readLetters(coloursOf(probe, pair)),
    };
  };
  const words = (z: Size): TextLayer => ({
    ...headline('Slow trains', '#f2e6c8')(z),
    spans: [{ start: 5, end: 11, look: { fill: solid('#c8e6f2') } }],
  });

  it('plain inks with nothing over them are known by their colours', async () => {
    const s = await standing((z) => [...striped(z), words(z)]);
    expect(s.pair.inks.map((i) => [...i])).toEqual([
      [0xf2, 0xe6, 0xc8, 255],
      [0xc8, 0xe6, 0xf2, 255],
    ]);
    expect(s.quick).toEqual(s.painted);
  });
  it.each<[string, (z: Size) => Layer]>([
    ['a tint over them', (z) => ({ ...makeTint('tint', '#806020', 0.4, z), band: 'message' })],
    [
      'a layer that touches them',
      (z) => ({
        ...flat('over', '#ff0000', { x: 80, y: 100, width: 40, height: 60 })(z),
        opacity: 0.5,
        band: 'message',
      }),
    ],
  ])('with %s they are painted', async (_name, over) => {
    const s = await standing((z) => [...striped(z), words(z), over(z)]);
    expect(s.pair.inks[0].length).toBeGreaterThan(4);
    expect(s.quick).toEqual(s.painted);
  });
  it('a layer over the slide but far from the text changes nothing', async () => {
    const s = await standing((z) => [
      ...striped(z),
      words(z),
      { ...flat('far', '#ff0000', { x: 560, y: 260, width: 40, height: 40 })(z), band: 'message' },
    ]);
    expect(s.pair.inks[0]).toHaveLength(4);
  });
  it.each<[string, Partial<TextLayer>]>([
    ['translucent', { opacity: 0.8 }],
    ['plain', {}],
    ['blended', { blend: 'multiply' }],
  ])('one letter alone reads as it does among all: %s ink', async (_name, more) => {
    const s = await standing((z) => [...striped(z), { ...words(z), ...more }]);
    const whole = readText(painter, s.piece, s.slide, s.size, s.text);
    whole.letters.forEach((l, i) =>
      expect([i, readLetter(painter, s.piece, s.slide, s.size, s.probe, i)]).toEqual([
        i,
        { ratio: l.ratio, melts: l.melts },
      ]),
    );
  });
});

describe('strengths', () => {
  it('a tint that lies over the text dims its ink too: what is solved is what is painted', async () => {
    const s = scene((z) => [
        flat('b', '#8494a4')(z),
        headline('Slow trains', '#ffffff')(z),
        { ...makeTint('tint', '#000000', 0, z), band: 'message' },
      ]),
      text = s.slide.layers[1] as TextLayer;
    await painter.prepare(s.slide);
    const model = new StrengthModel(painter, { ...on(s), texts: ['text'] });
    for (const p of [0, 30, 60, 90])
      expect(
        Math.abs(model.at(p).ratio! - readText(painter, s.piece, s.slide, s.size, text, at(p)).ratio!),
      ).toBeLessThan(0.05);
    expect(model.paintedAt(60)[0].ratio).toBe(readText(painter, s.piece, s.slide, s.size, text, at(60)).ratio);
  });

  it('the least strength is found from any guess, and letters asked in any order say the same', async () => {
    const s = scene((z) => [
      flat('l', '#b8c4cc', { x: 0, y: 0, width: 330, height: 300 })(z),
      flat('r', '#e9edf2', { x: 330, y: 0, width: 270, height: 300 })(z),
      makeTint('tint', '#10202c', 0, z),
      headline('Slow trains', '#ffffff')(z),
    ]);
    await painter.prepare(s.slide);
    const model = new StrengthModel(painter, on(s)),
      least = leastStrength(model, strengthChart(model));
    expect(least).not.toBeNull();
    for (const near of [0, 3, least! - 1, least!, least! + 1, 71.4, 100, 250])
      expect([near, leastNear(model, near)]).toEqual([near, least]);
    for (let p = 0; p <= 100; p += 7) expect([p, model.isEnough(p)]).toEqual([p, model.at(p).verdict === 'clear']);
    const never = new StrengthModel(
      painter,
      on({
        ...s,
        slide: {
          ...s.slide,
          layers: s.slide.layers.map((l) => (l.id === 'tint' ? ({ ...l, colour: '#ffffff' } as Layer) : l)),
        },
      }),
    );
    expect(leastNear(never, 40)).toBeNull();
  });

  it('the model of two paintings agrees with painting every strength, over a gradient and with translucent ink', async () => {
    const s = scene((z) => {
      const backdrop = flat('b', '#000000')(z);
      if (backdrop.kind !== 'fill') throw new Error();
      backdrop.fill = {
        ...backdrop.fill,
        kind: 'gradient',
        gradient: gradientThrough(['#1d3b2a', '#f4f6fa'], { angle: 0 }),
      };
      return [
        backdrop,
        makeTint('tint', '#10202c', 0, z),
        headline('Slow trains', '#ffffff', 40, 100, { opacity: 0.9 })(z),
      ];
    });
    await painter.prepare(s.slide);
    const model = new StrengthModel(painter, on(s));
    expect(model.even).toBe(true);
    for (const p of strengthChart(model)) {
      const exact = readText(painter, s.piece, s.slide, s.size, s.slide.layers[2] as TextLayer, at(p.strength));
      expect(Math.abs(p.ratio! - exact.ratio!) / exact.ratio!).toBeLessThan(0.03);
      expect(p.share).toBeCloseTo(exact.share, 1);
    }
  });

  it.each([['#10202c'], ['#000000'], ['#5a4630']])(
    'Just enough with %s is the least by trying all 101 strengths',
    async (colour) => {
      const s: { piece: Piece; slide: Slide; size: Size } = scene((z) => [
        flat('l', '#b8c4cc', { x: 0, y: 0, width: 330, height: 300 })(z),
        flat('r', '#e9edf2', { x: 330, y: 0, width: 270, height: 300 })(z),
        makeTint('tint', colour, 0, z),
        headline('Slow trains', '#ffffff')(z),
      ]);
      await painter.prepare(s.slide);
      const text = s.slide.layers[3] as TextLayer;
      let least: number | null = null;
      for (let p = 0; p <= 100 && least === null; p++)
        if (readText(painter, s.piece, s.slide, s.size, text, at(p)).verdict === 'clear') least = p;
      expect(justEnough(painter, on(s)).strength).toBe(least);
    },
  );
});

it('what a reading depends on: itself and what is near it, not what is far', async () => {
  const s = scene(
    (z) => [
      flat('b', '#334455')(z),
      headline('Here', '#ffffff', 20, 20, { id: 'a' })(z),
      headline('There', '#ffffff', 20, 700, { id: 'far' })(z),
      headline('Near', '#ffffff', 60, 60, { id: 'near' })(z),
    ],
    900,
    900,
  );
  await painter.prepare(s.slide);
  const key = (change: (l: Layer) => void, id: string): string => {
    const slide = {
      ...s.slide,
      layers: s.slide.layers.map((l) =>
        l.id === id
          ? (() => {
              const c = structuredClone(l);
              change(c);
              return c;
            })()
          : l,
      ),
    };
    return readingKey(painter, { ...s.piece, slides: [slide] }, slide, s.size, slide.layers[1] as TextLayer);
  };
  const plain = key(() => {}, '');
  expect(key((l) => void (l.box.x += 5), 'far')).toBe(plain);
  for (const id of ['a', 'near', 'b']) expect(key((l) => void (l.box.x += 5), id)).not.toBe(plain);
  expect(key((l) => void (l.box.y = 40), 'far')).not.toBe(plain);
});

describe('texts with parts', () => {
  const parts = async (more: Partial<TextLayer>, words = 'AB CD') => {
    const s = scene((z) => [flat('b', '#ffffff')(z), { ...headline(words, '#000000')(z), ...more }]);
    await painter.prepare(s.slide);
    return readText(painter, s.piece, s.slide, s.size, s.slide.layers[1] as TextLayer);
  };

  it('each letter is read in its own ink: the pale word is the weakest', async () => {
    const r = await parts({ spans: [{ start: 3, end: 5, look: { fill: solid('#777777') } }] });
    expect(r.letters.map((l) => Math.round(l.ratio * 100) / 100)).toEqual([21, 21, 4.48, 4.48]);
    expect(r.weakestWord).toBe('CD');
  });
  it('backing, frame and outline count as what lies behind the letters', async () => {
    const white = { fill: solid('#ffffff') };
    const grey = solid('#224466');
    const backed = await parts({
      ...white,
      backing: { ...makeBacking('#000000'), fill: grey, padY: 0.3, radius: 0 },
    });
    expect(backed.ratio).toBeCloseTo(10.06, 1);
    const framed = await parts({
      ...white,
      padding: { top: 20, right: 20, bottom: 20, left: 20 },
      panel: { fill: grey, opacity: 1, stroke: NO_STROKE, radius: [0, 0, 0, 0], shadows: [] },
    });
    expect(framed.ratio).toBeCloseTo(10.06, 1);
    const outlined = await parts({ ...white, outline: { width: 8, colour: '#224466', place: 'outside', dash: [] } });
    expect(outlined.ratio).toBeCloseTo(10.06, 1);
    const shadowed = await parts({
      ...white,
      shadows: [{ kind: 'drop', on: true, x: 0, y: 0, blur: 4, spread: 10, colour: '#224466', opacity: 1 }],
    });
    expect(shadowed.ratio!).toBeGreaterThan(8);
  });
  it('hollow letters are read by their outline', async () => {
    const r = await parts({
      fill: { ...solid('#ffffff'), kind: 'none' },
      outline: { width: 4, colour: '#777777', place: 'centred', dash: [] },
    });
    expect(r.ratio).toBeCloseTo(4.48, 1);
  });
  it('the smallest part decides what is needed', async () => {
    expect((await parts({ spans: [{ start: 3, end: 5, look: { fontSize: 12 } }] })).base).toBe(4.5);
    expect((await parts({})).base).toBe(3);
  });
});
