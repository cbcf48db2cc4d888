// JPEG, opaque.
import type { JpegOptions } from 'sharp';
import { bytesOf, chroma, image, type Writer } from './writer';

export const jpegOptions = (quality: number): JpegOptions => ({ quality, chromaSubsampling: chroma(quality) });

export const jpeg: Writer = (painted, { quality }, about) =>
  bytesOf(image(painted, false, about).jpeg(jpegOptions(quality)));
