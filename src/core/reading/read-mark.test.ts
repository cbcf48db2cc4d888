// Readings of logos and pictures in the message: known answers, and what they go by.
import type { Layer } from '../kinds/layers';
import { makePhoto, makePicture } from '../kinds/photo';
import { makePlate } from '../kinds/plate';
import type { Size } from '../piece/schema';
import { easelFor, picture } from '../testing/pixels';
import { flat, scene } from '../testing/scenes';
import { readMarks } from './read-mark';

type Rgba = [number, number, number, number];
const mark = (at: (x: number, y: number) => Rgba) => {
  const p = picture(120, 120, () => [0, 0, 0]);
  for (let y = 0; y < 120; y++) for (let x = 0; x < 120; x++) p.data.set(at(x, y), (y * 120 + x) * 4);
  return p;
};
const disc = (x: number, y: number, r: number, cx = 60): boolean => (x + 0.5 - cx) ** 2 + (y + 0.5 - 60) ** 2 < r * r;
const { painter } = easelFor(
  new Map([
    // A white disc with a dark one within it: only its outline counts.
    [
      'disc',
      mark((x, y) => (disc(x, y, 20) ? [20, 30, 40, 255] : disc(x, y, 50) ? [255, 255, 255, 255] : [0, 0, 0, 0])),
    ],
    // Two parts, one white and one grey.
    [
      'two',
      mark((x, y) =>
        disc(x, y, 22, 30) ? [255, 255, 255, 255] : disc(x, y, 22, 90) ? [119, 119, 119, 255] : [0, 0, 0, 0],
      ),
    ],
    ['photo', picture(60, 60, () => [119, 119, 119])],
  ]),
);
const place = { x: 240, y: 90, width: 120, height: 120 };
const logo =
  (name: string, more: Partial<Layer> = {}) =>
  (z: Size): Layer =>
    ({ ...makePicture('mark', name, name, z, { width: 120, height: 120 }), box: place, ...more }) as Layer;
const read = async (...layers: ((z: Size) => Layer)[]) => {
  const s = scene((z) => layers.map((l) => l(z)));
  await painter.prepare(s.slide);
  return readMarks(painter, s.piece, s.slide, s.size);
};

it('a white disc on #224466 reads 10.06, whatever is within it', async () => {
  const [found] = await read(flat('b', '#224466'), logo('disc'));
  expect(found).toMatchObject({ layer: 'mark', needed: 3, verdict: 'clear', flags: [] });
  expect(found.ratio).toBeCloseTo(10.06, 1);
});

it('white on white cannot be seen; a plate between helps, and so does its own shadow', async () => {
  const [lost] = await read(flat('b', '#ffffff'), logo('disc'));
  expect(lost).toMatchObject({ verdict: 'lost', flags: ['unseen'] });
  expect(lost.ratio).toBeCloseTo(1, 2);
  const [plated] = await read(
    flat('b', '#ffffff'),
    (z) => makePlate('p', '#224466', 1, { x: 200, y: 50, width: 200, height: 200 }, 40, [], z),
    logo('disc'),
  );
  expect(plated.verdict).toBe('clear');
  const shadow = { kind: 'glow' as const, on: true, x: 0, y: 0, blur: 16, spread: 6, colour: '#000000', opacity: 1 };
  const [shaded] = await read(flat('b', '#ffffff'), logo('disc', { shadows: [shadow] } as Partial<Layer>));
  expect(shaded.ratio!).toBeGreaterThan(2);
});

it('the weakest part counts, as the weakest letter of a text does', async () => {
  const [found] = await read(flat('b', '#224466'), logo('two')),
    [dark] = await read(flat('b', '#000000'), logo('two'));
  // #777777 against #224466, and against black.
  expect(found.ratio).toBeCloseTo(10.06 / 4.48, 1);
  expect(dark.ratio).toBeCloseTo(21 / 4.48, 1);
});

it('a photo in the message is told by its edges; one in the backdrop has no reading', async () => {
  const at =
    (band: Layer['band']) =>
    (z: Size): Layer => ({ ...makePhoto('mark', 'photo', 'Photo', z), fit: 'free', box: place, band });
  const [found] = await read(flat('b', '#ffffff'), at('message'));
  expect(found.ratio).toBeCloseTo(4.48, 1);
  expect(await read(flat('b', '#ffffff'), at('backdrop'))).toEqual([]);
});

it('what leaves the slide is said; what is not on it has no reading; one pixel is no error', async () => {
  const moved = (x: number, width = 120) => logo('disc', { box: { ...place, x, width, height: width } });
  expect((await read(flat('b', '#224466'), moved(540)))[0]).toMatchObject({ verdict: 'clear', flags: ['outside'] });
  expect((await read(flat('b', '#224466'), moved(900)))[0]).toMatchObject({ ratio: null, verdict: null });
  expect((await read(flat('b', '#224466'), moved(100, 1)))[0].flags).not.toContain('outside');
  expect(await read(flat('b', '#224466'), logo('disc', { visible: false }))).toEqual([]);
});
