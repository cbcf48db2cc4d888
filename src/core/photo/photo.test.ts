import type { Pixels } from '../ground/pixels';
import { halve, quarterTurned, resample, transformed } from '../ground/resample';
import { apply } from '../ground/transform';
import { picture } from '../testing/pixels';
import { blurred } from './blur';
import { panPhoto, type PhotoFit, placePhoto, pointInFile, pointInPicture, ratioOfPhoto, turnPhoto } from './fit';

const photo = { width: 2000, height: 1000 };
const plain: PhotoFit = {
  fit: 'cover',
  zoom: 1,
  focus: { x: 0.5, y: 0.5 },
  flipX: false,
  flipY: false,
  crop: { x: 0, y: 0, width: 1, height: 1 },
  turn: 0,
  straighten: 0,
};

const ramp = (width: number, height: number): Pixels =>
  picture(width, height, (x, y) => [(x * 255) / (width - 1), (y * 255) / (height - 1), 80]);
/** Corners of what shows, in pixels of the file. */
const corners = (fit: PhotoFit, box: { width: number; height: number }): [number, number][] => {
  const { target: t, toFile } = placePhoto(photo, box, fit);
  return [apply(toFile, 0, 0), apply(toFile, t.width, 0), apply(toFile, t.width, t.height), apply(toFile, 0, t.height)];
};
const near = (a: readonly [number, number], b: readonly [number, number]): void => {
  expect(a[0]).toBeCloseTo(b[0], 6);
  expect(a[1]).toBeCloseTo(b[1], 6);
};

describe('placing a photo', () => {
  it('cover fills the box and cuts evenly', () => {
    const c = corners(plain, { width: 500, height: 500 });
    near(c[0], [500, 0]);
    near(c[2], [1500, 1000]);
  });
  it('contain shows all of it', () => {
    const { target } = placePhoto(photo, { width: 500, height: 500 }, { ...plain, fit: 'contain' });
    expect(target).toEqual({ x: 0, y: 125, width: 500, height: 250 });
    const c = corners({ ...plain, fit: 'contain' }, { width: 500, height: 500 });
    near(c[0], [0, 0]);
    near(c[2], [2000, 1000]);
  });
  it('the focal point stays in view in any box, however it is turned, cropped or straightened, and the photo always covers', () => {
    for (const focus of [
      { x: 0, y: 0 },
      { x: 0.9, y: 0.2 },
      { x: 1, y: 1 },
    ])
      for (const box of [
        { width: 300, height: 900 },
        { width: 900, height: 300 },
      ])
        for (const more of [
          {},
          { zoom: 2.5 },
          { turn: 90 as const },
          { turn: 270 as const, flipX: true },
          { straighten: 12 },
          { straighten: -40, turn: 180 as const },
          { crop: { x: 0.2, y: 0.1, width: 0.5, height: 0.8 } },
        ]) {
          const fit = { ...plain, focus, ...more };
          const { crop } = fit,
            c = corners(fit, box);
          for (const [x, y] of c) {
            expect(x).toBeGreaterThanOrEqual(crop.x * 2000 - 1e-6);
            expect(x).toBeLessThanOrEqual((crop.x + crop.width) * 2000 + 1e-6);
            expect(y).toBeGreaterThanOrEqual(crop.y * 1000 - 1e-6);
            expect(y).toBeLessThanOrEqual((crop.y + crop.height) * 1000 + 1e-6);
          }
          if (!fit.straighten) {
            const f = pointInFile(photo, fit, focus);
            expect(f.x * 2000).toBeGreaterThanOrEqual(Math.min(...c.map((p) => p[0])) - 1e-6);
            expect(f.x * 2000).toBeLessThanOrEqual(Math.max(...c.map((p) => p[0])) + 1e-6);
          }
          const back = pointInPicture(photo, fit, pointInFile(photo, fit, { x: 0.3, y: 0.6 }));
          near([back.x, back.y], [0.3, 0.6]);
        }
  });
  it('a quarter turn shows the left side on top; four of them change nothing', () => {
    const box = { width: 500, height: 1000 };
    const c = corners({ ...plain, turn: 90 }, box);
    near(c[0], [0, 1000]);
    near(c[1], [0, 0]);
    near(c[2], [2000, 0]);
    let fit: Pick<PhotoFit, 'turn' | 'focus'> = { turn: 0, focus: { x: 0.2, y: 0.7 } };
    const there = pointInFile(photo, plain, fit.focus);
    for (let i = 0; i < 4; i++) {
      fit = turnPhoto(fit, 90);
      const at = pointInFile(photo, { ...plain, ...fit }, fit.focus);
      near([at.x, at.y], [there.x, there.y]);
    }
    expect(fit.turn).toBe(0);
    expect(turnPhoto(turnPhoto(fit, 90), -90)).toEqual({
      turn: 0,
      focus: { x: expect.closeTo(0.2, 9) as number, y: expect.closeTo(0.7, 9) as number },
    });
    expect(ratioOfPhoto(photo, { ...plain, turn: 90 })).toBe(0.5);
  });
  it('dragging by the width of what shows moves it by just that, whichever way it is turned', () => {
    const box = { width: 500, height: 500 };
    const focus = panPhoto(photo, box, plain, 100, 50);
    expect(focus.x).toBeCloseTo((1000 - 200) / 2000, 6);
    expect(focus.y).toBe(0.5);
    expect(panPhoto(photo, box, { ...plain, flipX: true }, 100, 0).x).toBeCloseTo(0.6, 6);
    // Turned by a quarter, the long side stands: dragging down moves along it.
    for (const fit of [
      { ...plain, turn: 90 as const, zoom: 2 },
      { ...plain, straighten: 10, zoom: 2 },
      { ...plain, turn: 180 as const, zoom: 2, flipY: true },
    ]) {
      const before = placePhoto(photo, box, fit).toFile,
        after = placePhoto(photo, box, { ...fit, focus: panPhoto(photo, box, fit, 30, 20) }).toFile;
      // What was at (200, 200) is now at (230, 220).
      near(apply(after, 230, 220), apply(before, 200, 200));
    }
  });
});

describe('resampling', () => {
  it('a part of the result is the whole result, cut out', () => {
    const p = ramp(90, 70);
    for (const [w, h, flip] of [
      [37, 29, false],
      [200, 161, true],
    ] as const) {
      const source = { x: 3.3, y: -2, width: 80.2, height: 71 },
        whole = resample(p, source, w, h, flip, false),
        part = { x: 5, y: 7, width: 20, height: 11 },
        own = resample(p, source, w, h, flip, false, halve, part);
      expect([own.width, own.height]).toEqual([20, 11]);
      for (let y = 0; y < 11; y++)
        expect(own.data.slice(y * 80, y * 80 + 80)).toEqual(
          whole.data.slice(((y + 7) * w + 5) * 4, ((y + 7) * w + 25) * 4),
        );
    }
  });
  it('leaves a photo alone at its own size', () => {
    const p = ramp(40, 30);
    expect(resample(p, { x: 0, y: 0, width: 40, height: 30 }, 40, 30).data).toEqual(p.data);
  });
  it.each([
    [20, 15],
    [64, 48],
    [13, 29],
    [7, 5],
    [150, 9],
  ])('keeps an even ramp even at %d x %d', (w, h) => {
    const p = resample(ramp(60, 60), { x: 0, y: 0, width: 60, height: 60 }, w, h);
    for (let x = 1; x < w - 1; x++) {
      const want = (((x + 0.5) / w) * 60 - 0.5) * (255 / 59),
        i = (Math.floor(h / 2) * w + x) * 4;
      if (want > 14 && want < 241) expect(Math.abs(p.data[i] - want)).toBeLessThan(2.5);
      expect(p.data[i + 2]).toBe(80);
      expect(p.data[i + 3]).toBe(255);
    }
  });
  it('flips', () => {
    const p = ramp(16, 8);
    const f = resample(p, { x: 0, y: 0, width: 16, height: 8 }, 16, 8, true, true);
    expect([f.data[0], f.data[1]]).toEqual([255, 255]);
    expect(f.data.at(-4)).toBe(0);
  });
  it('halves by means, odd sizes too', () => {
    const p = halve({
      width: 3,
      height: 1,
      data: Uint8ClampedArray.from([10, 0, 0, 255, 20, 0, 0, 255, 90, 0, 0, 255]),
    });
    expect([p.width, p.height, p.data[0], p.data[4]]).toEqual([2, 1, 15, 90]);
  });
  it('quarter turns move pixels without changing them', () => {
    const p = picture(3, 2, (x, y) => [x * 10, y * 10, 0]);
    const q = quarterTurned(p, 90);
    expect([q.width, q.height]).toEqual([2, 3]);
    // Bottom left comes to the top left.
    expect([q.data[0], q.data[1]]).toEqual([0, 10]);
    expect(quarterTurned(quarterTurned(p, 90), 270).data).toEqual(p.data);
    expect(quarterTurned(quarterTurned(p, 180), 180).data).toEqual(p.data);
  });
  it.each([0, 90, 180, 270] as const)(
    'seen through a turn by %d with and without mirroring, it is what the transform says',
    (turn) => {
      const p = ramp(40, 20);
      for (const flipX of [false, true])
        for (const flipY of [false, true]) {
          const box = turn % 180 ? { width: 20, height: 40 } : { width: 40, height: 20 };
          const { toFile } = placePhoto(p, box, { ...plain, turn, flipX, flipY });
          const out = transformed(p, toFile, box.width, box.height);
          for (const [x, y] of [
            [0, 0],
            [box.width - 1, 0],
            [3, box.height - 2],
            [box.width >> 1, box.height >> 1],
          ]) {
            const [fx, fy] = apply(toFile, x + 0.5, y + 0.5),
              i = (y * box.width + x) * 4,
              j = (Math.floor(fy) * 40 + Math.floor(fx)) * 4;
            expect(Math.abs(out.data[i] - p.data[j])).toBeLessThanOrEqual(1);
            expect(Math.abs(out.data[i + 1] - p.data[j + 1])).toBeLessThanOrEqual(1);
          }
        }
    },
  );
  it('straightened by an angle it keeps an even ramp even', () => {
    const p = ramp(80, 80),
      box = { width: 60, height: 60 };
    const { toFile } = placePhoto(p, box, { ...plain, straighten: 17 });
    const out = transformed(p, toFile, 60, 60);
    for (let y = 6; y < 54; y += 7)
      for (let x = 6; x < 54; x += 5) {
        const [fx, fy] = apply(toFile, x + 0.5, y + 0.5),
          i = (y * 60 + x) * 4;
        expect(Math.abs(out.data[i] - (fx - 0.5) * (255 / 79))).toBeLessThan(2);
        expect(Math.abs(out.data[i + 1] - (fy - 0.5) * (255 / 79))).toBeLessThan(2);
      }
  });
});

describe('blur', () => {
  it('leaves an even area alone and keeps the mean', () => {
    expect(
      blurred(
        picture(20, 10, () => [40, 90, 200]),
        4,
      ).data,
    ).toEqual(picture(20, 10, () => [40, 90, 200]).data);
    const dot = blurred(
      picture(61, 61, (x, y) => (x === 30 && y === 30 ? [255, 255, 255] : [0, 0, 0])),
      2,
    );
    expect(dot.data[(30 * 61 + 30) * 4]).toBeGreaterThan(dot.data[(30 * 61 + 33) * 4]);
  });
  it.each([1.5, 3, 8])('spreads an edge as a Gaussian of standard deviation %d does', (sigma) => {
    const p = blurred(
      picture(120, 3, (x) => (x < 60 ? [0, 0, 0] : [255, 255, 255])),
      sigma,
    );
    for (const d of [-2, -1, -0.5, 0.5, 1, 2]) {
      const x = Math.round(60 + d * sigma),
        z = (x + 0.5 - 60) / sigma;
      // The integral of the Gaussian (Abramowitz and Stegun 7.1.26).
      const t = 1 / (1 + 0.3275911 * (Math.abs(z) / Math.SQRT2)),
        erf =
          1 -
          t *
            (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
            Math.exp((-z * z) / 2);
      expect(Math.abs(p.data[(120 + x) * 4] - 255 * (0.5 + (Math.sign(z) * erf) / 2))).toBeLessThan(6);
    }
  });
  it('what is transparent lends no colour', () => {
    const p = blurred(
      picture(30, 30, (x) => (x < 15 ? [200, 10, 10, 255] : [0, 255, 0, 0])),
      3,
    );
    const i = (15 * 30 + 16) * 4;
    expect(p.data[i]).toBeGreaterThan(195);
    expect(p.data[i + 1]).toBeLessThan(15);
    expect(p.data[i + 3]).toBeLessThan(128);
  });
});

describe('what is transparent has no colour', () => {
  // A white disc on nothing whose hidden colour is black, as editors write it.
  const logo = picture(240, 240, (x, y) => (Math.hypot(x - 120, y - 120) < 90 ? [255, 255, 255, 255] : [0, 0, 0, 0]));
  const overWhite = (p: Pixels): number => {
    let darkest = 255;
    for (let i = 0; i < p.data.length; i += 4)
      darkest = Math.min(darkest, p.data[i] * (p.data[i + 3] / 255) + 255 * (1 - p.data[i + 3] / 255));
    return darkest;
  };
  it.each([
    ['reduced', () => resample(logo, { x: 0, y: 0, width: 240, height: 240 }, 57, 57)],
    ['halved', () => halve(logo)],
    ['enlarged', () => resample(logo, { x: 0, y: 0, width: 240, height: 240 }, 400, 400)],
    ['turned', () => transformed(logo, [1.1, 0.4, -0.4, 1.1, 10, -20], 150, 150)],
  ])('a white logo over white stays white: %s', (_how, make) => expect(overWhite(make())).toBeGreaterThan(252));
  it('alpha itself is averaged as before, and an opaque picture is what it was', () => {
    const half = halve(picture(2, 2, (x) => [200, 100, 50, x ? 255 : 0]));
    expect([...half.data]).toEqual([200, 100, 50, 128]);
    const solid = ramp(40, 20);
    expect([...resample(solid, { x: 0, y: 0, width: 40, height: 20 }, 20, 10).data.slice(0, 4)]).toEqual([
      ...resample(
        { ...solid, data: new Uint8ClampedArray(solid.data) },
        { x: 0, y: 0, width: 40, height: 20 },
        20,
        10,
      ).data.slice(0, 4),
    ]);
  });
});
