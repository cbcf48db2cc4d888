// Sizes of a piece: added, renamed, taken away, made the base; what each looked like stays.
import fc from 'fast-check';
import { makeFill } from '../kinds/fill';
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makeText } from '../kinds/text';
import { furtherSize as size, scene } from '../testing/scenes';
import { layersIn } from './resolve';
import type { Piece, Size } from './schema';
import { PieceSchema } from './schema';
import { addSize, makeBase, MOST_SIZES, ownIn, removeSize, renameSize, withLayout } from './sizes';

const begin = (): Piece =>
  scene(
    (z) => [
      { ...makeFill('ground', '#204030', z) },
      { ...makePhoto('photo', '1'.repeat(64), 'P', z), focus: { x: 0.3, y: 0.6 } },
      { ...makeText('head', 'Slow trains', z), box: { x: 80, y: 90, width: 700, height: 130 }, fontSize: 100 },
      {
        ...makeText('line', 'Long views', z),
        box: { x: 80, y: 820, width: 500, height: 60 },
        anchors: { horizontal: 'right', vertical: 'bottom' },
      },
    ],
    1000,
    1000,
  ).piece;
/** Places and type sizes of all layers in a size. */
const looks = (p: Piece, z: Size): number[] =>
  layersIn(p, p.slides[0], z).flatMap((l) => [
    ...Object.values(l.box),
    'fontSize' in l ? l.fontSize : 0,
    ...('focus' in l ? Object.values(l.focus) : []),
  ]);
const expectSame = (a: readonly number[], b: readonly number[]): void => {
  expect(a).toHaveLength(b.length);
  a.forEach((v, i) => expect(Math.abs(v - b[i])).toBeLessThan(0.05));
};

it('a size is added with its own layout, and taken away with it', () => {
  const p = begin(),
    wide = size('wide', 1600, 400),
    more = addSize(p, wide, {
      [p.slides[0].id]: { head: { box: { x: 10, y: 20, width: 300, height: 50 }, fontSize: 40 } },
    });
  expect(PieceSchema.safeParse(more).success).toBe(true);
  expect(ownIn(more, p.slides[0].id, 'wide')).toEqual(['head']);
  expect(layersIn(more, more.slides[0], wide)[2]).toMatchObject({ box: { x: 10, y: 20 }, fontSize: 40 });
  expect(removeSize(more, 'wide')).toEqual(p);
  expect(withLayout(more, 'wide', {}).slides).toEqual(p.slides);
  expect(() => addSize(more, wide, {})).toThrow(/already/);
});

it('one size always stays, names are never empty, and there are no more than may be', () => {
  const p = begin();
  expect(removeSize(p, p.sizes[0].id)).toBe(p);
  expect(renameSize(p, p.sizes[0].id, '  ')).toBe(p);
  expect(renameSize(p, p.sizes[0].id, ' Square ').sizes[0].name).toBe('Square');
  const full = Array.from({ length: MOST_SIZES - 1 }, (_, i) => size(`s${i}`, 100 + i, 100)).reduce(
    (q, z) => addSize(q, z, {}),
    p,
  );
  expect(() => addSize(full, size('one', 50, 50), {})).toThrow(RangeError);
});

it('another base leaves every size as it looked', () => {
  const side = fc.integer({ min: 200, max: 2000 });
  fc.assert(
    fc.property(side, side, side, side, fc.boolean(), (w1, h1, w2, h2, own) => {
      const p = begin(),
        [was] = p.sizes,
        a = size('a', w1, h1),
        b = size('b', w2, h2),
        layout = own
          ? { [p.slides[0].id]: { line: { box: { x: 5, y: 6, width: 120, height: 30 }, fontSize: 18 } } }
          : {},
        all = addSize(addSize(p, a, layout), b, {}),
        turned = makeBase(all, 'a');
      expect(turned.sizes.map((s) => s.id)).toEqual(['a', was.id, 'b']);
      expect(PieceSchema.safeParse(turned).success).toBe(true);
      for (const z of [was, a, b]) expectSame(looks(turned, z), looks(all, z));
      // The base has nothing of its own: it is what the others follow.
      expect(ownIn(turned, p.slides[0].id, 'a')).toEqual([]);
      const without = removeSize(all, was.id);
      expect(without.sizes.map((s) => s.id)).toEqual(['a', 'b']);
      for (const z of [a, b]) expectSame(looks(without, z), looks(all, z));
    }),
    { numRuns: 40 },
  );
});

it('layers that differ nowhere keep no overrides', () => {
  const p = addSize(begin(), size('half', 500, 500), {}),
    back = makeBase(makeBase(p, 'half'), p.sizes[0].id);
  expect(back.slides[0].layers.map((l: Layer) => l.overrides)).toEqual([{}, {}, {}, {}]);
});
