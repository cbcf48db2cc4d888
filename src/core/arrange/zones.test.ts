// Keep-clear zones: a round portrait is round.
import { entersZone, zoneEntered, zonesOf } from './zones';

const banner = { width: 1584, height: 396, destination: 'profile-banner' };
const box = (x: number, y: number, width = 10, height = 10) => ({ x, y, width, height });

it('zones are given in pixels of the size, whatever its size', () => {
  const [zone] = zonesOf(banner);
  expect(zone).toMatchObject({ name: 'Portrait', shape: 'ellipse' });
  expect(zonesOf({ ...banner, width: 792, height: 198 })[0].x).toBeCloseTo(zone.x / 2, 6);
  expect(zonesOf({ ...banner, destination: null })).toEqual([]);
});
it('the corner beside a round portrait is free, its middle is not', () => {
  const [z] = zonesOf(banner);
  expect(zoneEntered(box(z.x + z.width / 2, z.y + z.height / 2), banner)).toBe('Portrait');
  expect(zoneEntered(box(z.x + 1, z.y + 1, 8, 8), banner)).toBeNull();
  // A box all round it enters it.
  expect(zoneEntered(box(0, 0, 1584, 396), banner)).toBe('Portrait');
  expect(zoneEntered(box(900, 100, 400, 100), banner)).toBeNull();
});
it('bars are rectangles: touching is not entering', () => {
  const bar = { x: 0, y: 0, width: 100, height: 20, shape: 'rectangle' as const };
  expect([entersZone(box(10, 20), bar), entersZone(box(10, 19.9), bar)]).toEqual([false, true]);
});
