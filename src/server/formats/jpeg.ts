// JPEG; from quality 90 on colours are kept at full size, so that edges of coloured letters stay clean.
import sharp from 'sharp';
import type { Writer } from './writer';

export const jpeg: Writer = async ({ data, width, height }, quality) =>
  new Uint8Array(
    await sharp(data, { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .jpeg({ quality, chromaSubsampling: quality >= 90 ? '4:4:4' : '4:2:0' })
      .toBuffer(),
  );
