// How a painted slide is written in a format.
import sharp, { type Sharp } from 'sharp';
import type { Encoding } from '../../core/format/formats';
import type { Pixels } from '../../core/ground/pixels';

/** Bytes of a file with the sRGB profile and nothing else beside the picture. */
export type Writer = (painted: Pixels, as: Encoding) => Promise<Uint8Array>;

/** Pixels as they are. */
export const raw = ({ data, width, height }: Pixels): Sharp => sharp(data, { raw: { width, height, channels: 4 } });

/** Painted pixels for an encoder, opaque unless they are to stay translucent. */
export function image(painted: Pixels, transparent: boolean): Sharp {
  const all = raw(painted).withIccProfile('srgb');
  return transparent ? all : all.removeAlpha();
}

export const bytesOf = async (encoded: Sharp): Promise<Uint8Array> => new Uint8Array(await encoded.toBuffer());

/** From this quality on colours are kept at full size, so that edges of coloured letters stay clean. */
export const FINE = 90;
export const chroma = (quality: number): '4:4:4' | '4:2:0' => (quality >= FINE ? '4:4:4' : '4:2:0');
