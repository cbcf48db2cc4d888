import { serve } from './serve';

/** A worker's surroundings: what the page says reaches all who listen. */
const worker = new EventTarget();
const says = (data: unknown): void => void worker.dispatchEvent(new MessageEvent('message', { data }));

beforeAll(() => {
  Object.assign(globalThis, { self: worker });
});

it('holds what is said until somebody listens, in its order, and does at once what can be done', async () => {
  const heard: unknown[] = [],
    done: unknown[] = [];
  let loaded!: (answers: { listen: () => void }) => void;
  const serving = serve(
    () => new Promise((r) => (loaded = r)),
    (said) => said === 'at once' && done.push(said) > 0,
  );
  says('one');
  says('at once');
  says({ two: 2 });
  expect(done).toEqual(['at once']);
  loaded({ listen: () => worker.addEventListener('message', (e) => heard.push((e as MessageEvent).data)) });
  await serving;
  expect(heard).toEqual(['one', { two: 2 }]);
  // What comes later is heard once, and still done at once.
  says('three');
  says('at once');
  expect(heard).toEqual(['one', { two: 2 }, 'three', 'at once']);
  expect(done).toHaveLength(2);
});
