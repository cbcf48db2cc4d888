// Work shared out: everything once, in order, and ended early where it should be.
import { sharedOut } from './shared-out';

const later = <T>(value: T, ms: number): Promise<T> => new Promise((done) => setTimeout(() => done(value), ms));

it('each item is done once, by whoever is free, and found in the order of the items', async () => {
  const by: string[] = [];
  const found = await sharedOut(['slow', 'quick'], [1, 2, 3, 4, 5], async (who, item) => {
    by.push(`${who}${item}`);
    return later(item * 10, who === 'slow' ? 60 : 2);
  });
  expect(found).toEqual([10, 20, 30, 40, 50]);
  expect(by).toEqual(['slow1', 'quick2', 'quick3', 'quick4', 'quick5']);
});

it('an item goes only to whom it belongs', async () => {
  const by = new Map<number, string>();
  await sharedOut(
    ['odd', 'even'],
    [1, 2, 3, 4],
    (who, item) => later(by.set(item, who), 1),
    undefined,
    (who, item) => (item % 2 ? 'odd' : 'even') === who,
  );
  expect([...by].sort()).toEqual([
    [1, 'odd'],
    [2, 'even'],
    [3, 'odd'],
    [4, 'even'],
  ]);
});

it('what is enough ends it; what is overtaken or fails begins nothing more', async () => {
  let begun = 0;
  const count = (_: string, item: number): Promise<number | null> => {
    begun++;
    return item === 9 ? Promise.resolve(null) : item === 8 ? Promise.reject(new Error('broken')) : later(item, 1);
  };
  expect(await sharedOut(['a'], [1, 2, 3], count, (found) => found.length === 2)).toEqual([1, 2]);
  expect(begun).toBe(2);
  expect(await sharedOut(['a'], [1, 9, 3], count)).toBeNull();
  expect(begun).toBe(4);
  await expect(sharedOut(['a', 'b'], [8, 1, 2, 3, 4], count)).rejects.toThrow('broken');
  await later(null, 5);
  expect(begun).toBe(6);
});
