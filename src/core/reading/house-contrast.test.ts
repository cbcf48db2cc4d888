// Which house colour reads on which: the reading's own ratios, and the sizes from which they are enough.
import { contrastOfHex } from '../colour/srgb';
import type { Swatch } from '../values/fill';
import { houseContrast } from './house-contrast';

const colour = (id: string, hex: string): Swatch => ({ id, name: id, house: true, colour: hex });
const pair = (ink: string, ground: string, ...all: Swatch[]) =>
  houseContrast(all).find((p) => p.ink === ink && p.ground === ground)!;

it('every colour on every other one, both ways, with the ratio of the reading', () => {
  const all = [colour('a', '#000000'), colour('b', '#ffffff'), colour('c', '#777777')],
    pairs = houseContrast(all);
  expect(pairs).toHaveLength(6);
  expect(pair('b', 'a', ...all).ratio).toBeCloseTo(21, 6);
  expect(pair('c', 'b', ...all).ratio).toBeCloseTo(4.48, 2);
  for (const p of pairs) expect(pair(p.ground, p.ink, ...all).ratio).toBe(p.ratio);
});

it('says from which size it is enough: any, large type, bold a little sooner, none', () => {
  const white = colour('white', '#ffffff');
  expect(pair('black', 'white', colour('black', '#000000'), white)).toMatchObject({ from: 11, fromBold: 11 });
  // 4.48 falls just short of 4.5.
  expect(pair('grey', 'white', colour('grey', '#777777'), white)).toMatchObject({ from: 24, fromBold: 18.66 });
  expect(contrastOfHex('#bbbbbb', '#ffffff')).toBeLessThan(3);
  expect(pair('pale', 'white', colour('pale', '#bbbbbb'), white)).toMatchObject({ from: null, fromBold: null });
});

it('a stricter goal needs more; gradients have no one colour', () => {
  const all = [colour('a', '#595959'), colour('b', '#ffffff')],
    [strict] = houseContrast([colour('a', '#6e6e6e'), colour('b', '#ffffff')], 'strict');
  expect(houseContrast(all, 'strict')[0].from).toBe(11);
  expect(strict.from).toBe(24);
  expect(houseContrast([...all, { id: 'g', name: 'Dawn', house: true } as Swatch])).toHaveLength(2);
});
