// Readings of a slideshow: each picture counts, and the even mix of neighbours.
import { readWidths, readAtWidth, marginAt } from './over-widths';
import { readMoments } from './over-time';
import { everyWidth, strengthsFor, widthSolver } from '../remedy/every-width';
import { wayInTime } from '../remedy/over-time';
import { emptySlide, makePiece, makeSection } from '../piece/make';
import { slideAt } from '../piece/moments';
import { slideOf } from '../piece/resolve';
import type { Piece, Size } from '../piece/schema';
import { makeText } from '../kinds/text';
import { makeFill } from '../kinds/fill';
import { easelFor } from '../testing/pixels';
import { ids } from '../testing/scenes';

const { painter } = easelFor(new Map());
const none = (): Promise<void> => Promise.resolve();

/** White letters over plain pictures. */
async function show(...colours: string[]): Promise<Piece> {
  const made = makePiece('Hero', { destination: 'hero' }, ids(), (z) => [
    makeFill('ground', colours[0], z),
    {
      ...makeText('head', 'Slow trains', z, '#ffffff'),
      box: { x: 128, y: 400, width: 1060, height: 140 },
      fontSize: 110,
    },
  ]);
  await painter.prepare(made.slides[0]);
  const more = colours.slice(1).map((c, i) => ({ ...emptySlide(`p${i + 2}`), paper: c }));
  return { ...made, section: makeSection(), slides: [...made.slides, ...more] };
}

it('the worst picture counts, and which that is is said', async () => {
  const p = await show('#000000', '#ffffff'),
    slide = slideOf(p, p.slides[0].id),
    [reading] = await readMoments(painter, p, slide, p.sizes[0], none);
  expect(reading.ratio).toBeCloseTo(1, 2);
  expect(reading.time).toBe(7500);
  // From the other picture it is the same, beginning there.
  const [other] = await readMoments(painter, p, slideOf(p, 'p2'), p.sizes[0], none);
  expect([other.ratio, other.time]).toEqual([reading.ratio, 0]);
});

it('the even mix is the mean of both pictures in sRGB, whatever they are made of', async () => {
  const p = await show('#000000', '#ffffff'),
    mixed = slideAt(slideOf(p, p.slides[0].id), 6750),
    surface = painter.studio.surface(8, 8);
  painter.paint(surface, p, mixed, p.sizes[0], { scale: 1, x: 0, y: 0 });
  for (const v of surface.read(0, 0, 1, 1).slice(0, 3)) expect(Math.abs(v - 127.5)).toBeLessThanOrEqual(1);
});

it('letters that stand out from both pictures may melt into their mix', async () => {
  const p = await show('#000000', '#ffffff'),
    grey: Piece = {
      ...p,
      slides: p.slides.map((s) => ({
        ...s,
        layers: s.layers.map((l) => (l.kind === 'text' ? { ...l, fill: { ...l.fill, colour: '#808080' } } : l)),
      })),
    };
  const [reading] = await readMoments(painter, grey, slideOf(grey, grey.slides[0].id), grey.sizes[0], none);
  expect(reading.time).toBe(6750);
  expect(reading.ratio).toBeLessThan(1.1);
});

it('a way through holds for all pictures; what is done to a photo is none', async () => {
  const p = await show('#101010', '#9aa0a6', '#c0c4c8'),
    slide = slideOf(p, p.slides[0].id),
    way = await wayInTime(painter, p, slide, p.sizes[0], {}, 'tint', none);
  expect(way!.readings.every((r) => r.verdict === 'clear')).toBe(true);
  expect(way!.strength).toBeGreaterThan(20);
  expect(await wayInTime(painter, p, slide, p.sizes[0], {}, 'tone', none)).toBeNull();
});

it('every width is Clear behind every picture once it is solved', async () => {
  const p = await show('#303030', '#b0b4b8', '#707478'),
    slide = slideOf(p, p.slides[0].id),
    before = [...readWidths(painter, p, slide, { from: 320, to: 2560 })];
  expect(before.every((x) => marginAt(x) < 1)).toBe(true);
  expect(new Set(before.map((x) => x.readings[0].time))).toEqual(new Set([7500]));
  const found = (await everyWidth([widthSolver(painter, [])], p, p.slides[0].id, before, ids('new')))!,
    solved: Piece = { ...p, slides: [found.slide, ...p.slides.slice(1)] };
  expect(found.way).not.toBeNull();
  for (const width of [320, 401, 777, 1440, 2560])
    expect(marginAt(readAtWidth(painter, solved, slideOf(solved, p.slides[0].id), width))).toBeGreaterThanOrEqual(1);
});

describe('strengths of layouts', () => {
  const layout = (id: string, shownWidth: number): Size => ({
    id,
    name: id,
    width: shownWidth,
    height: 500,
    shownWidth,
    destination: null,
  });
  const layouts = [layout('narrow', 400), layout('medium', 800), layout('wide', 1600)];
  it('are what each needs by itself', () => {
    const needs = new Map([
      [320, 10],
      [400, 30],
      [800, 50],
      [1600, 20],
      [2560, 25],
    ]);
    expect([...strengthsFor(layouts, needs).values()]).toEqual([30, 50, 25]);
  });
  it('are raised where what lies between needs more', () => {
    const found = strengthsFor(
      layouts,
      new Map([
        [400, 30],
        [800, 30],
        [700, 60],
      ]),
    );
    expect(found.get('narrow')! * 0.25 + found.get('medium')! * 0.75).toBeGreaterThanOrEqual(60);
    expect(found.get('narrow')).toBe(30);
  });
  it('where all of the nearer layout is not enough, the other one helps', () => {
    const found = strengthsFor(
      layouts,
      new Map([
        [1000, 95],
        [800, 100],
      ]),
    );
    expect(found.get('medium')).toBe(100);
    expect(found.get('medium')! * 0.75 + found.get('wide')! * 0.25).toBeGreaterThanOrEqual(95);
  });
});
