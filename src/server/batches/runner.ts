// Works on batches in this process: as many rows at a time as its crew has members. Any number of processes may do so
// over one database.
import { LRUCache } from 'lru-cache';
import { nanoid } from 'nanoid';
import { inColours, pictureNames, rowFilling } from '../../core/filling/table';
import { nameOf } from '../../core/piece/name';
import { isText } from '../../core/kinds/layers';
import type { Piece } from '../../core/piece/schema';
import type { Outcome } from '../../core/remedy/outcome';
import { CREWS, run } from '../crew/crews';
import { queueUrl, rowsToQueue } from '../jobs/queue';
import { Problem } from '../problem';
import {
  type Batch,
  endRow,
  giveBack,
  holdRow,
  readBatch,
  rowsWaiting,
  type TakenRow,
  TAKEN_FOR,
  takeRow,
} from './store';

/** How often rows are looked for whose taker is gone, ms. */
const LOOK = 5000;
/** How long one row may take, ms. */
const DEADLINE = 180_000;

interface Runner {
  id: string;
  hands: Set<Promise<void>>;
  /** Rows are being handed to the queue. */
  handing: boolean;
  timer: ReturnType<typeof setInterval> | null;
}
const holder = globalThis as { plavoBatches?: Runner };
const runner = (): Runner =>
  (holder.plavoBatches ??= { id: nanoid(12), hands: new Set(), handing: false, timer: null });

/** Rows that are handed to a queue at once. */
const HANDED = 400;

/**
 * Goes on with whatever waits, now and from time to time: handed to the queue where there is one and somebody takes
 * from it, else made here. Here one looks, and whoever finds a row has the next one look, so that nothing but one
 * question is asked while there is nothing to do.
 */
export function wakeBatches(): void {
  const r = runner();
  r.timer ??= setInterval(wakeBatches, LOOK);
  r.timer.unref();
  if (queueUrl() === null) lendHand();
  else if (!r.handing) {
    r.handing = true;
    void handOut()
      .catch((e: unknown) => {
        // The database is away for a moment: it is asked again.
        console.error(e);
        return true;
      })
      .then((handed) => handed || lendHand())
      .finally(() => (r.handing = false));
  }
}

/** @returns false where rows wait that nobody else would take */
async function handOut(): Promise<boolean> {
  const rows = await rowsWaiting(HANDED);
  return !rows.length || rowsToQueue(rows);
}

function lendHand(): void {
  const r = runner();
  if (r.hands.size < CREWS.batch.members) {
    const lent: Promise<void> = hand().finally(() => r.hands.delete(lent));
    r.hands.add(lent);
  }
}

/** Ends looking for rows; for programs that are done. @returns once no row is being made here */
export async function restBatches(): Promise<void> {
  const r = runner();
  if (r.timer) clearInterval(r.timer);
  r.timer = null;
  while (r.hands.size) await Promise.all(r.hands);
}

const takerOf = (): string => `${runner().id}-${nanoid(8)}`;

/** Batches as they are made from, read once for all their rows: what rows are made of does not change. */
const batches = new LRUCache<string, Batch>({ max: 20, ttl: 60_000 });
async function batchOf(id: string): Promise<Batch> {
  let batch = batches.get(id);
  if (!batch) batches.set(id, (batch = await readBatch(id)));
  return batch;
}

async function hand(): Promise<void> {
  for (;;) {
    let row: TakenRow | null;
    const taker = takerOf();
    try {
      row = await takeRow(taker);
    } catch (e) {
      // The database is away for a moment: it is asked again.
      console.error(e);
      return;
    }
    if (!row) return;
    lendHand();
    if (row.number === 0) continue;
    try {
      await makeRow(await batchOf(row.batch), row, taker);
    } catch (e) {
      // What cannot be kept now is taken again once its time is over.
      console.error(e);
      return;
    }
  }
}

/** Makes a row that a queue handed out, unless it is done, somebody is at it, or its batch is paused. */
export async function makeHandedRow(at: { batch: string; number: number }): Promise<void> {
  const taker = takerOf(),
    row = await takeRow(taker, at);
  if (!row || row.number === 0) return;
  await makeRow(await batchOf(at.batch), row, taker);
}

/** Answers that may be another in a moment: all members are busy, or one was ended from outside. */
const passes = (e: unknown): boolean => !(e instanceof Problem) || e.status >= 500;

async function makeRow(batch: Batch, row: TakenRow, taker: string): Promise<void> {
  const { filling, colours, faults } = rowFilling(
    batch.template,
    batch.match,
    row.cells,
    (name) => pictureNames(name).flatMap((n) => batch.pictures[n] ?? [])[0] ?? null,
  );
  if (faults.length) return endRow(row, taker, null, faults.join('. '));
  const lost = new AbortController(),
    beat = setInterval(
      () =>
        void holdRow(row, taker).then(
          (held) => held || lost.abort(),
          () => {},
        ),
      TAKEN_FOR / 3,
    );
  try {
    const { piece, outcomes, tooLong } = await run(
      'fromTemplate',
      { piece: inColours(batch.template, colours), campaign: batch.campaign, slide: 0, filling },
      { deadline: DEADLINE, client: `batch ${batch.id}`, signal: lost.signal },
    );
    const why = whyNot(piece, outcomes, tooLong);
    await endRow(row, taker, { piece, outcome: { name: nameOf(piece), clear: why === null } }, why);
  } catch (e) {
    if (lost.signal.aborted) return;
    if (e instanceof Problem && !passes(e))
      return endRow(row, taker, null, [e.message, e.detail].filter(Boolean).join('. '));
    const busy = e instanceof Problem && e.status === 503;
    // What ended its member is tried again, a few times.
    if (!(e instanceof Problem)) console.error(e);
    await giveBack(row, taker, busy);
  } finally {
    clearInterval(beat);
  }
}

/** Why a row needs a hand, in words; null where every text is Clear. */
function whyNot(piece: Piece, outcomes: readonly Outcome[], tooLong: readonly string[]): string | null {
  const said = tooLong.map((name) => `${name} has more words than its place can take`);
  for (const { slide, size, readings } of outcomes)
    for (const r of readings) {
      if (r.verdict === 'clear' || r.verdict === null) continue;
      const layer = piece.slides.find((s) => s.id === slide)?.layers.find((l) => l.id === r.layer),
        name = layer && isText(layer) ? layer.name : 'A text',
        where = piece.sizes.length > 1 ? ` in ${piece.sizes.find((s) => s.id === size)?.name}` : '';
      said.push(`${name}${where} reads ${r.ratio?.toFixed(1) ?? 'nothing'} and needs ${r.needed.toFixed(1)}`);
    }
  return said.length ? said.join('. ') : null;
}
