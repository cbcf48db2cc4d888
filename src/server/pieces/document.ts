// Documents from outside and from the database, checked before anybody works on them.
import type { Piece } from '../../core/piece/schema';
import { openPiece } from '../../core/piece/upgrade';
import { Problem } from '../problem';

/** Validates a document from outside. @throws Problem 422 with every fault */
export function documentFrom(raw: unknown): Piece {
  const opened = openPiece(raw);
  if (!opened.ok) throw new Problem(422, 'The piece is not valid', opened.faults[0]?.reason, opened.faults);
  return opened.piece;
}

/** A stored document. @throws Problem 422 where it cannot be opened any more, saying so */
export function opened(document: string): Piece {
  try {
    return documentFrom(JSON.parse(document));
  } catch (e) {
    throw new Problem(
      422,
      'This version is damaged',
      `It cannot be read (${e instanceof Problem ? (e.faults[0]?.reason ?? e.detail) : 'it is not JSON'}). It stays as it is; restoring an earlier version makes a new one of that.`,
      e instanceof Problem ? e.faults : [],
      { damaged: true },
    );
  }
}
