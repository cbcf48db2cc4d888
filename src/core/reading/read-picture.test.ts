// Texts read in a picture of their slide: the same where it is the same, less where something was lost.
import type { Pixels } from '../ground/pixels';
import { resample } from '../ground/resample';
import { pixelsOf } from '../scene/whole';
import { easelFor } from '../testing/pixels';
import { flat, headline, scene } from '../testing/scenes';
import { readSlide } from './read';
import { readPicture } from './read-picture';

const { painter } = easelFor();

async function made(ground = '#224466', text = 'Slow trains') {
  const at = scene((z) => [flat('ground', ground)(z), headline(text, '#ffffff')(z)]);
  await painter.prepare(at.slide);
  const { piece, slide, size } = at,
    pixels = pixelsOf(painter, piece, slide, size, 1),
    [stage] = readSlide(painter, piece, slide, size);
  return { ...at, pixels, stage, read: (p: Pixels) => readPicture(painter, piece, slide, size, p)[0] };
}

it('reads in the painted picture what it reads on the stage, also in half and twice its size', async () => {
  const { pixels, stage, read } = await made();
  expect(read(pixels).ratio).toBeCloseTo(stage.ratio!, 1);
  for (const k of [0.5, 2]) {
    const { width, height } = pixels,
      found = read(resample(pixels, { x: 0, y: 0, width, height }, width * k, height * k));
    expect(found.ratio! / stage.ratio!).toBeGreaterThan(0.9);
    expect(found.verdict).toBe(stage.verdict);
  }
});
it('reads less where the picture has lost contrast, letter by letter', async () => {
  const { pixels, stage, read } = await made(),
    pale = { ...pixels, data: pixels.data.map((v, i) => (i % 4 < 3 ? 128 + (v - 128) * 0.5 : v)) },
    half = { ...pixels, data: pixels.data.slice() };
  expect(read(pale).ratio!).toBeLessThan(stage.ratio! * 0.6);
  // The first letters' half of the picture alone becomes pale.
  for (let y = 0; y < half.height; y++)
    for (let x = 0; x < 120; x++)
      for (let c = 0; c < 3; c++) half.data[(y * half.width + x) * 4 + c] = pale.data[(y * half.width + x) * 4 + c];
  const found = read(half);
  expect(found.weakestWord).toBe('Slow');
  expect(found.letters.at(-1)!.ratio).toBeCloseTo(stage.letters.at(-1)!.ratio, 1);
});
it('a picture in one colour has no text that can be read', async () => {
  const { pixels, read } = await made();
  expect(read({ ...pixels, data: pixels.data.map(() => 200) })).toMatchObject({ ratio: 1, verdict: 'lost' });
});
