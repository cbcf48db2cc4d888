// Processes that work for the server: deadlines, memory, turns, and clients that leave.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Crew, type CrewOptions, type Job, memoryOf } from './crew';

const folder = mkdtempSync(join(tmpdir(), 'plavo-crew-'));
const script = join(folder, 'member.mjs');
writeFileSync(
  script,
  `const held = [];
const tasks = {
  echo: async (ask) => ({ ask, pid: process.pid }),
  wait: (ms) => new Promise((r) => setTimeout(() => r(ms), ms)),
  spin: async (ms) => { const until = Date.now() + ms; while (Date.now() < until); return 'spun'; },
  grow: async (mb) => { for (let i = 0; i < mb; i++) held.push(new Uint8Array(1048576).fill(1)); await new Promise((r) => setTimeout(r, 3000)); return held.length; },
  keep: async (mb) => { for (let i = 0; i < mb; i++) held.push(new Uint8Array(1048576).fill(1)); return process.pid; },
  end: async () => process.exit(3),
  fail: async () => { throw new Error('inside'); },
};
process.on('message', ({ id, task, ask }) => tasks[task](ask).then((value) => process.send({ id, value, rss: process.memoryUsage.rss() }), (e) => process.send({ id, error: e.message, rss: 0 })));
process.on('disconnect', () => process.exit(0));`,
);
const made: Crew[] = [];
const crewOf = (more: Partial<CrewOptions> = {}): Crew => {
  const c = new Crew({
    script,
    members: 2,
    waiting: { all: 10, each: 6 },
    deadline: 20_000,
    memory: 1e9,
    grown: 1e9,
    ...more,
  });
  made.push(c);
  return c;
};
afterEach(() => {
  for (const c of made.splice(0)) c.close();
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const settled = async (p: Promise<unknown>): Promise<unknown> =>
  p.catch((e: { status?: number; message: string }) => e.status ?? e.message);

it('answers, passes errors on, and goes on after a member has ended', async () => {
  const crew = crewOf({ members: 1 });
  expect(await crew.run({ task: 'echo', ask: new Uint8Array([1, 2]) })).toMatchObject({ ask: new Uint8Array([1, 2]) });
  expect(await settled(crew.run({ task: 'fail', ask: 0 }))).toBe('inside');
  expect(await settled(crew.run({ task: 'end', ask: 0 }))).toBe(500);
  expect(await crew.run({ task: 'echo', ask: 1 })).toMatchObject({ ask: 1 });
});
it('what takes too long is ended and said so, even where it never lets go', async () => {
  const crew = crewOf({ members: 1, deadline: 300 });
  await crew.run({ task: 'echo', ask: 0, deadline: 20_000 });
  const others = crew.run({ task: 'spin', ask: 60_000 });
  expect(await settled(others)).toBe(422);
  expect(await crew.run({ task: 'echo', ask: 2, deadline: 20_000 })).toMatchObject({ ask: 2 });
});
it('what takes too much memory is ended and said so', async () => {
  const crew = crewOf({ members: 1, memory: 250e6 });
  expect(await settled(crew.run({ task: 'grow', ask: 400 }))).toBe(413);
});
it('a member that has grown is replaced once it is at rest', async () => {
  const crew = crewOf({ members: 1, grown: 150e6 });
  const first = await crew.run({ task: 'keep', ask: 200 }),
    second = (await crew.run({ task: 'echo', ask: 0 })) as { pid: number };
  expect(second.pid).not.toBe(first);
});
it('beyond what may wait it is refused at once, also with signals; one client cannot take all places', async () => {
  const crew = crewOf({ members: 1, waiting: { all: 5, each: 3 } }),
    signal = new AbortController().signal;
  const jobs = ['a', 'a', 'a', 'a', 'a', 'b', 'c', 'c'].map((client) =>
    settled(crew.run({ task: 'wait', ask: 300, client, signal })),
  );
  expect(await Promise.all(jobs)).toEqual([300, 300, 300, 300, 503, 300, 300, 503]);
});
it('clients take turns, and heavy jobs leave a member for light ones', async () => {
  const crew = crewOf({ members: 2, waiting: { all: 50, each: 50 } }),
    done: string[] = [];
  const job = (name: string, more: Partial<Job>): Promise<unknown> =>
    crew.run({ task: 'wait', ask: 60, ...more }).then(() => done.push(name));
  await Promise.all([crew.run({ task: 'echo', ask: 0 }), crew.run({ task: 'echo', ask: 0 })]);
  const all = [
    ...Array.from({ length: 6 }, (_, i) => job(`heavy ${i}`, { client: 'a', heavy: true })),
    job('light', { client: 'b' }),
  ];
  await Promise.all(all);
  expect(done.indexOf('light')).toBeLessThanOrEqual(1);
  done.length = 0;
  await Promise.all([...Array.from({ length: 6 }, (_, i) => job(`a${i}`, { client: 'a' })), job('b', { client: 'b' })]);
  expect(done.indexOf('b')).toBeLessThanOrEqual(4);
});
it('a job whose client has left is taken back: from the queue at once, from work soon', async () => {
  const crew = crewOf({ members: 1 }),
    first = new AbortController(),
    second = new AbortController();
  await crew.run({ task: 'echo', ask: 0 });
  const working = settled(crew.run({ task: 'spin', ask: 60_000, signal: first.signal })),
    waiting = settled(crew.run({ task: 'echo', ask: 1, signal: second.signal }));
  second.abort();
  expect(await waiting).toBe(499);
  first.abort();
  expect(await working).toBe(499);
  // The member that was spinning is ended, and another one works.
  expect(await crew.run({ task: 'echo', ask: 5 })).toMatchObject({ ask: 5 });
  expect(crew.state).toMatchObject({ waiting: 0, members: 1 });
});
it('memory of a process is known', () => {
  expect(memoryOf(process.pid)).toBeGreaterThan(20e6);
  expect(memoryOf(2 ** 30)).toBe(0);
});
