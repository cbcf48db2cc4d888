// Processes that do heavy or doubtful work for the server. Each has a deadline and a limit of memory and is ended when
// it goes beyond them, when nobody waits for it any more, or when it has grown; what it was doing then fails in words,
// and nothing else is touched. Threads would not do: decoders that hang in native code cannot be stopped, nor can what
// they hold be given back.
import { type ChildProcess, fork } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { setPriority } from 'node:os';
import { Problem } from '../problem';

export interface CrewOptions {
  /** Script of a member; it answers messages `{ id, task, ask }` with `{ id, value | problem | error, rss }`. */
  script: string;
  /** At most so many members. */
  members: number;
  /** Jobs that may wait, all together and for one client. */
  waiting: { all: number; each: number };
  /** ms from when a job is begun. */
  deadline: number;
  /** Bytes a member may hold while it works. */
  memory: number;
  /** Bytes beyond which a member at rest is replaced by a new one. */
  grown: number;
  /** ms that a member may take to come up where a machine has much else to do: they do not count for its first job. */
  comesUp?: number;
  /** Others on this machine come first: how far its members stand back, 0 to 19. */
  yields?: number;
}

export interface Job {
  task: string;
  ask: unknown;
  /** Who asked: clients take turns. */
  client?: string;
  /** A heavy job never takes the last free member, so that light ones get through. */
  heavy?: boolean;
  /** ms, instead of the crew's. */
  deadline?: number;
  /** Takes the job back. */
  signal?: AbortSignal;
}

interface Waiting extends Job {
  resolve: (value: unknown) => void;
  reject: (error: unknown) => void;
}

interface Member {
  child: ChildProcess;
  job: (Waiting & { id: number; until: number }) | null;
  /** Why it is being ended, where that is our doing. */
  ending: Problem | null;
  jobs: number;
}

/** What a member says; problems and errors come by value. */
export interface Reply {
  id: number;
  value?: unknown;
  problem?: { status: number; title: string; detail?: string; faults?: { path: string; reason: string }[] };
  error?: string;
  rss: number;
}

const WATCH = 100;
/** How long a job whose asker has gone may go on, ms: most are over by then, and a warm member is worth keeping. */
const GRACE = 700;
const PAGE = 4096;

/** Bytes a process holds in memory; 0 where that is not known. */
export function memoryOf(pid: number): number {
  try {
    return Number(readFileSync(`/proc/${pid}/statm`, 'latin1').split(' ')[1]) * PAGE;
  } catch {
    return 0;
  }
}

const takenBack = (): Problem => new Problem(499, 'The request was taken back');
export const busy = (): Problem =>
  new Problem(503, 'The server is busy', 'Nothing was changed. Try again in a moment.', [], {}, { 'retry-after': '2' });

export class Crew {
  private readonly members: Member[] = [];
  /** Jobs that wait, by client, in the order in which clients take their turn. */
  private readonly queues = new Map<string, Waiting[]>();
  private count = 0;
  private next = 1;
  private watch: ReturnType<typeof setInterval> | null = null;

  constructor(private readonly options: CrewOptions) {}

  /** Jobs that wait or run, and members that live: for tests and measurements. */
  get state(): { waiting: number; running: number; members: number } {
    return { waiting: this.count, running: this.members.filter((m) => m.job).length, members: this.members.length };
  }

  /**
   * Has a job done.
   * @throws Problem 499 where it was taken back, 503 where too many wait, 422 where it took too long or too much
   * memory, or what the task says
   */
  run(job: Job): Promise<unknown> {
    const client = job.client ?? '',
      own = this.queues.get(client);
    if (job.signal?.aborted) return Promise.reject(takenBack());
    if (this.count >= this.options.waiting.all || (own?.length ?? 0) >= this.options.waiting.each)
      return Promise.reject(busy());
    return new Promise((resolve, reject) => {
      const leave = (): void => this.takeBack(client, waiting),
        // What asks for many things one after the other stays on; what it asked for does not.
        over =
          <T>(then: (value: T) => void) =>
          (value: T): void => {
            job.signal?.removeEventListener('abort', leave);
            then(value);
          },
        waiting: Waiting = { ...job, resolve: over(resolve), reject: over(reject) };
      if (own) own.push(waiting);
      else this.queues.set(client, [waiting]);
      this.count++;
      job.signal?.addEventListener('abort', leave, { once: true });
      this.assign();
    });
  }

  private takeBack(client: string, waiting: Waiting): void {
    const queue = this.queues.get(client),
      at = queue?.indexOf(waiting) ?? -1;
    if (queue && at >= 0) {
      queue.splice(at, 1);
      this.count--;
      if (!queue.length) this.queues.delete(client);
    } else {
      const member = this.members.find((m) => m.job?.resolve === waiting.resolve);
      if (member?.job) member.job.until = Math.min(member.job.until, Date.now() + GRACE);
    }
    waiting.reject(takenBack());
  }

  /** The next job that may begin: clients take turns, and a heavy one leaves a member free. */
  private take(): Waiting | null {
    const heavyNow = this.members.filter((m) => m.job?.heavy).length,
      room = heavyNow < Math.max(1, this.options.members - 1);
    for (const [client, queue] of this.queues) {
      const at = queue.findIndex((w) => room || !w.heavy);
      if (at < 0) continue;
      const [job] = queue.splice(at, 1);
      this.count--;
      this.queues.delete(client);
      // Behind the others.
      if (queue.length) this.queues.set(client, queue);
      return job;
    }
    return null;
  }

  private assign(): void {
    for (;;) {
      const free = this.members.find((m) => !m.job && !m.ending);
      if (!free && this.members.length >= this.options.members) return;
      const job = this.take();
      if (!job) return;
      this.begin(free ?? this.start(), job);
    }
  }

  private start(): Member {
    const child = fork(this.options.script, [], {
      serialization: 'advanced',
      // Pictures live outside of what the collector counts, so it is told when to work, and need not begin by itself
      // each time a few of them are read; few arenas give memory back.
      execArgv: ['--expose-gc', '--heap-growing-percent=200', '--no-warnings'],
      env: { ...process.env, MALLOC_ARENA_MAX: '2', UV_THREADPOOL_SIZE: '2' },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    if (this.options.yields && child.pid)
      try {
        setPriority(child.pid, this.options.yields);
      } catch {
        // It works as others do.
      }
    const member: Member = { child, job: null, ending: null, jobs: 0 };
    child.on('message', (reply: Reply) => this.answered(member, reply));
    child.on('error', () => child.kill('SIGKILL'));
    child.once('exit', () => this.ended(member));
    this.members.push(member);
    this.watch ??= setInterval(() => this.look(), WATCH);
    this.watch.unref();
    return member;
  }

  private begin(member: Member, job: Waiting): void {
    const id = this.next++,
      until =
        Date.now() + (job.deadline ?? this.options.deadline) + (member.jobs === 0 ? (this.options.comesUp ?? 0) : 0);
    member.job = { ...job, id, until };
    member.child.send({ id, task: job.task, ask: job.ask }, (error) => {
      if (error) member.child.kill('SIGKILL');
    });
  }

  private answered(member: Member, { id, value, problem, error, rss }: Reply): void {
    const { job } = member;
    if (!job || job.id !== id) return;
    member.job = null;
    member.jobs++;
    if (problem) job.reject(new Problem(problem.status, problem.title, problem.detail, problem.faults));
    else if (error !== undefined) job.reject(new Error(error));
    else job.resolve(value);
    if (rss > this.options.grown) {
      member.ending = takenBack();
      member.child.kill('SIGKILL');
    }
    this.assign();
  }

  /** Ends what is over its time or its memory. */
  private look(): void {
    const now = Date.now();
    for (const m of this.members) {
      if (!m.job || m.ending) continue;
      if (now > m.job.until)
        m.ending = m.job.signal?.aborted
          ? takenBack()
          : new Problem(
              422,
              'This takes too long',
              `It was stopped after ${Math.round((m.job.deadline ?? this.options.deadline) / 1000)} s. Nothing was changed. Fewer or smaller layers, or a smaller size, are less work.`,
            );
      else if (memoryOf(m.child.pid ?? 0) > this.options.memory)
        m.ending = new Problem(
          413,
          'This takes too much memory',
          'It was stopped. Nothing was changed. A smaller size, smaller pictures or fewer layers with gradients and shadows need less.',
        );
      if (m.ending) m.child.kill('SIGKILL');
    }
    if (!this.members.length && this.watch) {
      clearInterval(this.watch);
      this.watch = null;
    }
  }

  private ended(member: Member): void {
    this.members.splice(this.members.indexOf(member), 1);
    member.job?.reject(
      member.ending ??
        new Problem(
          500,
          'The work broke off',
          'Nothing was changed. Try again; if it breaks off again, a picture or font of the piece is to blame.',
        ),
    );
    member.job = null;
    this.assign();
  }

  /** Ends all members; jobs fail. */
  close(): void {
    for (const m of this.members) {
      m.ending = takenBack();
      m.child.kill('SIGKILL');
    }
  }
}
