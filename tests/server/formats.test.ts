// Pictures as they are written: read again by a decoder of its own, each is what was asked for, and nothing more.
import sharp from 'sharp';
import { type Encoding, FORMATS, PALETTES, STILL_FORMAT_IDS, USUAL_ENCODING } from '../../src/core/format/formats';
import type { Pixels } from '../../src/core/ground/pixels';
import { write, type Written } from '../../src/server/formats/writers';

const WIDTH = 240,
  HEIGHT = 160;
/** A picture with a sky, fine grain, and a corner where nothing is. */
function picture(): Pixels {
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4);
  for (let y = 0, i = 0, v = 7; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++, i += 4) {
      v = (Math.imul(v, 1664525) + 1013904223) >>> 0;
      const grain = (v >>> 24) / 8;
      data[i] = 60 + x / 2 + grain;
      data[i + 1] = 90 + y / 2 + grain;
      data[i + 2] = 200 - y / 2 + grain;
      data[i + 3] = x < 40 && y < 40 ? 0 : 255;
    }
  return { width: WIDTH, height: HEIGHT, data };
}
const PLAIN = USUAL_ENCODING;
const written = async (format: (typeof STILL_FORMAT_IDS)[number], as: Partial<Encoding> = {}, target?: number) =>
  (await write(picture(), format, { ...PLAIN, ...as }, target ?? null)) as Written;

it.each(STILL_FORMAT_IDS)('%s holds the picture with its profile, and nothing about us', async (format) => {
  const { bytes } = await written(format),
    found = await sharp(bytes).metadata();
  expect(found).toMatchObject({ width: WIDTH, height: HEIGHT, hasAlpha: false });
  expect(format === 'avif' ? [found.format, found.compression] : [found.format]).toEqual(
    format === 'avif' ? ['heif', 'av1'] : [format],
  );
  const own = sharp({ create: { width: 2, height: 2, channels: 3, background: '#123456' } }).withIccProfile('srgb');
  expect(found.icc).toEqual((await sharp(await own.png().toBuffer()).metadata()).icc);
  expect([found.exif, found.xmp, found.iptc, found.comments]).toEqual([undefined, undefined, undefined, undefined]);
  const { data } = await sharp(bytes, { failOn: 'warning' }).removeAlpha().raw().toBuffer({ resolveWithObject: true }),
    painted = picture().data;
  let sum = 0;
  // Away from the corner.
  for (let i = 50 * WIDTH; i < WIDTH * HEIGHT; i++)
    for (let k = 0; k < 3; k++) sum += Math.abs(data[i * 3 + k] - painted[i * 4 + k]);
  expect(sum / (WIDTH * (HEIGHT - 50) * 3)).toBeLessThan(FORMATS[format].quality ? 4 : 0.01);
});

it.each(STILL_FORMAT_IDS)(
  '%s says what it is called and shows, where told, in words that stay words',
  async (format) => {
    const about = { title: 'Trains & <views>', description: 'A train "in" the hills\u0001' },
      { bytes } = (await write(picture(), format, PLAIN, null, about)) as Written,
      { xmp, exif } = await sharp(bytes).metadata(),
      said = Buffer.from(xmp!).toString();
    expect(exif).toBeUndefined();
    for (const tag of ['dc:title', 'dc:description', 'Iptc4xmpCore:AltTextAccessibility'])
      expect(said).toContain(`<${tag}><rdf:Alt><rdf:li xml:lang="x-default">`);
    expect(said).toContain('Trains &#38; &#60;views&#62;');
    expect(said).toContain('A train &#34;in&#34; the hills<');
  },
);

it.each(STILL_FORMAT_IDS.filter((f) => FORMATS[f].alpha))(
  '%s keeps what shows through, where asked',
  async (format) => {
    const { bytes } = await written(format, { transparent: true }),
      { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true });
    expect(info.channels).toBe(4);
    expect([data[(10 * WIDTH + 10) * 4 + 3], data[(100 * WIDTH + 100) * 4 + 3]]).toEqual([0, 255]);
  },
);

it('a PNG in few colours has no more of them, and is smaller', async () => {
  const { bytes: all } = await written('png');
  let before = all.length;
  for (const colours of PALETTES) {
    const { bytes } = await written('png', { colours }),
      { data } = await sharp(bytes).removeAlpha().raw().toBuffer({ resolveWithObject: true }),
      found = new Set<number>();
    for (let i = 0; i < data.length; i += 3) found.add((data[i] << 16) | (data[i + 1] << 8) | data[i + 2]);
    expect(found.size).toBeLessThanOrEqual(colours);
    expect(bytes.length).toBeLessThan(before);
    before = bytes.length;
  }
});

it.each(STILL_FORMAT_IDS)('%s keeps within a size, and says how; better would not', async (format) => {
  const { bytes: best } = await written(format, { quality: 100 }),
    target = Math.round(best.length * 0.4),
    found = await written(format, {}, target);
  expect(found.bytes.length).toBeLessThanOrEqual(target);
  const { quality, colours } = found.as;
  expect((await written(format, { quality, colours })).bytes.length).toBe(found.bytes.length);
  if (FORMATS[format].quality) {
    // Six tries come within a few steps.
    const better = await written(format, { quality: Math.min(100, quality + 4) });
    expect(better.bytes.length).toBeGreaterThan(target);
  } else expect(colours).toBeLessThanOrEqual(256);
});

it('what cannot become so small says how small it becomes', async () => {
  const { smallest } = (await write(picture(), 'jpeg', PLAIN, 500)) as { smallest: number };
  expect(smallest).toBe((await written('jpeg', { quality: 1 })).bytes.length);
});
