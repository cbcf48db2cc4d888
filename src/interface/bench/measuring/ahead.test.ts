// Once all is still, the best way for a text that is not Clear is solved; solvers are made ready where nothing is
// needed, and not twice for the same picture.
import { jest } from '@jest/globals';
import { makePhoto } from '../../../core/kinds/photo';
import { makeText } from '../../../core/kinds/text';
import { makePiece } from '../../../core/piece/make';
import type { Reading } from '../../../core/reading/read';
import { withTreatment } from '../../../core/remedy/begin-treatment';
import { ids } from '../../../core/testing/scenes';

let answers: (() => void)[] = [];
const way = jest.fn(
  (_question: number, _scene: { size: string }, _ask: { texts?: string[] }, kind: string) =>
    new Promise((answer) => answers.push(() => answer(kind === 'pool' ? card : null))),
);
const card = {
  way: { kinds: ['pool'], name: 'Pool', add: [], change: [], strength: 40, readings: [], kept: { kept: 91, marks: 0 } },
  picture: { width: 1, height: 1, data: new Uint8ClampedArray(4) },
};
const kept = () => Promise.resolve({ kept: 100, marks: 0 });
const wayPicture = () => Promise.resolve(card.picture);
const palette = () => Promise.resolve([]);
const hold = jest.fn<(scene: { slide: string }) => Promise<void>>(() => Promise.resolve());
const warm = jest.fn<(scene: { size: string }, width: number) => Promise<void>>(() => Promise.resolve());
const solvers = [
  { hold, warm, way, kept, wayPicture },
  { hold, warm, way, kept, wayPicture },
];
jest.unstable_mockModule('../../../workers/clients', () => ({
  solverWorkers: () => solvers,
  firstSolvers: () => solvers,
  sideWorker: () => ({ palette }),
  readingWorker: () => ({ palette }),
  finderWorker: () => ({}),
  stageWorker: () => ({}),
  latest: (f: unknown) => f,
}));
const { keepAhead } = await import('./ahead');
const { bestKnown, cancelWays, useWays } = await import('./ways');
const { edit, openBench, useBench } = await import('../state/store');
const { usePanels } = await import('../state/panels');

/** What is asked of the page. */
const page = ({ hidden, dialog }: { hidden: boolean; dialog: boolean }): void =>
  void ((globalThis as { document?: unknown }).document = { hidden, querySelector: () => (dialog ? {} : null) });

let stop = (): void => undefined;
beforeEach(() => {
  jest.useFakeTimers();
  warm.mockClear();
  hold.mockClear();
  way.mockClear();
  answers = [];
  cancelWays();
  const size = { width: 800, height: 800 };
  openBench({
    id: 'p',
    campaign: 'c',
    revision: 1,
    piece: makePiece('Test', size, ids(), (z) => [
      makePhoto('photo', 'a'.repeat(64), 'Photo', z),
      makeText('text', 'Slow trains', z),
    ]),
  });
  page({ hidden: false, dialog: false });
  stop = keepAhead();
});
afterEach(() => {
  stop();
  usePanels.setState({ workAhead: true });
  jest.useRealTimers();
  delete (globalThis as { document?: unknown }).document;
});
const measured = (verdict: Reading['verdict'] = 'clear'): void =>
  useBench.setState({ painted: true, readings: [{ layer: 'text', verdict } as Reading] });
const still = (ms = 1300): Promise<void> => jest.advanceTimersByTimeAsync(ms);
/** Answers what is asked until nothing more is. */
async function answerAll(): Promise<void> {
  for (let i = 0; i < 40; i++) {
    answers.splice(0).forEach((a) => a());
    await still(1);
  }
}

it('waits until the picture is painted and measured, and nobody has touched anything for a moment', async () => {
  await still(5000);
  edit('Rename', (p) => ({ ...p, name: 'Touched' }));
  measured();
  await still(600);
  edit('Rename', (p) => ({ ...p, name: 'Other' }));
  await still(600);
  expect(warm).not.toHaveBeenCalled();
  await still(700);
  expect(warm).toHaveBeenCalledTimes(2);
  expect(warm.mock.calls[0][0]).toMatchObject({ size: useBench.getState().sizeId });
});

it('a second solver gets the pictures as soon as the slide is painted, once', async () => {
  await still(100);
  expect(hold).not.toHaveBeenCalled();
  useBench.setState({ painted: true });
  await still(1);
  expect(hold).toHaveBeenCalledTimes(1);
  expect(hold.mock.calls[0][0]).toMatchObject({ slide: useBench.getState().slideId });
  measured();
  await still();
  expect(hold).toHaveBeenCalledTimes(1);
});

it('on a piece just opened it waits for nothing', async () => {
  measured();
  await still(5);
  expect(warm).toHaveBeenCalledTimes(2);
});

it('does it once for a picture: edits of anything else do not ask again, another picture does', async () => {
  measured();
  await still();
  expect(warm).toHaveBeenCalledTimes(2);
  edit('Tint', (p) => withTreatment(p, p.slides[0], { overlay: null, kind: 'tint' }).piece);
  await still();
  expect(warm).toHaveBeenCalledTimes(2);
  edit('Replace photo', (p) => ({
    ...p,
    slides: p.slides.map((s) => ({
      ...s,
      layers: s.layers.map((l) => (l.kind === 'photo' ? { ...l, asset: 'b'.repeat(64) } : l)),
    })),
  }));
  await still();
  expect(warm).toHaveBeenCalledTimes(4);
});

it.each<[string, () => void]>([
  ['something is dragged', () => useBench.setState({ dragging: 'stage' })],
  ['a text is typed', () => useBench.setState({ editing: 'text' })],
  ['ways are being solved already', () => useWays.setState({ running: true })],
  ['the page is not looked at', () => page({ hidden: true, dialog: false })],
  ['a dialog lies over it', () => page({ hidden: false, dialog: true })],
])('not while %s', async (_name, busy) => {
  busy();
  measured();
  await still();
  expect(warm).not.toHaveBeenCalled();
  useWays.setState({ running: false });
});

it('a worker that fails is tried again later', async () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  warm.mockRejectedValueOnce(new Error('no'));
  measured();
  await still();
  expect(warm).toHaveBeenCalledTimes(1);
  edit('Rename', (p) => ({ ...p, name: 'Again' }));
  await still();
  expect(warm).toHaveBeenCalledTimes(3);
  quiet.mockRestore();
});

it('a text that is not Clear: its best way is known before it is asked for, and solved once', async () => {
  measured('lost');
  await still(5);
  expect(way).toHaveBeenCalled();
  expect(bestKnown(useWays.getState(), undefined)).toBeNull();
  await answerAll();
  expect(bestKnown(useWays.getState(), undefined)).toMatchObject({ name: 'Pool' });
  const asked = way.mock.calls.length;
  measured('lost');
  await still();
  expect(way).toHaveBeenCalledTimes(asked);
  // Those that solve the next question are made ready, each once.
  expect(warm).toHaveBeenCalledTimes(solvers.length);
});

it('for the selected text alone, once one is selected', async () => {
  measured('lost');
  await still(5);
  await answerAll();
  useBench.setState({ selection: ['text'] });
  await still();
  expect(way.mock.calls.at(-1)![2]).toMatchObject({ texts: ['text'] });
  await answerAll();
});

it('who does not want it is left in peace, until it is wanted', async () => {
  usePanels.setState({ workAhead: false });
  useBench.setState({ painted: true });
  measured('lost');
  await still(5000);
  expect([hold, way, warm].map((asked) => asked.mock.calls.length)).toEqual([0, 0, 0]);
  usePanels.setState({ workAhead: true });
  await still();
  expect(way).toHaveBeenCalled();
  // Given up in the middle, nothing more is asked.
  usePanels.setState({ workAhead: false });
  expect(useWays.getState().running).toBe(false);
  const asked = way.mock.calls.length;
  await answerAll();
  expect(way).toHaveBeenCalledTimes(asked);
});

it('an edit meanwhile makes what is solved outdated, and it is solved anew', async () => {
  measured('lost');
  await still(5);
  edit('Rename', (p) => ({ ...p, name: 'Other' }));
  await answerAll();
  expect(bestKnown(useWays.getState(), undefined)).toBeNull();
  await still();
  await answerAll();
  expect(bestKnown(useWays.getState(), undefined)).toMatchObject({ name: 'Pool' });
});
