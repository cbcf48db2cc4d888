// How hard a PNG is packed: known answers for what is drawn and for what is a photo, and that packing tells in bytes.
import sharp from 'sharp';
import { blank, type Pixels } from '../../core/ground/pixels';
import { USUAL_ENCODING } from '../../core/format/formats';
import { packing, png } from './png';

const SIDE = 256;
/** @param at bytes of a pixel, opaque */
function painted(at: (x: number, y: number) => readonly [number, number, number]): Pixels {
  const p = blank(SIDE, SIDE);
  for (let y = 0; y < SIDE; y++) for (let x = 0; x < SIDE; x++) p.data.set([...at(x, y), 255], 4 * (y * SIDE + x));
  return p;
}
const FLAT = painted(() => [30, 60, 40]),
  CHECKED = painted((x, y) => ((x ^ y) & 8 ? [230, 230, 220] : [30, 60, 40])),
  FADE = painted((x, y) => [x >> 3, 90, (y >> 5) + 100]),
  // As restless as grass: neighbours have nothing to do with one another.
  GRASS = painted((x, y) => {
    const n = Math.imul(x * 374_761_393 + y * 668_265_263, 1_274_126_177) >>> 8;
    return [n & 127, (n >> 7) & 127, (n >> 14) & 63];
  });

test('what is drawn is packed hard, what is a photo quickly', () => {
  expect([FLAT, CHECKED, FADE].map(packing)).toEqual([6, 6, 6]);
  expect(packing(GRASS)).toBe(4);
});

test('a picture of one row, and of one pixel', () => {
  expect(packing({ ...blank(100, 1) })).toBe(6);
  expect(packing(blank(1, 1))).toBe(4);
});

test('what is written says the same pixels', async () => {
  for (const p of [CHECKED, GRASS]) {
    const back = await sharp(await png(p, USUAL_ENCODING))
      .ensureAlpha()
      .raw()
      .toBuffer();
    expect(back.equals(Buffer.from(p.data.buffer))).toBe(true);
  }
});
