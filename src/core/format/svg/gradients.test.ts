// Gradients of an SVG as ours: the same colour at the same place, or none.
import fc from 'fast-check';
import { apply, compose, STILL, type Transform } from '../../ground/transform';
import type { Gradient } from '../../values/fill';
import { gradientFrom } from './gradients';
import type { SvgElement } from './tree';

const stop = (offset: string, colour: string, more: Record<string, string> = {}): SvgElement => ({
    name: 'stop',
    attributes: { offset, 'stop-color': colour, ...more },
    children: [],
  }),
  TWO = [stop('0', '#000000'), stop('1', '#ffffff')],
  gradient = (name: string, attributes: Record<string, string> = {}, stops = TWO): SvgElement => ({
    name,
    attributes,
    children: stops,
  }),
  linear = (attributes: Record<string, string> = {}, stops = TWO) => gradient('linearGradient', attributes, stops),
  radial = (attributes: Record<string, string> = {}, stops = TWO) => gradient('radialGradient', attributes, stops);

/** A box of 200 x 100 at (10, 20), as it is drawn. */
const LOCAL = { x: 10, y: 20, width: 200, height: 100 };
const from = (own: SvgElement, { t = STILL, alpha = 1, parts = [] as SvgElement[] } = {}): Gradient | null => {
  const corners = [0, 1].flatMap((i) =>
      [0, 1].map((j) => apply(t, LOCAL.x + i * LOCAL.width, LOCAL.y + j * LOCAL.height)),
    ),
    [xs, ys] = [corners.map((c) => c[0]), corners.map((c) => c[1])],
    box = {
      x: Math.min(...xs),
      y: Math.min(...ys),
      width: Math.max(...xs) - Math.min(...xs),
      height: Math.max(...ys) - Math.min(...ys),
    };
  return gradientFrom(own, new Map(parts.map((p) => [p.attributes.id, p])), {
    box,
    local: LOCAL,
    t,
    alpha,
    current: '#123456',
  });
};
const colours = (g: Gradient | null) => g?.stops.map((s) => [Number(s.at.toFixed(3)), s.colour]);

describe('where it lies', () => {
  it.each<[string, Record<string, string>, number[]]>([
    ['from left to right, where nothing is said', {}, [0, 0, 1, 0]],
    ['by shares', { x1: '25%', y1: '0.5', x2: '75%', y2: '0.5' }, [0.25, 0.5, 0.75, 0.5]],
    [
      'in units of the drawing',
      { gradientUnits: 'userSpaceOnUse', x1: '10', y1: '20', x2: '10', y2: '120' },
      [0, 0, 0, 1],
    ],
  ])('a linear one %s', (_what, attributes, [x1, y1, x2, y2]) => {
    const g = from(linear(attributes))!;
    expect(g.shape).toBe('linear');
    for (const [is, want] of [
      [g.line!.from.x, x1],
      [g.line!.from.y, y1],
      [g.line!.to.x, x2],
      [g.line!.to.y, y2],
    ])
      expect(is).toBeCloseTo(want, 6);
  });

  it('whatever turns, stretches and skews it: lines of one colour stay where they were', () => {
    const within = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.tuple(within(0, 6.3), within(0.3, 2), within(0.3, 2), within(-1.5, 1.5), fc.boolean()),
        fc.tuple(within(-2, 2), within(-2, 2)),
        ([angle, sx, sy, skew, mirrored], [u, v]) => {
          const [cos, sin] = [Math.cos(angle), Math.sin(angle)],
            turned = compose(
              [cos, sin, -sin, cos, 7, -3],
              compose([1, 0, skew, 1, 0, 0], [sx, 0, 0, mirrored ? -sy : sy, 0, 0]),
            ),
            own = linear({
              gradientUnits: 'userSpaceOnUse',
              x1: '20',
              y1: '30',
              x2: '90',
              y2: '60',
              gradientTransform: `matrix(${turned.join(' ')})`,
            }),
            g = from(own)!;
          // A point at share u of the way, v to its side, is at share u of ours.
          const [x, y] = apply(turned, 20 + 70 * u - 30 * v, 30 + 30 * u + 70 * v),
            p = { x: LOCAL.x + g.line!.from.x * LOCAL.width, y: LOCAL.y + g.line!.from.y * LOCAL.height },
            way = {
              x: (g.line!.to.x - g.line!.from.x) * LOCAL.width,
              y: (g.line!.to.y - g.line!.from.y) * LOCAL.height,
            },
            at = ((x - p.x) * way.x + (y - p.y) * way.y) / (way.x ** 2 + way.y ** 2);
          expect(at).toBeCloseTo(u, 4);
        },
      ),
    );
  });

  it('a round one over a box that is no square is an ellipse, and a circle where it is drawn as one', () => {
    expect(from(radial())).toMatchObject({
      shape: 'elliptical',
      ratio: 0.5,
      line: { from: { x: 0.5, y: 0.5 }, to: { x: 1, y: 0.5 } },
    });
    expect(from(radial(), { t: [1, 0, 0, 2, 0, 0] })).toMatchObject({ shape: 'radial', ratio: 1 });
    expect(from(radial({ gradientUnits: 'userSpaceOnUse', cx: '110', cy: '70', r: '50', fx: '110' }))).toMatchObject({
      shape: 'radial',
      line: { from: { x: 0.5, y: 0.5 }, to: { x: 0.75, y: 0.5 } },
    });
  });
});

describe('what ours cannot show is none', () => {
  it.each<[string, SvgElement]>([
    ['repeated', linear({ spreadMethod: 'repeat' })],
    ['mirrored', radial({ spreadMethod: 'reflect' })],
    ['without stops', linear({}, [])],
    [
      'more than twelve stops',
      linear(
        {},
        Array.from({ length: 13 }, (_, i) => stop(String(i / 12), '#ff0000')),
      ),
    ],
    ['seen from beside its middle', radial({ fx: '0.2' })],
    ['with a hole', radial({ fr: '10%' })],
    ['without extent', radial({ r: '0' })],
    ['from a point to itself', linear({ x1: '1', x2: '1', gradientTransform: 'scale(0)' })],
    ['a skewed circle', radial({ gradientTransform: 'skewX(30)' })],
    ['by shares of the window', linear({ gradientUnits: 'userSpaceOnUse', x2: '50%' })],
    ['very far away', linear({ x1: '0', x2: '4000' })],
  ])('%s', (_what, own) => expect(from(own)).toBeNull());
});

describe('its stops', () => {
  it('never go back, and one is a colour all over', () => {
    const g = from(linear({}, [stop('60%', '#ff0000'), stop('0.2', '#00ff00'), stop('2', '#0000ff')]));
    expect(colours(g)).toEqual([
      [0.6, '#ff0000'],
      [0.6, '#00ff00'],
      [1, '#0000ff'],
    ]);
    expect(colours(from(linear({}, [stop('0.3', '#ff0000')])))).toEqual([
      [0.3, '#ff0000'],
      [1, '#ff0000'],
    ]);
  });
  it('are as opaque as they, and what is filled, say; the colour around them is known', () => {
    const g = from(linear({}, [stop('0', 'currentColor', { 'stop-opacity': '50%' }), stop('1', 'transparent')]), {
      alpha: 0.5,
    });
    expect(colours(g)![0]).toEqual([0, '#12345640']);
    expect(colours(g)!.at(-1)).toEqual([1, '#00000000']);
  });
  it('where colour and opacity change at once, colours mix by themselves', () => {
    const g = from(linear({}, [stop('0', '#ff0000'), stop('1', '#0000ff', { 'stop-opacity': '0' })]));
    expect(colours(g)).toEqual([
      [0, '#ff0000'],
      [0.25, '#bf0040bf'],
      [0.5, '#80008080'],
      [0.75, '#4000bf40'],
      [1, '#0000ff00'],
    ]);
    // Only one of them changes: nothing is needed.
    expect(from(linear({}, [stop('0', '#ff0000'), stop('1', '#ff0000', { 'stop-opacity': '0' })]))!.stops).toHaveLength(
      2,
    );
  });
  it('of many no more are made than there is room', () => {
    const many = Array.from({ length: 11 }, (_, i) =>
      stop(String(i / 10), i % 2 ? '#ff0000' : '#0000ff', { 'stop-opacity': i % 2 ? '1' : '0' }),
    );
    expect(from(linear({}, many))!.stops).toHaveLength(11);
  });
});

describe('taken after others', () => {
  const base = linear({ id: 'base', x1: '0.5', y2: '1', spreadMethod: 'pad' }),
    between = linear({ id: 'between', href: '#base', y1: '0.25' }, []);
  it('its own word counts first, then the nearer', () => {
    const g = from(linear({ href: '#between', x1: '0.125' }, []), { parts: [base, between] })!;
    expect(g.line).toEqual({ from: { x: 0.125, y: 0.25 }, to: { x: expect.any(Number), y: expect.any(Number) } });
    expect(colours(g)).toEqual(colours(from(linear())));
  });
  it('its own stops replace all of theirs', () => {
    const g = from(linear({ href: '#base' }, [stop('0.5', '#ff0000')]), { parts: [base] });
    expect(colours(g)).toEqual([
      [0.5, '#ff0000'],
      [1, '#ff0000'],
    ]);
  });
  it('of each other in a circle they end', () => {
    const a = linear({ id: 'a', href: '#b' }, []),
      b = linear({ id: 'b', href: '#a' }, []);
    expect(from(a, { parts: [a, b] })).toBeNull();
  });
  it('what is not there is nothing', () => expect(from(linear({ href: '#gone' }, []))).toBeNull());
});

it('is laid over the box as it is drawn', () => {
  // Turned by a quarter, left to right is top to bottom.
  const quarter: Transform = [0, 1, -1, 0, 0, 0],
    line = from(linear(), { t: quarter })!.line!;
  expect([line.from.y, line.to.y].map((v) => Number(v.toFixed(6)))).toEqual([0, 1]);
  expect(line.from.x).toBeCloseTo(line.to.x, 6);
});
