// What caches go by: whatever changes how a layer looks changes its key, whatever does not leaves it.
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makePlate } from '../kinds/plate';
import { makeShape } from '../kinds/shape';
import type { Piece } from '../piece/schema';
import { easelFor, picture } from '../testing/pixels';
import { flat, headline, scene } from '../testing/scenes';
import { lookKey } from '../values/swatches';
import { layerKey } from './painter';

const { painter, paint } = easelFor();
const size = scene(() => []).size;
const swatches: Piece['swatches'] = [{ id: 's', name: 'S', colour: '#ff0000', house: false }];
const key = (l: Layer, own = swatches): string => layerKey(l, { swatches: own }, painter.studio);

it('place, name, strength and order change nothing', () => {
  const text = headline('Slow', '#ffffff')(size);
  expect(
    key({
      ...text,
      id: 'x',
      name: 'Other',
      opacity: 0.4,
      locked: true,
      blend: 'multiply',
      box: { ...text.box, x: 300, y: 7 },
    }),
  ).toBe(key(text));
});
it.each([
  ['direction', { direction: 'rtl' as const }],
  ['font', { font: { family: 'Lora', weight: 400, italic: false } }],
  ['size', { fontSize: 61 }],
  ['parts', { spans: [{ start: 0, end: 1, look: { case: 'upper' as const } }] }],
  ['rotation', { rotation: 3 }],
])('%s of a text changes it', (_what, more) => {
  const text = headline('Slow', '#ffffff')(size);
  expect(key({ ...text, ...more } as Layer)).not.toBe(key(text));
});
it('a swatch, or a gradient that is linked to, counts by what it is now', () => {
  const plate = makePlate('p', { swatch: 's' }, 1, { x: 0, y: 0, width: 60, height: 30 }, 20, []);
  expect(key(plate, [{ ...swatches[0], colour: '#00ff0080' }])).not.toBe(key(plate));
  expect(key(plate, [{ ...swatches[0], name: 'Renamed' }])).toBe(key(plate));
  expect(lookKey({ gradientSwatch: 's' }, { swatches })).not.toBe(
    lookKey({ gradientSwatch: 's' }, { swatches: [{ ...swatches[0], gradient: { shape: 'linear' } as never }] }),
  );
});
it('a font that came later makes another key', async () => {
  const text = headline('Slow', '#ffffff', 0, 0, { font: { family: 'Bitter', weight: 800, italic: false } })(size),
    before = key(text);
  await painter.studio.fonts.ensure(text.font, text.text);
  expect(key(text)).not.toBe(before);
});

it('the shadow of a text follows its direction and its font', async () => {
  const shadow = { kind: 'drop' as const, on: true, x: 0, y: 30, blur: 0, spread: 0, colour: '#ff0000', opacity: 1 };
  const lefts = async (more: object): Promise<number> => {
    const shot = await paint(
      (z) => [
        flat('g', '#ffffff')(z),
        headline('Slow', '#000000', 10, 0, {
          shadows: [shadow],
          box: { x: 10, y: 0, width: 260, height: 66 },
          frame: 'frame',
          align: 'start',
          fontSize: 30,
          ...more,
        })(z),
      ],
      300,
      100,
    );
    for (let x = 0; x < 300; x++)
      for (let y = 0; y < 100; y++) if (shot.at(x, y)[0] > 200 && shot.at(x, y)[1] < 60) return x;
    return -1;
  };
  const left = await lefts({ direction: 'ltr' }),
    right = await lefts({ direction: 'rtl' });
  expect(left).toBeLessThan(40);
  expect(right).toBeGreaterThan(150);
});

it('a drawing of overlapping marks at half strength does not show the overlap', async () => {
  const photo = makePhoto('d', 'a'.repeat(64), 'drawing', size),
    mark = (x: number) => ({
      d: `M${x} 0L${x + 30} 0L${x + 30} 50L${x} 50Z`,
      fill: '#000000',
      evenOdd: false,
      stroke: null,
      width: 0,
      cap: 'butt' as const,
      join: 'miter' as const,
      opacity: 1,
    });
  const { nodeStudio, diskFonts } = await import('../../server/node-studio');
  const { Painter } = await import('./painter');
  const at = async (marks: object[], opacity: number): Promise<number[]> => {
    const own = new Painter(
        nodeStudio(new Map(), diskFonts(), new Map([['a'.repeat(64), { width: 100, height: 50, marks } as never]])),
      ),
      s = scene(
        (z) => [flat('g', '#ffffff')(z), { ...photo, opacity, box: { x: 0, y: 0, width: 100, height: 50 } }],
        100,
        50,
      );
    const surface = own.studio.surface(100, 50);
    own.paint(surface, s.piece, s.slide, s.size, { scale: 1, x: 0, y: 0 });
    return [10, 25, 45].map((x) => surface.read(x, 25, 1, 1)[0]);
  };
  for (const shown of [await at([mark(0), mark(20)], 0.5), await at([{ marks: [mark(0), mark(20)], opacity: 0.5 }], 1)])
    for (const v of shown) expect(Math.abs(v - 128)).toBeLessThanOrEqual(3);
  expect(
    (
      await at(
        [
          { ...mark(0), opacity: 0.5 },
          { ...mark(20), opacity: 0.5 },
        ],
        1,
      )
    )[1],
  ).toBeLessThan(70);
});

it('a draft is blurred as much as the exact picture', async () => {
  const asset = 'b'.repeat(64),
    pictures = new Map([[asset, picture(800, 400, (x) => (x < 400 ? [0, 0, 0] : [255, 255, 255]))]]),
    own = easelFor(pictures).painter;
  const spread = (quality: 'draft' | 'exact'): number => {
    const s = scene(
      (z) => [
        {
          ...makePhoto('p', asset, 'p', z),
          tone: { ...makePhoto('p', asset, 'p', z).tone, blur: { on: true, radius: 12 } },
        },
      ],
      200,
      100,
    );
    const surface = own.studio.surface(200, 100);
    own.paint(surface, s.piece, s.slide, s.size, { scale: 1, x: 0, y: 0 }, { quality });
    const row = surface.read(0, 50, 200, 1);
    let n = 0;
    for (let x = 0; x < 200; x++) if (row[x * 4] > 20 && row[x * 4] < 235) n++;
    return n;
  };
  const draft = spread('draft'),
    exact = spread('exact');
  expect(exact).toBeGreaterThan(25);
  expect(Math.abs(draft / exact - 1)).toBeLessThan(0.2);
});
it('shapes are told apart by their form', () => {
  const shape = makeShape('s', 'star', '#ff0000', size);
  expect(key({ ...shape, shape: { ...shape.shape, points: shape.shape.points + 1 } })).not.toBe(key(shape));
});
