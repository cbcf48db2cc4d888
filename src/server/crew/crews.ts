// The crews of the server: one paints, measures and solves, one takes in what comes from outside.
import { availableParallelism, totalmem } from 'node:os';
import { join } from 'node:path';
import { addressOf } from '../access/passphrase';
import { Crew, type Job } from './crew';
import type * as tasks from './tasks';

const GB = 1024 ** 3;
const PROCESSORS = Math.min(4, availableParallelism()),
  // One that is at something heavy never keeps a light thing waiting.
  MEMBERS = Math.max(2, PROCESSORS);
/**
 * What a member that paints may hold at rest: itself and the photos of a campaign, some 500 MB. One that is replaced
 * has to load and decode them anew, which takes seconds.
 */
const WITH_PICTURES = Math.min(0.85 * GB, totalmem() / 8);

/** The crews, and how many members each has. */
export const CREWS = {
  paint: {
    members: MEMBERS,
    waiting: { all: 200, each: 80 },
    deadline: 60_000,
    memory: Math.min(2.5 * GB, totalmem() / 4),
    grown: WITH_PICTURES,
  },
  intake: {
    members: 2,
    waiting: { all: 60, each: 40 },
    deadline: 20_000,
    memory: Math.min(1.5 * GB, totalmem() / 6),
    grown: 0.3 * GB,
    comesUp: 15_000,
  },
  // Rows of tables: they use all processors, and nobody who looks at something waits behind them. More members than
  // processors would only load the same photos twice.
  batch: {
    members: PROCESSORS,
    waiting: { all: 60, each: 20 },
    deadline: 120_000,
    memory: Math.min(2 * GB, totalmem() / 5),
    grown: WITH_PICTURES,
    yields: 8,
  },
  // Two models take their room once; the member that has them is kept.
  letters: {
    members: 1,
    waiting: { all: 20, each: 6 },
    deadline: 60_000,
    memory: Math.min(2.5 * GB, totalmem() / 4),
    grown: 1.5 * GB,
  },
} as const;
type CrewName = keyof typeof CREWS;

const holder = globalThis as { plavoCrews?: Partial<Record<CrewName, Crew>> };

export function crew(name: CrewName): Crew {
  holder.plavoCrews ??= {};
  return (holder.plavoCrews[name] ??= new Crew({
    ...CREWS[name],
    script: join(/* turbopackIgnore: true */ process.cwd(), '.build', 'member.mjs'),
  }));
}

/** Ends all members, where a program is done. */
export function closeCrews(): void {
  for (const c of Object.values(holder.plavoCrews ?? {})) c.close();
  holder.plavoCrews = {};
}

type Tasks = typeof tasks;
type TaskName = { [K in keyof Tasks]: Tasks[K] extends (ask: never) => Promise<unknown> ? K : never }[keyof Tasks];

/** Who does what. */
const CREW_OF: Partial<Record<TaskName, CrewName>> = {
  addPicture: 'intake',
  addFont: 'intake',
  deriveOf: 'intake',
  takeIn: 'intake',
  drawnAs: 'intake',
  takeApart: 'intake',
  letters: 'letters',
  fromTemplate: 'batch',
  standing: 'batch',
};

/** Runs a task of tasks.ts in a process. @throws Problem as `Crew.run` says */
export async function run<K extends TaskName>(
  task: K,
  ask: Parameters<Tasks[K]>[0],
  how: Omit<Job, 'task' | 'ask'> = {},
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  return (await crew(CREW_OF[task] ?? 'paint').run({ ...how, task, ask })) as Awaited<ReturnType<Tasks[K]>>;
}

/** Who asks, so that clients take turns: by address, and by program. */
const clientOf = ({ headers }: Request): string =>
  `${addressOf(headers).slice(0, 80)}|${(headers.get('user-agent') ?? '').slice(0, 120)}`;

/**
 * Tells when the client of a request has left: as the server's door knows it (scripts/serve.mjs), which is always
 * right. Whom the door no longer knows has left already, while the piece was being looked up.
 */
export function signalOf(request: Request): AbortSignal {
  const { plavoRequests } = globalThis as { plavoRequests?: Map<string, AbortSignal> },
    number = request.headers.get('x-plavo-request');
  if (!plavoRequests || number === null) return request.signal;
  return plavoRequests.get(number) ?? AbortSignal.abort();
}

/** How a request's job is run. */
export const asked = (request: Request, heavy = false): Pick<Job, 'signal' | 'client' | 'heavy'> => ({
  signal: signalOf(request),
  client: clientOf(request),
  heavy,
});

/** Starts the members that paint, before anybody asks. */
export async function warmCrews(): Promise<void> {
  // As many questions as members, so that each gets one.
  await Promise.allSettled(Array.from({ length: CREWS.paint.members }, () => run('ready', undefined as never)));
}
