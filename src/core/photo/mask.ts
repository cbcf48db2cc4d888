// The mask of a photo's subject: a picture of its own, or, where that could not be stored, bytes within the document,
// deflated, as base64.
import { Unzlib, zlibSync } from 'fflate';
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';

export interface PackedMask {
  width: number;
  height: number;
  data: string;
}
/** A mask that is a stored picture, by the name of its asset. */
export interface StoredMask {
  width: number;
  height: number;
  asset: string;
}
export type AnyMask = PackedMask | StoredMask;
export interface Mask {
  width: number;
  height: number;
  /** 0..255 for each pixel, row by row. */
  alpha: Uint8Array;
}

/** The box round what a mask leaves, in fractions of the photo, with a little air; null where it leaves nothing. */
export function boundsOfMask({ width, height, alpha }: Mask): Box | null {
  let left = width,
    right = -1,
    top = height,
    bottom = -1;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (alpha[i] < 128) continue;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = y;
    }
  if (right < left) return null;
  const air = 0.03 * Math.max(right - left, bottom - top),
    x = Math.max(0, (left - air) / width),
    y = Math.max(0, (top - air) / height);
  return {
    x,
    y,
    width: Math.min(1, (right + 1 + air) / width) - x,
    height: Math.min(1, (bottom + 1 + air) / height) - y,
  };
}

const DIGITS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
const VALUE = (() => {
  const v = new Uint8Array(128);
  for (let i = 0; i < 64; i++) v[DIGITS.charCodeAt(i)] = i;
  return v;
})();

/** Base64 of RFC 4648, section 4; the same in a page, a worker and on the server. */
export function toBase64(bytes: Uint8Array): string {
  let out = '';
  for (let i = 0; i < bytes.length; i += 3) {
    const n = (bytes[i] << 16) | ((bytes[i + 1] ?? 0) << 8) | (bytes[i + 2] ?? 0);
    out +=
      DIGITS[n >> 18] +
      DIGITS[(n >> 12) & 63] +
      (i + 1 < bytes.length ? DIGITS[(n >> 6) & 63] : '=') +
      (i + 2 < bytes.length ? DIGITS[n & 63] : '=');
  }
  return out;
}
export function fromBase64(text: string): Uint8Array {
  const clean = text.replace(/=+$/, ''),
    out = new Uint8Array(Math.floor((clean.length * 3) / 4));
  for (let i = 0, o = 0; i < clean.length; i += 4) {
    const v = [0, 1, 2, 3].map((k) => (i + k < clean.length ? VALUE[clean.charCodeAt(i + k) & 127] : 0)),
      n = (v[0] << 18) | (v[1] << 12) | (v[2] << 6) | v[3];
    for (let k = 16; k >= 0 && o < out.length; k -= 8) out[o++] = (n >> k) & 255;
  }
  return out;
}

/** Differences along rows: what is even becomes long runs of 0. */
export function packMask({ width, height, alpha }: Mask): PackedMask {
  const d = new Uint8Array(alpha.length);
  for (let i = 0; i < alpha.length; i++) d[i] = alpha[i] - (i % width ? alpha[i - 1] : 0);
  return { width, height, data: toBase64(zlibSync(d, { level: 6 })) };
}

/** A short name for a mask's content (that of its picture, or FNV-1a of its bytes), for caches. */
export function maskKey(mask: AnyMask): string {
  if ('asset' in mask) return mask.asset;
  const { width, height, data } = mask;
  let h = 0x811c9dc5;
  for (let i = 0; i < data.length; i++) h = Math.imul(h ^ data.charCodeAt(i), 0x01000193);
  return `${width}x${height}:${data.length}:${h >>> 0}`;
}

/** Deflated bytes, at most so many of them. @throws RangeError where there are more or fewer */
function inflated(bytes: Uint8Array, n: number): Uint8Array {
  const out = new Uint8Array(n);
  let at = 0;
  const stream = new Unzlib((part) => {
    if (at + part.length > n) throw new RangeError('more bytes than the mask has pixels');
    out.set(part, at);
    at += part.length;
  });
  // In small pieces: a few kilobytes can unpack to gigabytes, and are left at the first that is too much.
  for (let i = 0; i < bytes.length; i += 4096) stream.push(bytes.subarray(i, i + 4096), i + 4096 >= bytes.length);
  if (at !== n) throw new RangeError('fewer bytes than the mask has pixels');
  return out;
}

/** A mask that hides nothing: a broken document loses no picture. */
const whole = ({ width, height }: AnyMask): Mask => ({
  width,
  height,
  alpha: new Uint8Array(width * height).fill(255),
});

const unpacked = new Map<string, Mask>();
const KEPT = 6;

/** @returns a mask that hides nothing where the bytes do not hold one of that size */
function unpackMask(packed: PackedMask): Mask {
  const key = maskKey(packed);
  let mask = unpacked.get(key);
  if (!mask) {
    const { width, height } = packed;
    try {
      const alpha = inflated(fromBase64(packed.data), width * height);
      for (let i = 0; i < alpha.length; i++) if (i % width) alpha[i] += alpha[i - 1];
      mask = { width, height, alpha };
    } catch {
      mask = whole(packed);
    }
    unpacked.set(key, mask);
    if (unpacked.size > KEPT) unpacked.delete(unpacked.keys().next().value!);
  }
  return mask;
}

const fromPictures = new WeakMap<Pixels, Mask>();

/**
 * A mask, wherever it is kept.
 * @param picture gives the stored picture of an asset, null where it is not there
 * @returns one that hides nothing where it cannot be had
 */
export function maskOf(mask: AnyMask, picture: (asset: string) => Pixels | null): Mask {
  if (!('asset' in mask)) return unpackMask(mask);
  const p = picture(mask.asset);
  if (!p) return whole(mask);
  let m = fromPictures.get(p);
  if (!m) {
    const alpha = new Uint8Array(p.width * p.height);
    for (let i = 0; i < alpha.length; i++) alpha[i] = p.data[i * 4];
    fromPictures.set(p, (m = { width: p.width, height: p.height, alpha }));
  }
  return m;
}

/** The picture that a mask is stored as: grey, opaque. */
export function maskPixels({ width, height, alpha }: Mask): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0, o = 0; i < alpha.length; i++, o += 4) {
    data[o] = data[o + 1] = data[o + 2] = alpha[i];
    data[o + 3] = 255;
  }
  return { width, height, data };
}
