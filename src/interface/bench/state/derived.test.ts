// What follows from parts of the state is computed when one of them is another, and only then.
import { derived } from './derived';

interface State {
  names: readonly string[];
  size: number;
  moved: number;
}

test('it is computed once for a state, and again where a part is another', () => {
  let computed = 0;
  const longest = derived(
    (s: State) => [s.names, s.size],
    (names, size) => {
      computed++;
      return names.filter((n) => n.length >= size).join();
    },
  );
  const first: State = { names: ['Varn', 'Hollin'], size: 5, moved: 0 };
  expect([longest(first), longest(first), longest({ ...first, moved: 1 })]).toEqual(['Hollin', 'Hollin', 'Hollin']);
  expect(computed).toBe(1);
  expect(longest({ ...first, size: 3 })).toBe('Varn,Hollin');
  expect(longest(first)).toBe('Hollin');
  expect(computed).toBe(3);
});

test('it keeps what is nothing, too', () => {
  let computed = 0;
  const none = derived(
    (s: { all: number[] }) => [s.all],
    (all) => {
      computed++;
      return all.find((n) => n > 9);
    },
  );
  const s = { all: [1, 2] };
  expect([none(s), none({ ...s })]).toEqual([undefined, undefined]);
  expect(computed).toBe(1);
});
