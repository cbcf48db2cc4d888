import { paintingIs, whenPainted } from './painting-now';

/** A painting that is ended from outside. */
function painting(): { done: (what: unknown) => void; failed: () => void } {
  let done!: (what: unknown) => void, failed!: () => void;
  paintingIs(
    new Promise((ok, no) => {
      done = ok;
      failed = () => no(new Error('no such font'));
    }),
  );
  return { done, failed };
}
/** Everything that can go on without anybody's help has gone on. */
const settled = (): Promise<void> => new Promise((ok) => setImmediate(ok));
/** Asks, and tells whether the answer has come. */
function asked(): { come: boolean } {
  const out = { come: false };
  void whenPainted().then(() => (out.come = true));
  return out;
}

it('comes back at once where nothing is being painted', async () => {
  const a = asked();
  await settled();
  expect(a.come).toBe(true);
});

it('waits for what is being painted, also where the stage is told after it was asked', async () => {
  const a = asked(),
    p = painting();
  await settled();
  expect(a.come).toBe(false);
  p.done({ texts: {} });
  await settled();
  expect(a.come).toBe(true);
});

it('waits for what overtook it, but not for what came after that', async () => {
  const first = painting(),
    a = asked();
  await settled();
  const second = painting();
  first.done(null);
  await settled();
  expect(a.come).toBe(false);
  const third = painting();
  second.done({ texts: {} });
  await settled();
  expect(a.come).toBe(true);
  third.done({ texts: {} });
});

it('does not wait for a painting that failed', async () => {
  const a = asked(),
    p = painting();
  p.failed();
  await settled();
  expect(a.come).toBe(true);
});
