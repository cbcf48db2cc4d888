// A piece is called by its headline until somebody names it.
import { makeText } from '../kinds/text';
import { ids } from '../testing/scenes';
import { renamePiece } from './edits';
import { makePiece } from './make';
import { headlineOf, nameOf, wordsOf } from './name';

const piece = (...texts: [string, number][]) => ({
  ...makePiece('New square post', { width: 800, height: 800 }, ids(), (z) =>
    texts.map(([text, fontSize], i) => ({ ...makeText(`t${i}`, text, z), fontSize })),
  ),
  named: false,
});

it('by its largest text, its lines as one', () => {
  expect(nameOf(piece(['From 2 May', 30], ['Slow trains,\nlong views', 90]))).toBe('Slow trains, long views');
});
it('as it began while there are no words', () => {
  expect(nameOf(piece())).toBe('New square post');
  expect(nameOf(piece(['  ', 90]))).toBe('New square post');
});
it('by hand for good', () => {
  const named = renamePiece(piece(['Slow trains', 90]), 'Spring campaign');
  expect(nameOf(named)).toBe('Spring campaign');
});
it('a long headline is cut at a word', () => {
  const name = headlineOf(piece(['Four trains a day from Varn Halt to Cairn Viaduct and back over the pass', 90]))!;
  expect(name).toBe('Four trains a day from Varn Halt to Cairn Viaduct and back…');
  expect(headlineOf(piece(['x'.repeat(90), 90]))).toHaveLength(61);
});
it('all its words are found, notes and texts', () => {
  const p = piece(['Slow trains', 90], ['From\n2 May', 30]);
  p.slides[0].note = 'Cover';
  expect(wordsOf(p)).toBe('Cover\nSlow trains\nFrom 2 May');
});
