// Animated pictures are taken apart when they come in: each frame is kept as a picture of its own, so that whoever
// paints needs to know nothing of animation.
import sharp, { type Metadata } from 'sharp';
import { PLAIN_MS } from '../core/values/motion';
import { MOST_FRAMES } from '../core/values/plain';
import { Problem } from './problem';

/** All pixels of all frames that are decoded, and that are kept: frames beyond that are made smaller. */
const MOST_DECODED = 600_000_000;
const MOST_KEPT = 80_000_000;
/** Pixels that are decoded at once. */
const AT_ONCE = 24_000_000;

/** A frame as it is kept. */
export interface CutFrame {
  bytes: Uint8Array;
  width: number;
  height: number;
  ms: number;
}

/** How many frames a file says it has; 1 for a still. */
export const framesIn = ({ format, pages }: Metadata): number =>
  format === 'gif' || format === 'webp' ? (pages ?? 1) : 1;

/** Frames without a time, or with next to none, are shown as everybody shows them. */
const timeOf = (delay: number | undefined): number => Math.min(60_000, !delay || delay <= 10 ? PLAIN_MS : delay);

/**
 * The frames of an animated picture, upright, sRGB, lossless, as large as they may be together.
 * @throws Problem 413 where they are too many or too large, 415 where one is damaged
 */
export async function* framesOf(bytes: Uint8Array, meta: Metadata, name: string): AsyncGenerator<CutFrame> {
  const n = framesIn(meta),
    width = meta.width ?? 0,
    height = meta.pageHeight ?? meta.height ?? 0,
    pixels = width * height;
  if (n > MOST_FRAMES)
    throw new Problem(
      413,
      'The animation has too many frames',
      `${name} has ${n.toLocaleString('en')}; at most ${MOST_FRAMES} are taken. A shorter cut, or every other frame, would do. Nothing was stored.`,
    );
  if (n * pixels > MOST_DECODED)
    throw new Problem(
      413,
      'The animation has too many pixels',
      `${name} has ${n} frames of ${width} x ${height}; at most ${MOST_DECODED / 1e6} megapixels together are taken. Nothing was stored.`,
    );
  const k = Math.min(1, Math.sqrt(MOST_KEPT / (n * pixels))),
    size = { width: Math.max(1, Math.floor(width * k)), height: Math.max(1, Math.floor(height * k)) },
    atOnce = Math.max(1, Math.floor(AT_ONCE / pixels));
  for (let from = 0; from < n; from += atOnce) {
    const pages = Math.min(atOnce, n - from);
    let data: Buffer, channels: number;
    try {
      // As many at once as fit: a decoder begins at the first frame each time.
      const raw = await sharp(bytes, { page: from, pages, limitInputPixels: AT_ONCE + pixels, failOn: 'error' })
        .toColourspace('srgb')
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      ({ data } = raw);
      ({ channels } = raw.info);
    } catch {
      throw new Problem(
        415,
        'The animation cannot be decoded',
        `${name} is damaged or cut short between frame ${from + 1} and ${from + pages} of ${n}. Nothing was stored.`,
      );
    }
    const each = pixels * channels;
    for (let i = 0; i < pages; i++) {
      const one = sharp(data.subarray(i * each, (i + 1) * each), {
        raw: { width, height, channels: channels as 3 | 4 },
      });
      // A third of the time that the next effort takes, and a tenth more bytes.
      const bytesOf = await (k < 1 ? one.resize(size) : one).webp({ lossless: true, effort: 0 }).toBuffer();
      yield { bytes: new Uint8Array(bytesOf), ...size, ms: timeOf(meta.delay?.[from + i]) };
    }
  }
}
