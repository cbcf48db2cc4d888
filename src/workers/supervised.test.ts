// Workers that break down: what was asked is asked again, once, and whoever kept something in them is told.
import { jest } from '@jest/globals';
import type { Remote } from 'comlink';
import { supervised, type WorkerLike } from './supervised';

class Fake implements WorkerLike {
  ended = false;
  asked: { method: string; args: unknown[]; answer: (v: unknown) => void; fail: (e: unknown) => void }[] = [];
  private listeners: [string, (e: { message?: string }) => void][] = [];
  terminate(): void {
    this.ended = true;
  }
  addEventListener(kind: string, listener: (e: { message?: string }) => void): void {
    this.listeners.push([kind, listener]);
  }
  break(): void {
    for (const [kind, l] of this.listeners) if (kind === 'error') l({ message: 'out of memory' });
  }
}
interface Api {
  read(what: string): string;
}
function start() {
  const workers: Fake[] = [],
    broken: string[] = [];
  const one = supervised<Api>(
    () => {
      const w = new Fake();
      workers.push(w);
      return w;
    },
    (m) => broken.push(m),
    (w) =>
      new Proxy(
        {},
        {
          get:
            (_t, method: string) =>
            (...args: unknown[]) =>
              new Promise((answer, fail) => (w as Fake).asked.push({ method, args, answer, fail })),
        },
      ) as Remote<Api>,
  );
  return { ...one, workers, broken };
}
const sink = (): Promise<void> => new Promise((r) => setTimeout(r, 5));

it('a question that was on its way is asked again of the next worker, after whoever keeps something there was told', async () => {
  const s = start(),
    order: string[] = [];
  s.onRestart(() => void order.push(`told with ${s.workers.at(-1)!.asked.length} asked`));
  const answer = s.api.read('a');
  await sink();
  expect(s.workers[0].asked.map((q) => [q.method, q.args])).toEqual([['read', ['a']]]);
  s.workers[0].break();
  await sink();
  expect(s.workers[0].ended).toBe(true);
  expect(order).toEqual(['told with 0 asked']);
  s.workers[1].asked[0].answer('b');
  await expect(answer).resolves.toBe('b');
  expect(s.broken).toEqual([]);
});
it('what breaks the second worker too fails in words, and is said', async () => {
  const s = start(),
    answer = s.api.read('a');
  const failed = expect(answer).rejects.toThrow('broke off twice');
  await sink();
  s.workers[0].break();
  await sink();
  s.workers[1].break();
  await sink();
  await failed;
  expect(s.broken).toHaveLength(1);
  // It goes on for what is asked next.
  const next = s.api.read('c');
  await sink();
  s.workers.at(-1)!.asked.at(-1)!.answer('d');
  await expect(next).resolves.toBe('d');
});
it('an answer that is an error is passed on, and no breakdown', async () => {
  const s = start(),
    answer = s.api.read('a');
  const failed = expect(answer).rejects.toThrow('no such slide');
  await sink();
  s.workers[0].asked[0].fail(new Error('no such slide'));
  await failed;
  expect(s.workers).toHaveLength(1);
});
it('a worker that gives no sign of life any more counts as dead', async () => {
  jest.useFakeTimers();
  const s = start(),
    answer = s.api.read('a');
  await jest.advanceTimersByTimeAsync(50_000);
  expect(s.workers).toHaveLength(2);
  s.workers[1].asked[0].answer('late');
  await expect(answer).resolves.toBe('late');
  jest.useRealTimers();
});

it('what was stopped is ended, with what waited for it; nothing is asked of it any more', async () => {
  const s = start(),
    answer = s.api.read('a').then(
      () => 'came',
      (e: Error) => e.name,
    );
  await sink();
  s.stop();
  await expect(answer).resolves.toBe('AbortError');
  expect(s.workers[0].ended).toBe(true);
  await expect(s.api.read('b')).rejects.toThrow('not needed');
  expect(s.workers[0].asked.map((q) => q.args)).toEqual([['a']]);
});

it('one that is stopped while it waits to start again does not start', async () => {
  jest.useFakeTimers();
  try {
    const s = start();
    for (let i = 0; i < 3; i++) {
      s.workers.at(-1)!.break();
      await Promise.resolve();
    }
    const there = s.workers.length;
    s.stop();
    await jest.advanceTimersByTimeAsync(20_000);
    expect(s.workers).toHaveLength(there);
  } finally {
    jest.useRealTimers();
  }
});
