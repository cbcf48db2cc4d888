// The bench's state without a screen: edits become undo steps, the journal brings them back, saving copes with a server
// that is away.
import { jest } from '@jest/globals';
import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { makeTint } from '../../../core/kinds/tint';
import { addLayer, changeLayers, removeLayers } from '../../../core/piece/edits';
import type { Piece } from '../../../core/piece/schema';
import type { Reading } from '../../../core/reading/read';
import { flat, headline, scene } from '../../../core/testing/scenes';
import { forgetJournal, readJournals, tidyJournal, writeJournal } from '../keeping/journal';
import { keepSaving, resolveConflict, save } from '../keeping/saving';
import {
  currentSlide,
  edit,
  frameOf,
  openBench,
  preview,
  redoEdit,
  select,
  selectedLayer,
  settle,
  shownOf,
  shownReading,
  undoEdit,
  useBench,
} from './store';

const state = useBench.getState;
const fresh = (): Piece =>
  scene((z) => [
    flat('photo', '#556677')(z),
    headline('Slow', '#ffffff', 10, 10, { id: 'a' })(z),
    headline('Long', '#ffffff', 10, 100, { id: 'b' })(z),
  ]).piece;
const open = (piece = fresh()): Piece => {
  openBench({ id: 'p1', campaign: 'c', revision: 3, piece });
  return piece;
};
const move = (x: number, merge: string | null) =>
  edit('Move', (p) => changeLayers(p, 'n1', ['a'], (l) => void (l.box.x = x)), merge);

describe('edits', () => {
  it('of one drag become one step, and go back to what was', () => {
    const before = open();
    for (const x of [11, 14, 19, 30]) move(x, 'drag:1');
    settle();
    expect(state().history.steps.map((s) => s.label)).toEqual(['Move']);
    undoEdit();
    expect(state().piece).toEqual(before);
    redoEdit();
    expect(currentSlide(state()).layers[1].box.x).toBe(30);
  });

  it('of different kinds are steps of their own, and what changes nothing is none', () => {
    open();
    move(20, 'drag:1');
    move(25, 'drag:2');
    edit('Nothing', (p) => p);
    edit('Delete', (p) => removeLayers(p, 'n1', ['b']));
    expect(state().history.steps.map((s) => s.label)).toEqual(['Move', 'Move', 'Delete']);
  });

  it('a drag taken back leaves no step', () => {
    const before = open();
    move(40, 'drag:1');
    edit('Move', () => before, 'drag:1');
    settle();
    expect(state().history.steps).toHaveLength(0);
    expect(state().piece).toBe(before);
  });

  it('undo takes what is gone out of the selection', () => {
    open();
    edit('Add tint', (p) => addLayer(p, 'n1', makeTint('t', '#000000', 0.4, p.sizes[0])));
    select(['t']);
    expect(selectedLayer(state())?.kind).toBe('tint');
    undoEdit();
    expect(state().selection).toEqual([]);
    expect(selectedLayer(state())).toBeNull();
  });

  it('a scene holds one slide, the same one while nothing changes', () => {
    open();
    const one = shownOf(state());
    expect(one.piece.slides).toHaveLength(1);
    expect(shownOf(state()).piece).toBe(one.piece);
    preview((p) => ({ ...p, name: 'Looked at' }));
    expect(shownOf(state()).piece.name).toBe('Looked at');
    preview(null);
    expect(shownOf(state()).piece.name).toBe(state().piece.name);
  });

  it('a text’s frame moves with its box before it is painted again', () => {
    open();
    const layer = currentSlide(state()).layers[1];
    const texts = {
      a: {
        frame: { x: 2, y: 0, width: 80, height: 66 },
        overflow: false,
        missing: [],
        borrowed: [],
        backing: null,
        missingFonts: [],
        baselines: [],
        fontSize: 40,
        offset: 0,
      },
    };
    expect(frameOf({ ...layer, box: { ...layer.box, x: 100 } }, texts)).toEqual({
      x: 102,
      y: 10,
      width: 80,
      height: 66,
    });
    expect(frameOf(layer, {})).toEqual(layer.box);
  });

  it('the reading on top is the selected text’s, else that which falls shortest of what it needs', () => {
    const reading = (layer: string, ratio: number | null, needed: number): Reading =>
      ({ layer, ratio, needed }) as Reading;
    const readings = [reading('a', 4, 3), reading('b', 4.4, 4.5), reading('c', null, 3)];
    expect(shownReading({ readings, selection: [] })?.layer).toBe('b');
    expect(shownReading({ readings, selection: ['a'] })?.layer).toBe('a');
    expect(shownReading({ readings: [], selection: [] })).toBeNull();
  });
});

describe('the journal', () => {
  it('brings back document, revision and history, and drops steps that were undone and overwritten', async () => {
    const piece = open();
    for (const x of [1, 2, 3]) move(x, null);
    await writeJournal('p1', 3, true, state().piece, state().history);
    undoEdit();
    undoEdit();
    move(50, null);
    await writeJournal('p1', 3, true, state().piece, state().history);
    const [kept] = await readJournals('p1');
    expect(kept).toMatchObject({ revision: 3, unsaved: true });
    expect(kept.piece).toEqual(state().piece);
    expect(kept.history.steps).toHaveLength(2);
    openBench({ id: 'p1', campaign: 'c', revision: 3, piece: kept.piece as Piece, history: kept.history });
    undoEdit();
    undoEdit();
    expect(state().piece).toEqual(piece);
    await forgetJournal('p1');
    expect(await readJournals('p1')).toEqual([]);
  });
  it('keeps pieces apart', async () => {
    const piece = open();
    await writeJournal('one', 1, false, piece, state().history);
    expect(await readJournals('two')).toEqual([]);
  });
  it('what a closed window left is found beside this one’s own, what an open one writes is not', async () => {
    const piece = open(),
      db = await openDB('plavo', 2);
    const entry = (window: string, at: number, unsaved = true) =>
      db.put('entries', { id: 'p9', window, revision: 2, unsaved, piece, done: 0, at });
    await writeJournal('p9', 3, false, piece, state().history);
    await entry('closed', Date.now() - 1000);
    await entry('older', Date.now() - 9000);
    await entry('open', Date.now());
    const locks = {
      request: async (_n: string, _o: unknown, run: (lock: object) => unknown) => run({}),
      query: async () => ({ held: [{ name: 'plavo-window-open' }] }),
    };
    Object.defineProperty(globalThis, 'navigator', { value: { locks }, configurable: true });
    expect((await readJournals('p9')).map((k) => k.window).slice(1)).toEqual(['closed', 'older']);
    await forgetJournal('p9', 'closed');
    expect((await readJournals('p9')).map((k) => k.window).slice(1)).toEqual(['older']);
    // Saved history that nobody came back to goes; edits that were never saved stay.
    await entry('long ago', Date.now() - 90 * 86_400_000, false);
    await tidyJournal();
    expect((await readJournals('p9')).map((k) => k.window).slice(1)).toEqual(['older']);
    Object.defineProperty(globalThis, 'navigator', { value: undefined, configurable: true });
    db.close();
  });
});

describe('saving', () => {
  const answers: (() => Response | Promise<Response>)[] = [];
  const asked: { method: string; match: string | null; body: unknown }[] = [];
  const real = globalThis.fetch;
  beforeEach(() => {
    answers.length = asked.length = 0;
    globalThis.fetch = jest.fn(async (_path: unknown, init: RequestInit = {}) => {
      asked.push({
        method: init.method ?? 'GET',
        match: new Headers(init.headers).get('if-match'),
        body: init.body ? JSON.parse(String(init.body)) : null,
      });
      const next = answers.shift();
      if (!next) throw new TypeError('no network');
      return next();
    }) as typeof fetch;
    Object.assign(globalThis, { window: { addEventListener() {}, removeEventListener() {} } });
  });
  afterAll(() => {
    globalThis.fetch = real;
  });
  const saved = (revision: number) => () => Response.json({ revision });
  const changedElsewhere = (): Response =>
    Response.json({ title: 'The piece was changed elsewhere', revision: 9 }, { status: 409 });

  it('sends the whole document over its revision, once', async () => {
    const stop = keepSaving(open());
    move(33, null);
    answers.push(saved(4));
    await save();
    expect(asked).toEqual([{ method: 'PUT', match: '"3"', body: state().piece }]);
    expect(state()).toMatchObject({ saved: 'saved', revision: 4 });
    await save();
    expect(asked).toHaveLength(1);
    stop();
  });

  it('goes on while the server is away, says so, and saves when it is back', async () => {
    const stop = keepSaving(open());
    move(34, null);
    await save();
    expect(state().saved).toBe('away');
    move(35, null);
    expect(state().saved).toBe('away');
    answers.push(saved(4));
    await save();
    expect(state()).toMatchObject({ saved: 'saved', revision: 4 });
    expect(asked.at(-1)!.match).toBe('"3"');
    stop();
  });

  it('stops at a conflict until someone decides; mine goes over the other’s revision', async () => {
    const stop = keepSaving(open());
    move(36, null);
    const mine = state().piece,
      theirs = { ...fresh(), name: 'Theirs' },
      given = () => Response.json({ id: 'p1', campaign: 'c', revision: 9, piece: theirs });
    answers.push(changedElsewhere, given);
    await save();
    expect(state().saved).toBe('conflict');
    await save();
    // The save, and a look at what is there.
    expect(asked).toHaveLength(2);
    answers.push(given, saved(10));
    await resolveConflict('mine');
    expect(asked.at(-1)).toMatchObject({ method: 'PUT', match: '"9"' });
    expect(state()).toMatchObject({ saved: 'saved', revision: 10 });
    expect(state().piece).toEqual(mine);
    // The other side is one undo away.
    undoEdit();
    expect(state().piece).toEqual(theirs);
    stop();
  });

  it('an answer that was lost is no conflict: what the server has is a state of the same document', async () => {
    const stop = keepSaving(open());
    move(36, null);
    const sent = state().piece;
    // It was saved, but the answer never came; meanwhile there were more edits.
    await save();
    expect(state().saved).toBe('away');
    move(37, null);
    const given = () => Response.json({ id: 'p1', campaign: 'c', revision: 4, piece: structuredClone(sent) });
    answers.push(changedElsewhere, given);
    await save();
    expect(state()).toMatchObject({ saved: 'unsaved', revision: 4 });
    answers.push(saved(5));
    await save();
    expect(asked.at(-1)).toMatchObject({ method: 'PUT', match: '"4"' });
    expect(state()).toMatchObject({ saved: 'saved', revision: 5 });
    // The same, where nothing was done since.
    move(38, null);
    await save();
    const last = structuredClone(state().piece);
    answers.push(changedElsewhere, () => Response.json({ id: 'p1', campaign: 'c', revision: 6, piece: last }));
    await save();
    expect(state()).toMatchObject({ saved: 'saved', revision: 6 });
    stop();
  });

  it('taking the other version keeps mine one undo away', async () => {
    const stop = keepSaving(open());
    move(39, null);
    const mine = state().piece,
      theirs = { ...fresh(), name: 'Theirs' };
    answers.push(changedElsewhere, () => Response.json({ title: 'Not now' }, { status: 503 }));
    await save();
    answers.push(() => Response.json({ id: 'p1', campaign: 'c', revision: 9, piece: theirs }));
    await resolveConflict('theirs');
    expect(state()).toMatchObject({ saved: 'saved', revision: 9, piece: { name: 'Theirs' } });
    undoEdit();
    expect(state().piece).toEqual(mine);
    answers.push(saved(10));
    await save();
    expect(asked.at(-1)).toMatchObject({ method: 'PUT', match: '"9"', body: mine });
    stop();
  });

  it.each([404, 413, 422])(
    'what the server refuses with %i is said with its reason, kept, and not asked again until there is an edit',
    async (status) => {
      const stop = keepSaving(open());
      move(41, null);
      answers.push(() => Response.json({ title: 'Refused', detail: 'Because.', status }, { status }));
      await save();
      expect(state()).toMatchObject({ saved: 'refused', refusal: { status, title: 'Refused', detail: 'Because.' } });
      expect((await readJournals('p1'))[0]).toMatchObject({ unsaved: true, piece: state().piece });
      move(42, null);
      expect(state().saved).toBe('refused');
      answers.push(saved(4));
      await save();
      expect(state()).toMatchObject({ saved: 'saved', revision: 4, refusal: null });
      stop();
    },
  );

  it.each([500, 503, 507])('an answer of %i passes: it is asked again', async (status) => {
    const stop = keepSaving(open());
    move(43, null);
    answers.push(() => Response.json({ title: 'The disk is full', status }, { status }));
    await save();
    expect(state().saved).toBe('away');
    answers.push(saved(4));
    await save();
    expect(state().saved).toBe('saved');
    stop();
  });

  it('an edit made while saving is saved after it', async () => {
    const stop = keepSaving(open());
    move(37, null);
    let go = (): void => {};
    answers.push(() => new Promise<Response>((r) => (go = () => r(Response.json({ revision: 4 })))), saved(5));
    const first = save();
    await Promise.resolve();
    move(38, null);
    go();
    await first;
    expect(state().saved).toBe('unsaved');
    await save();
    expect(state()).toMatchObject({ saved: 'saved', revision: 5 });
    expect(asked.map((a) => a.match)).toEqual(['"3"', '"4"']);
    stop();
  });
});
