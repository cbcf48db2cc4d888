// Answers kept in the browser from one page to the next. Only the program that found them takes them up again; without
// storage they are only not remembered.
import { type IDBPDatabase, openDB } from 'idb';

/** Which program this is; where that is not known, nothing is kept. */
export const PROGRAM = process.env.PLAVO_BUILD;

export class KeptAnswers<T extends object> {
  private opened: Promise<IDBPDatabase> | null = null;

  /** @param name of the store @param most are kept; the oldest go first */
  constructor(
    private readonly name: string,
    private readonly most: number,
  ) {}

  private open(): Promise<IDBPDatabase> | null {
    if (!PROGRAM || !globalThis.indexedDB) return null;
    const { name } = this;
    return (this.opened ??= openDB(`plavo-${name}`, 1, {
      upgrade: (db) => void db.createObjectStore(name, { keyPath: 'key' }).createIndex('at', 'at'),
    }));
  }

  /** @param key equal only where the same would be found @returns null where nothing is kept, or storage fails */
  async get(key: string): Promise<T | null> {
    try {
      const found = (await (await this.open())?.get(this.name, `${PROGRAM} ${key}`)) as { answer?: T } | undefined;
      return found?.answer ?? null;
    } catch {
      return null;
    }
  }

  async put(key: string, answer: T): Promise<void> {
    try {
      const db = await this.open();
      if (!db) return;
      const { store } = db.transaction(this.name, 'readwrite');
      await store.put({ key: `${PROGRAM} ${key}`, at: Date.now(), answer });
      let over = (await store.count()) - this.most;
      for (let at = await store.index('at').openCursor(); over > 0 && at; over--) {
        await at.delete();
        at = await at.continue();
      }
    } catch {
      // It is found anew.
    }
  }
}
