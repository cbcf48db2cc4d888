// Starts the whole application: database, tables, demo data, pages; each is watched and started again where it ends.
// Used by `npm start`, the browser tests and the bench.
import { spawn, fork } from 'node:child_process';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { answers, migrate, startDatabase } from './database.mjs';
import { takeFolder } from './lock.mjs';
import { fail, ROOT } from './machine.mjs';
import { supervise } from './supervise.mjs';

/** How long stopping may take before what still runs is ended, ms. */
const STOP = 10_000;
/** How long the application may take until it answers, ms. */
const COME_UP = 60_000;

/**
 * @param {{ dataDir: string, port: number, host?: string, dev?: boolean, demo?: boolean, quiet?: boolean, databaseUrl?:
 * string, env?: Record<string, string>, giveUp?: (why: string) => void }} how
 * @returns {Promise<{ address: string, databaseUrl: string, databaseSocket: string | null, pid: () => number,
 * databasePid: () => number | null, stop: () => Promise<void>, stopNow: () => void, restart: () => Promise<void>, kill:
 * () => Promise<void> }>}
 */
export async function startApplication({
  dataDir,
  port,
  host = '127.0.0.1',
  dev = false,
  demo = true,
  quiet = false,
  databaseUrl = process.env.PLAVO_DATABASE_URL,
  env: extra = {},
  giveUp = fail,
}) {
  const local = host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host;
  const address = `http://${local.includes(':') ? `[${local}]` : local}:${port}`;
  // Before anything is touched: who holds the folder also has the port.
  const free = databaseUrl ? () => {} : takeFolder(dataDir, { address });
  process.once('exit', free);
  if (await answers(port, local))
    fail(
      `Port ${port} is taken, perhaps by another Plavo. Set PORT to a free one, for example:\n  PORT=${port + 1} npm start`,
    );
  const say = (text) => quiet || console.error(text);
  const database = databaseUrl
    ? { url: databaseUrl, socket: null, stop: async () => {}, stopNow() {}, pid: () => null }
    : await startDatabase(dataDir, { say, giveUp });
  await migrate(database.url);
  const env = {
    ...process.env,
    ...extra,
    PORT: String(port),
    PLAVO_LISTEN: host,
    PLAVO_DATABASE_URL: database.url,
    ...(databaseUrl ? {} : { PLAVO_DATA_DIR: dataDir }),
    NEXT_TELEMETRY_DISABLED: '1',
    NODE_ENV: dev ? 'development' : 'production',
  };
  const runNode = (args) =>
    new Promise((resolve) =>
      spawn(process.execPath, args, {
        cwd: ROOT,
        env,
        stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit'],
      }).once('exit', resolve),
    );
  if (demo && (await runNode([join(ROOT, '.build/load-demo.mjs')])) !== 0) fail('The demo data could not be loaded.');

  let child,
    watching = null;
  const serve = async () => {
    const mine = (child = fork(join(ROOT, 'scripts/serve.mjs'), [], {
      cwd: ROOT,
      env,
      // Files that pass through count as if they stayed: the collector went over all of its heap for each 20 MB of
      // them, which took half of the server's share of an archive.
      execArgv: ['--heap-growing-percent=200'],
      stdio: ['ignore', dev && !quiet ? 'inherit' : 'ignore', 'inherit', 'ipc'],
      detached: true,
    }));
    const ended = new Promise((resolve) => mine.once('exit', (code, signal) => resolve(signal ?? `code ${code}`)));
    let over = null;
    void ended.then((how) => (over = how));
    for (const began = Date.now(); ; await wait(50)) {
      if (over !== null) throw new Error(`it ended while starting (${over})`);
      if (Date.now() - began > COME_UP) {
        end('SIGKILL', mine);
        throw new Error('it does not answer');
      }
      try {
        // Whether the database answers is the database's own affair.
        if ((await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(5000) })).status < 600) break;
      } catch {
        // Not listening yet.
      }
    }
    return { ended };
  };
  const end = (signal, which = child) => {
    if (which.exitCode !== null || which.signalCode !== null) return;
    try {
      // Its whole group: whatever it started ends with it.
      process.kill(-which.pid, signal);
    } catch {
      // Already gone.
    }
  };
  const gone = (which = child) =>
    new Promise((resolve) =>
      which.exitCode !== null || which.signalCode !== null ? resolve() : which.once('exit', resolve),
    );
  const watch = async () => {
    watching = await supervise({ name: 'The application', start: serve, say, giveUp });
  };
  try {
    await watch();
  } catch (e) {
    fail(`The application did not start: ${e.message}`);
  }
  return {
    address,
    databaseUrl: database.url,
    databaseSocket: database.socket,
    pid: () => child.pid,
    databasePid: database.pid,
    stop: async () => {
      watching?.stop();
      end('SIGTERM');
      const late = setTimeout(() => end('SIGKILL'), STOP);
      await gone();
      clearTimeout(late);
      // What it started and did not take along.
      try {
        process.kill(-child.pid, 'SIGKILL');
      } catch {
        // Nothing is left.
      }
      await database.stop();
      free();
    },
    stopNow: () => {
      watching?.stop();
      end('SIGKILL');
      database.stopNow();
      free();
    },
    restart: watch,
    /** For tests: ends it without warning, and leaves it so. */
    kill: async () => {
      watching?.stop();
      end('SIGKILL');
      await gone();
    },
  };
}
