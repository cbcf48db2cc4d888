// The subject of a photo stays in view in a box of another shape.
import fc from 'fast-check';
import { blank } from '../ground/pixels';
import { makePhoto } from '../kinds/photo';
import { keepInView, placePhoto } from './fit';
import { cutBox, knownSubject, subjectFrom, subjectGrid, subjectOf } from './subject';

const SIZE = { width: 400, height: 400 },
  photo = (more: object = {}) => ({ ...makePhoto('p', '1'.repeat(64), 'P', SIZE), ...more });

/** The part of the picture that a box shows, in fractions of it. */
function seen(file: { width: number; height: number }, box: { width: number; height: number }, layer: object) {
  const { target, toFile } = placePhoto(file, box, photo(layer)),
    at = (x: number, y: number): [number, number] => [
      (toFile[0] * x + toFile[2] * y + toFile[4]) / file.width,
      (toFile[1] * x + toFile[3] * y + toFile[5]) / file.height,
    ],
    [x0, y0] = at(0, 0),
    [x1, y1] = at(target.width, target.height);
  return { x0, y0, x1, y1 };
}

it('what fits is wholly in view, in whatever box', () => {
  const share = fc.double({ min: 0.05, max: 0.5, noNaN: true }),
    place = fc.double({ min: 0, max: 1, noNaN: true }),
    side = fc.integer({ min: 60, max: 900 });
  fc.assert(
    fc.property(share, share, place, place, side, side, fc.constantFrom(1, 1.5, 3), (w, h, px, py, bw, bh, zoom) => {
      const file = { width: 600, height: 400 },
        box = { width: bw, height: bh },
        part = { x: px * (1 - w), y: py * (1 - h), width: w, height: h },
        kept = keepInView(file, box, photo({ zoom }), part),
        view = seen(file, box, kept);
      expect(kept.zoom).toBeLessThanOrEqual(zoom);
      expect(kept.zoom).toBeGreaterThanOrEqual(1);
      const fitsX = w <= view.x1 - view.x0 + 1e-9,
        fitsY = h <= view.y1 - view.y0 + 1e-9;
      if (fitsX) {
        expect(view.x0).toBeLessThanOrEqual(part.x + 1e-6);
        expect(view.x1).toBeGreaterThanOrEqual(part.x + w - 1e-6);
      }
      if (fitsY) {
        expect(view.y0).toBeLessThanOrEqual(part.y + 1e-6);
        expect(view.y1).toBeGreaterThanOrEqual(part.y + h - 1e-6);
      }
      // It is only zoomed out where it would not fit.
      if (kept.zoom > 1 && kept.zoom < zoom)
        expect(Math.max(w / (view.x1 - view.x0), h / (view.y1 - view.y0))).toBeCloseTo(1, 6);
    }),
  );
});

it('what is in view already is left where it is', () => {
  const kept = keepInView({ width: 600, height: 400 }, { width: 300, height: 200 }, photo(), {
    x: 0.4,
    y: 0.4,
    width: 0.2,
    height: 0.2,
  });
  expect(kept).toEqual({ focus: { x: 0.5, y: 0.5 }, zoom: 1 });
});

describe('where the subject is', () => {
  /** Grey with a red square. */
  const file = blank(300, 200);
  for (let y = 0; y < 200; y++)
    for (let x = 0; x < 300; x++)
      file.data.set(
        x >= 220 && x < 270 && y >= 60 && y < 110 ? [200, 30, 20, 255] : [128, 128, 128, 255],
        (y * 300 + x) * 4,
      );

  it('is what stands out, mirrored and turned as the photo is', () => {
    const found = subjectOf(file, photo())!;
    expect(found.x + found.width / 2).toBeCloseTo(245 / 300, 1);
    expect(found.y + found.height / 2).toBeCloseTo(85 / 200, 1);
    const turned = subjectOf(file, photo({ turn: 90 }))!;
    expect(turned.x + turned.width / 2).toBeCloseTo(1 - 85 / 200, 1);
    expect(turned.y + turned.height / 2).toBeCloseTo(245 / 300, 1);
  });

  it('is where somebody has said it is: nothing is looked for then', () => {
    expect(subjectOf(file, photo({ focus: { x: 0.2, y: 0.5 } }))).toBeNull();
    expect(subjectOf(blank(300, 200), photo())).toBeNull();
  });

  const said = (boxes: object[], more: object = {}): object => ({
    subject: { of: '1'.repeat(64), boxes: boxes.map((b) => ({ what: '', ...b })), said: true, ...more },
  });
  const left = { x: 0.1, y: 0.2, width: 0.2, height: 0.4 };

  it('is where boxes say, wherever the focal point is; none is none', () => {
    const at = subjectOf(file, photo({ ...said([left]), focus: { x: 0.9, y: 0.5 } }))!;
    expect(at.x).toBeCloseTo(0.1, 9);
    expect(at.height).toBeCloseTo(0.4, 9);
    expect(subjectOf(file, photo(said([])))).toBeNull();
    // Found, and a focal point that somebody moved: that says more.
    expect(subjectOf(file, photo({ ...said([left], { said: false }), focus: { x: 0.9, y: 0.5 } }))).toBeNull();
    // Found nothing: what stands out.
    expect(subjectOf(file, photo(said([], { said: false })))!.x).toBeGreaterThan(0.5);
  });

  it('is forgotten with the picture it was found in', () => {
    expect(knownSubject(photo(said([left])))).not.toBeNull();
    expect(knownSubject({ ...photo(said([left])), asset: '2'.repeat(64) })).toBeNull();
    expect(subjectFrom('a', [{ box: left, what: 'cup', score: 0.5 }])).toEqual({
      of: 'a',
      boxes: [{ ...left, what: 'cup' }],
      said: false,
    });
  });

  it('is marked where the photo is placed', () => {
    const box = { width: 100, height: 100 },
      layer = photo(said([{ x: 0.5, y: 0, width: 0.5, height: 1 }])),
      grid = subjectGrid(file, layer, placePhoto(file, box, layer).toFile, 100, 100)!;
    expect(grid.values[50 * 100 + 20]).toBe(0);
    expect(grid.values[50 * 100 + 80]).toBe(1);
    expect(subjectGrid(file, photo(), placePhoto(file, box, photo()).toFile, 100, 100)).toBeNull();
    expect(Math.max(...subjectGrid(file, photo(said([])), [1, 0, 0, 1, 0, 0], 9, 9)!.values)).toBe(0);
  });

  it('is cut out of a box a little larger: the largest thing found, no face; all that was said', () => {
    const things = [
        { x: 0, y: 0, width: 0.9, height: 0.9, what: 'face' },
        { x: 0.5, y: 0.5, width: 0.1, height: 0.1, what: 'spoon' },
        { x: 0.2, y: 0.2, width: 0.2, height: 0.2, what: 'cup' },
      ],
      of = 'a',
      cup = cutBox({ of, boxes: things, said: false })!;
    expect(cup.x).toBeLessThan(0.2);
    expect(cup.x + cup.width).toBeGreaterThan(0.4);
    expect(cup.x + cup.width).toBeLessThan(0.5);
    const all = cutBox({ of, boxes: things, said: true })!;
    expect(all).toMatchObject({ x: 0, y: 0 });
    expect(cutBox({ of, boxes: [], said: true })).toBeNull();
    expect(cutBox({ of, boxes: things.slice(0, 1), said: false })).toBeNull();
  });
});
