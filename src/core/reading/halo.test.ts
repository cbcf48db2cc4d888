// Halos by their definition (reading.md, steps 2 and 3), against a slow and plain answer.
import { compose } from '../ground/transform';
import type { TextLayer } from '../kinds/text';
import { easelFor } from '../testing/pixels';
import { headline, scene } from '../testing/scenes';
import { textTransform, traceLetter } from '../type/frame';
import { CoverageRaster } from './coverage';
import { haloRadius, textHalo } from './halo';
import { OUTSIDE } from './letter-shape';

const { painter } = easelFor();
const CASES: [name: string, text: string, more: Partial<TextLayer>][] = [
  ['a word', 'Varn', { fontSize: 40 }],
  ['letters that nearly touch', 'oooo', { fontSize: 40, letterSpacing: -0.06 }],
  ['a turned word', 'Sill', { fontSize: 40, rotation: 17 }],
  ['small type', 'Halt', { fontSize: 12 }],
];

it.each(CASES)(
  '%s: pixels outside all ink, within reach of their letter, each with its nearest ink',
  async (_name, text, more) => {
    const s = scene((z) => [headline(text, '#ffffff', 60, 50, more)(z)], 240, 140),
      layer = s.slide.layers[0] as TextLayer;
    await painter.prepare(s.slide);
    const layout = painter.layout(layer),
      t = textTransform(layer, layout),
      found = textHalo(layout, t, s.size, 10),
      { region } = found;
    // Coverage of each letter over the whole region, plainly.
    const covers = layout.letters.map((l) => {
      const raster = new CoverageRaster();
      traceLetter(l, t, raster);
      raster.closePath();
      return raster.cover(region);
    });
    const radius = haloRadius(layer.fontSize),
      count = region.width * region.height,
      inked = new Uint8Array(count);
    for (const c of covers) for (let i = 0; i < count; i++) if (c[i] >= OUTSIDE) inked[i] = 1;
    expect(found.letters).toHaveLength(text.length);
    for (const l of found.letters) {
      const cover = covers[l.letter],
        most = Math.max(...cover),
        body: number[] = [];
      for (let i = 0; i < count; i++) if (cover[i] >= Math.min(0.5, most * 0.9)) body.push(i);
      const square = (a: number, b: number): number =>
        ((a % region.width) - (b % region.width)) ** 2 +
        (Math.floor(a / region.width) - Math.floor(b / region.width)) ** 2;
      const nearest = (i: number): number => {
        const x = i % region.width,
          y = Math.floor(i / region.width);
        let least = Infinity;
        for (const b of body)
          least = Math.min(least, ((b % region.width) - x) ** 2 + (Math.floor(b / region.width) - y) ** 2);
        return least;
      };
      const halo = new Set(l.halo);
      const wrong = [...l.halo].filter((at, k) => inked[at] !== 0 || square(at, l.ink[k]) !== nearest(at));
      // None is missing: every pixel that near is halo or ink. A fifth of them is tried.
      const missing = Array.from({ length: Math.floor(count / 5) }, (_, i) => i * 5 + l.letter).filter(
        (i) => !halo.has(i) && !inked[i] && nearest(i) <= (radius + 0.5) ** 2,
      );
      expect({ wrong, missing }).toEqual({ wrong: [], missing: [] });
    }
  },
);

it('is never thinner than two pixels, and grows with the type', () => {
  expect([haloRadius(8), haloRadius(33), haloRadius(100)]).toEqual([2, 2, 6]);
});

it('letters off the slide have none; those that hang over its edge are told', async () => {
  const s = scene((z) => [headline('Halt', '#ffffff', -30, 50, { fontSize: 40 })(z)], 240, 140),
    layer = s.slide.layers[0] as TextLayer;
  await painter.prepare(s.slide);
  const layout = painter.layout(layer),
    found = textHalo(layout, textTransform(layer, layout), s.size, 10);
  expect([...found.outside, ...found.partly].sort()[0]).toBe(0);
  expect(
    found.letters.every((l) => l.halo.every((at) => at >= 0 && at < found.region.width * found.region.height)),
  ).toBe(true);
  expect(found.region.x).toBe(0);
});

it('in half the size a text twice as large has the same letters; steps move each by half of one at most', async () => {
  const texts = [1, 2].map((k) =>
      scene((z) => [headline('Varn, Sill', '#ffffff', 20 * k, 30 * k, { fontSize: 40 * k })(z)], 300 * k, 120 * k),
    ),
    slide = { width: 300, height: 120 };
  for (const { slide: s } of texts) await painter.prepare(s);
  const halos = (steps: number) =>
    texts.map(({ slide: s }, i) => {
      const layer = s.layers[0] as TextLayer,
        layout = painter.layout(layer),
        k = 1 / (i + 1);
      return textHalo(layout, compose([k, 0, 0, k, 0, 0], textTransform(layer, layout)), slide, 10, 1, steps);
    });
  const [one, other] = halos(0);
  expect(other.letters).toEqual(one.letters);
  expect(other.region).toEqual(one.region);
  for (const steps of [2, 4]) {
    const [{ bounds }] = halos(steps),
      off = bounds.flatMap((b, i) => [b.x - one.bounds[i].x, b.y - one.bounds[i].y]).map(Math.abs);
    expect(Math.max(...off)).toBeLessThanOrEqual(0.5 / steps + 1e-9);
    expect(Math.max(...off)).toBeGreaterThan(0);
  }
});
