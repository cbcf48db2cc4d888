// PDF: a page for each slide, outlines, gradients, patterns and blend modes as such, letters as text or outlines.
import sharp from 'sharp';
import { rgba } from '../../core/colour/srgb';
import {
  becamePicture,
  type DrawnLayer,
  type DrawnSlide,
  layerWords,
  picturesIn,
} from '../../core/format/vector/slide';
import type { NotKept } from '../../core/format/not-kept';
import type { About, Encoding, PressPage } from '../../core/format/formats';
import { Path } from '../../core/ground/path';
import type { Pixels } from '../../core/ground/pixels';
import { isOpaque } from '../../core/ground/resample';
import { isFont, type LoadedFont } from '../../core/type/font';
import { lettersIn } from '../../core/format/vector/letters';
import { PdfFonts } from './pdf-fonts';
import { jpegOptions } from './jpeg';
import { type Document, made, type Ref } from './pdf-objects';
import { greyOf, type PdfFile, PdfPart } from './pdf-part';
import { fine, raw } from './writer';

/** Points to a millimetre, and to a CSS pixel. */
const MM = 72 / 25.4;
const PX = 72 / 96;
/** How far marks stand from the cut, at the least, and how long they are, mm. */
const MARK = { gap: 2, length: 5 };

const BLACK = rgba('#000000');

/** A page before it is written: the slide as a drawing, and as pixels where some of it lies beyond the cut. */
export interface PdfPage {
  slide: DrawnSlide;
  /** Width of the size, CSS px. */
  width: number;
  painted: () => Pixels;
}

/** How far what is beyond the cut reaches into the slide, points. */
const OVERLAP = 0.75;

/** Pixels as an image of the file: photos as JPEG, what is translucent without loss. */
async function embedded(document: Document, pixels: Pixels, quality: number, grey: boolean): Promise<Ref> {
  const { width, height, data } = pixels,
    count = width * height,
    image = (space: 'DeviceRGB' | 'DeviceGray', bytes: Uint8Array, more: Record<string, unknown> = {}): Ref =>
      made(
        document,
        {
          Type: 'XObject',
          Subtype: 'Image',
          Width: width,
          Height: height,
          BitsPerComponent: 8,
          ColorSpace: space,
          ...more,
        },
        Buffer.from(bytes),
      ),
    space = grey ? 'DeviceGray' : 'DeviceRGB',
    channels = grey ? 1 : 3,
    colours = new Uint8Array(count * channels);
  for (let i = 0, o = 0; i < count; i++, o += 4)
    if (grey) colours[i] = Math.round(greyOf(data[o], data[o + 1], data[o + 2]));
    else colours.set(data.subarray(o, o + 3), i * 3);
  if (!isOpaque(pixels)) {
    const alpha = Uint8Array.from({ length: count }, (_, i) => data[i * 4 + 3]);
    return image(space, colours, { SMask: image('DeviceGray', alpha) });
  }
  if (quality >= 100) return image(space, colours);
  const photo = sharp(colours, { raw: { width, height, channels } }),
    bytes = await (grey ? photo.toColourspace('b-w') : photo).jpeg(jpegOptions(quality)).toBuffer();
  return image(space, bytes, { Filter: 'DCTDecode' });
}

/** A picture with so many pixels of itself mirrored beyond each edge. */
async function mirrored(pixels: Pixels, by: number): Promise<Pixels> {
  const { data, info } = await raw(pixels)
    .extend({ top: by, bottom: by, left: by, right: by, extendWith: 'mirror' })
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

/** Marks at the corners of the cut, outside of the bleed. Points, y down. */
function marks(part: PdfPart, x: number, y: number, width: number, height: number, bleed: number): void {
  const from = Math.max(MARK.gap * MM, bleed),
    to = from + MARK.length * MM,
    hair = 0.25;
  for (const cx of [x, x + width])
    for (const cy of [y, y + height]) {
      const dx = cx === x ? -1 : 1,
        dy = cy === y ? -1 : 1,
        h = hair / 2;
      part.fill(new Path().rect(Math.min(cx + dx * from, cx + dx * to), cy - h, to - from, hair), BLACK);
      part.fill(new Path().rect(cx - h, Math.min(cy + dy * from, cy + dy * to), hair, to - from), BLACK);
    }
}

/** What of a layer is no outline or text, though it was. */
function notKeptOf(drawn: DrawnLayer, text: boolean, fonts: PdfFonts): NotKept[] {
  const layer = layerWords(drawn.layer),
    out: NotKept[] = [];
  if (becamePicture(drawn)) out.push({ layer, what: 'picture' });
  if (text && lettersIn(drawn.nodes).some((l) => !fonts.has(l))) out.push({ layer, what: 'outlines' });
  return out;
}

/**
 * Writes pages, one after the other, each let go before the next is asked for.
 * @param fontBytes of a font, whole; null where it may not go along
 */
export async function pdf(
  pages: AsyncIterable<PdfPage>,
  { quality: asked, text, page: press }: Encoding,
  { title, description }: About,
  fontBytes: (font: LoadedFont) => Promise<Uint8Array | null>,
): Promise<{ bytes: Uint8Array; notKept: NotKept[] }> {
  // It takes a while to load, and few who paint ever need it.
  const { default: PDFDocument } = await import('pdfkit'),
    document = new PDFDocument({
      autoFirstPage: false,
      font: null as never,
      pdfVersion: '1.7',
      displayTitle: true,
      info: { Title: title, ...(description ? { Subject: description } : {}) },
    }),
    chunks: Uint8Array[] = [],
    bytes = new Map<LoadedFont, Uint8Array>(),
    fonts = new PdfFonts(document, bytes),
    notKept: NotKept[] = [],
    quality = fine(asked);
  // It is not said with what it was made.
  Object.assign(document.info, { Producer: '', Creator: '' });
  document.on('data', (chunk: Uint8Array) => void chunks.push(chunk));
  const ended = new Promise<void>((resolve, reject) => void document.on('end', resolve).on('error', reject));
  for await (const { slide, width: cssWidth, painted } of pages) {
    const nodes = slide.layers.flatMap((l) => l.nodes),
      pictures = new Map<Pixels, Ref>();
    for (const pixels of new Set(picturesIn(nodes)))
      pictures.set(pixels, await embedded(document, pixels, quality, press.grey));
    if (text)
      for (const font of new Set(
        lettersIn(nodes).flatMap((l) => l.letters.flatMap((x) => x.glyphs.map((g) => g.font))),
      ))
        if (isFont(font) && !bytes.has(font)) {
          const own = await fontBytes(font);
          if (own) bytes.set(font, own);
        }
    const file: PdfFile = { document, fonts, text, grey: press.grey, picture: (p) => pictures.get(p)! };
    await writePage(file, slide, cssWidth, painted, press, quality);
    for (const l of slide.layers)
      for (const not of notKeptOf(l, text, fonts))
        if (!notKept.some((k) => k.layer === not.layer && k.what === not.what)) notKept.push(not);
  }
  document.end();
  await ended;
  return { bytes: new Uint8Array(Buffer.concat(chunks)), notKept };
}

async function writePage(
  file: PdfFile,
  slide: DrawnSlide,
  cssWidth: number,
  painted: () => Pixels,
  press: PressPage,
  quality: number,
): Promise<void> {
  const { document } = file,
    { width, height, paper } = slide,
    // Points to a pixel of the drawing.
    k = (press.width === null ? cssWidth * PX : press.width * MM) / width,
    bleed = press.bleed * MM,
    around = Math.max(bleed, press.marks ? Math.max(bleed, MARK.gap * MM) + MARK.length * MM + 3 : 0),
    page = { width: width * k + 2 * around, height: height * k + 2 * around },
    own = new PdfPart(file, { x: 0, y: 0, width, height });
  if (paper) own.fill(new Path().rect(0, 0, width, height), rgba(paper));
  own.all(slide.layers.flatMap((l) => l.nodes));
  const sheet = new PdfPart(file, { x: 0, y: 0, ...page });
  sheet.place(own.form(), [k, 0, 0, k, around, around]);
  if (bleed > 0) {
    const by = Math.ceil(bleed / k),
      beyond = await embedded(document, await mirrored(painted(), by), quality, file.grey),
      w = (width + 2 * by) * k,
      h = (height + 2 * by) * k,
      x = around - by * k,
      y = around - by * k,
      // Over the slide's own edge, where no hairline may show; there it is the slide.
      frame = new Path()
        .rect(around - bleed, around - bleed, width * k + 2 * bleed, height * k + 2 * bleed)
        .rect(around + OVERLAP, around + OVERLAP, width * k - 2 * OVERLAP, height * k - 2 * OVERLAP);
    sheet.place(beyond, [w, 0, 0, -h, x, y + h], { path: frame, rule: 'evenodd' });
  }
  if (press.marks) marks(sheet, around, around, width * k, height * k, bleed);
  document.addPage({ size: [page.width, page.height], margin: 0 });
  // The page begins with y down already.
  const { content, resources } = sheet.written;
  document.addContent(content);
  // Its types do not tell of what pages are made of.
  const { resources: named, dictionary } = document.page as unknown as Record<'resources' | 'dictionary', Ref>;
  Object.assign(named.data, resources);
  const box = (beyond: number): number[] => [
    around - beyond,
    around - beyond,
    page.width - around + beyond,
    page.height - around + beyond,
  ];
  Object.assign(dictionary.data, { TrimBox: box(0), BleedBox: box(bleed) });
}
