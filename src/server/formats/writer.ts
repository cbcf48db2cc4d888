// How a painted slide is written in a format.
import sharp, { type Sharp } from 'sharp';
import type { About, Encoding } from '../../core/format/formats';
import { xmpOf } from '../../core/format/xmp';
import type { Pixels } from '../../core/ground/pixels';

/**
 * Bytes of a file with the sRGB profile.
 * @param about its title and what it shows; nothing else is told beside the picture, and nothing where it is left out
 */
export type Writer = (painted: Pixels, as: Encoding, about?: About) => Promise<Uint8Array>;

/** Pixels as they are. */
export const raw = ({ data, width, height }: Pixels): Sharp =>
  sharp(Buffer.from(data.buffer, data.byteOffset, data.byteLength), { raw: { width, height, channels: 4 } });

/** Painted pixels for an encoder, opaque unless they are to stay translucent; without a profile. */
export function image(painted: Pixels, transparent: boolean, about?: About): Sharp {
  const plain = raw(painted),
    all = about ? plain.withXmp(xmpOf(about)) : plain;
  return transparent ? all : all.removeAlpha();
}

export const bytesOf = async (encoded: Sharp): Promise<Uint8Array> => new Uint8Array(await encoded.toBuffer());

/** Quality of photos in a drawing: drawings are seen larger than they are. All of them is without loss. */
export const fine = (quality: number): number => (quality >= 100 ? 100 : Math.min(99, quality + 9));

/** From this quality on colours are kept at full size, so that edges of coloured letters stay clean. */
export const FINE = 90;
export const chroma = (quality: number): '4:4:4' | '4:2:0' => (quality >= FINE ? '4:4:4' : '4:2:0');
