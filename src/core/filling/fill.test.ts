// Filling templates: photos where their subject is seen, words as large as their place allows, distances that are kept.
import type { Box } from '../ground/box';
import { isText, type Layer } from '../kinds/layers';
import { makePhoto, makePicture, type PhotoLayer } from '../kinds/photo';
import { makePlate } from '../kinds/plate';
import { makeText, type TextLayer } from '../kinds/text';
import { asTemplate, guessedRoles } from '../piece/roles';
import { emptySlide } from '../piece/make';
import { slideOf } from '../piece/resolve';
import { type Piece, PieceSchema } from '../piece/schema';
import { easelFor } from '../testing/pixels';
import { scene } from '../testing/scenes';
import { textFrame } from '../type/frame';
import { filled, fillingOf, type Material, reducedTemplate } from './fill';
import { bestFocus } from './picture';

const { painter } = easelFor(new Map());
const asset = (n: number): string => String(n).repeat(64);
const NOTHING: Material = { photo: null, headline: '', lines: [], logo: null };
const OWN = { asset: asset(2), name: 'Own', width: 1600, height: 900 };

const text = (id: string, words: string, fontSize: number, box: Box, more: Partial<TextLayer> = {}) => ({
  ...makeText(id, words, { width: 600, height: 600 }),
  fontSize,
  box,
  anchors: { horizontal: 'left', vertical: 'bottom' } as const,
  ...more,
});

/** A square with a kicker over a headline at its foot, and a mark. */
async function card(more: Partial<TextLayer> = {}): Promise<Piece> {
  const { piece, slide } = scene(
    (z) => [
      { ...makePhoto('photo', asset(1), 'Lake', z), focus: { x: 0.2, y: 0.3 }, zoom: 2, flipX: true },
      { ...makePlate('plate', '#000000', 0.5, { x: 0, y: 0, width: 9, height: 9 }, 20, ['kicker', 'headline']) },
      text('kicker', 'From 2 May', 24, { x: 40, y: 360, width: 520, height: 30 }, more),
      text(
        'headline',
        'Slow trains,\nlong views',
        60,
        { x: 40, y: 400, width: 520, height: 140 },
        { lineHeight: 1.1, ...more },
      ),
      {
        ...makePicture('mark', asset(3), 'Mark', z, { width: 100, height: 100 }),
        box: { x: 40, y: 40, width: 80, height: 80 },
      },
    ],
    600,
    600,
    375,
  );
  await painter.prepare(slide);
  return asTemplate(piece, 'Card', guessedRoles(piece));
}
const layer = <L extends Layer>(p: Piece, id: string): L => p.slides[0].layers.find((l) => l.id === id) as L;
const frameOf = (p: Piece, id: string): Box => {
  const t = layer<TextLayer>(p, id);
  return textFrame(t, painter.layout(t));
};
const fill = (t: Piece, material: Partial<Material>): ReturnType<typeof filled> =>
  filled(painter, t, fillingOf(t, { ...NOTHING, ...material }));

it('is a piece of its own: no template, named by its headline, valid', async () => {
  const { piece, tooLong } = fill(await card(), { photo: OWN, headline: 'Night trains', lines: ['Fridays'] });
  expect(PieceSchema.safeParse(piece).success).toBe(true);
  expect(piece.template).toBeUndefined();
  expect(piece.named).toBe(false);
  expect(tooLong).toEqual([]);
  expect([layer<TextLayer>(piece, 'headline').text, layer<TextLayer>(piece, 'kicker').text]).toEqual([
    'Night trains',
    'Fridays',
  ]);
});

it('a photo comes as it is: without the crop, zoom and mirror of the one before', async () => {
  const photo = layer<PhotoLayer>(fill(await card(), { photo: OWN }).piece, 'photo');
  expect(photo).toMatchObject({ asset: asset(2), name: 'Own', zoom: 1, flipX: false, fit: 'cover', room: null });
});

it('without any words the template’s own stay; without some, the text is hidden and nothing of it is left', async () => {
  const t = await card(),
    same = fill(t, { photo: OWN }).piece,
    one = fill(t, { headline: 'Night trains' }).piece;
  expect(layer<TextLayer>(same, 'kicker')).toMatchObject({ text: 'From 2 May', visible: true });
  expect(layer<TextLayer>(one, 'kicker').visible).toBe(false);
});

it('words are no larger than designed, and as small as their place needs', async () => {
  const t = await card(),
    short = fill(t, { headline: 'Now', lines: ['x'] }).piece,
    long = fill(t, { headline: 'All the slow trains of the whole valley run again from the second of May' }).piece;
  expect(layer<TextLayer>(short, 'headline').fontSize).toBe(60);
  const { fontSize } = layer<TextLayer>(long, 'headline');
  expect(fontSize).toBeLessThan(50);
  expect(fontSize).toBeGreaterThan(18);
  expect(frameOf(long, 'headline').height).toBeLessThanOrEqual(frameOf(t, 'headline').height + 1);
});

it('says so where words are too long even at the least size', async () => {
  const { piece, tooLong } = fill(await card(), { headline: 'valley '.repeat(120) });
  expect(tooLong).toEqual(['Text']);
  // 11 px as shown of a size that is 600 px wide and seen at 375.
  expect(layer<TextLayer>(piece, 'headline').fontSize).toBeCloseTo((11 * 600) / 375, 0);
});

it('a one-line text is made narrower until it is within the margins', async () => {
  const { piece } = fill(await card({ frame: 'line' }), { headline: 'One line that is far too long for it' }),
    frame = frameOf(piece, 'headline');
  expect(frame.x + frame.width).toBeLessThanOrEqual(561);
});

describe('what stands one over the other', () => {
  it('keeps its distance and its foot when the headline has one line less', async () => {
    const t = await card(),
      { piece } = fill(t, { headline: 'Night trains', lines: ['Fridays'] }),
      bottom = (p: Piece, id: string): number => frameOf(p, id).y + frameOf(p, id).height,
      gap = (p: Piece): number => frameOf(p, 'headline').y - bottom(p, 'kicker');
    expect(gap(piece)).toBeCloseTo(gap(t), 3);
    expect(bottom(piece, 'headline')).toBeCloseTo(bottom(t, 'headline'), 3);
    expect(frameOf(piece, 'kicker').y).toBeGreaterThan(frameOf(t, 'kicker').y + 50);
  });

  it('holds to the top where its anchor says so', async () => {
    const t = await card({ anchors: { horizontal: 'left', vertical: 'top' } }),
      { piece } = fill(t, { headline: 'Night trains', lines: ['Fridays'] });
    expect(frameOf(piece, 'kicker').y).toBeCloseTo(frameOf(t, 'kicker').y, 3);
  });

  it('closes up where a line in between is left out', async () => {
    const t = await card(),
      { piece } = fill(t, { headline: 'Slow trains,\nlong views' });
    expect(frameOf(piece, 'headline')).toEqual(frameOf(t, 'headline'));
  });

  it('other layers stay as they are', async () => {
    const t = await card(),
      { piece } = fill(t, { headline: 'Night trains' });
    expect(layer(piece, 'mark')).toBe(layer(t, 'mark'));
  });
});

it('a logo is whole within its place', async () => {
  const wide = { asset: asset(4), name: 'Wide', width: 400, height: 100 },
    mark = layer<PhotoLayer>(fill(await card(), { logo: wide }).piece, 'mark');
  expect(mark.box.width / mark.box.height).toBeCloseTo(4);
  expect(mark.box).toMatchObject({ width: 80 });
  expect(mark.box.y).toBeCloseTo(40 + (80 - 20) / 2);
});

it('a slide of several on which nothing is said is left out', async () => {
  const t = await card(),
    [first] = t.slides,
    two: Piece = {
      ...t,
      slides: [
        first,
        {
          ...emptySlide('two'),
          layers: [{ ...text('line', 'More', 30, { x: 40, y: 40, width: 300, height: 40 }), role: 'line' }],
        },
      ],
    };
  await painter.prepare(slideOf(two, 'two'));
  expect(fill(two, { headline: 'A', lines: ['b'] }).piece.slides.map((s) => s.leftOut)).toEqual([false, true]);
  expect(fill(two, { headline: 'A', lines: ['b', 'c'] }).piece.slides.map((s) => s.leftOut)).toEqual([false, false]);
});

it('a reduced template is set as the whole one is, only smaller', async () => {
  const t = await card(),
    small = reducedTemplate(t, 300);
  expect(small.sizes).toMatchObject([{ width: 300, height: 300, shownWidth: 375 }]);
  const set = (p: Piece): number =>
    layer<TextLayer>(fill(p, { headline: 'Trains in the valley run' }).piece, 'headline').fontSize;
  expect(set(small) * 2).toBeCloseTo(set(t), -0.5);
  expect(small.slides[0].layers.filter(isText).map((l) => l.text)).toEqual(['From 2 May', 'Slow trains,\nlong views']);
});

describe('where a photo lies', () => {
  const wide = { width: 2000, height: 1000 },
    square: Box = { x: 0, y: 0, width: 500, height: 500 };
  it('the subject is in view', () => {
    const { x, y } = bestFocus(wide, square, [{ x: 0.8, y: 0.3, width: 0.15, height: 0.4 }], []);
    // Half of the photo is seen.
    expect(x - 0.25).toBeLessThanOrEqual(0.8);
    expect(x + 0.25).toBeGreaterThanOrEqual(0.95);
    expect(y).toBe(0.5);
  });
  it('words push it aside', () => {
    const subject = { x: 0.4, y: 0.2, width: 0.2, height: 0.6 },
      free = bestFocus(wide, square, [subject], []),
      left = bestFocus(wide, square, [subject], [{ x: 0, y: 100, width: 260, height: 300 }]);
    expect(free.x).toBeCloseTo(0.5, 1);
    // Further to the left of the photo is seen, so that the subject stands further to the right.
    expect(left.x).toBeLessThan(free.x - 0.05);
  });
  it('a face counts for more than the rest', () => {
    const tall = { width: 1000, height: 2000 },
      body = { x: 0.2, y: 0.05, width: 0.6, height: 0.9 },
      face = { x: 0.4, y: 0.06, width: 0.2, height: 0.12 },
      { y } = bestFocus(tall, square, [body, face], []);
    expect(y - 0.25).toBeLessThanOrEqual(0.06 + 1e-6);
    expect(bestFocus(tall, square, [body], []).y).toBeGreaterThan(y);
  });
});
