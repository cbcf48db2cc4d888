// Unsaved edits and the undo history, in the browser's own database, until the server has acknowledged them and beyond.
import { openDB, type IDBPDatabase } from 'idb';
import type { History, Step } from '../../core/piece/history';
import type { Piece } from '../../core/piece/schema';

interface Entry {
  id: string;
  /** Revision the edits began with. */
  revision: number;
  /** Are there edits that the server has not acknowledged? */
  unsaved: boolean;
  piece: Piece;
  done: number;
}

let opened: Promise<IDBPDatabase> | null = null;
const open = (): Promise<IDBPDatabase> =>
  (opened ??= openDB('plavo', 1, {
    upgrade(db) {
      db.createObjectStore('journal', { keyPath: 'id' });
      db.createObjectStore('steps');
    },
  }));

/** What was written last for each piece, so that only new steps are written again. */
const written = new Map<string, readonly Step[]>();

/** Writes piece and history; resolves when they are on the disk. */
export async function writeJournal(id: string, revision: number, unsaved: boolean, piece: Piece, history: History): Promise<void> {
  const before = written.get(id) ?? [];
  let same = 0;
  while (same < before.length && same < history.steps.length && before[same] === history.steps[same]) same++;
  const tx = (await open()).transaction(['journal', 'steps'], 'readwrite');
  void tx.objectStore('journal').put({ id, revision, unsaved, piece, done: history.done } satisfies Entry);
  const steps = tx.objectStore('steps');
  if (same < before.length) void steps.delete(IDBKeyRange.bound([id, same], [id, Infinity]));
  for (let i = same; i < history.steps.length; i++) void steps.put(history.steps[i], [id, i]);
  await tx.done;
  written.set(id, history.steps);
}

/** What the journal holds of a piece, or null. */
export async function readJournal(id: string): Promise<{ revision: number; unsaved: boolean; piece: Piece; history: History } | null> {
  const db = await open();
  const entry = (await db.get('journal', id)) as Entry | undefined;
  if (!entry) return null;
  const steps = (await db.getAll('steps', IDBKeyRange.bound([id, 0], [id, Infinity]))) as Step[];
  written.set(id, steps);
  return { revision: entry.revision, unsaved: entry.unsaved, piece: entry.piece, history: { steps, done: Math.min(entry.done, steps.length) } };
}

export async function forgetJournal(id: string): Promise<void> {
  const db = await open();
  const tx = db.transaction(['journal', 'steps'], 'readwrite');
  void tx.objectStore('journal').delete(id);
  void tx.objectStore('steps').delete(IDBKeyRange.bound([id, 0], [id, Infinity]));
  await tx.done;
  written.delete(id);
}
