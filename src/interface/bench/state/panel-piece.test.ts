import { changeLayers, duplicateLayers } from '../../../core/piece/edits';
import type { Piece } from '../../../core/piece/schema';
import { headline, scene } from '../../../core/testing/scenes';
import { MANY, PORTION, portionOf } from './panel-piece';

const SIXTY = Array.from({ length: 60 }, (_, i) => `t${i}`);
const sixty = (): Piece => scene((z) => SIXTY.map((id) => headline(id, '#ffffff', 10, 10, { id })(z))).piece;
const doubled = (p: Piece, ids: readonly string[]): Piece => {
  let n = 0;
  return duplicateLayers(p, p.slides[0].id, ids, () => `copy${n++}`, 0).piece;
};
const ids = (p: Piece): string[] => p.slides[0].layers.map((l) => l.id);

test('few layers are shown at once', () => {
  const before = sixty(),
    now = doubled(before, SIXTY.slice(0, PORTION + MANY));
  expect(portionOf(now, before)).toBe(now);
});

test('many come in portions, the topmost first, each in its place, until all are there', () => {
  const before = sixty(),
    now = doubled(before, SIXTY);
  let shown = before;
  const counts: number[] = [];
  for (let i = 0; i < 10 && shown !== now; i++) {
    const next = portionOf(now, shown),
      fresh = ids(next).filter((id) => !ids(shown).includes(id)),
      left = ids(now).filter((id) => !ids(next).includes(id));
    counts.push(fresh.length);
    // In the order they have, and nothing that comes later lies above them.
    expect(ids(next)).toEqual(ids(now).filter((id) => ids(next).includes(id)));
    if (left.length) expect(ids(now).indexOf(fresh[0])).toBeGreaterThan(ids(now).indexOf(left.at(-1)!));
    shown = next;
  }
  expect(shown).toBe(now);
  expect(counts).toEqual([20, 20, 20]);
});

test('what else changed is shown with the first portion; what is gone is gone', () => {
  const before = sixty(),
    at = before.slides[0].id,
    moved = changeLayers(before, at, ['t3'], (l) => void (l.name = 'Other')),
    now = doubled(moved, SIXTY),
    without = { ...now, slides: [{ ...now.slides[0], layers: now.slides[0].layers.filter((l) => l.id !== 't5') }] },
    next = portionOf(without, before);
  expect(next.slides[0].layers.find((l) => l.id === 't3')!.name).toBe('Other');
  expect(ids(next)).not.toContain('t5');
  expect(ids(next)).toHaveLength(59 + PORTION);
});
