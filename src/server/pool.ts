// The worker threads of the server: heavy work never holds the event loop.
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import { Problem } from './problem';
import type * as tasks from './tasks';

const holder = globalThis as { plavoPool?: Piscina };

function pool(): Piscina {
  return (holder.plavoPool ??= new Piscina({
    filename: join(process.cwd(), '.build', 'tasks.mjs'),
    minThreads: 1,
    maxThreads: Math.max(1, Math.min(4, availableParallelism())),
    maxQueue: 200,
    idleTimeout: 60_000,
  }));
}

type Tasks = typeof tasks;
/** Runs a task of tasks.ts in a thread; `signal` takes it back. */
export async function run<K extends 'render' | 'reading' | 'solve' | 'addFont' | 'overview' | 'way' | 'spots' | 'room' | 'cut'>(name: K, ask: Parameters<Tasks[K]>[0], signal?: AbortSignal): Promise<Awaited<ReturnType<Tasks[K]>>> {
  try {
    return (await pool().run(ask, { name, signal })) as Awaited<ReturnType<Tasks[K]>>;
  } catch (e) {
    if ((e as Error).name === 'AbortError') throw new Problem(499, 'The request was taken back');
    if (/queue/i.test((e as Error).message)) throw new Problem(503, 'The server is busy', 'Try again in a moment.');
    throw e;
  }
}
