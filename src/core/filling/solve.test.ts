// Filled templates are Clear: by what they lay over their photo where that is enough, by the best way where it is not.
import { coloursOfPhoto } from '../colour/palette';
import { labOfHex } from '../colour/oklab';
import type { Pixels } from '../ground/pixels';
import { atOnce } from '../ground/at-once';
import { type FadeLayer, makeFade } from '../kinds/fade';
import { makePhoto } from '../kinds/photo';
import { makeText } from '../kinds/text';
import { backdropPhoto } from '../piece/resolve';
import { asTemplate, guessedRoles } from '../piece/roles';
import type { Piece, Slide } from '../piece/schema';
import { demoPhoto } from '../testing/photos';
import { easelFor, picture } from '../testing/pixels';
import { ids, scene } from '../testing/scenes';
import { fillingOf } from './fill';
import { type Made, madeFromTemplate } from './from-template';
import { outcomeOf } from '../remedy/outcome';
import { inPhotosHue, justEnoughFilled } from './solve';

const photos = new Map<string, Pixels>(),
  { painter } = easelFor(photos);
const named = (n: string): string => Buffer.from(n).toString('hex').padEnd(64, '0');
beforeAll(async () => {
  for (const n of ['varn-fog', 'wet-window', 'enamel-cup'] as const) photos.set(named(n), await demoPhoto(n));
  photos.set(
    named('flat'),
    picture(400, 400, () => [236, 236, 236]),
  );
});
const coloursOf = (slide: Slide) => {
  const p = photos.get(backdropPhoto(slide)!.asset);
  return p ? coloursOfPhoto(p) : [];
};

/** White words low over a photo, a fade from below under them. */
function card(reach = 0.7, colour: FadeLayer['colour'] = '#15211d'): Piece {
  const { piece } = scene(
    (z) => [
      makePhoto('photo', named('varn-fog'), 'Fog', z),
      makeFade('fade', colour, 0.8, z, { solid: 0.25, reach }),
      {
        ...makeText('headline', 'Slow trains,\nlong views', z, '#ffffff'),
        box: { x: 40, y: 400, width: 520, height: 140 },
        fontSize: 60,
        anchors: { horizontal: 'left', vertical: 'bottom' },
      },
    ],
    600,
    600,
    375,
  );
  return asTemplate(
    { ...piece, swatches: [{ id: 'spruce', name: 'Spruce', colour: '#1d3b2f', house: false }] },
    'Card',
    guessedRoles(piece),
  );
}
const make = (photo: string, template: Piece, headline = 'Night trains run again'): Promise<Made> =>
  madeFromTemplate(
    {
      painter,
      load: async (p) => {
        for (const s of p.slides) await painter.prepare(s);
      },
      picture: (id) => photos.get(id) ?? null,
      colours: async (id) => coloursOfPhoto(photos.get(id)!),
      newId: ids('new'),
    },
    template,
    fillingOf(template, {
      photo: { asset: named(photo), name: photo, width: 480, height: 480 },
      headline,
      lines: [],
      logo: null,
    }),
  );
const fadeOf = (p: Piece): FadeLayer => p.slides[0].layers.find((l) => l.kind === 'fade') as FadeLayer;

it('a bright photo gets as much of the fade as it needs, a dark one less', async () => {
  const fog = await make('varn-fog', card()),
    night = await make('wet-window', card());
  for (const { outcomes } of [fog, night]) expect(outcomes).toMatchObject([{ clear: true }]);
  expect(fadeOf(fog.piece).opacity).toBeGreaterThan(0.25);
  expect(fadeOf(night.piece).opacity).toBeLessThan(fadeOf(fog.piece).opacity - 0.08);
  expect(night.outcomes[0].kept!.kept).toBeGreaterThan(fog.outcomes[0].kept!.kept);
  // Nothing was added where its own fade does.
  expect(fog.piece.slides[0].layers.map((l) => l.kind)).toEqual(['photo', 'fade', 'text']);
});

it('it is no stronger than it must be', async () => {
  const { piece } = await make('varn-fog', card()),
    weaker = structuredClone(piece) as Piece;
  fadeOf(weaker).opacity -= 0.02;
  expect(outcomeOf(painter, weaker, weaker.slides[0].id, weaker.sizes[0]).clear).toBe(false);
});

it('where its own fade does not reach the words, the best way is taken besides', async () => {
  const short = card(0.12),
    own = atOnce(justEnoughFilled(painter, short, coloursOf));
  expect(outcomeOf(painter, own, own.slides[0].id, own.sizes[0]).clear).toBe(false);
  const { piece, outcomes } = await make('flat', short);
  expect(outcomes).toMatchObject([{ clear: true }]);
  expect(piece.slides[0].layers).not.toEqual(own.slides[0].layers);
});

it('overlays in a plain colour take the photo’s hue and keep their depth; house colours stay', () => {
  const plain = card(),
    slide = plain.slides[0].id,
    found = [{ hex: '#2f5fae', share: 1 }] as never,
    [l, a, b] = labOfHex(fadeOf(inPhotosHue(plain, slide, found)).colour as string),
    [was] = labOfHex('#15211d');
  expect(l).toBeCloseTo(was, 1);
  expect(b).toBeLessThan(-0.02);
  expect(Math.hypot(a, b)).toBeLessThan(0.06);
  const house = card(0.7, { swatch: 'spruce' });
  expect(inPhotosHue(house, slide, found)).toBe(house);
});

it('further sizes are laid out and Clear as well', async () => {
  const base = card(),
    template: Piece = {
      ...base,
      sizes: [
        ...base.sizes,
        { id: 'wide', name: 'Wide', width: 600, height: 300, shownWidth: 400, destination: null, auto: true },
      ],
    };
  const { outcomes, piece } = await make('varn-fog', template);
  expect(outcomes.map((o) => [o.size, o.clear])).toEqual([
    [base.sizes[0].id, true],
    ['wide', true],
  ]);
  expect(piece.slides[0].layers.find((l) => l.kind === 'text')!.overrides.wide).toBeDefined();
});

it('whoever stops it ends it', async () => {
  const template = card(),
    stopped = madeFromTemplate(
      {
        painter,
        load: async (p) => {
          for (const s of p.slides) await painter.prepare(s);
        },
        picture: (id) => photos.get(id) ?? null,
        colours: async () => [],
        newId: ids(),
        pause: () => Promise.reject(new Error('stopped')),
      },
      template,
      fillingOf(template, { photo: null, headline: 'A', lines: [], logo: null }),
    );
  await expect(stopped).rejects.toThrow('stopped');
});
