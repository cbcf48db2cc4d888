// A worker: a process that takes work from the queue, on this machine or any other that reaches the same database. It
// ends when it is told to; what it was at is taken again by another.
import { makeHandedRow, wakeBatches } from '../batches/runner';
import { closeCrews } from '../crew/crews';
import { closeDatabase } from '../database';
import { leaveQueue, workOnQueue } from './queue';

workOnQueue(makeHandedRow);
// Rows that nobody handed out, or whose maker is gone, are handed out from here too.
wakeBatches();
process.send?.('ready');

const end = async (): Promise<void> => {
  await leaveQueue();
  closeCrews();
  await closeDatabase();
  process.exit(0);
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(signal, () => void end());
