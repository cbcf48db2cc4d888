import { makeFade } from '../kinds/fade';
import type { Layer } from '../kinds/layers';
import { makePlate } from '../kinds/plate';
import { makeTint } from '../kinds/tint';
import type { Piece, Size, Slide } from '../piece/schema';
import { easelFor } from '../testing/pixels';
import { flat, headline, scene } from '../testing/scenes';
import { PartialPainter } from './partial';

const { painter } = easelFor();
const stack = (z: Size): Layer[] => [
  flat('a', '#8090a0')(z),
  flat('b', '#c0b090', { x: 40, y: 20, width: 200, height: 100 })(z),
  makeFade('fade', '#102030', 0.8, z),
  makePlate('plate', '#203040', 0.5, { x: 0, y: 0, width: 10, height: 10 }, 30, ['text']),
  headline('Halt', '#ffffff', 30, 60, { fontSize: 40 })(z),
  { ...headline('Two', '#ffeecc', 200, 20, { id: 'two', fontSize: 30, opacity: 0.7 })(z) },
];
const changed = (s: { piece: Piece; slide: Slide }, id: string, more: object): { piece: Piece; slide: Slide } => {
  const slide = { ...s.slide, layers: s.slide.layers.map((l) => (l.id === id ? ({ ...l, ...more } as Layer) : l)) };
  return { piece: { ...s.piece, slides: [slide] }, slide };
};

async function run(id: string, steps: object[], layers = stack) {
  const s = scene(layers, 320, 160);
  await painter.prepare(s.slide);
  const partial = new PartialPainter(painter),
    view = { scale: 1, x: 0, y: 0 };
  const mine = painter.studio.surface(320, 160),
    whole = painter.studio.surface(320, 160);
  partial.paint(mine, s.piece, s.slide, s.size, view, 'exact');
  const counts: number[] = [];
  for (const step of steps) {
    const next = changed(s, id, step);
    partial.paint(mine, next.piece, next.slide, s.size, view, 'draft');
    counts.push(partial.painted);
    painter.paint(whole, next.piece, next.slide, s.size, view, { quality: 'draft' });
    const a = mine.read(0, 0, 320, 160),
      b = whole.read(0, 0, 320, 160);
    let worst = 0;
    for (let i = 0; i < a.length; i++) worst = Math.max(worst, Math.abs(a[i] - b[i]));
    expect(worst).toBeLessThanOrEqual(2);
  }
  return counts;
}

it('a layer that is changed is painted alone, between what is kept', async () => {
  expect(await run('fade', [{ reach: 0.5 }, { reach: 0.4 }, { reach: 0.7, opacity: 0.3 }])).toEqual([1, 1, 1]);
  expect(await run('b', [{ opacity: 0.5 }, { opacity: 0.2 }])).toEqual([1, 1]);
});

it('a text takes the plate along that follows it', async () => {
  expect(
    await run('text', [
      { box: { x: 60, y: 70, width: 400, height: 66 } },
      { box: { x: 90, y: 30, width: 400, height: 66 } },
    ]),
  ).toEqual([2, 2]);
});

it('blend modes above look through what is changed: then everything above is painted too', async () => {
  const blended = (z: Size): Layer[] => [
    ...stack(z).slice(0, 3),
    { ...makeTint('mult', '#ffcc88', 0.8, z), blend: 'multiply' },
    ...stack(z).slice(4),
  ];
  expect(await run('b', [{ opacity: 0.5 }, { opacity: 0.2 }], blended)).toEqual([5, 5]);
});
