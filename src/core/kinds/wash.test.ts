// Two colours over the picture: what they are, how they cover, and that they are solved like any treatment.
import { labOfHex } from '../colour/oklab';
import { askAbout } from '../remedy/begin-treatment';
import { justEnough } from '../remedy/strength';
import { veilOf } from '../remedy/veil';
import { readSlide } from '../reading/read';
import { easelFor } from '../testing/pixels';
import { flat, headline, scene } from '../testing/scenes';
import { gradientThrough } from '../values/made';
import { besideOf, makeWash } from './wash';

const { painter } = easelFor(new Map());
const shotOf = async (layers: Parameters<typeof scene>[0]) => {
  const s = scene(layers, 300, 300);
  await painter.prepare(s.slide);
  const surface = painter.studio.surface(300, 300);
  painter.paint(surface, s.piece, s.slide, s.size, { scale: 1, x: 0, y: 0 });
  const px = surface.read(0, 0, 300, 300);
  return { s, at: (x: number, y: number): number[] => [...px.slice((y * 300 + x) * 4, (y * 300 + x) * 4 + 3)] };
};

it('the second colour is as light as the first, of another hue, and never grey', () => {
  for (const hex of ['#14202b', '#222222', '#1d3b2f', '#f4efe6']) {
    const [L, a, b] = labOfHex(hex),
      [L2, a2, b2] = labOfHex(besideOf(hex));
    expect(Math.abs(L - L2)).toBeLessThan(0.04);
    expect(Math.hypot(a - a2, b - b2)).toBeGreaterThan(0.03);
  }
});

it('runs from one colour to the other over the whole picture, under the texts', async () => {
  const left = { ...makeWash('w', '#000000', 1, { width: 300, height: 300 }) };
  left.fill = { ...left.fill, gradient: gradientThrough(['#ff0000', '#0000ff'], { angle: 0, space: 'srgb' }) };
  const { at } = await shotOf((z) => [flat('b', '#ffffff')(z), left]);
  expect(at(1, 150)[0]).toBeGreaterThan(250);
  expect(at(298, 150)[2]).toBeGreaterThan(250);
  expect(Math.abs(at(150, 20)[0] - 128)).toBeLessThan(4);
  expect(at(150, 20)).toEqual(at(150, 280));
});

it('covers as its stops do: evenly, or less where one of them is translucent', async () => {
  const wash = makeWash('w', '#102030', 1, { width: 300, height: 300 }),
    thin = { ...wash, fill: { ...wash.fill, gradient: gradientThrough(['#10203000', '#102030'], { angle: 0 }) } },
    { s } = await shotOf((z) => [flat('b', '#ffffff')(z)]);
  const alpha = (layer: typeof wash) => veilOf(painter, s.piece, s.slide, s.size, layer).alpha;
  expect([alpha(wash)(10, 10), alpha(wash)(290, 290)]).toEqual([1, 1]);
  expect([0, 75, 150, 300].map((x) => alpha(thin)(x, 99))).toEqual([0, 0.25, 0.5, 1]);
});

it('Just enough finds the least of it, as of a tint', async () => {
  const s = scene((z) => [flat('b', '#c8ccd0')(z), headline('Slow', '#ffffff')(z)], 600, 300);
  await painter.prepare(s.slide);
  const ask = askAbout(s.piece, [s.slide], s.size, { overlay: null, kind: 'wash', colour: '#14202b' }),
    { strength, after } = justEnough(painter, ask);
  expect(strength).toBeGreaterThan(10);
  expect(strength).toBeLessThan(90);
  expect(after[0].verdict).toBe('clear');
  const less = ask.slides[0].slide,
    at = (percent: number) => ({
      ...less,
      layers: less.layers.map((l) => (l.kind === 'wash' ? { ...l, opacity: percent / 100 } : l)),
    });
  expect(readSlide(painter, ask.piece, at(strength!), s.size)[0].verdict).toBe('clear');
  expect(readSlide(painter, ask.piece, at(strength! - 1), s.size)[0].verdict).not.toBe('clear');
});
