// The cost of a treatment agrees with the eye: on pairs of pictures that were judged, also on photographs that it was
// not fitted to.
import type { Layer } from '../kinds/layers';
import { JUDGED, type JudgedWay } from '../testing/judged';
import { costOf, WEIGHTS, type Weights } from './cost';
import { costOfWay } from './way';

interface Pair {
  photo: string;
  better: JudgedWay;
  worse: JudgedWay;
}
const PAIRS: Pair[] = JUDGED.flatMap(({ photo, tiers }) =>
  tiers.flatMap((tier, i) =>
    tiers.slice(i + 1).flatMap((after) => tier.flatMap((better) => after.map((worse) => ({ photo, better, worse })))),
  ),
);
const cost = ({ kind, kept, marks, edge }: JudgedWay, weights?: Weights): number =>
  costOf(
    {
      kept: { kept, marks, edge },
      strength: null,
      falling: kind === 'fade',
      forms: kind === 'plate' || kind === 'backing' ? 1 : 0,
      price: 0,
    },
    weights,
  );
const right = (pairs: readonly Pair[], weights?: Weights): number =>
  pairs.filter((p) => cost(p.better, weights) < cost(p.worse, weights)).length / pairs.length;

/** The weights of a coarse grid that order most of some pairs rightly. */
function fitted(pairs: readonly Pair[]): Weights {
  let best = WEIGHTS,
    most = -1;
  for (const falling of [0.2, 0.4, 1])
    for (const fallen of [0, 0.01, 0.02])
      for (const mark of [2, 4, 8])
        for (const edge of [0, 0.4, 0.8, 1.6])
          for (const form of [0, 3, 6]) {
            const weights = { falling, fallen, mark, edge, form },
              share = right(pairs, weights);
            if (share > most) [most, best] = [share, weights];
          }
  return best;
}

it('there are many, on many photographs', () => {
  expect(PAIRS.length).toBeGreaterThan(200);
  expect(new Set(PAIRS.map((p) => p.photo)).size).toBeGreaterThanOrEqual(9);
});

it('nearly all are ordered as the eye orders them', () => {
  expect(right(PAIRS)).toBeGreaterThan(0.95);
});

it('so are those of each photograph that is left out of the fit', () => {
  const photos = [...new Set(PAIRS.map((p) => p.photo))];
  let sum = 0;
  for (const photo of photos) {
    const own = PAIRS.filter((p) => p.photo === photo);
    sum += right(own, fitted(PAIRS.filter((p) => p.photo !== photo))) * own.length;
  }
  expect(sum / PAIRS.length).toBeGreaterThan(0.87);
});

it('the cheapest is among the best judged on more than 85 of 100', () => {
  const first = JUDGED.filter(({ tiers }) => {
    const [cheapest] = tiers.flat().sort((a, b) => cost(a) - cost(b));
    return tiers[0].includes(cheapest);
  });
  expect(first.length / JUDGED.length).toBeGreaterThan(0.85);
});

it('each part of the cost is needed: without it fewer are right', () => {
  for (const [part, without] of [
    ['falling', 1],
    ['mark', 0],
    ['edge', 0],
    ['form', 0],
  ] as const)
    expect([part, right(PAIRS, { ...WEIGHTS, [part]: without }) < right(PAIRS)]).toEqual([part, true]);
});

it('a way costs what its kind says', () => {
  const kept = { kept: 80, marks: 1, edge: 2 };
  const of = (kind: JudgedWay['kind']): number => costOfWay({ kinds: [kind], kept, strength: 40, price: 1 });
  for (const kind of ['fade', 'plate', 'pool'] as const) expect(of(kind)).toBeCloseTo(cost({ kind, ...kept }) + 1, 9);
  // The backings of two texts are two forms.
  const two = { id: '', set: { backing: null } as Partial<Layer> };
  expect(
    costOfWay({ kinds: ['backing'], kept, strength: 40, price: 1, change: [two, two] }) - of('backing'),
  ).toBeCloseTo(WEIGHTS.form, 9);
  // Without a photo less of it is better.
  expect(costOfWay({ kinds: ['tint'], kept: null, strength: 40, price: 0 })).toBe(20);
});
