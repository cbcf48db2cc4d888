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
import { readSlide } from '../reading/read';
import { areClear } from '../reading/verdict';
import { demoPhoto } from '../testing/photos';
import { easelFor, picture } from '../testing/pixels';
import { scene } from '../testing/scenes';
import { photoGuess, type PhotoTrial, photoTrial, withPhotoBehind } from './photo-trial';

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
/** A photo behind the words, and the colours found in it. */
async function behind(name: string, of: Piece = post): Promise<[Piece, ReturnType<typeof coloursOfPhoto>]> {
  await painter.prepare(of.slides[0]);
  const photo = { asset: named(name), name, width: 480, height: 480 };
  return [
    withPhotoBehind(painter, of, of.slides[0].id, photo, (a) => photos.get(a) ?? null),
    coloursOfPhoto(photos.get(named(name))!),
  ];
}
async function tried(name: string, of: Piece = post): Promise<PhotoTrial> {
  const [own, colours] = await behind(name, of);
  return atOnce(photoTrial(painter, own, of.slides[0].id, of.sizes[0], colours));
}
async function guessed(name: string): Promise<PhotoTrial> {
  const [own, colours] = await behind(name);
  return photoGuess(painter, own, slide.id, post.sizes[0], colours);
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

it('a guess is Clear where it says so, and about what solving finds', async () => {
  expect(await guessed('dark')).toMatchObject({ clear: true, cost: 0, way: null, kept: 100 });
  for (const name of ['wet-window', 'varn-fog', 'lake-sill-winter']) {
    const [guess, solved] = [await guessed(name), await tried(name)];
    expect(guess.clear).toBe(true);
    expect(areClear(readSlide(painter, guess.piece, slideOf(guess.piece, slide.id), post.sizes[0]))).toBe(true);
    expect(Math.abs(guess.cost - solved.cost)).toBeLessThan(15);
    expect(guess.way === null).toBe(solved.way === null);
  }
  expect((await guessed('wet-window')).cost).toBeLessThan((await guessed('varn-fog')).cost);
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
