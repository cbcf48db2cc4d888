// Forms of logos in one colour: drawings on a ground of their own are cut out of it; others are their own form.
import type { Pixels } from '../ground/pixels';
import { oneColourForm } from './one-colour';

type Rgba = [number, number, number, number];
const NONE: Rgba = [0, 0, 0, 0],
  SPRUCE: Rgba = [29, 59, 47, 255],
  SNOW: Rgba = [245, 247, 248, 255],
  AMBER: Rgba = [242, 163, 27, 255];
const SIDE = 60;
const picture = (at: (x: number, y: number) => Rgba): Pixels => {
  const data = new Uint8ClampedArray(SIDE * SIDE * 4);
  for (let y = 0; y < SIDE; y++) for (let x = 0; x < SIDE; x++) data.set(at(x, y), (y * SIDE + x) * 4);
  return { width: SIDE, height: SIDE, data };
};
const alphaAt = (p: Pixels, x: number, y: number): number => p.data[(y * SIDE + x) * 4 + 3];
const inDisc = (x: number, y: number): boolean => Math.hypot(x - 30, y - 30) < 25;
const inBar = (x: number, y: number): boolean => x > 20 && x < 40 && y > 26 && y < 34;

it('what is drawn on a disc is cut out of it', () => {
  const form = oneColourForm(picture((x, y) => (inBar(x, y) ? SNOW : inDisc(x, y) ? SPRUCE : NONE)))!;
  expect(alphaAt(form, 30, 30)).toBe(0);
  expect(alphaAt(form, 30, 12)).toBe(255);
  expect(alphaAt(form, 1, 1)).toBe(0);
  expect([...form.data.slice(0, 3)]).toEqual([255, 255, 255]);
});
it('of a logo on white paper the logo is left, not the paper', () => {
  const form = oneColourForm(picture((x, y) => (inBar(x, y) ? SPRUCE : [255, 255, 255, 255])))!;
  expect(alphaAt(form, 30, 30)).toBe(255);
  expect(alphaAt(form, 5, 5)).toBe(0);
});
it('letters of one colour, letters of two, and nothing at all need no other form', () => {
  expect(oneColourForm(picture((x, y) => (inBar(x, y) ? SPRUCE : NONE)))).toBeNull();
  expect(oneColourForm(picture((x, y) => (inBar(x, y) ? (x < 30 ? SPRUCE : AMBER) : NONE)))).toBeNull();
  expect(oneColourForm(picture(() => NONE))).toBeNull();
  expect(oneColourForm(picture(() => SPRUCE))).toBeNull();
});
