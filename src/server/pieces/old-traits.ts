// Pieces that were saved before lists knew by what they are found: looked through once, after the server has started.
import { database } from '../database';
import { Problem } from '../problem';
import { opened } from './document';
import { listedColumns, noteTraits, type Row } from './summary';

/** Pieces that are looked through together. */
const TOGETHER = 20;

/** Notes the traits of all pieces of which nobody has. Several processes may do so at once. @returns how many */
export async function noteOldTraits(): Promise<number> {
  let n = 0;
  for (let after = ''; ;) {
    const rows = await database()<Row & { traits_of: number | null }>('pieces')
      .whereNull('traits_of')
      .where('id', '>', after)
      .orderBy('id')
      .limit(TOGETHER)
      .select('id', 'revision', 'document');
    if (!rows.length) return n;
    for (const { id, revision, document } of rows) {
      after = id;
      try {
        const piece = opened(document);
        await noteTraits(database(), id, piece);
        await database()('pieces').where({ id, revision }).update(listedColumns(piece, revision));
        n++;
      } catch (e) {
        // A damaged one is said to be when it is opened.
        if (!(e instanceof Problem)) throw e;
      }
    }
  }
}
