// Just enough on photographs against trying all 101 strengths; ways through: what they promise is what is painted.
import { coloursOfPhoto } from '../colour/palette';
import { type Pixels } from '../ground/pixels';
import { FADE_CORNERS, type FadeLayer, FADE_SIDES, makeFade } from '../kinds/fade';
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { withStrength } from '../kinds/strengths';
import type { PoolLayer } from '../kinds/pool';
import type { TextLayer } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import type { Size } from '../piece/schema';
import { propertyOf, type TreatmentKind } from '../piece/treatments';
import { probeText, readText } from '../reading/read';
import { areClear } from '../reading/verdict';
import { demoPhotos } from '../testing/photos';
import { easelFor } from '../testing/pixels';
import { flat, headline, ids, scene } from '../testing/scenes';
import { makeShadow } from '../values/made';
import { askAbout } from './begin-treatment';
import { LetterSamples } from './letter-sample';
import { SlidePhoto } from './slide-photo';
import { justEnough } from './strength';
import { suggestColours } from './text-colours';
import { applyWay, costOfWay, sortWays, type Way, wayName } from './way';
import { Ways } from './ways';

const photos = new Map<string, Pixels>();
const { painter } = easelFor(photos);
beforeAll(async () => {
  for (const [name, photo] of await demoPhotos()) photos.set(name, photo);
});
const over =
  (photo: string, more: Partial<TextLayer> = {}) =>
  (z: Size): Layer[] => [
    makePhoto('photo', photo, photo, z),
    headline('Long views', '#ffffff', 30, 60, { fontSize: 44, ...more })(z),
  ];
const standing = async (layers: (z: Size) => Layer[]) => {
  const s = scene(layers, 480, 480);
  await painter.prepare(s.slide);
  return s;
};

const PAIRS: [photo: string, kind: TreatmentKind, colour: string, more: Partial<TextLayer>][] = [
  ['lake-sill-winter', 'tint', '#101c28', {}],
  ['lake-sill-winter', 'plate', '#3a2c20', { box: { x: 60, y: 300, width: 400, height: 66 } }],
  ['morning-mist', 'pool', '#0e1a14', {}],
  ['morning-mist', 'tint', '#000000', { fontSize: 26 }],
  ['varn-fog', 'fade', '#18222c', { box: { x: 40, y: 400, width: 400, height: 66 } }],
  ['varn-fog', 'backing', '#22303c', {}],
  ['lake-sill-autumn', 'darken', '#000000', {}],
  ['lake-sill-autumn', 'shadow', '#000000', {}],
  ['cairn-evening', 'tint', '#201810', { fontSize: 30 }],
  ['wet-window', 'pool', '#000000', { box: { x: 30, y: 280, width: 400, height: 66 } }],
  ['enamel-cup', 'tint', '#241a12', {}],
  ['hollin-dawn', 'tint', '#f4efe6', { fill: { ...headline('', '#1a2430')({ width: 9, height: 9 } as Size).fill } }],
  [
    'forest-slope',
    'lighten',
    '#ffffff',
    { fill: { ...headline('', '#14202b')({ width: 9, height: 9 } as Size).fill } },
  ],
];

it.each(PAIRS)(
  '%s, %s in %s: never under the goal, never more than one percent over the least',
  async (photo, kind, colour, more) => {
    const s = await standing(over(photo, more)),
      property = propertyOf(kind);
    const ask = askAbout(s.piece, [s.slide], s.size, {
        overlay: null,
        kind,
        ...(property === 'darken' || property === 'lighten' ? {} : { colour }),
      }),
      [{ slide, treated }] = ask.slides;
    const text = slide.layers.find((l) => l.kind === 'text') as TextLayer;
    const probe = probeText(painter, ask.piece, s.size, text);
    const clear = (p: number): boolean =>
      readText(
        painter,
        ask.piece,
        slide,
        s.size,
        text,
        { alter: (l) => (treated.includes(l.id) ? withStrength(l, property, p / 100, s.size) : l) },
        probe,
      ).verdict === 'clear';
    const found = justEnough(painter, ask).strength;
    let least: number | null = null;
    for (let p = 0; p <= 100 && least === null; p++) if (clear(p)) least = p;
    if (least === null) expect(found).toBeNull();
    else {
      expect(found).not.toBeNull();
      expect(clear(found!)).toBe(true);
      expect(found! - least).toBeLessThanOrEqual(1);
    }
  },
  120_000,
);

describe('ways through', () => {
  const ask = (s: Awaited<ReturnType<typeof standing>>, photo: string) => ({
    piece: s.piece,
    slide: s.slide,
    size: s.size,
    colours: coloursOfPhoto(photos.get(photo)!),
  });

  it('each is Clear where it says so, as layers that can be edited, and keeps what it says of the photo', async () => {
    const s = await standing(over('lake-sill-autumn')),
      ways = new Ways(painter, ask(s, 'lake-sill-autumn'));
    const measure = new SlidePhoto(painter, s.piece, s.slide, s.size);
    for (const kind of ['tint', 'fade', 'pool', 'plate', 'backing', 'shadow', 'tone'] as const) {
      const way = ways.solve(kind);
      if (!way) throw new Error(`no ${kind}`);
      const piece = applyWay(s.piece, s.slide.id, way, (i) => `n${i}`),
        slide = piece.slides[0],
        text = slide.layers.find((l) => l.kind === 'text') as TextLayer;
      await painter.prepare(slide);
      const reading = readText(painter, piece, slide, s.size, text);
      expect([kind, reading.verdict]).toEqual([kind, 'clear']);
      expect(way.readings[0].ratio).toBe(reading.ratio);
      expect(way.kept).toEqual(measure.of(piece, slide));
      expect(way.strength).toBeGreaterThan(0);
      // One percent less is not enough.
      const less = { ...way, add: way.add.map((l) => ({ ...l, opacity: l.opacity - 0.01 })) };
      if (way.add.length)
        expect(
          readText(
            painter,
            applyWay(s.piece, s.slide.id, less, (i) => `n${i}`),
            applyWay(s.piece, s.slide.id, less, (i) => `n${i}`).slides[0],
            s.size,
            text,
          ).verdict,
        ).not.toBe('clear');
    }
  }, 120_000);

  it('what lies behind the letters alone keeps far more than a flat tint; the best comes first', async () => {
    const s = await standing(over('morning-mist')),
      ways = new Ways(painter, ask(s, 'morning-mist'));
    const found = sortWays(['tint', 'pool', 'plate'].map((k) => ways.solve(k as 'tint')!));
    expect(found.at(-1)!.kinds).toEqual(['tint']);
    const tint = found.at(-1)!,
      best = found[0];
    expect(100 - best.kept!.kept).toBeLessThan(0.35 * (100 - tint.kept!.kept));
    expect(costOfWay(best)).toBeLessThanOrEqual(costOfWay(found[1]) + 0.5);
  }, 60_000);

  it('a fade is solid to the far edge of the texts and a little farther, and reaches well beyond', async () => {
    const s = await standing(over('lake-sill-winter')),
      { add, name } = new Ways(painter, ask(s, 'lake-sill-winter')).solve('fade')!,
      [fade] = add as FadeLayer[],
      halo = probeText(painter, s.piece, s.size, s.slide.layers[1] as TextLayer).halo.ink!,
      far = (halo.y + halo.height) / 480;
    expect([fade.angle, name]).toEqual([FADE_SIDES.top, 'Fade from above']);
    // Descenders, of which there is a g, may hang below what is solid.
    expect(fade.solid).toBeGreaterThan(far - 0.03);
    expect(fade.solid).toBeLessThan(far + 0.06);
    expect(fade.reach - fade.solid).toBeGreaterThanOrEqual(0.14);
  }, 60_000);

  it('a text in a corner may have a fade from there; wherever a tint is enough, a fade is offered that costs less', async () => {
    for (const photo of ['lake-sill-winter', 'varn-fog', 'cairn-evening', 'lake-sill-autumn'])
      for (const box of [
        { x: 24, y: 30, width: 400, height: 66 },
        { x: 24, y: 400, width: 400, height: 66 },
        { x: 250, y: 220, width: 400, height: 66 },
      ]) {
        const s = await standing(over(photo, { box, text: 'Views', fontSize: 36 })),
          ways = new Ways(painter, ask(s, photo)),
          tint = ways.solve('tint'),
          fade = ways.solve('fade');
        if (tint)
          expect([photo, box.y, fade !== null && costOfWay(fade) < costOfWay(tint)]).toEqual([photo, box.y, true]);
      }
    expect(
      wayName('fade', makeFade('f', '#000000', 1, { width: 9, height: 9 }, { angle: FADE_CORNERS.bottomLeft })),
    ).toBe('Fade from the lower left');
  }, 120_000);

  it('no way costs less than a look said it might, and what a look chose is what is solved', async () => {
    for (const photo of ['lake-sill-winter', 'varn-fog', 'morning-mist', 'forest-slope']) {
      const s = await standing(over(photo)),
        ways = new Ways(painter, ask(s, photo));
      for (const kind of ['tint', 'fade', 'pool', 'plate', 'tone', 'blur', 'shadow'] as const) {
        const way = ways.solve(kind),
          cost = way ? costOfWay(way) : Infinity;
        expect([photo, kind, cost, ways.mayCost(kind, cost + 0.01)]).toEqual([photo, kind, cost, true]);
        // Of what may not cost less than something, nothing does.
        for (const under of [5, 15, 40]) if (!ways.mayCost(kind, under)) expect(cost).toBeGreaterThanOrEqual(under);
        const rough = ways.rough(kind);
        expect([kind, rough?.add[0].kind]).toEqual([
          kind,
          kind === 'tone' || kind === 'blur' || kind === 'shadow' ? undefined : kind,
        ]);
        if (rough && way) {
          expect({ ...rough.add[0], opacity: 0 }).toEqual({ ...way.add[0], opacity: 0 });
          expect(Math.abs(rough.strength! - way.strength!)).toBeLessThan(25);
        }
      }
      // A tint over all of the photo is never near the best.
      const pool = ways.solve('pool');
      if (pool) expect(ways.mayCost('tint', costOfWay(pool))).toBe(false);
    }
  }, 120_000);

  it('a pool never fades over less than four fifths of an em', async () => {
    for (const photo of ['lake-sill-winter', 'varn-fog', 'lake-sill-autumn']) {
      const s = await standing(over(photo)),
        [pool] = new Ways(painter, ask(s, photo)).solve('pool')!.add as PoolLayer[];
      expect(pool.feather).toBeGreaterThanOrEqual(35);
    }
  }, 60_000);

  it('ties go to the simpler one', () => {
    const way = (kinds: Way['kinds'], kept: number, marks = 0): Way => ({
      kinds,
      name: '',
      add: [],
      change: [],
      strength: 10,
      readings: [],
      kept: { kept, marks, edge: 0 },
      price: 0,
    });
    expect(
      sortWays([way(['shadow'], 95.1), way(['pool'], 95), way(['tint', 'shadow'], 95.1), way(['plate'], 96, 2)]).map(
        (w) => w.kinds.join('+'),
      ),
    ).toEqual(['pool', 'shadow', 'tint+shadow', 'plate']);
  });

  it('where the ink may change its colour or its place, all of the photo is kept', async () => {
    const fog = await standing(over('varn-fog')),
      ink = new Ways(painter, ask(fog, 'varn-fog')).solve('ink')!;
    expect(ink.kept).toEqual({ kept: 100, marks: 0, edge: 0 });
    expect(areClear(ink.readings)).toBe(true);
    const window = await standing(over('wet-window', { box: { x: 30, y: 200, width: 400, height: 66 } })),
      ways = new Ways(painter, ask(window, 'wet-window'));
    expect(areClear(ways.now())).toBe(false);
    const move = ways.solve('move')!;
    expect(areClear(move.readings)).toBe(true);
    expect(move.kept!.kept).toBe(100);
    const text = applyWay(window.piece, window.slide.id, move, ids()).slides[0].layers[1] as TextLayer;
    expect(text.box.y).not.toBe(200);
  }, 60_000);

  it('pairs put a treatment over half of another, and are Clear', async () => {
    const s = await standing(over('lake-sill-winter')),
      ways = new Ways(painter, ask(s, 'lake-sill-winter'));
    const pool = ways.solve('pool')!,
      pair = ways.solvePair(['pool', 'shadow'], pool)!;
    expect(areClear(pair.readings)).toBe(true);
    expect(pair.add[0].opacity).toBeLessThan(pool.add[0].opacity);
    const piece = applyWay(s.piece, s.slide.id, pair, ids());
    expect(
      readText(
        painter,
        piece,
        piece.slides[0],
        s.size,
        piece.slides[0].layers.find((l) => l.kind === 'text') as TextLayer,
      ).ratio,
    ).toBe(pair.readings[0].ratio);
  }, 60_000);

  it('instead of what is there: it is switched off, not lost', async () => {
    const s = await standing((z) => [
      over('morning-mist')(z)[0],
      makeTint('old', '#000000', 0.8, z),
      { ...(over('morning-mist')(z)[1] as TextLayer), shadows: [makeShadow(40)] },
    ]);
    const clear = new Ways(painter, ask(s, 'morning-mist'));
    expect(areClear(clear.now())).toBe(true);
    expect(clear.solve('pool')).toBeNull();
    const way = new Ways(painter, { ...ask(s, 'morning-mist'), instead: true }).solve('pool')!,
      piece = applyWay(s.piece, s.slide.id, way, ids());
    expect(piece.slides[0].layers.find((l) => l.id === 'old')).toMatchObject({ visible: false, opacity: 0.8 });
    expect((piece.slides[0].layers.at(-1) as TextLayer).shadows).toMatchObject([{ on: false }]);
    expect(readText(painter, piece, piece.slides[0], s.size, piece.slides[0].layers.at(-1) as TextLayer).verdict).toBe(
      'clear',
    );
  }, 60_000);

  it('bad input is answered: one blank, ink that is not there, off the slide, no photo, all hidden, many texts', async () => {
    const of = async (layers: (z: Size) => Layer[]) => {
      const s = await standing(layers);
      return new Ways(painter, { piece: s.piece, slide: s.slide, size: s.size });
    };
    expect((await of(over('varn-fog', { text: ' ' }))).solve('tint')).toBeNull();
    expect((await of(over('varn-fog', { box: { x: 9000, y: 0, width: 10, height: 10 } }))).solve('pool')).toBeNull();
    expect((await of((z) => over('varn-fog')(z).map((l) => ({ ...l, visible: false })))).solve('tint')).toBeNull();
    const unseen = await of(
      over('varn-fog', { fill: { ...headline('', '#ffffff00')({ width: 9, height: 9 } as Size).fill } }),
    );
    expect(unseen.now()[0].flags).toContain('unseen');
    expect(unseen.solve('tint')).toBeNull();
    const plain = await of((z) => [flat('b', '#d0d4d8')(z), headline('Halt', '#ffffff', 30, 60)(z)]);
    expect(plain.solve('tint')).toMatchObject({ kept: null });
    expect(plain.solve('tone')).toBeNull();
    const many = await of((z) => [
      over('varn-fog')(z)[0],
      ...Array.from({ length: 20 }, (_, i) =>
        headline(`Halt ${i}`, '#ffffff', 20 + (i % 4) * 110, 20 + Math.floor(i / 4) * 90, {
          id: `t${i}`,
          fontSize: 24,
        })(z),
      ),
    ]);
    expect(areClear(many.solve('tint')!.readings)).toBe(true);
    expect(many.solve('move')).toBeNull();
  }, 120_000);
});

describe('suggested text colours', () => {
  it('those that read come first, the house’s among them; each other with the tint it needs', async () => {
    const s = await standing(over('varn-fog'));
    s.piece.swatches = [{ id: 'spruce', name: 'Spruce', colour: '#16372c' }] as never;
    const text = s.slide.layers[1] as TextLayer,
      samples = new LetterSamples(painter, s.piece, s.slide, s.size, [text]);
    const found = suggestColours(
      painter,
      s.piece,
      s.slide,
      s.size,
      samples,
      coloursOfPhoto(photos.get('varn-fog')!),
      12,
    );
    expect(found[0]).toMatchObject({ swatch: 'spruce', from: 'house', tint: { strength: 0 } });
    const white = found.find((c) => c.hex === '#ffffff')!;
    expect(white.tint!.strength).toBeGreaterThan(10);
    for (const c of found) expect(c.tint?.strength === 0).toBe(c.ratio >= c.needed);
    // What it says of a colour is about what is measured with it.
    const inked = { ...text, fill: { ...text.fill, colour: found[0].hex } },
      slide = { ...s.slide, layers: [s.slide.layers[0], inked] };
    expect(Math.abs(readText(painter, s.piece, slide, s.size, inked).ratio! - found[0].ratio)).toBeLessThan(
      0.08 * found[0].ratio,
    );
  });
});
