// What is painted, pixel by pixel, against the formulas of compositing.
import { diskFonts, nodeStudio } from '../../server/node-studio';
import type { Pixels } from '../ground/pixels';
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makeTint } from '../kinds/tint';
import type { Size } from '../piece/schema';
import { flat, headline, scene } from '../testing/scenes';
import { gradientThrough } from '../values/made';
import { Painter } from './painter';

const ASSET = 'b'.repeat(64);
const halves: Pixels = { width: 80, height: 40, data: new Uint8ClampedArray(80 * 40 * 4) };
for (let i = 0; i < 80 * 40; i++) halves.data.set(i % 80 < 40 ? [200, 40, 40, 255] : [40, 40, 200, 255], i * 4);
const painter = new Painter(nodeStudio(new Map([[ASSET, halves]]), diskFonts()));

async function paint(layers: (z: Size) => Layer[], width = 100, height = 50, scale = 1) {
  const s = scene(layers, width, height);
  await painter.prepare(s.slide);
  const w = Math.round(width * scale),
    h = Math.round(height * scale);
  const surface = painter.studio.surface(w, h);
  painter.paint(surface, s.piece, s.slide, s.size, { scale, x: 0, y: 0 });
  const px = surface.read(0, 0, w, h);
  return (x: number, y: number): number[] => [...px.slice((y * w + x) * 4, (y * w + x) * 4 + 4)];
}

it('paper shows where nothing lies on it', async () => {
  expect((await paint(() => []))(5, 5)).toEqual([255, 255, 255, 255]);
});

it.each([0, 0.25, 0.42, 1])('a tint of %d mixes evenly in sRGB', async (a) => {
  const at = await paint((z) => [flat('b', '#c86432')(z), makeTint('t', '#102030', a, z)]);
  [0xc8, 0x64, 0x32].forEach((v, i) =>
    expect(Math.abs(at(50, 20)[i] - (v * (1 - a) + [0x10, 0x20, 0x30][i] * a))).toBeLessThanOrEqual(1),
  );
});

it.each([
  ['multiply', (b: number, s: number) => b * s],
  ['screen', (b: number, s: number) => b + s - b * s],
  ['darken', Math.min],
  ['difference', (b: number, s: number) => Math.abs(b - s)],
] as const)('blend mode %s follows the standard’s formula', async (blend, formula) => {
  const at = await paint((z) => [flat('b', '#c86432')(z), { ...makeTint('t', '#508cf0', 1, z), blend }]);
  [0xc8, 0x64, 0x32].forEach((v, i) =>
    expect(Math.abs(at(50, 20)[i] - 255 * formula(v / 255, [0x50, 0x8c, 0xf0][i] / 255))).toBeLessThanOrEqual(2),
  );
});

it('a photo covers, mirrors, and shows its focal point', async () => {
  const photo = (more: object) => paint((z) => [{ ...makePhoto('p', ASSET, 'Photo', z), ...more } as Layer], 40, 40);
  const plain = await photo({});
  expect(plain(2, 20)).toEqual([200, 40, 40, 255]);
  expect(plain(38, 20)).toEqual([40, 40, 200, 255]);
  expect((await photo({ flipX: true }))(2, 20)).toEqual([40, 40, 200, 255]);
  expect((await photo({ focus: { x: 0, y: 0.5 } }))(38, 20)).toEqual([200, 40, 40, 255]);
  const contained = await photo({ fit: 'contain' });
  expect(contained(20, 3)).toEqual([255, 255, 255, 255]);
  expect(contained(2, 20)).toEqual([200, 40, 40, 255]);
});

it('what is hidden or wholly transparent is not painted; a missing photo leaves the rest', async () => {
  const at = await paint((z) => [
    makePhoto('p', 'c'.repeat(64), 'Gone', z),
    { ...flat('a', '#ff0000')(z), visible: false },
    { ...flat('b', '#00ff00')(z), opacity: 0 },
  ]);
  expect(at(9, 9)).toEqual([255, 255, 255, 255]);
});

it('text paints its ink inside its frame only, and overlapping strokes once', async () => {
  const at = await paint(
    (z) => [flat('b', '#000000')(z), headline('III', '#ffffff', 20, 20, { opacity: 0.5 })(z)],
    300,
    120,
  );
  const seen = new Set<number>();
  for (let y = 0; y < 120; y++) for (let x = 0; x < 300; x++) seen.add(at(x, y)[0]);
  expect(Math.max(...seen)).toBeLessThanOrEqual(128);
  expect(Math.max(...seen)).toBeGreaterThanOrEqual(127);
  expect(at(10, 60)[0]).toBe(0);
});

it('a gradient runs from its first to its last colour, evenly in OKLab', async () => {
  const at = await paint((z) => {
    const f = flat('b', '#000000')(z);
    if (f.kind === 'fill')
      f.fill = { ...f.fill, kind: 'gradient', gradient: gradientThrough(['#ff0000', '#0000ff'], { angle: 0 }) };
    return [f];
  });
  expect(at(0, 20)[0]).toBeGreaterThan(245);
  expect(at(99, 20)[2]).toBeGreaterThan(245);
  // The middle of red and blue in OKLab is #8c53a2; sRGB would give #800080.
  expect(Math.abs(at(50, 20)[1] - 0x53)).toBeLessThan(8);
});

it('at twice the scale everything is twice as large', async () => {
  const one = await paint((z) => [flat('a', '#112233', { x: 10, y: 10, width: 30, height: 20 })(z)]),
    two = await paint((z) => [flat('a', '#112233', { x: 10, y: 10, width: 30, height: 20 })(z)], 100, 50, 2);
  for (const [x, y] of [
    [9, 15],
    [10, 10],
    [39, 29],
    [40, 15],
  ])
    expect(two(x * 2, y * 2)).toEqual(one(x, y));
});
