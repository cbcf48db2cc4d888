import fc from 'fast-check';
import { Spare } from './spare';

const canvas = (width: number, height: number): { width: number; height: number } => ({ width, height });

it('gives back one of just that size, the one that was used last', () => {
  const spare = new Spare(1000, 10),
    [a, b, c] = [canvas(10, 20), canvas(10, 20), canvas(20, 10)];
  for (const one of [a, b, c]) spare.give(one);
  expect(spare.take(10, 20)).toBe(b);
  expect(spare.take(10, 20)).toBe(a);
  expect(spare.take(10, 20)).toBeNull();
  expect(spare.take(20, 20)).toBeNull();
  expect(spare.take(20, 10)).toBe(c);
});

it('gives a larger one where that serves as well', () => {
  const spare = new Spare(1000, 10),
    [low, high] = [canvas(20, 10), canvas(15, 20)];
  spare.give(high);
  spare.give(low);
  expect(spare.takeAtLeast(15, 10)).toBe(low);
  expect(spare.takeAtLeast(15, 10)).toBe(high);
  expect(spare.takeAtLeast(1, 1)).toBeNull();
  // Their room is there for others again.
  const large = canvas(25, 40);
  spare.give(large);
  expect(spare.takeAtLeast(26, 1)).toBeNull();
  expect(spare.take(25, 40)).toBe(large);
});

it('lets those go that waited longest, and gives their memory back', () => {
  const spare = new Spare(1000, 10),
    [old, next, large] = [canvas(10, 30), canvas(10, 40), canvas(20, 40)];
  for (const one of [old, next, large]) spare.give(one);
  expect([old, next, large].map((c) => c.width * c.height)).toEqual([1, 1, 800]);
  expect(spare.take(20, 40)).toBe(large);
});

it('does not keep one that is larger than all it may keep', () => {
  const spare = new Spare(1000, 10),
    small = canvas(10, 10),
    huge = canvas(100, 100);
  spare.give(small);
  spare.give(huge);
  expect(huge).toEqual({ width: 1, height: 1 });
  expect(spare.take(100, 100)).toBeNull();
});

it('keeps no more than it may, whatever is given and taken', () => {
  const side = fc.integer({ min: 1, max: 30 });
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.boolean(), side, side)), (steps) => {
      const spare = new Spare<{ width: number; height: number }>(1500, 6),
        given = new Set<{ width: number; height: number }>();
      for (const [gives, width, height] of steps) {
        if (gives) {
          const one = canvas(width, height);
          given.add(one);
          spare.give(one);
        } else {
          const one = spare.take(width, height);
          if (one) {
            expect([one.width, one.height]).toEqual([width, height]);
            // Nobody else may be given it now.
            expect(given.delete(one)).toBe(true);
          }
        }
        const kept = [...given].filter((c) => c.width * c.height > 1);
        expect(kept.reduce((sum, c) => sum + c.width * c.height, 0)).toBeLessThanOrEqual(1500);
        expect(kept.length).toBeLessThanOrEqual(6);
      }
    }),
  );
});
