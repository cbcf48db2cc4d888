// Solvers are made ready once all is still, one after the other, and not twice for the same picture.
import { jest } from '@jest/globals';
import { makePhoto } from '../../../core/kinds/photo';
import { makeText } from '../../../core/kinds/text';
import { makePiece } from '../../../core/piece/make';
import type { Reading } from '../../../core/reading/read';
import { withTreatment } from '../../../core/remedy/begin-treatment';
import { ids } from '../../../core/testing/scenes';

const warm = jest.fn<(scene: { size: string }, width: number) => Promise<void>>(() => Promise.resolve());
jest.unstable_mockModule('../../../workers/clients', () => ({
  solverWorkers: () => [{ warm }, { warm }],
  startedSolvers: () => [],
  readingWorker: () => ({}),
  stageWorker: () => ({}),
  latest: (f: unknown) => f,
}));
const { keepSolversWarm } = await import('./warming');
const { useWays } = await import('./ways');
const { edit, openBench, useBench } = await import('../state/store');

let stop = (): void => undefined;
beforeEach(() => {
  jest.useFakeTimers();
  warm.mockClear();
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
  (globalThis as { document?: unknown }).document = { hidden: false };
  stop = keepSolversWarm();
});
afterEach(() => {
  stop();
  jest.useRealTimers();
  delete (globalThis as { document?: unknown }).document;
});
const measured = (): void =>
  useBench.setState({ painted: true, readings: [{ layer: 'text', verdict: 'lost' } as Reading] });
const still = (ms = 1300): Promise<void> => jest.advanceTimersByTimeAsync(ms);

it('waits until the picture is painted and measured, and nobody has touched anything for a moment', async () => {
  await still(5000);
  expect(warm).not.toHaveBeenCalled();
  measured();
  await still(600);
  edit('Rename', (p) => ({ ...p, name: 'Other' }));
  await still(600);
  expect(warm).not.toHaveBeenCalled();
  await still(700);
  expect(warm).toHaveBeenCalledTimes(2);
  expect(warm.mock.calls[0][0]).toMatchObject({ size: useBench.getState().sizeId });
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
  ['the page is not looked at', () => void ((globalThis as { document?: unknown }).document = { hidden: true })],
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
