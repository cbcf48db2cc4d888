// PNG, opaque.
import sharp from 'sharp';
import type { Writer } from './writer';

export const png: Writer = async ({ data, width, height }) =>
  new Uint8Array(
    await sharp(data, { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .png({ compressionLevel: 6 })
      .toBuffer(),
  );
