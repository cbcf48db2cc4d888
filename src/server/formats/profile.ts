// The sRGB profile as files carry it. Painted pixels are sRGB already: libvips would transform them all the same, which
// changes none of them and takes as long as a third of writing them.
import sharp, { type Sharp } from 'sharp';

/** Where the part that holds the profile lies in a file, bytes. @throws Error where it is not there */
type Find = (file: Buffer) => { from: number; to: number };

/** PNG, third edition, 5.3: length, type, data, checksum; the first chunk is IHDR, of 25 bytes. */
const AFTER_IHDR = 8 + 25;
const inPng: Find = (file) => {
  const type = file.indexOf('iCCP', AFTER_IHDR, 'latin1');
  if (type < 0) throw new Error('no profile was written');
  return { from: type - 4, to: type + 8 + file.readUInt32BE(type - 4) };
};
/** ITU-T T.81, B.1.1.4: marker, length; ICC.1, B.4: the second marker segment for applications. */
const AFTER_SOI = 2;
const inJpeg: Find = (file) => {
  const from = file.indexOf(Buffer.from([0xff, 0xe2]), AFTER_SOI);
  if (from < 0) throw new Error('no profile was written');
  return { from, to: from + 2 + file.readUInt16BE(from + 2) };
};

/**
 * Puts the profile into a file that was written without one.
 * @param pixel writes a picture of one pixel in the format
 * @param at where it goes, bytes from the beginning
 */
function withProfile(pixel: (one: Sharp) => Sharp, find: Find, at: number): (file: Uint8Array) => Promise<Uint8Array> {
  let part: Promise<Buffer> | null = null;
  const made = async (): Promise<Buffer> => {
    const one = sharp({ create: { width: 1, height: 1, channels: 3, background: '#000' } }).withIccProfile('srgb'),
      file = await pixel(one).toBuffer(),
      { from, to } = find(file);
    return Buffer.from(file.subarray(from, to));
  };
  return async (file) => {
    const profile = await (part ??= made()),
      out = new Uint8Array(file.length + profile.length);
    out.set(file.subarray(0, at));
    out.set(profile, at);
    out.set(file.subarray(at), at + profile.length);
    return out;
  };
}

export const pngWithProfile = withProfile((one) => one.png(), inPng, AFTER_IHDR);
export const jpegWithProfile = withProfile((one) => one.jpeg(), inJpeg, AFTER_SOI);
