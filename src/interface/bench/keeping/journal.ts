// Unsaved edits and the undo history, in the browser's own database, until the server has acknowledged them and beyond.
// Each window has its own, so that two on one piece do not mix; what a window left behind when it was closed is taken
// up by the next.
import { type IDBPDatabase, openDB } from 'idb';
import { nanoid } from 'nanoid';
import type { History, Step } from '../../../core/piece/history';
import type { Piece } from '../../../core/piece/schema';

interface Entry {
  id: string;
  window: string;
  /** Revision the edits began with. */
  revision: number;
  /** Are there edits that the server has not acknowledged? */
  unsaved: boolean;
  piece: Piece;
  done: number;
  /** ms since 1970. */
  at: number;
}

/** What the journal holds of a piece. The document is as it was written: an older program may have been at work. */
export interface JournalEntry {
  window: string;
  revision: number;
  unsaved: boolean;
  piece: unknown;
  history: History;
  at: number;
}

/** Saved history that nobody came back to is let go after so many days. */
const DAYS = 60;

let opened: Promise<IDBPDatabase> | null = null;
const open = (): Promise<IDBPDatabase> =>
  (opened ??= openDB('plavo', 2, {
    async upgrade(db, from, _to, tx) {
      const entries = db.createObjectStore('entries', { keyPath: ['id', 'window'] }),
        steps = db.createObjectStore('entry-steps');
      if (from !== 1) return;
      // Written before windows had journals of their own.
      for (const e of (await tx.objectStore('journal').getAll()) as Omit<Entry, 'window' | 'at'>[])
        await entries.put({ ...e, window: 'before', at: Date.now() });
      const old = tx.objectStore('steps'),
        keys = (await old.getAllKeys()) as [string, number][];
      for (const [id, i] of keys) await steps.put(await old.get([id, i]), [id, 'before', i]);
      db.deleteObjectStore('journal');
      db.deleteObjectStore('steps');
    },
    // A newer program in another window may upgrade; this one opens it again when it is needed.
    blocking: (_now, _next, event) => {
      (event.target as IDBDatabase).close();
      opened = null;
    },
  }).catch((e: unknown) => {
    opened = null;
    throw e;
  }));

const lockOf = (window: string): string => `plavo-window-${window}`;
const locks = (): LockManager | null => globalThis.navigator?.locks ?? null;

/** A page that is being reloaded, or left for another, gives its name back a moment after the next one asks, ms. */
const HANDED_OVER = 250;

/** Holds a name for as long as the window lives; false where another window has it and keeps it. */
const hold = (name: string): Promise<boolean> => {
  const all = locks();
  if (!all) return Promise.resolve(true);
  return new Promise((resolve) => {
    all
      .request(lockOf(name), { signal: AbortSignal.timeout(HANDED_OVER) }, () => {
        resolve(true);
        return new Promise<void>(() => {});
      })
      .catch(() => resolve(false));
  });
};

let mine: Promise<string> | null = null;
/** The name of this window. It outlives a reload; a window that was duplicated gets one of its own. */
const windowName = (): Promise<string> =>
  (mine ??= (async () => {
    const known = globalThis.sessionStorage?.getItem('plavo-window');
    if (known && (await hold(known))) return known;
    const fresh = nanoid(10);
    await hold(fresh);
    globalThis.sessionStorage?.setItem('plavo-window', fresh);
    return fresh;
  })());

/** Names of the windows that are open, this one among them. */
async function windowsAlive(): Promise<Set<string>> {
  const held = (await locks()?.query())?.held ?? [];
  return new Set(
    held
      .map((l) => l.name ?? '')
      .filter((n) => n.startsWith(lockOf('')))
      .map((n) => n.slice(lockOf('').length)),
  );
}

/** What was written last for each piece, so that only new steps are written again. */
const written = new Map<string, readonly Step[]>();
const stepsOf = (id: string, window: string, from = 0): IDBKeyRange =>
  IDBKeyRange.bound([id, window, from], [id, window, Infinity]);

/** Writes piece and history; resolves when they are on the disk. */
export async function writeJournal(
  id: string,
  revision: number,
  unsaved: boolean,
  piece: Piece,
  history: History,
): Promise<void> {
  const window = await windowName(),
    before = written.get(id) ?? [];
  let same = 0;
  while (same < before.length && same < history.steps.length && before[same] === history.steps[same]) same++;
  const tx = (await open()).transaction(['entries', 'entry-steps'], 'readwrite');
  void tx
    .objectStore('entries')
    .put({ id, window, revision, unsaved, piece, done: history.done, at: Date.now() } satisfies Entry);
  const steps = tx.objectStore('entry-steps');
  if (same < before.length) void steps.delete(stepsOf(id, window, same));
  for (let i = same; i < history.steps.length; i++) void steps.put(history.steps[i], [id, window, i]);
  await tx.done;
  written.set(id, history.steps);
}

/**
 * What the journal holds of a piece: this window's own first, then what closed windows left, the newest first. What
 * other open windows write
 * is theirs.
 */
export async function readJournals(id: string): Promise<JournalEntry[]> {
  const db = await open(),
    entries = (await db.getAll('entries', IDBKeyRange.bound([id], [id, []]))) as Entry[];
  // Nothing was ever changed here: opening need not wait for a name.
  if (!entries.length) return [];
  const window = await windowName(),
    alive = await windowsAlive();
  const found: JournalEntry[] = [];
  for (const e of entries.sort((a, b) => Number(b.window === window) - Number(a.window === window) || b.at - a.at)) {
    if (e.window !== window && alive.has(e.window)) continue;
    const steps = (await db.getAll('entry-steps', stepsOf(id, e.window))) as Step[];
    if (e.window === window) written.set(id, steps);
    found.push({
      window: e.window,
      revision: e.revision,
      unsaved: e.unsaved,
      piece: e.piece,
      at: e.at,
      history: { steps, done: Math.min(e.done, steps.length) },
    });
  }
  return found;
}

/** Lets go what one window kept of a piece. @param window this one where left out */
export async function forgetJournal(id: string, window?: string): Promise<void> {
  const db = await open(),
    of = window ?? (await windowName());
  const tx = db.transaction(['entries', 'entry-steps'], 'readwrite');
  void tx.objectStore('entries').delete([id, of]);
  void tx.objectStore('entry-steps').delete(stepsOf(id, of));
  await tx.done;
  if (of === (await windowName())) written.delete(id);
}

/** Lets go of saved history that nobody came back to. */
export async function tidyJournal(now = Date.now()): Promise<void> {
  const db = await open(),
    alive = await windowsAlive();
  for (const e of (await db.getAll('entries')) as Entry[])
    if (!e.unsaved && !alive.has(e.window) && e.at < now - DAYS * 86_400_000) await forgetJournal(e.id, e.window);
}
