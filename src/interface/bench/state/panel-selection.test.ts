import { MANY } from './panel-piece';
import { usePanelSelection } from './panel-selection';
import { useBench } from './store';

const select = (selection: string[]): void => useBench.setState({ selection });
const shown = (): string[] => [...usePanelSelection.getState().selected];
const some = (n: number, from = 0): string[] => Array.from({ length: n }, (_, i) => `layer-${from + i}`);
const soon = (): Promise<void> => new Promise((done) => setTimeout(done, 20));

beforeAll(() => {
  globalThis.requestAnimationFrame = (f) => Number(setTimeout(() => f(0)));
  globalThis.cancelAnimationFrame = clearTimeout;
});
beforeEach(async () => {
  select([]);
  await soon();
});

it('a few rows follow at once', () => {
  select(some(MANY));
  expect(shown()).toEqual(some(MANY));
  select(some(MANY - 2));
  expect(shown()).toEqual(some(MANY - 2));
});

it('many follow a moment later, and then as it is by then', async () => {
  select(some(MANY + 1));
  expect(shown()).toEqual([]);
  select(some(MANY + 2));
  expect(shown()).toEqual([]);
  await soon();
  expect(shown()).toEqual(some(MANY + 2));
  // Others in place of them are many rows that change, too.
  const others = some(MANY, 100);
  select(others);
  expect(shown()).toEqual(some(MANY + 2));
  await soon();
  expect(shown()).toEqual(others);
});

it('what is taken back before its moment never comes', async () => {
  select(some(30));
  select(['layer-0']);
  expect(shown()).toEqual(['layer-0']);
  await soon();
  expect(shown()).toEqual(['layer-0']);
});

it('only what is selected counts', () => {
  let heard = 0;
  const stop = usePanelSelection.subscribe(() => heard++);
  useBench.setState({ entered: null });
  stop();
  expect(heard).toBe(0);
});
