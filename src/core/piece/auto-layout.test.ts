// Sizes that follow until somebody adjusts them.
import { flat, headline, ids, scene } from '../testing/scenes';
import { hasAuto, noteAdjusted, unlaid, withLaid } from './auto-layout';
import { changeLayers } from './edits';
import { makePiece } from './make';
import type { Piece } from './schema';
import { setIn } from './set-in-size';

function piece(): Piece {
  const { piece: p } = scene((z) => [flat('ground', '#123456')(z), headline('Long views', '#ffffff')(z)]);
  return { ...p, sizes: [...p.sizes, { ...p.sizes[0], id: 'narrow', width: 300, height: 500, auto: true }] };
}
const slide = piece().slides[0].id;
const box = (x: number) => ({ x, y: 40, width: 240, height: 66 });

it('a hero’s narrow layout begins so, other sizes do not', () => {
  expect(hasAuto(makePiece('Hero', { destination: 'hero' }, ids()))).toBe(true);
  expect(hasAuto(makePiece('Post', { destination: 'square-post' }, ids()))).toBe(false);
});

it('a size is laid out anew, and keeps what else it has of its own', () => {
  const strong = setIn(piece(), slide, ['text'], 'narrow', { strengths: { backing: 0.4 } }, 'this'),
    laid = withLaid(strong, 'narrow', { [slide]: { text: { box: box(20), fontSize: 40 } } });
  expect(laid.slides[0].layers[1].overrides.narrow).toEqual({
    strengths: { backing: 0.4 },
    box: box(20),
    fontSize: 40,
  });
  expect(withLaid(laid, 'narrow', { [slide]: { text: { box: box(20), fontSize: 40 } } })).toBe(laid);
  expect(unlaid(laid, 'narrow').slides[0].layers[1].overrides.narrow).toEqual({ strengths: { backing: 0.4 } });
});

it('it follows until its layout is set by hand; another edit, a strength, a new layer leave it so', () => {
  const p = piece(),
    words = changeLayers(p, slide, ['text'], (l) => void (l.kind === 'text' && (l.text = 'Slow trains'))),
    strong = setIn(p, slide, ['text'], 'narrow', { opacity: 0.4 }, 'this'),
    moved = setIn(p, slide, ['text'], 'narrow', { box: box(5) }, 'this');
  expect(noteAdjusted(p, words)).toBe(words);
  expect(noteAdjusted(p, strong)).toBe(strong);
  expect(noteAdjusted(p, moved).sizes[1].auto).toBe(false);
});
