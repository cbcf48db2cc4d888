import { Kept } from './kept';

it('makes once what is asked for again, and drops what was not used longest when it grows too heavy', () => {
  const made: string[] = [],
    kept = new Kept<{ name: string; weight: number }>(10, (v) => v.weight);
  const get = (name: string, weight: number) => kept.get(name, () => (made.push(name), { name, weight }));
  const a = get('a', 4);
  get('b', 4);
  expect(get('a', 4)).toBe(a);
  get('c', 4);
  // b was used before a.
  expect(['a', 'b', 'c'].map((k) => kept.has(k))).toEqual([true, false, true]);
  get('heavy', 50);
  // The newest stays, however heavy; nothing else fits beside it.
  expect(['a', 'c', 'heavy'].map((k) => kept.has(k))).toEqual([false, false, true]);
  expect(made).toEqual(['a', 'b', 'c', 'heavy']);
});

it('keeps nothing of what could not be made', () => {
  const kept = new Kept<number>(3);
  expect(() =>
    kept.get('x', () => {
      throw new Error('no');
    }),
  ).toThrow('no');
  expect(kept.has('x')).toBe(false);
  expect(kept.get('x', () => 7)).toBe(7);
});
