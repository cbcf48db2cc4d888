// Tiles and what is painted with them: no seam at any scale or angle, no tile that is empty or solid, the same drawing
// every time.
import { makeFill } from '../kinds/fill';
import { easelFor, picture } from '../testing/pixels';
import type { Pattern } from '../values/fill';
import { solid } from '../values/made';
import { PLAIN_PATTERN } from '../values/plain';
import type { TileId } from '../values/tiles';
import { tileById, TILES } from './catalogue';
import { paintPattern, pictureTexture, tileTexture } from './texture';

const OWN = 'd'.repeat(64);
const { painter, paint } = easelFor(new Map([[OWN, picture(40, 20, (x) => (x < 20 ? [0, 0, 0, 255] : [0, 0, 0, 0]))]]));
const pattern = (more: Partial<Pattern>): Pattern => ({ ...PLAIN_PATTERN, ...more }) as Pattern;
const patterned = (more: Partial<Pattern>) => (z: Parameters<typeof makeFill>[2]) => {
  const layer = makeFill('f', '#ffffff', z);
  return [
    {
      ...layer,
      fill: { ...solid('#ffffff'), kind: 'pattern' as const, pattern: pattern({ foreground: '#000000', ...more }) },
    },
  ];
};
const size = { width: 90, height: 70 };
const shot = (id: TileId, more: Partial<Pattern>, k = 1) => {
  const tile = tileById(id),
    p = pattern(more);
  const texture = tileTexture(painter.studio, tile, p.scale * k, p.weight);
  return {
    tile,
    texture,
    pixels: (region = { x: 0, y: 0, ...size }) =>
      paintPattern(
        texture,
        p,
        { foreground: '#000000', background: null },
        1,
        { width: 900, height: 700 },
        tile,
        [1 / k, 0, 0, 1 / k, 0, 0],
        region,
      ).data,
  };
};

it('there are at least 48, each with an id and name of its own', () => {
  expect(TILES.length).toBeGreaterThanOrEqual(48);
  expect(new Set(TILES.map((t) => t.id)).size).toBe(TILES.length);
  expect(new Set(TILES.map((t) => t.name)).size).toBe(TILES.length);
});

it.each(TILES.map((t) => t.id))('%s: neither empty nor solid, and drawn over its edges', (id) => {
  const { texture, tile } = shot(id, {});
  expect(texture.mean).toBeGreaterThan(4);
  expect(texture.mean).toBeLessThan(220);
  const { width: w, height: h, cover } = texture,
    s = w + 1;
  for (let y = 0; y <= h; y++) expect(cover[y * s + w]).toBe(cover[y * s]);
  for (let x = 0; x <= w; x++) expect(cover[h * s + x]).toBe(cover[x]);
  // Across its edges it varies no more than between rows within it: a mark that is cut off there would show.
  const row = (a: number, b: number): number => {
    let d = 0;
    for (let x = 0; x < w; x++) d += Math.abs(cover[a * s + x] - cover[b * s + x]);
    return d / w;
  };
  const column = (a: number, b: number): number => {
    let d = 0;
    for (let y = 0; y < h; y++) d += Math.abs(cover[y * s + a] - cover[y * s + b]);
    return d / h;
  };
  expect(row(h - 1, h)).toBeLessThanOrEqual(Math.max(...Array.from({ length: h - 1 }, (_, y) => row(y, y + 1))) + 8);
  expect(column(w - 1, w)).toBeLessThanOrEqual(
    Math.max(...Array.from({ length: w - 1 }, (_, x) => column(x, x + 1))) + 8,
  );
  expect(tile.width).toBeGreaterThan(0);
});

it.each([
  ['waves', 0.2, 0],
  ['terrazzo', 0.73, 31],
  ['scales', 1.37, 90],
  ['hatch-rising', 0.31, 12.5],
  ['contours', 2.9, -47],
  ['harlequin', 1, 180],
])('%s at scale %d and %d degrees repeats exactly, and shows no seam anywhere', (id, scale, angle) => {
  const more = { scale, angle };
  const { tile, pixels } = shot(id as TileId, more);
  const here = pixels();
  // Two periods on along the pattern's own direction, at a place that need not be whole: compared where it is nearly
  // so.
  const a = (angle * Math.PI) / 180,
    px = tile.width * scale * Math.cos(a),
    py = tile.width * scale * Math.sin(a);
  const off = (k: number): number => Math.hypot(k * px - Math.round(k * px), k * py - Math.round(k * py));
  const n = Array.from({ length: 4000 }, (_, i) => i + 1).reduce((best, k) => (off(k) < off(best) ? k : best));
  const there = pixels({ x: Math.round(n * px), y: Math.round(n * py), ...size });
  let worst = 0;
  for (let i = 3; i < here.length; i += 4) worst = Math.max(worst, Math.abs(here[i] - there[i]));
  expect(worst).toBeLessThan(36);
});

it('a part of a picture shows just what the whole shows there', () => {
  const { pixels } = shot('confetti', { scale: 0.8, angle: 20 });
  const whole = pixels(),
    part = pixels({ x: 30, y: 20, width: 25, height: 15 });
  for (let y = 0; y < 15; y++)
    for (let x = 0; x < 25; x++)
      expect(Math.abs(part[(y * 25 + x) * 4 + 3] - whole[((y + 20) * 90 + x + 30) * 4 + 3])).toBeLessThanOrEqual(1);
});

it('scale, angle, weight and offset do what they say', async () => {
  const lines = (shotOf: { at: (x: number, y: number) => number[] }, along: 'x' | 'y', n: number): number => {
    let edges = 0;
    for (let i = 1; i < n; i++)
      if (
        shotOf.at(along === 'x' ? i : 5, along === 'x' ? 5 : i)[0] < 128 !==
        shotOf.at(along === 'x' ? i - 1 : 5, along === 'x' ? 5 : i - 1)[0] < 128
      )
        edges++;
    return Math.round(edges / 2);
  };
  expect(lines(await paint(patterned({ tile: 'hatch-level' }), 100, 96), 'y', 96)).toBe(6);
  expect(lines(await paint(patterned({ tile: 'hatch-level', scale: 0.5 }), 100, 96), 'y', 96)).toBe(12);
  expect(lines(await paint(patterned({ tile: 'hatch-level', angle: 90 }), 96, 96), 'x', 96)).toBe(6);
  const dark = (s: { data: Uint8ClampedArray }): number =>
    s.data.reduce((n, v, i) => n + (i % 4 === 0 ? 255 - v : 0), 0);
  const thin = dark(await paint(patterned({ tile: 'hatch-level' }), 96, 96));
  expect(dark(await paint(patterned({ tile: 'hatch-level', weight: 2 }), 96, 96)) / thin).toBeCloseTo(2, 1);
  expect(dark(await paint(patterned({ tile: 'hatch-level', opacity: 0.1 }), 96, 96)) / thin).toBeCloseTo(0.1, 1);
  const plain = await paint(patterned({ tile: 'checks' })),
    moved = await paint(patterned({ tile: 'checks', offset: { x: 0.5, y: 0 } }));
  expect([plain.at(4, 4)[0], plain.at(20, 4)[0]]).toEqual([0, 255]);
  expect([moved.at(4, 4)[0], moved.at(20, 4)[0]]).toEqual([255, 0]);
});

it('foreground over background, at twice the scale twice as large', async () => {
  const one = await paint(patterned({ tile: 'checks', foreground: '#102030', background: '#d0e0f0' }));
  expect(one.at(4, 4)).toEqual([16, 32, 48, 255]);
  expect(one.at(20, 4)).toEqual([208, 224, 240, 255]);
  const two = await paint(patterned({ tile: 'checks', foreground: '#102030', background: '#d0e0f0' }), 100, 50, 2);
  expect(two.at(8, 8)).toEqual([16, 32, 48, 255]);
  expect(two.at(40, 8)).toEqual([208, 224, 240, 255]);
});

it('finer than a pixel it is its even mean, without false patterns', async () => {
  const s = await paint(patterned({ tile: 'checks', scale: 0.05, angle: 7 }), 60, 60);
  const seen = new Set(Array.from({ length: 3600 }, (_, i) => s.data[i * 4]));
  expect(seen.size).toBe(1);
  expect(Math.abs([...seen][0] - 128)).toBeLessThan(3);
});

it('a tile of one’s own leaves its background where it is transparent, and repeats', async () => {
  const s = await paint(patterned({ tile: { asset: OWN }, background: '#ffff00' }), 200, 50);
  expect(s.at(10, 10)).toEqual([0, 0, 0, 255]);
  expect(s.at(60, 10)).toEqual([255, 255, 0, 255]);
  expect(s.at(96 + 10, 10)).toEqual([0, 0, 0, 255]);
  // Without transparency its darkness counts.
  const t = pictureTexture(
    picture(8, 8, (x) => (x < 4 ? [0, 0, 0] : [255, 255, 255])),
    1,
  );
  expect(t.cover[4]).toBeGreaterThan(250);
  expect(t.cover[t.width - 12]).toBeLessThan(5);
});
