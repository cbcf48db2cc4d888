// What is too much is said before it is begun, with what makes it so.
import { makeFill } from '../kinds/fill';
import { checkMeasuring, READING_BUDGET } from '../reading/budget';
import { easelFor } from '../testing/pixels';
import { flat, headline, scene } from '../testing/scenes';
import { checkPainting, paintCost, TooMuchWork } from './budget';

const { painter } = easelFor();
const gradients = (n: number, width: number) =>
  scene(
    (z) =>
      Array.from({ length: n }, (_, i) => ({
        ...makeFill(`g${i}`, '#123456', z),
        name: `Gradient ${i}`,
        fill: { ...makeFill('x', '#123456', z).fill, kind: 'gradient' as const },
      })),
    width,
    width,
  );

it('cost grows with area, layers and kind', () => {
  const cost = (n: number, width: number, scale = 1) => {
    const s = gradients(n, width);
    return paintCost(painter, s.piece, s.slide, s.size, scale).work;
  };
  expect(cost(20, 500) / cost(10, 500)).toBeCloseTo(2, 0);
  expect(cost(10, 1000) / cost(10, 500)).toBeCloseTo(4, 1);
  expect(cost(10, 500, 2) / cost(10, 500)).toBeCloseTo(4, 1);
  const plain = scene((z) => [flat('a', '#ffffff')(z)], 500, 500);
  expect(paintCost(painter, plain.piece, plain.slide, plain.size, 1).work).toBeLessThan(cost(1, 500));
});
it('what is hidden, or lies beside the slide, costs nothing', () => {
  const s = scene(
    (z) => [
      { ...flat('a', '#ffffff')(z), visible: false },
      flat('b', '#ffffff', { x: 5000, y: 0, width: 400, height: 400 })(z),
    ],
    500,
    500,
  );
  expect(paintCost(painter, s.piece, s.slide, s.size, 1).work).toBe(500 * 500);
});
it('sixty layers at twice an ordinary size are painted; three hundred over 60 megapixels are not, and it is said which', () => {
  const usual = gradients(60, 2160),
    vast = gradients(300, 8000);
  expect(() => checkPainting(painter, usual.piece, usual.slide, usual.size, 1)).not.toThrow();
  expect(() => checkPainting(painter, vast.piece, vast.slide, vast.size, 1)).toThrow(TooMuchWork);
  try {
    checkPainting(painter, vast.piece, vast.slide, vast.size, 1);
  } catch (e) {
    expect((e as TooMuchWork).advice).toContain('Gradient');
  }
});
it('a text that covers more than is measured is refused with its name; a full-width headline is not', async () => {
  const vast = scene(
    (z) => [
      headline('W', '#fff', 0, 0, {
        name: 'Giant',
        fontSize: 5000,
        frame: 'frame',
        box: { x: 0, y: 0, width: 8192, height: 8192 },
      })(z),
    ],
    8192,
    8192,
  );
  await painter.prepare(vast.slide);
  expect(() => checkMeasuring(painter, vast.piece, vast.slide, vast.size)).toThrow(/"Giant" covers \d+ megapixels/);
  const usual = scene(
    (z) => [
      headline('Slow trains, long views', '#fff', 0, 0, {
        fontSize: 300,
        frame: 'frame',
        box: { x: 0, y: 0, width: 3840, height: 2160 },
      })(z),
    ],
    3840,
    2160,
  );
  expect(() => checkMeasuring(painter, usual.piece, usual.slide, usual.size)).not.toThrow();
  expect(() =>
    checkMeasuring(painter, usual.piece, usual.slide, usual.size, { ...READING_BUDGET, letters: 5 }),
  ).toThrow(/letters/);
});
