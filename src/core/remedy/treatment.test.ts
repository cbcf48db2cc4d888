// Just enough for every treatment, against trying all 101 strengths.
import { easelFor } from '../testing/pixels';
import { flat, headline, scene } from '../testing/scenes';
import type { FadeLayer, Layer, PlateLayer, PoolLayer, Size, TextLayer } from '../piece/schema';
import { readText } from '../reading/read';
import { justEnough, strengthsOf } from './strength';
import { makeTreatment, TREATMENT_KINDS, withTreatment, type TreatmentKind } from './treatment';

const { painter } = easelFor();
const backdrop = (z: Size): Layer[] => [flat('l', '#aab6c0', { x: 0, y: 0, width: 330, height: 300 })(z), flat('r', '#dde4ea', { x: 330, y: 0, width: 270, height: 300 })(z), headline('Slow trains', '#ffffff', 40, 200)(z)];

it.each([
  ['tint', 'opacity'],
  ['fade', 'opacity'],
  ['fade', 'reach'],
  ['pool', 'opacity'],
  ['plate', 'opacity'],
] as const)('%s, by its %s: the least of all strengths at which the text is Clear', async (kind, property) => {
  const s = scene(backdrop);
  await painter.prepare(s.slide);
  const tried = withTreatment(s.piece, s.slide, { overlay: null, kind, colour: '#101c28' });
  const text = tried.slide.layers.find((l) => l.kind === 'text') as TextLayer;
  const clear = (p: number): boolean => readText(painter, tried.piece, tried.slide, s.size, text, { strength: { layer: tried.treatment, property, value: p / 100 } }).verdict === 'clear';
  let least: number | null = null;
  for (let p = 0; p <= 100 && least === null; p++) if (clear(p)) least = p;
  const found = justEnough(painter, { ...tried, size: s.size, property });
  expect(least).not.toBeNull();
  expect(found.strength).toBe(least);
  expect(found.after.every((r) => r.verdict === 'clear')).toBe(true);
  // Before it was tried there was none.
  expect(found.before[0].ratio).toBe(readText(painter, s.piece, s.slide, s.size, text).ratio);
}, 120_000);

it('says so where a fade does not reach the text, and that a light colour cannot help light ink', async () => {
  const s = scene((z) => [flat('b', '#f2f4f6')(z), headline('Slow trains', '#ffffff', 40, 30)(z)]);
  await painter.prepare(s.slide);
  const below = withTreatment(s.piece, s.slide, { overlay: null, kind: 'fade', colour: '#000000' });
  const piece = { ...below.piece, slides: [{ ...below.slide, layers: below.slide.layers.map((l) => (l.id === below.treatment ? ({ ...l, angle: 270, reach: 0.3 } as Layer) : l)) }] };
  expect(justEnough(painter, { piece, slide: piece.slides[0], size: s.size, treatment: below.treatment })).toMatchObject({ strength: null, instead: null });
  const light = withTreatment(s.piece, s.slide, { overlay: null, kind: 'plate', colour: '#ffffff' });
  expect(justEnough(painter, { ...light, size: s.size })).toMatchObject({ strength: null, instead: '#000000' });
});

it('begins where the texts are: a fade from the nearest side, plate and pool behind them', () => {
  const at = (kind: TreatmentKind, x: number, y: number) => {
    const s = scene((z) => [headline('Halt', '#ffffff', x, y, { box: { x, y, width: 120, height: 66 } })(z)], 900, 600);
    return makeTreatment(kind, 'n', '#000000', s.piece, s.slide);
  };
  expect((at('fade', 400, 520) as FadeLayer).angle).toBe(270);
  expect((at('fade', 400, 10) as FadeLayer).angle).toBe(90);
  expect((at('fade', 10, 260) as FadeLayer).angle).toBe(0);
  expect((at('fade', 770, 260) as FadeLayer).angle).toBe(180);
  expect((at('plate', 5, 5) as PlateLayer).follows).toEqual(['text']);
  expect((at('pool', 5, 5) as PoolLayer).follows).toEqual(['text']);
  for (const kind of TREATMENT_KINDS) {
    expect(at(kind, 5, 5)).toMatchObject({ band: 'overlays', blend: 'normal' });
    expect(strengthsOf(at(kind, 5, 5))).toContain('opacity');
  }
  const empty = scene(() => []);
  expect((makeTreatment('plate', 'n', '#000000', empty.piece, empty.slide) as PlateLayer).follows).toEqual([]);
});
