// Where a text fits nowhere as it is: what is offered instead is what it says, and nothing Lost is ever a place.
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import type { TextLayer } from '../kinds/text';
import type { Size } from '../piece/schema';
import { changed } from '../piece/treatments';
import { easelFor, picture } from '../testing/pixels';
import { headline, scene } from '../testing/scenes';
import { spotsFor } from './no-place';
import { readText } from './read';

const noisy = (x: number, y: number): number => 20 + ((Math.imul(x * 7 + 13, y * 11 + 29) >>> 3) % 230);
const grey = (v: number): [number, number, number] => [v, v, v];
const { painter } = easelFor(
  new Map([
    // Light and dark everywhere, as fine as letters.
    ['noise', picture(600, 600, (x, y) => grey(noisy(x >> 2, y >> 2)))],
    // But for a calm dark strip on top, as high as a line of small type.
    ['strip', picture(600, 600, (x, y) => grey(y < 90 ? 24 : noisy(x >> 2, y >> 2)))],
    // But for a calm dark strip, too narrow for any type, where the photo begins once it has room on the left.
    ['edge', picture(1200, 600, (x, y) => grey(x > 426 && x < 480 ? 24 : noisy(x >> 2, y >> 2)))],
  ]),
);
const find = async (photo: string, more: Partial<TextLayer>) => {
  const s = scene(
    (z: Size): Layer[] => [makePhoto('photo', photo, photo, z), headline('Slow trains', '#ffffff', 40, 300, more)(z)],
    600,
    600,
  );
  await painter.prepare(s.slide);
  return { ...s, found: spotsFor(painter, s.piece, s.slide, s.size, 'text') };
};
type Found = Awaited<ReturnType<typeof find>>;
/** What an offer reads once it is taken. */
function taken({ piece, slide, size, found }: Found, kind: string) {
  const offer = found.otherwise.find((o) => o.kind === kind)!,
    next = changed(piece, slide.id, offer.change),
    text = next.slides[0].layers.find((l) => l.id === 'text') as TextLayer;
  return { offer, text, reading: readText(painter, next, next.slides[0], size, text), next };
}

it('a place where the text would be Lost is never offered', async () => {
  const { found } = await find('noise', { fontSize: 50 });
  expect(found.spots).toEqual([]);
  expect(found.map.width).toBeGreaterThan(0);
  for (const o of found.otherwise) expect(o.reading.verdict).not.toBe('lost');
});

it('too large for the only calm place: the largest type that fits there, with what it reads', async () => {
  const at = await find('strip', { fontSize: 96 });
  expect(at.found.spots).toEqual([]);
  const { offer, text, reading } = taken(at, 'smaller');
  expect(reading.ratio).toBe(offer.reading.ratio);
  expect(offer.reading.verdict).not.toBe('lost');
  expect(text.fontSize).toBeLessThan(96);
  expect(offer.says).toBe(`type of ${Math.round(text.fontSize)} px instead of 96`);
  expect(offer.frame.y + offer.frame.height).toBeLessThan(120);
});

it('breaks that were typed may be let go', async () => {
  const at = await find('strip', { fontSize: 44, text: 'Slow\ntrains' });
  expect(at.found.spots).toEqual([]);
  const { offer, text, reading } = taken(at, 'breaks');
  expect(text.text).toBe('Slow trains');
  expect(reading).toMatchObject({ verdict: offer.reading.verdict, ratio: offer.reading.ratio });
  expect(offer.says).toContain('one line');
});

it('room is made where the edge allows it, and the text stands in it', async () => {
  const at = await find('edge', { fontSize: 44, text: 'Slow' });
  expect(at.found.spots).toEqual([]);
  const { offer, reading, next } = taken(at, 'room');
  expect(next.slides[0].layers[0]).toMatchObject({ room: { on: true, left: 0.45 } });
  expect(offer.frame.x + offer.frame.width).toBeLessThan(320);
  expect(reading.verdict).toBe('clear');
  expect(reading.ratio).toBe(offer.reading.ratio);
  expect(offer.says).toBe('room made on the left');
});
