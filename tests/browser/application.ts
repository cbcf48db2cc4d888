// The application for a test: a data folder of its own with the demo data (prepare.mjs), a free port.
import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export interface Application {
  address: string;
  /** Its data folder. */
  folder: string;
  /** Processes of the pages' server and the database as they are now. */
  processes(): Promise<{ application: number; database: number | null }>;
  /** Kills the pages' server as a crash would; the database stays. */
  kill(): Promise<void>;
  restart(): Promise<void>;
  stop(): Promise<void>;
}

/** Starts the application in a process of its own, which is told what to do by lines. @param demo with the demo data */
export async function startForTests(env: Record<string, string> = {}, demo = true): Promise<Application> {
  const folder = mkdtempSync(join(tmpdir(), 'plavo-browser-'));
  if (demo && process.env.PLAVO_TEST_DATA) cpSync(process.env.PLAVO_TEST_DATA, folder, { recursive: true });
  const child: ChildProcess = spawn(process.execPath, [join(process.cwd(), 'tests/browser/serve.mjs'), folder], {
    stdio: ['pipe', 'pipe', 'inherit'],
    env: { ...process.env, ...(demo ? {} : { PLAVO_TEST_DATA: 'none' }), ...env },
  });
  let heard = '';
  const waiting: { word: string; done: (line: string) => void; failed: (e: Error) => void }[] = [];
  child.stdout!.on('data', (bytes: Buffer) => {
    heard += String(bytes);
    for (const line of heard.split('\n').slice(0, -1)) {
      const i = waiting.findIndex((w) => line.startsWith(w.word));
      if (i >= 0) waiting.splice(i, 1)[0].done(line);
    }
    heard = heard.slice(heard.lastIndexOf('\n') + 1);
  });
  child.once('exit', (code) => waiting.forEach((w) => w.failed(new Error(`the application ended with ${code}`))));
  const hear = (word: string): Promise<string> => new Promise((done, failed) => waiting.push({ word, done, failed }));
  const say = (word: string): Promise<string> => {
    const answer = hear(`${word}: done`);
    child.stdin!.write(`${word}\n`);
    return answer;
  };
  const ready = await hear('ready ');
  return {
    address: ready.slice(6).trim(),
    folder,
    processes: async () =>
      JSON.parse((await say('processes')).slice('processes: done '.length)) as {
        application: number;
        database: number | null;
      },
    kill: async () => void (await say('kill')),
    restart: async () => void (await say('restart')),
    stop: async () => {
      const gone = new Promise((r) => child.once('exit', r));
      child.stdin!.write('stop\n');
      await gone;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
