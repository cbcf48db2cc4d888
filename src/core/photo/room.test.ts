// Make room: no step at the join, nothing of the subject changed, sides rated by what crosses them.
import { oklab } from '../colour/oklab';
import type { Pixels } from '../ground/pixels';
import { picture } from '../testing/pixels';
import { edgeLight, grainAt } from './edge';
import { freeReach, photoWithin, planRoom, type RoomShape, withRoom as painted } from './room';
import { rateSides } from './room-rating';

const room = (more: Partial<RoomShape>): RoomShape => ({
  left: 0,
  right: 0,
  top: 0,
  bottom: 0,
  reach: 0.25,
  grain: 1,
  fill: 'light',
  ...more,
});
const withRoom = (photo: Pixels, size: { width: number; height: number }, shape: RoomShape): Pixels =>
  painted(photo, size, shape, planRoom(photo, size, shape));
const noise = (x: number, y: number): number => ((Math.imul(x * 12289 + 7, y * 49157 + 3) >>> 7) % 1000) / 1000 - 0.5;
/** Light that falls off along both ways, with grain and a dark thing right of the middle. */
const studio = (grain = 6) =>
  picture(320, 240, (x, y) => {
    if (Math.hypot(x - 230, y - 130) < 45) return [60, 30, 24];
    const v = 150 + 60 * Math.sin(y / 90) + x / 16 + noise(x, y) * grain;
    return [v, v * 0.97, v * 0.9];
  });
const at = (p: Pixels, x: number, y: number): [number, number, number] => {
  const o = (y * p.width + x) * 4;
  return oklab(p.data[o], p.data[o + 1], p.data[o + 2]);
};
const mean = (p: Pixels, x: number, y: number): number[] => {
  const sum = [0, 0, 0];
  for (let v = -4; v <= 4; v++)
    for (let u = 0; u < 3; u++)
      at(p, x + u, Math.min(p.height - 1, Math.max(0, y + v))).forEach((c, i) => (sum[i] += c / 27));
  return sum;
};
/** Mean OKLab step across a join at column x. */
function stepAt(p: Pixels, x: number): number {
  let worst = 0;
  for (let y = 0; y < p.height; y += 5)
    worst = Math.max(worst, Math.hypot(...mean(p, x - 3, y).map((v, i) => v - mean(p, x, y)[i])));
  return worst;
}
/** One just noticeable difference in OKLab. */
const JND = 0.02;

it('the join cannot be seen, in uneven light either, and the subject is untouched to the byte', () => {
  const photo = studio(),
    out = withRoom(photo, { width: 520, height: 240 }, room({ left: 200 / 520 }));
  expect(out).toMatchObject({ width: 520, height: 240 });
  expect(stepAt(out, 200)).toBeLessThan(JND);
  // Where the fade has ended as well.
  expect(stepAt(out, 200 + 80)).toBeLessThan(JND);
  for (let y = 80; y < 180; y++)
    for (let x = 185; x < 275; x++)
      for (let c = 0; c < 4; c++) expect(out.data[(y * 520 + x + 200) * 4 + c]).toBe(photo.data[(y * 320 + x) * 4 + c]);
});

it('what was added follows the light of the edge, not its mean', () => {
  const out = withRoom(studio(), { width: 520, height: 240 }, room({ left: 200 / 520 }));
  const top = at(out, 190, 5)[0],
    middle = at(out, 190, 140)[0];
  expect(middle - top).toBeGreaterThan(0.1);
});

it('grain is that of the photo, and can be left out', () => {
  const roughness = (p: Pixels): number => {
    let sum = 0;
    for (let y = 20; y < 220; y++)
      for (let x = 20; x < 90; x++)
        sum += Math.abs(p.data[(y * p.width + x) * 4 + 1] - p.data[(y * p.width + x + 1) * 4 + 1]);
    return sum / 14000;
  };
  const grainy = withRoom(studio(30), { width: 520, height: 240 }, room({ left: 200 / 520 })),
    smooth = withRoom(studio(30), { width: 520, height: 240 }, room({ left: 200 / 520, grain: 0 }));
  expect(roughness(smooth)).toBeLessThan(1);
  expect(roughness(grainy)).toBeGreaterThan(0.6 * roughness(studio(30)));
  expect(roughness(grainy)).toBeLessThan(1.6 * roughness(studio(30)));
  expect(grainAt(studio(0), 'left')).toBeLessThan(0.6);
});

it('two sides at once, corners included, have no step either', () => {
  const out = withRoom(studio(), { width: 520, height: 340 }, room({ left: 200 / 520, top: 100 / 340 }));
  expect(stepAt(out, 200)).toBeLessThan(JND);
  let worst = 0;
  for (let x = 5; x < 515; x += 7)
    worst = Math.max(worst, Math.hypot(...mean(out, x, 90).map((v, i) => v - mean(out, x, 108)[i])));
  expect(worst).toBeLessThan(2 * JND);
});

it('the fade ends before the subject of its own accord', () => {
  const photo = studio(),
    reach = freeReach(photo, 'left');
  expect(reach * 320).toBeLessThan(185);
  expect(reach * 320).toBeGreaterThan(60);
  const out = withRoom(photo, { width: 520, height: 240 }, room({ left: 200 / 520, reach: null }));
  expect(out.data[(130 * 520 + 430) * 4]).toBe(60);
});

it('and before a subject that was cut out once', () => {
  const photo = studio(),
    subject = { width: 32, height: 24, values: Float32Array.from({ length: 768 }, (_, i) => (i % 32 >= 5 ? 1 : 0)) };
  expect(freeReach(photo, 'left', subject)).toBeLessThan(5 / 32);
  expect(freeReach(photo, 'left', subject)).toBeLessThan(freeReach(photo, 'left'));
});

it('a thing that crosses the edge lends it no colour', () => {
  const crossed = picture(200, 200, (x, y) => (x < 12 && y > 95 && y < 100 ? [10, 10, 10] : [180, 180, 180]));
  for (const v of edgeLight(crossed, 'left').planes[0][0]) expect(Math.abs(v - 180)).toBeLessThan(4);
});

it('above, light evens out with the way: no streaks; to the side what lies on a level stays there', () => {
  const striped = picture(240, 160, (x) => {
      const v = 140 + 30 * Math.sin(x / 4);
      return [v, v, v];
    }),
    made = withRoom(striped, { width: 240, height: 260 }, room({ top: 100 / 260, grain: 0 })),
    range = (y: number): number => {
      const row = Array.from({ length: 60 }, (_, i) => made.data[(y * 240 + i + 90) * 4]);
      return Math.max(...row) - Math.min(...row);
    };
  expect(range(98)).toBeGreaterThan(8);
  expect(range(50)).toBeLessThan(3);
  const horizon = picture(240, 160, (_x, y) => (y < 80 ? [200, 200, 200] : [90, 90, 90])),
    beside = withRoom(horizon, { width: 400, height: 160 }, room({ left: 0.4, grain: 0 }));
  expect(beside.data[10 * 400 * 4]).toBeGreaterThan(185);
  expect(beside.data[150 * 400 * 4]).toBeLessThan(105);
});

it('rates the sides by what is there, and says where', () => {
  const photo = picture(300, 300, (x, y) => {
    if (x > 280 && y > 100 && y < 180) return [20, 20, 20];
    if (y > 270) return ((x >> 2) + (y >> 2)) & 1 ? [90, 90, 90] : [180, 180, 180];
    if (y < 40) return [120 + x / 4, 120 + x / 4, 120 + x / 4];
    return [160, 160, 160];
  });
  const [left, right, top, bottom] = rateSides(
    picture(300, 300, (x, y) =>
      y > 270 || y < 40
        ? [160, 160, 160]
        : ([...photo.data.slice((y * 300 + x) * 4, (y * 300 + x) * 4 + 3)] as [number, number, number]),
    ),
  );
  expect(left.kind).toBe('calm');
  expect(right.kind).toBe('cut');
  expect(right.where.some(([a, b]) => a < 0.4 && b > 0.3)).toBe(true);
  expect([top.kind, bottom.kind]).toEqual(['calm', 'calm']);
  const whole = rateSides(photo);
  expect(whole[2].kind).toBe('uneven');
  expect(whole[3].kind).toBe('pattern');
  expect(left.worth).toBeGreaterThan(right.worth);
});

it('two opposite sides never take all of the box', () => {
  const inner = photoWithin({ width: 1000, height: 500 }, room({ left: 0.8, right: 0.8 }));
  expect(inner.width).toBeCloseTo(150, 6);
  expect(inner.x).toBeCloseTo(425, 6);
});
