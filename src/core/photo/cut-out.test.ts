// Cut out: the first guess finds a plain subject, strokes change it, and what is known of edges and colours holds.
import { deflateSync } from 'node:zlib';
import { CUT_SCENES } from '../testing/cut-scenes';
import { demoPhoto } from '../testing/photos';
import { picture } from '../testing/pixels';
import { CutOut, cutPixels, withEdge } from './cut-out';
import { boundsOfMask, fromBase64, type Mask, maskKey, maskOf, maskPixels, packMask, toBase64 } from './mask';

/** A round thing before a calm wall, and a smaller one of another colour beside it. */
const thing = picture(300, 200, (x, y) =>
  Math.hypot(x - 150, y - 105) < 50
    ? [200, 80, 50]
    : Math.hypot(x - 245, y - 60) < 18
      ? [60, 90, 170]
      : [150 + y / 10, 160, 165],
);
const at = (m: Mask, x: number, y: number): number =>
  m.alpha[Math.floor(y * m.height) * m.width + Math.floor(x * m.width)];
const share = (m: Mask): number => m.alpha.reduce((s, v) => s + v, 0) / 255 / m.alpha.length;

it('the first guess is the thing and nothing else, to about a pixel', () => {
  const m = new CutOut(thing).mask([]);
  expect(at(m, 0.5, 0.52)).toBe(255);
  expect(at(m, 0.1, 0.5)).toBe(0);
  const ideal = (Math.PI * 50 * 50) / (300 * 200),
    small = (Math.PI * 18 * 18) / (300 * 200);
  const own = share(m) - (at(m, 245 / 300, 0.3) > 128 ? small : 0);
  expect(Math.abs(own - ideal) / ideal).toBeLessThan(0.06);
});

it('strokes have the last word: removed goes, kept comes, the rest stays', () => {
  const cut = new CutOut(thing),
    spot = { x: 245 / 300, y: 0.3 };
  const kept = cut.mask([{ keep: true, size: 0.06, points: [spot] }]),
    removed = cut.mask([{ keep: false, size: 0.06, points: [spot] }]);
  expect(at(kept, spot.x, spot.y)).toBe(255);
  expect(at(removed, spot.x, spot.y)).toBe(0);
  for (const m of [kept, removed]) expect(at(m, 0.5, 0.52)).toBe(255);
  const gone = cut.mask([
    {
      keep: false,
      size: 0.1,
      points: [
        { x: 0.4, y: 0.52 },
        { x: 0.6, y: 0.52 },
      ],
    },
  ]);
  expect(at(gone, 0.5, 0.52)).toBe(0);
});

describe('with one box drawn round the subject', () => {
  const overlap = (m: Mask, truth: Uint8Array): number => {
    let both = 0,
      either = 0;
    truth.forEach((t, i) => {
      const v = m.alpha[i] > 127 ? 1 : 0;
      both += v & t;
      either += v | t;
    });
    return both / either;
  };
  const found = CUT_SCENES.map((s) => ({ ...s, ...new CutOut(s.photo).found([], s.box) }));
  it('scenes whose mask is known are cut out: nine tenths and more of both, in the middle of them nearly all', () => {
    expect(found.length).toBeGreaterThanOrEqual(12);
    const shares = found.map((f) => overlap(f.mask, f.truth)).sort((a, b) => a - b);
    expect(shares[shares.length >> 1]).toBeGreaterThan(0.97);
    expect(shares[0]).toBeGreaterThan(0.85);
    for (const f of found) expect([f.name, f.sure]).toEqual([f.name, true]);
  });
  it('a click on it does as well', () => {
    const clicked = CUT_SCENES.slice(0, 6).map(({ photo, truth }) => {
      const inside = [...truth.keys()].filter((i) => truth[i]),
        middle = inside[inside.length >> 1],
        point = {
          x: ((middle % photo.width) + 0.5) / photo.width,
          y: (Math.floor(middle / photo.width) + 0.5) / photo.height,
        },
        { mask, sure } = new CutOut(photo).foundAt(point);
      expect(sure).toBe(true);
      expect(at(mask, point.x, point.y)).toBe(255);
      // Strokes go on from the box round it.
      const box = boundsOfMask(mask)!;
      expect(point.x > box.x && point.x < box.x + box.width && point.y > box.y && point.y < box.y + box.height).toBe(
        true,
      );
      return overlap(mask, truth);
    });
    expect(clicked.sort((a, b) => a - b)[3]).toBeGreaterThan(0.95);
    // The view is no thing; nor is nothing.
    expect(new CutOut(picture(200, 150, () => [120, 130, 140])).foundAt({ x: 0.5, y: 0.5 }).sure).toBe(false);
    expect(boundsOfMask({ width: 4, height: 4, alpha: new Uint8Array(16) })).toBeNull();
  });
  it('nothing outside the box belongs to the subject, also after strokes', () => {
    const { photo, box } = CUT_SCENES[0],
      left = { ...box, width: box.width / 2 },
      stroke = { keep: true, size: 0.05, points: [{ x: box.x + box.width * 0.3, y: box.y + box.height / 2 }] },
      cut = new CutOut(photo);
    for (const m of [cut.mask([], left), cut.mask([stroke], left)]) {
      expect(at(m, box.x + box.width * 0.3, box.y + box.height / 2)).toBe(255);
      expect(at(m, box.x + box.width * 0.75, box.y + box.height / 2)).toBe(0);
    }
  });
  it('a box that holds nothing, or one pixel, says so; so does a photo of nothing', () => {
    const { photo } = CUT_SCENES[0];
    for (const box of [
      { x: 0.02, y: 0.02, width: 0.002, height: 0.003 },
      { x: 0, y: 0, width: 1, height: 1 },
    ]) {
      const { mask, sure } = new CutOut(picture(200, 100, () => [120, 120, 120])).found([], box);
      expect(sure).toBe(share(mask) > 0);
      expect(() => new CutOut(photo).found([], box)).not.toThrow();
    }
    const noise = picture(200, 150, (x, y) => [
      (x * 7919 + y * 104729) % 256,
      (x * 31 + y * 7879) % 256,
      (x * y) % 256,
    ]);
    expect(new CutOut(noise).found([]).sure).toBe(false);
    expect(new CutOut(picture(200, 100, () => [120, 120, 120])).found([]).sure).toBe(false);
  });
});

it('a guess is trusted where there is a thing, not where there is a view', async () => {
  expect(new CutOut(thing).found([]).sure).toBe(true);
  expect(new CutOut(await demoPhoto('enamel-cup', 480)).found([]).sure).toBe(true);
  for (const view of ['morning-mist', 'wet-window', 'varn-fog', 'forest-slope'] as const)
    expect([view, new CutOut(await demoPhoto(view, 320)).found([]).sure]).toEqual([view, false]);
});

it('where something is painted to be kept, small pieces that it does not touch go', () => {
  const both = (m: Mask): boolean[] => [at(m, 0.5, 0.52) > 128, at(m, 245 / 300, 0.3) > 128],
    dab = (x: number, y: number) => ({ keep: true, size: 0.05, points: [{ x, y }] }),
    cut = new CutOut(thing);
  expect(both(cut.mask([dab(0.5, 0.52), dab(245 / 300, 0.3)]))).toEqual([true, true]);
  expect(both(cut.mask([dab(245 / 300, 0.3)]))).toEqual([true, true]);
  expect(both(cut.mask([dab(0.5, 0.52)]))).toEqual([true, false]);
});

it('is the same every time, and needs no strokes where there is nothing', () => {
  const cut = new CutOut(thing);
  expect(packMask(cut.mask([]))).toEqual(packMask(new CutOut(thing).mask([])));
  expect(share(new CutOut(picture(200, 100, () => [120, 120, 120])).mask([]))).toBeLessThan(1);
});

it('parts the cup of the demo from its table', async () => {
  const m = new CutOut(await demoPhoto('enamel-cup', 480)).mask([]);
  expect(share(m)).toBeGreaterThan(0.05);
  expect(share(m)).toBeLessThan(0.5);
  // The rim of the picture belongs to the room, not to the cup.
  for (const [x, y] of [
    [0.02, 0.02],
    [0.5, 0.02],
    [0.02, 0.5],
    [0.98, 0.02],
  ])
    expect(at(m, x, y)).toBe(0);
});

it('an edge moves outwards and inwards, and softens evenly', () => {
  const m: Mask = {
    width: 1000,
    height: 20,
    alpha: Uint8Array.from({ length: 20_000 }, (_, i) => (i % 1000 < 500 ? 255 : 0)),
  };
  const half = (x: Mask): number => x.alpha.subarray(0, 1000).findIndex((v) => v < 128);
  expect(half(withEdge(m, { softness: 0, shift: 8 }))).toBeGreaterThan(504);
  expect(half(withEdge(m, { softness: 0, shift: -8 }))).toBeLessThan(496);
  const soft = withEdge(m, { softness: 5, shift: 0 });
  expect(Math.abs(half(soft) - 500)).toBeLessThanOrEqual(1);
  expect(soft.alpha[490]).toBeLessThan(255);
  expect(withEdge(m, { softness: 0, shift: 0 })).toBe(m);
});

it('old colour goes out of the rim, and the inside stays to the byte', () => {
  // Red before blue; the rim is an even mix.
  const photo = picture(60, 20, (x) => (x < 28 ? [200, 30, 30] : x < 32 ? [115, 65, 115] : [30, 100, 200])),
    alpha = Uint8Array.from({ length: 1200 }, (_, i) => (i % 60 < 28 ? 255 : i % 60 < 32 ? 128 : 0));
  const clean = cutPixels(photo, alpha, 1),
    plain = cutPixels(photo, alpha, 0),
    o = (10 * 60 + 29) * 4;
  expect(plain.data[o + 2]).toBe(115);
  expect(clean.data[o + 2]).toBeLessThan(80);
  expect(clean.data[o]).toBeGreaterThan(150);
  expect([...clean.data.slice((10 * 60 + 5) * 4, (10 * 60 + 5) * 4 + 4)]).toEqual([200, 30, 30, 255]);
});

it('a mask packs and unpacks to the byte; a broken one hides nothing', () => {
  const m: Mask = { width: 37, height: 11, alpha: Uint8Array.from({ length: 407 }, (_, i) => (i * 53) & 255) },
    packed = packMask(m);
  expect([...maskOf(packed, () => null).alpha]).toEqual([...m.alpha]);
  expect(maskKey(packed)).not.toBe(maskKey({ ...packed, data: packed.data.replace(/^..../, 'AAAA') }));
  expect(maskOf({ width: 4, height: 4, data: 'bm90IGEgbWFzaw==' }, () => null).alpha.every((v) => v === 255)).toBe(
    true,
  );
  for (const n of [0, 1, 2, 3, 4, 255])
    expect([...fromBase64(toBase64(Uint8Array.from({ length: n }, (_, i) => i * 7)))]).toEqual(
      Array.from({ length: n }, (_, i) => (i * 7) & 255),
    );
});

it('a mask that is a stored picture is its red, and hides nothing until it is there', () => {
  const m: Mask = { width: 3, height: 2, alpha: Uint8Array.of(0, 10, 255, 128, 7, 90) },
    stored = { width: 3, height: 2, asset: 'a'.repeat(64) },
    picture = maskPixels(m);
  expect([...maskOf(stored, () => picture).alpha]).toEqual([...m.alpha]);
  expect(maskOf(stored, () => null).alpha.every((v) => v === 255)).toBe(true);
  expect(maskKey(stored)).toBe(stored.asset);
});
it('a few kilobytes that unpack to gigabytes are left at the first byte that is too much', () => {
  // 300 MB of zeros in 300 kB, for a mask of sixteen pixels.
  const bomb = { width: 4, height: 4, data: toBase64(deflateSync(new Uint8Array(300_000_000))) };
  const before = process.memoryUsage().arrayBuffers;
  expect(maskOf(bomb, () => null).alpha.every((v) => v === 255)).toBe(true);
  expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(60_000_000);
});
