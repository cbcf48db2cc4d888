// Joins of slides: known steps, and offers that make them smooth.
import { makeFill } from '../kinds/fill';
import { makePhoto } from '../kinds/photo';
import { makeText } from '../kinds/text';
import { emptySlide } from '../piece/make';
import { slidesOf } from '../piece/resolve';
import { type Piece, PieceSchema } from '../piece/schema';
import { JOIN_OFFERS, joinOffers } from '../remedy/join-offers';
import { easelFor, picture } from '../testing/pixels';
import { ids, scene } from '../testing/scenes';
import { areClear } from './verdict';
import { type Edge, joinOf, joinsOf } from './join';
import { readSlide } from './read';

const NOISY = 'a'.repeat(64);
const noisy = picture(300, 300, (x, y) => [(x * 97 + y * 31) & 127, (x * y) & 127, (x ^ (y * 3)) & 127]);
const { painter } = easelFor(new Map([[NOISY, noisy]]));

type Row = (y: number) => readonly [number, number, number];
const column = (n: number, at: Row): Uint8ClampedArray =>
  Uint8ClampedArray.from({ length: n * 4 }, (_, i) => [...at(i >> 2), 255][i & 3]);
const edge = (n: number, at: Row, beside = at): Edge => ({ outer: column(n, at), inner: column(n, beside) });

it('the step between two edges: none, one of lightness alone, and one in a few rows that nobody sees', () => {
  const grey = edge(100, () => [128, 128, 128]);
  expect(joinOf(grey, grey)).toEqual({ step: 0, share: 0, smooth: true });
  const white = joinOf(
    edge(100, () => [255, 255, 255]),
    edge(100, () => [0, 0, 0]),
  );
  // Black is 0 and white is 1 in OKLab.
  expect(white.step).toBeCloseTo(1, 3);
  expect(white).toMatchObject({ share: 1, smooth: false });
  const few = joinOf(
    grey,
    edge(100, (y) => (y < 5 ? [255, 0, 0] : [128, 128, 128])),
  );
  expect(few.smooth).toBe(true);
  // Three rows are looked at together: the sixth takes part.
  expect(few.share).toBeCloseTo(0.06, 5);
  // In detail that differs as much everywhere there is no seam; on plain ground the same step is one.
  const a: Row = (y) => [100 + (y % 7) * 4, 100, 100],
    b: Row = (y) => [100 + ((y + 3) % 7) * 9, 120, 100];
  expect(joinOf(edge(100, a), edge(100, b)).smooth).toBe(false);
  expect(joinOf(edge(100, a, b), edge(100, b, a)).smooth).toBe(true);
  expect(joinOf(edge(100, a, b), edge(100, b)).smooth).toBe(false);
  // What is one step apart of 255 is not seen.
  expect(
    joinOf(
      grey,
      edge(100, () => [131, 131, 131]),
    ).smooth,
  ).toBe(true);
});

const load = async (): Promise<void> => {};
function three(): Piece {
  const { piece } = scene((z) => [makeFill('g', '#204050', z), makeText('t', 'Slow', z, '#ffffff')], 300, 300),
    [size] = piece.sizes;
  return {
    ...piece,
    slides: [
      piece.slides[0],
      { ...emptySlide('b'), layers: [makeFill('g', '#e8e0d0', size), makeText('t', 'Long', size, '#101010')] },
      { ...emptySlide('c'), layers: [makePhoto('p', NOISY, 'Noisy', size)] },
    ],
  };
}

it('every join of a piece is measured, and offers make it smooth and leave every text as readable as it was', async () => {
  const piece = three(),
    [size] = piece.sizes;
  for (const s of piece.slides) await painter.prepare(s);
  expect((await joinsOf(painter, piece, size, load)).map((j) => j.smooth)).toEqual([false, false]);
  for (const at of [0, 1]) {
    const offers = joinOffers(painter, piece, at, size, ids('new'));
    expect(offers.length).toBeGreaterThan(1);
    for (const { slides, join } of offers) {
      expect(join.smooth).toBe(true);
      const taken = { ...piece, slides: piece.slides.toSpliced(at, 2, ...slides) };
      expect(PieceSchema.safeParse(taken).error).toBeUndefined();
      expect((await joinsOf(painter, taken, size, load))[at]).toEqual(join);
      for (const s of slidesOf(taken).slice(0, 2)) expect(areClear(readSlide(painter, taken, s, size))).toBe(true);
    }
  }
  // Texts in white and in black cannot both lie on one of the two grounds.
  const kinds = joinOffers(painter, piece, 0, size, ids('new')).map((o) => o.kind);
  expect(kinds).toContain('fade');
  expect(kinds).not.toContain('left');
  // A photo has no ground to change, and its busy edge no colour to swing over.
  expect(joinOffers(painter, piece, 1, size, ids('new')).map((o) => o.kind)).toEqual(['fade', 'wave-left']);
  expect(new Set(kinds).size).toBe(kinds.length);
  expect(JOIN_OFFERS).toEqual(expect.arrayContaining(kinds));
});

it('edges that are known are not painted again; those of a slide that was edited are', async () => {
  const piece = three(),
    [size] = piece.sizes,
    known = new Map<string, Edge>(),
    loaded: string[] = [],
    joins = (of: Piece) =>
      joinsOf(
        painter,
        of,
        size,
        async (slides) => {
          loaded.push(...slides.map((s) => s.id));
          for (const s of slides) await painter.prepare(s);
        },
        known,
      );
  const first = await joins(piece);
  loaded.length = 0;
  expect(await joins(piece)).toEqual(first);
  expect(loaded).toEqual([]);
  const edited = { ...piece, slides: piece.slides.map((s, i) => (i === 2 ? { ...s, layers: [] } : s)) };
  expect(await joins(edited)).toEqual(await joinsOf(painter, edited, size, load));
  expect(new Set(loaded)).toEqual(new Set([piece.slides[2].id]));
});

it('a letter that the join cuts counts on neither slide, and is named; those beyond it count on the neighbour', async () => {
  const { piece } = scene(
    (z) => [
      makeFill('g', '#204050', z),
      {
        ...makeText('t', 'IIIIIIIIII', z, '#ffffff'),
        frame: 'line',
        fontSize: 60,
        box: { x: 150, y: 100, width: 300, height: 66 },
        carry: { before: 0, after: 1, over: true },
      },
    ],
    300,
    300,
  );
  const [size] = piece.sizes,
    two: Piece = {
      ...piece,
      slides: [piece.slides[0], { ...emptySlide('b'), layers: [makeFill('g', '#204050', size)] }],
    };
  const [left, right] = slidesOf(two);
  await painter.prepare(left);
  const [a] = readSlide(painter, two, left, size),
    [b] = readSlide(painter, two, right, size);
  expect(a.letters.length).toBeGreaterThan(2);
  expect(a.flags).not.toContain('outside');
  expect(a.cut + b.cut).toMatch(/^(II)?$/);
  expect(a.letters.length + b.letters.length + a.cut.length).toBe(10);
  // Without going on it reaches outside.
  const alone = {
    ...two,
    slides: two.slides.map((s) => ({ ...s, layers: s.layers.map((l) => ({ ...l, carry: null })) })),
  };
  const [c] = readSlide(painter, alone, alone.slides[0], size);
  expect(c.flags).toContain('outside');
  expect(c.cut).toBe('');
});
