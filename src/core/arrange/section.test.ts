// A section at any width: its layouts exactly at their own, straight between them, higher where texts need it.
import fc from 'fast-check';
import { makeFade } from '../kinds/fade';
import { isText, type Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { strengthOf } from '../kinds/strengths';
import { makeText, type TextLayer } from '../kinds/text';
import { changeLayers } from '../piece/edits';
import { layersIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { setIn } from '../piece/set-in-size';
import { readSlide } from '../reading/read';
import { easelFor } from '../testing/pixels';
import { ids } from '../testing/scenes';
import { textFrame } from '../type/frame';
import { makePiece } from '../piece/make';
import { firstLayout } from './new-size';
import { sectionAt, windowHeight } from './section';
import { NARROWEST, WIDEST } from '../piece/limits';

const { painter } = easelFor(new Map());

/** A hero in a wide layout (1920 px shown at 1440) and a narrow one (780 at 390). */
async function hero(words = 'Slow trains, long views'): Promise<{ piece: Piece; slide: Slide }> {
  const made = makePiece('Hero', { destination: 'hero' }, ids(), (z) => [
    makePhoto('photo', '1'.repeat(64), 'P', z),
    makeFade('fade', '#102030', 0.6, z),
    { ...makeText('head', words, z), box: { x: 128, y: 300, width: 1060, height: 264 }, fontSize: 120 },
    { ...makeText('line', 'From 2 May, every day', z), box: { x: 128, y: 590, width: 900, height: 60 }, fontSize: 44 },
  ]);
  const [slide] = made.slides;
  await painter.prepare(slide);
  const narrow = made.sizes[1],
    layout = firstLayout(painter, made, slide, narrow),
    piece = Object.entries(layout).reduce((p, [id, own]) => setIn(p, slide.id, [id], narrow.id, own, 'this'), made);
  return { piece, slide: piece.slides[0] };
}
/** Other words in the same layouts. */
const withWords = ({ piece }: { piece: Piece }, text: string): { piece: Piece; slide: Slide } => {
  const next = changeLayers(piece, piece.slides[0].id, ['head'], (l) => void (isText(l) && (l.text = text)));
  return { piece: next, slide: next.slides[0] };
};
const frames = (p: Piece, s: Slide, z: Size) =>
  layersIn(p, s, z).map((l) => ({ l, box: isText(l) ? textFrame(l, painter.layout(l)) : l.box }));
const close = (a: number, b: number, within = 0.6): void => expect(Math.abs(a - b)).toBeLessThanOrEqual(within);

it('at the width of a layout it is that layout, in CSS pixels', async () => {
  const { piece, slide } = await hero();
  for (const layout of piece.sizes) {
    const k = layout.shownWidth / layout.width,
      at = sectionAt(painter, piece, slide, layout.shownWidth);
    expect(at).toMatchObject({ width: layout.shownWidth, shownWidth: layout.shownWidth });
    close(at.height, layout.height * k, 1);
    const own = frames(piece, slide, layout);
    frames(piece, slide, at).forEach(({ l, box }, i) => {
      // Lines stand on whole pixels.
      for (const side of ['x', 'y', 'width', 'height'] as const) close(box[side], own[i].box[side] * k, 1.6);
      if (isText(l)) close(l.fontSize, (own[i].l as TextLayer).fontSize * k, 0.01);
    });
  }
});

it('between two layouts type and places run straight with the width', async () => {
  const { piece, slide } = await hero(),
    type = (w: number): number =>
      (layersIn(piece, slide, sectionAt(painter, piece, slide, w)).find((l) => l.id === 'head') as TextLayer).fontSize;
  const [narrow, middle, wide] = [390, 915, 1440].map(type);
  close(middle, (narrow + wide) / 2, 0.001);
  // Beyond the ends it stays.
  expect([type(NARROWEST), type(WIDEST)]).toEqual([narrow, wide]);
});

it.each(['darken', 'lighten'] as const)('so does how much a photo is made to %s', async (property) => {
  const { piece, slide } = await hero(),
    set = (p: Piece, size: Size, value: number): Piece =>
      setIn(p, slide.id, ['photo'], size.id, { strengths: { [property]: value } }, 'this'),
    [wide, narrow] = piece.sizes,
    toned = set(set(piece, wide, 0.2), narrow, 0.6),
    at = (w: number): number => {
      const [own] = toned.slides,
        photo = layersIn(toned, own, sectionAt(painter, toned, own, w)).find((l) => l.id === 'photo');
      return strengthOf(photo, property, wide);
    };
  [390, 915, 1440].map(at).forEach((v, i) => close(v, [0.6, 0.4, 0.2][i], 1e-6));
});

it('what fills goes on filling', async () => {
  const { piece, slide } = await hero();
  for (const w of [NARROWEST, 390, 700, 1440, 2000, WIDEST]) {
    const at = sectionAt(painter, piece, slide, w);
    for (const id of ['photo', 'fade']) {
      const { box } = layersIn(piece, slide, at).find((l) => l.id === id)!;
      for (const [got, want] of [
        [box.x, 0],
        [box.y, 0],
        [box.width, w],
        [box.height, at.height],
      ])
        close(got, want, 0.5);
    }
  }
});

it('its height follows its text, which never leaves it', async () => {
  const short = await hero(),
    long = withWords(short, 'The station café at Lake Sill keeps its stove warm. '.repeat(8));
  for (const w of [NARROWEST, 390, 600, 1000, 1440, WIDEST]) {
    const at = sectionAt(painter, long.piece, long.slide, w);
    expect(at.height).toBeGreaterThan(sectionAt(painter, short.piece, short.slide, w).height);
    const texts = frames(long.piece, long.slide, at).filter(({ l }) => isText(l));
    for (const { box } of texts) {
      expect(box.y).toBeGreaterThanOrEqual(0);
      expect(box.y + box.height).toBeLessThanOrEqual(at.height);
    }
    // And none covers the other.
    expect(texts[1].box.y).toBeGreaterThanOrEqual(texts[0].box.y + texts[0].box.height - 0.5);
  }
});

it('at any width nothing is cut, and texts keep their order', async () => {
  const { piece, slide } = await hero();
  fc.assert(
    fc.property(fc.integer({ min: NARROWEST, max: WIDEST }), (w) => {
      const at = sectionAt(painter, piece, slide, w),
        texts = frames(piece, slide, at).filter(({ l }: { l: Layer }) => isText(l));
      for (const { box } of texts) {
        expect(box.x).toBeGreaterThanOrEqual(0);
        expect(box.x + box.width).toBeLessThanOrEqual(w + 0.5);
        expect(box.y + box.height).toBeLessThanOrEqual(at.height + 0.5);
      }
      expect(texts[1].box.y).toBeGreaterThan(texts[0].box.y);
    }),
    { numRuns: 60 },
  );
});

it('it is measured as any size is', async () => {
  const { piece, slide } = await hero(),
    bare = { ...piece, slides: [{ ...slide, layers: slide.layers.filter((l) => l.id !== 'photo') }] },
    [own] = bare.slides;
  for (const w of [360, 800, 1600])
    for (const r of readSlide(painter, bare, own, sectionAt(painter, bare, own, w)))
      expect(r.flags.filter((x) => x !== 'unseen')).toEqual([]);
});

it('it is at least so much of the window high as it is told, and what fills and what holds go along', async () => {
  const { piece, slide } = await hero(),
    tall = { ...piece, section: { ...piece.section!, share: 0.9 } };
  for (const width of [320, 390, 700, 1440, 2560]) {
    const plain = sectionAt(painter, piece, slide, width),
      size = sectionAt(painter, tall, slide, width);
    expect(size.height).toBe(Math.ceil(Math.max(plain.height, 0.9 * windowHeight(width)) - 1e-6));
    const [ground] = layersIn(tall, slide, size);
    expect(ground.box.height).toBeCloseTo(size.height, 3);
  }
  // Windows of phones are higher than they are wide, those of desks wider than high; none leaps.
  expect(windowHeight(390)).toBeGreaterThan(700);
  expect(windowHeight(1440)).toBeLessThan(1000);
  for (let w = 320; w < 2560; w++) expect(Math.abs(windowHeight(w + 1) - windowHeight(w))).toBeLessThan(3);
});
