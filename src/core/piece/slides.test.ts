// Slides of a piece, the outline they begin as, and layers that go on over neighbouring slides.
import type { Layer } from '../kinds/layers';
import { makePlate } from '../kinds/plate';
import { makeText } from '../kinds/text';
import { ids } from '../testing/scenes';
import { changeLayers, duplicateLayers, moveLayer, removeLayers, shiftLayers } from './edits';
import { setIn } from './set-in-size';
import { guestId } from './guest-names';
import { emptySlide, makePiece } from './make';
import { layerIn, slideOf, slidesOf } from './resolve';
import { type Piece, PieceSchema } from './schema';
import {
  addSlide,
  duplicateSlide,
  moveSlide,
  moveToSlide,
  mostSlides,
  outlineOf,
  reachOverSlides,
  removeSlides,
  setCarry,
  setLeftOut,
  setNote,
  slidesLeft,
  withCarryFitted,
  withOutline,
} from './slides';

const W = 1080;
const newId = ids('new');
/** A carousel of slides a, b, c; on a a text with a plate behind it, on b a text. */
function carousel(): Piece {
  const piece = makePiece('Carousel', { destination: 'carousel' }, ids(), () => []),
    [size] = piece.sizes;
  const text = (id: string, x: number): Layer => ({
    ...makeText(id, 'Slow trains', size),
    box: { x, y: 100, width: 600, height: 100 },
  });
  const plate = makePlate('plate', '#000000', 0.5, { x: 700, y: 100, width: 600, height: 100 }, 60, ['text']);
  return {
    ...piece,
    slides: [
      { ...emptySlide('a'), layers: [plate, text('text', 700)] },
      { ...emptySlide('b'), layers: [text('text', 40)] },
      emptySlide('c'),
    ],
  };
}
const layerOf = (p: Piece, slide: string, id: string): Layer | undefined =>
  slideOf(p, slide).layers.find((l) => l.id === id);
const names = (p: Piece, slide: string): string[] => slideOf(p, slide).layers.map((l) => l.id);
const order = (p: Piece): string => p.slides.map((s) => s.id).join('');
const valid = (p: Piece): void => expect(PieceSchema.safeParse(p).error).toBeUndefined();

describe('outline', () => {
  it('a pasted list is one note a slide, without its bullets and numbers', () => {
    expect(
      outlineOf(' - The line re-opens\r\n\n2. Four trains a day\n\u2022  Lake Sill\n(3) 1960 to 2026\n— End —\n- \n'),
    ).toEqual(['The line re-opens', 'Four trains a day', 'Lake Sill', '1960 to 2026', 'End —']);
    expect(outlineOf('\n \n')).toEqual([]);
  });
  it('makes slides, as many as the destination takes, and says how many found no room', () => {
    const p = makePiece('Carousel', { destination: 'carousel' }, ids(), () => []);
    const notes = Array.from({ length: 25 }, (_, i) => `Note ${i + 1}`);
    const made = withOutline(p, 0, notes, newId);
    expect(made.left).toBe(5);
    expect(made.piece.slides.map((s) => s.note)).toEqual(notes.slice(0, 20));
    valid(made.piece);
    expect(mostSlides(p)).toBe(20);
    expect(slidesLeft(made.piece)).toBe(0);
    expect(addSlide(made.piece, 0, newId)).toBe(made.piece);
    // A slide that has its note keeps it.
    const more = withOutline(setNote(p, p.slides[0].id, 'Kept'), 0, ['One', 'Two'], newId);
    expect(more.piece.slides.map((s) => s.note)).toEqual(['Kept', 'One', 'Two']);
    expect(withOutline(p, 0, Array<string>(2000).fill('x'), newId)).toMatchObject({ left: 1980 });
  });
});

describe('slides', () => {
  it('are added after one, moved, taken away but for one, and left out', () => {
    const p = addSlide(carousel(), 0, () => 'd');
    expect(order(p)).toBe('adbc');
    expect(order(moveSlide(p, 'c', 0))).toBe('cadb');
    expect(order(moveSlide(p, 'a', 99))).toBe('dbca');
    expect(moveSlide(p, 'a', 0)).toBe(p);
    expect(order(removeSlides(p, ['a', 'c']))).toBe('db');
    expect(removeSlides(p, ['a', 'b', 'c', 'd'])).toBe(p);
    expect(setLeftOut(p, 'b', true).slides.map((s) => s.leftOut)).toEqual([false, false, true, false]);
  });
  it('copied, layers have names of their own and follow the copies of their texts', () => {
    const p = duplicateSlide(setCarry(carousel(), 'a', 'text', { before: 0, after: 1, over: true }), 0, ids('copy'));
    const [plate, text] = p.slides[1].layers;
    expect(text.id).not.toBe('text');
    expect(plate).toMatchObject({ kind: 'plate', follows: [text.id] });
    expect(text.carry).toBeNull();
    valid(p);
  });
  it('a layer sent to another slide takes along what lies behind it, and stays on the strip where it is dragged', () => {
    const p = carousel(),
      sent = moveToSlide(p, ['text'], 'a', 'c', newId);
    expect(names(sent.piece, 'a')).toEqual([]);
    expect(names(sent.piece, 'c')).toEqual(['plate', 'text']);
    expect(layerOf(sent.piece, 'c', 'text')!.box.x).toBe(700);
    const dragged = moveToSlide(p, ['text'], 'a', 'b', newId, true);
    // The name is taken there.
    expect(dragged.ids[0]).not.toBe('text');
    expect(layerOf(dragged.piece, 'b', dragged.ids[0])!.box.x).toBe(700 - W);
    expect(dragged.piece.slides[1].layers[0]).toMatchObject({ follows: [dragged.ids[0]] });
    valid(dragged.piece);
    expect(moveToSlide(p, ['text'], 'a', 'none', newId).piece).toBe(p);
  });
});

describe('carried over', () => {
  const carried = (over = true): Piece => setCarry(carousel(), 'a', 'text', { before: 0, after: 1, over });
  const guest = guestId('a', 'text');

  it('a layer is in the document once and seen on the slides it reaches, in its place', () => {
    const p = carried();
    valid(p);
    expect(slidesOf(p).map((s) => s.layers.length)).toEqual([2, 2, 0]);
    expect(layerOf(p, 'b', guest)).toMatchObject({
      box: { x: 700 - W, y: 100 },
      guest: { slide: 'a', id: 'text', by: -1 },
    });
    expect(slideOf(p, 'a')).toBe(p.slides[0]);
    expect(names(p, 'b')).toEqual(['text', guest]);
    expect(names(carried(false), 'b')).toEqual([guest, 'text']);
    // The same object as long as nothing of it changed.
    expect(slideOf(setNote(p, 'c', 'Other'), 'b')).toBe(slideOf(p, 'b'));
  });
  it('is edited from either side', () => {
    const p = carried();
    const moved = changeLayers(p, 'b', [guest], (l) => {
      l.box = { ...l.box, x: l.box.x + 50 };
      l.opacity = 0.4;
    });
    expect(layerOf(moved, 'a', 'text')).toMatchObject({ id: 'text', box: { x: 750 }, opacity: 0.4 });
    expect(layerOf(moved, 'b', guest)).toMatchObject({ box: { x: 750 - W }, opacity: 0.4 });
    valid(moved);
    // A whole layer put in its place keeps what it is called where it belongs.
    const put = changeLayers(p, 'b', [guest], (l) => void Object.assign(l, structuredClone(layerOf(p, 'b', guest))));
    expect(put.slides[0].layers[1]).toEqual(p.slides[0].layers[1]);
    expect(removeLayers(p, 'b', [guest]).slides[0].layers.map((l) => l.id)).toEqual(['plate']);
    const copied = duplicateLayers(p, 'b', [guest], ids('copy'));
    expect(copied.piece.slides[0].layers).toHaveLength(3);
    expect(copied.ids[0]).toMatch(/^a:/);
    valid(copied.piece);
  });
  it('lies above a slide’s own layers or below them', () => {
    const p = carried();
    expect(names(shiftLayers(p, 'b', [guest], -1), 'b')).toEqual([guest, 'text']);
    expect(names(moveLayer(p, 'b', guest, 'message', null), 'b')).toEqual([guest, 'text']);
    expect(names(moveLayer(carried(false), 'b', guest, 'message', 'text'), 'b')).toEqual(['text', guest]);
    // Own layers stay among themselves.
    expect(names(moveLayer(p, 'b', 'text', 'message', guest), 'b')).toEqual(['text', guest]);
  });
  it('stays with its slide: moved along, gone with it, and hanging over the edge where there is no neighbour', () => {
    const p = carried();
    expect(names(moveSlide(p, 'a', 1), 'c')).toContain(guest);
    expect(names(moveSlide(p, 'a', 1), 'b')).toEqual(['text']);
    expect(slidesOf(removeSlides(p, ['a'])).every((s) => s.layers.every((l) => !l.guest))).toBe(true);
    expect(slidesOf(moveSlide(p, 'a', 2)).every((s) => s.layers.every((l) => !l.guest))).toBe(true);
  });
  it('in another size it is moved by that size’s width, whatever it is anchored to', () => {
    const base = carried(),
      small = { ...base.sizes[0], id: 'small', width: 500, height: 900 };
    const p = { ...base, sizes: [...base.sizes, small] };
    const home = layerIn(p.slides[0].layers[1], small, p.sizes[0]),
      there = layerIn(layerOf(p, 'b', guest)!, small, p.sizes[0]);
    expect(there.box.x).toBeCloseTo(home.box.x - 500, 9);
    expect(there.box).toMatchObject({ y: home.box.y, width: home.box.width });
    const placed = setIn(p, 'b', [guest], 'small', { box: { x: -100, y: 5, width: 80, height: 40 } });
    expect(placed.slides[0].layers[1].overrides.small.box).toEqual({ x: 400, y: 5, width: 80, height: 40 });
  });
  it('goes on with what it covers now; where that is not known it stays', () => {
    const p = carried(),
      carry = (q: Piece) => q.slides[0].layers[1].carry;
    expect(carry(withCarryFitted(p, (l) => ({ ...l.box, width: 2000 })))).toEqual({ before: 0, after: 2, over: true });
    expect(carry(withCarryFitted(p, (l) => ({ ...l.box, x: 10 })))).toEqual({ before: 0, after: 0, over: true });
    expect(withCarryFitted(p, () => null)).toBe(p);
    expect(withCarryFitted(p, (l) => l.box)).toBe(p);
  });
  it('reaches as many slides as it covers, where there are that many', () => {
    const box = (x: number, width: number) => ({ x, y: 0, width, height: 10 });
    expect(reachOverSlides(box(10, 100), 1, 3, W)).toEqual({ before: 0, after: 0 });
    expect(reachOverSlides(box(0, W), 1, 3, W)).toEqual({ before: 0, after: 0 });
    expect(reachOverSlides(box(-5, W + 20), 1, 3, W)).toEqual({ before: 1, after: 1 });
    expect(reachOverSlides(box(0, 3 * W), 0, 3, W)).toEqual({ before: 0, after: 2 });
    expect(reachOverSlides(box(0, 3 * W), 1, 3, W)).toEqual({ before: 0, after: 1 });
  });
});
