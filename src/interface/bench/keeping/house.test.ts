// The campaign's house style as the bench keeps it: opening changes nothing, the user's own edits are sent over a
// revision.
import { jest } from '@jest/globals';
import type { Piece } from '../../../core/piece/schema';
import { NO_HOUSE } from '../../../core/house/styled';
import { putSwatch } from '../../../core/piece/swatches';
import { flat, scene } from '../../../core/testing/scenes';
import type { Swatch } from '../../../core/values/fill';
import type { HouseStyle } from '../../../core/values/house';

const notified: unknown[] = [];
jest.unstable_mockModule('@mantine/notifications', () => ({
  notifications: { show: (n: unknown) => notified.push(n) },
}));
const { changed, keepHouse, leaveHouse, useHouse } = await import('./house');
const { edit, openBench, undoEdit, useBench } = await import('../state/store');

const amber: Swatch = { id: 'amber', name: 'Amber', colour: '#ffaa00', house: true },
  blue: Swatch = { id: 'blue', name: 'Blue', colour: '#0044aa', house: true };
const piece = (swatches: Swatch[]): Piece => ({ ...scene((z) => [flat('ground', '#556677')(z)]).piece, swatches });

/** The server's house style; a PUT over another revision is refused. */
let server: { revision: number; house: HouseStyle };
const style = (swatches: Swatch[]): HouseStyle => ({ ...NO_HOUSE, swatches });
let puts: { over: number; swatches: Swatch[] }[];
let answer: (() => Response) | null;
const kept = new Map<string, string>();
const real = globalThis.fetch;
beforeEach(() => {
  jest.useFakeTimers();
  server = { revision: 3, house: style([amber, blue]) };
  puts = [];
  answer = null;
  notified.length = 0;
  kept.clear();
  Object.assign(globalThis, {
    localStorage: {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => void kept.set(k, v),
      removeItem: (k: string) => void kept.delete(k),
    },
  });
  globalThis.fetch = (async (_path: string, init: RequestInit = {}) => {
    const told = (): Response => Response.json(server.house, { headers: { etag: `"${server.revision}"` } });
    if (init.method !== 'PUT') return told();
    if (answer) return answer();
    const over = Number(/\d+/.exec(new Headers(init.headers).get('if-match')!)![0]),
      house = JSON.parse(String(init.body)) as HouseStyle;
    puts.push({ over, swatches: house.swatches });
    if (over !== server.revision) return Response.json({ title: 'changed', ...server }, { status: 409 });
    server = { revision: over + 1, house };
    return told();
  }) as typeof fetch;
});
afterEach(() => jest.useRealTimers());
afterAll(() => {
  globalThis.fetch = real;
});
const opened = async (swatches: Swatch[]): Promise<() => void> => {
  openBench({ id: 'p', campaign: 'c', revision: 1, piece: piece(swatches) });
  const stop = keepHouse('c');
  await jest.advanceTimersByTimeAsync(10);
  return stop;
};
const rest = (): Promise<void> => jest.advanceTimersByTimeAsync(5000);

it('opening a piece whose swatches are older, or that the campaign has no more, sends nothing', async () => {
  const stop = await opened([
    { ...amber, colour: '#000000' },
    { id: 'gone', name: 'Gone', colour: '#123456', house: true },
  ]);
  await rest();
  expect(puts).toEqual([]);
  expect(server.house.swatches).toEqual([amber, blue]);
  // The piece follows the campaign; what it has no more is the piece's own.
  expect(useBench.getState().piece.swatches).toEqual([
    amber,
    { id: 'gone', name: 'Gone', colour: '#123456', house: false },
  ]);
  stop();
});
it('an edit of the user’s is sent, over the revision, undo included', async () => {
  const stop = await opened([amber]);
  edit('Change swatch', (p) => putSwatch(p, { ...amber, colour: '#ff0000' }));
  await rest();
  expect(puts).toEqual([{ over: 3, swatches: [{ ...amber, colour: '#ff0000' }, blue] }]);
  undoEdit();
  await rest();
  expect(server).toEqual({ revision: 5, house: style([amber, blue]) });
  stop();
});
it('what another window changed meanwhile stays: the edit is made again on the newer style', async () => {
  const stop = await opened([amber, blue]);
  server = { revision: 4, house: style([amber, { ...blue, colour: '#00ff00' }]) };
  edit('Change swatch', (p) => putSwatch(p, { ...amber, colour: '#ff0000' }));
  await rest();
  expect(server.house.swatches).toEqual([
    { ...amber, colour: '#ff0000' },
    { ...blue, colour: '#00ff00' },
  ]);
  expect(useBench.getState().piece.swatches).toEqual(server.house.swatches);
  stop();
});
it('a swatch that is taken out stays out', async () => {
  const stop = await opened([amber, blue]);
  edit('Leave', (p) => putSwatch(p, { ...amber, house: false }));
  leaveHouse('amber');
  await rest();
  expect(server.house.swatches).toEqual([blue]);
  stop();
  await opened([{ ...amber, house: false }, blue]);
  await rest();
  expect(server.house.swatches).toEqual([blue]);
  expect(useHouse.getState().style.swatches).toEqual([blue]);
});
it('while the server is away the change is kept, beyond a reload', async () => {
  const stop = await opened([amber]);
  answer = () => Response.json({ title: 'away' }, { status: 503 });
  edit('Change swatch', (p) => putSwatch(p, { ...amber, colour: '#ff0000' }));
  await rest();
  expect(kept.get('plavo-house:c')).toContain('#ff0000');
  stop();
  answer = null;
  const again = await opened([amber]);
  await rest();
  expect(server.house.swatches[0].colour).toBe('#ff0000');
  expect(kept.size).toBe(0);
  again();
});
it('what is refused is said, and not asked for ever', async () => {
  const stop = await opened([amber]);
  answer = () => Response.json({ title: 'No', detail: 'Too many.' }, { status: 400 });
  edit('Change swatch', (p) => putSwatch(p, { ...amber, colour: '#ff0000' }));
  await rest();
  expect(notified).toHaveLength(1);
  answer = null;
  await rest();
  expect(puts).toEqual([]);
  stop();
});
it('changes of swatches by their ids: changed, taken out, added', () => {
  expect(
    changed(style([amber, blue]), {
      amber: { ...amber, colour: '#111111' },
      blue: null,
      new: { id: 'new', name: 'New', colour: '#222222', house: true },
    }).swatches.map((s) => [s.id, s.colour]),
  ).toEqual([
    ['amber', '#111111'],
    ['new', '#222222'],
  ]);
});
