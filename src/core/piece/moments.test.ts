// Moving pictures: when which frame shows, and what a slide is at a moment.
import fc from 'fast-check';
import { makePhoto } from '../kinds/photo';
import { changesOf, frameAt, lengthOf, makeMotion } from '../photo/motion';
import { scene } from '../testing/scenes';
import { differentMoments, pieceOfMoments, slideAt, turnOf } from './moments';
import { assetsOf, picturesOn, slidesOf } from './resolve';
import { PieceSchema } from './schema';

const name = (n: number): string => n.toString(16).padStart(64, '0');
const frames = (...ms: number[]) => ms.map((t, i) => ({ asset: name(i + 1), ms: t }));

describe('frames', () => {
  it('follow each other, and begin again', () => {
    const m = makeMotion(frames(100, 50, 200));
    expect(lengthOf(m)).toBe(350);
    expect([0, 99, 100, 149, 150, 349, 350, 449, 450].map((t) => frameAt(m, t))).toEqual([0, 0, 1, 1, 2, 2, 0, 0, 1]);
    expect(changesOf(m, 350)).toEqual([0, 100, 150]);
  });
  it('begin where they are told to, at the speed they are told', () => {
    const m = { ...makeMotion(frames(100, 100, 100)), start: 0.15, speed: 2 };
    expect(lengthOf(m)).toBe(150);
    expect([0, 24, 25, 74, 75, 124, 125, 150].map((t) => frameAt(m, t))).toEqual([1, 1, 2, 2, 0, 0, 1, 1]);
    expect(changesOf(m, 150)).toEqual([0, 25, 75, 125]);
  });
  it('change at the times that are told, and never between', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 11, max: 400 }), { minLength: 2, maxLength: 12 }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.constantFrom(0.5, 1, 1.25, 3),
        (ms, start, speed) => {
          const m = { ...makeMotion(frames(...ms)), start, speed },
            all = [...changesOf(m, lengthOf(m)), lengthOf(m)];
          for (let i = 0; i + 1 < all.length; i++) {
            const [from, to] = [all[i], all[i + 1]];
            // Apart from what rounding leaves of a frame.
            if (to - from < 1e-3) continue;
            const at = (share: number) => frameAt(m, from + (to - from) * share);
            expect(at(0.02)).toBe(at(0.98));
            if (i > 0 && all[i] - all[i - 1] > 1e-3) expect(at(0.5)).not.toBe(frameAt(m, (all[i - 1] + all[i]) / 2));
          }
        },
      ),
    );
  });
});

describe('a slide in time', () => {
  const { piece, slide } = scene((z) => [
    { ...makePhoto('a', name(9), 'A', z), motion: makeMotion(frames(100, 100, 100)) },
    { ...makePhoto('b', name(9), 'B', z), motion: makeMotion(frames(150, 150)) },
    makePhoto('c', name(8), 'C', z),
  ]);
  it('changes whenever one of its pictures does', () => {
    expect(turnOf(slide)).toEqual({ moments: [0, 100, 150, 200], length: 300 });
    const at = (t: number) => slideAt(slide, t).layers.map((l) => ('asset' in l ? Number(`0x${l.asset}`) : 0));
    expect([0, 120, 160, 299].map(at)).toEqual([
      [1, 1, 8],
      [2, 1, 8],
      [2, 2, 8],
      [3, 2, 8],
    ]);
  });
  it('is one object for one picture of it', () => expect(slideAt(slide, 10)).toBe(slideAt(slide, 90)));
  it('is looked at once for each different picture', () => {
    const [a] = slide.layers,
      same = { ...slide, layers: [{ ...a, motion: makeMotion([...frames(50, 50), ...frames(50, 50)]) }] };
    expect(turnOf(same as typeof slide).moments).toHaveLength(4);
    expect(differentMoments(same as typeof slide)).toEqual([0, 50]);
  });
  it('shows its own picture where the motion is off, and loads no more than it shows', () => {
    const off = {
      ...slide,
      layers: slide.layers.map((l) => ('motion' in l && l.motion ? { ...l, motion: { ...l.motion, on: false } } : l)),
    };
    expect(turnOf(off as typeof slide)).toEqual({ moments: [0], length: 0 });
    expect(slideAt(off as typeof slide, 120)).toBe(off);
    expect(picturesOn(slide)).toEqual([name(9), name(8)]);
    expect(picturesOn(slideAt(slide, 120))).toEqual([name(2), name(1), name(8)]);
    expect(assetsOf(piece).sort()).toEqual([name(1), name(2), name(3), name(8), name(9)]);
  });
  it('is several slides of one piece, for what must hold at all times', () => {
    const moments = pieceOfMoments(piece, slide.id, [0, 150]);
    expect(slidesOf(moments).map((s) => picturesOn(s)[0])).toEqual([name(1), name(2)]);
    expect(new Set(moments.slides.map((s) => s.id)).size).toBe(2);
  });
});

describe('the document', () => {
  const { piece } = scene((z) => [{ ...makePhoto('a', name(9), 'A', z), motion: makeMotion(frames(100, 100)) }]);
  const withMotion = (motion: unknown) => ({
    ...piece,
    slides: [{ ...piece.slides[0], layers: [{ ...piece.slides[0].layers[0], motion }] }],
  });
  it('keeps motion, and does without', () => {
    expect(PieceSchema.safeParse(piece).success).toBe(true);
    const { motion: _motion, ...without } = piece.slides[0].layers[0] as unknown as Record<string, unknown>;
    const old = PieceSchema.parse({ ...piece, slides: [{ ...piece.slides[0], layers: [without] }] });
    expect(old.slides[0].layers[0]).toMatchObject({ motion: null });
  });
  it.each([
    ['one frame', { frames: frames(100) }],
    ['a frame without time', { frames: frames(100, 0) }],
    ['301 frames', { frames: frames(...Array.from({ length: 301 }, () => 20)) }],
    ['no speed', { frames: frames(100, 100), speed: 0 }],
  ])('refuses %s', (_, motion) => expect(PieceSchema.safeParse(withMotion(motion)).success).toBe(false));
});
