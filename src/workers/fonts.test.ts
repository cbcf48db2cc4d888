// Every worker knows the campaign's own fonts before it is asked anything, whenever it was started.
import { jest } from '@jest/globals';

Object.defineProperty(globalThis, 'navigator', { value: { hardwareConcurrency: 2 }, configurable: true });
const asked: string[] = [];
let n = 0;
jest.unstable_mockModule('./supervised', () => ({
  supervised: () => {
    const me = `worker ${++n}`,
      listeners: (() => unknown)[] = [];
    return {
      api: new Proxy(
        {},
        {
          get: (_t, method: string) =>
            method === 'then'
              ? undefined
              : async (...args: unknown[]) => void asked.push(`${me}: ${method} ${JSON.stringify(args[0] ?? '')}`),
        },
      ),
      onRestart: (l: () => unknown) => (listeners.push(l), () => {}),
    };
  },
}));
const { readingWorker, solverWorkers, stageWorker, tellFonts } = await import('./clients');

it('those that are there are told, those that come later too, before their first question', async () => {
  stageWorker();
  await tellFonts([{ name: 'House', kind: 'own', faces: [] }]);
  expect(new Set(asked.filter((a) => a.includes('House')).map((a) => a.split(':')[0])).size).toBe(2);
  asked.length = 0;
  void readingWorker();
  const [solver] = solverWorkers();
  await (solver as unknown as { overview(): Promise<void> }).overview();
  const own = asked.filter((a) => a.startsWith(asked.at(-1)!.split(':')[0]));
  expect(own[0]).toContain('fonts');
  expect(own[0]).toContain('House');
  expect(own.at(-1)).toContain('overview');
});
