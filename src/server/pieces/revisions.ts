// Earlier versions of a piece: listed, named, and thinned when they are old.
import type { Knex } from 'knex';
import type { Piece } from '../../core/piece/schema';
import { listedVersions } from '../../core/piece/versions';
import type { Page } from '../cursor';
import { database } from '../database';
import { notFound, Problem } from '../problem';
import { opened } from './document';
import { summaryOfPiece } from './summary';

/**
 * Days for which every saved revision can be restored, and a deleted piece lies in the bin. Of earlier days the last
 * revision stays.
 */
export const KEPT_DAYS = 30;
export const DAY = 86_400_000;

export interface RevisionSummary {
  row: number;
  revision: number;
  kind: 'saved' | 'refused';
  /** Given by somebody: it stays for ever. */
  name: string | null;
  savedAt: string;
}

type RevisionRow = {
  piece_id: string;
  row: number;
  revision: number;
  kind: 'saved' | 'refused';
  name: string | null;
  saved_at: Date;
};
const LISTED_OF_REVISION = ['row', 'revision', 'kind', 'name', 'saved_at'] as const;
const revisionFrom = (r: Omit<RevisionRow, 'piece_id'>): RevisionSummary => ({
  row: r.row,
  revision: r.revision,
  kind: r.kind,
  name: r.name,
  savedAt: r.saved_at.toISOString(),
});

/** Versions that are looked through for a list. */
const MOST_VERSIONS = 20_000;

/** Versions of a piece as they are listed, newest first. @param now ms, for tests @throws Problem 404 */
export async function listVersions(id: string, now = Date.now()): Promise<Page<RevisionSummary>> {
  await summaryOfPiece(id);
  const rows = await database()<RevisionRow>('revisions')
    .where({ piece_id: id })
    .orderBy('row', 'desc')
    .limit(MOST_VERSIONS)
    .select(...LISTED_OF_REVISION);
  return { items: listedVersions(rows.map(revisionFrom), now), next: null };
}

/** Gives a revision a name; an empty one takes it away. @throws Problem 404 */
export async function nameRevision(id: string, row: number, name: string): Promise<RevisionSummary> {
  await database()('revisions')
    .where({ piece_id: id, row })
    .update({ name: name || null });
  const found = await database()<RevisionRow>('revisions')
    .where({ piece_id: id, row })
    .first(...LISTED_OF_REVISION);
  if (!found) throw notFound('revision');
  return revisionFrom(found);
}

/** Revisions of a piece, newest first. @throws Problem 404, or 400 for a broken cursor */
export async function listRevisions(
  id: string,
  { cursor, limit }: { cursor?: string; limit: number } = { limit: 200 },
): Promise<Page<RevisionSummary>> {
  if (cursor !== undefined && !/^\d{1,9}$/.test(cursor))
    throw new Problem(400, 'The cursor is not valid', 'Take `next` of the page before.', [
      { path: '/cursor', reason: 'not a cursor' },
    ]);
  await summaryOfPiece(id);
  const rows: RevisionRow[] = await database()('revisions')
    .where({ piece_id: id })
    .modify((q) => {
      if (cursor !== undefined) void q.where('row', '<', Number(cursor));
    })
    .orderBy('row', 'desc')
    .limit(limit + 1)
    .select(...LISTED_OF_REVISION);
  const items = rows.slice(0, limit).map(revisionFrom);
  return { items, next: rows.length > limit ? String(items[limit - 1].row) : null };
}

/** The document of one revision. @throws Problem 404, or 422 where it is damaged */
export async function readRevision(id: string, row: number): Promise<Piece> {
  const found = await database()<{ row: number; piece_id: string; document: string }>('revisions')
    .where({ piece_id: id, row })
    .first();
  if (!found) throw notFound('revision');
  return opened(found.document);
}

/**
 * Of days longer ago than `KEPT_DAYS` the last saved revision stays, and whatever was refused or has a name: what a
 * piece was like is never lost.
 */
export async function thin(trx: Knex.Transaction, id: string, now: Date): Promise<void> {
  const old = await trx<{ row: number; saved_at: Date; piece_id: string; kind: string }>('revisions')
    .where({ piece_id: id, kind: 'saved' })
    .whereNull('name')
    .where('saved_at', '<', new Date(now.getTime() - KEPT_DAYS * DAY))
    .orderBy('row', 'desc')
    .select('row', 'saved_at');
  if (!old.length) return;
  const last = new Map<string, number>();
  for (const r of old) {
    const day = r.saved_at.toISOString().slice(0, 10);
    if (!last.has(day)) last.set(day, r.row);
  }
  const stay = new Set(last.values()),
    gone = old.filter((r) => !stay.has(r.row)).map((r) => r.row);
  if (gone.length) await trx('revisions').whereIn('row', gone).delete();
}
