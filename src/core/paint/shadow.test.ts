// Shadows against a Gaussian's integral, and painted in parts against the whole.
import { makeShape } from '../kinds/shape';
import type { Size } from '../piece/schema';
import { easelFor } from '../testing/pixels';
import { flat, scene } from '../testing/scenes';
import type { Shadow } from '../values/shape';

const SIDE = 400;
/** Side of a black square in the middle of white, with one black shadow. */
const SQUARE = 160;
const { paint } = easelFor();

const shadow = (blur: number, spread: number): Shadow => ({
  kind: 'drop',
  on: true,
  x: 0,
  y: 0,
  blur,
  spread,
  colour: '#000000',
  opacity: 1,
});
const square = (blur: number, spread: number) => (size: Size) => [
  flat('paper', '#ffffff')(size),
  {
    ...makeShape('square', 'rectangle', '#000000', size),
    box: { x: (SIDE - SQUARE) / 2, y: (SIDE - SQUARE) / 2, width: SQUARE, height: SQUARE },
    shadows: [shadow(blur, spread)],
  },
];

/** Abramowitz and Stegun, Handbook of Mathematical Functions, 7.1.26: within 1.5e-7. */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x)),
    y =
      1 -
      ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) *
        t *
        Math.exp(-x * x);
  return x < 0 ? -y : y;
}

test.each([
  [8, 0],
  [12, 0],
  [13, 5],
  [18, 6],
  [24, 0],
  [30, 10],
  [33, 6],
  [40, 0],
  [52, 0],
  [60, 12],
])('a blur of %i px, grown by %i, falls off as a Gaussian does', async (blur, spread) => {
  const { at } = await paint(square(blur, spread), SIDE, SIDE),
    sigma = blur / 2,
    middle = SIDE / 2,
    edge = middle + SQUARE / 2,
    half = SQUARE / 2 + spread;
  const side = (d: number): number => (erf((half - d) / sigma / Math.SQRT2) + erf((half + d) / sigma / Math.SQRT2)) / 2,
    across = side(0);
  let furthest = 0;
  for (let x = edge + 1; x < SIDE; x += 3)
    furthest = Math.max(furthest, Math.abs(255 - at(x, middle)[0] - 255 * across * side(x + 0.5 - middle)));
  // Three boxes are a Gaussian within a hundredth.
  expect(furthest).toBeLessThan(4);
});

test.each([12, 30, 60])('in parts a shadow of %i px is as it is in the whole', async (blur) => {
  const layers = square(blur, 8),
    whole = await paint(layers, SIDE, SIDE),
    { piece, slide, size } = scene(layers, SIDE, SIDE);
  for (const [x, y, w, h] of [
    [40, 41, 33, 29],
    [285, 150, 21, 77],
    [0, 0, SIDE, 90],
  ]) {
    // One that knows nothing of the whole.
    const { painter } = easelFor(),
      on = painter.studio.surface(w, h);
    painter.paint(on, piece, slide, size, { scale: 1, x, y });
    const part = on.read(0, 0, w, h);
    for (let j = 0; j < h; j++)
      for (let i = 0; i < w; i++)
        expect(Math.abs(part[(j * w + i) * 4] - whole.at(x + i, y + j)[0])).toBeLessThanOrEqual(1);
  }
});
