// Photo kept and marks: known answers.
import { labOf } from '../colour/lab-planes';
import { oklab } from '../colour/oklab';
import { picture } from '../testing/pixels';
import { KeptPhoto } from './photo-kept';

/** Waves of light and dark, a little coloured: a photograph for these purposes. */
const photo = picture(160, 120, (x, y) => {
  const v = 120 + 60 * Math.sin(x / 5) * Math.cos(y / 7);
  return [v, v * 0.95, v * 1.05];
});
const kept = new KeptPhoto(photo);
const over = (alpha: number, c: number): Uint8ClampedArray =>
  photo.data.map((v, i) => (i % 4 === 3 ? 255 : v + (c - v) * alpha));

it('OKLab by table is that by formula', () => {
  const bytes = new Uint8ClampedArray(4 * 4096),
    lab = new Float32Array(3 * 4096);
  for (let i = 0; i < 4096; i++) bytes.set([(i * 37) & 255, (i * 91) & 255, (i * 13) & 255, 255], i * 4);
  labOf(bytes, 0, 4096, lab);
  for (let i = 0; i < 4096; i++)
    oklab(bytes[i * 4], bytes[i * 4 + 1], bytes[i * 4 + 2]).forEach((v, c) =>
      expect(Math.abs(v - lab[i * 3 + c])).toBeLessThan(4e-4),
    );
});

it('all is kept of the photo itself, nothing under opaque colour far from it', () => {
  expect(kept.compare(photo.data)).toEqual({ kept: 100, marks: 0, edge: 0 });
  expect(kept.compare(over(1, 0))!.kept).toBeLessThan(1);
});

it('a flat tint keeps the less the stronger it is, and leaves no marks', () => {
  const at = [0.1, 0.3, 0.5, 0.7, 0.9].map((a) => kept.compare(over(a, 0))!);
  at.forEach((k, i) => {
    expect(k.marks).toBe(0);
    if (i) expect(k.kept).toBeLessThan(at[i - 1].kept);
  });
  // The formula for one window, by hand: slope is about 1 - a in lightness, dE the mean lightness step.
  expect(at[2].kept).toBeGreaterThan(20);
  expect(at[2].kept).toBeLessThan(60);
});

it('grey that keeps its contrast is better than grey that loses it', () => {
  const lower = photo.data.map((v, i) => (i % 4 === 3 ? 255 : v - 30));
  expect(kept.compare(lower)!.kept).toBeGreaterThan(kept.compare(over(0.3, 20))!.kept);
});

it('the edge of a plate is a mark in the windows it passes through, and only there', () => {
  const plate = new Uint8ClampedArray(photo.data);
  for (let y = 20; y < 60; y++)
    for (let x = 28; x < 100; x++) for (let c = 0; c < 3; c++) plate[(y * 160 + x) * 4 + c] *= 0.3;
  const k = kept.compare(plate)!;
  // 72 x 40 from (28, 20): columns 3 and 12 of windows are cut for five to six rows, rows 2 and 7 for ten columns.
  expect(k.marks).toBeGreaterThan(4);
  expect(k.marks).toBeLessThan(11);
  // Outside the plate all is kept: 0.15 of the picture lies under it.
  expect(k.kept).toBeGreaterThan(80);
});

describe('the edge', () => {
  /** The byte of a grey of that OKLab lightness: of greys it is the cube root of the luminance. */
  const grey = (L: number): number => {
    const Y = L ** 3;
    return Math.round(255 * (Y <= 0.0031308 ? 12.92 * Y : 1.055 * Y ** (1 / 2.4) - 0.055));
  };
  const wide = (at: (x: number, y: number) => number) => picture(480, 80, (x, y) => [at(x, y), at(x, y), at(x, y)]);
  const flat = new KeptPhoto(wide(() => grey(0.6))),
    ramp = (steep: number) => wide((x) => grey(0.6 - (steep * x) / 8));
  it('on an even ground is the square of its slope, the plainly seen one being 100', () => {
    for (const steep of [0.006, 0.009])
      expect(Math.abs(flat.compare(ramp(steep).data)!.edge / (100 * (steep / 0.01) ** 2) - 1)).toBeLessThan(0.15);
    expect(flat.compare(wide(() => grey(0.4)).data)!.edge).toBe(0);
  });
  it('no steeper than crisp: a plate’s step is not worse than its outline is long', () => {
    const step = (d: number) => wide((x) => grey(x < 244 ? 0.6 : 0.6 - d));
    expect(flat.compare(step(0.4).data)!.edge).toBeCloseTo(flat.compare(step(0.1).data)!.edge, 5);
  });
  it('what the picture shows hides it; an even tint has none', () => {
    const busy = wide((x, y) => 120 + 50 * Math.sin(x / 2) * Math.cos(y / 3)),
      under = (alpha: (x: number) => number) =>
        busy.data.map((v, i) => (i % 4 === 3 ? 255 : v * (1 - alpha((i >> 2) % 480)))),
      photo = new KeptPhoto(busy);
    const plain = flat.compare(wide((x) => grey(0.6) * (1 - x / 1200)).data)!.edge;
    expect(photo.compare(under((x) => x / 1200))!.edge).toBeLessThan(plain / 5);
    expect(photo.compare(under(() => 0.3))!.edge).toBeLessThan(0.5);
  });
});

it('an estimate without painting agrees with what is painted, and a sample of windows with all of them', () => {
  const ramp = (x: number): number => Math.max(0, 0.8 - x / 200);
  const painted = photo.data.map((v, i) => (i % 4 === 3 ? 255 : v + (16 - v) * ramp(((i >> 2) % 160) + 0.5)));
  const exact = kept.compare(painted)!;
  // It looks at a quarter of the pixels.
  expect(Math.abs(kept.estimate([16, 16, 16], ramp, Infinity)!.kept - exact.kept)).toBeLessThan(0.5);
  expect(Math.abs(kept.estimate([16, 16, 16], ramp, 100)!.kept - exact.kept)).toBeLessThan(3);
});

it('counts only where there is photo; without any there is nothing to keep', () => {
  const half = new KeptPhoto(photo, (x) => x < 80),
    right = new Uint8ClampedArray(photo.data);
  for (let y = 0; y < 120; y++) right.fill(255, (y * 160 + 80) * 4, (y + 1) * 160 * 4);
  expect(half.compare(right)).toEqual({ kept: 100, marks: 0, edge: 0 });
  const none = new KeptPhoto(photo, () => false);
  expect(none.shown).toBe(false);
  expect(none.compare(right)).toBeNull();
});

it('a part is enough where the rest is as it was', () => {
  const treated = new Uint8ClampedArray(photo.data),
    part = { x: 24, y: 16, width: 64, height: 40 };
  for (let y = 20; y < 50; y++)
    for (let x = 30; x < 80; x++) for (let c = 0; c < 3; c++) treated[(y * 160 + x) * 4 + c] *= 0.4;
  const cut = new Uint8ClampedArray(part.width * part.height * 4);
  for (let y = 0; y < part.height; y++)
    cut.set(
      treated.subarray(((y + part.y) * 160 + part.x) * 4, ((y + part.y) * 160 + part.x + part.width) * 4),
      y * part.width * 4,
    );
  expect(kept.compare(cut, part)).toEqual(kept.compare(treated));
  expect(kept.compare(new Uint8ClampedArray(), { x: 0, y: 0, width: 0, height: 0 })).toEqual({
    kept: 100,
    marks: 0,
    edge: 0,
  });
});

it('of very many windows a share tells the same', () => {
  // 600 x 600 has 5625 windows: every other one or fewer is looked at.
  const large = picture(600, 600, (x, y) => [120 + 60 * Math.sin(x / 5 + y / 90), 110 + 50 * Math.cos(y / 7), 100]),
    tinted = large.data.map((v, i) => (i % 4 === 3 ? 255 : v * (0.3 + 0.6 * ((i >> 2) / 360_000))));
  const whole = new KeptPhoto(large).compare(tinted)!;
  const parts = Array.from({ length: 5 }, (_, n) =>
    new KeptPhoto(large, (_x, y) => Math.floor(y / 120) === n).compare(tinted)!,
  );
  expect(Math.abs(whole.kept - parts.reduce((s, p) => s + p.kept, 0) / 5)).toBeLessThan(0.4);
});
