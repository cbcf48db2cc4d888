// JPEG, opaque.
import type { JpegOptions } from 'sharp';
import { jpegWithProfile } from './profile';
import { bytesOf, chroma, image, type Writer } from './writer';

export const jpegOptions = (quality: number): JpegOptions => ({ quality, chromaSubsampling: chroma(quality) });

export const jpeg: Writer = async (painted, { quality }, about) =>
  jpegWithProfile(await bytesOf(image(painted, false, about).jpeg(jpegOptions(quality))));
