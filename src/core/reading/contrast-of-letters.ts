// The reading of each letter from two pictures of the region: the backdrop without ink, and the ink wherever it could
// be (reading.md, steps 4 and 5).
import { LINEAR, rgba } from '../colour/srgb';
import type { TextLayout } from '../type/layout';
import type { TextHalo } from './halo';

const RED = Float32Array.from(LINEAR, (v) => 0.2126 * v);
const GREEN = Float32Array.from(LINEAR, (v) => 0.7152 * v);
const BLUE = Float32Array.from(LINEAR, (v) => 0.0722 * v);

/**
 * Colours of the pixels that matter of one letter, packed as three bytes each; one colour alone where the ink is flat.
 */
export interface LetterColours {
  halo: Uint8Array;
  ink: Uint8Array;
}

function pick(rgba: Uint8ClampedArray, at: Int32Array): Uint8Array {
  const out = new Uint8Array(at.length * 3);
  for (let i = 0, o = 0; i < at.length; i++, o += 3) {
    const p = at[i] * 4;
    out[o] = rgba[p];
    out[o + 1] = rgba[p + 1];
    out[o + 2] = rgba[p + 2];
  }
  return out;
}

const isFlat = (c: Uint8Array): boolean => {
  for (let i = 3; i < c.length; i++) if (c[i] !== c[i - 3]) return false;
  return true;
};

/**
 * Takes from the pictures of a text's region what its letters are compared by: each letter has one of the inks.
 * @param inks a picture for each ink, or a single pixel where it is the same all over
 */
export function coloursOf(
  { halo, layout }: { halo: TextHalo; layout: TextLayout },
  { backdrop, inks }: { backdrop: Uint8ClampedArray; inks: readonly Uint8ClampedArray[] },
): LetterColours[] {
  return halo.letters.map((l) => {
    const letter = layout.letters[l.letter],
      picture = inks[letter.ink];
    // An emoji is told by the colour that most of it has.
    if (letter.colour !== null) {
      const { r, g, b } = rgba(letter.colour);
      return { halo: pick(backdrop, l.halo), ink: Uint8Array.of(r, g, b) };
    }
    const ink = picture.length === 4 ? Uint8Array.from(picture.subarray(0, 3)) : pick(picture, l.ink);
    return { halo: pick(backdrop, l.halo), ink: isFlat(ink) ? ink.slice(0, 3) : ink };
  });
}

let ratios = new Float32Array(4096);
const lum = (r: number, g: number, b: number): number => RED[r] + GREEN[g] + BLUE[b];

/**
 * Each letter's reading: the contrast ratio that at most a quarter of its halo falls short of.
 * @param none colours of each letter
 * @param full the same with all of a treatment, and `s` (0..1) how much of it; pixels are mixed evenly and rounded to
 * bytes
 * @param share how much of their contrast strokes keep, 0..1, to an eye that does not see sharply
 * @returns one ratio 1..21 a letter
 */
export const letterRatios = (
  none: readonly LetterColours[],
  full: readonly LetterColours[] = none,
  s = 0,
  share = 1,
): Float64Array => Float64Array.from(none, (a, n) => letterRatio(a, full[n], s, share));

/** The same of one letter. */
export function letterRatio(a: LetterColours, b: LetterColours, s: number, share = 1): number {
  const count = a.halo.length / 3,
    same = a === b;
  if (ratios.length < count) ratios = new Float32Array(count * 2);
  const mixed = (p: Uint8Array, q: Uint8Array, i: number, j: number): number =>
    same
      ? lum(p[i], p[i + 1], p[i + 2])
      : lum(
          (p[i] + (q[j] - p[i]) * s + 0.5) | 0,
          (p[i + 1] + (q[j + 1] - p[i + 1]) * s + 0.5) | 0,
          (p[i + 2] + (q[j + 2] - p[i + 2]) * s + 0.5) | 0,
        );
  const stepA = a.ink.length === 3 ? 0 : 3,
    stepB = b.ink.length === 3 ? 0 : 3;
  let ink = mixed(a.ink, b.ink, 0, 0) + 0.05;
  for (let i = 0; i < count; i++) {
    if (stepA || stepB) ink = mixed(a.ink, b.ink, i * stepA, i * stepB) + 0.05;
    const back = mixed(a.halo, b.halo, i * 3, i * 3) + 0.05;
    if (share < 1) {
      const middle = (back + ink) / 2,
        away = Math.abs(back - ink) * 0.5 * share;
      ratios[i] = (middle + away) / (middle - away);
    } else ratios[i] = back > ink ? back / ink : ink / back;
  }
  return quantile(ratios, count, Math.min(count - 1, Math.floor(count * 0.25)));
}

/** The value that would stand at `k` if the first `count` were sorted (Hoare's selection; reorders them). */
export function quantile(values: Float32Array, count: number, k: number): number {
  let low = 0,
    high = count - 1;
  while (low < high) {
    const pivot = values[(low + high) >> 1];
    let i = low,
      j = high;
    while (i <= j) {
      while (values[i] < pivot) i++;
      while (values[j] > pivot) j--;
      if (i <= j) {
        const t = values[i];
        values[i++] = values[j];
        values[j--] = t;
      }
    }
    if (k <= j) high = j;
    else if (k >= i) low = i;
    else break;
  }
  return values[k];
}
