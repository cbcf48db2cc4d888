// General marks: enough of them, of no company, each an outline that fills its frame as a shape does.
import { makeShape } from '../../src/core/kinds/shape';
import { traceShape } from '../../src/core/paint/shape-path';
import { ShapeSchema } from '../../src/core/values/shape';
import { type Mark, marksLike } from '../../src/interface/shared/general-marks';

let marks: Mark[];
beforeAll(async () => {
  const path = '../../scripts/lib/marks.mjs';
  marks = ((await import(path)) as { marks: () => Mark[] }).marks();
});

it('there are some hundreds, each once, and none of a company', () => {
  expect(marks.length).toBeGreaterThan(600);
  expect(new Set(marks.map((m) => m.name)).size).toBe(marks.length);
  expect(marks.filter((m) => m.category === 'Brand' || m.name.startsWith('brand'))).toEqual([]);
});

it('each is a shape whose outline fills its frame and goes nowhere beyond', () => {
  for (const { d, width, height, name } of marks) {
    const shape = ShapeSchema.parse({
      ...makeShape('x', 'path', '#000000', { width: 100, height: 100 }).shape,
      path: { d, width, height },
    });
    let x0 = Infinity,
      y0 = Infinity,
      x1 = -Infinity,
      y1 = -Infinity;
    const at = (...v: number[]): void => {
      for (let i = 0; i < v.length; i += 2) {
        x0 = Math.min(x0, v[i]);
        x1 = Math.max(x1, v[i]);
        y0 = Math.min(y0, v[i + 1]);
        y1 = Math.max(y1, v[i + 1]);
      }
    };
    traceShape(
      {
        moveTo: at,
        lineTo: at,
        // Ends alone: handles may lie beyond.
        bezierCurveTo: (_a: number, _b: number, _c: number, _d: number, x: number, y: number) => at(x, y),
        quadraticCurveTo: (_a: number, _b: number, x: number, y: number) => at(x, y),
        closePath: () => {},
      } as never,
      shape,
      { width, height },
      [1, 0, 0, 1, 0, 0],
    );
    expect({ name, inside: x0 > -0.01 && y0 > -0.01 && x1 < width + 0.01 && y1 < height + 0.01 }).toEqual({
      name,
      inside: true,
    });
    expect({ name, fills: x1 - x0 > width * 0.05 && y1 - y0 > height * 0.05 }).toEqual({ name, fills: true });
  }
});

it('are found by name first, then by meaning, within a kind', () => {
  const named = (search: string, kind: string | null = null): string[] =>
    marksLike(marks, search, kind).map((m) => m.name);
  expect(named('map pin')[0]).toBe('map pin');
  expect(named('clock')[0]).toBe('clock');
  expect(named('location').length).toBeGreaterThan(2);
  expect(named('zzz')).toEqual([]);
  expect(marksLike(marks, '', 'Weather').every((m) => m.category === 'Weather')).toBe(true);
});
