// Jobs of handing over: many pictures as one archive, painted by all members at once while it is fetched, so that none
// of it has to be kept. What nobody fetches goes after a while.
import { type Zip, ZipPassThrough } from 'fflate';
import { nanoid } from 'nanoid';
import type { ExportStatus } from '../contract/exports';
import { sharedOut } from '../core/ground/shared-out';
import { CREWS } from './crew/crews';
import { Problem } from './problem';
import { zipInto } from './zip';

/** Jobs wait and are remembered so long, ms. */
const KEPT = 600_000;
const MOST_JOBS = 100;
/** So much is written ahead of who fetches it, bytes. */
const AHEAD = 4_000_000;

/** One file of a job. @throws Problem where it cannot be made */
export interface WantedFile {
  name: string;
  make: (signal: AbortSignal) => Promise<{ bytes: Uint8Array; notes?: string[] }>;
}

export class ExportJob {
  readonly id = nanoid(12);
  readonly begun = Date.now();
  private state: ExportStatus['state'] = 'waiting';
  private done = 0;
  private bytes = 0;
  private readonly left: ExportStatus['left'] = [];
  private readonly notes: ExportStatus['notes'] = [];
  private readonly stopped = new AbortController();

  constructor(
    private readonly files: readonly WantedFile[],
    /** Of the archive. */
    readonly name: string,
    readonly revision: number,
  ) {}

  status(): ExportStatus {
    const { id, state, files, done, bytes, left, notes } = this;
    return { id, state, of: files.length, done, bytes, left: [...left], notes: [...notes] };
  }

  stop(): void {
    if (this.state === 'waiting' || this.state === 'making') this.state = 'stopped';
    this.stopped.abort();
  }

  /** The archive, made as it is read. @param gone tells that whoever reads it has left @throws Problem 409, 404 */
  stream(gone: AbortSignal): ReadableStream<Uint8Array> {
    if (this.state !== 'waiting')
      throw this.state === 'making'
        ? new Problem(409, 'It is being fetched already', 'A job makes its archive once.')
        : new Problem(404, 'The archive is gone', 'A new job makes it again.');
    this.state = 'making';
    gone.addEventListener('abort', () => this.stop(), { once: true });
    let wake: (() => void) | null = null;
    return new ReadableStream<Uint8Array>(
      {
        start: (to) => {
          const zip = zipInto(to);
          const room = async (): Promise<void> => {
            while ((to.desiredSize ?? 0) <= 0 && !this.stopped.signal.aborted)
              await new Promise<void>((go) => (wake = go));
          };
          this.stopped.signal.addEventListener('abort', () => wake?.(), { once: true });
          void this.make(zip, room).catch((e: unknown) => {
            if (this.state === 'making') this.state = 'failed';
            this.stopped.abort();
            to.error(e);
          });
        },
        pull: () => wake?.(),
        cancel: () => this.stop(),
      },
      new ByteLengthQueuingStrategy({ highWaterMark: AHEAD }),
    );
  }

  private async make(zip: Zip, room: () => Promise<void>): Promise<void> {
    const { signal } = this.stopped,
      hands = Array.from({ length: CREWS.paint.members }, (_, i) => i);
    await sharedOut(hands, this.files, async (_, { name, make }) => {
      await room();
      if (signal.aborted) return null;
      let made: Awaited<ReturnType<WantedFile['make']>>;
      try {
        // A signal of its own: what listens to it goes with it.
        made = await make(AbortSignal.any([signal]));
      } catch (e) {
        if (signal.aborted) return null;
        if (!(e instanceof Problem)) throw e;
        // What cannot be made is said; the others are there all the same.
        this.left.push({ name, why: [e.message, e.detail].filter(Boolean).join('. ') });
        return true;
      }
      const { bytes, notes = [] } = made;
      for (const note of notes) this.notes.push({ name, note });
      add(zip, name, bytes);
      this.done++;
      this.bytes += bytes.length;
      return true;
    });
    if (signal.aborted) throw new Error('It was stopped.');
    const report = [
      ...this.left.map(({ name, why }) => `${name} is not here: ${why}`),
      ...this.notes.map(({ name, note }) => `${name}: ${note}`),
    ];
    if (report.length) add(zip, 'report.txt', new TextEncoder().encode(`${report.join('\n')}\n`));
    this.state = 'made';
    zip.end();
  }
}

/** Adds a file as it is: pictures are packed already. */
function add(zip: Zip, name: string, bytes: Uint8Array): void {
  const file = new ZipPassThrough(name);
  zip.add(file);
  file.push(bytes, true);
}

const jobs = new Map<string, ExportJob>();

export function keepJob(job: ExportJob): ExportJob {
  for (const [id, old] of jobs)
    if (Date.now() - old.begun > KEPT || jobs.size >= MOST_JOBS) {
      if (old.status().state === 'making') continue;
      jobs.delete(id);
    }
  jobs.set(job.id, job);
  return job;
}

/** @throws Problem 404 */
export function jobOf(id: string): ExportJob {
  const job = jobs.get(id);
  if (!job) throw new Problem(404, 'There is no such job', 'It was never begun, or is done with.');
  return job;
}
