// Room for a subject that a new shape would cut: how much, on which side, and when not.
import { blank, type Pixels } from '../ground/pixels';
import { roomFor } from './room-for';

/** An even wall with a thing on it; its foot is striped, so that no room can be made there. */
function photo(width = 600, height = 400): Pixels {
  const p = blank(width, height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const foot = y > height * 0.8 && (x >> 3) % 2 === 0,
        v = foot ? 40 : 180;
      p.data.set([v, v, v, 255], (y * width + x) * 4);
    }
  return p;
}
const thing = (width: number) => ({ x: 0.5 - width / 2, y: 0.3, width, height: 0.4 });
const STORY = { width: 1080, height: 1920 };

it('a subject that is seen needs none', () => {
  expect(roomFor(photo(), STORY, thing(0.3))).toBeNull();
  expect(roomFor(photo(), { width: 1200, height: 800 }, thing(0.6))).toBeNull();
});

it('one that would be cut is seen whole, with a little beside it, and room on the calm side', () => {
  const room = roomFor(photo(), STORY, thing(0.6))!;
  expect(room).toMatchObject({ on: true, left: 0, right: 0, bottom: 0 });
  // The frame shows 0.375 of the photo's width as it is; 0.6 and a little must be seen.
  const seen = 0.375 / (1 - room.top);
  expect(seen).toBeGreaterThanOrEqual(0.6);
  expect(seen).toBeLessThan(0.66);
});

it('where both sides are calm it is made where texts would use it', () => {
  const even = photo(),
    calm: Pixels = { ...even, data: even.data.map((v, i) => (i % 4 === 3 ? v : 180)) };
  expect(roomFor(calm, STORY, thing(0.6), 'bottom')!.bottom).toBeGreaterThan(0.3);
  expect(roomFor(calm, STORY, thing(0.6), 'top')!.top).toBeGreaterThan(0.3);
  // On a side that is not calm it is not, whoever would like it there.
  expect(roomFor(even, STORY, thing(0.6), 'bottom')!.bottom).toBe(0);
});

it('a subject that is all of the view gets none, nor one that would need more room than photo', () => {
  expect(roomFor(photo(), STORY, thing(0.9))).toBeNull();
  expect(roomFor(photo(), { width: 400, height: 1600 }, thing(0.6))).toBeNull();
});

it('in a frame that is wider it is made on the left or right', () => {
  const tall = photo(400, 600),
    plain: Pixels = { ...tall, data: tall.data.map((v, i) => (i % 4 === 3 ? v : 180)) },
    room = roomFor(plain, { width: 1200, height: 800 }, { x: 0.2, y: 0.2, width: 0.6, height: 0.6 }, 'left')!;
  expect(room.left).toBeGreaterThan(0.2);
  expect(room).toMatchObject({ right: 0, top: 0, bottom: 0 });
});
