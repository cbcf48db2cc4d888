// Pieces: saved whole with a revision. A save against an older revision is refused, and both versions are kept.
import { nanoid } from 'nanoid';
import { assetsOf } from '../core/piece/resolve';
import type { Piece, Swatch } from '../core/piece/schema';
import { withHouse } from '../core/piece/swatches';
import { openPiece } from '../core/piece/upgrade';
import { database } from './database';
import { notFound, Problem } from './problem';

/** Days for which every saved revision can be restored. */
export const KEPT_DAYS = 30;

export interface StoredPiece {
  id: string;
  campaign: string;
  revision: number;
  changedAt: string;
  piece: Piece;
}

export interface PieceSummary {
  id: string;
  campaign: string;
  name: string;
  revision: number;
  changedAt: string;
  sizes: { id: string; name: string; width: number; height: number; destination: string | null }[];
  slides: number;
}

export interface Campaign {
  id: string;
  name: string;
}

type Row = { id: string; campaign_id: string; name: string; revision: number; document: string; created_at: Date; changed_at: Date };

/** Validates a document from outside. @throws Problem 422 with every fault */
export function documentFrom(raw: unknown): Piece {
  const opened = openPiece(raw);
  if (!opened.ok) throw new Problem(422, 'The piece is not valid', opened.faults[0]?.reason, opened.faults);
  return opened.piece;
}

async function checkAssets(piece: Piece): Promise<void> {
  const wanted = assetsOf(piece);
  if (!wanted.length) return;
  const there = new Set((await database()<{ id: string }>('assets').whereIn('id', wanted).select('id')).map((r) => r.id));
  const missing = wanted.filter((a) => !there.has(a));
  if (missing.length) throw new Problem(422, 'A picture of the piece is not here', `Upload it first: ${missing[0]}`, missing.map((m) => ({ path: '/slides', reason: `the picture ${m} is not stored` })));
}

export async function listCampaigns(): Promise<Campaign[]> {
  return database()<{ id: string; name: string; created_at: Date }>('campaigns').orderBy('created_at').select('id', 'name');
}

export async function createCampaign(name: string, id = nanoid(12)): Promise<Campaign> {
  await database()('campaigns').insert({ id, name, created_at: new Date() });
  return { id, name };
}

/** The campaign of that id; without one, the newest, or a first one made now. @throws Problem 404 */
async function campaignFor(id: string | undefined): Promise<string> {
  const query = database()<{ id: string; created_at: Date }>('campaigns');
  const row = await (id ? query.where({ id }) : query.orderBy('created_at', 'desc')).first();
  if (row) return row.id;
  if (id) throw notFound('campaign');
  return (await createCampaign('First campaign')).id;
}

const summary = (r: Row): PieceSummary => {
  const doc = JSON.parse(r.document) as Piece;
  return { id: r.id, campaign: r.campaign_id, name: r.name, revision: r.revision, changedAt: r.changed_at.toISOString(), sizes: doc.sizes?.map(({ id, name, width, height, destination }) => ({ id, name, width, height, destination })) ?? [], slides: doc.slides?.length ?? 0 };
};

export async function listPieces(): Promise<PieceSummary[]> {
  return (await database()<Row>('pieces').orderBy('changed_at', 'desc').limit(1000)).map(summary);
}

export async function createPiece(piece: Piece, campaign?: string, id = nanoid(12)): Promise<StoredPiece> {
  await checkAssets(piece);
  const campaignId = await campaignFor(campaign);
  const now = new Date(), document = JSON.stringify(piece);
  await database().transaction(async (trx) => {
    await trx('pieces').insert({ id, campaign_id: campaignId, name: piece.name, revision: 1, document, created_at: now, changed_at: now });
    await trx('revisions').insert({ piece_id: id, revision: 1, kind: 'saved', document, saved_at: now });
  });
  return { id, campaign: campaignId, revision: 1, changedAt: now.toISOString(), piece };
}

/** The piece, its house swatches as the campaign has them now. @throws Problem 404 */
export async function readPiece(id: string): Promise<StoredPiece> {
  const row = await database()<Row>('pieces').where({ id }).first();
  if (!row) throw notFound('piece');
  const piece = documentFrom(JSON.parse(row.document));
  const house = piece.swatches.some((s) => s.house) ? await readHouse(row.campaign_id) : [];
  return { id, campaign: row.campaign_id, revision: row.revision, changedAt: row.changed_at.toISOString(), piece: withHouse(piece, house) };
}

/** Swatches of a campaign's house style. @throws Problem 404 */
export async function readHouse(campaign: string): Promise<Swatch[]> {
  const row = await database()<{ id: string; swatches: string | null }>('campaigns').where({ id: campaign }).first();
  if (!row) throw notFound('campaign');
  return row.swatches ? (JSON.parse(row.swatches) as Swatch[]) : [];
}

/** Replaces the swatches of a house style; pieces follow when they are next read. @throws Problem 404 */
export async function saveHouse(campaign: string, swatches: readonly Swatch[]): Promise<Swatch[]> {
  const house = swatches.map((s) => ({ ...s, house: true }));
  const n = await database()('campaigns').where({ id: campaign }).update({ swatches: JSON.stringify(house) });
  if (!n) throw notFound('campaign');
  return house;
}

/**
 * Saves a document over a revision.
 * @throws Problem 409 where someone saved since: the piece stays as it is, and the refused document is kept among its revisions
 */
export async function savePiece(id: string, over: number, piece: Piece): Promise<StoredPiece> {
  await checkAssets(piece);
  const now = new Date(), document = JSON.stringify(piece);
  const outcome = await database().transaction(async (trx) => {
    const row = await trx<Row>('pieces').where({ id }).forUpdate().first();
    if (!row) throw notFound('piece');
    if (row.revision !== over) {
      // The same document again (an answer lost on the way) is no conflict.
      if (row.document === document) return { stored: row };
      await trx('revisions').insert({ piece_id: id, revision: over, kind: 'refused', document, saved_at: now });
      return { conflict: row.revision };
    }
    const revision = over + 1;
    await trx('pieces').where({ id }).update({ name: piece.name, revision, document, changed_at: now });
    await trx('revisions').insert({ piece_id: id, revision, kind: 'saved', document, saved_at: now });
    await trx('revisions').where({ piece_id: id }).where('saved_at', '<', new Date(now.getTime() - KEPT_DAYS * 86_400_000)).whereNot({ revision }).delete();
    return { stored: { ...row, revision, changed_at: now } };
  });
  if ('conflict' in outcome)
    throw new Problem(409, 'The piece was changed elsewhere', `It is at revision ${outcome.conflict}, your edits began at ${over}. Both versions are kept.`, [], { revision: outcome.conflict });
  const row = outcome.stored!;
  return { id, campaign: row.campaign_id, revision: row.revision, changedAt: row.changed_at.toISOString(), piece };
}

/** @throws Problem 404 */
export async function deletePiece(id: string): Promise<void> {
  if (!(await database()('pieces').where({ id }).delete())) throw notFound('piece');
}

export interface RevisionSummary {
  row: number;
  revision: number;
  kind: 'saved' | 'refused';
  savedAt: string;
}

/** Revisions of a piece, newest first. */
export async function listRevisions(id: string): Promise<RevisionSummary[]> {
  const rows = await database()<{ row: number; revision: number; kind: 'saved' | 'refused'; saved_at: Date; piece_id: string }>('revisions').where({ piece_id: id }).orderBy('row', 'desc').limit(200).select('row', 'revision', 'kind', 'saved_at');
  return rows.map((r) => ({ row: r.row, revision: r.revision, kind: r.kind, savedAt: r.saved_at.toISOString() }));
}

/** The document of one revision. @throws Problem 404 */
export async function readRevision(id: string, row: number): Promise<Piece> {
  const found = await database()<{ row: number; piece_id: string; document: string }>('revisions').where({ piece_id: id, row }).first();
  if (!found) throw notFound('revision');
  return documentFrom(JSON.parse(found.document));
}
