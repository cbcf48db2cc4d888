// Processes that are killed, a full or damaged disk, two starts on one folder: what was acknowledged stays, the address
// answers again, and what does not is said.
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Piece } from '../../src/core/piece/schema';
import type { Application } from '../browser/application';
import { type Client, withApplication } from './client';

const here = process.cwd();

/** Until something holds, asked again and again. */
async function until<T>(what: string, ask: () => Promise<T | null | false>, patience = 60_000): Promise<T> {
  for (const began = Date.now(); ; await new Promise((r) => setTimeout(r, 25))) {
    const got = await ask().catch(() => null);
    if (got) return got;
    if (Date.now() - began > patience) throw new Error(`${what}: not within ${patience / 1000} s`);
  }
}

describe('killed without warning', () => {
  let app: Application, client: Client;
  withApplication((a, c) => void ([app, client] = [a, c]));

  it('application and database are started again, and nothing acknowledged is lost', async () => {
    const { piece } = await client.piece('ostrel-reopening');
    const id = await client.make({ ...piece, name: 'Kill 0' } as Piece);
    let revision = 1,
      acknowledged = 1,
      stop = false,
      lost = 0;
    const save = async (): Promise<void> => {
      while (!stop) {
        try {
          const a = await client.send(
            'PUT',
            `/api/pieces/${id}`,
            { ...piece, name: `Kill ${revision + 1}` },
            { 'if-match': `"${revision}"` },
            AbortSignal.timeout(10_000),
          );
          if (a.status === 200) acknowledged = revision = (JSON.parse(a.text) as { revision: number }).revision;
          // An answer that was lost on the way: the save happened, and is read again.
          else if (a.status === 409) revision = (JSON.parse(a.text) as { revision: number }).revision;
          else await new Promise((r) => setTimeout(r, 20));
        } catch {
          await new Promise((r) => setTimeout(r, 20));
        }
      }
    };
    const saving = save();
    const kills = Number(process.env.PLAVO_KILLS ?? 6),
      back: number[] = [];
    for (let i = 0; i < kills; i++) {
      const before = acknowledged;
      await until('a save', async () => acknowledged > before + 1);
      const p = await app.processes(),
        which = i % 2 ? p.database! : p.application;
      process.kill(which, 'SIGKILL');
      const at = Date.now();
      await until(
        'an answer',
        async () =>
          (await client.call('/api/health', { signal: AbortSignal.timeout(3000) })).status === 200 &&
          (await app.processes())[i % 2 ? 'database' : 'application'] !== which,
      );
      back.push(Date.now() - at);
      const told = acknowledged;
      if ((await client.piece(id)).revision < told) lost++;
    }
    stop = true;
    await saving;
    expect(lost).toBe(0);
    const end = await client.piece(id);
    expect(end.revision).toBeGreaterThanOrEqual(acknowledged);
    expect(end.piece.name).toBe(`Kill ${end.revision}`);
    if (process.env.PLAVO_KILLS)
      console.log(
        `answering again after ${back.sort((a, b) => a - b)[back.length >> 1]} ms (median), ${back.at(-1)} ms at most; ${acknowledged} saves acknowledged`,
      );
  });

  it('of thirty who save one piece at once, none is lost', async () => {
    const { piece } = await client.piece('ostrel-cup'),
      id = await client.make({ ...piece, name: 'Thirty' } as Piece);
    const answers = await Promise.all(
      Array.from({ length: 30 }, (_, i) =>
        client.send('PUT', `/api/pieces/${id}`, { ...piece, name: `Client ${i}` }, { 'if-match': '"1"' }),
      ),
    );
    expect(answers.filter((a) => a.status === 200)).toHaveLength(1);
    expect(answers.filter((a) => a.status === 409)).toHaveLength(29);
    expect(
      (JSON.parse((await client.call(`/api/pieces/${id}/revisions`)).text) as { items: unknown[] }).items,
    ).toHaveLength(31);
  });

  it('logs are for their owner, and say nothing of documents', () => {
    for (const file of ['database.log', 'database.json', 'database.secret', 'plavo.lock'])
      expect(statSync(join(app.folder, file)).mode & 0o077).toBe(0);
  });
});

describe('npm start', () => {
  const running: { child: ChildProcess; text: () => string; ended: Promise<number | null> }[] = [];
  const folders: string[] = [];
  const folder = (): string => {
    const f = mkdtempSync(join(tmpdir(), 'plavo-start-'));
    folders.push(f);
    return f;
  };
  function start(dataDir: string, port: number, env: Record<string, string> = {}) {
    const child = spawn(process.execPath, [join(here, 'scripts/start.mjs')], {
      env: { ...process.env, PLAVO_DATABASE_URL: '', PORT: String(port), PLAVO_DATA_DIR: dataDir, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let text = '';
    child.stdout.on('data', (b) => (text += String(b)));
    child.stderr.on('data', (b) => (text += String(b)));
    const one = {
      child,
      text: () => text,
      ended: new Promise<number | null>((r) => child.once('exit', (code) => r(code))),
    };
    running.push(one);
    return one;
  }
  const ready = (one: ReturnType<typeof start>) =>
    until(
      'ready',
      async () =>
        one.text().includes('Plavo is ready') || (one.child.exitCode !== null && Promise.reject(new Error(one.text()))),
      // The demo is loaded, beside other tests.
      150_000,
    );
  afterAll(async () => {
    for (const { child, ended } of running) {
      if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
      await ended;
    }
    for (const f of folders) rmSync(f, { recursive: true, force: true });
  });

  it('holds its folder: a second start says who has it, and the first goes on', async () => {
    const dir = folder(),
      first = start(dir, 4310);
    await ready(first);
    const second = start(dir, 4311);
    expect(await second.ended).toBe(1);
    expect(second.text()).toMatch(
      new RegExp(`in use by another Plavo \\(process ${first.child.pid}, http://127.0.0.1:4310\\)`),
    );
    expect((await fetch('http://127.0.0.1:4310/api/health')).status).toBe(200);
    // Stopped, with a request that does not end, it ends all the same; what it held is free.
    first.child.kill('SIGTERM');
    expect(await first.ended).toBe(0);
    expect(() => readFileSync(join(dir, 'plavo.lock'))).toThrow();
    // State that a full disk left empty is no obstacle, nor is the lock of one that was killed.
    writeFileSync(join(dir, 'database.json'), '');
    writeFileSync(join(dir, 'database.secret'), '');
    writeFileSync(join(dir, 'plavo.lock'), JSON.stringify({ pid: first.child.pid, began: '1', address: 'x' }));
    const third = start(dir, 4312);
    await ready(third);
    expect((await fetch('http://127.0.0.1:4312/api/pieces')).status).toBe(200);
    // A second signal ends at once.
    third.child.kill('SIGTERM');
    third.child.kill('SIGINT');
    await third.ended;
  });

  it('beyond this machine it starts only with a passphrase', async () => {
    const without = start(folder(), 4313, { PLAVO_HOST: '0.0.0.0' });
    expect(await without.ended).toBe(1);
    expect(without.text()).toContain('PLAVO_PASSPHRASE');
    const short = start(folder(), 4313, { PLAVO_HOST: '0.0.0.0', PLAVO_PASSPHRASE: 'short' });
    expect(await short.ended).toBe(1);
  });
});
