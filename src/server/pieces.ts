// Pieces: saved whole with a revision. A save against an older revision is refused, and both versions are kept.
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { nameOf, wordsOf } from '../core/piece/name';
import { assetsOf } from '../core/piece/resolve';
import type { Piece } from '../core/piece/schema';
import { withHouse } from '../core/piece/swatches';
import { openPiece } from '../core/piece/upgrade';
import { listedVersions } from '../core/piece/versions';
import type { Swatch } from '../core/values/fill';
import { holding, type Page, pageOf } from './cursor';
import { database, transaction } from './database';
import { notFound, Problem } from './problem';
import { checkRoom } from './room';

/**
 * Days for which every saved revision can be restored, and a deleted piece lies in the bin. Of earlier days the last
 * revision stays.
 */
export const KEPT_DAYS = 30;
const DAY = 86_400_000;

export interface StoredPiece {
  id: string;
  campaign: string;
  revision: number;
  changedAt: string;
  /** What a picture of it depends on. */
  look: string;
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
  /** A section of a page: its slides are pictures of a slideshow. */
  section: boolean;
  /** Others are made of it. */
  template: boolean;
  /** What a picture of the piece depends on: its revision, and that of its campaign's house style. */
  look: string;
  /** Its document cannot be opened; earlier versions can be restored. */
  damaged: boolean;
  /** Since when it is in the bin. */
  deletedAt: string | null;
}

export interface Campaign {
  id: string;
  name: string;
  /** How many pieces it has, without those in the bin. */
  pieces: number;
}

type Row = {
  id: string;
  campaign_id: string;
  name: string;
  revision: number;
  document: string;
  created_at: Date;
  changed_at: Date;
  summary: string | null;
  template: number | boolean;
  damaged: number | boolean;
  deleted_at: Date | null;
};

/** Validates a document from outside. @throws Problem 422 with every fault */
export function documentFrom(raw: unknown): Piece {
  const opened = openPiece(raw);
  if (!opened.ok) throw new Problem(422, 'The piece is not valid', opened.faults[0]?.reason, opened.faults);
  return opened.piece;
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

export async function listCampaigns(): Promise<Campaign[]> {
  const [rows, counts] = await Promise.all([
    database()<{ id: string; name: string; created_at: Date }>('campaigns').orderBy('created_at').select('id', 'name'),
    countPieces(),
  ]);
  return rows.map((c) => ({ ...c, pieces: counts.get(c.id) ?? 0 }));
}

export async function createCampaign(name: string, id = nanoid(12)): Promise<Campaign> {
  await database()('campaigns').insert({ id, name, created_at: new Date() });
  return { id, name, pieces: 0 };
}

/** @throws Problem 404 */
export async function campaignName(id: string): Promise<string> {
  const found = await database()<{ id: string; name: string }>('campaigns').where({ id }).first('name');
  if (!found) throw notFound('campaign');
  return found.name;
}

/** The campaign of that id; without one, the newest, or a first one made now. @throws Problem 404 */
async function campaignFor(id: string | undefined): Promise<string> {
  return (await campaignThere(id))?.id ?? (await createCampaign('First campaign')).id;
}

/** The campaign of that id; without one, the newest, or null where there is none. @throws Problem 404 */
export async function campaignThere(id: string | undefined): Promise<{ id: string; name: string } | null> {
  const query = database()<{ id: string; name: string; created_at: Date }>('campaigns'),
    row = await (id ? query.where({ id }) : query.orderBy('created_at', 'desc')).first('id', 'name');
  if (!row && id) throw notFound('campaign');
  return row ?? null;
}

/** What lists say of a piece, so that they need not open it. */
const summaryOf = (piece: Piece): string =>
  JSON.stringify({
    sizes: piece.sizes.map(({ id, name, width, height, destination }) => ({ id, name, width, height, destination })),
    slides: piece.slides.length,
    section: piece.section !== null,
  });

const fromRow = (r: Row & { house_revision: number }): PieceSummary => ({
  id: r.id,
  campaign: r.campaign_id,
  name: r.name,
  revision: r.revision,
  changedAt: r.changed_at.toISOString(),
  look: `${r.revision}.${r.house_revision}`,
  template: Boolean(r.template),
  damaged: Boolean(r.damaged),
  deletedAt: r.deleted_at?.toISOString() ?? null,
  ...(r.summary === null
    ? { sizes: [], slides: 0, section: false }
    : { section: false, ...(JSON.parse(r.summary) as Pick<PieceSummary, 'sizes' | 'slides'>) }),
});

const LISTED = [
  'pieces.id',
  'pieces.campaign_id',
  'pieces.name',
  'pieces.revision',
  'pieces.changed_at',
  'pieces.summary',
  'pieces.template',
  'pieces.damaged',
  'pieces.deleted_at',
  'house_revision',
];

/**
 * Pieces that are no templates, latest changed first; or whatever is in the bin.
 * @throws Problem 400 for a broken cursor
 */
export function listPieces(at: {
  cursor?: string;
  limit: number;
  bin?: boolean;
  campaign?: string;
  search?: string;
}): Promise<Page<PieceSummary>> {
  const query = database()
    .select('*')
    .from(
      database()('pieces')
        .join('campaigns', 'campaigns.id', 'pieces.campaign_id')
        .select(at.search ? [...LISTED, 'pieces.words'] : LISTED)
        .where((q) => {
          if (at.bin) void q.whereNotNull('deleted_at');
          else void q.where({ template: false }).whereNull('deleted_at');
        })
        .modify((q) => {
          if (at.campaign !== undefined) void q.where({ campaign_id: at.campaign });
        })
        .as('listed'),
    )
    .modify(holding(at.search, ['name', 'words']));
  return pageOf<Row & { house_revision: number }, PieceSummary>(query, 'changed_at', at, fromRow);
}

/** How many pieces each campaign has. */
async function countPieces(): Promise<Map<string, number>> {
  const rows = await database()('pieces')
    .where({ template: false })
    .whereNull('deleted_at')
    .groupBy('campaign_id')
    .select('campaign_id')
    .count({ n: '*' });
  return new Map((rows as { campaign_id: string; n: number }[]).map((r) => [r.campaign_id, Number(r.n)]));
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
    words: wordsOf(piece),
    revision: 1,
    document,
    summary: summaryOf(piece),
    template: piece.template === true,
    created_at: at,
    changed_at: at,
  });
  await trx('revisions').insert({ piece_id: id, revision: 1, kind: 'saved', document, saved_at: at });
  // None of it is there yet: looking for what to take away would lock its neighbours.
  await addAssets(trx, id, assetsOf(piece));
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

/** A stored document. @throws Problem 422 where it cannot be opened any more, saying so */
function opened(document: string): Piece {
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

/**
 * The piece, its house swatches as the campaign has them now. @throws Problem 404, or 422 where its document is damaged
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

/** A damaged house style leaves pieces with the colours they have. */
const houseIfWhole = (campaign: string): Promise<House | null> =>
  readHouse(campaign).catch((e: unknown) => {
    if (e instanceof Problem && e.status === 422) return null;
    throw e;
  });

const storedFrom = (row: Row, piece: Piece, house: House | null): StoredPiece => ({
  id: row.id,
  campaign: row.campaign_id,
  revision: row.revision,
  changedAt: row.changed_at.toISOString(),
  look: `${row.revision}.${house?.revision ?? 0}`,
  piece: house ? withHouse(piece, house.swatches) : piece,
});

/**
 * Templates with their documents, latest changed first. One that is damaged is left out.
 * @throws Problem 400 for a broken cursor
 */
export async function listTemplates(at: { cursor?: string; limit: number }): Promise<Page<StoredPiece>> {
  const query = database()('pieces').where({ template: true, damaged: false }).whereNull('deleted_at').select('*'),
    found = await pageOf<Row, Row>(query, 'changed_at', at, (row) => row),
    houses = new Map<string, House | null>(),
    items: StoredPiece[] = [];
  for (const row of found.items) {
    if (!houses.has(row.campaign_id)) houses.set(row.campaign_id, await houseIfWhole(row.campaign_id));
    try {
      items.push(storedFrom(row, opened(row.document), houses.get(row.campaign_id)!));
    } catch (e) {
      if (!(e instanceof Problem)) throw e;
      await database()('pieces').where({ id: row.id, revision: row.revision }).update({ damaged: true });
    }
  }
  return { items, next: found.next };
}

/** Is the piece there, in the bin or out of it? @throws Problem 404 */
export async function summaryOfPiece(id: string): Promise<PieceSummary> {
  const row = (await database()('pieces')
    .join('campaigns', 'campaigns.id', 'pieces.campaign_id')
    .where({ 'pieces.id': id })
    .first(LISTED)) as (Row & { house_revision: number }) | undefined;
  if (!row) throw notFound('piece');
  return fromRow(row);
}

export interface House {
  revision: number;
  swatches: Swatch[];
}

/** Swatches of a campaign's house style. @throws Problem 404, or 422 where it is damaged */
export async function readHouse(campaign: string): Promise<House> {
  const row = await database()<{ id: string; swatches: string | null; house_revision: number }>('campaigns')
    .where({ id: campaign })
    .first('swatches', 'house_revision');
  if (!row) throw notFound('campaign');
  try {
    return { revision: row.house_revision, swatches: row.swatches ? (JSON.parse(row.swatches) as Swatch[]) : [] };
  } catch {
    throw new Problem(
      422,
      'The house style is damaged',
      'It cannot be read. Pieces keep the colours they have; saving a house style anew mends it.',
    );
  }
}

/**
 * Replaces the swatches of a house style over a revision; pieces follow when they are next read.
 * @throws Problem 404, or 409 with the present ones where somebody changed them since
 */
export async function saveHouse(campaign: string, over: number, swatches: readonly Swatch[]): Promise<House> {
  const house = swatches.map((s) => ({ ...s, house: true }));
  const n = await database()('campaigns')
    .where({ id: campaign, house_revision: over })
    .update({ swatches: JSON.stringify(house), house_revision: over + 1 });
  if (n) return { revision: over + 1, swatches: house };
  const now = await readHouse(campaign);
  if (now.revision === over + 1 && JSON.stringify(now.swatches) === JSON.stringify(house)) return now;
  throw new Problem(
    409,
    'The house style was changed elsewhere',
    `It is at revision ${now.revision}, your change began at ${over}. Nothing was changed.`,
    [],
    { revision: now.revision, swatches: now.swatches },
  );
}

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
        words: wordsOf(piece),
        revision,
        document,
        summary: summaryOf(piece),
        template: piece.template === true,
        damaged: false,
        changed_at: now,
      });
    await trx('revisions').insert({ piece_id: id, revision, kind: 'saved', document, saved_at: now });
    await noteAssets(trx, id, piece);
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
 * Of days longer ago than `KEPT_DAYS` the last saved revision stays, and whatever was refused or has a name: what a
 * piece was like is never lost.
 */
async function thin(trx: Knex.Transaction, id: string, now: Date): Promise<void> {
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

/** Puts a piece into the bin, from where it can be taken back for `KEPT_DAYS` days. @throws Problem 404 */
export async function deletePiece(id: string): Promise<void> {
  if (!(await database()('pieces').where({ id }).whereNull('deleted_at').update({ deleted_at: new Date() })))
    throw notFound('piece');
  await emptyBin();
}

/**
 * Moves a piece to another campaign. House colours that campaign does not have become the piece's own when it is read.
 * @throws Problem 404
 */
export async function movePiece(id: string, campaign: string): Promise<PieceSummary> {
  if (!(await database()('campaigns').where({ id: campaign }).first('id'))) throw notFound('campaign');
  await database()('pieces').where({ id }).whereNull('deleted_at').update({ campaign_id: campaign });
  return summaryOfPiece(id);
}

/** Takes a piece out of the bin. @throws Problem 404 */
export async function restorePiece(id: string): Promise<PieceSummary> {
  if (!(await database()('pieces').where({ id }).whereNotNull('deleted_at').update({ deleted_at: null })))
    await summaryOfPiece(id);
  return summaryOfPiece(id);
}

/** What has lain in the bin for longer than it may is gone for ever. @param now for tests */
export async function emptyBin(now = Date.now()): Promise<number> {
  return database()('pieces')
    .where('deleted_at', '<', new Date(now - KEPT_DAYS * DAY))
    .delete();
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

export interface RevisionSummary {
  row: number;
  revision: number;
  kind: 'saved' | 'refused';
  /** Given by somebody: it stays for ever. */
  name: string | null;
  savedAt: string;
}

type RevisionRow = { row: number; revision: number; kind: 'saved' | 'refused'; name: string | null; saved_at: Date };
const LISTED_OF_REVISION = ['row', 'revision', 'kind', 'name', 'saved_at'] as const;
const revisionFrom = (r: RevisionRow): RevisionSummary => ({
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
    .where({ piece_id: id } as never)
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
    .where({ piece_id: id, row } as never)
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
