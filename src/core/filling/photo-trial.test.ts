// Photos tried with the words of a slide: what needs less costs less, what was laid for the one before does not count.
import { coloursOfPhoto } from '../colour/palette';
import type { Pixels } from '../ground/pixels';
import { atOnce } from '../ground/at-once';
import { makePhoto } from '../kinds/photo';
import { makeText } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { isTreatment } from '../piece/treatments';
import { slideOf } from '../piece/resolve';
import type { Piece } from '../piece/schema';
import { demoPhoto } from '../testing/photos';
import { easelFor, picture } from '../testing/pixels';
import { scene } from '../testing/scenes';
import { type PhotoTrial, photoTrial, withPhotoBehind } from './photo-trial';

const photos = new Map<string, Pixels>(),
  { painter } = easelFor(photos);
const named = (n: string): string => Buffer.from(n).toString('hex').padEnd(64, '0');
beforeAll(async () => {
  for (const n of ['varn-fog', 'lake-sill-winter', 'wet-window'] as const) photos.set(named(n), await demoPhoto(n));
  photos.set(
    named('dark'),
    picture(300, 300, () => [12, 16, 20]),
  );
  photos.set(
    named('bright'),
    picture(300, 300, () => [250, 250, 250]),
  );
});

const { piece: post, slide } = scene(
  (z) => [
    makePhoto('photo', named('varn-fog'), 'Fog', z),
    makeTint('tint', '#000000', 0.8, z),
    {
      ...makeText('headline', 'Slow trains', z, '#ffffff'),
      fontSize: 60,
      box: { x: 40, y: 440, width: 520, height: 70 },
    },
  ],
  600,
  600,
  375,
);
async function tried(name: string, of: Piece = post): Promise<PhotoTrial> {
  await painter.prepare(of.slides[0]);
  const own = withPhotoBehind(
    painter,
    of,
    of.slides[0].id,
    { asset: named(name), name, width: 480, height: 480 },
    (a) => photos.get(a) ?? null,
  );
  return atOnce(photoTrial(painter, own, of.slides[0].id, of.sizes[0], coloursOfPhoto(photos.get(named(name))!)));
}

it('a dark photo needs nothing; brighter and busier ones cost more', async () => {
  const dark = await tried('dark'),
    night = await tried('wet-window'),
    fog = await tried('varn-fog'),
    snow = await tried('bright');
  expect(dark).toMatchObject({ clear: true, cost: 0, way: null, kept: 100 });
  expect(night.cost).toBeLessThan(fog.cost);
  expect(fog.cost).toBeLessThan(snow.cost);
  for (const t of [night, fog, snow]) expect(t.clear).toBe(true);
  expect(fog.way).toMatch(/^(Fade|Tint|Pool)/);
});

it('the photo takes the place of the slide’s own, without what was laid for that one', async () => {
  const { piece } = await tried('dark'),
    { layers } = slideOf(piece, slide.id);
  expect(layers.find((l) => l.id === 'photo')).toMatchObject({ asset: named('dark') });
  expect(layers.filter((l) => isTreatment(l) && l.visible)).toEqual([]);
});

it('where the slide has no photo, it lies in the backdrop', async () => {
  const bare: Piece = { ...post, slides: [{ ...slide, layers: slide.layers.filter((l) => l.kind === 'text') }] },
    { piece } = await tried('dark', bare);
  expect(piece.slides[0].layers.map((l) => [l.kind, l.band])).toEqual([
    ['photo', 'backdrop'],
    ['text', 'message'],
  ]);
});
