// A veil says without painting what a treatment paints: the same alpha at every point.
import { makeFade } from '../kinds/fade';
import { makePlate } from '../kinds/plate';
import { makePool } from '../kinds/pool';
import { makeTint } from '../kinds/tint';
import type { Size } from '../piece/schema';
import type { Treatment } from '../piece/treatments';
import { easelFor } from '../testing/pixels';
import { headline, scene } from '../testing/scenes';
import { veilOf } from './veil';

const W = 320,
  H = 200;
const { painter } = easelFor();
const box = { x: 60, y: 40, width: 150, height: 80 };

const CASES: [name: string, layer: (z: Size) => Treatment][] = [
  ['a tint', (z) => makeTint('v', '#102030', 1, z)],
  ['a tint of a turned part', (z) => ({ ...makeTint('v', '#102030', 1, z), box, rotation: 40 })],
  ['a tint whose colour is translucent', (z) => makeTint('v', '#10203080', 1, z)],
  ['a fade from the left', (z) => makeFade('v', '#102030', 1, z, { angle: 0, solid: 0.2, reach: 0.7 })],
  [
    'a fade at an angle, over a turned part',
    (z) => ({ ...makeFade('v', '#102030', 1, z, { angle: 130, reach: 0.9, easing: 'strong' }), box, rotation: 15 }),
  ],
  ['a vignette', (z) => makeFade('v', '#102030', 1, z, { shape: 'vignette', solid: 0, reach: 0.6 })],
  [
    'a glow',
    (z) => makeFade('v', '#102030', 1, z, { shape: 'glow', solid: 0.1, reach: 0.8, centre: { x: 0.3, y: 0.6 } }),
  ],
  ['a pool behind a text', () => makePool('v', '#102030', 1, box, 30, ['text'])],
  ['a pool that is turned', () => ({ ...makePool('v', '#102030', 1, box, 30, []), rotation: 24 })],
  ['a plate behind a text', () => makePlate('v', '#102030', 1, box, 30, ['text'])],
  ['a turned plate', () => ({ ...makePlate('v', '#102030', 1, box, 30, []), rotation: -12 })],
];

it.each(CASES)('%s', async (name, layer) => {
  const s = scene((z) => [headline('Halt\nVarn', '#ffffff', 70, 60, { fontSize: 34 })(z)], W, H);
  await painter.prepare(s.slide);
  const made = layer(s.size),
    veil = veilOf(painter, s.piece, s.slide, s.size, made);
  expect(veil.colour).toEqual([16, 32, 48]);
  const surface = painter.studio.surface(W, H),
    slide = { ...s.slide, layers: [made, ...s.slide.layers] };
  painter.paint(
    surface,
    { ...s.piece, slides: [slide] },
    slide,
    s.size,
    { scale: 1, x: 0, y: 0 },
    { transparent: true, only: (l) => l.id === 'v' },
  );
  const rgba = surface.read(0, 0, W, H);
  let off = 0,
    reached = 0;
  for (let y = 0, i = 3; y < H; y++)
    for (let x = 0; x < W; x++, i += 4) {
      const said = veil.alpha(x + 0.5, y + 0.5) * 255;
      if (said > 8) reached++;
      if (Math.abs(said - rgba[i]) > 2) off++;
    }
  expect(reached).toBeGreaterThan(1000);
  // Along the edge of a part or of a plate, pixels are covered in part.
  expect([name, off / (W * H) < (/turned part|plate/.test(name) ? 0.02 : 0.0005)]).toEqual([name, true]);
});

it('is placed as the size places it', async () => {
  const s = scene((z) => [headline('Halt', '#ffffff', 70, 60)(z)], W, H),
    story = { ...s.size, id: 'story', width: 200, height: 320 },
    piece = { ...s.piece, sizes: [s.size, story] };
  await painter.prepare(s.slide);
  const veil = veilOf(
    painter,
    piece,
    s.slide,
    story,
    makeFade('v', '#102030', 1, s.size, { angle: 90, solid: 0, reach: 0.5, easing: 'linear' }),
  );
  // From the top over half the height, of this size and not of the base.
  expect(veil.alpha(100, 0)).toBeCloseTo(1, 2);
  expect(veil.alpha(100, 80)).toBeCloseTo(0.5, 1);
  expect(veil.alpha(100, 170)).toBe(0);
});
