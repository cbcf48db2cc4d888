// Just enough for every treatment, against trying all 101 strengths.
import { marginOf } from '../kinds/common';
import type { FadeLayer } from '../kinds/fade';
import type { Layer } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { makePhoto } from '../kinds/photo';
import type { PlateLayer } from '../kinds/plate';
import type { PoolLayer } from '../kinds/pool';
import { strengthOf, strengthsOf, withStrength } from '../kinds/strengths';
import type { TextLayer } from '../kinds/text';
import type { Size } from '../piece/schema';
import { LAID_KINDS, type LaidKind, type TreatmentKind } from '../piece/treatments';
import { probeText, readText } from '../reading/read';
import { easelFor, picture } from '../testing/pixels';
import { flat, headline, scene } from '../testing/scenes';
import { askAbout, makeTreatment, withTreatment } from './begin-treatment';
import { justEnough } from './strength';

const striped = picture(600, 300, (x) => ((x >> 4) & 1 ? [40, 46, 54] : [132, 134, 138]));
const { painter } = easelFor(
  new Map([
    ['stripes', striped],
    ['flat', picture(600, 300, (x) => (x < 330 ? [170, 182, 192] : [221, 228, 234]))],
  ]),
);
const photo = (z: Size): PhotoLayer => makePhoto('photo', 'stripes', 'Stripes', z);
const backdrop = (z: Size): Layer[] => [
  makePhoto('photo', 'flat', 'Flat', z),
  headline('Slow trains', '#ffffff', 40, 200)(z),
];

it.each([
  ['tint', 'opacity'],
  ['fade', 'opacity'],
  ['fade', 'reach'],
  ['pool', 'opacity'],
  ['plate', 'opacity'],
  ['backing', 'backing'],
  ['shadow', 'shadow'],
  ['darken', 'darken'],
] as const)(
  '%s, by its %s: the least of all strengths at which the text is Clear',
  async (kind, property) => {
    const s = scene(backdrop);
    await painter.prepare(s.slide);
    const ask = askAbout(s.piece, [s.slide], s.size, { overlay: null, kind, property, colour: '#101c28' });
    const [{ slide, treated }] = ask.slides;
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
    let least: number | null = null;
    for (let p = 0; p <= 100 && least === null; p++) if (clear(p)) least = p;
    const found = justEnough(painter, ask);
    expect(least).not.toBeNull();
    expect(found.strength).toBe(least);
    expect(found.after.every((r) => r.verdict === 'clear')).toBe(true);
    // Before it was tried there was none.
    expect(found.before[0].ratio).toBe(
      readText(painter, s.piece, s.slide, s.size, s.slide.layers.at(-1) as TextLayer).ratio,
    );
  },
  120_000,
);

it('blur behind a text: the least that makes it calm enough', async () => {
  // Stripes as fine as strokes: the letters stand out from each, but together they mask them.
  const s = scene((z) => [photo(z), headline('Slow', '#ffffff', 40, 100)(z)]);
  await painter.prepare(s.slide);
  const text = s.slide.layers[1] as TextLayer,
    before = readText(painter, s.piece, s.slide, s.size, text);
  const ask = askAbout(s.piece, [s.slide], s.size, { overlay: null, kind: 'blur' });
  const at = (p: number) =>
    readText(painter, s.piece, s.slide, s.size, text, {
      alter: (l) => (l.kind === 'photo' ? withStrength(l, 'blur', p / 100, s.size) : l),
    });
  expect(before.verdict).not.toBe('clear');
  let least: number | null = null;
  for (let p = 0; p <= 100 && least === null; p++) if (at(p).verdict === 'clear') least = p;
  expect(justEnough(painter, ask).strength).toBe(least);
  expect(least).toBeGreaterThan(0);
}, 120_000);

it('one tint for all slides is as strong as the one that needs most', async () => {
  const light = scene(backdrop),
    dark = scene((z) => [flat('b', '#5a6670')(z), headline('Slow trains', '#ffffff', 40, 100)(z)]);
  const slides = [light.slide, { ...dark.slide, id: 'second' }, { ...scene(() => []).slide, id: 'empty' }],
    piece = { ...light.piece, slides };
  for (const sl of slides) await painter.prepare(sl);
  const ask = { overlay: null, kind: 'tint', colour: '#000000' } as const;
  const alone = justEnough(painter, askAbout(piece, [slides[0]], light.size, ask)),
    all = justEnough(painter, askAbout(piece, slides, light.size, ask));
  expect(all.strength).toBe(alone.strength);
  expect(all.after).toHaveLength(2);
  // The empty slide gets none.
  // The one that needs most decides.
  const [one, two] = slides
    .slice(0, 2)
    .map((s) => justEnough(painter, askAbout(piece, [s], light.size, ask)).strength!);
  expect(all.decides).toBe(slides[one >= two ? 0 : 1].id);
  expect(askAbout(piece, slides, light.size, ask).slides).toHaveLength(2);
}, 60_000);

it('keeps a look that is there: only its strength changes, and a slide without a photo cannot be darkened', () => {
  const s = scene((z) => [
    headline('Halt', '#ffffff', 10, 10, {
      shadows: [{ kind: 'drop', on: true, x: 9, y: 9, blur: 3, spread: 0, colour: '#ff0000', opacity: 0.2 }],
    })(z),
  ]);
  const t = withTreatment(s.piece, s.slide, { overlay: null, kind: 'shadow' });
  expect(withStrength(t.slide.layers[0] as TextLayer, 'shadow', 0.7, s.size).shadows).toEqual([
    { kind: 'drop', on: true, x: 9, y: 9, blur: 3, spread: 0, colour: '#ff0000', opacity: 0.7 },
  ]);
  expect(strengthOf(t.slide.layers[0], 'shadow', s.size)).toBe(0.2);
  expect(() => withTreatment(s.piece, s.slide, { overlay: null, kind: 'darken' })).toThrow(RangeError);
  for (const property of ['darken', 'lighten', 'blur'] as const)
    expect(strengthOf(withStrength(photo(s.size), property, 0.4, s.size), property, s.size)).toBeCloseTo(0.4, 6);
});

it('says so where a fade does not reach the text, and that a light colour cannot help light ink', async () => {
  const s = scene((z) => [flat('b', '#f2f4f6')(z), headline('Slow trains', '#ffffff', 40, 30)(z)]);
  await painter.prepare(s.slide);
  const below = askAbout(s.piece, [s.slide], s.size, { overlay: null, kind: 'fade', colour: '#000000' }),
    [{ slide, treated }] = below.slides;
  const short = {
    ...slide,
    layers: slide.layers.map((l) => (l.id === treated[0] ? ({ ...l, angle: 270, reach: 0.3 } as Layer) : l)),
  };
  expect(
    justEnough(painter, { ...below, piece: { ...below.piece, slides: [short] }, slides: [{ slide: short, treated }] }),
  ).toMatchObject({ strength: null, instead: null });
  const light = (kind: TreatmentKind) =>
    justEnough(painter, askAbout(s.piece, [s.slide], s.size, { overlay: null, kind, colour: '#ffffff' }));
  expect(light('plate')).toMatchObject({ strength: null, instead: '#000000' });
  expect(light('backing')).toMatchObject({ strength: null, instead: '#000000' });
});

it('begins where the texts are: a fade from the nearest side, plate and pool behind them', () => {
  const at = (kind: LaidKind, x: number, y: number) => {
    const s = scene((z) => [headline('Halt', '#ffffff', x, y, { box: { x, y, width: 120, height: 66 } })(z)], 900, 600);
    return makeTreatment(kind, 'n', '#000000', s.piece, s.slide);
  };
  expect((at('fade', 400, 520) as FadeLayer).angle).toBe(270);
  expect((at('fade', 400, 10) as FadeLayer).angle).toBe(90);
  expect((at('fade', 10, 260) as FadeLayer).angle).toBe(0);
  expect((at('fade', 770, 260) as FadeLayer).angle).toBe(180);
  expect((at('plate', 5, 5) as PlateLayer).follows).toEqual(['text']);
  expect((at('pool', 5, 5) as PoolLayer).follows).toEqual(['text']);
  for (const kind of LAID_KINDS) {
    expect(at(kind, 5, 5)).toMatchObject({ band: 'overlays', blend: 'normal' });
    expect(strengthsOf(at(kind, 5, 5))).toContain('opacity');
  }
  const empty = scene(() => []);
  expect((makeTreatment('plate', 'n', '#000000', empty.piece, empty.slide) as PlateLayer).follows).toEqual([]);
});

it('a new plate stays off the slide’s edges, as far alike on opposite sides, and never touches the letters', () => {
  const padding = (x: number, y: number): PlateLayer['padding'] => {
    const s = scene((z) => [{ ...headline('Slow trains', '#ffffff', x, y)(z), fontSize: 60 }]);
    const { box } = s.slide.layers[0],
      plate = makeTreatment('plate', 'p', '#000000', s.piece, s.slide) as PlateLayer,
      least = Math.min(box.x - plate.padding.left, s.size.width - box.x - box.width - plate.padding.right);
    expect(least).toBeGreaterThanOrEqual(Math.min(marginOf(s.size) / 2 - 1, box.x - 0.15 * 60));
    expect([plate.padding.left, plate.padding.top]).toEqual([plate.padding.right, plate.padding.bottom]);
    return plate.padding;
  };
  expect(padding(120, 120)).toEqual({ top: 24, right: 24, bottom: 24, left: 24 });
  const { left } = padding(25, 120);
  expect(left).toBeLessThan(24);
  expect(left).toBeGreaterThanOrEqual(9);
  expect(padding(0, 120).left).toBe(9);
});
