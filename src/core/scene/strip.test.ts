// Layers that go on over neighbouring slides: two slides side by side show what one slide of twice the width shows.
import { makeBorder } from '../kinds/border';
import { makeFade } from '../kinds/fade';
import type { Layer, LayerKind } from '../kinds/layers';
import { makePhoto, makePicture } from '../kinds/photo';
import { makePlate } from '../kinds/plate';
import { makePool } from '../kinds/pool';
import { makeShape } from '../kinds/shape';
import { makeText } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { makeWash } from '../kinds/wash';
import { makeFill } from '../kinds/fill';
import { emptySlide } from '../piece/make';
import { slideOf } from '../piece/resolve';
import type { Piece, Size } from '../piece/schema';
import { easelFor, picture } from '../testing/pixels';
import { scene } from '../testing/scenes';
import { gradientThrough, makeBacking, makeShadow, solid } from '../values/made';
import { pixelsOf } from './whole';
import { PLAIN_SHAPE } from '../values/plain';

const W = 220,
  H = 140;
const noisy = picture(400, 200, (x, y) => [(x * 37 + y * 11) & 255, (x * x + y * 7) & 255, (x ^ y) & 255, 255]),
  clear = picture(90, 60, (x, y) => [200, x * 2, y * 3, (x * 5 + y * 3) & 255]);
const { painter } = easelFor(
  new Map([
    ['noisy', noisy],
    ['clear', clear],
  ]),
);
const SIZE = { width: W, height: H };
/** Over the edge between the first slide and the second. */
const BOX = { x: 130, y: 20, width: 190, height: 90 };
const gradient = {
  ...solid('#000000'),
  kind: 'gradient' as const,
  gradient: gradientThrough(['#102030', '#f0a040', '#ffffff00']),
};
const pattern = { ...solid('#000000'), kind: 'pattern' as const };

const MADE: Record<LayerKind, Layer[]> = {
  fill: [
    { ...makeFill('fill', '#aa3322', SIZE), box: BOX },
    { ...makeFill('fill', '#aa3322', SIZE), box: BOX, fill: gradient, rotation: 7 },
    {
      ...makeFill('fill', '#aa3322', SIZE),
      box: BOX,
      fill: { ...pattern, pattern: { ...pattern.pattern, angle: 30, scale: 0.7 } },
    },
  ],
  photo: [
    { ...makePhoto('photo', 'noisy', 'Noisy', SIZE), fit: 'free', box: BOX },
    {
      ...makePhoto('photo', 'noisy', 'Noisy', SIZE),
      fit: 'cover',
      box: BOX,
      mask: { ...PLAIN_SHAPE, form: 'ellipse' },
      rotation: 12,
    },
    { ...makePicture('photo', 'clear', 'Clear', SIZE, clear), box: BOX, shadows: [makeShadow(60)] },
    { ...makePhoto('photo', 'noisy', 'Noisy', SIZE), box: { ...BOX, x: 0, width: 2 * W } },
  ],
  tint: [{ ...makeTint('tint', '#223344', 0.5, SIZE), box: { x: 100, y: 0, width: 240, height: H } }],
  wash: [{ ...makeWash('wash', '#223344', 0.5, SIZE), box: { x: 100, y: 0, width: 240, height: H } }],
  fade: [
    { ...makeFade('fade', '#112233', 0.8, SIZE), box: { x: 90, y: 10, width: 250, height: 120 } },
    { ...makeFade('fade', '#112233', 0.8, SIZE, { shape: 'glow' }), box: BOX },
  ],
  pool: [makePool('pool', '#0a1420', 0.7, BOX, 30, []), makePool('pool', '#0a1420', 0.7, BOX, 30, ['words'])],
  plate: [
    {
      ...makePlate('plate', '#f4efe6', 0.6, BOX, 30, []),
      shadows: [makeShadow(40)],
      stroke: { width: 5, colour: '#aa0000', place: 'outside', dash: [9, 4] },
    },
    makePlate('plate', '#f4efe6', 0.6, BOX, 30, ['words']),
  ],
  border: [{ ...makeBorder('border', '#ffffff', SIZE), box: BOX }],
  shape: [
    { ...makeShape('shape', 'blob', '#e0a020', SIZE), box: BOX, blend: 'multiply' },
    {
      ...makeShape('shape', 'star', '#e0a020', SIZE),
      box: BOX,
      rotation: 20,
      opacity: 0.5,
      shadows: [makeShadow(50)],
      fill: gradient,
    },
  ],
  text: [
    { ...makeText('text', 'Slow trains', SIZE, '#ffffff'), box: { ...BOX, width: 260 }, fontSize: 44 },
    {
      ...makeText('text', 'Long views\nover two', SIZE, '#ffffff'),
      box: { ...BOX, width: 200 },
      fontSize: 38,
      rotation: -8,
      fill: gradient,
      backing: { ...makeBacking('#123456'), shadows: [makeShadow(40)] },
      shadows: [makeShadow(40)],
      outline: { width: 2, colour: '#ff0000', place: 'outside', dash: [] },
    },
  ],
};

const words = (): Layer => ({
  ...makeText('words', 'Followed', SIZE, '#ffffff'),
  box: { x: 150, y: 40, width: 150, height: 40 },
  frame: 'line',
  fontSize: 30,
});
const grounds = (width: number): Layer => ({
  ...makeFill('ground', '#7a8894', { width, height: H }),
});

async function pixels(piece: Piece, slide: string, size: Size): Promise<Uint8ClampedArray> {
  const s = slideOf(piece, slide);
  await painter.prepare(s);
  return pixelsOf(painter, piece, s, size, 1).data;
}

/** How many channel values of the strip differ from those of the wide slide, and by how much at most. */
async function differing(layers: Layer[], home: 0 | 1): Promise<{ off: number; most: number }> {
  const one = scene(() => [grounds(W)], W, H),
    wide = scene(() => [grounds(2 * W), ...layers], 2 * W, H);
  const carried = layers.map((l): Layer => ({
    ...l,
    box: { ...l.box, x: l.box.x - home * W },
    carry: { before: home, after: 1 - home, over: true },
  }));
  const first = one.piece.slides[0],
    second = { ...emptySlide('second'), layers: [grounds(W)] },
    slides = [first, second].map((s, i) => (i === home ? { ...s, layers: [...s.layers, ...carried] } : s)),
    piece: Piece = { ...one.piece, slides };
  const left = await pixels(piece, first.id, one.size),
    right = await pixels(piece, 'second', one.size),
    whole = await pixels(wide.piece, wide.slide.id, wide.size);
  let off = 0,
    most = 0;
  for (let y = 0; y < H; y++)
    for (let x = 0; x < 2 * W * 4; x++) {
      const half = x < W * 4 ? left[y * W * 4 + x] : right[y * W * 4 + x - W * 4],
        d = Math.abs(half - whole[y * W * 8 + x]);
      if (d) off++;
      most = Math.max(most, d);
    }
  return { off, most };
}

const cases = Object.entries(MADE).flatMap(([kind, all]) => all.map((layer, i) => [kind, i, layer] as const));
describe.each([0, 1] as const)('carried over from slide %i', (home) => {
  it.each(cases)('%s %i: the strip is the wide slide', async (_kind, _i, layer) => {
    const layers = 'follows' in layer && layer.follows.length ? [layer, words()] : [layer];
    expect(await differing(layers, home)).toEqual({ off: 0, most: 0 });
  });
});
