// Typed clients of the workers, each started again when it breaks down. `latest` keeps one question on its way and
// remembers only the newest one behind it.
import { type Remote, transfer } from 'comlink';
import type { Family } from '../core/type/catalogue';
import { workerFile } from './address';
import type { FinderApi } from './finder';
import { connect } from './lending';
import type { ReadingApi } from './reading';
import type { StageApi } from './stage';
import { supervised, type Supervised } from './supervised';

let stage: Supervised<StageApi> | null = null;
let reading: Supervised<ReadingApi> | null = null;
const solvers: Supervised<ReadingApi>[] = [];

/** The campaign's own families: every worker knows them, also one that is started later. */
let families: Family[] = [];

/** All workers that measure. */
const readers: Supervised<ReadingApi>[] = [];
/** Has the painting worker, where there is one, pass its pictures on to one that measures. */
function lendTo({ api }: Supervised<ReadingApi>): void {
  if (stage) connect(stage.api, api);
}
function readerOver(start: () => Worker): Supervised<ReadingApi> {
  const one = made<ReadingApi>(start);
  readers.push(one);
  one.onRestart(() => lendTo(one));
  lendTo(one);
  return one;
}

const breakdowns = new Set<(message: string) => void>();
/** Is told of workers that break down again and again. @returns a function that ends it */
export function onBreakdown(listener: (message: string) => void): () => void {
  breakdowns.add(listener);
  return () => breakdowns.delete(listener);
}
const broken = (message: string): void => {
  for (const b of breakdowns) b(message);
};

export interface EarlyWorker<T> {
  worker: Worker;
  api: Remote<T>;
}
declare global {
  /** What the page began before the bench was there (early.ts): workers, and a canvas that is painted on. */
  var plavoStage: EarlyWorker<StageApi> | undefined;
  var plavoReading: EarlyWorker<ReadingApi> | undefined;
  var plavoEarly: { key: string; canvas: HTMLCanvasElement } | undefined;
}

/** The canvas that was painted before the bench was there, once, as long as its worker lives. */
export function earlyCanvas(): { key: string; canvas: HTMLCanvasElement } | null {
  const early = globalThis.plavoEarly ?? null;
  globalThis.plavoEarly = undefined;
  return early;
}

function made<T extends { fonts(families: Family[]): void }>(start: () => Worker): Supervised<T> {
  const one = supervised<T>(start, broken);
  const tell = async (): Promise<void> => {
    if (families.length) await (one.api as unknown as { fonts(f: Family[]): Promise<void> }).fonts(families);
  };
  one.onRestart(tell);
  // What is asked next waits behind this in the worker, so nothing is measured in a replacement.
  void tell().catch(() => {});
  return one;
}
const started = (file: string, name: string): Worker => new Worker(workerFile(`${file}.js`), { type: 'module', name });

/** What reaches early workers: a remote that is collected tells its worker to stop listening. */
const held: unknown[] = [];
/** The worker that the page began, or a new one. */
function takenOver<T>(early: EarlyWorker<T> | undefined, name: string): Worker {
  if (!early) return started(name, name);
  held.push(early.api);
  return early.worker;
}
function theStage(): Supervised<StageApi> {
  if (stage) return stage;
  stage = made<StageApi>(() => {
    const early = globalThis.plavoStage;
    globalThis.plavoStage = undefined;
    // A canvas goes with the worker that has it.
    if (!early) globalThis.plavoEarly = undefined;
    return takenOver(early, 'stage');
  });
  const connectAll = (): void => readers.forEach(lendTo);
  stage.onRestart(connectAll);
  connectAll();
  return stage;
}
/** The worker that paints; started early by the page, or when first asked for. */
export const stageWorker = (): Remote<StageApi> => theStage().api;
/** Tells when the painting worker is a new one: canvases it had are lost. @returns a function that ends it */
export const onStageRestart = (listener: () => void | Promise<void>): (() => void) => theStage().onRestart(listener);
/** The worker that measures. */
export const readingWorker = (): Remote<ReadingApi> =>
  (reading ??= readerOver(() => {
    const early = globalThis.plavoReading;
    globalThis.plavoReading = undefined;
    return takenOver(early, 'reading');
  })).api;

let finder: Supervised<FinderApi> | null = null;
/** The worker that finds things in photos, and loads what it needs with the first question. */
export const finderWorker = (): Remote<FinderApi> =>
  (finder ??= supervised<FinderApi>(() => started('finder', 'finder'), broken)).api;

const side = (): number => Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2));
function solversUpTo(wanted: number): readonly Remote<ReadingApi>[] {
  while (solvers.length < wanted) {
    const name = `solver-${solvers.length + 1}`;
    solvers.push(readerOver(() => started('reading', name)));
  }
  return solvers.slice(0, wanted).map((s) => s.api);
}

/**
 * Workers that solve side by side, so that readings never wait for them: two, or as many as the machine has processors,
 * up to four.
 */
export const solverWorkers = (): readonly Remote<ReadingApi>[] => solversUpTo(side());
/**
 * Ends the workers that solve: each keeps photos and what was made of them, some hundred megabytes. They start again
 * when they are asked.
 */
export function letSolversGo(): void {
  for (const one of solvers.splice(0)) {
    readers.splice(readers.indexOf(one), 1);
    one.stop();
  }
}

/**
 * As many for the first question about a picture. Starting a solver and fitting the picture take longer than solving:
 * the worker that has read the picture does most of it.
 */
export const firstSolvers = (): readonly Remote<ReadingApi>[] => [readingWorker(), ...solversUpTo(side() - 1)];

/** A worker for small questions beside the readings: a solver, where one has been started. */
export const sideWorker = (): Remote<ReadingApi> => solvers[0]?.api ?? readingWorker();

/** Makes a campaign's own families known to every worker there is and will be. */
export async function tellFonts(own: Family[]): Promise<void> {
  families = own;
  await Promise.all(
    [stageWorker(), readingWorker(), ...solvers.map((s) => s.api)].map((w) => w.fonts(own) as unknown as Promise<void>),
  );
}

export const attachStage = (key: string, canvas: OffscreenCanvas): Promise<void> =>
  stageWorker().attach(key, transfer(canvas, [canvas]));

/** Gives the worker that paints a canvas for what is drawn over the stage. */
export const attachMarks = (canvas: OffscreenCanvas): Promise<void> =>
  stageWorker().attachMarks(transfer(canvas, [canvas]));

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
