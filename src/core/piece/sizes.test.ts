// Layers in another size: everything that has a length goes with it, and what is a share stays one.
import type { Layer } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { makePhoto } from '../kinds/photo';
import type { ShapeLayer } from '../kinds/shape';
import { makeShape } from '../kinds/shape';
import type { TextLayer } from '../kinds/text';
import { makeText } from '../kinds/text';
import { ids } from '../testing/scenes';
import { makeBacking, solid } from '../values/made';
import { NO_STROKE, PLAIN_SHAPE } from '../values/plain';
import type { Shadow } from '../values/shape';
import { scaleLayer, setIn } from './set-in-size';
import { makePiece } from './make';
import { assetsOf, familiesIn, layerIn } from './resolve';
import type { Piece, Size } from './schema';
import { openPiece } from './upgrade';

const shadow: Shadow = { kind: 'drop', on: true, x: 4, y: 8, blur: 12, spread: 2, colour: '#000000', opacity: 0.5 };
const stroke = { ...NO_STROKE, width: 6, dash: [10, 4] };
const piece = (layers: (z: Size) => Layer[]): Piece => {
  const p = makePiece('Sizes', { width: 1000, height: 1000 }, ids(), layers);
  p.sizes.push({ id: 'half', name: 'Half', width: 500, height: 500, shownWidth: 500, destination: null });
  return p;
};
const half = <L extends Layer>(p: Piece): L => layerIn(p.slides[0].layers[0] as L, p.sizes[1], p.sizes[0]);

it('a text with parts, frame, outline and shadows is half as large in half the size', () => {
  const p = piece((z) => [
    {
      ...makeText('t', 'Slow trains', z),
      fontSize: 80,
      box: { x: 100, y: 100, width: 400, height: 100 },
      spans: [{ start: 0, end: 4, look: { fontSize: 120, letterSpacing: 0.1 } }],
      padding: { top: 10, right: 20, bottom: 30, left: 40 },
      outline: stroke,
      shadows: [shadow],
      fit: { least: 20, most: 200 },
      panel: { fill: solid('#000000'), opacity: 0.4, stroke, radius: [8, 8, 8, 8], shadows: [shadow] },
    },
  ]);
  const t = half<TextLayer>(p);
  expect(t).toMatchObject({
    fontSize: 40,
    padding: { top: 5, right: 10, bottom: 15, left: 20 },
    fit: { least: 10, most: 100 },
  });
  expect(t.spans[0].look).toEqual({ fontSize: 60, letterSpacing: 0.1 });
  expect(t.outline).toMatchObject({ width: 3, dash: [5, 2] });
  expect(t.shadows[0]).toMatchObject({ x: 2, y: 4, blur: 6, spread: 1, opacity: 0.5 });
  expect(t.panel).toMatchObject({ opacity: 0.4, radius: [4, 4, 4, 4], stroke: { width: 3 } });
  expect(t.panel!.shadows[0].blur).toBe(6);
  // The stored layer is untouched.
  expect((p.slides[0].layers[0] as TextLayer).spans[0].look.fontSize).toBe(120);
});

it('so are shapes and masked pictures; points, seeds and shares stay', () => {
  const shape = half<ShapeLayer>(
    piece((z) => [
      {
        ...makeShape('s', 'star', '#ff0000', z),
        shape: { ...PLAIN_SHAPE, form: 'star', radius: [10, 0, 0, 0], inner: 0.4, points: 7, seed: 9 },
        stroke,
        shadows: [shadow],
      },
    ]),
  );
  expect(shape.shape).toMatchObject({ radius: [5, 0, 0, 0], inner: 0.4, points: 7, seed: 9 });
  expect([shape.stroke.width, shape.shadows[0].y]).toEqual([3, 4]);
  const photo = half<PhotoLayer>(
    piece((z) => [
      {
        ...makePhoto('p', 'a'.repeat(64), 'Photo', z),
        mask: { ...PLAIN_SHAPE, radius: [40, 40, 40, 40] },
        stroke,
        shadows: [shadow],
      },
    ]),
  );
  expect(photo.mask!.radius).toEqual([20, 20, 20, 20]);
  expect(photo.stroke.width).toBe(3);
});

it('a font size of a size’s own keeps the proportion of parts; in the base size it changes them', () => {
  const p = piece((z) => [
    { ...makeText('t', 'Slow trains', z), fontSize: 80, spans: [{ start: 0, end: 4, look: { fontSize: 120 } }] },
  ]);
  const other = setIn(p, p.slides[0].id, ['t'], 'half', { fontSize: 20 });
  expect(half<TextLayer>(other)).toMatchObject({ fontSize: 20, spans: [{ look: { fontSize: 30 } }] });
  expect((other.slides[0].layers[0] as TextLayer).fontSize).toBe(80);
  const base = setIn(p, p.slides[0].id, ['t'], 'base', { fontSize: 40 });
  expect((base.slides[0].layers[0] as TextLayer).spans[0].look.fontSize).toBe(60);
});

it('scaled on the stage a layer takes its lengths along, counted from where scaling began', () => {
  const p = piece((z) => [
    {
      ...makeShape('s', 'rectangle', '#ff0000', z),
      shape: { ...PLAIN_SHAPE, radius: [10, 10, 10, 10] },
      stroke,
      shadows: [shadow],
    },
  ]);
  const [was] = p.slides[0].layers,
    box = { x: 5, y: 6, width: 90, height: 90 };
  const once = scaleLayer(p, p.slides[0].id, was, 'base', { ...box, width: 40 }, 0.4),
    twice = scaleLayer(once, p.slides[0].id, was, 'base', box, 1.5);
  expect(twice.slides[0].layers[0]).toMatchObject({
    box,
    shape: { radius: [15, 15, 15, 15] },
    stroke: { width: 9 },
    shadows: [{ blur: 18 }],
  });
  // However far, the document stays valid.
  for (const k of [1e-6, 1e4]) expect(openPiece(scaleLayer(p, p.slides[0].id, was, 'base', box, k)).ok).toBe(true);
  // In another size only the box is its own.
  const other = scaleLayer(p, p.slides[0].id, was, 'half', box, 1.5);
  expect(other.slides[0].layers[0]).toMatchObject({ stroke: { width: 6 }, overrides: { half: { box } } });
});

it('assets and fonts are found wherever a layer hides them', () => {
  const tile = { ...solid('#000000'), kind: 'pattern' as const };
  const own = (id: string) => ({ ...tile, pattern: { ...tile.pattern, tile: { asset: id.repeat(64) } } });
  const p = piece((z) => [
    {
      ...makeText('t', 'abc', z),
      fill: own('1'),
      panel: { fill: own('2'), opacity: 1, stroke: NO_STROKE, radius: [0, 0, 0, 0], shadows: [] },
      backing: { ...makeBacking('#000000'), fill: own('3') },
      spans: [{ start: 0, end: 1, look: { fill: own('4'), font: { family: 'Lora', weight: 400, italic: false } } }],
    },
    makePhoto('p', '5'.repeat(64), 'Photo', z),
  ]);
  expect(
    assetsOf(p)
      .map((a) => a[0])
      .sort(),
  ).toEqual(['1', '2', '3', '4', '5']);
  expect(familiesIn(p)).toEqual(['Archivo', 'Lora']);
});
