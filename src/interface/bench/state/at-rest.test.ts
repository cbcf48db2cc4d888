import { changeLayers } from '../../../core/piece/edits';
import type { Piece } from '../../../core/piece/schema';
import { flat, headline, scene } from '../../../core/testing/scenes';
import { atRest, isMoving, MOVE } from './at-rest';
import { edit, openBench, settle, useBench } from './store';

const state = useBench.getState;
const place = (p: Piece): number => p.slides[0].layers.find((l) => l.id === 'a')!.box.x;
const moveTo = (x: number, label = MOVE): void =>
  edit(label, (p) => changeLayers(p, p.slides[0].id, ['a'], (l) => void (l.box = { ...l.box, x })), 'drag');
const drag = (dragging: false | 'stage' | 'control'): void => useBench.setState({ dragging });

beforeEach(() => {
  const { piece } = scene((z) => [flat('photo', '#556677')(z), headline('Slow', '#fff', 10, 10, { id: 'a' })(z)]);
  openBench({ id: 'p1', campaign: 'c', revision: 1, piece });
  atRest(state());
});

test('it is as it is while nothing moves', () => {
  moveTo(40);
  expect(place(atRest(state()).piece)).toBe(40);
});

test('it stands still while layers are moved by the pointer, and goes on when they are let go', () => {
  drag('stage');
  expect(atRest(state())).toBe(state());
  moveTo(50);
  moveTo(60);
  useBench.setState({ selection: ['a'] });
  expect(isMoving(state())).toBe(true);
  expect(place(atRest(state()).piece)).toBe(10);
  expect(atRest(state()).selection).toEqual([]);
  settle();
  drag(false);
  expect(place(atRest(state()).piece)).toBe(60);
  expect(atRest(state()).selection).toEqual(['a']);
});

test('what is scaled, or changed by a control, is seen at every step', () => {
  drag('stage');
  moveTo(50, 'Resize');
  expect(isMoving(state())).toBe(false);
  expect(place(atRest(state()).piece)).toBe(50);
  settle();
  drag('control');
  moveTo(70);
  expect(place(atRest(state()).piece)).toBe(70);
});

test('another piece that is opened meanwhile is shown', () => {
  drag('stage');
  moveTo(50);
  atRest(state());
  const { piece } = scene((z) => [headline('Other', '#fff', 300, 10, { id: 'a' })(z)]);
  openBench({ id: 'p2', campaign: 'c', revision: 1, piece });
  expect(place(atRest(state()).piece)).toBe(300);
});
