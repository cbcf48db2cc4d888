import { createPerPiece, leavePiece, whenLeft, whileOpen } from './per-piece';

/** What came of a promise by the time all that could be settled is. */
async function outcome(answer: Promise<unknown>): Promise<unknown> {
  const waiting = {};
  const found = await Promise.race([
    answer.catch((e: unknown) => e),
    new Promise((done) => setTimeout(() => done(waiting), 0)),
  ]);
  return found === waiting ? 'waiting' : found;
}

it('stores are as at their beginning once the piece is left, whatever was put into them', () => {
  const use = createPerPiece(() => ({ layer: null as string | null, more: [1] }));
  use.setState({ layer: 'a', more: [] });
  leavePiece();
  expect(use.getState()).toEqual({ layer: null, more: [1] });
});

it('what is to happen when a piece is left happens each time', () => {
  let times = 0;
  whenLeft(() => times++);
  leavePiece();
  leavePiece();
  expect(times).toBe(2);
});

it('answers come while the piece is open, failures too', async () => {
  expect(await outcome(whileOpen(Promise.resolve(7)))).toBe(7);
  const failed = new Error('no');
  expect(await outcome(whileOpen(Promise.reject(failed)))).toBe(failed);
});

it('an answer that comes after the piece was left reaches nobody', async () => {
  let arrive!: (v: number) => void, fail!: (e: Error) => void;
  const good = whileOpen(new Promise<number>((r) => (arrive = r))),
    bad = whileOpen(new Promise<number>((_, r) => (fail = r)));
  leavePiece();
  arrive(7);
  fail(new Error('no'));
  expect(await outcome(good)).toBe('waiting');
  expect(await outcome(bad)).toBe('waiting');
  // What is asked for with the next piece is answered.
  expect(await outcome(whileOpen(Promise.resolve(8)))).toBe(8);
});
