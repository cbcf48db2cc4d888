// Files that hold drawings and layers, read by programs of their own: they show what our PNG shows, and say what they
// are.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import sharp, { type Sharp } from 'sharp';
import { type DrawnFormatId, type Encoding, PLAIN_PAGE, USUAL_ENCODING } from '../../src/core/format/formats';
import type { Pixels } from '../../src/core/ground/pixels';
import type { Layer } from '../../src/core/kinds/layers';
import { makeTint } from '../../src/core/kinds/tint';
import type { Size } from '../../src/core/piece/schema';
import { pixelsOf } from '../../src/core/scene/whole';
import { everything, hills, PHOTO } from '../../src/core/testing/everything';
import { easelFor } from '../../src/core/testing/pixels';
import { flat, headline, scene } from '../../src/core/testing/scenes';
import { DRAWING_WRITERS, type Ready } from '../../src/server/formats/drawings';

const { painter } = easelFor(new Map([[PHOTO, hills()]]));
const WIDTH = 600,
  HEIGHT = 300;
let folder: string;
beforeAll(() => void (folder = mkdtempSync(join(tmpdir(), 'plavo-drawings-'))));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function ready(layers: (z: Size) => Layer[]): Promise<Ready> {
  const { piece, slide, size } = scene(layers, WIDTH, HEIGHT);
  await painter.prepare(slide);
  return { piece, slide, size };
}
async function written(format: DrawnFormatId, slides: Ready[], as: Partial<Encoding> = {}) {
  async function* all(): AsyncGenerator<Ready> {
    for (const s of slides) yield Promise.resolve(s);
  }
  return DRAWING_WRITERS[format]({
    painter,
    slides: all(),
    scale: 1,
    as: { ...USUAL_ENCODING, quality: 100, ...as },
    about: { title: 'Trains & views', description: 'A train in the hills' },
    font: async ({ face }) => painter.studio.fonts.source(face),
  });
}
const paintedOf = ({ piece, slide, size }: Ready): Pixels => pixelsOf(painter, piece, slide, size, 1);

/** Mean difference of channels, 0..255, and the share of pixels where one differs by more than 16. */
function difference(a: Pixels, rgb: Uint8Array): { mean: number; far: number } {
  let sum = 0,
    far = 0;
  const n = a.width * a.height;
  expect(rgb.length).toBe(n * 3);
  for (let i = 0; i < n; i++) {
    let most = 0;
    for (let k = 0; k < 3; k++) most = Math.max(most, Math.abs(a.data[i * 4 + k] - rgb[i * 3 + k]));
    for (let k = 0; k < 3; k++) sum += Math.abs(a.data[i * 4 + k] - rgb[i * 3 + k]);
    if (most > 16) far++;
  }
  return { mean: sum / n / 3, far: far / n };
}
const rgbOf = async (image: Sharp): Promise<Uint8Array> =>
  new Uint8Array(await image.flatten({ background: '#fff' }).removeAlpha().toColourspace('srgb').raw().toBuffer());

/** A page of a PDF as another program draws it. */
function page(pdf: Uint8Array, number: number, width: number, height: number): Sharp {
  const file = join(folder, 'file.pdf'),
    out = join(folder, 'page');
  writeFileSync(file, pdf);
  const at = ['-f', String(number), '-l', String(number), '-singlefile'];
  execFileSync('pdftocairo', ['-png', ...at, '-scale-to-x', `${width}`, '-scale-to-y', `${height}`, file, out]);
  return sharp(readFileSync(`${out}.png`));
}
const told = (program: 'pdftotext' | 'pdfinfo' | 'pdffonts', pdf: Uint8Array, ...more: string[]): string => {
  const file = join(folder, 'file.pdf');
  writeFileSync(file, pdf);
  return execFileSync(program, [...more, file, ...(program === 'pdftotext' ? ['-'] : [])], { encoding: 'utf8' });
};

it('an SVG with everything in it, drawn by another program, shows what the PNG shows', async () => {
  const slide = await ready(everything),
    { bytes, notKept } = await written('svg', [slide]),
    { mean, far } = difference(paintedOf(slide), await rgbOf(sharp(bytes)));
  expect(mean).toBeLessThan(1);
  expect(far).toBeLessThan(0.005);
  expect(notKept).toEqual([{ layer: 'Pool', what: 'picture' }]);
});

it('a PDF with everything in it, drawn by another program, shows what the PNG shows, as outlines and as text', async () => {
  const slide = await ready(everything);
  for (const text of [false, true]) {
    const { bytes } = await written('pdf', [slide], { text }),
      { mean, far } = difference(paintedOf(slide), await rgbOf(page(bytes, 1, WIDTH, HEIGHT)));
    // Here everything lies on everything, each layer is rounded anew, and there is little but edges.
    expect(mean).toBeLessThan(1.2);
    expect(far).toBeLessThan(0.02);
    expect(told('pdftotext', bytes).includes('Slow & <long>')).toBe(text);
    expect(told('pdffonts', bytes).includes('Archivo')).toBe(text);
  }
});

it('a PDF has a page for each slide, says what it is called, and not what wrote it', async () => {
  const flats = await Promise.all(['#804020', '#208040'].map((c) => ready((z) => [flat('ground', c)(z)]))),
    { bytes } = await written('pdf', flats),
    info = told('pdfinfo', bytes);
  expect(info).toMatch(/Title: +Trains & views/);
  expect(info).toMatch(/Subject: +A train in the hills/);
  expect(info).toMatch(/Pages: +2/);
  // 96 pixels are an inch of 72 points.
  expect(info).toMatch(/Page size: +450 x 225 pts/);
  expect(info).not.toMatch(/PDFKit/);
  for (const [i, colour] of [
    [0, [0x80, 0x40, 0x20]],
    [1, [0x20, 0x80, 0x40]],
  ] as const)
    expect([...(await rgbOf(page(bytes, i + 1, 60, 30))).slice(0, 3)]).toEqual(colour);
});

it('a page for a press has its width, a bleed that goes on from the edge, marks, and greys where asked', async () => {
  const slide = await ready((z) => [flat('ground', '#804020')(z)]),
    { bytes } = await written('pdf', [slide], { page: { width: 100, bleed: 5, marks: true, grey: false } }),
    boxes = told('pdfinfo', bytes, '-box'),
    box = (name: string): number[] =>
      new RegExp(`${name}: +([\\d.]+) +([\\d.]+) +([\\d.]+) +([\\d.]+)`).exec(boxes)!.slice(1).map(Number);
  const mm = 72 / 25.4,
    trim = box('TrimBox'),
    bleed = box('BleedBox'),
    media = box('MediaBox');
  expect((trim[2] - trim[0]) / mm).toBeCloseTo(100, 1);
  expect((trim[3] - trim[1]) / mm).toBeCloseTo(50, 1);
  expect((trim[0] - bleed[0]) / mm).toBeCloseTo(5, 1);
  // A pixel to a point.
  const [w, h] = [Math.round(media[2]), Math.round(media[3])],
    rgb = await rgbOf(page(bytes, 1, w, h)),
    at = (x: number, y: number): number[] => [...rgb.slice((Math.round(y) * w + Math.round(x)) * 3).slice(0, 3)];
  expect(at(bleed[0] + 3, h / 2)).toEqual([0x80, 0x40, 0x20]);
  expect(at(bleed[0] - 3, h / 2)).toEqual([255, 255, 255]);
  // A mark above the left cut: something dark near it, nothing a little beside.
  const above = media[3] - trim[3] - 5 * mm - 2 * mm,
    near = [-1, 0, 1].map((d) => at(trim[0] + d, above)[0]);
  expect(Math.min(...near)).toBeLessThan(230);
  expect(at(trim[0] + 6, above)).toEqual([255, 255, 255]);
  const { bytes: grey } = await written('pdf', [await ready(everything)], { page: { ...PLAIN_PAGE, grey: true } }),
    all = await rgbOf(page(grey, 1, WIDTH, HEIGHT));
  let coloured = 0;
  for (let i = 0; i < all.length; i += 3)
    if (Math.abs(all[i] - all[i + 1]) > 1 || Math.abs(all[i] - all[i + 2]) > 1) coloured++;
  expect(coloured).toBe(0);
});

it('OpenRaster: layers that say what they were, composed by another program, are what the PNG shows', async () => {
  const slide = await ready(everything),
    { bytes, notKept } = await written('ora', [slide]),
    files = unzipSync(bytes),
    xml = Buffer.from(files['stack.xml']).toString();
  // The first file says what it is, unpacked (OpenRaster, file layout).
  expect(Buffer.from(bytes.subarray(30, 38)).toString()).toBe('mimetype');
  expect(Buffer.from(bytes.subarray(38, 54)).toString()).toBe('image/openraster');
  expect(notKept).toEqual([]);
  const layers = [...xml.matchAll(/<layer (.*)\/>/g)]
    .map(([, all]) => Object.fromEntries([...all.matchAll(/([\w-]+)="([^"]*)"/g)].map(([, k, v]) => [k, v])))
    .reverse();
  expect(layers.map((l) => l.name)).toEqual(
    expect.arrayContaining(['Paper', 'Photo: Hills', 'Text: Slow &#38; &#60;long&#62;', 'Pool', 'Shape: Star']),
  );
  expect(layers.find((l) => l.name === 'Tint')).toMatchObject({ opacity: '0.4', 'composite-op': 'svg:multiply' });
  // Laid on each other as CSS does it (Compositing and Blending 1).
  const images = await Promise.all(
      layers.map(async (l) => {
        const { width, height } = await sharp(files[l.src]).metadata(),
          blend = l['composite-op'] === 'svg:src-over' ? '' : ` style="mix-blend-mode:${l['composite-op'].slice(4)}"`;
        return `<image x="${l.x}" y="${l.y}" width="${width}" height="${height}" opacity="${l.opacity}"${blend} href="data:image/png;base64,${Buffer.from(files[l.src]).toString('base64')}"/>`;
      }),
    ),
    composed = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">${images.join('')}</svg>`,
    { mean, far } = difference(paintedOf(slide), await rgbOf(sharp(Buffer.from(composed))));
  expect(mean).toBeLessThan(1);
  expect(far).toBe(0);
  const merged = difference(paintedOf(slide), await rgbOf(sharp(files['mergedimage.png'])));
  expect(merged).toEqual({ mean: 0, far: 0 });
  const { width, height } = await sharp(files['Thumbnails/thumbnail.png']).metadata();
  expect([width, height]).toEqual([256, 128]);
});

it('a blend mode that OpenRaster lacks is what it makes of all beneath, and is said', async () => {
  const slide = await ready((z) => [
      flat('ground', '#406080')(z),
      { ...makeTint('odd', '#ff8000', 0.5, z), name: 'Odd', blend: 'exclusion' },
      headline('Above', '#ffffff')(z),
    ]),
    { bytes, notKept } = await written('ora', [slide]),
    files = unzipSync(bytes),
    xml = Buffer.from(files['stack.xml']).toString();
  expect(notKept).toEqual([{ layer: 'Odd', what: 'picture' }]);
  const [, src] = /name="Tint: Odd" src="([^"]*)"/.exec(xml)!,
    found = await rgbOf(sharp(files[src])),
    under = paintedOf(slide);
  // Away from the letters.
  expect([...found.slice(0, 3)]).toEqual([...under.data.slice(0, 3)]);
});

it('drawings without paper let through what is behind them', async () => {
  const slide = await ready((z) => [flat('part', '#804020', { x: 0, y: 0, width: 300, height: 300 })(z)]);
  for (const format of ['svg', 'ora'] as const) {
    const { bytes } = await written(format, [slide], { transparent: true }),
      image = format === 'svg' ? sharp(bytes) : sharp(unzipSync(bytes)['mergedimage.png']),
      data = await image.ensureAlpha().raw().toBuffer();
    expect([data[(150 * WIDTH + 100) * 4 + 3], data[(150 * WIDTH + 500) * 4 + 3]]).toEqual([255, 0]);
  }
});
