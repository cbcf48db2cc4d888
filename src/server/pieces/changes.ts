// What is done to pieces without opening them, several at once: moved, archived, put into the bin and taken out of it,
// given a day they are due; copied.
import { nanoid } from 'nanoid';
import { renamePiece } from '../../core/piece/edits';
import { database, transaction } from '../database';
import { notFound, Problem } from '../problem';
import { emptyBin } from './bin';
import { createPiece, readPiece } from './store';
import { type PieceSummary, summariesOf } from './summary';

export interface Change {
  campaign?: string;
  archived?: boolean;
  binned?: boolean;
  /** YYYY-MM-DD; null takes it away. */
  dueOn?: string | null;
}

/**
 * Changes pieces together: all of them, or where one is not there, none. House colours that another campaign does not
 * have become a piece's own when it is read.
 * @throws Problem 404
 */
export async function changePieces(ids: readonly string[], how: Change): Promise<PieceSummary[]> {
  if (how.campaign !== undefined && !(await database()('campaigns').where({ id: how.campaign }).first('id')))
    throw notFound('campaign');
  const now = new Date();
  await transaction(async (trx) => {
    const there = (await trx('pieces')
      .whereIn('id', [...ids])
      .forUpdate()
      .select('id', 'deleted_at')) as { id: string; deleted_at: Date | null }[];
    // What is in the bin is only taken out of it.
    if (there.length < new Set(ids).size || (how.binned !== false && there.some((p) => p.deleted_at)))
      throw notFound('piece');
    await trx('pieces')
      .whereIn('id', [...ids])
      .update({
        ...(how.campaign === undefined ? {} : { campaign_id: how.campaign }),
        ...(how.archived === undefined ? {} : { archived_at: how.archived ? now : null }),
        ...(how.binned === undefined ? {} : { deleted_at: how.binned ? now : null }),
        ...(how.dueOn === undefined ? {} : { due_on: how.dueOn }),
      });
  });
  if (how.binned) await emptyBin();
  return summariesOf(ids);
}

/** Copies beside the originals. One that cannot be opened is left out. @throws Problem 404 */
export async function copyPieces(ids: readonly string[]): Promise<PieceSummary[]> {
  const made: string[] = [];
  for (const id of ids)
    try {
      const { piece, campaign } = await readPiece(id),
        copy = renamePiece(piece, `${piece.name.slice(0, 190)} (copy)`);
      made.push((await createPiece(copy, campaign, nanoid(12))).id);
    } catch (e) {
      if (!(e instanceof Problem) || ids.length === 1) throw e;
    }
  return summariesOf(made);
}
