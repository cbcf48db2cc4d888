// The house style while it is being changed: steps, what was not saved, and what somebody else saved meanwhile.
import { jest } from '@jest/globals';
import { type HouseStyle, HouseStyleSchema } from '../../core/values/house';
import type { House } from '../shared/api';

class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly body: Record<string, unknown> = {},
  ) {
    super('refused');
  }
}
const saveHouse = jest.fn<(campaign: string, revision: number, style: HouseStyle) => Promise<House>>();
jest.unstable_mockModule('../shared/api', () => ({ api: { saveHouse }, ApiError }));
const { change, meet, open, redo, save, settleBoth, takeBack, undo, useDraft } = await import('./draft');

/** A house style of swatches, each called as its colour. */
const style = (...colours: string[]): HouseStyle =>
  HouseStyleSchema.parse({
    swatches: colours.map((colour, n) => ({ id: `s${n}`, name: `Colour ${n}`, colour, house: true })),
  });
const house = (revision: number, ...colours: string[]): House => ({ revision, style: style(...colours) }),
  paint = (n: number, colour: string) => (s: HouseStyle) => ({
    ...s,
    swatches: s.swatches.map((w, i) => (i === n ? { ...w, colour } : w)),
  }),
  colours = (): (string | undefined)[] => useDraft.getState().style.swatches.map((s) => s.colour);

let kept: Map<string, string>, now: number;
beforeEach(() => {
  kept = new Map();
  now = 1000;
  (globalThis as { localStorage?: unknown }).localStorage = {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => kept.set(k, v),
    removeItem: (k: string) => kept.delete(k),
  };
  jest.spyOn(Date, 'now').mockImplementation(() => now);
  saveHouse.mockReset();
  open('ostrel', house(1, '#111111', '#222222'));
});
afterEach(() => jest.restoreAllMocks());
afterAll(() => void delete (globalThis as { localStorage?: unknown }).localStorage);

describe('steps', () => {
  it('are undone one by one and done again; another change ends what could be done again', () => {
    change(paint(0, '#aaaaaa'));
    change(paint(1, '#bbbbbb'));
    undo();
    expect(colours()).toEqual(['#aaaaaa', '#222222']);
    undo();
    undo();
    expect(colours()).toEqual(['#111111', '#222222']);
    redo();
    expect(colours()).toEqual(['#aaaaaa', '#222222']);
    change(paint(1, '#cccccc'));
    redo();
    expect(colours()).toEqual(['#aaaaaa', '#cccccc']);
  });
  it('a drag is one, two drags after a pause are two, two things are two', () => {
    for (const c of ['#333333', '#444444', '#555555']) {
      now += 100;
      change(paint(0, c), 's0');
    }
    now += 2000;
    change(paint(0, '#666666'), 's0');
    change(paint(1, '#777777'), 's1');
    const back: unknown[] = [];
    while (useDraft.getState().past.length) {
      undo();
      back.push(colours());
    }
    expect(back).toEqual([
      ['#666666', '#222222'],
      ['#555555', '#222222'],
      ['#111111', '#222222'],
    ]);
  });
  it('what changes nothing is none; taking everything back is one', () => {
    change((s) => ({ ...s }));
    expect(useDraft.getState().past).toEqual([]);
    change(paint(0, '#aaaaaa'));
    change(paint(1, '#bbbbbb'));
    takeBack();
    expect(colours()).toEqual(['#111111', '#222222']);
    undo();
    expect(colours()).toEqual(['#aaaaaa', '#bbbbbb']);
  });
});

describe('what was not saved', () => {
  it('is there again, and can be undone', () => {
    change(paint(0, '#aaaaaa'));
    expect(open('ostrel', house(1, '#111111', '#222222'))).toEqual({ unsaved: true, taken: [] });
    expect(colours()).toEqual(['#aaaaaa', '#222222']);
    undo();
    expect(colours()).toEqual(['#111111', '#222222']);
    expect(kept.size).toBe(0);
  });
  it('is of one campaign', () => {
    change(paint(0, '#aaaaaa'));
    expect(open('other', house(1, '#000000'))).toEqual({ unsaved: false, taken: [] });
    expect(colours()).toEqual(['#000000']);
  });
  it('is laid on what came meanwhile, which is named', () => {
    change(paint(0, '#aaaaaa'));
    expect(open('ostrel', house(2, '#111111', '#999999'))).toEqual({ unsaved: true, taken: ['Colour 1'] });
    expect(colours()).toEqual(['#aaaaaa', '#999999']);
  });
  it.each(['{', 'null', '{"base":{},"style":{"swatches":7}}'])('and where it cannot be read is nothing: %s', (raw) => {
    kept.set('plavo-house-draft:ostrel', raw);
    expect(open('ostrel', house(1, '#111111'))).toEqual({ unsaved: false, taken: [] });
    expect(colours()).toEqual(['#111111']);
  });
  it('lives as long as the page where the browser keeps nothing', () => {
    (globalThis as { localStorage?: unknown }).localStorage = {
      setItem: () => {
        throw new Error('full');
      },
    };
    change(paint(0, '#aaaaaa'));
    expect(colours()).toEqual(['#aaaaaa', '#222222']);
  });
});

describe('what somebody else saved', () => {
  it('changes nothing where it is what one began from', () => {
    change(paint(0, '#aaaaaa'));
    expect(meet(house(1, '#111111', '#222222'))).toEqual([]);
    expect(useDraft.getState().past).toHaveLength(1);
  });
  it('what both changed is asked about: one’s own stands until the other is taken, which can be undone', () => {
    change(paint(0, '#aaaaaa'));
    expect(meet(house(2, '#bbbbbb', '#cccccc'))).toEqual(['Colour 1']);
    expect(colours()).toEqual(['#aaaaaa', '#cccccc']);
    const { both } = useDraft.getState();
    expect(both?.entries.map((e) => e.name)).toEqual(['Colour 0']);
    settleBoth(both!.entries[0], true);
    expect(colours()).toEqual(['#bbbbbb', '#cccccc']);
    expect(useDraft.getState().both).toBeNull();
    undo();
    expect(colours()).toEqual(['#aaaaaa', '#cccccc']);
  });
  it('one’s own may stand', () => {
    change(paint(0, '#aaaaaa'));
    meet(house(2, '#bbbbbb', '#222222'));
    settleBoth(useDraft.getState().both!.entries[0], false);
    expect([colours(), useDraft.getState().both]).toEqual([['#aaaaaa', '#222222'], null]);
  });
});

describe('saving', () => {
  it('begins anew from what is saved, and says what it was before', async () => {
    saveHouse.mockImplementation((_campaign, revision, s) => Promise.resolve({ revision: revision + 1, style: s }));
    change(paint(0, '#aaaaaa'));
    expect(await save()).toEqual({ before: style('#111111', '#222222') });
    expect(saveHouse).toHaveBeenCalledWith('ostrel', 1, style('#aaaaaa', '#222222'));
    expect(useDraft.getState()).toMatchObject({ base: { revision: 2 }, past: [], saving: false });
    expect(kept.size).toBe(0);
  });
  it('over another’s saves nothing: both are put together and looked at first', async () => {
    saveHouse.mockRejectedValue(new ApiError(409, { revision: 5, house: style('#111111', '#dddddd') }));
    change(paint(0, '#aaaaaa'));
    expect(await save()).toEqual({ elsewhere: ['Colour 1'] });
    expect(colours()).toEqual(['#aaaaaa', '#dddddd']);
    expect(useDraft.getState()).toMatchObject({ base: { revision: 5 }, saving: false });
  });
  it('that fails costs nothing', async () => {
    saveHouse.mockRejectedValue(new ApiError(503));
    change(paint(0, '#aaaaaa'));
    await expect(save()).rejects.toThrow('refused');
    expect(colours()).toEqual(['#aaaaaa', '#222222']);
    expect(useDraft.getState()).toMatchObject({ base: { revision: 1 }, saving: false });
    expect(kept.size).toBe(1);
  });
});
