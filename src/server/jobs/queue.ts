// The queue, where there is one: batch rows and pictures of archives go to whichever machine has room. Without
// PLAVO_REDIS_URL, or while its server is away, everything is done by the crews of this process: the queue hands out
// work, and keeps nothing that is not in the database too.
import { deserialize, serialize } from 'node:v8';
import { type Job, Queue, QueueEvents, Worker } from 'bullmq';
import { Redis } from 'ioredis';
import { CREWS, run } from '../crew/crews';
import type { Job as CrewJob } from '../crew/crew';
import { Problem } from '../problem';

/** Name of the queue; everything of it begins with that. */
const NAME = 'plavo';
/** How long a picture that was made waits for whoever asked, s. */
const WAITS = 300;
/** How long is waited for an answer of the server before the work is done here, ms. */
const PATIENCE = 2000;
/** A worker that says nothing for so long is taken for gone, ms. */
const LOCKED = 10_000;
/** What ends without a word is given to another so often. */
const STALLED = 5;

type Asked = Omit<CrewJob, 'task' | 'ask'>;
type Render = Parameters<typeof run<'render'>>[1];
type Rendered = Awaited<ReturnType<typeof run<'render'>>>;
interface RowJob {
  batch: string;
  number: number;
}
type Reply = { value: Rendered } | { problem: { status: number; title: string; detail?: string } };

interface Line {
  redis: Redis;
  queue: Queue;
  events: QueueEvents;
  worker: Worker | null;
  /** All connections, which are ours to end. */
  connections: Redis[];
}
const holder = globalThis as { plavoQueue?: Line };

export const queueUrl = (): string | null => process.env.PLAVO_REDIS_URL?.trim() || null;

/** A connection that says at once when the server is away, and comes back by itself. */
function connection(url: string, waiting: boolean): Redis {
  const redis = new Redis(url, {
    // Those that wait for work wait for ever; those that ask want an answer.
    maxRetriesPerRequest: waiting ? null : 1,
    enableOfflineQueue: waiting,
    connectTimeout: PATIENCE,
    retryStrategy: (times) => Math.min(200 * times, PATIENCE),
  });
  let said = false;
  redis.on('error', (e: Error) => {
    if (!said) console.error(`The queue is away, work is done here meanwhile: ${e.message}`);
    said = true;
  });
  redis.on('ready', () => void (said = false));
  return redis;
}

function line(): Line | null {
  const url = queueUrl();
  if (!url) return null;
  if (!holder.plavoQueue) {
    const redis = connection(url, false),
      waiting = connection(url, true),
      quiet = (): void => {},
      queue = new Queue(NAME, { connection: redis, skipVersionCheck: true }),
      events = new QueueEvents(NAME, { connection: waiting });
    // Said by the connections already.
    queue.on('error', quiet);
    events.on('error', quiet);
    holder.plavoQueue = { redis, queue, events, worker: null, connections: [redis, waiting] };
  }
  return holder.plavoQueue;
}

const within = <T>(ms: number, what: Promise<T>): Promise<T> => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, no) => (timer = setTimeout(() => no(new Error('no answer in time')), ms)));
  return Promise.race([what, late]).finally(() => clearTimeout(timer));
};

/** The queue, where it answers and somebody takes from it, and how many do. */
async function taken(): Promise<{ l: Line; workers: number } | null> {
  const l = line();
  if (!l || l.redis.status !== 'ready') return null;
  try {
    const workers = await within(PATIENCE, l.queue.getWorkersCount());
    return workers > 0 ? { l, workers } : null;
  } catch {
    return null;
  }
}

/** How many pictures are worth asking for at once. */
export const handsThere = async (): Promise<number> => CREWS.paint.members * ((await taken())?.workers ?? 1);

/**
 * Hands rows of batches to the queue. One that lies there already is not added again.
 * @returns false where nobody would take them: they are to be made here
 */
export async function rowsToQueue(rows: readonly RowJob[]): Promise<boolean> {
  const there = await taken();
  if (!there) return false;
  try {
    await within(
      PATIENCE,
      there.l.queue.addBulk(
        rows.map((r) => ({
          name: 'row',
          data: r,
          opts: { jobId: `row-${r.batch}-${r.number}`, removeOnComplete: true, removeOnFail: true },
        })),
      ),
    );
    return true;
  } catch {
    return false;
  }
}

const resultKey = (id: string): string => `${NAME}:made:${id}`;

/** A picture, made by whoever has room. @throws Problem as the crew does */
export async function renderShared(ask: Render, how: Asked): Promise<Rendered> {
  const there = await taken();
  if (!there) return run('render', ask, how);
  const { l } = there,
    over = new AbortController();
  let job: Job | null = null;
  try {
    job = await within(
      PATIENCE,
      l.queue.add(
        'render',
        { ask, deadline: how.deadline },
        { removeOnComplete: { age: WAITS }, removeOnFail: { age: WAITS } },
      ),
    );
    await Promise.race([job.waitUntilFinished(l.events), lost(l, over.signal, how.signal)]);
    const bytes = await within(PATIENCE, l.redis.getBuffer(resultKey(job.id!)));
    if (!bytes) throw new Error('the result is gone');
    void l.redis.del(resultKey(job.id!)).catch(() => {});
    const reply = deserialize(bytes) as Reply;
    if ('problem' in reply) throw new Problem(reply.problem.status, reply.problem.title, reply.problem.detail);
    return reply.value;
  } catch (e) {
    if (e instanceof Problem) throw e;
    if (how.signal?.aborted) {
      void job?.remove().catch(() => {});
      throw e;
    }
    // Whatever became of the queue: the picture is made here.
    return run('render', ask, how);
  } finally {
    over.abort();
  }
}

/** Rejects once the queue is away, or nobody waits any more. @param over ends listening */
function lost({ redis }: Line, over: AbortSignal, signal?: AbortSignal): Promise<never> {
  return new Promise((_, no) => {
    const closed = (): void => no(new Error('the queue is away')),
      left = (): void => no(new Error('nobody waits for it'));
    redis.once('close', closed);
    signal?.addEventListener('abort', left, { once: true, signal: over });
    over.addEventListener('abort', () => void redis.off('close', closed), { once: true });
    if (signal?.aborted) left();
  });
}

/**
 * Takes work from the queue, as much at once as keeps the crew busy, until it is told to end.
 * @param makeRow makes a row of a batch, unless somebody else has
 */
export function workOnQueue(makeRow: (row: RowJob) => Promise<void>): void {
  const l = line(),
    url = queueUrl();
  if (!l || !url || l.worker) return;
  const waiting = connection(url, true);
  l.connections.push(waiting);
  l.worker = new Worker(
    NAME,
    async (job: Job) => {
      if (job.name === 'row') return makeRow(job.data as RowJob);
      const { ask, deadline } = job.data as { ask: Render; deadline?: number };
      let reply: Reply;
      try {
        reply = { value: await run('render', ask, { heavy: true, client: 'queue', deadline }) };
      } catch (e) {
        if (!(e instanceof Problem) || e.status === 503) throw e;
        reply = { problem: { status: e.status, title: e.title, detail: e.detail } };
      }
      await l.redis.set(resultKey(job.id!), serialize(reply), 'EX', WAITS);
    },
    {
      connection: waiting,
      // One more is fetched meanwhile, so that no member waits for the database.
      concurrency: CREWS.batch.members + 1,
      maxStalledCount: STALLED,
      lockDuration: LOCKED,
      stalledInterval: LOCKED,
      skipVersionCheck: true,
    },
  );
  l.worker.on('error', () => {});
}

/** Ends taking and asking; what is under way is let go. */
export async function leaveQueue(): Promise<void> {
  const l = holder.plavoQueue;
  if (!l) return;
  delete holder.plavoQueue;
  await Promise.allSettled([
    within(PATIENCE, l.worker?.close() ?? Promise.resolve()),
    within(PATIENCE, l.queue.close()),
    within(PATIENCE, l.events.close()),
  ]);
  for (const c of l.connections) c.disconnect();
}
