// Which slides can be seen by small copies of their photos, and how.
import { makeFill } from '../core/kinds/fill';
import type { Layer } from '../core/kinds/layers';
import { makePhoto } from '../core/kinds/photo';
import type { Size, Slide } from '../core/piece/schema';
import { headline, scene } from '../core/testing/scenes';
import { NO_ROOM, solid } from '../core/values/made';
import type { Cut } from '../core/values/photo';
import { photosToGlanceAt, withCopies } from './glance';

const slideOf = (...layers: ((z: Size) => Layer)[]): Slide => scene((z) => layers.map((make) => make(z))).slide;
const lake = (z: Size) => makePhoto('lake', 'lake-id', 'Lake', z),
  cup = (z: Size) => makePhoto('cup', 'cup-id', 'Cup', z),
  words = headline('Slow trains', '#ffffff');
const cutOut: Cut = {
  on: true,
  mask: { width: 8, height: 8, asset: 'mask-id' },
  strokes: [],
  box: null,
  softness: 0,
  shift: 0,
  clean: 0,
};

it.each<[string, Slide, string[] | null]>([
  ['one photo', slideOf(lake, words), ['lake-id']],
  ['two, one of them twice', slideOf(lake, cup, lake), ['lake-id', 'cup-id']],
  ['no photo', slideOf(words), null],
  ['room made beside it', slideOf((z) => ({ ...lake(z), room: { ...NO_ROOM, left: 0.3 } })), null],
  ['room that is switched off', slideOf((z) => ({ ...lake(z), room: { ...NO_ROOM, on: false } })), ['lake-id']],
  ['a cut-out', slideOf(lake, (z) => ({ ...cup(z), cut: cutOut })), null],
  [
    'a pattern of a picture',
    slideOf(lake, (z) => {
      const fill = solid('#000000');
      return {
        ...makeFill('ground', '#000000', z),
        fill: { ...fill, kind: 'pattern', pattern: { ...fill.pattern, tile: { asset: 'tile-id' } } },
      } as Layer;
    }),
    null,
  ],
])('%s', (_, slide, wanted) => expect(photosToGlanceAt(slide)).toEqual(wanted));

it('copies stand in place of the photos they are of; all else stays', () => {
  const slide = slideOf(lake, cup, words),
    seen = withCopies(slide, new Map([['lake-id', 'lake-id@thumbnail']]));
  expect(seen.layers.map((l) => ('asset' in l ? l.asset : l.id))).toEqual([
    'lake-id@thumbnail',
    'cup-id',
    slide.layers[2].id,
  ]);
  expect(seen.layers[0]).toEqual({ ...slide.layers[0], asset: 'lake-id@thumbnail' });
  expect(seen.layers[2]).toBe(slide.layers[2]);
});
