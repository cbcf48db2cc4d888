// Letters that a reader's own text layout shows just so where it is told their places: each one glyph of one character.
import { isFont, type LoadedFont } from '../../type/font';
import type { VectorLetters } from '../../paint/vectors';
import type { Filled, Node } from './drawn';

export interface PlainRun {
  font: LoadedFont;
  /** Font size in pixels of the text. */
  size: number;
  /** What each says, and where its glyph lies, in pixels of the text. */
  letters: { text: string; x: number; y: number }[];
}

/**
 * The letters of an outline as runs of one font, size and line.
 * @returns null where ligatures, marks or letters from right to left are among them, or where their turn and their
 * paint would not go together
 */
export function plainLetters({ letters: of, paint }: Filled): PlainRun[] | null {
  if (!of) return null;
  const { letters, text, t } = of;
  if (paint.kind === 'vector' && (t[1] !== 0 || t[2] !== 0)) return null;
  const runs: (PlainRun & { line: number })[] = [];
  for (const { start, end, glyphs, size, line, rightToLeft } of letters) {
    const own = text.slice(start, end),
      [g] = glyphs,
      space = /^\s*$/u.test(own);
    // A line's end has nothing to show.
    if (space && (own !== ' ' || !g)) continue;
    if (glyphs.length !== 1 || rightToLeft || [...own].length !== 1) return null;
    if (!isFont(g.font)) return null;
    let run = runs.at(-1);
    if (run?.font !== g.font || run.size !== size || run.line !== line) {
      if (space) continue;
      runs.push((run = { font: g.font, size, line, letters: [] }));
    }
    run.letters.push({ text: own, x: g.x, y: g.y });
  }
  return runs;
}

/** Fills within nodes, groups and all. */
export const fillsIn = (nodes: readonly Node[]): Filled[] =>
  nodes.flatMap((x) => (x.node === 'fill' ? [x] : x.node === 'group' ? fillsIn(x.nodes) : []));

/** Letters within nodes. */
export const lettersIn = (nodes: readonly Node[]): VectorLetters[] => fillsIn(nodes).flatMap((x) => x.letters ?? []);
