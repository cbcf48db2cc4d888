import { apply, boundsOf, boxTransform, cornersOf } from '../ground/transform';
import { resizeBox, rotationTowards } from './resize';
import { snapBox, snapLines } from './snap';

const slide = { width: 1000, height: 600 };
const lines = snapLines(slide, 40, [{ x: 300, y: 200, width: 100, height: 50 }]);

describe('snapping', () => {
  it('to the middle, margins and neighbours within reach, else not', () => {
    expect(snapBox({ x: 448, y: 100, width: 100, height: 30 }, lines, 6)).toMatchObject({ dx: 2, vertical: [500] });
    expect(snapBox({ x: 37, y: 100, width: 100, height: 30 }, lines, 6)).toMatchObject({ dx: 3, vertical: [40] });
    expect(snapBox({ x: 303, y: 330, width: 60, height: 30 }, lines, 6).dx).toBe(-3);
    expect(snapBox({ x: 120, y: 100, width: 61, height: 31 }, lines, 6)).toMatchObject({
      dx: 0,
      dy: 0,
      vertical: [],
      horizontal: [],
    });
  });
  it('only with the parts asked for', () => {
    expect(snapBox({ x: 450, y: 100, width: 103, height: 30 }, lines, 6, { x: ['end'], y: [] })).toMatchObject({
      dx: 0,
      dy: 0,
    });
  });
});

describe('resizing', () => {
  const box = { x: 100, y: 100, width: 200, height: 80 };
  it.each([0, 30, 90, -45, 180])('the opposite corner stays at %d degrees', (rotation) => {
    for (const handle of [
      { x: 1, y: 1 },
      { x: -1, y: -1 },
      { x: 1, y: -1 },
      { x: 0, y: 1 },
      { x: -1, y: 0 },
    ] as const) {
      const next = resizeBox(box, rotation, handle, 37, -21);
      const fixed = (b: typeof box): [number, number] =>
        apply(boxTransform(b, rotation), handle.x < 0 ? b.width : 0, handle.y < 0 ? b.height : 0);
      expect(fixed(next)[0]).toBeCloseTo(fixed(box)[0], 6);
      expect(fixed(next)[1]).toBeCloseTo(fixed(box)[1], 6);
    }
  });
  it('keeps the ratio, the middle, and a least size', () => {
    const p = resizeBox(box, 0, { x: 1, y: 1 }, 100, 0, { proportional: true });
    expect(p.width / p.height).toBeCloseTo(2.5, 6);
    const m = resizeBox(box, 20, { x: 1, y: 0 }, 40, 0, { fromMiddle: true });
    expect(m.x + m.width / 2).toBeCloseTo(200, 6);
    expect(m.y + m.height / 2).toBeCloseTo(140, 6);
    expect(resizeBox(box, 0, { x: 1, y: 1 }, -5000, -5000, { least: 8 })).toMatchObject({
      width: 8,
      height: 8,
      x: 100,
      y: 100,
    });
    const tiny = resizeBox(box, 0, { x: 1, y: 1 }, -5000, -5000, { least: 8, proportional: true });
    expect(Math.min(tiny.width, tiny.height)).toBeGreaterThanOrEqual(8 - 1e-9);
  });
  it('rotation follows the pointer, holds at right angles, steps by 15', () => {
    expect(rotationTowards(box, 200, 0, false)).toBe(0);
    expect(rotationTowards(box, 400, 141, false)).toBe(90);
    expect(rotationTowards(box, 260, 60, true) % 15).toBe(0);
  });
  it('corners and bounds of a turned box', () => {
    expect(cornersOf(box, 90)[0]).toEqual([expect.closeTo(240, 6), expect.closeTo(40, 6)]);
    expect(boundsOf(box, 90)).toMatchObject({
      width: expect.closeTo(80, 6) as number,
      height: expect.closeTo(200, 6) as number,
    });
  });
});
