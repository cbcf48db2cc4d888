// What layers reach, and parts of a slide: what lies outside a layer's reach is never painted by it, and a part painted
// by itself is that part of the whole. Measuring, weighing and the stage rely on both.
import type { Box } from '../ground/box';
import { touch } from '../ground/box';
import { makeBorder } from '../kinds/border';
import { makeFade } from '../kinds/fade';
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makePlate } from '../kinds/plate';
import { makePool } from '../kinds/pool';
import { makeShape } from '../kinds/shape';
import { makeTint } from '../kinds/tint';
import type { Size } from '../piece/schema';
import { easelFor, picture } from '../testing/pixels';
import { headline, scene } from '../testing/scenes';
import type { Stroke } from '../values/fill';
import { makeBacking, makeShadow } from '../values/made';
import { NO_STROKE } from '../values/plain';
import { reachOf } from './reach';

const W = 360,
  H = 240;
const waves = picture(500, 300, (x, y) => [120 + 60 * Math.sin(x / 9), 118 + 50 * Math.sin(y / 11), 130]);
const { painter } = easelFor(new Map([['waves', waves]]));
const stroke: Stroke = { ...NO_STROKE, width: 6, place: 'outside', colour: '#d04020' };
const box: Box = { x: 120, y: 80, width: 90, height: 60 };
const thrown = { ...makeShadow(60), x: 9, y: 14, blur: 12, spread: 4 };
const word = (z: Size) => headline('Jog', '#d04020', 140, 90, { fontSize: 36 })(z);

const LAYERS: [name: string, layer: (z: Size) => Layer][] = [
  ['a photo with a stroke, turned', (z) => ({ ...makePhoto('l', 'waves', 'Waves', z), box, stroke, rotation: 20 })],
  [
    'a blurred photo with a shadow',
    (z) => {
      const p = makePhoto('l', 'waves', 'Waves', z);
      return { ...p, box, shadows: [thrown], tone: { ...p.tone, blur: { on: true, radius: 9 } } };
    },
  ],
  ['a tint of a part', (z) => ({ ...makeTint('l', '#d04020', 0.7, z), box })],
  ['a fade of a part, turned', (z) => ({ ...makeFade('l', '#d04020', 0.9, z), box, rotation: 33 })],
  ['a pool', () => makePool('l', '#d04020', 0.9, box, 30, [])],
  ['a wide pool that is turned', () => ({ ...makePool('l', '#d04020', 0.9, box, 30, []), spread: 14, rotation: -25 })],
  [
    'a plate with a stroke and a shadow',
    () => ({ ...makePlate('l', '#d04020', 0.9, box, 30, []), stroke, shadows: [thrown] }),
  ],
  ['a border', (z) => ({ ...makeBorder('l', '#d04020', z), box })],
  ['a star with a stroke', (z) => ({ ...makeShape('l', 'star', '#d04020', z), box, stroke })],
  [
    'an arrow with a shadow',
    (z) => ({ ...makeShape('l', 'arrow', '#d04020', z), box, shadows: [thrown], rotation: 70 }),
  ],
  ['a text', word],
  ['a text with an outline, turned', (z) => ({ ...word(z), outline: stroke, rotation: 30 })],
  [
    'a text with backing and shadow',
    (z) => ({ ...word(z), backing: { ...makeBacking('#203040'), padX: 0.6 }, shadows: [thrown] }),
  ],
];
const standing = (layer: (z: Size) => Layer) => {
  const s = scene((z) => [{ ...layer(z) }], W, H);
  return { ...s, layers: painter.sceneOf(s.piece, s.slide, s.size).layers };
};

it.each(LAYERS)('%s paints nothing beyond its reach', async (_name, layer) => {
  const s = standing(layer);
  await painter.prepare(s.slide);
  const surface = painter.studio.surface(W, H),
    reach = reachOf(painter, s.layers[0]);
  painter.paint(surface, s.piece, s.slide, s.size, { scale: 1, x: 0, y: 0 }, { transparent: true });
  const rgba = surface.read(0, 0, W, H);
  let inside = 0;
  for (let y = 0, i = 3; y < H; y++)
    for (let x = 0; x < W; x++, i += 4) {
      if (rgba[i] === 0) continue;
      inside++;
      if (!touch(reach, { x, y, width: 1, height: 1 }))
        throw new Error(`alpha ${rgba[i]} at ${x}, ${y}, beyond ${JSON.stringify(reach)}`);
    }
  expect(inside).toBeGreaterThan(200);
});

it.each(LAYERS)('%s: a part painted by itself is that part of the whole', async (_name, layer) => {
  const s = scene((z) => [makePhoto('below', 'waves', 'Below', z), { ...layer(z), opacity: 0.8 }], W, H);
  await painter.prepare(s.slide);
  for (const scale of [1, 0.61]) {
    const w = Math.round(W * scale),
      h = Math.round(H * scale),
      part = {
        x: Math.round(101 * scale),
        y: Math.round(67 * scale),
        width: Math.round(130 * scale),
        height: Math.round(90 * scale),
      };
    const whole = painter.studio.surface(w, h),
      alone = painter.studio.surface(part.width, part.height);
    painter.paint(whole, s.piece, s.slide, s.size, { scale, x: 0, y: 0 });
    painter.paint(alone, s.piece, s.slide, s.size, { scale, x: part.x, y: part.y });
    const a = whole.read(part.x, part.y, part.width, part.height),
      b = alone.read(0, 0, part.width, part.height);
    let most = 0,
      sum = 0;
    for (let i = 0; i < a.length; i++) {
      const d = Math.abs(a[i] - b[i]);
      most = Math.max(most, d);
      sum += d;
    }
    // Edges of turned outlines may be rounded differently by one step of the rasteriser.
    expect([scale, sum / a.length < 0.1, most < 24]).toEqual([scale, true, true]);
  }
});

it('boxes touch where they share an area, not where they only meet', () => {
  expect(touch({ x: 0, y: 0, width: 10, height: 10 }, { x: 9, y: 9, width: 5, height: 5 })).toBe(true);
  expect(touch({ x: 0, y: 0, width: 10, height: 10 }, { x: 10, y: 0, width: 5, height: 5 })).toBe(false);
  expect(touch({ x: 0, y: 0, width: 10, height: 10 }, { x: 2, y: 30, width: 5, height: 5 })).toBe(false);
});
