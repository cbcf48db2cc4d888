// By what a piece is found among thousands: where it goes, its fonts, its colours, and every word in it.
import { labOfHex } from '../colour/oklab';
import { coloursUsed } from './colours-used';
import { wordsOf } from './name';
import { familiesIn } from './resolve';
import { oneLine } from '../values/plain';
import type { Piece } from './schema';

export const TRAITS = ['destination', 'font', 'colour'] as const;
export type Trait = (typeof TRAITS)[number];

/** Colours that are kept of a piece: those used most. */
const COLOURS = 12;

/** What a piece is found by, each once. Colours are #rrggbb, the most used first. */
export function traitsOf(piece: Piece): Record<Trait, string[]> {
  const seen = { ...piece, slides: piece.slides.map((s) => ({ ...s, layers: s.layers.filter((l) => l.visible) })) };
  return {
    destination: [...new Set(piece.sizes.flatMap((s) => s.destination ?? []))],
    font: familiesIn(seen).sort(),
    colour: [...new Set(coloursUsed(piece).map((c) => c.slice(0, 7)))].slice(0, COLOURS),
  };
}

/** Words, notes, names of parts, alternative texts: all that a search looks through. */
export const searchedIn = (piece: Piece): string =>
  [
    wordsOf(piece),
    ...new Set(
      piece.slides.flatMap((s) => [
        oneLine(s.alternative),
        ...s.layers.map((l) => oneLine(l.name)),
        ...s.groups.map((g) => oneLine(g.name)),
      ]),
    ),
  ]
    .filter(Boolean)
    .join('\n');

/** OKLab distance below which two colours are taken for the same when pieces are looked for. */
const SAME = 0.06;
/** @param near OKLab distance that still counts */
export function isNearColour(a: string, b: string, near = SAME): boolean {
  const [l, x, y] = labOfHex(a),
    [m, u, v] = labOfHex(b);
  return Math.hypot(l - m, x - u, y - v) < near;
}
