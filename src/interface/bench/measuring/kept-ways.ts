// Solved ways kept in the browser, so that on a piece that was solved before and has not changed the best way is there
// when it is opened. Only the program that solved them takes them up again.
import { type IDBPDatabase, openDB } from 'idb';
import type { PhotoKept } from '../../../core/remedy/photo-kept';
import type { Way, WayKind } from '../../../core/remedy/way';
import type { Shown } from '../../../workers/stage';

/** The answer to one question about one slide. */
export interface KeptWays {
  ways: Way[];
  without: WayKind[];
  /** Kinds that were not asked about. */
  left: WayKind[];
  now: PhotoKept | null;
}

/** The most that are kept; the oldest go first. */
const MOST = 60;
/** Which program this is; where that is not known, nothing is kept. */
const PROGRAM = process.env.PLAVO_BUILD;

let opened: Promise<IDBPDatabase> | null = null;
const open = (): Promise<IDBPDatabase> =>
  (opened ??= openDB('plavo-ways', 1, {
    upgrade: (db) => void db.createObjectStore('ways', { keyPath: 'key' }).createIndex('at', 'at'),
  }));

/** Equal only where the same would be solved; null where it cannot be told. */
async function keyOf({ piece, slide, size }: Shown, ask: object): Promise<string | null> {
  // Browsers give it to secure pages only.
  if (!PROGRAM || !globalThis.indexedDB || !globalThis.crypto?.subtle) return null;
  const { sizes, swatches, slides } = piece,
    asked = JSON.stringify([PROGRAM, sizes, swatches, slides, slide, size, ask]),
    digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(asked));
  return [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
}

/** What was solved for this question; null where nothing was, or storage fails: then it is solved anew. */
export async function keptWays(scene: Shown, ask: object): Promise<KeptWays | null> {
  try {
    const key = await keyOf(scene, ask);
    return key === null ? null : (((await (await open()).get('ways', key)) as KeptWays | undefined) ?? null);
  } catch {
    return null;
  }
}

/** Keeps what was solved. Without storage it is only not remembered. */
export async function keepWays(scene: Shown, ask: object, { ways, without, left, now }: KeptWays): Promise<void> {
  try {
    const key = await keyOf(scene, ask);
    if (key === null) return;
    const store = (await open()).transaction('ways', 'readwrite').store;
    await store.put({ key, at: Date.now(), ways, without, left, now });
    for (let over = (await store.count()) - MOST, at = await store.index('at').openCursor(); over > 0 && at; over--) {
      await at.delete();
      at = await at.continue();
    }
  } catch {
    // As above.
  }
}
