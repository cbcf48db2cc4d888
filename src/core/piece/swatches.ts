// Swatches: colours and gradients with names. Layers linked to one follow it; taking one away leaves them as they look.
import { current, produce } from 'immer';
import { labOfHex } from '../colour/oklab';
import type { Colour, Fill, Swatch } from '../values/fill';
import { unlinked } from '../values/gradient';
import { hexOf, type Swatches } from '../values/swatches';
import type { Piece } from './schema';

type Tree = Record<string, unknown> | unknown[];
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null;

/**
 * Visits every place where a document refers to a swatch, and puts what `instead` gives there (undefined leaves it).
 */
function replaceReferences(
  tree: Tree,
  instead: (id: string, as: 'colour' | 'gradient', holder: Record<string, unknown>) => unknown,
): void {
  const record = tree as Record<string, unknown>;
  for (const [key, value] of Object.entries(record)) {
    if (key === 'gradientSwatch' && typeof value === 'string') {
      const v = instead(value, 'gradient', record);
      if (v !== undefined) record[key] = v;
    } else if (isTree(value)) {
      const id = (value as { swatch?: unknown }).swatch;
      if (typeof id === 'string') {
        const v = instead(id, 'colour', record);
        if (v !== undefined) record[key] = v;
      } else replaceReferences(value, instead);
    }
  }
}

/** Adds a swatch, or changes the one of that id. */
export const putSwatch = (piece: Piece, swatch: Swatch): Piece =>
  produce(piece, (draft) => {
    const at = draft.swatches.findIndex((s) => s.id === swatch.id);
    if (at < 0) draft.swatches.push(swatch);
    else draft.swatches[at] = swatch;
  });

/** Takes a swatch away; what was linked to it keeps its look. */
export const removeSwatch = (piece: Piece, id: string): Piece =>
  produce(piece, (draft) => {
    const swatch = piece.swatches.find((s) => s.id === id);
    if (!swatch) return;
    replaceReferences(draft.slides as Tree, (wanted, as, holder) => {
      if (wanted !== id) return undefined;
      if (as === 'colour') return hexOf({ swatch: id }, piece);
      // Only fills are linked to gradients.
      holder.gradient = unlinked(current(holder) as unknown as Fill, piece).gradient;
      holder.gradientLie = null;
      return null;
    });
    draft.swatches = draft.swatches.filter((s) => s.id !== id);
  });

/** How many layers of the piece are linked to a swatch. */
export function usesOf(piece: Piece, id: string): number {
  let n = 0;
  const visit = (v: unknown): boolean =>
    isTree(v) &&
    Object.entries(v).some(([k, x]) => ((k === 'swatch' || k === 'gradientSwatch') && x === id) || visit(x));
  for (const slide of piece.slides) for (const layer of slide.layers) if (visit(layer)) n++;
  return n;
}

/** The accent of the house; else the swatch that stands out most, by its chroma, or an amber of our own. */
export function accentOf({ swatches }: Swatches): { colour: Colour; hex: string } {
  const chroma = (hex: string): number => {
    const [, a, b] = labOfHex(hex);
    return Math.hypot(a, b);
  };
  const coloured = swatches.flatMap(({ id, colour }) => (colour === undefined ? [] : [{ id, colour }])),
    said = swatches.find((s) => s.role === 'accent' && s.colour !== undefined),
    [first] = said
      ? [{ id: said.id, colour: said.colour! }]
      : coloured.sort((p, q) => chroma(q.colour) - chroma(p.colour));
  return first ? { colour: { swatch: first.id }, hex: first.colour } : { colour: '#f2a31b', hex: '#f2a31b' };
}
