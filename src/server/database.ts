// The one connection pool of a process. All state is behind it; the address comes from PLAVO_DATABASE_URL.
import knexFactory, { type Knex } from 'knex';

const holder = globalThis as { plavoDatabase?: Knex };

/** @throws Error where no database address is set */
export function database(): Knex {
  if (!holder.plavoDatabase) {
    const address = process.env.PLAVO_DATABASE_URL;
    if (!address) throw new Error('PLAVO_DATABASE_URL is not set: start with `npm start`, which starts the database');
    const u = new URL(address);
    holder.plavoDatabase = knexFactory({
      client: 'mysql2',
      connection: {
        host: u.hostname,
        port: Number(u.port || 3306),
        user: decodeURIComponent(u.username),
        password: decodeURIComponent(u.password),
        database: u.pathname.slice(1),
        charset: 'utf8mb4',
        timezone: 'Z',
        connectTimeout: 5000,
      },
      pool: { min: 0, max: 6 },
      acquireConnectionTimeout: 8000,
    });
  }
  return holder.plavoDatabase;
}

/** How often a transaction is tried, and how long it waits between, ms. */
const TRIES = 6;
const PAUSE = 15;
const collides = (e: unknown): boolean =>
  ['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT'].includes((e as { code?: string }).code ?? '');

/**
 * Does something as a whole or not at all. Two transactions that wait for each other's rows are no error of theirs: the
 * database ends one, which is tried again.
 * @param work may run more than once: what it changes besides the database must not add up
 */
export async function transaction<T>(work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
  for (let tried = 1; ; tried++) {
    try {
      return await database().transaction(work);
    } catch (e) {
      if (!collides(e) || tried >= TRIES) throw e;
      await new Promise((r) => setTimeout(r, PAUSE * tried * (1 + Math.random())));
    }
  }
}

/** Ends the pool; for scripts and tests. */
export async function closeDatabase(): Promise<void> {
  await holder.plavoDatabase?.destroy();
  delete holder.plavoDatabase;
}
