// Masks of subjects, kept as pictures that the library does not show.
import sharp from 'sharp';
import { type Mask, maskPixels, type StoredMask } from '../core/photo/mask';
import { keepAsset } from './assets';

export async function keepMask(mask: Mask): Promise<StoredMask> {
  const { width, height, data } = maskPixels(mask);
  const png = await sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .png()
    .toBuffer();
  return { width, height, asset: (await keepAsset(new Uint8Array(png), 'Mask', false)).id };
}
