// What on a slide is there for the sake of its texts, how it is switched off, and who can have what.
import { makeFade } from '../kinds/fade';
import type { Layer } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { makePhoto } from '../kinds/photo';
import { makePlate } from '../kinds/plate';
import { makePool } from '../kinds/pool';
import { makeShape } from '../kinds/shape';
import { strengthOf } from '../kinds/strengths';
import type { TextLayer } from '../kinds/text';
import { mainShadow } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { makeWash } from '../kinds/wash';
import { easelFor } from '../testing/pixels';
import { flat, headline, scene } from '../testing/scenes';
import { makeBacking, makeShadow } from '../values/made';
import { withPlace } from './set-in-size';
import { backdropPhoto, slideOf, textsIn } from './resolve';
import type { Size } from './schema';
import {
  bearerOf,
  isTreated,
  isTreatment,
  propertyOf,
  setColour,
  switchedOff,
  TREATMENT_KINDS,
  withoutTreatments,
} from './treatments';

const text = (more: Partial<TextLayer> = {}) => headline('Slow trains', '#ffffff', 40, 100, more);
const dark = (z: Size): PhotoLayer => {
  const p = makePhoto('photo', 'asset', 'Photo', z);
  return { ...p, tone: { ...p.tone, levels: { on: true, black: 0, white: 128 } } };
};
const all = (z: Size): Layer[] => [
  dark(z),
  makeTint('tint', '#101820', 0.4, z),
  makeWash('wash', '#101820', 0.3, z),
  makeFade('fade', '#101820', 0.8, z),
  makePool('pool', '#101820', 0.6, { x: 40, y: 100, width: 300, height: 60 }, 60, ['text']),
  makePlate('plate', '#101820', 0.6, { x: 40, y: 100, width: 300, height: 60 }, 60, ['other']),
  makeShape('shape', 'star', '#cc4422', z),
  text({ backing: makeBacking('#000000'), shadows: [makeShadow(60)] })(z),
];

it('a treated slide is so for each of its treatments alone, and no more once they are off', () => {
  const { piece, slide } = scene(all);
  expect(isTreated(slide)).toBe(true);
  for (const l of slide.layers) expect([l.id, isTreated({ ...slide, layers: [l] })]).toEqual([l.id, l.id !== 'shape']);
  const bare = withoutTreatments(piece, slide.id),
    [after] = bare.slides;
  expect(isTreated(after)).toBe(false);
  // Values stay, to be switched on again; what is no treatment is untouched.
  const photo = after.layers[0] as PhotoLayer,
    words = after.layers.at(-1) as TextLayer;
  expect(photo.tone.levels).toEqual({ on: false, black: 0, white: 128 });
  expect(words.backing).toEqual({ ...makeBacking('#000000'), on: false });
  expect(after.layers.find((l) => l.id === 'shape')).toBe(slide.layers.find((l) => l.id === 'shape'));
  expect(withoutTreatments(bare, slide.id)).toBe(bare);
});

it('for one text only its own go: what follows another text stays', () => {
  const { slide } = scene(all),
    off = slide.layers.filter((l) => switchedOff(l, ['text'])).map((l) => l.id);
  expect(off).toEqual(['photo', 'tint', 'wash', 'fade', 'pool', 'text']);
  expect(slide.layers.filter((l) => switchedOff({ ...l, visible: false }))).toEqual([]);
});

it('every kind has a bearer and a strength', () => {
  const { slide, size } = scene(all),
    bearers = TREATMENT_KINDS.map((k) => [k, bearerOf(k), propertyOf(k)]);
  expect(bearers).toEqual([
    ['tint', 'tint', 'opacity'],
    ['wash', 'wash', 'opacity'],
    ['fade', 'fade', 'opacity'],
    ['pool', 'pool', 'opacity'],
    ['plate', 'plate', 'opacity'],
    ['backing', 'text', 'backing'],
    ['shadow', 'text', 'shadow'],
    ['darken', 'photo', 'darken'],
    ['lighten', 'photo', 'lighten'],
    ['blur', 'photo', 'blur'],
  ]);
  // All but lighten and blur are there on this slide, and the one that bears it says how strong.
  for (const k of TREATMENT_KINDS) {
    const bearer = slide.layers.find((l) => l.kind === bearerOf(k));
    expect([k, strengthOf(bearer, propertyOf(k), size) > 0]).toEqual([k, k !== 'lighten' && k !== 'blur']);
  }
  expect(slide.layers.filter(isTreatment).map((l) => l.id)).toEqual(['tint', 'wash', 'fade', 'pool', 'plate']);
});

it('a colour goes to the part that is meant', () => {
  const { slide } = scene(all),
    of = (id: string): Layer => structuredClone(slide.layers.find((l) => l.id === id)!);
  const tint = of('tint'),
    plate = of('plate'),
    words = of('text') as TextLayer;
  setColour(tint, '#123456');
  setColour(plate, '#123456');
  setColour(words, '#123456', 'shadow');
  expect(tint).toMatchObject({ colour: '#123456' });
  expect(plate).toMatchObject({ fill: { kind: 'colour', colour: '#123456' } });
  expect(mainShadow(words)!.colour).toBe('#123456');
  expect(words.backing!.fill.colour).toBe('#000000');
  setColour(words, '#654321', 'backing');
  expect(words.backing!.fill.colour).toBe('#654321');
});

it('texts of a size are those that show there; the photo that counts is the topmost of the backdrop', () => {
  const { piece, slide } = scene((z) => [
    makePhoto('below', 'a', 'Below', z),
    makePhoto('above', 'b', 'Above', z),
    { ...makePhoto('hidden', 'c', 'Hidden', z), visible: false },
    { ...makePhoto('logo', 'd', 'Logo', z), band: 'message' as const },
    text()(z),
    { ...text()(z), id: 'second', overrides: { story: { visible: false } } },
  ]);
  const story = { ...piece.sizes[0], id: 'story', width: 300, height: 600 },
    both = { ...piece, sizes: [piece.sizes[0], story] };
  expect(textsIn(both, slide, piece.sizes[0]).map((t) => t.id)).toEqual(['text', 'second']);
  expect(textsIn(both, slide, story).map((t) => t.id)).toEqual(['text']);
  expect(textsIn(both, slide, piece.sizes[0], ['second']).map((t) => t.id)).toEqual(['second']);
  expect(backdropPhoto(slide)?.id).toBe('above');
  expect(() => slideOf(piece, 'nowhere')).toThrow(RangeError);
});

it('a text set at another place keeps its setting in the base size and only moves in another', async () => {
  const { painter } = easelFor(),
    { piece, slide } = scene((z) => [flat('f', '#000000')(z), text()(z)]),
    [base] = piece.sizes;
  await painter.prepare(slide);
  const story = { ...base, id: 'story', width: 300, height: 600 },
    words = slide.layers[1] as TextLayer;
  const set = {
    box: { x: 8, y: 9, width: 200, height: 66 },
    align: 'end' as const,
    frame: 'frame' as const,
    balance: true,
  };
  expect(withPlace(words, set, base, base)).toEqual({ ...words, ...set });
  expect(withPlace(words, set, story, base)).toEqual({
    ...words,
    overrides: { story: { box: set.box, align: set.align, balance: set.balance } },
  });
});
