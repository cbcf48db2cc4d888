// Typed clients of the workers. `latest` keeps one question on its way and remembers only the newest one behind it.
import { transfer, wrap, type Remote } from 'comlink';
import type { ReadingApi } from './reading';
import type { StageApi } from './stage';

let stage: Remote<StageApi> | null = null;
let reading: Remote<ReadingApi> | null = null;

/** Starts the painting worker while the page is still being read, long before the bench asks for it; put into the page as a script. */
export const EARLY_START = "self.plavoStage = new Worker('/workers/stage.js', { type: 'module', name: 'stage' })";
declare global {
  var plavoStage: Worker | undefined;
}

/** The worker that paints; started early by the page, or when first asked for. */
export const stageWorker = (): Remote<StageApi> => (stage ??= wrap<StageApi>(globalThis.plavoStage ?? new Worker('/workers/stage.js', { type: 'module', name: 'stage' })));
/** The worker that measures. */
export const readingWorker = (): Remote<ReadingApi> => (reading ??= wrap<ReadingApi>(new Worker('/workers/reading.js', { type: 'module', name: 'reading' })));

const solvers: Remote<ReadingApi>[] = [];
/** Workers that solve side by side, so that readings never wait for them: two, or as many as the machine has processors, up to four. */
export function solverWorkers(): readonly Remote<ReadingApi>[] {
  const wanted = Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2));
  while (solvers.length < wanted) solvers.push(wrap<ReadingApi>(new Worker('/workers/reading.js', { type: 'module', name: `solver-${solvers.length + 1}` })));
  return solvers;
}
/** Those that have been started. */
export const startedSolvers = (): readonly Remote<ReadingApi>[] => solvers;

export const attachStage = (key: string, canvas: OffscreenCanvas): Promise<void> => stageWorker().attach(key, transfer(canvas, [canvas]));

/**
 * Makes a function that runs one call at a time; of those that come meanwhile only the newest is kept.
 * A dropped call's promise gives null.
 */
export function latest<A extends unknown[], R>(run: (...args: A) => Promise<R>): (...args: A) => Promise<R | null> {
  let busy = false;
  let next: { args: A; done: (r: R | null) => void; failed: (e: unknown) => void } | null = null;
  const start = async (args: A): Promise<R> => {
    busy = true;
    try {
      return await run(...args);
    } finally {
      busy = false;
      const n = next;
      next = null;
      if (n) start(n.args).then(n.done, n.failed);
    }
  };
  return (...args) => {
    if (!busy) return start(args);
    next?.done(null);
    return new Promise((done, failed) => (next = { args, done, failed }));
  };
}
