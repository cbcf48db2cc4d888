// What a piece is called: by its headline until somebody names it.
import { isText } from '../kinds/layers';
import { oneLine } from '../values/plain';
import type { Piece } from './schema';

const MOST = 60;

/** All words of a piece, text by text, for searching. */
export const wordsOf = (piece: Pick<Piece, 'slides'>): string =>
  piece.slides
    .flatMap((s) => [s.note, ...s.layers.filter(isText).map((l) => l.text)])
    .map(oneLine)
    .filter(Boolean)
    .join('\n');

/** Its largest text on the first slide that has one, cut at a word; null where there are no words. */
export function headlineOf(piece: Pick<Piece, 'slides'>): string | null {
  for (const { layers } of piece.slides) {
    const texts = layers.filter(isText).filter((l) => l.visible && l.text.trim());
    if (!texts.length) continue;
    const words = oneLine(texts.reduce((a, b) => (b.fontSize > a.fontSize ? b : a)).text);
    if (words.length <= MOST) return words;
    const cut = words.slice(0, MOST),
      space = cut.lastIndexOf(' ');
    return `${cut.slice(0, space > MOST / 2 ? space : MOST).trimEnd()}…`;
  }
  return null;
}

/** What it is called now. */
export const nameOf = (piece: Pick<Piece, 'name' | 'named' | 'slides'>): string =>
  piece.named ? piece.name : (headlineOf(piece) ?? piece.name);
