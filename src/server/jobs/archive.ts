// An archive that is made while it is fetched: its files painted by many hands at once, so that none of it has to be
// kept.
import type { Zip } from 'fflate';
import type { ExportStatus } from '../../contract/exports';
import { sharedOut } from '../../core/ground/shared-out';
import { Problem } from '../problem';
import { addStored, zipInto } from '../zip';

/** So much is written ahead of who fetches it, bytes. */
const AHEAD = 4_000_000;
/** How often it is told how far it is, ms. */
const TELL = 500;

/** One file of it. @throws Problem where it cannot be made */
export interface WantedFile {
  name: string;
  make: (signal: AbortSignal) => Promise<{ bytes: Uint8Array; notes?: string[] }>;
}

/** How far it is. */
export type Progress = Pick<ExportStatus, 'done' | 'bytes' | 'left' | 'notes'> & {
  state: 'making' | 'made' | 'stopped' | 'failed';
};

/**
 * @param hands files that are made at once
 * @param tell is told how far it is, from time to time and at the end; answers whether it is still wanted
 * @param gone tells that whoever reads it has left, or that it is to stop
 */
export function archiveOf(
  files: readonly WantedFile[],
  hands: number,
  tell: (progress: Progress) => Promise<boolean>,
  gone: AbortSignal,
): ReadableStream<Uint8Array> {
  const stopped = new AbortController(),
    progress: Progress = { state: 'making', done: 0, bytes: 0, left: [], notes: [] };
  let wake: (() => void) | null = null;
  const stop = (): void => {
    if (progress.state === 'making') {
      progress.state = 'stopped';
      void tell(progress).catch(console.error);
    }
    clearInterval(beat);
    stopped.abort();
  };
  const beat = setInterval(
    () =>
      void tell(progress).then(
        (wanted) => wanted || stop(),
        // The database is away for a moment: the archive goes on.
        () => {},
      ),
    TELL,
  );
  gone.addEventListener('abort', stop, { once: true });
  const make = async (zip: Zip, room: () => Promise<void>): Promise<void> => {
    const { signal } = stopped;
    await sharedOut(
      Array.from({ length: hands }, (_, i) => i),
      files,
      async (_, { name, make: one }) => {
        await room();
        if (signal.aborted) return null;
        let made: Awaited<ReturnType<WantedFile['make']>>;
        try {
          // A signal of its own: what listens to it goes with it.
          made = await one(AbortSignal.any([signal]));
        } catch (e) {
          if (signal.aborted) return null;
          if (!(e instanceof Problem)) throw e;
          // What cannot be made is said; the others are there all the same.
          progress.left.push({ name, why: [e.message, e.detail].filter(Boolean).join('. ') });
          return true;
        }
        const { bytes, notes = [] } = made;
        for (const note of notes) progress.notes.push({ name, note });
        // Pictures are packed already.
        addStored(zip, name, bytes);
        progress.done++;
        progress.bytes += bytes.length;
        return true;
      },
    );
    if (signal.aborted) throw new Error('It was stopped.');
    const report = [
      ...progress.left.map(({ name, why }) => `${name} is not here: ${why}`),
      ...progress.notes.map(({ name, note }) => `${name}: ${note}`),
    ];
    if (report.length) addStored(zip, 'report.txt', new TextEncoder().encode(`${report.join('\n')}\n`));
    clearInterval(beat);
    progress.state = 'made';
    // Who has read it to its end finds it made.
    await tell(progress);
    zip.end();
  };
  return new ReadableStream<Uint8Array>(
    {
      start: (to) => {
        const zip = zipInto(to);
        const room = async (): Promise<void> => {
          while ((to.desiredSize ?? 0) <= 0 && !stopped.signal.aborted) await new Promise<void>((go) => (wake = go));
        };
        stopped.signal.addEventListener('abort', () => wake?.(), { once: true });
        void make(zip, room).catch((e: unknown) => {
          clearInterval(beat);
          if (progress.state === 'making') {
            progress.state = 'failed';
            void tell(progress).catch(console.error);
          }
          stopped.abort();
          to.error(e);
        });
      },
      pull: () => wake?.(),
      cancel: stop,
    },
    new ByteLengthQueuingStrategy({ highWaterMark: AHEAD }),
  );
}
