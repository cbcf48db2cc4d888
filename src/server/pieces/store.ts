// Pieces: saved whole with a revision. A save against an older revision is refused, and both versions are kept.
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { withHouse } from '../../core/house/follow';
import { nameOf } from '../../core/piece/name';
import { assetsOf } from '../../core/piece/resolve';
import type { Piece } from '../../core/piece/schema';
import { database, transaction } from '../database';
import { notFound, Problem } from '../problem';
import { checkRoom } from '../room';
import { campaignFor } from './campaigns';
import { opened } from './document';
import { type House, houseIfWhole } from './house';
import { readRevision, thin } from './revisions';
import { addTraits, listedColumns, noteTraits, type Row, summaryOfPiece } from './summary';

export interface StoredPiece {
  id: string;
  campaign: string;
  revision: number;
  changedAt: string;
  /** What a picture of it depends on. */
  look: string;
  piece: Piece;
}

async function checkAssets(piece: Piece): Promise<void> {
  const wanted = assetsOf(piece);
  if (!wanted.length) return;
  const there = new Set(
    (
      await database()<{ id: string }>('assets')
        .whereIn('id', wanted)
        .where('mime', 'like', 'image/%')
        .where('width', '>', 0)
        .select('id')
    ).map((r) => r.id),
  );
  const missing = wanted.filter((a) => !there.has(a));
  if (missing.length)
    throw new Problem(
      422,
      'A picture of the piece is not here',
      `Upload it first: ${missing[0]}`,
      missing.map((m) => ({ path: '/slides', reason: `the picture ${m} is not stored` })),
    );
}

/** Which assets a piece uses, for lists. */
async function noteAssets(trx: Knex.Transaction, id: string, piece: Piece): Promise<void> {
  const wanted = assetsOf(piece);
  await trx('piece_assets').where({ piece_id: id }).whereNotIn('asset_id', wanted).delete();
  await addAssets(trx, id, wanted);
}

async function addAssets(trx: Knex.Transaction, id: string, wanted: readonly string[]): Promise<void> {
  if (wanted.length)
    await trx('piece_assets')
      .insert(wanted.map((asset_id) => ({ piece_id: id, asset_id })))
      .onConflict(['piece_id', 'asset_id'])
      .ignore();
}

export async function createPiece(piece: Piece, campaign?: string, id = nanoid(12)): Promise<StoredPiece> {
  await checkAssets(piece);
  const campaignId = await campaignFor(campaign);
  const now = new Date(),
    document = JSON.stringify(piece);
  await checkRoom(2 * document.length);
  await transaction((trx) => insertPiece(trx, { id, campaign: campaignId, piece, document, at: now }));
  return { id, campaign: campaignId, revision: 1, changedAt: now.toISOString(), look: '1.0', piece };
}

/** Puts a piece into the database that is not there. @param document its own text, which stays as it is */
export async function insertPiece(
  trx: Knex.Transaction,
  { id, campaign, piece, document, at }: { id: string; campaign: string; piece: Piece; document: string; at: Date },
): Promise<void> {
  await trx('pieces').insert({
    id,
    campaign_id: campaign,
    name: nameOf(piece).slice(0, 200),
    ...listedColumns(piece, 1),
    revision: 1,
    document,
    template: piece.template === true,
    created_at: at,
    changed_at: at,
  });
  await trx('revisions').insert({ piece_id: id, revision: 1, kind: 'saved', document, saved_at: at });
  // None of it is there yet: looking for what to take away would lock its neighbours.
  await addAssets(trx, id, assetsOf(piece));
  await addTraits(trx, id, piece);
}

export interface StoredDocument {
  id: string;
  name: string;
  /** As it is stored, to the byte. */
  document: string;
}

/**
 * Documents of a campaign's pieces that are not in the bin, the oldest first. @param ids only these @throws Problem 404
 */
export async function documentsOf(campaign: string, ids: readonly string[] | null): Promise<StoredDocument[]> {
  const rows = await database()<Row>('pieces')
    .where({ campaign_id: campaign })
    .whereNull('deleted_at')
    .modify((q) => {
      if (ids) void q.whereIn('id', [...ids]);
    })
    .orderBy([{ column: 'created_at' }, { column: 'id' }])
    .select('id', 'name', 'document');
  if (ids && rows.length < ids.length) throw notFound('piece');
  return rows;
}

/** Those of some ids that pieces have already, in the bin or out of it. */
export async function takenIds(ids: readonly string[]): Promise<Set<string>> {
  const rows = ids.length
    ? await database()<Row>('pieces')
        .whereIn('id', [...ids])
        .select('id')
    : [];
  return new Set(rows.map((r) => r.id));
}

/**
 * The piece, in line with the house style of its campaign. @throws Problem 404, or 422 where its document is damaged
 */
export async function readPiece(id: string): Promise<StoredPiece> {
  const row = await database()<Row>('pieces').where({ id }).whereNull('deleted_at').first();
  if (!row) throw notFound('piece');
  let piece: Piece;
  try {
    piece = opened(row.document);
  } catch (e) {
    // Said in lists from now on; the document itself is left as it is.
    if (!row.damaged) await database()('pieces').where({ id, revision: row.revision }).update({ damaged: true });
    throw e;
  }
  return storedFrom(row, piece, await houseIfWhole(row.campaign_id));
}

/** A piece that others are made of. @param path where it was named @throws Problem 404, 422 where it is no template */
export async function readTemplate(id: string, path: string): Promise<StoredPiece> {
  const stored = await readPiece(id);
  if (!stored.piece.template)
    throw new Problem(422, 'It is no template', 'Make one of it first: name its places.', [
      { path, reason: 'a piece that is no template' },
    ]);
  return stored;
}

export const storedFrom = (row: Row, piece: Piece, house: House | null): StoredPiece => ({
  id: row.id,
  campaign: row.campaign_id,
  revision: row.revision,
  changedAt: row.changed_at.toISOString(),
  look: `${row.revision}.${house?.revision ?? 0}`,
  piece: house ? withHouse(piece, house.style) : piece,
});

/**
 * Saves a document over a revision.
 * @throws Problem 409 where someone saved since: the piece stays as it is, and the refused document is kept among its
 * revisions
 */
export async function savePiece(id: string, over: number, piece: Piece): Promise<StoredPiece> {
  await checkAssets(piece);
  const now = new Date(),
    document = JSON.stringify(piece);
  await checkRoom(2 * document.length);
  const outcome = await transaction(async (trx) => {
    const row = await trx<Row>('pieces').where({ id }).forUpdate().first();
    if (!row || row.deleted_at) throw notFound('piece');
    if (row.revision !== over) {
      // The same document again (an answer lost on the way) is no conflict.
      if (row.document === document) return { stored: row };
      await trx('revisions').insert({ piece_id: id, revision: over, kind: 'refused', document, saved_at: now });
      return { conflict: row.revision };
    }
    const revision = over + 1;
    await trx('pieces')
      .where({ id })
      .update({
        name: nameOf(piece).slice(0, 200),
        ...listedColumns(piece, revision),
        revision,
        document,
        template: piece.template === true,
        damaged: false,
        changed_at: now,
      });
    await trx('revisions').insert({ piece_id: id, revision, kind: 'saved', document, saved_at: now });
    await noteAssets(trx, id, piece);
    await noteTraits(trx, id, piece);
    await thin(trx, id, now);
    return { stored: { ...row, revision, changed_at: now } };
  });
  if ('conflict' in outcome)
    throw new Problem(
      409,
      'The piece was changed elsewhere',
      `It is at revision ${outcome.conflict}, your edits began at ${over}. Both versions are kept.`,
      [],
      { revision: outcome.conflict },
    );
  const row = outcome.stored!;
  return {
    id,
    campaign: row.campaign_id,
    revision: row.revision,
    changedAt: row.changed_at.toISOString(),
    look: (await summaryOfPiece(id)).look,
    piece,
  };
}

/**
 * Makes an earlier version the present one, as a new revision; what is there now stays among the revisions. @throws
 * Problem 404 or 422
 */
export async function restoreRevision(id: string, row: number): Promise<StoredPiece> {
  const piece = await readRevision(id, row),
    { revision } = await summaryOfPiece(id);
  return savePiece(id, revision, piece);
}
