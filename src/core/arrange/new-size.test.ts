// The first layout of a new size: nothing outside, cut, too small or in a keep-clear zone that was not so before.
import type { Layer } from '../kinds/layers';
import { isText } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makeShape } from '../kinds/shape';
import type { TextLayer } from '../kinds/text';
import { makeText } from '../kinds/text';
import { destinationById } from '../piece/destinations';
import { layersIn } from '../piece/resolve';
import type { Piece, Size } from '../piece/schema';
import { addSize } from '../piece/sizes';
import { readSlide } from '../reading/read';
import { easelFor } from '../testing/pixels';
import { scene } from '../testing/scenes';
import { textFrame } from '../type/frame';
import { firstLayout } from './new-size';

const { painter } = easelFor(new Map());
const text = (id: string, words: string, z: Size, more: Partial<TextLayer>): TextLayer => ({
  ...makeText(id, words, z, '#101010'),
  ...more,
});

const PIECES: Record<string, (z: Size) => Layer[]> = {
  'a headline above a line': (z) => [
    text('head', 'Slow trains, long views', z, { box: { x: 74, y: 560, width: 900, height: 200 }, fontSize: 110 }),
    text('line', 'From 2 May, every day', z, { box: { x: 74, y: 860, width: 700, height: 60 }, fontSize: 42 }),
  ],
  'above, and far below': (z) => [
    text('head', 'Winter hours at Lake Sill', z, { box: { x: 74, y: 80, width: 900, height: 120 }, fontSize: 90 }),
    text('line', 'The line rests from November to April, but for Sundays.', z, {
      box: { x: 74, y: 930, width: 900, height: 60 },
      fontSize: 36,
    }),
  ],
  'in the middle, on the right, with an arrow': (z) => [
    text('head', 'Unübertroffene Gipfelaussichten', z, {
      box: { x: 90, y: 400, width: 900, height: 240 },
      fontSize: 84,
      align: 'centre',
    }),
    text('hint', 'Swipe to Varn Halt', z, { box: { x: 500, y: 980, width: 300, height: 40 }, fontSize: 34 }),
    { ...makeShape('arrow', 'arrow', '#101010', z), box: { x: 830, y: 985, width: 150, height: 30 } },
  ],
};
const TARGETS = ['story', 'profile-banner', 'link-card', 'tall-picture', 'video-thumbnail', 'email-header', 'carousel'];
const made = (d: string): Size => {
  const { id, name, width, height, shownWidth } = destinationById(d)!;
  return { id: 'new', name, width, height, shownWidth, destination: id };
};
async function laid(layers: (z: Size) => Layer[], size: Size) {
  const { piece, slide } = scene(layers, 1080, 1080, 375);
  await painter.prepare(slide);
  const p: Piece = addSize(piece, size, { [slide.id]: firstLayout(painter, piece, slide, size) });
  return { piece: p, slide: p.slides[0], before: readSlide(painter, piece, slide, piece.sizes[0]) };
}
const boxes = (p: Piece, size: Size) =>
  layersIn(p, p.slides[0], size).map((l) => ({ l, box: isText(l) ? textFrame(l, painter.layout(l)) : l.box }));

describe.each(Object.entries(PIECES))('%s', (_, layers) => {
  it.each(TARGETS)('in a %s', async (d) => {
    const size = made(d),
      { piece, slide } = await laid(layers, size),
      readings = readSlide(painter, piece, slide, size);
    for (const r of readings) expect(r.flags).toEqual([]);
    // Type keeps its class as shown: a headline stays one.
    for (const r of readings) expect(r.shownPx).toBeGreaterThanOrEqual(11);
    const all = boxes(piece, size);
    for (const { box } of all) {
      expect(box.x).toBeGreaterThanOrEqual(0);
      expect(box.y).toBeGreaterThanOrEqual(0);
      expect(box.x + box.width).toBeLessThanOrEqual(size.width + 1);
      expect(box.y + box.height).toBeLessThanOrEqual(size.height + 1);
    }
    // Nothing overlaps that did not.
    for (const a of all)
      for (const b of all)
        if (a.l.id < b.l.id) {
          const across = Math.min(a.box.x + a.box.width, b.box.x + b.box.width) - Math.max(a.box.x, b.box.x),
            down = Math.min(a.box.y + a.box.height, b.box.y + b.box.height) - Math.max(a.box.y, b.box.y);
          expect([a.l.id, b.l.id, Math.min(across, down) > 1]).toEqual([a.l.id, b.l.id, false]);
        }
  });
});

it('no word is broken, and what stood first stands first', async () => {
  const { piece, slide } = await laid(PIECES['in the middle, on the right, with an arrow'], {
    ...made('tall-picture'),
    width: 400,
    shownWidth: 200,
  });
  const head = layersIn(piece, slide, piece.sizes[1]).find((l): l is TextLayer => l.id === 'head')!,
    lines = painter.layout(head).lines;
  expect(lines.length).toBeGreaterThanOrEqual(2);
  expect(Math.max(...lines.map((l) => l.width))).toBeLessThanOrEqual(head.box.width + 1);
  expect(head.fontSize).toBeLessThan(84 * 0.5);
  const order = boxes(piece, piece.sizes[1]).map((b) => b.box.y);
  expect(order[1]).toBeGreaterThan(order[0]);
});

it('the same shape again is the same picture', async () => {
  const { piece, slide } = await laid(PIECES['a headline above a line'], { ...made('square-post'), id: 'new' });
  const [a, b] = piece.sizes.map((z) => layersIn(piece, slide, z) as TextLayer[]);
  for (let i = 0; i < a.length; i++) {
    expect(Math.abs(a[i].box.x - b[i].box.x)).toBeLessThanOrEqual(1);
    expect(Math.abs(a[i].box.y - b[i].box.y)).toBeLessThanOrEqual(1);
    expect(b[i].fontSize).toBeCloseTo(a[i].fontSize, 1);
  }
});

it('backdrops and what hangs over an edge are left to their anchors', async () => {
  const { piece, slide } = scene(
    (z) => [
      makePhoto('photo', '1'.repeat(64), 'P', z),
      { ...makeShape('edge', 'ellipse', '#101010', z), box: { x: 900, y: 900, width: 400, height: 400 } },
    ],
    1080,
    1080,
  );
  expect(firstLayout(painter, piece, slide, made('story'))).toEqual({});
});
