// Who writes which format; one that is forgotten does not compile.
import { type About, type Encoding, encodingsOf, FORMATS, type StillFormatId } from '../../core/format/formats';
import { largestWithin } from '../../core/format/within';
import type { Pixels } from '../../core/ground/pixels';
import { avif } from './avif';
import { jpeg } from './jpeg';
import { png } from './png';
import { webp } from './webp';
import type { Writer } from './writer';

export const WRITERS: Readonly<Record<StillFormatId, Writer>> = { png, jpeg, webp, avif };

/** What was written, and with which quality or colours. */
export interface Written {
  bytes: Uint8Array;
  as: Encoding;
}

/**
 * Writes a picture, within so many bytes where that is asked: then its quality, or its colours, are as good as they
 * allow.
 * @returns `smallest`, bytes, where nothing keeps within
 */
export async function write(
  painted: Pixels,
  format: StillFormatId,
  as: Encoding,
  target: number | null,
  about?: About,
): Promise<Written | { smallest: number }> {
  if (target === null) return { bytes: await WRITERS[format](painted, as, about), as };
  const all = encodingsOf(format, as),
    // A usual quality, or all colours.
    first = FORMATS[format].quality ? 84 : all.length - 1,
    { found, smallest } = await largestWithin(all.length, target, first, (at) =>
      WRITERS[format](painted, all[at], about),
    );
  return found ? { bytes: found.made, as: all[found.at] } : { smallest };
}
