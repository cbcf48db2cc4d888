// Groups, aligning, distributing, equal gaps: what belongs to several layers at once.
import { changeLayers } from '../piece/edits';
import {
  groupLayers,
  groupsAround,
  groupSelected,
  membersOf,
  stepInto,
  takenBy,
  ungroup,
  withoutEmptyGroups,
} from '../piece/groups';
import { openPiece } from '../piece/upgrade';
import { flat, ids, scene } from '../testing/scenes';
import { alignTo, gapsOf, overlaps, scaledWith, spreadOut, withGap } from './align';
import { distancesOf, snapBox, snapLines } from './snap';

const box = (x: number, y: number, width = 10, height = 10) => ({ x, y, width, height });

describe('groups', () => {
  const start = () => scene((z) => ['a', 'b', 'c', 'd', 'e'].map((id) => flat(id, '#000000')(z)), 100, 100).piece;
  const slide = (p: ReturnType<typeof start>) => p.slides[0];
  const make = (p: ReturnType<typeof start>, which: string[], id: string) =>
    groupLayers(p, p.slides[0].id, which, () => id).piece;

  it('lie within each other; a click takes the outermost, a step goes one deeper', () => {
    const p = make(make(start(), ['a', 'b'], 'inner'), ['a', 'b', 'c'], 'outer');
    expect(groupsAround(slide(p), 'inner')).toEqual(['inner', 'outer']);
    expect(membersOf(slide(p), 'outer')).toEqual(['a', 'b', 'c']);
    expect(takenBy(slide(p), 'a', null)).toEqual(['a', 'b', 'c']);
    expect(takenBy(slide(p), 'a', 'outer')).toEqual(['a', 'b']);
    expect(takenBy(slide(p), 'a', 'inner')).toEqual(['a']);
    expect(takenBy(slide(p), 'd', 'outer')).toEqual(['d']);
    expect([
      stepInto(slide(p), 'a', null),
      stepInto(slide(p), 'a', 'outer'),
      stepInto(slide(p), 'a', 'inner'),
      stepInto(slide(p), 'd', null),
    ]).toEqual(['outer', 'inner', null, null]);
    expect(groupSelected(slide(p), ['b', 'a'])).toBe('inner');
    expect(groupSelected(slide(p), ['a'])).toBeNull();
  });
  it('a group within a group: part of it grouped stays within', () => {
    const p = make(make(start(), ['a', 'b', 'c'], 'outer'), ['a', 'b'], 'inner');
    expect(groupsAround(slide(p), 'inner')).toEqual(['inner', 'outer']);
    expect(membersOf(slide(p), 'outer')).toEqual(['a', 'b', 'c']);
  });
  it('taken apart, everything falls to the group round it; one layer makes no group; empty ones go', () => {
    const p = make(make(start(), ['a', 'b'], 'inner'), ['a', 'b', 'c'], 'outer');
    const q = ungroup(p, slide(p).id, 'inner');
    expect(q.slides[0].layers.slice(0, 3).map((l) => l.group)).toEqual(['outer', 'outer', 'outer']);
    expect(groupLayers(p, slide(p).id, ['a'], () => 'x')).toEqual({ piece: p, group: null });
    const bare = changeLayers(q, slide(q).id, ['a', 'b', 'c'], (l) => void (l.group = null));
    expect(withoutEmptyGroups(bare, slide(bare).id).slides[0].groups).toEqual([]);
  });
  it('never lie too deep, within themselves, or nowhere: a document that says so is refused with a reason', () => {
    let p = start();
    const newId = ids('g');
    for (let i = 0; i < 30; i++) p = groupLayers(p, slide(p).id, ['a', 'b', 'c', 'd', 'e'], newId).piece;
    expect(openPiece(p).ok).toBe(true);
    const deep = {
      ...p,
      slides: [
        {
          ...slide(p),
          groups: Array.from({ length: 200 }, (_, i) => ({ id: `g${i}`, name: 'g', within: i ? `g${i - 1}` : null })),
        },
      ],
    };
    expect(openPiece(deep)).toMatchObject({
      ok: false,
      faults: expect.arrayContaining([
        expect.objectContaining({ reason: expect.stringContaining('20 deep') as string }),
      ]) as unknown,
    });
    expect(openPiece({ ...p, slides: [{ ...slide(p), groups: [{ id: 'x', name: 'x', within: 'x' }] }] }).ok).toBe(
      false,
    );
    expect(
      openPiece({ ...p, slides: [{ ...slide(start()), layers: [{ ...slide(p).layers[0], group: 'nowhere' }] }] }).ok,
    ).toBe(false);
  });
});

describe('aligning', () => {
  const boxes = [box(10, 5), box(40, 20, 20, 30), box(90, 0, 5, 5)];
  it('to a side or the middle of a frame', () => {
    const at = alignTo(boxes, box(0, 0, 100, 100), { axis: 'x', to: 'end' });
    boxes.forEach((b, i) => expect(b.x + b.width + at[i].dx).toBe(100));
    expect(
      alignTo(boxes, box(0, 0, 100, 100), { axis: 'y', to: 'middle' }).map(
        (m, i) => boxes[i].y + m.dy + boxes[i].height / 2,
      ),
    ).toEqual([50, 50, 50]);
  });
  it('equal gaps between the outermost two, or of a width given', () => {
    const moved = (m: { dx: number; dy: number }[]) => boxes.map((b, i) => ({ ...b, x: b.x + m[i].dx }));
    const even = moved(spreadOut(boxes, 'x'));
    expect(gapsOf(even, 'x')).toEqual([25, 25]);
    expect([even[0].x, even[2].x]).toEqual([10, 90]);
    expect(gapsOf(moved(withGap(boxes, 'x', 7)), 'x')).toEqual([7, 7]);
    expect(gapsOf(boxes, 'x')).toEqual([20, 30]);
    expect(spreadOut([boxes[0]], 'x')).toEqual([{ dx: 0, dy: 0 }]);
  });
  it('what is scaled together keeps its proportions', () => {
    expect(scaledWith(box(20, 10), box(10, 0, 100, 50), box(0, 0, 200, 50))).toEqual({
      x: 20,
      y: 10,
      width: 20,
      height: 10,
    });
  });
  it('overlap is area, not touching', () => {
    expect([overlaps(box(0, 0), box(9, 9)), overlaps(box(0, 0), box(10, 0))]).toEqual([true, false]);
  });
});

describe('snapping', () => {
  it('to guides, zones, the grid, and baselines to baselines only', () => {
    const lines = snapLines({ width: 1000, height: 500 }, 50, [], {
      guides: [{ axis: 'x', at: 333 }],
      zones: [box(700, 100, 50, 50)],
      baselines: [222],
    });
    expect(snapBox(box(331, 300), lines, 6).dx).toBe(2);
    expect(snapBox(box(688, 300), lines, 6)).toMatchObject({ dx: 2, vertical: [700] });
    expect(snapBox(box(100, 219, 10, 4), lines, 6).dy).toBe(0);
    expect(snapBox(box(100, 200, 10, 40), lines, 6, {}, [226])).toMatchObject({ dy: -4, horizontal: [222] });
    expect(snapBox(box(101, 103), snapLines({ width: 1000, height: 500 }, 50, [], { grid: 8 }), 6)).toMatchObject({
      dx: 3,
      dy: 1,
    });
  });
  it('to the gap its neighbours have, and midway between two', () => {
    const lines = snapLines({ width: 1000, height: 500 }, 50, [box(100, 100, 40, 40), box(160, 100, 40, 40)]);
    const after = snapBox(box(218, 104, 33, 30), lines, 6);
    expect(after.dx).toBe(2);
    expect(after.gaps.filter((g) => g.axis === 'x').map((g) => g.to - g.from)).toEqual([20, 20]);
    const mid = snapBox(
      box(148, 104, 10, 30),
      snapLines({ width: 1000, height: 500 }, 50, [box(60, 100, 41, 40), box(200, 100, 40, 40)]),
      4,
    );
    expect(mid.dx).toBeCloseTo(-2.5 + 0, 6);
  });
  it('distances run to the nearest neighbour on each side, else to the edge', () => {
    const d = distancesOf(box(100, 100, 50, 20), [box(20, 90, 30, 40), box(180, 300, 10, 10)], {
      width: 1000,
      height: 500,
    });
    expect(d.map((x) => [x.axis, x.from, x.to])).toEqual([
      ['x', 50, 100],
      ['x', 150, 1000],
      ['y', 0, 100],
      ['y', 120, 500],
    ]);
  });
});
