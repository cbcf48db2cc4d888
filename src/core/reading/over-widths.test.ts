// A section measured over all widths: every break is found, and no width is weaker than what is said.
import type { Pixels } from '../ground/pixels';
import { makeFill } from '../kinds/fill';
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makeText } from '../kinds/text';
import { makePiece } from '../piece/make';
import type { Piece, Size } from '../piece/schema';
import { setIn } from '../piece/set-in-size';
import { firstLayout } from '../arrange/new-size';
import { demoPhoto } from '../testing/photos';
import { easelFor } from '../testing/pixels';
import { ids } from '../testing/scenes';
import { marginOfReading } from './over-time';
import {
  breakWidths,
  marginAt,
  readAtWidth,
  readCurve,
  readWidths,
  weakestWidth,
  type WidthPoint,
} from './over-widths';

const photos = new Map<string, Pixels>();
const { painter } = easelFor(photos);
beforeAll(async () => void photos.set('mist', await demoPhoto('morning-mist')));

async function hero(ground: (z: Size) => Layer): Promise<Piece> {
  const made = makePiece('Hero', { destination: 'hero' }, ids(), (z) => [
    ground(z),
    {
      ...makeText('head', 'Slow trains, long views over Lake Sill', z, '#10201c'),
      box: { x: 128, y: 300, width: 1060, height: 264 },
      fontSize: 110,
    },
    {
      ...makeText('line', 'From 2 May, every day', z, '#10201c'),
      box: { x: 128, y: 620, width: 900, height: 60 },
      fontSize: 44,
    },
  ]);
  const [slide] = made.slides,
    narrow = made.sizes[1];
  await painter.prepare(slide);
  return Object.entries(firstLayout(painter, made, slide, narrow)).reduce(
    (p, [id, own]) => setIn(p, slide.id, [id], narrow.id, own, 'this'),
    made,
  );
}
/** A part of the widths: the rest takes as long again. */
const RANGE = { from: 320, to: 1000 };
const all = (p: Piece): WidthPoint[] => [...readWidths(painter, p, p.slides[0], RANGE)];

it('on an even ground it reads the same at every width, and few are measured', async () => {
  const piece = await hero((z) => makeFill('ground', '#ffffff', z)),
    points = all(piece),
    breaks = breakWidths(painter, piece, piece.slides[0], RANGE);
  // But for what thin strokes of small type do not deliver.
  for (const p of points)
    for (const r of p.readings) expect(r.ratio! / points[0].readings[0].ratio!).toBeGreaterThan(0.85);
  expect(points.length).toBeLessThan(2 * breaks.length + 60);
  const widths = points.map((p) => p.width);
  expect(Math.min(...widths)).toBe(320);
  expect(Math.max(...widths)).toBe(1000);
});

it('each width at which a line breaks differently is measured on both sides', async () => {
  const piece = await hero((z) => makeFill('ground', '#ffffff', z)),
    [slide] = piece.slides,
    breaks = breakWidths(painter, piece, slide, RANGE),
    measured = new Set(all(piece).map((p) => p.width));
  expect(breaks.length).toBeGreaterThan(0);
  for (const b of breaks) {
    expect(measured.has(b)).toBe(true);
    expect(measured.has(b - 1)).toBe(true);
  }
  // Between two of them nothing breaks differently: ten widths at random.
  for (let i = 0; i < 10; i++) {
    const w = 321 + ((i * 7919) % 680);
    expect(breakWidths(painter, piece, slide, { from: w - 1, to: w })).toEqual(breaks.includes(w) ? [w] : []);
  }
});

it('over a photo no width is clearly weaker than the weakest that was found', async () => {
  const piece = await hero((z) => makePhoto('photo', 'mist', 'P', z)),
    weakest = weakestWidth(all(piece))!,
    margin = weakest.reading.ratio! / weakest.reading.needed;
  for (let i = 0; i < 12; i++) {
    const w = 320 + ((i * 1237) % 681);
    expect(marginAt(readAtWidth(painter, piece, piece.slides[0], w))).toBeGreaterThanOrEqual(margin * 0.93);
  }
});

it('the weakest width is measured exactly, and what only leads there belongs to no curve', async () => {
  const piece = await hero((z) => makePhoto('photo', 'mist', 'P', z)),
    [slide] = piece.slides,
    points = new Map<number, WidthPoint>(),
    curve: number[] = [];
  for (const p of readCurve(painter, piece, slide, RANGE)) curve.push(p.width);
  for (const p of all(piece)) points.set(p.width, p);
  const { width } = weakestWidth([...points.values()])!;
  expect(points.get(width)!.exact).toBe(true);
  const more = [...points.values()].filter((p) => !curve.includes(p.width));
  expect(more.every((p) => p.exact)).toBe(true);
  expect(more.length).toBeLessThan(3);
});

it('the curve, measured roughly, is near what is measured exactly', async () => {
  const piece = await hero((z) => makePhoto('photo', 'mist', 'P', z)),
    off = [330, 520, 800, 1100, 1440, 2000].map((w) => {
      const [rough, exact] = (['draft', 'exact'] as const).map((q) =>
        readAtWidth(painter, piece, piece.slides[0], w, q),
      );
      return Math.max(
        ...exact.readings.map((r, i) => Math.abs(marginOfReading(rough.readings[i]) / marginOfReading(r) - 1)),
      );
    });
  expect(Math.max(...off)).toBeLessThan(0.06);
});
