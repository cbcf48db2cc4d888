// Pictures of a section: when which shows, whose message it is, and that edits land where they belong.
import fc from 'fast-check';
import { makeTint } from '../kinds/tint';
import { makePlate } from '../kinds/plate';
import { flat, headline, ids, scene } from '../testing/scenes';
import { addLayer, changeLayers, duplicateLayers, moveLayer, removeLayers, shiftLayers } from './edits';
import { emptySlide, makeSection } from './make';
import { differentMoments, moves, pieceOfMoments, slideAt, turnOf } from './moments';
import { layersIn, slideOf, textsIn } from './resolve';
import { type Piece, PieceSchema } from './schema';
import { setIn } from './set-in-size';
import { duplicateSlide, hasSlides, moveSlide, moveToSlide, removeSlides, setLeftOut } from './slides';
import { couldBeShow, placeInShow } from './slideshow';

/** Black, white and red behind one headline on a plate. */
function show(colours = ['#000000', '#ffffff', '#ff0000']): Piece {
  const { piece, size } = scene((z) => [
    flat('ground', colours[0])(z),
    makeTint('tint', '#203040', 0, z),
    makePlate('plate', '#000000', 0, { x: 30, y: 90, width: 420, height: 80 }, 60, ['text']),
    headline('Long views', '#ffffff')(z),
  ]);
  const others = colours.slice(1).map((c, i) => ({ ...emptySlide(`p${i + 2}`), layers: [flat('ground', c)(size)] }));
  return { ...piece, section: { ...makeSection(), stay: 4, fade: 2 }, slides: [...piece.slides, ...others] };
}
const names = (p: Piece, slide: number): string[] => slideOf(p, p.slides[slide].id).layers.map((l) => l.id);
const own = (p: Piece, slide: number): string[] => p.slides[slide].layers.map((l) => l.id);
const first = show().slides[0].id;

describe('in time', () => {
  it('each picture stays, then the next appears through it; the last runs into the first', () => {
    const slide = slideOf(show(), first);
    expect(moves(slide)).toBe(true);
    expect(turnOf(slide)).toEqual({ moments: [0, 5000, 6000, 11000, 12000, 17000], length: 18000 });
    const at = (ms: number) => placeInShow(slide.show!, ms);
    expect(at(0)).toEqual({ at: 0, next: 1, share: 0 });
    expect(at(3999)).toMatchObject({ at: 0, share: 0 });
    expect(at(5000)).toEqual({ at: 0, next: 1, share: 0.5 });
    expect(at(6000)).toMatchObject({ at: 1, share: 0 });
    expect(at(17000)).toEqual({ at: 2, next: 0, share: 0.5 });
    expect(at(18000)).toEqual(at(0));
  });
  it('the share never falls while the next appears', () => {
    const { show: s } = slideOf(show(), first);
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5900, noNaN: true }),
        fc.double({ min: 0, max: 99, noNaN: true }),
        (t, d) => {
          expect(placeInShow(s!, t + d).share).toBeGreaterThanOrEqual(placeInShow(s!, t).share);
        },
      ),
    );
  });
  it('without a fade only whole pictures show', () => {
    const p = show(),
      slide = slideOf({ ...p, section: { ...p.section!, stay: 3, fade: 0 } }, first);
    expect(differentMoments(slide)).toEqual([0, 3000, 6000]);
    expect(placeInShow(slide.show!, 2999).share).toBe(0);
  });
  it('a picture that is left out does not show, but by itself', () => {
    const p = setLeftOut(show(), 'p2', true);
    expect(slideOf(p, first).show!.pictures.map((x) => x.slide)).toEqual([first, 'p3']);
    expect(slideOf(p, 'p2').show!.pictures.map((x) => x.slide)).toEqual(['p2', 'p3', first]);
  });
  it('a moment has the picture that shows, the next one over it, and the message', () => {
    const slide = slideOf(show(), first);
    expect(slideAt(slide, 6000).layers.map((l) => l.id)).toEqual(['p2:ground', 'tint', 'plate', 'text']);
    const mixed = slideAt(slide, 5000);
    expect(mixed.layers.map((l) => [l.id, l.through?.share ?? null])).toEqual([
      ['ground', null],
      ['p2:paper', 0.5],
      ['p2:ground', 0.5],
      ['tint', null],
      ['plate', null],
      ['text', null],
    ]);
    expect(slideAt(slide, 5000)).toBe(mixed);
    expect(pieceOfMoments(show(), first, [0, 6000]).slides.map((s) => s.show)).toEqual([undefined, undefined]);
  });
});

describe('the message', () => {
  it('shows on every picture, where it lies on the first, in every size', () => {
    const p = show(),
      size = { ...p.sizes[0], id: 'other', width: 300, height: 500 },
      wider: Piece = { ...p, sizes: [...p.sizes, size] };
    const boxes = (slide: string): object[] =>
      layersIn(wider, slideOf(wider, slide), size)
        .filter((l) => l.band !== 'backdrop')
        .map((l) => l.box);
    expect(boxes('p2')).toEqual(boxes(first));
    expect(textsIn(p, slideOf(p, 'p3'), p.sizes[0]).map((t) => t.id)).toEqual([`${first}:text`]);
    // What lies behind the text follows it there, too.
    expect(slideOf(p, 'p2').layers.find((l) => l.kind === 'plate')).toMatchObject({ follows: [`${first}:text`] });
  });
  it('is one and the same: changed, moved and taken away on any picture', () => {
    const p = show(),
      text = `${first}:text`;
    expect(changeLayers(p, 'p2', [text], (l) => void (l.opacity = 0.5)).slides[0].layers[3].opacity).toBe(0.5);
    const box = { x: 10, y: 20, width: 400, height: 66 };
    expect(setIn(p, 'p2', [text], 'base', { box }).slides[0].layers[3].box).toEqual(box);
    expect(own(removeLayers(p, 'p3', [text]), 0)).toEqual(['ground', 'tint', 'plate']);
    const copied = duplicateLayers(p, 'p2', [text], ids('copy'));
    expect(copied.ids).toEqual([`${first}:copy1`]);
    expect(own(copied.piece, 0)).toContain('copy1');
  });
  it('overlays and texts that are added on a picture lie on the first, a backdrop on its own', () => {
    const p = show(),
      added = addLayer(p, 'p2', makeTint('second', '#000000', 0.2, p.sizes[0]));
    expect(own(added, 0)).toEqual(['ground', 'tint', 'plate', 'second', 'text']);
    expect(own(added, 1)).toEqual(['ground']);
    expect(own(addLayer(p, 'p2', flat('wash', '#112233')(p.sizes[0])), 1)).toEqual(['ground', 'wash']);
  });
  it('is put in order on any picture; what is moved to another band goes where that belongs', () => {
    const p = show(),
      tint = `${first}:tint`;
    expect(own(moveLayer(p, 'p2', tint, 'overlays', `${first}:plate`), 0)).toEqual(['ground', 'plate', 'tint', 'text']);
    expect(own(shiftLayers(p, 'p2', [tint], 1), 0)).toEqual(['ground', 'plate', 'tint', 'text']);
    const down = moveLayer(p, 'p2', tint, 'backdrop', 'ground');
    expect([own(down, 0), own(down, 1)]).toEqual([
      ['ground', 'plate', 'text'],
      ['ground', 'tint'],
    ]);
    const up = moveLayer(down, 'p2', 'tint', 'overlays', null);
    expect([own(up, 0), own(up, 1)]).toEqual([['ground', 'tint', 'plate', 'text'], ['ground']]);
    expect(PieceSchema.safeParse(up).success).toBe(true);
    // A name that is there already stays its layer's alone.
    const ground = moveLayer(p, 'p2', 'ground', 'overlays', null);
    expect(own(ground, 0)).toEqual(['ground', 'ground-', 'tint', 'plate', 'text']);
  });
  it('stays on the first picture, whichever that is', () => {
    const moved = moveSlide(show(), first, 2);
    expect(moved.slides.map((s) => s.id)).toEqual(['p2', 'p3', first]);
    expect(own(moved, 0)).toEqual(['ground', 'tint', 'plate', 'text']);
    expect(own(moved, 2)).toEqual(['ground']);
    const left = removeSlides(show(), [first]);
    expect(own(left, 0)).toEqual(['ground', 'tint', 'plate', 'text']);
    expect(names(left, 1)).toEqual(['ground', 'p2:tint', 'p2:plate', 'p2:text']);
    expect(PieceSchema.safeParse(moved).success && PieceSchema.safeParse(left).success).toBe(true);
  });
  it('is not copied with a picture, and does not go to another', () => {
    const copied = duplicateSlide(show(), 0, ids('copy'));
    expect(copied.slides[1].layers).toHaveLength(1);
    expect(moveToSlide(show(), ['text'], first, 'p2', ids()).piece).toEqual(show());
    expect(own(moveToSlide(show(), ['ground'], 'p2', 'p3', ids('moved')).piece, 2)).toHaveLength(2);
  });
});

it('a document with texts on further pictures is refused, and says why', () => {
  const p = show(),
    wrong = { ...p, slides: [p.slides[0], { ...p.slides[1], layers: [headline('Two', '#ffffff')(p.sizes[0])] }] };
  const { error } = PieceSchema.safeParse(wrong);
  expect(error?.issues[0]).toMatchObject({ path: ['slides', 1, 'layers', 0, 'band'] });
  expect(couldBeShow(wrong)).toBe(false);
  expect(couldBeShow(p)).toBe(true);
});

it('a section shows its strip once it has several pictures', () => {
  const p = show();
  expect(hasSlides(p)).toBe(true);
  expect(hasSlides({ ...p, slides: p.slides.slice(0, 1) })).toBe(false);
});
