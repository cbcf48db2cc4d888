// The queue with workers of its own: killed without warning, over and over; its server away in the middle. Nothing is
// lost and nothing is done twice.
import { type ChildProcess, fork, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { makeText } from '../../src/core/kinds/text';
import { makeTint } from '../../src/core/kinds/tint';
import { makePiece } from '../../src/core/piece/make';
import { asTemplate, guessedRoles } from '../../src/core/piece/roles';
import { restBatches, wakeBatches } from '../../src/server/batches/runner';
import { batchInfo, createBatch, keepAsPieces, rowsOf } from '../../src/server/batches/store';
import { closeCrews } from '../../src/server/crew/crews';
import { closeDatabase, database } from '../../src/server/database';
import { handsThere, leaveQueue, renderShared } from '../../src/server/jobs/queue';
import { createCampaign } from '../../src/server/pieces/campaigns';
import { createPiece } from '../../src/server/pieces/store';
import { asked } from './asked';

const KILLS = 50;
const folder = mkdtempSync(join(tmpdir(), 'plavo-queue-'));
let redis: ChildProcess | null = null,
  port = 0,
  campaign: string,
  template: string;
const workers = new Set<ChildProcess>();

const free = (): Promise<number> =>
  new Promise((done) => {
    const s = createServer();
    s.listen(0, '127.0.0.1', () => {
      const { port: found } = s.address() as { port: number };
      s.close(() => done(found));
    });
  });
async function until<T>(ask: () => Promise<T>, what: string, tries = 1200): Promise<T> {
  for (let i = 0; i < tries; i++) {
    const got = await ask();
    if (got) return got;
    await new Promise((r) => setTimeout(r, 50));
  }
  throw new Error(what);
}
async function startRedis(): Promise<void> {
  const mine = (redis = spawn(
    'redis-server',
    ['--port', String(port), '--bind', '127.0.0.1', '--save', '', '--appendonly', 'no', '--dir', folder],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  ));
  await new Promise<void>((done, failed) => {
    mine.once('error', failed);
    mine.stdout!.on('data', (b: Buffer) => String(b).includes('Ready to accept') && done());
  });
}
const gone = (p: ChildProcess): Promise<unknown> =>
  p.exitCode !== null || p.signalCode !== null ? Promise.resolve() : new Promise((r) => p.once('exit', r));
async function stopRedis(): Promise<void> {
  const old = redis;
  redis = null;
  old?.kill('SIGKILL');
  if (old) await gone(old);
}
async function startWorker(): Promise<ChildProcess> {
  const w = fork(join(process.cwd(), '.build', 'work.mjs'), [], {
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    env: { ...process.env, PLAVO_REDIS_URL: `redis://127.0.0.1:${port}`, NODE_OPTIONS: '' },
    detached: true,
  });
  workers.add(w);
  w.once('exit', () => workers.delete(w));
  await new Promise<void>((done) => w.once('message', () => done()));
  return w;
}
/** Ends a worker and all it started, as a machine that loses its power. */
async function kill(w: ChildProcess): Promise<void> {
  try {
    process.kill(-w.pid!, 'SIGKILL');
  } catch {
    // Gone already.
  }
  await gone(w);
}
/** What was taken by somebody who is gone is free again: in earnest after a while, here at once. */
const forget = (id: string): Promise<number> =>
  database()('batch_rows')
    .where({ batch_id: id, state: 'taken' })
    .update({ tries: 0, taken_until: new Date(Date.now() - 1) });

let ownDatabase: ChildProcess;
beforeAll(async () => {
  // Whoever finds a row takes it: nobody else's are here.
  ownDatabase = spawn(process.execPath, ['tests/server/own-database.mjs', join(folder, 'data')], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  process.env.PLAVO_DATABASE_URL = await new Promise<string>((done, failed) => {
    ownDatabase.stdout!.once('data', (b: Buffer) => done(String(b).trim()));
    ownDatabase.once('exit', () => failed(new Error('the database did not start')));
  });
  port = await free();
  await startRedis();
  process.env.PLAVO_REDIS_URL = `redis://127.0.0.1:${port}`;
  campaign = (await createCampaign('Queue')).id;
  const piece = makePiece(
    'Card',
    { width: 240, height: 240, shownWidth: 240 },
    () => 's',
    (z) => [
      makeTint('tint', '#203040', 1, z),
      { ...makeText('headline', 'Slow trains', z, '#ffffff'), name: 'Headline' },
    ],
  );
  template = (await createPiece(asTemplate(piece, 'Card', guessedRoles(piece)), campaign)).id;
}, 120_000);
afterAll(async () => {
  await Promise.all([...workers].map(kill));
  delete process.env.PLAVO_REDIS_URL;
  await restBatches();
  await leaveQueue();
  await stopRedis();
  closeCrews();
  await closeDatabase();
  ownDatabase.stdin!.end();
  await gone(ownDatabase);
  rmSync(folder, { recursive: true, force: true });
});

const begin = (rows: number): Promise<string> =>
  createBatch({
    template,
    name: 'Cards',
    columns: ['Headline'],
    rows: Array.from({ length: rows }, (_, i) => [`Train ${i + 1}`]),
    sizes: [],
  });

it(`workers take rows and are killed with no warning, ${KILLS} times`, async () => {
  // Two of them, killed by turns: while one begins, the other is at work.
  const two = [startWorker(), startWorker()];
  await Promise.all(two);
  await until(async () => (await handsThere()) > 0, 'no worker came');
  const id = await begin(60);
  for (let killed = 0; killed < KILLS; killed++) {
    wakeBatches();
    // In the middle of a row, where there is still one.
    await until(
      async () =>
        (await database()('batch_rows').where({ batch_id: id, state: 'taken' }).first('number')) ??
        (await batchInfo(id)).state === 'done',
      'nothing was taken',
    );
    await kill(await two[killed % 2]);
    await forget(id);
    two[killed % 2] = startWorker();
  }
  await until(
    async () => {
      await forget(id);
      wakeBatches();
      await new Promise((r) => setTimeout(r, 200));
      return (await batchInfo(id)).state === 'done';
    },
    'it was never done',
    600,
  );
  const rows = await rowsOf(id, 0, 100);
  expect(rows.map((r) => [r.number, r.state, r.name])).toEqual(
    Array.from({ length: 60 }, (_, i) => [i + 1, 'done', `Train ${i + 1}`]),
  );
  expect(await keepAsPieces(id)).toBe(60);
  expect(await keepAsPieces(id)).toBe(0);
  for (const w of two) await kill(await w);
}, 400_000);

it('the queue’s server goes away in the middle and comes back: every row is made once', async () => {
  const worker = await startWorker(),
    id = await begin(16);
  wakeBatches();
  await until(async () => (await batchInfo(id)).done >= 2, 'nothing was made');
  await stopRedis();
  // Meanwhile it is done here.
  await until(async () => {
    wakeBatches();
    return (await batchInfo(id)).done >= 5;
  }, 'nothing was made without the queue');
  await startRedis();
  await until(async () => {
    wakeBatches();
    return (await batchInfo(id)).state === 'done';
  }, 'it was never done');
  expect((await rowsOf(id, 0, 100)).map((r) => [r.state, r.name])).toEqual(
    Array.from({ length: 16 }, (_, i) => ['done', `Train ${i + 1}`]),
  );
  await kill(worker);
}, 120_000);

it('pictures of an archive are made by workers, and here where they are gone; the same bytes', async () => {
  const [row] = await database()('pieces').where({ campaign_id: campaign, template: false }).limit(1).select('id');
  const archive = async (): Promise<Uint8Array> => {
    const job = (await (await asked('POST', `/api/pieces/${row.id}/exports`, {})).json()) as { id: string },
      files = unzipSync(new Uint8Array(await (await asked('GET', `/api/exports/${job.id}/file`)).arrayBuffer()));
    // Another process could say so as well: it is in the database.
    expect(await (await asked('GET', `/api/exports/${job.id}`)).json()).toMatchObject({ state: 'made', done: 1 });
    expect((await asked('GET', `/api/exports/${job.id}/file`)).status).toBe(404);
    return Object.values(files)[0];
  };
  const here = await archive(),
    worker = await startWorker();
  await until(async () => (await handsThere()) > 0, 'no worker came');
  const there = await archive();
  expect(Buffer.compare(here, there)).toBe(0);
  await kill(worker);
  await expect(
    renderShared({ piece: null as never, campaign, slide: 0, format: 'png', as: null as never, scale: 1 }, {}),
  ).rejects.toThrow();
  await stopRedis();
  expect(Buffer.compare(await archive(), here)).toBe(0);
  await startRedis();
}, 120_000);

it('a job that is stopped is not made, and what nobody made says so', async () => {
  const [row] = await database()('pieces').where({ campaign_id: campaign, template: false }).limit(1).select('id'),
    job = (await (await asked('POST', `/api/pieces/${row.id}/exports`, {})).json()) as { id: string };
  expect((await asked('DELETE', `/api/exports/${job.id}`)).status).toBe(204);
  expect(await (await asked('GET', `/api/exports/${job.id}`)).json()).toMatchObject({ state: 'stopped' });
  expect((await asked('GET', `/api/exports/${job.id}/file`)).status).toBe(404);
  const other = (await (await asked('POST', `/api/pieces/${row.id}/exports`, {})).json()) as { id: string };
  await database()('archives')
    .where({ id: other.id })
    .update({ state: 'making', held_until: new Date(Date.now() - 1) });
  expect(await (await asked('GET', `/api/exports/${other.id}`)).json()).toMatchObject({ state: 'failed' });
});
