// A worker that is started again when it breaks down: what it was asked is asked again, once. Whoever keeps something
// in it is told.
import { type Remote, wrap } from 'comlink';
import { packedTo } from './packing';

/**
 * How long a question may wait without any sign of life before the worker counts as dead, ms. Solving takes seconds,
 * not this long.
 */
const SILENCE = 45_000;
const LOOK = 2000;
/** Breakdowns within this time of each other count together, ms. */
const SOON = 60_000;

interface Question {
  method: string;
  args: unknown[];
  /** A question that gave something away cannot be asked again. */
  once: boolean;
  tries: number;
  since: number;
  resolve: (value: unknown) => void;
  reject: (error: unknown) => void;
}

export interface Supervised<T> {
  readonly api: Remote<T>;
  /** Tells whenever a new worker has taken the place of one that broke down, before anything is asked of it again. */
  onRestart: (listener: () => void | Promise<void>) => () => void;
  /** Ends it, with all it keeps; what still waits for it fails with an AbortError. */
  stop: () => void;
}

/** Kinds of things that go with the worker that has them. */
const GIVEN_AWAY = ['OffscreenCanvas', 'MessagePort', 'ImageBitmap'] as const;
const isGivenAway = (thing: unknown): boolean =>
  GIVEN_AWAY.some((kind) => typeof globalThis[kind] !== 'undefined' && thing instanceof globalThis[kind]);

const notNeeded = (): DOMException => new DOMException('The worker is not needed any more', 'AbortError');

type Listener = (event: { message?: string }) => void;
/** What is needed of a worker; tests bring their own. */
export type WorkerLike = Pick<Worker, 'terminate'> & { addEventListener(type: string, listener: Listener): void };

/**
 * @param start makes a worker
 * @param broken is told of breakdowns that will not mend: more than one in a minute
 * @param wrapped how a worker's interface is reached; comlink's where left out
 */
export function supervised<T>(
  start: () => WorkerLike,
  broken: (message: string) => void,
  wrapped: (w: WorkerLike) => Remote<T> = (w) => wrap<T>(packedTo(w as Worker)),
): Supervised<T> {
  const waiting = new Set<Question>(),
    listeners = new Set<() => void | Promise<void>>();
  let worker: WorkerLike,
    remote: Remote<T>,
    watch: ReturnType<typeof setInterval> | null = null,
    failures: number[] = [],
    down = false,
    ended = false;

  const begin = (): void => {
    const mine = (worker = start());
    remote = wrapped(mine);
    for (const kind of ['error', 'messageerror'])
      mine.addEventListener(kind, (e) => mine === worker && void restart(e.message || 'a worker broke down'));
  };
  const ask = (q: Question): void => {
    q.since = Date.now();
    q.tries++;
    const mine = worker;
    (remote as unknown as Record<string, (...args: unknown[]) => Promise<unknown>>)[q.method](...q.args).then(
      (value) => {
        if (!waiting.delete(q)) return;
        rest();
        q.resolve(value);
        // Any answer is a sign of life for all that wait.
        for (const other of waiting) other.since = Date.now();
      },
      (error: unknown) => {
        if (mine !== worker || !waiting.delete(q)) return;
        rest();
        q.reject(error);
      },
    );
    watch ??= setInterval(look, LOOK);
  };
  /** Nothing is watched while nothing waits. */
  const rest = (): void => {
    if (waiting.size || !watch) return;
    clearInterval(watch);
    watch = null;
  };
  const look = (): void => {
    for (const q of waiting)
      if (!down && Date.now() - q.since > SILENCE) return void restart('a worker did not answer any more');
  };
  async function restart(why: string): Promise<void> {
    down = true;
    worker.terminate();
    const now = Date.now();
    failures = [...failures.filter((at) => now - at < SOON), now];
    if (failures.length > 1) broken(why);
    // A program that breaks down at once is not started in a circle.
    if (failures.length > 2) await new Promise((r) => setTimeout(r, Math.min(10_000, 500 * 2 ** failures.length)));
    if (ended) return;
    const again = [...waiting];
    begin();
    down = false;
    for (const listener of listeners)
      try {
        await listener();
      } catch {
        // What it could not tell the new worker shows in the answers.
      }
    for (const q of again) {
      if (!waiting.has(q)) continue;
      if (q.once || q.tries > 1) {
        waiting.delete(q);
        rest();
        q.reject(new Error(`It broke off twice: ${why}`));
      } else ask(q);
    }
  }

  begin();
  const api = new Proxy({} as Record<string, unknown>, {
    get: (_target, method) =>
      // Awaited by itself it is no promise.
      typeof method === 'symbol' || method === 'then'
        ? undefined
        : (...args: unknown[]) =>
            new Promise((resolve, reject) => {
              const q: Question = {
                method,
                args,
                once: args.some(isGivenAway),
                tries: 0,
                since: 0,
                resolve,
                reject,
              };
              if (ended) return reject(notNeeded());
              waiting.add(q);
              // While there is no worker it waits for the next one.
              if (!down) ask(q);
            }),
  }) as unknown as Remote<T>;
  return {
    api,
    onRestart: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    stop: () => {
      ended = down = true;
      worker.terminate();
      const left = [...waiting];
      waiting.clear();
      rest();
      for (const q of left) q.reject(notNeeded());
    },
  };
}
