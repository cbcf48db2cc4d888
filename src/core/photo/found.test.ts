// What the networks' answers say: boxes in fractions of the photo, the surest of what is one thing, nothing that is no
// thing.
import { MOST_SUBJECTS } from '../values/plain';
import { picture } from '../testing/pixels';
import { allFound, FACES_SIDE, faceLook, facesIn, lookOf, THINGS_SIDE, thingsIn } from './found';

const CUP = 41,
  PERSON = 0,
  TABLE = 60,
  BIRD = 14;
/** A detection: a box in pixels of the square, score, kind. */
const seen = (left: number, top: number, right: number, bottom: number, score: number, kind: number): number[] => [
  left,
  top,
  right,
  bottom,
  score,
  kind,
];

it('things are boxes in fractions of the photo, the surest first, by their names', () => {
  const found = thingsIn([...seen(256, 128, 384, 384, 0.5, CUP), ...seen(0, 0, 128, 512, 0.9, PERSON)]);
  expect(found).toEqual([
    { box: { x: 0, y: 0, width: 0.25, height: 1 }, what: 'person', score: 0.9 },
    { box: { x: 0.5, y: 0.25, width: 0.25, height: 0.5 }, what: 'cup', score: 0.5 },
  ]);
});

it('what is unsure, tiny, all of the picture, only ground, or the same once more is left out', () => {
  const found = thingsIn([
    ...seen(100, 100, 200, 200, 0.3, CUP),
    ...seen(300, 300, 308, 308, 0.9, BIRD),
    ...seen(0, 0, 512, 500, 0.9, BIRD),
    ...seen(0, 300, 512, 512, 0.9, TABLE),
    ...seen(200, 200, 300, 300, 0.8, CUP),
    ...seen(205, 203, 304, 299, 0.6, BIRD),
  ]);
  expect(found.map((f) => [f.what, f.score])).toEqual([['cup', 0.8]]);
  // Nonsense is nothing.
  expect(thingsIn([...seen(NaN, 0, 10, 10, 0.9, CUP), ...seen(0, 0, 99, 99, 0.9, 400), 1, 2])).toEqual([]);
});

it('of a crowd the surest are kept', () => {
  const crowd = Array.from({ length: 60 }, (_, i) =>
    seen(
      (i % 10) * 50,
      Math.floor(i / 10) * 80,
      (i % 10) * 50 + 30,
      Math.floor(i / 10) * 80 + 40,
      0.4 + i / 200,
      PERSON,
    ),
  ).flat();
  const found = thingsIn(crowd);
  expect(found).toHaveLength(MOST_SUBJECTS);
  expect(found[0].score).toBeCloseTo(0.4 + 59 / 200, 6);
  expect(allFound(found, found)).toHaveLength(MOST_SUBJECTS);
});

describe('faces', () => {
  const answers = (): { scores: Float32Array[]; places: Float32Array[] } => ({
    scores: [new Float32Array(512).fill(-9), new Float32Array(384).fill(-9)],
    places: [new Float32Array(512 * 16), new Float32Array(384 * 16)],
  });

  it('lie about the middle of their cell, in the photo\u2019s own proportion', () => {
    const { scores, places } = answers();
    // Row 4, column 6 of the fine grid, second answer: its middle is at 6.5 and 4.5 of 16.
    const i = (4 * 16 + 6) * 2 + 1;
    scores[0][i] = 4;
    places[0].set([8, -4, 64, 48], i * 16);
    const [face, ...more] = facesIn(scores, places, 2);
    expect(more).toEqual([]);
    expect(face.what).toBe('face');
    expect(face.score).toBeCloseTo(1 / (1 + Math.exp(-4)), 6);
    const x = 6.5 / 16 + 8 / FACES_SIDE,
      y = 4.5 / 16 - 4 / FACES_SIDE;
    // Twice as wide as high, the photo takes the upper half of the square.
    expect(face.box.x).toBeCloseTo(x - 32 / FACES_SIDE, 6);
    expect(face.box.y).toBeCloseTo((y - 24 / FACES_SIDE) * 2, 6);
    expect(face.box.width).toBeCloseTo(64 / FACES_SIDE, 6);
    expect(face.box.height).toBeCloseTo((48 / FACES_SIDE) * 2, 6);
  });

  it('are told once, by the surest answer', () => {
    const { scores, places } = answers();
    for (const [k, i] of [10, 11, 12].entries()) {
      scores[1][i] = 2 + k;
      places[1].set([0, 0, 60, 60], i * 16);
    }
    expect(facesIn(scores, places, 1)).toHaveLength(2);
    expect(facesIn(answers().scores, places, 1)).toEqual([]);
  });
});

it('a photo is looked at stretched to a square; for faces in its own proportion, the rest black', () => {
  // As well where it is many times as large.
  const large = lookOf(picture(2400, 1200, (x) => (x < 1200 ? [200, 0, 0] : [0, 200, 0])));
  expect([
    large.width,
    large.data[(256 * THINGS_SIDE + 40) * 4],
    large.data[(256 * THINGS_SIDE + 470) * 4 + 1],
  ]).toEqual([THINGS_SIDE, 200, 200]);
  const look = lookOf(picture(300, 100, (x) => (x < 150 ? [200, 0, 0] : [0, 200, 0])));
  expect([look.width, look.height]).toEqual([THINGS_SIDE, THINGS_SIDE]);
  const face = faceLook(look, 3),
    at = (x: number, y: number): number[] => [
      ...face.data.slice((y * FACES_SIDE + x) * 4, (y * FACES_SIDE + x) * 4 + 3),
    ];
  expect(at(20, 40)[0]).toBeGreaterThan(190);
  expect(at(230, 40)[1]).toBeGreaterThan(190);
  expect(at(20, 120)).toEqual([0, 0, 0]);
});
