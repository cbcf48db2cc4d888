// Ways through as the bench asks for them: several workers, each answer shown as it comes, an overtaken question
// forgotten.
import { jest } from '@jest/globals';
import type { Layer } from '../../../core/kinds/layers';
import { makePhoto } from '../../../core/kinds/photo';
import { makePool } from '../../../core/kinds/pool';
import { makeText } from '../../../core/kinds/text';
import { makeTint } from '../../../core/kinds/tint';
import { makePiece } from '../../../core/piece/make';
import { costOfWay, type Way, type WayKind } from '../../../core/remedy/way';
import { ids } from '../../../core/testing/scenes';

type Asked = WayKind | { pair: readonly [WayKind, WayKind]; first: Way | null };
interface Question {
  kind: Asked;
  /** Of the picture that was wanted with it. */
  width: number;
  /** Points that it must cost less than. */
  under: number | undefined;
  answer: (card: unknown) => void;
  fail: (e: Error) => void;
}
/** Questions that wait for their answer, oldest first. */
let waiting: Question[] = [];
const worker = () => ({
  way: (_question: number, _scene: unknown, _ask: unknown, kind: Asked, width: number, under?: number) =>
    new Promise((answer, fail) => waiting.push({ kind, width, under, answer, fail })),
  kept: () => Promise.resolve({ kept: 50, marks: 0 }),
  wayPicture: () => Promise.resolve({ width: 1, height: 1, data: new Uint8ClampedArray(4) }),
  palette: () => Promise.resolve([]),
  lookOf: () => Promise.resolve({ look: {}, ratio: 1 }),
  fonts: () => Promise.resolve(),
});
jest.unstable_mockModule('../../../workers/clients', () => {
  const workers = [worker(), worker()];
  return {
    solverWorkers: () => workers,
    firstSolvers: () => workers,
    readingWorker: () => workers[0],
    finderWorker: () => ({ find: () => Promise.resolve([]) }),
    stageWorker: () => workers[0],
    latest: (f: unknown) => f,
    sideWorker: () => workers[0],
    attachStage: () => Promise.resolve(),
  };
});
const { bestKnown, cancelWays, lookAtWay, PICTURE_WIDTH, solveRest, solveWays, takeWay, useWays } =
  await import('./ways');
const { openBench, undoEdit, useBench } = await import('../state/store');
const { usePanels } = await import('../state/panels');
const { useSubjects } = await import('../state/subjects');

const way = (kinds: WayKind[], kept: number, more: Partial<Way> = {}): Way => ({
  kinds,
  name: kinds.join(' and '),
  add: [],
  change: [],
  strength: 40,
  readings: [],
  kept: { kept, marks: 0, edge: 0 },
  price: 0,
  ...more,
});
const card = (w: Way) => ({ way: w, picture: { width: 1, height: 1, data: new Uint8ClampedArray(4) } });
const nameOf = (k: Asked): string => (typeof k === 'string' ? k : k.pair.join(' + '));
/** Lets what was answered sink in. */
const sink = (): Promise<void> => new Promise((r) => setTimeout(r));
/** Answers the oldest question of a kind, as soon as it is asked. */
async function reply(kind: string, found: Way | null): Promise<void> {
  for (let i = 0; !waiting.some((q) => nameOf(q.kind) === kind); i++) {
    if (i > 50) throw new Error(`${kind} is not asked; waiting: ${waiting.map((q) => nameOf(q.kind)).join(', ')}`);
    await sink();
  }
  const at = waiting.findIndex((q) => nameOf(q.kind) === kind);
  waiting.splice(at, 1)[0].answer(found && card(found));
  await sink();
}
/** Answers whatever is asked until nothing is. */
async function replyToAll(answer: (kind: string) => Way | null): Promise<void> {
  for (await sink(); waiting.length; await sink()) {
    const q = waiting.shift()!,
      found = answer(nameOf(q.kind));
    q.answer(found && card(found));
  }
}
const KINDS: WayKind[] = ['pool', 'ink', 'plate', 'backing', 'tint', 'move', 'fade', 'tone', 'shadow', 'blur'];

beforeEach(() => {
  waiting = [];
  const piece = makePiece('Test', { width: 800, height: 800 }, ids(), (z) => [
    makePhoto('photo', 'a'.repeat(64), 'Photo', z),
    makeText('text', 'Slow trains', z),
  ]);
  openBench({ id: 'p', campaign: 'c', revision: 1, piece });
});
afterEach(cancelWays);

it('asks every kind once, two at a time, and lists what is found as it comes, the best first', async () => {
  const done = solveWays(['text']),
    seen: string[] = [];
  await sink();
  expect(waiting.map((q) => nameOf(q.kind))).toEqual(['pool', 'ink']);
  await reply('ink', way(['ink'], 100, { strength: null }));
  expect(useWays.getState()).toMatchObject({ running: true, answered: 1, asked: 10 });
  await reply('pool', way(['pool'], 91));
  await reply('fade', way(['fade'], 93, { kept: { kept: 93, marks: 3, edge: 0 } }));
  expect(useWays.getState().found.map((c) => c.way.kinds[0])).toEqual(['ink', 'pool', 'fade']);
  await replyToAll((kind) => (seen.push(kind), kind === 'tint' ? way(['tint'], 64) : null));
  await done;
  expect(['pool', 'ink', 'fade', ...seen].sort()).toEqual([...KINDS].sort());
  const s = useWays.getState();
  expect(s).toMatchObject({ running: false, answered: 10, asked: 10, failed: false, now: { kept: 50, marks: 0 } });
  expect(s.found.map((c) => c.way.kinds[0])).toEqual(['ink', 'pool', 'fade', 'tint']);
  expect([...s.without].sort()).toEqual(['backing', 'blur', 'move', 'plate', 'shadow', 'tone']);
});

it('tries two together only where no treatment alone keeps enough, the first of them as it was found', async () => {
  const done = solveWays(['text']);
  await replyToAll((kind) =>
    kind === 'tint'
      ? way(['tint'], 41)
      : kind === 'pool'
        ? way(['pool'], 70)
        : kind.includes('+')
          ? way(kind.split(' + ') as WayKind[], 85)
          : null,
  );
  await done;
  const s = useWays.getState();
  expect(s).toMatchObject({ answered: 14, asked: 14 });
  expect(s.found.slice(0, 4).every((c) => c.way.kinds.length === 2)).toBe(true);
  // A pair that is none is not listed as a kind that does nothing.
  expect(s.without.some((k) => k.includes('+'))).toBe(false);
});

it('asked the same again, it is not solved twice; the best to take unasked is none that changes colour or place', async () => {
  const first = solveWays(['text']);
  void solveWays(['text']);
  const asked: string[] = [];
  await replyToAll((kind) => {
    asked.push(kind);
    return kind === 'ink' ? way(['ink'], 100) : kind === 'move' ? way(['move'], 100) : way([kind as WayKind], 88);
  });
  await first;
  expect(asked).toHaveLength(KINDS.length);
  await solveWays(['text']);
  expect(waiting).toHaveLength(0);
  expect(useWays.getState().found[0].way.kinds).toEqual(['ink']);
  expect(bestKnown(useWays.getState(), ['text'])!.kinds).toEqual(['fade']);
  expect(bestKnown(useWays.getState(), undefined)).toBeNull();
});

it('ahead of being asked, the place is left until somebody looks', async () => {
  const asked: string[] = [],
    answer = (kind: string): Way => (asked.push(kind), way([kind as WayKind], 88));
  const ahead = solveWays(['text'], false, false, false);
  await replyToAll(answer);
  await ahead;
  expect(asked).toHaveLength(KINDS.length - 1);
  expect(asked).not.toContain('move');
  expect(useWays.getState()).toMatchObject({ complete: true, left: ['move'] });
  expect(bestKnown(useWays.getState(), ['text'])).not.toBeNull();
  // Looked at, only that is asked.
  const looked = solveWays(['text']);
  await replyToAll(answer);
  await looked;
  expect(asked.filter((k) => k === 'move')).toHaveLength(1);
  expect(asked).toHaveLength(KINDS.length);
  expect(useWays.getState()).toMatchObject({ running: false, left: [], answered: KINDS.length, asked: KINDS.length });
  // Pressed once more it is known.
  await solveWays(['text'], false, false, false);
  expect(waiting).toHaveLength(0);
});

it('ahead of being asked, what costs more than the best is left too, and solved in rest', async () => {
  const unders = new Map<string, number | undefined>();
  const answerAll = async (dear: readonly string[]): Promise<void> => {
    for (await sink(); waiting.length; await sink()) {
      const q = waiting.shift()!,
        kind = nameOf(q.kind);
      unders.set(kind, q.under);
      q.answer(q.under !== undefined && dear.includes(kind) ? 'dearer' : card(way([kind as WayKind], 88)));
    }
  };
  useSubjects.setState({ found: {} });
  const ahead = solveWays(['text'], false, false, false);
  await answerAll(['tint', 'tone']);
  await ahead;
  // The first two are asked at once, when nothing is known yet; a place or a colour is never the best by itself.
  expect([unders.get('pool'), unders.get('ink')]).toEqual([undefined, undefined]);
  // The fade is the cheapest by then; what costs about as much would come before it.
  expect(unders.get('tint')).toBeCloseTo(costOfWay(way(['fade'], 88)) + 0.5);
  const left = useWays.getState();
  expect([...left.left].sort()).toEqual(['move', 'tint', 'tone']);
  expect(left).toMatchObject({ complete: true, running: false, asked: KINDS.length - 3, answered: KINDS.length - 3 });
  expect(bestKnown(left, ['text'])).not.toBeNull();
  await Promise.all([solveRest(['text']), answerAll([])]);
  expect([unders.get('tint'), unders.get('tone')]).toEqual([undefined, undefined]);
  expect(useWays.getState()).toMatchObject({ left: ['move'], answered: KINDS.length - 1, asked: KINDS.length - 1 });
  // Nothing is asked twice.
  await solveRest(['text']);
  expect(waiting).toHaveLength(0);
  // A place is, once it is known what is in the photo.
  useSubjects.setState({ found: { ['a'.repeat(64)]: [] } });
  await Promise.all([solveRest(['text']), answerAll([])]);
  expect(useWays.getState()).toMatchObject({ left: [], answered: KINDS.length, asked: KINDS.length });
});

it('whoever begins to look while ways are solved sees pictures of those that come next', async () => {
  const done = solveWays(['text']);
  await sink();
  expect(waiting.map((q) => q.width)).toEqual([0, 0]);
  usePanels.setState({ reading: 'ways' });
  // Asked before, answered without.
  waiting.shift()!.answer({ way: way(['pool'], 91), picture: null });
  await sink();
  expect(useWays.getState().found).toMatchObject([{ picture: { width: 1 } }]);
  expect(waiting.at(-1)!.width).toBe(PICTURE_WIDTH);
  usePanels.setState({ reading: null });
  await replyToAll(() => null);
  await done;
});

it('an answer to an overtaken question is forgotten, and none more of its kinds are asked', async () => {
  const first = solveWays(['text']);
  await sink();
  const old = [...waiting];
  const second = solveWays(['text'], true);
  await sink();
  waiting = waiting.filter((q) => !old.includes(q));
  old.forEach((q) => q.answer(card(way(['plate'], 99))));
  await first;
  expect(useWays.getState().found).toEqual([]);
  expect(useWays.getState().running).toBe(true);
  await replyToAll((kind) => (kind === 'pool' ? way(['pool'], 90) : null));
  await second;
  expect(useWays.getState().found.map((c) => c.way.kinds[0])).toEqual(['pool']);
});

it('cancelled, it stops asking and keeps what was found', async () => {
  const done = solveWays(['text']);
  await reply('pool', way(['pool'], 90));
  cancelWays();
  await replyToAll(() => way(['tint'], 60));
  await done;
  expect(useWays.getState()).toMatchObject({ running: false, answered: 1 });
  expect(useWays.getState().found.map((c) => c.way.kinds[0])).toEqual(['pool']);
});

it('says so when a worker fails', async () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const done = solveWays(['text']);
  await sink();
  waiting.shift()!.fail(new Error('no'));
  await replyToAll(() => null);
  await done;
  expect(useWays.getState()).toMatchObject({ failed: true, running: false });
  expect(quiet).toHaveBeenCalled();
  quiet.mockRestore();
});

it('looked at, a way is shown and nothing is changed; taken, it is one step, and its layer is selected', () => {
  const before = useBench.getState().piece,
    [size] = before.sizes;
  const pool: Layer = makePool('way', '#102030', 0.5, { x: 0, y: 0, width: 100, height: 50 }, 40, ['text']),
    tint = makeTint('way-2', '#102030', 0.2, size);
  const both = way(['pool', 'tint'], 80, { add: [pool, tint], change: [{ id: 'text', set: { opacity: 0.9 } }] });
  lookAtWay(both);
  const { piece, preview } = useBench.getState();
  expect(piece).toBe(before);
  expect(preview!.slides[0].layers).toHaveLength(4);
  takeWay(both);
  const after = useBench.getState();
  expect(after.preview).toBeNull();
  expect(after.piece.slides[0].layers.map((l) => l.kind)).toEqual(['photo', 'pool', 'tint', 'text']);
  expect(new Set(after.piece.slides[0].layers.map((l) => l.id)).size).toBe(4);
  expect(after.piece.slides[0].layers.some((l) => l.id.startsWith('way'))).toBe(false);
  expect(after.selection).toEqual([after.piece.slides[0].layers[2].id]);
  expect(after.history.steps).toHaveLength(1);
  undoEdit();
  expect(useBench.getState().piece).toEqual(before);
});
