// Batches and their rows in the database: who takes a row has it until a time that it moves on while it works, so that
// a row whose taker is gone is taken again, and one that was done is done once.
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import type { z } from 'zod';
import type { BatchInfo, BatchRow, batches } from '../../contract/batches';
import { type FillPicture, fillPicture } from '../../core/filling/picture';
import { guessedMatch, type Match, pictureNames, targetsOf } from '../../core/filling/table';
import { destinationById } from '../../core/piece/destinations';
import { sizeFor } from '../../core/piece/make';
import type { Piece } from '../../core/piece/schema';
import { assetFrames, findAsset } from '../assets';
import { type Page, pageOf } from '../cursor';
import { database, transaction } from '../database';
import { campaignThere } from '../pieces/campaigns';
import { documentFrom } from '../pieces/document';
import { createPiece, readTemplate, takenIds } from '../pieces/store';
import { notFound, Problem } from '../problem';
import { checkRoom } from '../room';

export interface Batch {
  id: string;
  campaign: string;
  name: string;
  template: Piece;
  columns: string[];
  match: Match;
  /** By the names that cells use. */
  pictures: Record<string, FillPicture>;
  state: 'running' | 'paused' | 'stopped';
  of: number;
}
interface BatchRecord {
  id: string;
  campaign_id: string;
  name: string;
  template: string;
  columns: string;
  matched: string;
  pictures: string;
  state: Batch['state'];
  of: number;
  created_at: Date;
}
interface RowRecord {
  batch_id: string;
  number: number;
  cells: string;
  state: BatchRow['state'];
  taker: string | null;
  taken_until: Date | null;
  tries: number;
  document: string | null;
  outcome: string | null;
  why: string | null;
  piece_id: string | null;
  done_at: Date | null;
}
/** How a row that was made stands. */
export interface RowOutcome {
  name: string;
  clear: boolean;
}

const batchTable = () => database()<BatchRecord>('batches');
const rowTable = () => database()<RowRecord>('batch_rows');

/** How long a row is taken for at a time, ms; whoever works on it moves that on before it is over. */
export const TAKEN_FOR = 15_000;
/** A row that breaks off whoever takes it so often is given up. */
const MOST_TRIES = 3;

/** Pictures of the library by the names that some cells use. */
async function picturesCalled(names: ReadonlySet<string>): Promise<Record<string, FillPicture>> {
  const out: Record<string, FillPicture> = {};
  if (!names.size) return out;
  const rows = (await database()('assets')
      .where({ listed: true })
      .where('mime', 'like', 'image/%')
      .orderBy('created_at', 'desc')
      .select('id', 'name')) as { id: string; name: string }[],
    found = new Map<string, string>();
  for (const { id, name } of rows)
    for (const known of [...pictureNames(name), id]) if (names.has(known) && !found.has(known)) found.set(known, id);
  const known = new Map<string, FillPicture>();
  for (const [name, id] of found) {
    if (!known.has(id)) {
      const asset = (await findAsset(id))!;
      known.set(id, fillPicture(asset, await assetFrames(asset)));
    }
    out[name] = known.get(id)!;
  }
  return out;
}

/** Begins a batch. @throws Problem 404, or 422 where it cannot be made */
export async function createBatch(ask: z.output<(typeof batches)['POST /api/batches']['body']>): Promise<string> {
  const stored = await readTemplate(ask.template, '/template');
  const campaign = (await campaignThere(ask.campaign ?? stored.campaign))!.id,
    template = inSizes(stored.piece, ask.sizes),
    targets = targetsOf(template),
    match: Match = ask.match ?? guessedMatch(template, ask.columns);
  for (const [key, column] of Object.entries(match))
    if (!targets.some((t) => t.key === key) || column >= ask.columns.length)
      throw new Problem(422, 'The table does not fit the template', undefined, [
        { path: `/match/${key}`, reason: column >= ask.columns.length ? 'there is no such column' : 'no such place' },
      ]);
  if (!Object.keys(match).length)
    throw new Problem(422, 'No column fills anything', 'Say which column is the headline, for one.', [
      { path: '/match', reason: 'nothing is matched' },
    ]);
  const called = targets.filter((t) => t.kind === 'picture' && match[t.key] !== undefined).map((t) => match[t.key]),
    names = new Set(ask.rows.flatMap((r) => called.flatMap((c) => pictureNames(r[c] ?? ''))).filter(Boolean)),
    pictures = await picturesCalled(names),
    id = nanoid(12),
    document = JSON.stringify(template);
  await checkRoom(2 * document.length + JSON.stringify(ask.rows).length);
  await transaction(async (trx) => {
    await trx('batches').insert({
      id,
      campaign_id: campaign,
      name: ask.name,
      template: document,
      columns: JSON.stringify(ask.columns),
      matched: JSON.stringify(match),
      pictures: JSON.stringify(pictures),
      state: 'running',
      of: ask.rows.length,
      created_at: new Date(),
    });
    await trx.batchInsert(
      'batch_rows',
      ask.rows.map((cells, i) => ({ batch_id: id, number: i + 1, cells: JSON.stringify(cells), state: 'waiting' })),
      200,
    );
  });
  return id;
}

/** A template in further sizes, which are laid out when it is filled. @throws Problem 422 */
function inSizes(template: Piece, destinations: readonly string[]): Piece {
  const sizes = destinations
    .filter((d) => !template.sizes.some((s) => s.destination === d))
    .map((id) => {
      const d = destinationById(id);
      if (!d)
        throw new Problem(422, 'There is no such destination', undefined, [
          { path: '/sizes', reason: `there is no destination ${id}` },
        ]);
      return { ...sizeFor(d, id), auto: true as const };
    });
  if (sizes.length && template.section)
    throw new Problem(422, 'A section of a page has layouts of its own', 'It is made in those.', [
      { path: '/sizes', reason: 'a hero section has no further sizes' },
    ]);
  return { ...template, sizes: [...template.sizes, ...sizes] };
}

/** @throws Problem 404 */
export async function readBatch(id: string): Promise<Batch> {
  const r = await batchTable().where({ id }).first();
  if (!r) throw notFound('batch');
  return {
    id,
    campaign: r.campaign_id,
    name: r.name,
    template: documentFrom(JSON.parse(r.template)),
    columns: JSON.parse(r.columns) as string[],
    match: JSON.parse(r.matched) as Match,
    pictures: JSON.parse(r.pictures) as Record<string, FillPicture>,
    state: r.state,
    of: r.of,
  };
}

/** Rows that were done lately tell how long the others will take, ms. */
const LATELY = 60_000;

async function infoOf(r: Omit<BatchRecord, 'template' | 'columns' | 'matched' | 'pictures'>): Promise<BatchInfo> {
  const lately = new Date(Date.now() - LATELY),
    [counts] = (await rowTable()
      .where({ batch_id: r.id })
      .select(
        database().raw("SUM(state = 'done') done, SUM(state = 'failed') failed, SUM(piece_id IS NOT NULL) kept"),
        database().raw("SUM(state = 'done' AND why IS NULL) clear"),
        database().raw('SUM(done_at > ?) lately, MIN(IF(done_at > ?, done_at, NULL)) since', [lately, lately]),
      )) as unknown as [
      Record<'done' | 'failed' | 'kept' | 'clear' | 'lately', string | null> & { since: Date | null },
    ],
    [done, failed, kept, clear, recent] = (['done', 'failed', 'kept', 'clear', 'lately'] as const).map((k) =>
      Number(counts[k] ?? 0),
    ),
    open = r.of - done - failed,
    pace = counts.since && recent > 1 ? recent / Math.max(1, (Date.now() - counts.since.getTime()) / 1000) : 0;
  return {
    id: r.id,
    campaign: r.campaign_id,
    name: r.name,
    state: open === 0 ? 'done' : r.state,
    of: r.of,
    done,
    failed,
    clear,
    kept,
    left: open === 0 ? 0 : r.state === 'running' && pace > 0 ? Math.ceil(open / pace) : null,
    createdAt: r.created_at.toISOString(),
  };
}
const SHOWN = ['id', 'campaign_id', 'name', 'state', 'of', 'created_at'] as const;

/** @throws Problem 404 */
export async function batchInfo(id: string): Promise<BatchInfo> {
  const r = await batchTable()
    .where({ id })
    .first(...SHOWN);
  if (!r) throw notFound('batch');
  return infoOf(r);
}

/** @throws Problem 400 for a broken cursor */
export async function listBatches(at: { cursor?: string; limit: number }): Promise<Page<BatchInfo>> {
  const { items, next } = await pageOf<BatchRecord, BatchRecord>(
    database()('batches').select(...SHOWN),
    'created_at',
    at,
    (r) => r,
  );
  return { items: await Promise.all(items.map(infoOf)), next };
}

export async function setBatchState(id: string, state: Batch['state']): Promise<void> {
  if (!(await batchTable().where({ id }).first('id'))) throw notFound('batch');
  await batchTable().where({ id }).update({ state });
}
export async function deleteBatch(id: string): Promise<void> {
  if (!(await batchTable().where({ id }).delete())) throw notFound('batch');
}

const rowFrom = (r: RowRecord): BatchRow => {
  const outcome = r.outcome ? (JSON.parse(r.outcome) as RowOutcome) : null;
  return {
    number: r.number,
    state: r.state,
    name: outcome?.name ?? '',
    clear: outcome?.clear ?? null,
    why: r.why ?? '',
    piece: r.piece_id,
  };
};

/** Rows after one of that number. @throws Problem 404 */
export async function rowsOf(id: string, after: number, limit: number): Promise<BatchRow[]> {
  if (!(await batchTable().where({ id }).first('id'))) throw notFound('batch');
  const rows = await rowTable()
    .where({ batch_id: id })
    .where('number', '>', after)
    .orderBy('number')
    .limit(limit)
    .select('number', 'state', 'outcome', 'why', 'piece_id');
  return rows.map((r) => rowFrom(r as RowRecord));
}

/** What was made of a row; null as long as it is not. */
export async function rowDocument(id: string, number: number): Promise<Piece | null> {
  const r = await rowTable().where({ batch_id: id, number }).first('document');
  return r?.document ? documentFrom(JSON.parse(r.document)) : null;
}

/** Numbers of the rows that are made. */
export const madeRows = async (id: string): Promise<number[]> =>
  (await rowTable().where({ batch_id: id, state: 'done' }).orderBy('number').select('number')).map((r) => r.number);

/** Rows that could not be made, or not Clear, with their cells. */
export async function rowsToLookAt(id: string): Promise<{ number: number; cells: string[]; why: string }[]> {
  const rows = await rowTable()
    .where({ batch_id: id })
    .whereNotNull('why')
    .orderBy('number')
    .select('number', 'cells', 'why');
  return rows.map((r) => ({ number: r.number, cells: JSON.parse(r.cells) as string[], why: r.why! }));
}

export interface TakenRow {
  batch: string;
  number: number;
  cells: string[];
}

/** Rows that wait, of batches that are running, and those whose taker is gone: the oldest batch first. */
const waitingRows = (trx: Knex): Knex.QueryBuilder =>
  trx('batch_rows')
    .join('batches', 'batches.id', 'batch_rows.batch_id')
    .where('batches.state', 'running')
    .where((q) =>
      q
        .where('batch_rows.state', 'waiting')
        .orWhere((gone) => gone.where('batch_rows.state', 'taken').where('taken_until', '<', new Date())),
    )
    .orderBy([{ column: 'batches.created_at' }, { column: 'batch_id' }, { column: 'number' }]);

/** The first of them, for whoever hands them out. */
export const rowsWaiting = async (limit: number): Promise<{ batch: string; number: number }[]> =>
  (await waitingRows(database()).limit(limit).select('batch_id', 'number')).map(
    (r: Pick<RowRecord, 'batch_id' | 'number'>) => ({ batch: r.batch_id, number: r.number }),
  );

/**
 * Takes the next row of any batch that is running; null where there is none.
 * @param only that row, where it still waits
 */
export const takeRow = (taker: string, only?: { batch: string; number: number }): Promise<TakenRow | null> =>
  transaction(async (trx) => {
    const now = new Date(),
      [found] = (await waitingRows(trx)
        .modify((q) => {
          if (only) void q.where({ batch_id: only.batch, number: only.number });
        })
        .limit(1)
        .select('batch_id', 'number', 'cells', 'tries')
        .forUpdate('batch_rows')
        .skipLocked()) as Pick<RowRecord, 'batch_id' | 'number' | 'cells' | 'tries'>[];
    if (!found) return null;
    const at = { batch_id: found.batch_id, number: found.number };
    if (found.tries >= MOST_TRIES) {
      await trx('batch_rows')
        .where(at)
        .update({ state: 'failed', why: `It broke off ${MOST_TRIES} times while it was made`, done_at: now });
      return { batch: found.batch_id, number: 0, cells: [] };
    }
    await trx('batch_rows')
      .where(at)
      .update({ state: 'taken', taker, taken_until: new Date(now.getTime() + TAKEN_FOR), tries: found.tries + 1 });
    return { batch: found.batch_id, number: found.number, cells: JSON.parse(found.cells) as string[] };
  });

/** Says that a row is still worked on. @returns false where somebody else has it */
export const holdRow = async ({ batch, number }: TakenRow, taker: string): Promise<boolean> =>
  (await rowTable()
    .where({ batch_id: batch, number, taker, state: 'taken' })
    .update({ taken_until: new Date(Date.now() + TAKEN_FOR) })) > 0;

/** Gives a row back for another try. @param uncounted as if nobody had taken it */
export const giveBack = async ({ batch, number }: TakenRow, taker: string, uncounted: boolean): Promise<void> => {
  await rowTable()
    .where({ batch_id: batch, number, taker, state: 'taken' })
    .update({
      state: 'waiting',
      taker: null,
      taken_until: null,
      ...(uncounted ? { tries: database().raw('tries - 1') as never } : {}),
    });
};

/** Ends a row, unless somebody else has taken it meanwhile. @param made null where it could not be made */
export const endRow = async (
  { batch, number }: TakenRow,
  taker: string,
  made: { piece: Piece; outcome: RowOutcome } | null,
  why: string | null,
): Promise<void> => {
  await rowTable()
    .where({ batch_id: batch, number, taker, state: 'taken' })
    .update({
      state: made ? 'done' : 'failed',
      document: made && JSON.stringify(made.piece),
      outcome: made && JSON.stringify(made.outcome),
      why,
      taker: null,
      taken_until: null,
      done_at: new Date(),
    });
};

/** Keeps rows that are made as pieces; each becomes one, however often this is asked. @returns how many are new */
export async function keepAsPieces(id: string): Promise<number> {
  const { campaign } = await readBatch(id),
    rows = await rowTable()
      .where({ batch_id: id, state: 'done' })
      .whereNull('piece_id')
      .orderBy('number')
      .select('number');
  let made = 0;
  for (const { number } of rows) {
    const piece = await rowDocument(id, number),
      // The same name each time: one that was made before its row could say so is not made again.
      pieceId = `${id}-${number}`;
    if (!piece) continue;
    if (!(await takenIds([pieceId])).size) {
      await createPiece(piece, campaign, pieceId);
      made++;
    }
    await rowTable().where({ batch_id: id, number }).update({ piece_id: pieceId });
  }
  return made;
}
