// Starts the whole application: database, tables, demo data, pages. Used by `npm start`, the browser tests and the bench.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { answers, migrate, startDatabase } from './database.mjs';
import { fail, ROOT } from './machine.mjs';

/** How long an idle connection is kept, ms: longer than clients and proxies keep theirs, so that none is closed in the moment it is used again. */
const KEEP_ALIVE = 65_000;

/**
 * @param {{ dataDir: string, port: number, host?: string, dev?: boolean, demo?: boolean, quiet?: boolean, databaseUrl?: string }} how
 * @returns {Promise<{ address: string, databaseUrl: string, stop: () => Promise<void>, restart: () => Promise<void>, kill: () => Promise<void> }>}
 */
export async function startApplication({ dataDir, port, host = '127.0.0.1', dev = false, demo = true, quiet = false, databaseUrl = process.env.PLAVO_DATABASE_URL }) {
  if (await answers(port, host === '0.0.0.0' ? '127.0.0.1' : host)) fail(`Port ${port} is taken, perhaps by another Plavo. Set PORT to a free one, for example:\n  PORT=${port + 1} npm start`);
  const database = databaseUrl ? { url: databaseUrl, stop: async () => {} } : await startDatabase(dataDir);
  await migrate(database.url);
  const env = { ...process.env, PLAVO_DATABASE_URL: database.url, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: dev ? 'development' : 'production' };
  const runNode = (args) =>
    new Promise((resolve) => spawn(process.execPath, args, { cwd: ROOT, env, stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit'] }).once('exit', resolve));
  if (demo && (await runNode([join(ROOT, '.build/load-demo.mjs')])) !== 0) fail('The demo data could not be loaded.');
  let child;
  const serve = async () => {
    let ended = false;
    child = spawn(process.execPath, [join(ROOT, 'node_modules/next/dist/bin/next'), ...(dev ? ['dev'] : ['start', '--keepAliveTimeout', String(KEEP_ALIVE)]), '-p', String(port), '-H', host], { cwd: ROOT, env, stdio: ['ignore', dev && !quiet ? 'inherit' : 'ignore', 'inherit'], detached: true });
    child.once('exit', () => (ended = true));
    const local = host === '0.0.0.0' ? '127.0.0.1' : host;
    for (;;) {
      if (ended) fail('The application ended while starting.');
      try {
        if ((await fetch(`http://${local}:${port}/api/health`)).ok) break;
      } catch {
        // Not listening yet.
      }
      await wait(100);
    }
  };
  const end = async (signal) => {
    if (child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    try {
      process.kill(-child.pid, signal);
    } catch {
      // Already gone.
    }
    await gone;
  };
  await serve();
  return {
    address: `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`,
    databaseUrl: database.url,
    stop: async () => {
      await end('SIGTERM');
      await database.stop();
    },
    restart: serve,
    kill: () => end('SIGKILL'),
  };
}
