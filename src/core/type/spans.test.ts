// Parts of a text: spans stay where they belong while the text around them changes.
import type { TextLayer } from '../kinds/text';
import { makeText } from '../kinds/text';
import type { Span } from '../values/text';
import {
  difference,
  excerpt,
  insertExcerpt,
  looksOf,
  scaleType,
  setText,
  setTypographically,
  sharedLook,
  spansAfterEdit,
  tidySpans,
  withPartLook,
} from './spans';

const SIZE = { id: 's', name: 's', width: 1000, height: 1000, shownWidth: 1000, destination: null };
const text = (words: string, spans: Span[] = []): TextLayer => ({ ...makeText('t', words, SIZE), spans });
const big = { fontSize: 90 },
  low = { baselineShift: -0.1 };
/** Spans as marks over the text: "..bb.." */
const drawn = (l: { text: string; spans: readonly Span[] }): string =>
  Array.from(l.text, (_, i) => (l.spans.find((s) => i >= s.start && i < s.end)?.look.fontSize ? 'b' : '.')).join('');

it('a look is laid on a range; neighbours of the same look join, taking it off leaves nothing behind', () => {
  let spans = withPartLook([], 2, 5, big, 10);
  expect(spans).toEqual([{ start: 2, end: 5, look: big }]);
  spans = withPartLook(spans, 5, 7, big, 10);
  expect(spans).toEqual([{ start: 2, end: 7, look: big }]);
  spans = withPartLook(spans, 4, 9, low, 10);
  expect(spans).toEqual([
    { start: 2, end: 4, look: big },
    { start: 4, end: 7, look: { ...big, ...low } },
    { start: 7, end: 9, look: low },
  ]);
  spans = withPartLook(spans, 0, 10, { baselineShift: undefined, fontSize: undefined }, 10);
  expect(spans).toEqual([]);
  expect(withPartLook(spans, 4, 4, big, 10)).toEqual([]);
});

it.each([
  ['typed before', 'ab**cd', 'X', 0, 0, '...bb..'],
  ['typed inside', 'ab**cd', 'X', 3, 0, '..bbb..'],
  ['typed right after: belongs to it', 'ab**cd', 'X', 4, 0, '..bbb..'],
  ['typed right before: does not', 'ab**cd', 'X', 2, 0, '...bb..'],
  ['deleted before', 'ab**cd', '', 0, 2, 'bb..'],
  ['deleted across its beginning', 'ab**cd', '', 1, 2, '.b..'],
  ['deleted across its end', 'ab**cd', '', 3, 2, '..b.'],
  ['deleted whole', 'ab**cd', '', 2, 2, '....'],
  ['replaced whole takes its look', 'ab**cd', 'XYZ', 2, 2, '..bbb..'],
  ['all replaced', 'ab**cd', 'Q', 0, 6, '.'],
])('%s', (_what, was, put, at, removed, want) => {
  const before = text(was, [{ start: 2, end: 4, look: big }]);
  const after = was.slice(0, at) + put + was.slice(at + removed);
  expect(drawn({ text: after, spans: spansAfterEdit(before.spans, at, removed, put.length, after.length) })).toBe(want);
});

it('finds what was replaced, also among repeated letters, by where the caret stands', () => {
  expect(difference('aaa', 'aaaa', 1)).toEqual({ at: 0, removed: 0, added: 1 });
  expect(difference('aaa', 'aaaa', 4)).toEqual({ at: 3, removed: 0, added: 1 });
  expect(difference('abc', 'abc')).toEqual({ at: 3, removed: 0, added: 0 });
  expect(difference('one two', 'one new two', 8)).toEqual({ at: 4, removed: 0, added: 4 });
  const layer = text('aaa', [{ start: 0, end: 1, look: big }]);
  setText(layer, 'aaaa', 1);
  expect(drawn(layer)).toBe('.b..');
});

it('after any number of random edits spans are in order, within the text, and never overlap', () => {
  let seed = 7;
  const next = (n: number): number => (seed = (seed * 48271) % 2147483647) % n;
  const layer = text('Slow trains, long views', [
    { start: 5, end: 11, look: big },
    { start: 13, end: 17, look: low },
  ]);
  for (let i = 0; i < 400; i++) {
    const at = next(layer.text.length + 1),
      removed = next(Math.min(6, layer.text.length - at + 1)),
      put = 'xyz'.slice(0, next(4));
    setText(layer, layer.text.slice(0, at) + put + layer.text.slice(at + removed), at + put.length);
    if (i % 7 === 0)
      layer.spans = withPartLook(layer.spans, next(10), 10 + next(10), i % 2 ? big : low, layer.text.length);
    expect(tidySpans(layer.spans, layer.text.length)).toEqual(layer.spans);
  }
});

it('runs cover the whole text once; what a range shares is told, what it does not is undefined', () => {
  const layer = text('Slow trains', [{ start: 5, end: 11, look: { fontSize: 90, underline: true } }]);
  expect(looksOf(layer).map((r) => [r.start, r.end, r.look.fontSize])).toEqual([
    [0, 5, layer.fontSize],
    [5, 11, 90],
  ]);
  expect(looksOf(text(''))).toHaveLength(1);
  expect(sharedLook(layer, 5, 11, 'fontSize')).toBe(90);
  expect(sharedLook(layer, 0, 11, 'fontSize')).toBeUndefined();
  expect(sharedLook(layer, 0, 11, 'case')).toBe('as-typed');
  // At a caret it is the look of the letter before, in which one goes on typing.
  expect(sharedLook(layer, 11, 11, 'underline')).toBe(true);
  expect(sharedLook(layer, 5, 5, 'underline')).toBe(false);
});

it('an excerpt takes its looks along, and is laid into another text without taking on that text’s', () => {
  const from = text('one TWO', [{ start: 4, end: 7, look: big }]),
    into = text('abcd', [{ start: 0, end: 4, look: low }]);
  insertExcerpt(into, 2, 2, excerpt(from, 2, 6));
  expect(into.text).toBe('abe TWcd');
  expect(into.spans).toEqual([
    { start: 0, end: 2, look: low },
    { start: 4, end: 6, look: big },
    { start: 6, end: 8, look: low },
  ]);
});

it('scales all sizes alike', () => {
  const layer = text('ab', [{ start: 1, end: 2, look: { fontSize: 30 } }]);
  layer.fontSize = 60;
  scaleType(layer, 1.5);
  expect([layer.fontSize, layer.spans[0].look.fontSize]).toEqual([90, 45]);
});

it('sets quotes, ellipses and pairs that must not be parted', () => {
  expect(setTypographically(text("\"It's\" 25 km to 'Varn'...")).text).toBe('“It’s” 25\u00a0km to ‘Varn’…');
  expect(setTypographically(text('a view of 8 May')).text).toBe('a\u00a0view of 8\u00a0May');
  const marked = setTypographically(text('x... y', [{ start: 5, end: 6, look: big }]));
  expect(drawn(marked)).toBe('...b');
});
