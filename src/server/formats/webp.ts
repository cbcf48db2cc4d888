// WebP; edges stay exact where something shows through.
import { bytesOf, image, type Writer } from './writer';

export const webp: Writer = (painted, { quality, transparent }, about) =>
  bytesOf(
    image(painted, transparent, about)
      .withIccProfile('srgb')
      .webp({ quality, alphaQuality: 100, smartSubsample: true, effort: 4 }),
  );
