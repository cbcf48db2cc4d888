// AVIF. A quality of 1 to 100 means about as much as in the other formats.
import type { AvifOptions } from 'sharp';
import { bytesOf, chroma, FINE, image, type Writer } from './writer';

export const avifOptions = (quality: number): AvifOptions => ({
  quality: Math.round(quality < FINE ? Math.max(1, quality * 0.8) : 72 + (quality - FINE) * 2.6),
  // Six times as quick as the next, and hardly larger.
  effort: 0,
  chromaSubsampling: chroma(quality),
});

export const avif: Writer = (painted, { quality, transparent }, about) =>
  bytesOf(image(painted, transparent, about).withIccProfile('srgb').avif(avifOptions(quality)));
