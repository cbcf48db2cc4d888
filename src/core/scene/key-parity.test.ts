// What caches go by, held for any layer: where the key says that two layers look alike, they do.
import fc from 'fast-check';
import { makeFade } from '../kinds/fade';
import type { Layer } from '../kinds/layers';
import { makePlate } from '../kinds/plate';
import { makeShape } from '../kinds/shape';
import { makeText } from '../kinds/text';
import { easelFor } from '../testing/pixels';
import { scene } from '../testing/scenes';
import { SHAPE_FORMS } from '../values/plain';
import { layerKey } from './painter';

const { painter, paint } = easelFor();
const SIZE = { width: 120, height: 80 },
  PLACE = { x: 20, y: 15, width: 70, height: 40 };
const colour = fc.constantFrom('#204060', '#ffffff', '#c03020');

const looks: fc.Arbitrary<Layer> = fc.oneof(
  fc
    .record({ c: colour, form: fc.constantFrom(...SHAPE_FORMS.slice(0, 8)), stroke: fc.nat(2), seed: fc.nat(2) })
    .map(({ c, form, stroke, seed }) => {
      const s = makeShape('x', form, c, SIZE);
      return { ...s, box: PLACE, stroke: { ...s.stroke, width: stroke * 3 }, shape: { ...s.shape, seed } };
    }),
  fc.record({ c: colour, r: fc.nat(2) }).map(({ c, r }) => ({
    ...makePlate('x', c, 1, PLACE, 10, []),
    radius: [r * 6, r * 6, r * 6, r * 6] as [number, number, number, number],
  })),
  fc
    .record({
      c: colour,
      shape: fc.constantFrom('linear' as const, 'vignette' as const, 'glow' as const),
      reach: fc.nat(2),
    })
    .map(({ c, shape, reach }) => makeFade('x', c, 1, SIZE, { shape, reach: 0.3 + reach * 0.3 })),
  fc
    .record({
      c: colour,
      text: fc.constantFrom('Halt', 'Lake'),
      size: fc.nat(1),
      under: fc.boolean(),
      spacing: fc.nat(1),
    })
    .map(({ c, text, size, under, spacing }) => ({
      ...makeText('x', text, SIZE, c),
      box: PLACE,
      fontSize: 16 + size * 6,
      underline: under,
      letterSpacing: spacing * 0.1,
    })),
);
const pixels = async (l: Layer): Promise<string> =>
  Buffer.from((await paint(() => [l], SIZE.width, SIZE.height)).data).toString('base64');

it('equal keys, equal pictures; other pictures, other keys', async () => {
  // Fonts first: a key says which have come.
  await painter.prepare(scene(() => [makeText('t', 'Halt Lake', SIZE, '#000000')]).slide);
  await fc.assert(
    fc.asyncProperty(looks, looks, fc.string({ minLength: 1, maxLength: 9 }), async (a, b, name) => {
      const key = (l: Layer): string => layerKey(l, { swatches: [] }, painter.studio);
      // What a layer is called, and whether it is locked, shows nowhere.
      const same = { ...a, name, id: 'other', locked: true, anchors: b.anchors } as Layer;
      expect(key(same)).toBe(key(a));
      expect(await pixels(same)).toBe(await pixels(a));
      if ((await pixels(a)) !== (await pixels(b))) expect(key(a)).not.toBe(key(b));
      if (key(a) === key(b)) expect(await pixels(a)).toBe(await pixels(b));
    }),
    { numRuns: 60 },
  );
});
