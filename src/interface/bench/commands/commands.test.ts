// What a person can do on the bench, asked of the commands themselves: where things land, what stays together, what is
// one undo step.
import { jest } from '@jest/globals';
import type { Beneath } from '../../../core/colour/beneath';
import type { Box } from '../../../core/ground/box';
import { makeFill } from '../../../core/kinds/fill';
import type { Layer } from '../../../core/kinds/layers';
import { makePhoto } from '../../../core/kinds/photo';
import type { PlateLayer } from '../../../core/kinds/plate';
import { makePlate } from '../../../core/kinds/plate';
import { makeShape } from '../../../core/kinds/shape';
import type { TextLayer } from '../../../core/kinds/text';
import { makeText } from '../../../core/kinds/text';
import { makePiece } from '../../../core/piece/make';
import type { Piece } from '../../../core/piece/schema';
import { openPiece } from '../../../core/piece/upgrade';
import { ids } from '../../../core/testing/scenes';
import { solid } from '../../../core/values/made';
import { openBench, redoEdit, select, undoEdit, useBench } from '../state/store';
import { alignSelected, distributeSelected, groupSelection, nudge, ungroupSelection } from './arranging';
import { copied, isLayers, pasteLayers } from './clipboard';
import {
  duplicateSelected,
  removeSelected,
  shiftSelected,
  toggleLocked,
  toggleVisible,
  typesetSelected,
} from './layers';

let seen: Beneath = { hex: '#000000', low: 0, high: 0 };
jest.unstable_mockModule('../../../workers/clients', () => ({
  stageWorker: () => ({ beneath: () => Promise.resolve(seen) }),
  readingWorker: () => ({}),
  sideWorker: () => ({}),
  finderWorker: () => ({}),
  solverWorkers: () => [],
  firstSolvers: () => [],
  tellFonts: () => Promise.resolve(),
}));
const { addText } = await import('./adding');

const at = (l: Layer, box: Partial<Box>): Layer => ({ ...l, box: { ...l.box, ...box } });
/** Photo, plate behind a text, three shapes, a text: in a square of 1000. */
function begin(): Piece {
  const piece = makePiece('Test', { width: 1000, height: 1000 }, ids(), (z) => [
    makePhoto('photo', 'a'.repeat(64), 'Photo', z),
    makePlate('plate', '#112233', 0.8, { x: 0, y: 0, width: 10, height: 10 }, 40, ['text']),
    at(makeShape('s1', 'ellipse', '#ff0000', z), { x: 100, y: 100, width: 50, height: 50 }),
    at(makeShape('s2', 'star', '#00ff00', z), { x: 240, y: 130, width: 100, height: 80 }),
    at(makeShape('s3', 'blob', '#0000ff', z), { x: 700, y: 300, width: 60, height: 60 }),
    { ...makeText('text', '"Slow" trains', z), box: { x: 100, y: 600, width: 800, height: 90 } },
  ]);
  piece.swatches = [{ id: 'amber', name: 'Amber', colour: '#f2a31b', house: false }];
  openBench({ id: 'p', campaign: 'c', revision: 1, piece });
  return piece;
}
const layers = (): Layer[] => useBench.getState().piece.slides[0].layers;
const by = <L extends Layer>(id: string): L => layers().find((l) => l.id === id) as L;
const order = (): string =>
  layers()
    .map((l) => l.id)
    .join(' ');
const valid = (): boolean => openPiece(useBench.getState().piece).ok;
const steps = (): number => useBench.getState().history.steps.length;

beforeEach(begin);
afterEach(() => expect(valid()).toBe(true));

describe('order', () => {
  it('several go forward and back together and keep their order; all the way stays within the band', () => {
    select(['s1', 's2']);
    shiftSelected(1);
    expect(order()).toBe('photo plate s3 s1 s2 text');
    shiftSelected(Infinity);
    expect(order()).toBe('photo plate s3 text s1 s2');
    shiftSelected(1);
    expect(order()).toBe('photo plate s3 text s1 s2');
    shiftSelected(-Infinity);
    expect(order()).toBe('photo plate s1 s2 s3 text');
    undoEdit();
    expect(order()).toBe('photo plate s3 text s1 s2');
  });
  it('a photo cannot leave the backdrop by it', () => {
    select(['photo']);
    shiftSelected(Infinity);
    expect(layers()[0].id).toBe('photo');
  });
});

describe('groups', () => {
  it('are made, selected whole, duplicated as groups, and taken apart, each in one step', () => {
    select(['s1', 's2']);
    groupSelection();
    const { groups } = useBench.getState().piece.slides[0];
    expect(groups).toHaveLength(1);
    expect([by('s1').group, by('s2').group, by('s3').group]).toEqual([groups[0].id, groups[0].id, null]);
    expect(useBench.getState().selection).toEqual(['s1', 's2']);
    duplicateSelected();
    const copies = useBench.getState().selection.map((id) => by(id));
    expect(copies).toHaveLength(2);
    expect(new Set(copies.map((c) => c.group)).size).toBe(1);
    expect(copies[0].group).not.toBe(groups[0].id);
    removeSelected();
    // The copy's group went with its last layer.
    expect(useBench.getState().piece.slides[0].groups.map((g) => g.id)).toEqual([groups[0].id]);
    select(['s1', 's2']);
    ungroupSelection();
    expect(useBench.getState().piece.slides[0].groups).toEqual([]);
    expect(steps()).toBe(4);
    for (let i = 0; i < 4; i++) undoEdit();
    expect(by('s1').group).toBeNull();
    redoEdit();
    expect(by('s1').group).toBe(groups[0].id);
  });
  it('one layer makes none', () => {
    select(['s1']);
    groupSelection();
    expect(useBench.getState().piece.slides[0].groups).toEqual([]);
  });
  it('part of a group duplicated stays in it', () => {
    select(['s1', 's2']);
    groupSelection();
    const group = by('s1').group;
    select(['s1']);
    duplicateSelected();
    expect(by(useBench.getState().selection[0]).group).toBe(group);
  });
});

describe('aligning', () => {
  it('one layer to margins and slide, several to each other', () => {
    select(['s1']);
    alignSelected({ axis: 'x', to: 'end' }, 'slide');
    expect(by('s1').box.x).toBe(950);
    alignSelected({ axis: 'y', to: 'start' }, 'margins');
    expect(by('s1').box.y).toBe(67);
    select(['s2', 's3']);
    alignSelected({ axis: 'y', to: 'middle' }, 'selection');
    const middle = (id: string): number => by(id).box.y + by(id).box.height / 2;
    expect(middle('s2')).toBeCloseTo(middle('s3'), 6);
  });
  it('a group goes as one to the slide, its parts to each other', () => {
    select(['s1', 's2']);
    groupSelection();
    const apart = by('s2').box.x - by('s1').box.x;
    alignSelected({ axis: 'x', to: 'start' }, 'slide');
    expect(by('s1').box.x).toBe(0);
    expect(by('s2').box.x - by('s1').box.x).toBe(apart);
    alignSelected({ axis: 'x', to: 'start' }, 'selection');
    expect(by('s2').box.x).toBe(by('s1').box.x);
  });
  it('equal gaps leave the outermost two, a gap given moves all but the first; what cannot be moved is left out', () => {
    select(['photo', 's1', 's2', 's3', 'plate']);
    distributeSelected('x');
    const [a, b, c] = ['s1', 's2', 's3'].map((id) => by(id).box);
    expect([a.x, c.x]).toEqual([100, 700]);
    expect(b.x - a.x - a.width).toBeCloseTo(c.x - b.x - b.width, 6);
    distributeSelected('x', 12);
    expect(by('s2').box.x).toBe(162);
    expect(by('photo').box).toEqual({ x: 0, y: 0, width: 1000, height: 1000 });
  });
  it('nudges what is free, not what is locked', () => {
    toggleLocked('s2');
    select(['s1', 's2']);
    nudge(3, -2);
    expect([by('s1').box.x, by('s1').box.y, by('s2').box.x]).toEqual([103, 98, 240]);
  });
});

describe('the clipboard', () => {
  it('layers come back aside where they stand still, in place where they do not', async () => {
    select(['s1']);
    const clip = copied()!;
    expect(isLayers(clip)).toBe(true);
    await pasteLayers(clip);
    const [id] = useBench.getState().selection;
    expect(by(id).box).toMatchObject({ x: 124, y: 124 });
    expect(id).not.toBe('s1');
    select(['s1']);
    removeSelected();
    await pasteLayers(clip);
    expect(by(useBench.getState().selection[0]).box).toMatchObject({ x: 100, y: 100 });
  });
  it('into another piece they bring swatches and groups; a plate follows the copy of its text', async () => {
    useBench.setState((s) => ({
      piece: {
        ...s.piece,
        slides: s.piece.slides.map((sl) => ({
          ...sl,
          layers: sl.layers.map((l) =>
            l.id === 'text' ? { ...(l as TextLayer), fill: solid({ swatch: 'amber' }) } : l,
          ),
        })),
      },
    }));
    select(['text', 'plate', 's1']);
    groupSelection();
    const clip = copied()!;
    const other = makePiece('Other', { width: 1000, height: 1000 }, ids('o'), (z) => [
      makeFill('ground', '#ffffff', z),
    ]);
    openBench({ id: 'q', campaign: 'c', revision: 1, piece: other });
    await pasteLayers(clip);
    const pasted = useBench.getState().selection.map((id) => by(id)),
      text = pasted.find((l) => l.kind === 'text')!,
      plate = pasted.find((l): l is PlateLayer => l.kind === 'plate')!;
    expect(useBench.getState().piece.swatches.map((w) => w.id)).toEqual(['amber']);
    expect(plate.follows).toEqual([text.id]);
    expect(new Set(pasted.map((l) => l.group)).size).toBe(1);
    expect(useBench.getState().piece.slides[0].groups).toHaveLength(1);
    expect(layers().map((l) => l.band)).toEqual(['backdrop', 'overlays', 'message', 'message']);
    undoEdit();
    expect(layers()).toHaveLength(1);
  });
  it('what is no layer of ours changes nothing', async () => {
    const before = useBench.getState().piece;
    expect(isLayers('Slow trains')).toBe(false);
    for (const text of ['', 'hello', '{"format":"plavo-layers","layers":[]}', '{"format":"plavo-layers"'])
      await pasteLayers(text);
    expect(useBench.getState().piece).toBe(before);
    select([]);
    expect(copied()).toBeNull();
  });
});

describe('the rest', () => {
  it('a second text lands below the first, smaller and regular, in its colour where that can be told', async () => {
    await addText();
    const added = by<TextLayer>(useBench.getState().selection[0]),
      first = by<TextLayer>('text');
    expect(added.box.y).toBeGreaterThan(first.box.y + 90);
    expect(added.font).toMatchObject({ family: first.font.family, weight: 400 });
    expect(added.fontSize).toBeLessThan(first.fontSize * 0.7);
    expect(added.fill.colour).toBe('#ffffff');
    expect(useBench.getState().editing).toBe(added.id);
  });
  it('over what is light, a new text is dark', async () => {
    seen = { hex: '#f4f4f4', low: 0.85, high: 0.95 };
    await addText();
    expect(by<TextLayer>(useBench.getState().selection[0]).fill.colour).toBe('#16202a');
  });
  it('hides and locks several at once, and shows them again', () => {
    toggleVisible('s1', 's2');
    expect([by('s1').visible, by('s2').visible]).toEqual([false, false]);
    toggleVisible('s1', 's2');
    expect([by('s1').visible, by('s2').visible]).toEqual([true, true]);
    toggleVisible('s1');
    // One of them is still seen: hiding both hides it, too.
    toggleVisible('s1', 's2');
    expect([by('s1').visible, by('s2').visible]).toEqual([false, false]);
    toggleLocked('s1', 's2');
    expect([by('s1').locked, by('s2').locked]).toEqual([true, true]);
  });
  it('sets quotes of the selected texts only, in one step', () => {
    select(['text', 's1']);
    typesetSelected();
    expect(by<TextLayer>('text').text).toBe('“Slow” trains');
    undoEdit();
    expect(by<TextLayer>('text').text).toBe('"Slow" trains');
  });
  it('selecting outside the group one works in leaves it', () => {
    select(['s1', 's2']);
    groupSelection();
    useBench.setState({ entered: by('s1').group });
    select(['s1']);
    expect(useBench.getState().entered).toBe(by('s1').group);
    select(['s3']);
    expect(useBench.getState().entered).toBeNull();
  });
});
