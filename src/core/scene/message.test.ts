// Shadows, shapes, masks, drawings and texts with several parts, pixel by pixel.
import { cleanSvg } from '../format/svg/clean';
import { outlines } from '../format/svg/outlines';
import type { Layer } from '../kinds/layers';
import { makePhoto, makePicture } from '../kinds/photo';
import type { ShapeLayer } from '../kinds/shape';
import { makeShape } from '../kinds/shape';
import type { TextLayer } from '../kinds/text';
import { makeText } from '../kinds/text';
import { blobKnots, shapeReach, starPoints, traceShape } from '../paint/shape-path';
import { spreadMask } from '../paint/spread';
import type { Size } from '../piece/schema';
import { CoverageRaster } from '../reading/coverage';
import { easelFor, picture } from '../testing/pixels';
import { flat, scene } from '../testing/scenes';
import { makeBacking, solid } from '../values/made';
import { PLAIN_SHAPE } from '../values/plain';
import type { Shadow, Shape } from '../values/shape';

const ASSET = 'd'.repeat(64);
const { paint, painter } = easelFor(
  new Map([[ASSET, picture(40, 40, (x) => (x < 20 ? [200, 30, 30] : [30, 30, 200]))]]),
);
const shadow = (more: Partial<Shadow>): Shadow => ({
  kind: 'drop',
  on: true,
  x: 0,
  y: 0,
  blur: 0,
  spread: 0,
  colour: '#000000',
  opacity: 1,
  ...more,
});
const white = (z: Size): Layer => flat('w', '#ffffff')(z);
const shape = (form: Shape['form'], z: Size, more: Partial<ShapeLayer> = {}, own: Partial<Shape> = {}): ShapeLayer => {
  const s = makeShape('s', form, '#ff0000', z);
  return { ...s, box: { x: 20, y: 10, width: 40, height: 20 }, ...more, shape: { ...s.shape, ...own } };
};
/** Area of a shape's outline in square pixels. */
function areaOf(own: Partial<Shape>, box = { width: 100, height: 100 }): number {
  const r = new CoverageRaster();
  traceShape(r, { ...PLAIN_SHAPE, ...own } as Shape, box, [1, 0, 0, 1, 0, 0]);
  r.closePath();
  return Math.abs(r.area);
}

describe('shapes', () => {
  it.each([
    ['rectangle', { form: 'rectangle' }, 10_000],
    ['rounded', { form: 'rectangle', radius: [20, 20, 20, 20] }, 10_000 - (4 - Math.PI) * 400],
    ['ellipse', { form: 'ellipse' }, Math.PI * 2500],
    ['square as a polygon, standing on its tip', { form: 'polygon', points: 4 }, 5000],
    ['arrow', { form: 'arrow', shaft: 0.4, head: 0.5 }, 50 * 40 + (50 * 100) / 2],
  ] as [string, Partial<Shape>, number][])('%s has the area it must have', (_n, own, area) =>
    expect(Math.abs(areaOf(own) - area)).toBeLessThan(area * 0.005),
  );

  it('fill their box: stars, polygons and blobs touch all four sides', () => {
    for (const points of [starPoints({ width: 80, height: 50 }, 5, 0.4), starPoints({ width: 80, height: 50 }, 3, 1)]) {
      const xs = points.map((p) => p[0]),
        ys = points.map((p) => p[1]);
      expect(
        [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)].map((v) => Math.round(v * 1e6) / 1e6),
      ).toEqual([0, 80, 0, 50]);
    }
    for (let seed = 1; seed < 30; seed++) {
      const r = new CoverageRaster();
      traceShape(
        r,
        { ...PLAIN_SHAPE, form: 'blob', seed, roughness: 1 },
        { width: 90, height: 60 },
        [1, 0, 0, 1, 0, 0],
      );
      r.closePath();
      expect([r.minX, r.maxX, r.minY, r.maxY].every((v, i) => Math.abs(v - [0, 90, 0, 60][i]) < 1)).toBe(true);
    }
  });
  it('a blob is the same for the same seed, another for another, and rounder with less roughness', () => {
    const box = { width: 100, height: 100 },
      at = (seed: number) => blobKnots(box, { seed, bulges: 6, roughness: 0.5 });
    expect(at(3)).toEqual(at(3));
    expect(at(3)).not.toEqual(at(4));
    const off = (roughness: number): number => Math.abs(areaOf({ form: 'blob', seed: 5, roughness }) - Math.PI * 2500);
    expect(off(0.02)).toBeLessThan(off(0.9));
  });
  it('a rounded star loses its tips, and its corners never run past each other', () => {
    expect(areaOf({ form: 'star', points: 5, radius: [6, 0, 0, 0] })).not.toBeCloseTo(
      areaOf({ form: 'star', points: 5 }),
      0,
    );
    expect(areaOf({ form: 'polygon', points: 6, radius: [1e4, 0, 0, 0] })).toBeGreaterThan(5000);
  });
  it('a speech box grows a tail to the side its tip lies on', () => {
    const without = areaOf({ form: 'speech', tail: { x: 0.5, y: 0.5, width: 0.2 } });
    expect(without).toBeCloseTo(10_000, 0);
    for (const [x, y] of [
      [0.5, 1.4],
      [-0.4, 0.5],
      [1.4, 0.5],
      [0.5, -0.4],
    ])
      expect(areaOf({ form: 'speech', tail: { x, y, width: 0.2 } })).toBeCloseTo(10_000 + (20 * 40) / 2, 0);
  });
  it('a path from a drawing is stretched to the box', () => {
    expect(areaOf({ form: 'path', path: { d: 'M0 0L4 0L4 2L0 2Z', width: 4, height: 2 } })).toBeCloseTo(10_000, 3);
  });
  it('strokes lie inside, on, or outside the edge', async () => {
    for (const [place, inside, outside] of [
      ['inside', true, false],
      ['centred', true, true],
      ['outside', false, true],
    ] as const) {
      const s = await paint((z) => [
        white(z),
        shape('rectangle', z, { stroke: { width: place === 'centred' ? 8 : 4, colour: '#0000ff', place, dash: [] } }),
      ]);
      expect(s.at(40, 12)[2] > 200).toBe(inside);
      expect(s.at(40, 8)[0] < 50).toBe(outside);
      expect(s.at(40, 20)).toEqual([255, 0, 0, 255]);
    }
  });
  it('half transparent, a stroke does not show the fill beneath it', async () => {
    const s = await paint((z) => [
      white(z),
      shape('rectangle', z, { opacity: 0.5, stroke: { width: 4, colour: '#0000ff', place: 'inside', dash: [] } }),
    ]);
    expect(s.at(40, 12).map((v, i) => Math.abs(v - [127, 127, 255, 255][i]) <= 1)).toEqual([true, true, true, true]);
  });
  it('a line has ends, and reaches as far as it says', async () => {
    const s = await paint((z) => [
      white(z),
      shape(
        'line',
        z,
        { stroke: { width: 4, colour: '#0000ff', place: 'centred', dash: [] } },
        { ends: { start: 'none', end: 'arrow' } },
      ),
    ]);
    expect(s.at(30, 20)).toEqual([0, 0, 255, 255]);
    expect(s.at(47, 15)[0]).toBeLessThan(120);
    expect(s.at(30, 15)[0]).toBe(255);
    expect(
      shapeReach({ ...PLAIN_SHAPE, form: 'line' }, { width: 40, height: 20 }, { width: 4, place: 'centred' }),
    ).toBeGreaterThan(8);
  });
});

describe('shadows', () => {
  it('lie under what throws them, moved by their way, in their colour and opacity', async () => {
    const s = await paint((z) => [
      white(z),
      shape('rectangle', z, { shadows: [shadow({ x: 10, y: 6, opacity: 0.5, colour: '#00ff00' })] }),
    ]);
    expect(s.at(65, 33).map((v, i) => Math.abs(v - [127, 255, 127, 255][i]) <= 1)).toEqual([true, true, true, true]);
    expect(s.at(30, 20)).toEqual([255, 0, 0, 255]);
    expect(s.at(80, 20)).toEqual([255, 255, 255, 255]);
  });
  it('blurred, an edge is half there where it was, and fades evenly to both sides', async () => {
    const s = await paint(
      (z) => [
        white(z),
        shape('rectangle', z, {
          box: { x: 0, y: 0, width: 50, height: 50 },
          fill: { ...solid('#ff0000'), kind: 'none' },
          stroke: { width: 0, colour: '#000000', place: 'inside', dash: [] },
          shadows: [],
        }),
        {
          ...shape('rectangle', z, { shadows: [shadow({ x: 200, blur: 12 })] }),
          box: { x: -200, y: -100, width: 50, height: 250 },
        },
      ],
      100,
      50,
    );
    const dark = (x: number): number => 255 - s.at(x, 25)[0];
    expect(Math.abs(dark(49) + dark(50) - 255)).toBeLessThan(6);
    for (let k = 1; k < 14; k++) expect(Math.abs(dark(49 - k) + dark(50 + k) - 255)).toBeLessThan(8);
    // Twice the standard deviation: 84 % of it is inside one deviation of 6 pixels.
    expect(dark(43) / 255).toBeCloseTo(0.85, 1);
  });
  it('spread grows and shrinks the outline by its pixels, round at corners', () => {
    const w = 40,
      h = 40,
      mask = new Float32Array(w * h);
    for (let y = 15; y < 25; y++) for (let x = 15; x < 25; x++) mask[y * w + x] = 1;
    const sum = (m: Float32Array): number => m.reduce((a, b) => a + b, 0);
    expect(sum(spreadMask(mask, w, h, 5))).toBeGreaterThan(100 + 4 * 50 + Math.PI * 25 - 12);
    expect(sum(spreadMask(mask, w, h, 5))).toBeLessThan(100 + 4 * 50 + Math.PI * 25 + 12);
    expect(sum(spreadMask(mask, w, h, -2))).toBe(36);
    expect(spreadMask(mask, w, h, 0)).toBe(mask);
  });
  it('follow the outline of a transparent picture, and several lie on each other', async () => {
    const id = 'e'.repeat(64),
      ring = easelFor(
        new Map([[id, picture(40, 40, (x, y) => [0, 0, 255, Math.hypot(x - 20, y - 20) < 15 ? 255 : 0])]]),
      );
    const s = await ring.paint((z) => [
      white(z),
      {
        ...makePhoto('p', id, 'Round', z),
        box: { x: 10, y: 5, width: 40, height: 40 },
        band: 'message',
        shadows: [shadow({ x: 40, colour: '#ff0000' }), shadow({ x: 40, y: 4, colour: '#00ff00' })],
      } as Layer,
    ]);
    expect(s.at(70, 25)).toEqual([255, 0, 0, 255]);
    expect(s.at(70, 42)[1]).toBe(255);
    expect(s.at(70, 42)[0]).toBeLessThan(60);
    // In the corner of the picture's box there is no shadow.
    expect(s.at(52, 7)).toEqual([255, 255, 255, 255]);
  });
  it('a contact shadow lies flat under the foot', async () => {
    const s = await paint((z) => [
      white(z),
      shape('ellipse', z, {
        box: { x: 30, y: 5, width: 40, height: 30 },
        shadows: [shadow({ kind: 'contact', blur: 2, opacity: 1 })],
      }),
    ]);
    expect(s.at(50, 36)[0]).toBeLessThan(200);
    expect(s.at(50, 45)[0]).toBe(255);
    expect(s.at(33, 36)[0]).toBeGreaterThan(s.at(50, 36)[0]);
  });
  it('of a text fall from its letters, not from its backing, and lie between the two', async () => {
    const text = (z: Size): TextLayer => ({
      ...makeText('t', 'II', z, '#ffffff'),
      fontSize: 40,
      frame: 'line',
      box: { x: 20, y: 4, width: 60, height: 44 },
      backing: { ...makeBacking('#0000ff'), padX: 0.5, padY: 0.3, radius: 0 },
      shadows: [shadow({ x: 5, colour: '#000000' })],
    });
    const s = await paint((z) => [white(z), text(z)]);
    const row = Array.from({ length: 100 }, (_, x) => s.at(x, 24).join());
    expect(row).toContain('0,0,0,255');
    expect(row).toContain('255,255,255,255');
    expect(row.filter((c) => c === '0,0,255,255').length).toBeGreaterThan(10);
    // Beyond the backing there is none.
    expect(row[95]).toBe('255,255,255,255');
  });
  it('of a backing fall from its box, beneath it, as strongly as it is itself', async () => {
    const boxed =
      (opacity: number) =>
      (z: Size): TextLayer => ({
        ...makeText('t', 'II', z, '#0000ff'),
        fontSize: 20,
        frame: 'line',
        box: { x: 30, y: 14, width: 40, height: 22 },
        backing: { ...makeBacking('#0000ff'), opacity, radius: 0, shadows: [shadow({ x: 10, colour: '#000000' })] },
      });
    const row = async (opacity: number): Promise<number[][]> => {
      const s = await paint((z) => [white(z), boxed(opacity)(z)]);
      return Array.from({ length: 100 }, (_, x) => s.at(x, 24));
    };
    const solidly = await row(1),
      blue = solidly.findLastIndex((c) => c.join() === '0,0,255,255');
    // Ten pixels of shadow beyond its right edge, none at its left.
    expect(solidly[blue + 5]).toEqual([0, 0, 0, 255]);
    expect(solidly[blue + 14]).toEqual([255, 255, 255, 255]);
    expect(solidly[solidly.findIndex((c) => c.join() === '0,0,255,255') - 3]).toEqual([255, 255, 255, 255]);
    expect((await row(0.5))[blue + 5][0]).toBeCloseTo(128, -1);
  });
});

describe('pictures', () => {
  it('are cut by a mask of any shape, and stay where they were within it', async () => {
    const s = await paint((z) => [
      white(z),
      {
        ...makePhoto('p', ASSET, 'Halves', z),
        box: { x: 30, y: 5, width: 40, height: 40 },
        mask: { ...PLAIN_SHAPE, form: 'ellipse' },
      } as Layer,
    ]);
    expect(s.at(31, 6)).toEqual([255, 255, 255, 255]);
    expect(s.at(40, 25)).toEqual([200, 30, 30, 255]);
    expect(s.at(60, 25)).toEqual([30, 30, 200, 255]);
  });
  it('a drawing is painted from its outlines, sharp at any size, and in one colour', async () => {
    const drawing = outlines(
      cleanSvg(
        '<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10"><rect width="5" height="10" fill="#00ff00"/><circle cx="7.5" cy="5" r="2" fill="red"/></svg>',
      ),
    )!;
    const studio = { ...painter.studio, drawing: () => drawing };
    const { Painter } = await import('./painter');
    const own = new Painter(studio),
      s = scene(
        (z) => [
          white(z),
          { ...makePicture('p', 'f'.repeat(64), 'Logo', z, drawing), box: { x: 0, y: 0, width: 1000, height: 1000 } },
        ],
        1000,
        1000,
      );
    const at = (layers: Layer[], x: number, y: number): number[] => {
      const surface = own.studio.surface(1000, 1000);
      own.paint(surface, s.piece, { ...s.slide, layers }, s.size, { scale: 1, x: 0, y: 0 });
      return [...surface.read(x, y, 1, 1)];
    };
    expect(at(s.slide.layers, 499, 500)).toEqual([0, 255, 0, 255]);
    expect(at(s.slide.layers, 500, 20)).toEqual([255, 255, 255, 255]);
    expect(at(s.slide.layers, 750, 500)).toEqual([255, 0, 0, 255]);
    expect(
      at(
        s.slide.layers.map((l) => (l.kind === 'photo' ? { ...l, oneColour: '#123456' } : l)),
        750,
        500,
      ),
    ).toEqual([0x12, 0x34, 0x56, 255]);
  });
  it('in one colour keep their alpha', async () => {
    const s = await paint((z) => [white(z), { ...makePhoto('p', ASSET, 'Halves', z), oneColour: '#00ff00' } as Layer]);
    expect(s.at(10, 10)).toEqual([0, 255, 0, 255]);
  });
});

describe('texts', () => {
  const text = (z: Size, more: Partial<TextLayer>): TextLayer => ({
    ...makeText('t', 'IIII', z, '#ff0000'),
    fontSize: 40,
    frame: 'line',
    box: { x: 10, y: 4, width: 60, height: 44 },
    ...more,
  });
  it('one word of another colour, each with its own ink', async () => {
    const s = await paint((z) => [
      white(z),
      text(z, { spans: [{ start: 2, end: 4, look: { fill: solid('#0000ff') } }] }),
    ]);
    const row = Array.from({ length: 100 }, (_, x) => s.at(x, 24).join());
    expect(row.indexOf('255,0,0,255')).toBeGreaterThan(0);
    expect(row.indexOf('0,0,255,255')).toBeGreaterThan(row.lastIndexOf('255,0,0,255'));
  });
  it('a frame’s look lies under the text and takes its padding', async () => {
    const s = await paint((z) => [
      white(z),
      text(z, {
        padding: { top: 2, right: 8, bottom: 2, left: 8 },
        panel: {
          fill: solid('#00ff00'),
          opacity: 1,
          stroke: { width: 2, colour: '#000000', place: 'inside', dash: [] },
          radius: [0, 0, 0, 0],
          shadows: [],
        },
      }),
    ]);
    expect(s.at(11, 20)).toEqual([0, 0, 0, 255]);
    expect(s.at(15, 20)).toEqual([0, 255, 0, 255]);
  });
  it('an outline outside leaves the letters as they are, one inside covers their rim', async () => {
    const rim = async (place: 'inside' | 'outside'): Promise<string[]> => {
      const s = await paint((z) => [white(z), text(z, { outline: { width: 2, colour: '#0000ff', place, dash: [] } })]);
      return Array.from({ length: 100 }, (_, x) => s.at(x, 24).join());
    };
    const count = (row: string[], c: string): number => row.filter((v) => v === c).length;
    const inside = await rim('inside'),
      outside = await rim('outside');
    expect(count(outside, '255,0,0,255')).toBeGreaterThan(count(inside, '255,0,0,255'));
    expect(count(outside, '0,0,255,255')).toBeGreaterThan(0);
  });
});
