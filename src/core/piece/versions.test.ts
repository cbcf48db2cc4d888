// Versions: which are listed, what differs, and layers taken back from one.
import fc from 'fast-check';
import { makeFill } from '../kinds/fill';
import { makeText } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { solid } from '../values/made';
import { scene } from '../testing/scenes';
import { emptySlide } from './make';
import { type Piece, PieceSchema } from './schema';
import { differences, listedVersions, takenFrom } from './versions';

const NOW = Date.UTC(2026, 4, 2, 12, 30);
const at = (minutesAgo: number, more: { kind?: string; name?: string } = {}) => ({
  savedAt: new Date(NOW - minutesAgo * 60_000).toISOString(),
  kind: more.kind ?? 'saved',
  name: more.name ?? null,
  ago: minutesAgo,
});

describe('which versions are listed', () => {
  const listed = (all: ReturnType<typeof at>[]): number[] => listedVersions(all, NOW).map((v) => v.ago);
  it('all of the last hour, the last of each hour of a day, the last of each day before', () => {
    const all = [0, 5, 30, 59, 70, 75, 95, 200, 205, 1500, 1510, 3000, 3060].map((m) => at(m));
    // 12:30 now: 70 and 75 minutes ago are 11:20 and 11:15, 95 is 10:55, 200 and 205 are 9:10 and 9:05.
    expect(listed(all)).toEqual([0, 5, 30, 59, 70, 95, 200, 1500, 3000]);
  });
  it('those with a name and the other sides of conflicts always, and they do not stand for their hour', () => {
    const all = [at(1), at(1500, { name: 'Sent' }), at(1510, { kind: 'refused' }), at(1520), at(1530)];
    expect(listed(all)).toEqual([1, 1500, 1510, 1520]);
  });
  it('the newest is listed however old it is; listing twice lists the same', () => {
    expect(listed([at(100_000), at(100_001)])).toEqual([100_000]);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 90_000 }), { maxLength: 60 }), (ages) => {
        const all = [...ages].sort((a, b) => a - b).map((m) => at(m)),
          once = listedVersions(all, NOW);
        expect(listedVersions(once, NOW)).toEqual(once);
        expect(once.filter((v) => v.ago <= 60)).toEqual(all.filter((v) => v.ago <= 60));
      }),
    );
  });
});

const { piece: then } = scene((z) => [
  makeFill('ground', '#102030', z),
  makeTint('tint', '#000000', 0.4, z),
  { ...makeText('head', 'Slow trains', z), group: 'g' },
  { ...makeText('line', 'From 2 May', z), fill: solid({ swatch: 'amber' }) },
]);
const version: Piece = {
  ...then,
  swatches: [{ id: 'amber', name: 'Amber', colour: '#f2a31b', house: true }],
  slides: [
    { ...then.slides[0], groups: [{ id: 'g', name: 'Words', within: null }] },
    { ...emptySlide('two'), layers: [makeFill('second', '#ffffff', then.sizes[0])] },
  ],
};
const [first] = version.slides;
const without = (...ids: string[]): Piece => ({
  ...version,
  swatches: [],
  slides: [
    {
      ...first,
      groups: [],
      layers: first.layers.filter((l) => !ids.includes(l.id)).map((l) => ({ ...l, group: null })),
    },
  ],
});
const valid = (p: Piece): void => expect(PieceSchema.safeParse(p).error?.issues).toBeUndefined();

it('says what is gone and what is otherwise, from top to bottom', () => {
  const now = without('line', 'tint'),
    changed = {
      ...now,
      slides: [
        { ...now.slides[0], layers: now.slides[0].layers.map((l) => (l.id === 'ground' ? { ...l, opacity: 0.5 } : l)) },
      ],
    };
  expect(differences(changed, version).map((d) => [d.layer, d.kind])).toEqual([
    ['line', 'gone'],
    ['head', 'changed'],
    ['tint', 'gone'],
    ['ground', 'changed'],
    [null, 'gone'],
  ]);
  expect(differences(version, version)).toEqual([]);
});

it('a layer that is gone comes back where it lay, with its group and the colour it is linked to', () => {
  const now = without('line', 'head', 'tint'),
    head = takenFrom(now, version, { slide: first.id, layer: 'head' }),
    all = takenFrom(takenFrom(head, version, { slide: first.id, layer: 'line' }), version, {
      slide: first.id,
      layer: 'tint',
    });
  valid(head);
  expect(head.slides[0].groups).toEqual(first.groups);
  valid(all);
  expect(all.slides[0].layers).toEqual(first.layers);
  // It is no house colour of a campaign that has it no more.
  expect(all.swatches).toEqual([{ id: 'amber', name: 'Amber', colour: '#f2a31b', house: false }]);
});

it('one that is there is put back as it was, in its place', () => {
  const now: Piece = {
      ...version,
      slides: version.slides.map((s, i) => (i ? s : { ...s, layers: s.layers.map((l) => ({ ...l, opacity: 0.2 })) })),
    },
    back = takenFrom(now, version, { slide: first.id, layer: 'tint' });
  expect(back.slides[0].layers.map((l) => l.opacity)).toEqual([0.2, 0.4, 0.2, 0.2]);
});

it('a slide that is gone comes back in its place', () => {
  const now = { ...version, slides: [version.slides[1], emptySlide('new')] },
    back = takenFrom(now, version, { slide: first.id, layer: null });
  valid(back);
  expect(back.slides.map((s) => s.id)).toEqual([first.id, 'two', 'new']);
});

it('what a layer was in sizes that are gone is left out; what is not there changes nothing', () => {
  const old: Piece = {
    ...version,
    slides: version.slides.map((s) => ({
      ...s,
      layers: s.layers.map((l) => ({ ...l, overrides: { story: { opacity: 0.5 } } })),
    })),
  };
  expect(takenFrom(without('tint'), old, { slide: first.id, layer: 'tint' }).slides[0].layers[1].overrides).toEqual({});
  expect(takenFrom(version, version, { slide: 'none', layer: 'tint' })).toBe(version);
  expect(takenFrom(version, version, { slide: first.id, layer: 'none' })).toBe(version);
});
