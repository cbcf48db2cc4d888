// A photo with room, painted: the same picture at every scale, ending before the subject that is known; its sides are
// rated as they would be continued.
import { resample } from '../ground/resample';
import { shot } from '../ground/surface';
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import type { PhotoLayer } from '../kinds/photo';
import type { Room } from '../values/photo';
import { easelFor, picture } from '../testing/pixels';
import { scene } from '../testing/scenes';
import { ratingsOf } from './room-sides';

const hash = (x: number, y: number): number => ((Math.imul(x * 7919 + 13, y * 104729 + 7) >>> 9) % 4096) / 4096;
const { painter } = easelFor(
  new Map([
    // Blotches of eight pixels everywhere.
    ['meadow', picture(900, 600, (x, y) => [70 + 90 * hash(x >> 3, y >> 3), 120 + 90 * hash(x >> 3, y >> 3), 60])],
    // Calm but for a band across the middle of it, which an edge cuts only where the photo is narrower.
    ['band', picture(900, 600, (x, y) => (x > 150 && x < 420 && y > 200 && y < 420 ? [20, 20, 20] : [170, 175, 180]))],
    ['ramp', picture(900, 600, (x) => [20 + (200 * x) / 900, 20 + (200 * x) / 900, 20 + (200 * x) / 900])],
  ]),
);
const ROOM: Room = { on: true, left: 0.4, right: 0, top: 0, bottom: 0, reach: null, grain: 0, fill: 'auto' };
const paint = async (layer: (p: PhotoLayer) => PhotoLayer, photo: string, scale: number, draft = false) => {
  const s = scene((z): Layer[] => [layer(makePhoto('photo', photo, photo, z))], 900, 600),
    width = Math.round(900 * scale),
    height = Math.round(600 * scale);
  await painter.prepare(s.slide);
  const data = shot(painter.studio, width, height, (on) =>
    painter.paint(on, s.piece, s.slide, s.size, { scale, x: 0, y: 0 }, draft ? { quality: 'draft' } : {}),
  );
  return { width, height, data };
};

it('is the same at half the scale, also after it was dragged', async () => {
  const small = await paint((p) => ({ ...p, room: ROOM }), 'meadow', 0.5);
  await paint((p) => ({ ...p, room: ROOM }), 'meadow', 1, true);
  const large = await paint((p) => ({ ...p, room: ROOM }), 'meadow', 1),
    half = resample(large, { x: 0, y: 0, width: 900, height: 600 }, 450, 300);
  let sum = 0;
  for (let i = 0; i < half.data.length; i += 4) sum += Math.abs(half.data[i] - small.data[i]);
  expect(sum / (half.data.length / 4)).toBeLessThan(8);
  // It is texture that goes on there, not one tone.
  const row = Array.from({ length: 300 }, (_, x) => large.data[(300 * 900 + x) * 4]);
  expect(Math.max(...row) - Math.min(...row)).toBeGreaterThan(50);
});

it('the fade ends before a subject that somebody drew', async () => {
  // Light from dark to bright: where the fade lies over it, it is darker than by itself.
  const faded = async (x: number): Promise<number> => {
    const made = await paint(
      (p) => ({
        ...p,
        room: { ...ROOM, fill: 'light' },
        subject: { of: 'ramp', boxes: [{ x, y: 0, width: 0.2, height: 1, what: '' }], said: true },
      }),
      'ramp',
      0.5,
    );
    // The photo itself takes the right three fifths, as high as the slide.
    const at = (c: number): number => made.data[(150 * 450 + c) * 4],
      shown = (c: number): number => 20 + 200 * ((c - 180 + 90) / 450);
    return Array.from({ length: 270 }, (_, i) => i).filter((i) => at(180 + i) < shown(180 + i) - 6).length;
  };
  const [near, far] = [await faded(0.3), await faded(0.6)];
  expect(near).toBeLessThan(60);
  expect(far).toBeGreaterThan(near + 20);
});

it('a side is rated by the edge it would have with room on it', () => {
  const s = scene((z): Layer[] => [makePhoto('photo', 'band', 'Band', z)], 900, 600),
    rated = ratingsOf(painter, s.piece, s.slide, s.size, s.slide.layers[0] as PhotoLayer),
    left = rated.find((r) => r.side === 'left')!,
    right = rated.find((r) => r.side === 'right')!;
  // As wide as the slide both edges are calm; three fifths as wide, the left one cuts the band.
  expect(left.kind).toBe('cut');
  expect(right.kind).toBe('calm');
  expect(left.worth).toBeLessThan(right.worth);
});
