// Answers in parts: all at once, or line by line as they become known.
import { jest } from '@jest/globals';
import { Problem } from './problem';
import { inParts } from './progress';

async function* three(fail: Error | null = null): AsyncGenerator<number> {
  yield 1;
  yield 2;
  if (fail) throw fail;
  yield 3;
}
const sum = (all: number[]): number => all.reduce((a, b) => a + b, 0);
const asked = (accept?: string): Request => new Request('http://127.0.0.1/x', accept ? { headers: { accept } } : {});
const linesOf = async (r: Response): Promise<unknown[]> =>
  (await r.text())
    .trim()
    .split('\n')
    .map((l) => JSON.parse(l) as unknown);

it('as JSON it is the answer alone', async () => {
  const r = await inParts(asked(), 3, three(), sum);
  expect(r.headers.get('content-type')).toContain('application/json');
  expect(await r.json()).toBe(6);
});

it('line by line each part says how far it is, and the last line holds the answer', async () => {
  const r = await inParts(asked('application/x-ndjson'), 3, three(), sum);
  expect(r.headers.get('content-type')).toBe('application/x-ndjson');
  expect(await linesOf(r)).toEqual([
    { done: 1, of: 3, part: 1 },
    { done: 2, of: 3, part: 2 },
    { done: 3, of: 3, part: 3 },
    { done: 3, of: 3, answer: 6 },
  ]);
});

it('a failure on the way ends the lines with what went wrong, and what was known stays', async () => {
  expect(
    await linesOf(
      await inParts(asked('application/x-ndjson'), 3, three(new Problem(422, 'The third cannot be had.')), sum),
    ),
  ).toEqual([
    { done: 1, of: 3, part: 1 },
    { done: 2, of: 3, part: 2 },
    { done: 2, of: 3, problem: 'The third cannot be had.' },
  ]);
  await expect(inParts(asked(), 3, three(new Problem(422, 'The third cannot be had.')), sum)).rejects.toThrow(
    'The third cannot be had.',
  );
});

it('what is no word of ours stays inside', async () => {
  const logged = jest.spyOn(console, 'error').mockImplementation(() => {});
  const lines = await linesOf(
    await inParts(asked('application/x-ndjson'), 3, three(new Error('/home/somebody/secret.ts')), sum),
  );
  expect(JSON.stringify(lines)).not.toContain('secret');
  expect(lines.at(-1)).toMatchObject({ problem: expect.stringContaining('Nothing was changed') as string });
  logged.mockRestore();
});
