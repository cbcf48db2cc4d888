// A member of a crew: a process that does one task after the other and says how much memory it holds. Bundled on its
// own, with the tasks.
import { TooMuchWork } from '../../core/scene/budget';
import { isFull, Problem } from '../problem';
import type { Reply } from './crew';
import * as tasks from './tasks';

type Task = (ask: never) => Promise<unknown>;
const all: Record<string, Task> = { ...(tasks as unknown as Record<string, Task>) };

async function done(task: string, ask: unknown): Promise<Omit<Reply, 'id' | 'rss'>> {
  try {
    if (!Object.hasOwn(all, task)) return { error: `there is no task ${task}` };
    return { value: await all[task](ask as never) };
  } catch (e) {
    if (e instanceof Problem)
      return { problem: { status: e.status, title: e.title, detail: e.detail, faults: e.faults } };
    if (isFull(e)) return { problem: { status: 507, title: 'The disk is full', detail: 'Nothing was stored.' } };
    if (e instanceof TooMuchWork)
      return { problem: { status: 422, title: e.message, detail: `${e.advice} Nothing was changed.` } };
    // The message without what it was about: documents stay out of the log.
    return {
      error: `${(e as Error).name}: ${String((e as Error).message).slice(0, 300)}\n${String((e as Error).stack)
        .split('\n')
        .slice(1, 6)
        .join('\n')}`,
    };
  }
}

/** Memory that may gather before it is looked for what is free, bytes. */
const GATHERED = 96 * 1024 ** 2;
let after = 0;
/**
 * Surfaces are freed with their handles, and nothing tells the collector how much those weigh. Collecting after each
 * task took a third of the time of small ones.
 */
function collected(): void {
  if (process.memoryUsage.rss() - after < GATHERED) return;
  (globalThis as { gc?: () => void }).gc?.();
  after = process.memoryUsage.rss();
}

process.on('message', ({ id, task, ask }: { id: number; task: string; ask: unknown }) => {
  void done(task, ask).then((reply) => {
    collected();
    // Whoever asked may be gone by now; then there is nobody to tell.
    if (process.connected) process.send?.({ ...reply, id, rss: process.memoryUsage.rss() }, () => {});
  });
});
process.on('disconnect', () => process.exit(0));
