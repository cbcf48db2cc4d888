// Quiet spots: the calm place is found, what must be kept clear is, and the map agrees with readings.
import { makeFill } from '../kinds/fill';
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import type { TextLayer } from '../kinds/text';
import { packMask } from '../photo/mask';
import { withPlace } from '../piece/set-in-size';
import type { Size } from '../piece/schema';
import { easelFor, picture } from '../testing/pixels';
import { flat, headline, scene } from '../testing/scenes';
import { quietSpots } from './quiet-spots';
import { readText } from './read';

const noisy = (x: number, y: number): number => 60 + ((Math.imul(x * 7 + 13, y * 11 + 29) >>> 3) % 180);
// Busy everywhere but for a dark calm corner at the lower right.
const corner = picture(900, 600, (x, y) =>
  x > 440 && y > 380 ? [24, 30, 36] : [noisy(x >> 2, y >> 2), noisy(x >> 2, y >> 2), noisy(x >> 2, y >> 2)],
);
const { painter } = easelFor(
  new Map([
    ['corner', corner],
    ['even', picture(900, 600, () => [36, 50, 64])],
  ]),
);
const over =
  (more: Partial<TextLayer> = {}) =>
  (z: Size): Layer[] => [
    makePhoto('photo', 'corner', 'Corner', z),
    headline('Slow trains', '#ffffff', 40, 60, { fontSize: 54, ...more })(z),
  ];
const find = async (layers: (z: Size) => Layer[], width = 900, height = 600) => {
  const s = scene(layers, width, height);
  await painter.prepare(s.slide);
  return { s, ...quietSpots(painter, s.piece, s.slide, s.size, 'text') };
};

it('finds the calm corner, and what it says there is what is measured there', async () => {
  const { s, spots, map } = await find(over());
  expect(spots.length).toBeGreaterThan(0);
  const [best] = spots;
  expect(best.frame.x).toBeGreaterThan(420);
  expect(best.frame.y).toBeGreaterThan(360);
  expect(best.reading.verdict).toBe('clear');
  expect(best.reading.ratio).toBeGreaterThan(12);
  const text = withPlace(s.slide.layers[1] as TextLayer, best.set, s.size, s.piece.sizes[0]),
    slide = { ...s.slide, layers: [s.slide.layers[0], text] };
  expect(readText(painter, s.piece, slide, s.size, text).ratio).toBe(best.reading.ratio);
  // The map says so, too, and warns of the rest.
  const at = (x: number, y: number): number =>
    map.values[Math.round(y / map.step) * map.width + Math.round(x / map.step)];
  expect(at(480, 450)).toBeGreaterThan(2);
  expect(at(60, 100)).toBeLessThan(1);
  expect(at(880, 450)).toBe(0);
});

it('three places lie apart from each other and within the margins', async () => {
  const { spots } = await find((z) => [
    flat('b', '#203040')(z),
    headline('Halt', '#ffffff', 40, 60, { fontSize: 40 })(z),
  ]);
  expect(spots).toHaveLength(3);
  for (const a of spots)
    for (const b of spots)
      if (a !== b) expect(Math.hypot(a.frame.x - b.frame.x, a.frame.y - b.frame.y)).toBeGreaterThan(30);
  for (const { frame } of spots)
    expect(frame.x >= 0 && frame.y >= 0 && frame.x + frame.width <= 900 && frame.y + frame.height <= 600).toBe(true);
});

it('keeps off other texts and keep-clear zones', async () => {
  const { spots } = await find((z) => [
    ...over()(z).slice(0, 1),
    headline('There already', '#ffffff', 460, 420, { id: 'other', fontSize: 60 })(z),
    ...over()(z).slice(1),
  ]);
  for (const { frame } of spots) expect(frame.y + frame.height < 425 || frame.y > 470 || frame.x > 800).toBe(true);
  const s = scene((z) => [makeFill('b', '#203040', z), headline('Halt', '#ffffff', 700, 60)(z)], 1584, 396, 790),
    size = { ...s.size, destination: 'profile-banner' };
  await painter.prepare(s.slide);
  for (const { reading } of quietSpots(painter, s.piece, s.slide, size, 'text').spots)
    expect(reading.flags).not.toContain('keep-clear');
});

it('breaks a long line where the calm place is narrow', async () => {
  const { spots } = await find(
    over({ text: 'Slow trains to Hollin Pass', frame: 'frame', box: { x: 40, y: 60, width: 820, height: 66 } }),
  );
  expect(spots[0].lines).toBeGreaterThan(1);
  expect(spots[0].reading.verdict).toBe('clear');
  expect(spots[0].set.box.width).toBeLessThan(470);
});

it('a frame that is wider than its lines does not hang over the edge', async () => {
  const { spots } = await find((z) => [
    flat('b', '#203040')(z),
    headline('Slow\ntrains', '#ffffff', 40, 60, {
      fontSize: 40,
      frame: 'frame',
      box: { x: 40, y: 60, width: 800, height: 90 },
    })(z),
  ]);
  for (const { frame, lines } of spots) {
    expect(lines).toBe(2);
    expect(frame.x >= 0 && frame.x + frame.width <= 900).toBe(true);
  }
});

it('keeps off a subject that was cut out, however calm it is', async () => {
  // The whole slide is calm; a part of it is a subject.
  const mask = packMask({
    width: 90,
    height: 60,
    alpha: Uint8Array.from({ length: 5400 }, (_, i) => (i % 90 > 45 ? 255 : 0)),
  });
  const { spots } = await find((z) => [
    flat('b', '#203040')(z),
    {
      ...makePhoto('photo', 'even', 'Even', z),
      cut: { on: true, mask, strokes: [], box: null, softness: 0, shift: 0, clean: 0 },
    },
    headline('Halt', '#ffffff', 40, 60, { fontSize: 60 })(z),
  ]);
  expect(spots[0].frame.x + spots[0].frame.width).toBeLessThan(470);
  expect(spots[0].covers).toBeLessThan(0.05);
});

it('has nothing to say of a text without letters, or one that is not there', async () => {
  expect((await find((z) => [flat('b', '#203040')(z), headline(' ', '#ffffff')(z)])).spots).toEqual([]);
  const { s } = await find(over());
  expect(quietSpots(painter, s.piece, s.slide, s.size, 'nobody').spots).toEqual([]);
});

describe('what was found in a photo', () => {
  const found = (boxes: { x: number; y: number; width: number; height: number }[], said = false): object => ({
    subject: { of: 'even', boxes: boxes.map((b) => ({ ...b, what: 'dog' })), said },
  });
  const on = (subject: object, fontSize = 54, photo: object = {}) =>
    find((z) => [
      { ...makePhoto('photo', 'even', 'Even', z), ...subject, ...photo } as Layer,
      headline('Slow trains', '#ffffff', 40, 60, { fontSize })(z),
    ]);
  const dog = { x: 0.3, y: 0.1, width: 0.4, height: 0.6 };

  it('is never covered, and has half an em round it', async () => {
    const { spots } = await on(found([dog]));
    expect(spots.length).toBeGreaterThan(0);
    for (const { frame } of spots) {
      const apart =
        Math.max(0.3 * 900 - frame.x - frame.width, frame.x - 0.7 * 900) > 20 ||
        Math.max(0.1 * 600 - frame.y - frame.height, frame.y - 0.7 * 600) > 20;
      expect({ frame, apart }).toMatchObject({ apart: true });
    }
  });

  it('is where the photo shows it: mirrored, in room, turned', async () => {
    const right = { x: 0, y: 0, width: 0.5, height: 1 };
    for (const { frame } of (await on(found([right]))).spots) expect(frame.x).toBeGreaterThan(450);
    for (const { frame } of (await on(found([right]), 54, { flipX: true })).spots)
      expect(frame.x + frame.width).toBeLessThan(450);
    // With room on the left the subject begins there.
    const room = { on: true, left: 0.6, right: 0, top: 0, bottom: 0, reach: null, grain: 1, fill: 'auto' };
    const { spots } = await on(found([{ x: 0, y: 0, width: 1, height: 1 }]), 40, { room });
    expect(spots.length).toBeGreaterThan(0);
    for (const { frame } of spots) expect(frame.x + frame.width).toBeLessThan(0.6 * 900);
  });

  it('that is all of the picture leaves no place; said to be none it leaves every place', async () => {
    expect((await on(found([{ x: 0, y: 0, width: 1, height: 1 }]))).spots).toEqual([]);
    const none = await on(found([], true));
    expect(none.spots).toHaveLength(3);
    expect(none.spots.every((s) => s.covers === 0)).toBe(true);
  });

  it('a crowd of small faces is kept clear of, one by one', async () => {
    const faces = Array.from({ length: 24 }, (_, i) => ({
      x: (i % 8) * 0.12 + 0.02,
      y: Math.floor(i / 8) * 0.16 + 0.02,
      width: 0.05,
      height: 0.08,
    }));
    const { spots } = await on(found(faces), 40);
    for (const { frame } of spots) expect(frame.y).toBeGreaterThan(0.4 * 600);
  });
});
