import { latest } from './clients';

it('runs one at a time and keeps only the newest of those that wait', async () => {
  const ran: number[] = [];
  const gates: (() => void)[] = [];
  const ask = latest(async (n: number) => {
    ran.push(n);
    await new Promise<void>((r) => gates.push(r));
    return n * 10;
  });
  const answers = [ask(1), ask(2), ask(3), ask(4)];
  await expect(answers[1]).resolves.toBeNull();
  await expect(answers[2]).resolves.toBeNull();
  gates[0]();
  await expect(answers[0]).resolves.toBe(10);
  await new Promise((r) => setImmediate(r));
  gates[1]();
  await expect(answers[3]).resolves.toBe(40);
  expect(ran).toEqual([1, 4]);
});

it('goes on after a failure', async () => {
  const ask = latest(async (n: number) => {
    if (n === 1) throw new Error('no');
    return n;
  });
  const first = ask(1),
    second = ask(2);
  await expect(first).rejects.toThrow('no');
  await expect(second).resolves.toBe(2);
});
