// The application for a test: a data folder of its own with the demo data (prepare.mjs), a free port.
import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import type { Socket } from 'node:net';
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

/** What a process that serves is told and says, by lines. */
class Line {
  private heard = '';
  private readonly waiting: { word: string; done: (line: string) => void; failed: (e: Error) => void }[] = [];

  constructor(private readonly child: ChildProcess) {
    child.stdout!.on('data', this.take);
    child.once('exit', this.over);
  }

  private readonly take = (bytes: Buffer): void => {
    this.heard += String(bytes);
    for (const line of this.heard.split('\n').slice(0, -1)) {
      const i = this.waiting.findIndex((w) => line.startsWith(w.word));
      if (i >= 0) this.waiting.splice(i, 1)[0].done(line);
    }
    this.heard = this.heard.slice(this.heard.lastIndexOf('\n') + 1);
  };

  private readonly over = (code: number | null): void =>
    this.waiting.forEach((w) => w.failed(new Error(`the application ended with ${code}`)));

  /** The next line that begins with a word. */
  hear(word: string): Promise<string> {
    return new Promise((done, failed) => this.waiting.push({ word, done, failed }));
  }

  /** What is answered, without the words that say that it is. */
  async say(word: string): Promise<string> {
    const answer = this.hear(`${word}: done`);
    this.child.stdin!.write(`${word}\n`);
    return (await answer).slice(`${word}: done`.length).trim();
  }

  leave(): void {
    this.child.stdout!.off('data', this.take);
    this.child.off('exit', this.over);
  }
}

interface Serving {
  child: ChildProcess;
  folder: string;
  address: string;
}

function applicationOf({ address, folder }: Serving, line: Line, stop: () => Promise<void>): Application {
  return {
    address,
    folder,
    processes: async () => JSON.parse(await line.say('processes')) as { application: number; database: number | null },
    kill: async () => void (await line.say('kill')),
    restart: async () => void (await line.say('restart')),
    stop,
  };
}

/** A process that serves, told what to do by lines. @param kept can be put back to what it was */
async function serve(env: Record<string, string>, demo: boolean, kept: boolean): Promise<Serving & { line: Line }> {
  const folder = mkdtempSync(join(tmpdir(), 'plavo-browser-'));
  if (demo && process.env.PLAVO_TEST_DATA) cpSync(process.env.PLAVO_TEST_DATA, folder, { recursive: true });
  const child = spawn(
    process.execPath,
    [join(process.cwd(), 'tests/browser/serve.mjs'), folder, ...(kept ? ['kept'] : [])],
    {
      stdio: ['pipe', 'pipe', 'inherit'],
      env: { ...process.env, ...(demo ? {} : { PLAVO_TEST_DATA: 'none' }), ...env },
    },
  );
  const line = new Line(child),
    address = (await line.hear('ready ')).slice('ready '.length).trim();
  return { child, folder, address, line };
}

/** Starts the application in a process of its own. @param demo with the demo data */
export async function startForTests(env: Record<string, string> = {}, demo = true): Promise<Application> {
  const serving = await serve(env, demo, false),
    { child, folder, line } = serving;
  return applicationOf(serving, line, async () => {
    const gone = new Promise((r) => child.once('exit', r));
    child.stdin!.write('stop\n');
    await gone;
    rmSync(folder, { recursive: true, force: true });
  });
}

/**
 * The application that all files of tests of this process use, one after the other: each finds the demo data as they
 * came. It ends with the process.
 */
export async function keptForTests(): Promise<Application> {
  const kept = (globalThis as { plavoKept?: { application: Serving | null } }).plavoKept!,
    known = kept.application;
  let line: Line;
  // One that broke down is no use to those that come after.
  if (known?.child.exitCode === null && known.child.signalCode === null) {
    line = new Line(known.child);
    await line.say('afresh');
  } else {
    const { line: begun, ...serving } = await serve({}, true, true),
      { child } = serving;
    line = begun;
    kept.application = serving;
    // Nobody waits for it where all tests are done.
    child.unref();
    for (const pipe of [child.stdin, child.stdout]) (pipe as Socket).unref();
  }
  return applicationOf(kept.application!, line, () => Promise.resolve(line.leave()));
}
