// Texture continued: copies of the photo's own pixels, like it, without a seam, never from the subject, the same at
// every size.
import type { Pixels } from '../ground/pixels';
import { resample } from '../ground/resample';
import { picture } from '../testing/pixels';
import { SIDES } from './edge';
import { quilted } from './quilt';
import { planRoom, type RoomShape, withRoom } from './room';
import { rateSides, textureAlong, WORTH_ROOM } from './room-rating';

const hash = (x: number, y: number): number => ((Math.imul(x * 7919 + 13, y * 104729 + 7) >>> 9) % 4096) / 4096;
/** Blotches of about four pixels: bilinear noise. */
const blotches = (x: number, y: number): number => {
  const u = x / 4,
    v = y / 4,
    i = Math.floor(u),
    j = Math.floor(v),
    f = u - i,
    g = v - j;
  return (
    (hash(i, j) * (1 - f) + hash(i + 1, j) * f) * (1 - g) + (hash(i, j + 1) * (1 - f) + hash(i + 1, j + 1) * f) * g
  );
};
const meadow = (width = 240, height = 160): Pixels =>
  picture(width, height, (x, y) => [60 + 90 * blotches(x, y), 110 + 90 * blotches(x, y), 40 + 50 * blotches(y, x)]);
const room = (more: Partial<RoomShape>): RoomShape => ({
  left: 0,
  right: 0,
  top: 0,
  bottom: 0,
  reach: null,
  grain: 0,
  fill: 'auto',
  ...more,
});
const green = (p: Pixels, x: number, y: number): number => p.data[(y * p.width + x) * 4 + 1];
const deviation = (p: Pixels, x0: number, x1: number): number => {
  let sum = 0,
    square = 0,
    n = 0;
  for (let y = 0; y < p.height; y++)
    for (let x = x0; x < x1; x++, n++) {
      sum += green(p, x, y);
      square += green(p, x, y) ** 2;
    }
  return Math.sqrt(square / n - (sum / n) ** 2);
};
/** Mean difference of neighbours across a column. */
const step = (p: Pixels, x: number): number => {
  let sum = 0;
  for (let y = 0; y < p.height; y++) sum += Math.abs(green(p, x, y) - green(p, x - 1, y));
  return sum / p.height;
};

it('every cell comes from the strip beside the edge, and from nothing deeper', () => {
  for (const side of SIDES) {
    const q = quilted(meadow(), side, 90, 60);
    expect(q.fromDepth.every((d) => d >= 0 && d < 60)).toBe(true);
    expect(q.fromAlong.every((a) => a >= 0 && a < q.along)).toBe(true);
    // What is kept of the photo is where it was.
    const wide = q.free + q.overlap;
    for (let a = 0; a < q.along; a += 7) expect(q.fromDepth[a * wide + wide - 1]).toBe(q.overlap - 1);
  }
});

it('what goes on is as rough as the photo, and has no seam; light alone would be streaks', () => {
  const photo = meadow(),
    size = { width: 400, height: 160 },
    made = withRoom(photo, size, room({ left: 0.4 }), planRoom(photo, size, room({ left: 0.4 }))),
    light = room({ left: 0.4, fill: 'light' }),
    streaks = withRoom(photo, size, light, planRoom(photo, size, light));
  expect(deviation(made, 0, 150) / deviation(photo, 0, 240)).toBeGreaterThan(0.75);
  expect(deviation(streaks, 0, 150) / deviation(photo, 0, 240)).toBeLessThan(0.5);
  const usual = [40, 80, 120, 200].reduce((sum, x) => sum + step(photo, x), 0) / 4;
  for (let x = 20; x < 180; x++) expect(step(made, x)).toBeLessThan(2.2 * usual);
  // Of the photo itself no more than the strip of the join is touched.
  for (let x = 220; x < 400; x++) expect(green(made, x, 80)).toBe(green(photo, x - 160, 80));
});

it('smooth edges stay light that goes on, and no texture is looked for', () => {
  const wall = picture(240, 160, (x, y) => [150 + y / 8, 148 + y / 8, 140]),
    plan = planRoom(wall, { width: 400, height: 160 }, room({ left: 0.4 }));
  expect(plan[0].quilt).toBeNull();
  expect(Math.max(...textureAlong(wall, 'left'))).toBe(0);
});

it('at twice the size it is the same picture: the same places are copied', () => {
  const small = meadow(),
    large = resample(small, { x: 0, y: 0, width: 240, height: 160 }, 480, 320),
    shape = room({ right: 0.4 }),
    plan = planRoom(small, { width: 400, height: 160 }, shape),
    one = withRoom(small, { width: 400, height: 160 }, shape, plan),
    two = withRoom(large, { width: 800, height: 320 }, shape, plan),
    back = resample(two, { x: 0, y: 0, width: 800, height: 320 }, 400, 160);
  let sum = 0;
  for (let i = 1; i < one.data.length; i += 4) sum += Math.abs(one.data[i] - back.data[i]);
  expect(sum / (one.data.length / 4)).toBeLessThan(4);
});

it('asked for twice it is the same to the byte', () => {
  const photo = meadow(),
    size = { width: 240, height: 260 },
    made = (): Pixels => withRoom(photo, size, room({ top: 0.385 }), planRoom(photo, size, room({ top: 0.385 })));
  expect(made().data).toEqual(made().data);
});

it('texture all over is offered room; an edge that cuts things, or changes from thing to thing, is not', () => {
  const worth = (p: Pixels): number => rateSides(p)[0].worth;
  expect(worth(meadow())).toBeGreaterThan(WORTH_ROOM);
  const bars = picture(240, 160, (_x, y) => (Math.floor(y / 14) % 2 ? [40, 40, 40] : [200, 200, 200]));
  expect(worth(bars)).toBeLessThan(WORTH_ROOM);
  // The same light in all, once slowly and once in waves along the edge.
  const slow = picture(240, 160, (_x, y) => [110 + y / 8, 110 + y / 8, 110 + y / 8]),
    waves = picture(240, 160, (_x, y) => {
      const v = 120 + 14 * Math.sin(y / 2.5);
      return [v, v, v];
    });
  expect(worth(waves)).toBeLessThan(worth(slow));
});

it('a side as short as a block, and room hardly a cell wide, are made as well', () => {
  for (const [width, height, share] of [
    [12, 9, 0.5],
    [200, 8, 0.3],
    [60, 60, 0.02],
  ]) {
    const photo = meadow(width, height),
      size = { width: Math.round(width / (1 - share)), height },
      shape = room({ left: share, fill: 'texture' });
    const made = withRoom(photo, size, shape, planRoom(photo, size, shape));
    expect([made.width, made.height]).toEqual([size.width, size.height]);
    for (let i = 3; i < made.data.length; i += 4) expect(made.data[i]).toBe(255);
  }
});
