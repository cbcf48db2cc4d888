// A mask that travels inside the document: one byte a pixel, deflated, as base64. Made once, read often.
import { unzlibSync, zlibSync } from 'fflate';

export interface PackedMask {
  width: number;
  height: number;
  data: string;
}
export interface Mask {
  width: number;
  height: number;
  /** 0..255 for each pixel, row by row. */
  alpha: Uint8Array;
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
    out += DIGITS[n >> 18] + DIGITS[(n >> 12) & 63] + (i + 1 < bytes.length ? DIGITS[(n >> 6) & 63] : '=') + (i + 2 < bytes.length ? DIGITS[n & 63] : '=');
  }
  return out;
}
export function fromBase64(text: string): Uint8Array {
  const clean = text.replace(/=+$/, ''), out = new Uint8Array(Math.floor((clean.length * 3) / 4));
  for (let i = 0, o = 0; i < clean.length; i += 4) {
    const v = [0, 1, 2, 3].map((k) => (i + k < clean.length ? VALUE[clean.charCodeAt(i + k) & 127] : 0)), n = (v[0] << 18) | (v[1] << 12) | (v[2] << 6) | v[3];
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

/** A short name for a mask's content (FNV-1a), for caches. */
export function maskKey({ width, height, data }: PackedMask): string {
  let h = 0x811c9dc5;
  for (let i = 0; i < data.length; i++) h = Math.imul(h ^ data.charCodeAt(i), 0x01000193);
  return `${width}x${height}:${data.length}:${h >>> 0}`;
}

const unpacked = new Map<string, Mask>();
const KEPT = 6;

/** @returns a mask that hides nothing where the bytes do not hold one of that size: a broken document loses no picture */
export function unpackMask(packed: PackedMask): Mask {
  const key = maskKey(packed);
  let mask = unpacked.get(key);
  if (!mask) {
    const { width, height } = packed, n = width * height;
    let alpha: Uint8Array;
    try {
      alpha = unzlibSync(fromBase64(packed.data), { out: new Uint8Array(n) });
      if (alpha.length !== n) throw new RangeError();
      for (let i = 0; i < n; i++) if (i % width) alpha[i] += alpha[i - 1];
    } catch {
      alpha = new Uint8Array(n).fill(255);
    }
    mask = { width, height, alpha };
    unpacked.set(key, mask);
    if (unpacked.size > KEPT) unpacked.delete(unpacked.keys().next().value!);
  }
  return mask;
}
