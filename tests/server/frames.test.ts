// Animated pictures: taken apart when they come in, painted moment by moment, and handed over as animations again.
import sharp from 'sharp';
import type { PhotoLayer } from '../../src/core/kinds/photo';
import { makePhoto } from '../../src/core/kinds/photo';
import { makeText } from '../../src/core/kinds/text';
import type { TextLayer } from '../../src/core/kinds/text';
import { makePiece } from '../../src/core/piece/make';
import type { Piece } from '../../src/core/piece/schema';
import { assetBytes, assetFrames, findAsset, keepAsset } from '../../src/server/assets';
import { deriveOf, motion, reading, painted, solve, way } from '../../src/server/crew/tasks';
import { closeDatabase, database } from '../../src/server/database';
import type { Problem } from '../../src/server/problem';

const RED = [200, 30, 20],
  GREEN = [20, 160, 40],
  BLUE = [30, 40, 190],
  PALE = [236, 232, 224];
/** An animation of flat frames. */
async function film(
  format: 'gif' | 'webp',
  colours: readonly number[][],
  delay: number[],
  width = 60,
  height = 40,
): Promise<Buffer> {
  const data = Buffer.concat(colours.map((c) => Buffer.from(Array.from({ length: width * height }, () => c).flat())));
  const raw = sharp(data, { raw: { width, height: height * colours.length, channels: 3, pageHeight: height } });
  return format === 'gif'
    ? raw.gif({ delay, loop: 0 }).toBuffer()
    : raw.webp({ delay, loop: 0, lossless: true }).toBuffer();
}
const refused = async (p: Promise<unknown>): Promise<Problem> =>
  p.then(
    () => {
      throw new Error('it was not refused');
    },
    (e: Problem) => e,
  );
/** The colour in the middle of a picture. */
async function middle(bytes: Uint8Array, page = 0): Promise<number[]> {
  const { data, info } = await sharp(bytes, { page }).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const at = ((info.height >> 1) * info.width + (info.width >> 1)) * 3;
  return [...data.subarray(at, at + 3)];
}
const near = (a: number[], b: readonly number[]): boolean => a.every((v, i) => Math.abs(v - b[i]) <= 6);

afterAll(closeDatabase);

it.each(['gif', 'webp'] as const)('a %s is taken apart, frame by frame, with their times', async (format) => {
  const asset = await keepAsset(await film(format, [RED, GREEN, BLUE], [120, 0, 300]), `film.${format}`);
  expect(asset).toMatchObject({ width: 60, height: 40, frames: 3 });
  const frames = await assetFrames(asset);
  // A frame without a time is shown as everybody shows it.
  expect(frames.map((f) => f.ms)).toEqual([120, 100, 300]);
  for (const [i, colour] of [RED, GREEN, BLUE].entries())
    expect(near(await middle(await assetBytes(frames[i].asset)), colour)).toBe(true);
  // Frames are pictures of their own, which the library does not show.
  expect(await findAsset(frames[0].asset)).toMatchObject({ width: 60, height: 40, frames: 0 });
});

it('a still has no frames, also where it could have', async () => {
  const still = await keepAsset(await film('gif', [PALE], [0]), 'still.gif');
  expect(still).toMatchObject({ frames: 0, framesId: '' });
  expect(await assetFrames(still)).toEqual([]);
});

it('one kept before frames were known is taken apart when it is asked for', async () => {
  const asset = await keepAsset(await film('gif', [BLUE, RED], [50, 50]), 'old.gif');
  await database()('assets').where({ id: asset.id }).update({ frames_id: null, frames: 0 });
  expect(await assetFrames(await deriveOf({ id: asset.id }))).toHaveLength(2);
});

describe('what cannot be taken is refused in words', () => {
  /** A GIF of single pixels, black and white in turn, as short as its standard allows. */
  const flicker = (n: number): Buffer => {
    const head = [...Buffer.from('GIF89a'), 1, 0, 1, 0, 0x80, 0, 0, 0, 0, 0, 255, 255, 255],
      frame = (i: number): number[] => [
        ...[0x21, 0xf9, 4, 0, 2, 0, 0, 0],
        ...[0x2c, 0, 0, 0, 0, 1, 0, 1, 0, 0],
        ...[2, 2, i % 2 ? 0x4c : 0x44, 1, 0],
      ];
    return Buffer.from([...head, ...Array.from({ length: n }, (_, i) => frame(i)).flat(), 0x3b]);
  };
  it.each([301, 10_000])('%i frames', async (n) => {
    expect(await refused(keepAsset(flicker(n), 'long.gif'))).toMatchObject({
      status: 413,
      message: 'The animation has too many frames',
      detail: expect.stringContaining(`long.gif has ${n.toLocaleString('en')}; at most 300`) as string,
    });
  });
  it('300 are taken; equal ones are kept once', async () => {
    const asset = await keepAsset(flicker(300), 'flicker.gif'),
      frames = await assetFrames(asset);
    expect(frames).toHaveLength(300);
    expect(new Set(frames.map((f) => f.asset)).size).toBe(2);
  });
  it('one that is cut short', async () => {
    const noise = Array.from({ length: 6 }, (_, k) =>
      Array.from({ length: 80 * 80 * 3 }, (_, i) => (i * 7919 + k * 104729) % 251),
    );
    const whole = await sharp(Buffer.from(noise.flat()), {
      raw: { width: 80, height: 480, channels: 3, pageHeight: 80 },
    })
      .webp({ lossless: true, delay: Array.from({ length: 6 }, () => 50) })
      .toBuffer();
    expect((await refused(keepAsset(whole.subarray(0, whole.length * 0.6), 'cut.webp'))).status).toBe(415);
  });
});

describe('a slide where something moves', () => {
  let piece: Piece;
  beforeAll(async () => {
    const asset = await keepAsset(await film('webp', [BLUE, PALE, RED], [200, 100, 300]), 'sign.webp');
    const frames = await assetFrames(asset);
    let n = 0;
    piece = makePiece(
      'Moving',
      { width: 300, height: 200, shownWidth: 300 },
      () => `n${++n}`,
      (z) => [
        makePhoto('photo', asset.id, 'Sign', z, frames),
        {
          ...(makeText('line', 'Line', z, '#ffffff') satisfies TextLayer),
          frame: 'line',
          fontSize: 40,
          box: { x: 20, y: 20, width: 200, height: 50 },
        },
      ],
    );
  });
  const ask = (more: object = {}) => ({ piece, campaign: 'none', slide: 0, scale: 1, quality: 90, ...more });
  const shown = async (time?: number): Promise<number[]> => {
    const { data, width, height } = await painted({ ...ask(), time });
    return [...data.subarray(((height >> 1) * width + (width >> 1)) * 4).subarray(0, 3)];
  };

  it('is painted at any moment, and as its still where none is named', async () => {
    expect(near(await shown(), BLUE)).toBe(true);
    expect(near(await shown(199), BLUE)).toBe(true);
    expect(near(await shown(200), PALE)).toBe(true);
    expect(near(await shown(599), RED)).toBe(true);
    expect(near(await shown(601), BLUE)).toBe(true);
  });
  it('reads as its worst frame does', async () => {
    const [r] = await reading(ask());
    expect(r).toMatchObject({ layer: 'line', time: 200, verdict: 'lost' });
  });
  it('Just enough and ways hold for all frames', async () => {
    const least = await solve({ ...ask(), overlay: null, kind: 'tint', colour: '#000000' });
    expect(least.strength).toBeGreaterThan(30);
    const found = await way({ ...ask(), kind: 'backing' });
    expect(found!.readings.every((r) => r.verdict === 'clear')).toBe(true);
  });
  it.each(['webp', 'gif'] as const)('is handed over as %s, every frame as painted, with its time', async (format) => {
    const { bytes } = await motion({ ...ask(), format }),
      meta = await sharp(bytes).metadata();
    expect(meta).toMatchObject({ format, pages: 3, width: 300, delay: [200, 100, 300], loop: 0 });
    for (const [i, colour] of [BLUE, PALE, RED].entries()) expect(near(await middle(bytes, i), colour)).toBe(true);
  });
  it('twice as fast it takes half the time', async () => {
    const fast = structuredClone(piece);
    const photo = fast.slides[0].layers[0] as PhotoLayer;
    photo.motion!.speed = 2;
    const { bytes } = await motion({ ...ask({ piece: fast }), format: 'webp' });
    expect((await sharp(bytes).metadata()).delay).toEqual([100, 50, 150]);
  });
});
