// Jobs of handing over, kept in the database: whichever process is asked makes the archive, and any other can say how
// far it is or stop it. What nobody fetches goes after a while.
import { nanoid } from 'nanoid';
import type { z } from 'zod';
import type { exportJobs, ExportStatus } from '../../contract/exports';
import type { Piece } from '../../core/piece/schema';
import { database } from '../database';
import { Problem } from '../problem';
import { archiveOf, type Progress, type WantedFile } from './archive';
import { handsThere } from './queue';

/** Jobs wait and are remembered so long, ms. */
const KEPT = 600_000;
/** Whoever makes one says so as often as this at least, ms. */
const HELD = 15_000;

/** What an archive is made of. */
export type ArchiveAsk =
  | {
      of: 'piece';
      piece: Piece;
      campaign: string;
      wanted: z.output<(typeof exportJobs)['POST /api/pieces/{id}/exports']['body']>;
    }
  | { of: 'batch'; batch: string };

export interface ExportJob {
  id: string;
  ask: ArchiveAsk;
  name: string;
  revision: number;
}

interface Row {
  id: string;
  ask: string;
  name: string;
  revision: number;
  state: ExportStatus['state'];
  of: number;
  done: number;
  bytes: number;
  left_out: string;
  notes: string;
  created_at: Date;
  held_until: Date | null;
}
const table = () => database()<Row>('archives');

const statusFrom = (r: Omit<Row, 'ask'>): ExportStatus => ({
  id: r.id,
  // Its maker is gone, with no word.
  state: r.state === 'making' && r.held_until !== null && r.held_until.getTime() < Date.now() ? 'failed' : r.state,
  of: r.of,
  done: r.done,
  bytes: Number(r.bytes),
  left: JSON.parse(r.left_out) as ExportStatus['left'],
  notes: JSON.parse(r.notes) as ExportStatus['notes'],
});

/** @param of how many files it will hold */
export async function keepExport(ask: ArchiveAsk, name: string, revision: number, of: number): Promise<ExportStatus> {
  const now = Date.now();
  await table()
    .where('created_at', '<', new Date(now - KEPT))
    .where((q) => q.whereNot('state', 'making').orWhere('held_until', '<', new Date(now)))
    .delete();
  const row: Row = {
    id: nanoid(12),
    ask: JSON.stringify(ask),
    name,
    revision,
    state: 'waiting',
    of,
    done: 0,
    bytes: 0,
    left_out: '[]',
    notes: '[]',
    created_at: new Date(now),
    held_until: null,
  };
  await table().insert(row);
  return statusFrom(row);
}

const gone = (): Problem => new Problem(404, 'There is no such job', 'It was never begun, or is done with.');

/** @throws Problem 404 */
export async function exportStatus(id: string): Promise<ExportStatus> {
  const row = await table().where({ id }).first();
  if (!row) throw gone();
  return statusFrom(row);
}

/** @throws Problem 404 */
export async function exportJob(id: string): Promise<ExportJob> {
  const row = await table().where({ id }).first('id', 'ask', 'name', 'revision');
  if (!row) throw gone();
  return { id: row.id, ask: JSON.parse(row.ask) as ArchiveAsk, name: row.name, revision: row.revision };
}

/** Those that are made in this process: they stop at once. Elsewhere it is noticed a moment later. */
const here = new Map<string, AbortController>();

/** @throws Problem 404 */
export async function stopExport(id: string): Promise<void> {
  await exportStatus(id);
  await table().where({ id }).whereIn('state', ['waiting', 'making']).update({ state: 'stopped' });
  here.get(id)?.abort();
}

/** The archive of a job, which is made once. @param left tells that whoever reads it has @throws Problem 409, 404 */
export async function exportStream(
  id: string,
  files: readonly WantedFile[],
  left: AbortSignal,
): Promise<ReadableStream<Uint8Array>> {
  const held = (): Date => new Date(Date.now() + HELD);
  if (!(await table().where({ id, state: 'waiting' }).update({ state: 'making', held_until: held() })))
    throw (await exportStatus(id)).state === 'making'
      ? new Problem(409, 'It is being fetched already', 'A job makes its archive once.')
      : new Problem(404, 'The archive is gone', 'A new job makes it again.');
  const stop = new AbortController();
  here.set(id, stop);
  const tell = async ({ state, done, bytes, left: leftOut, notes }: Progress): Promise<boolean> => {
    if (state !== 'making') here.delete(id);
    return (
      (await table()
        .where({ id, state: 'making' })
        .update({
          state,
          done,
          bytes,
          left_out: JSON.stringify(leftOut),
          notes: JSON.stringify(notes),
          held_until: held(),
        })) > 0
    );
  };
  // One more waits, so that nobody does.
  return archiveOf(files, (await handsThere()) + 1, tell, AbortSignal.any([left, stop.signal]));
}
