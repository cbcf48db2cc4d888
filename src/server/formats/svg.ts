// SVG, with its pictures and the letters of its fonts within the file.
import subsetFont from 'subset-font';
import type { About, Encoding } from '../../core/format/formats';
import type { DrawnSlide } from '../../core/format/vector/slide';
import type { NotKept } from '../../core/format/not-kept';
import { svgOf } from '../../core/format/vector/svg';
import type { Pixels } from '../../core/ground/pixels';
import { isOpaque } from '../../core/ground/resample';
import type { LoadedFont } from '../../core/type/font';
import { jpegOptions } from './jpeg';
import { fine, raw } from './writer';

const address = (media: string, bytes: Uint8Array): string =>
  `data:${media};base64,${Buffer.from(bytes).toString('base64')}`;

/** Photos as JPEG, what is translucent without loss; at full quality all of it. */
async function pictureAddress(pixels: Pixels, quality: number): Promise<string> {
  return quality < 100 && isOpaque(pixels)
    ? address('image/jpeg', await raw(pixels).removeAlpha().jpeg(jpegOptions(quality)).toBuffer())
    : address('image/png', await raw(pixels).png({ compressionLevel: 6 }).toBuffer());
}

/** @param fontBytes of a font, whole; null where it may not go along */
export async function svg(
  slide: DrawnSlide,
  { quality, text }: Encoding,
  about: About,
  fontBytes: (font: LoadedFont) => Promise<Uint8Array | null>,
): Promise<{ bytes: Uint8Array; notKept: NotKept[] }> {
  const { svg: written, notKept } = await svgOf(slide, {
    text,
    ...about,
    picture: (pixels) => pictureAddress(pixels, fine(quality)),
    font: async (font, letters) => {
      const bytes = await fontBytes(font);
      return bytes && address('font/woff2', await subsetFont(Buffer.from(bytes), letters, { targetFormat: 'woff2' }));
    },
  });
  return { bytes: new TextEncoder().encode(written), notKept };
}
