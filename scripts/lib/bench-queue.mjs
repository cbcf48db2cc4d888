// Workers on the queue: two, each on a processor of its own, against one that has only one.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { startApplication } from './application.mjs';
import { freePort } from './database.mjs';
import { ROOT } from './machine.mjs';

const ROWS = 36;
/** How often it is asked whether they are done, ms: each answer takes the server some 8 ms of what is shared. */
const ASKED = 200;

/** @param {object} with_ what the bench has: report */
export async function queue({ report }) {
  if (availableParallelism() < 2) return;
  const folder = mkdtempSync(join(tmpdir(), 'plavo-bench-queue-')),
    port = await freePort(),
    redis = spawn(
      'redis-server',
      ['--port', String(port), '--bind', '127.0.0.1', '--save', '', '--appendonly', 'no', '--dir', folder],
      { stdio: 'ignore' },
    );
  const before = { ...process.env };
  Object.assign(process.env, { PLAVO_REDIS_URL: `redis://127.0.0.1:${port}`, PLAVO_WORK: 'elsewhere' });
  delete process.env.PLAVO_DATABASE_URL;
  const app = await startApplication({ dataDir: folder, port: await freePort(), quiet: true, databaseUrl: '' });
  const call = async (method, path, body) =>
    (
      await fetch(app.address + path, {
        method,
        ...(body && { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
      })
    ).json();
  /** Workers, each on one of the processors. */
  const hire = (processors) =>
    Promise.all(
      processors.map(async (n) => {
        const worker = spawn('taskset', ['-c', String(n), process.execPath, join(ROOT, '.build/work.mjs')], {
          cwd: ROOT,
          stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
          detached: true,
          env: { ...process.env, PLAVO_DATABASE_URL: app.databaseUrl, PLAVO_WORK: '' },
        });
        await new Promise((ready) => worker.once('message', ready));
        return worker;
      }),
    );
  const dismiss = async (workers) => {
    for (const w of workers) process.kill(-w.pid, 'SIGKILL');
    await Promise.all(
      workers.map((w) => new Promise((gone) => ((w.exitCode ?? w.signalCode) ? gone() : w.once('exit', gone)))),
    );
  };
  const template = 'template-square-low',
    photos = (await call('GET', '/api/assets?limit=200')).items.filter((a) => a.mime === 'image/jpeg');
  /** How long a batch takes, ms. */
  const batch = async (rows) => {
    const began = performance.now(),
      { id } = await call('POST', '/api/batches', {
        template,
        name: 'Bench',
        columns: ['Photo', 'Headline', 'Line'],
        rows: Array.from({ length: rows }, (_, i) => [photos[i % photos.length].name, `Train ${i + 1} runs`, 'Daily']),
      });
    for (;;) {
      const { state } = await call('GET', `/api/batches/${id}`);
      if (state === 'done') return performance.now() - began;
      await wait(ASKED);
    }
  };
  const measured = async (processors) => {
    const workers = await hire(processors);
    try {
      // They load what they need first, each of them.
      await batch(2 * processors.length * photos.length);
      const times = [];
      for (let i = 0; i < 3; i++) times.push(await batch(ROWS));
      return times.sort((a, b) => a - b)[1];
    } finally {
      await dismiss(workers);
    }
  };
  try {
    const one = await measured([0]),
      two = await measured([0, 1]);
    report('one worker on one processor, against two on two', [two], 1 / 1.7, { ratio: two / one, unit: 'x' });
  } finally {
    await app.stop();
    redis.kill('SIGKILL');
    process.env = before;
    rmSync(folder, { recursive: true, force: true });
  }
}
