// Photo kept of a slide: what is painted only where it differs is what a painting of the whole would tell.
import type { Layer } from '../kinds/layers';
import { makeFade } from '../kinds/fade';
import type { PhotoLayer } from '../kinds/photo';
import { makePhoto } from '../kinds/photo';
import { makePlate } from '../kinds/plate';
import { makePool } from '../kinds/pool';
import type { TextLayer } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import type { Size } from '../piece/schema';
import { easelFor, picture } from '../testing/pixels';
import { headline, scene } from '../testing/scenes';
import { makeBacking, makeShadow } from '../values/made';
import { KeptPhoto } from './photo-kept';
import { SlidePhoto } from './slide-photo';

const waves = picture(600, 400, (x, y) => [
  120 + 60 * Math.sin(x / 9) * Math.cos(y / 13),
  118 + 50 * Math.sin(x / 11),
  130,
]);
const { painter } = easelFor(new Map([['waves', waves]]));
const words = (z: Size, more: Partial<TextLayer> = {}): TextLayer => headline('Slow', '#ffffff', 60, 120, more)(z);
const photo = (z: Size): PhotoLayer => makePhoto('photo', 'waves', 'Waves', z);

/** Those that are told without painting. */
const VEILS = ['a tint', 'a fade', 'a pool'];
const TREATED: [name: string, layers: (z: Size) => Layer[]][] = [
  ['nothing', (z) => [photo(z), words(z)]],
  ['a tint', (z) => [photo(z), makeTint('t', '#101820', 0.4, z), words(z)]],
  ['a fade', (z) => [photo(z), makeFade('f', '#101820', 0.8, z, { angle: 45, solid: 0.2 }), words(z)]],
  // Something of a tint lies under it: that is painted.
  [
    'a fade over a tint',
    (z) => [photo(z), makeTint('t', '#101820', 0.2, z), makeFade('f', '#101820', 0.8, z), words(z)],
  ],
  ['a tint that multiplies', (z) => [photo(z), { ...makeTint('t', '#8090a0', 0.6, z), blend: 'multiply' }, words(z)]],
  [
    'a pool',
    (z) => [photo(z), makePool('p', '#101820', 0.7, { x: 60, y: 120, width: 150, height: 60 }, 60, ['text']), words(z)],
  ],
  [
    'a plate',
    (z) => [
      photo(z),
      makePlate('p', '#101820', 0.7, { x: 60, y: 120, width: 150, height: 60 }, 60, ['text']),
      words(z),
    ],
  ],
  ['a backing', (z) => [photo(z), words(z, { backing: makeBacking('#101820') })]],
  ['a shadow', (z) => [photo(z), words(z, { shadows: [{ ...makeShadow(60), x: 0, y: 0, opacity: 0.8, blur: 30 }] })]],
  [
    'a darker photo',
    (z) => [{ ...photo(z), tone: { ...photo(z).tone, levels: { on: true, black: 0, white: 140 } } }, words(z)],
  ],
];

it.each(TREATED)('%s: as painted whole', async (name, layers) => {
  const bare = scene((z) => [photo(z)], 600, 400),
    s = scene(layers, 600, 400);
  await painter.prepare(s.slide);
  // By hand: both pictures whole, at 1080 pixels on the long side.
  const paint = (x: typeof s, inkless: boolean): Uint8ClampedArray => {
    const surface = painter.studio.surface(1080, 720);
    painter.paint(surface, x.piece, x.slide, x.size, { scale: 1.8, x: 0, y: 0 }, { inkless });
    return surface.read(0, 0, 1080, 720);
  };
  const whole = new KeptPhoto({ width: 1080, height: 720, data: paint(bare, false) }).compare(paint(s, true));
  const found = new SlidePhoto(painter, s.piece, s.slide, s.size).of(s.piece, s.slide);
  // A veil is mixed without painting: it differs by what painting rounds to bytes.
  if (VEILS.includes(name)) {
    expect(Math.abs(found!.kept - whole!.kept)).toBeLessThan(0.6);
    expect(Math.abs(found!.marks - whole!.marks)).toBeLessThan(0.1);
    expect(Math.abs(found!.edge - whole!.edge)).toBeLessThan(1);
  } else expect(found).toEqual(whole);
  if (name === 'nothing') expect(found).toEqual({ kept: 100, marks: 0, edge: 0 });
  else expect(found!.kept).toBeLessThan(99.5);
});

it('a slide without a photo has none to keep', async () => {
  const s = scene((z) => [makeTint('t', '#101820', 0.4, z), words(z)], 600, 400);
  await painter.prepare(s.slide);
  expect(new SlidePhoto(painter, s.piece, s.slide, s.size).of(s.piece, s.slide)).toBeNull();
});
