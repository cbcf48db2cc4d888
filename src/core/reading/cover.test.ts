// Covers: what a first slide is, seen on its picture; which one is due next.
import { makeFill } from '../kinds/fill';
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makeTint } from '../kinds/tint';
import { dueNext } from '../piece/covers';
import type { Piece, Size } from '../piece/schema';
import { demoPhotos } from '../testing/photos';
import { easelFor } from '../testing/pixels';
import { headline, scene } from '../testing/scenes';
import type { Swatch } from '../values/fill';
import { gradientThrough, solid } from '../values/made';
import { coverOf } from './cover';

const house: Swatch[] = [
  { id: 'spruce', name: 'Spruce', colour: '#1d3b2f', house: true },
  { id: 'amber', name: 'Amber', colour: '#f2a31b', house: true },
  { id: 'own', name: 'Own', colour: '#3d5468', house: false },
];
const photos = new Map();
const { painter } = easelFor(photos);
beforeAll(async () => {
  for (const [id, p] of await demoPhotos(320)) photos.set(id, p);
});
async function coverWith(layers: (z: Size) => Layer[]) {
  const { piece, slide, size } = scene(layers, 540, 675),
    own: Piece = { ...piece, swatches: house };
  await painter.prepare(slide);
  return coverOf(painter, own, slide, size);
}
const filled = (z: Size, more: object): Layer => ({
  ...makeFill('ground', '#1d3b2f', z),
  fill: { ...solid('#1d3b2f'), ...more } as ReturnType<typeof solid>,
});

describe('a cover', () => {
  it('is a full photo where most of it is photo, whatever lies over it', async () => {
    const c = await coverWith((z) => [
      filled(z, {}),
      makePhoto('p', 'lake-sill-winter', 'P', z),
      makeTint('t', '#000000', 0.5, z),
      headline('Long views', '#ffffff')(z),
    ]);
    expect(c).toMatchObject({ kind: 'photo', swatch: null });
    expect(c.photo).toBeGreaterThan(0.98);
  });
  it('a small photo on a ground leaves it a ground, of the house colour it is', async () => {
    const c = await coverWith((z) => [
      filled(z, {}),
      { ...makePhoto('p', 'enamel-cup', 'P', z), box: { x: 40, y: 40, width: 300, height: 300 } },
    ]);
    expect(c).toMatchObject({ kind: 'colour', swatch: 'spruce' });
    expect(c.photo).toBeCloseTo((300 * 300) / (540 * 675), 1);
  });
  it('paper alone is plain, and no house colour', async () =>
    expect(await coverWith(() => [])).toMatchObject({ kind: 'colour', swatch: null, colour: '#ffffff', photo: 0 }));
  it('a colour that is nearly of the house is taken for it; one of the piece’s own is not', async () => {
    expect(await coverWith((z) => [makeFill('g', '#eda52b', z)])).toMatchObject({ swatch: 'amber' });
    expect(await coverWith((z) => [makeFill('g', '#3d5468', z)])).toMatchObject({ swatch: null });
  });
  it('a gradient is smooth', async () =>
    expect(
      await coverWith((z) => [filled(z, { kind: 'gradient', gradient: gradientThrough(['#1d3b2f', '#f2a31b']) })]),
    ).toMatchObject({ kind: 'gradient' }));
  it.each(['dots', 'waves', 'terrazzo'])('a pattern has edges: %s', async (tile) => {
    const fill = solid('#1d3b2f');
    expect(
      await coverWith((z) => [
        filled(z, {
          kind: 'pattern',
          pattern: { ...fill.pattern, tile, foreground: '#f2a31b', background: '#1d3b2f', scale: 2 },
        }),
      ]),
    ).toMatchObject({ kind: 'pattern' });
  });
});

describe('what is due', () => {
  const c = (kind: 'photo' | 'colour' | 'gradient' | 'pattern', swatch: string | null = null) => ({ kind, swatch });
  it('alternates kinds', () => {
    expect(dueNext([c('photo'), c('colour', 'amber')], house)).toMatchObject({ kind: 'colour', swatch: 'spruce' });
    expect(dueNext([c('colour', 'amber'), c('photo')], house).kind).toBe('photo');
  });
  it('takes the colour that was used longest ago, and says so', () => {
    const due = dueNext(
      [c('photo'), c('colour', 'own'), c('photo'), c('colour', 'spruce'), c('photo'), c('colour', 'amber')],
      house,
    );
    expect(due).toEqual({
      kind: 'colour',
      swatch: 'amber',
      reasons: ['Plain ground was last used one post ago', 'Amber was last used five posts ago'],
    });
  });
  it('proposes gradients and patterns only where the campaign has them', () => {
    expect(dueNext([c('photo'), c('colour')], house).kind).toBe('colour');
    expect(dueNext([c('photo'), c('colour'), c('gradient')], house).kind).toBe('gradient');
  });
  it('begins somewhere', () => expect(dueNext([], house)).toEqual({ kind: 'photo', swatch: null, reasons: [] }));
  it('does without house colours', () =>
    expect(dueNext([c('photo')], [])).toMatchObject({ kind: 'colour', swatch: null }));
});
