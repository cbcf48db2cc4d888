// The reading of each letter from two pictures of the region: the backdrop without ink, and the ink wherever it could
// be (reading.md, steps 4, 5, 8 and 9).
import { LINEAR, rgba } from '../colour/srgb';
import type { TextLayout } from '../type/layout';
import type { LetterHalo, TextHalo } from './halo';

const RED = Float32Array.from(LINEAR, (v) => 0.2126 * v);
const GREEN = Float32Array.from(LINEAR, (v) => 0.7152 * v);
const BLUE = Float32Array.from(LINEAR, (v) => 0.0722 * v);

/**
 * Colours of the pixels that matter of one letter, packed as three bytes each; one colour alone where the ink is flat.
 */
export interface LetterColours extends Pick<LetterHalo, 'delivered' | 'at' | 'rings'> {
  halo: Uint8Array;
  ink: Uint8Array;
}

/** How one letter is told from what lies round it. */
export interface LetterRead {
  /** The contrast ratio, 1..21, that at most a quarter of its halo falls short of. */
  ratio: number;
  /** A whole side of it melts into the picture. */
  melts: boolean;
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
      picture = inks[letter.ink],
      { delivered, at, rings } = l,
      around = { halo: pick(backdrop, l.halo), delivered, at, rings };
    // An emoji is told by the colour that most of it has.
    if (letter.colour !== null) {
      const { r, g, b } = rgba(letter.colour);
      return { ...around, ink: Uint8Array.of(r, g, b) };
    }
    const ink = picture.length === 4 ? Uint8Array.from(picture.subarray(0, 3)) : pick(picture, l.ink);
    return { ...around, ink: isFlat(ink) ? ink.slice(0, 3) : ink };
  });
}

let ratios = new Float32Array(4096);
const lum = (r: number, g: number, b: number): number => RED[r] + GREEN[g] + BLUE[b];

/**
 * Each letter's reading.
 * @param none colours of each letter
 * @param full the same with all of a treatment, and `s` (0..1) how much of it; pixels are mixed evenly and rounded to
 * bytes
 * @param share how much of their contrast strokes keep, 0..1, to an eye that does not see sharply
 */
export const readLetters = (
  none: readonly LetterColours[],
  full: readonly LetterColours[] = none,
  s = 0,
  share = 1,
): LetterRead[] => none.map((a, n) => readOf(a, full[n], s, share));

/** The same of one letter. */
export function readOf(a: LetterColours, b: LetterColours = a, s = 0, share = 1): LetterRead {
  const count = a.halo.length / 3,
    c = a.delivered,
    flat = a.ink.length === 3 && b.ink.length === 3;
  if (ratios.length < count) ratios = new Float32Array(count * 2);
  if (a === b && flat && c >= 1) againstOne(a.halo, lum(a.ink[0], a.ink[1], a.ink[2]) + 0.05, count);
  else againstMixed(a, b, a === b ? 0 : s, c, count);
  if (share < 1)
    for (let i = 0; i < count; i++) {
      // Of luminances r and 1 a share of what they differ by is left.
      const middle = (ratios[i] + 1) / 2,
        away = (ratios[i] - 1) * 0.5 * share;
      ratios[i] = (middle + away) / (middle - away);
    }
  let low = 0;
  for (let i = 0; i < count; i++) if (ratios[i] < MELTED) low++;
  // Only where an eighth is that low can a side be.
  const melts = low * 2 * SIDE >= count && aSideMelts(a, count);
  return { ratio: quantile(ratios, count, Math.min(count - 1, Math.floor(count * 0.25))), melts };
}

/** Ratios of a halo to one flat ink, its luminance 0.05 up. */
function againstOne(halo: Uint8Array, ink: number, count: number): void {
  for (let i = 0, o = 0; i < count; i++, o += 3) {
    const back = RED[halo[o]] + GREEN[halo[o + 1]] + BLUE[halo[o + 2]] + 0.05;
    ratios[i] = back > ink ? back / ink : ink / back;
  }
}

/** Ratios between two pictures, mixed by `s`; of the ink only a share of `c` is delivered. */
function againstMixed(a: LetterColours, b: LetterColours, s: number, c: number, count: number): void {
  const p = a.halo,
    q = b.halo,
    stepA = a.ink.length === 3 ? 0 : 3,
    stepB = b.ink.length === 3 ? 0 : 3,
    flat = stepA === 0 && stepB === 0;
  let r = 0,
    g = 0,
    bl = 0,
    known = 0;
  for (let i = 0, o = 0; i < count; i++, o += 3) {
    const hr = (p[o] + (q[o] - p[o]) * s + 0.5) | 0,
      hg = (p[o + 1] + (q[o + 1] - p[o + 1]) * s + 0.5) | 0,
      hb = (p[o + 2] + (q[o + 2] - p[o + 2]) * s + 0.5) | 0,
      back = RED[hr] + GREEN[hg] + BLUE[hb] + 0.05;
    if (i === 0 || !flat) {
      const j = i * stepA,
        k = i * stepB;
      r = (a.ink[j] + (b.ink[k] - a.ink[j]) * s + 0.5) | 0;
      g = (a.ink[j + 1] + (b.ink[k + 1] - a.ink[j + 1]) * s + 0.5) | 0;
      bl = (a.ink[j + 2] + (b.ink[k + 2] - a.ink[j + 2]) * s + 0.5) | 0;
      known = RED[r] + GREEN[g] + BLUE[bl] + 0.05;
    }
    // Thin strokes deliver part of their ink: the rest is what lies behind them.
    const ink =
      c >= 1
        ? known
        : RED[(hr + (r - hr) * c + 0.5) | 0] +
          GREEN[(hg + (g - hg) * c + 0.5) | 0] +
          BLUE[(hb + (bl - hb) * c + 0.5) | 0] +
          0.05;
    ratios[i] = back > ink ? back / ink : ink / back;
  }
}

/** Ratio below which a side of a letter melts into what lies beside it. */
const MELTED = 1.5;
/** One part of so many of an outline is a side. */
const SIDE = 8;
const pixelsOf = new Uint16Array(256),
  lowOf = new Uint16Array(256);

/** Is there an eighth of the outline, in one piece, of which more than half of the halo's `ratios` are that low? */
function aSideMelts({ at, rings }: LetterColours, count: number): boolean {
  if (!rings.length) return false;
  pixelsOf.fill(0);
  lowOf.fill(0);
  for (let i = 0; i < count; i++) {
    pixelsOf[at[i]]++;
    if (ratios[i] < MELTED) lowOf[at[i]]++;
  }
  const all = rings.reduce((sum, n) => sum + n, 0),
    span = Math.max(1, Math.round(all / SIDE)),
    // A side has its share of the halo; where little of it shows, a corner between strokes, it tells nothing.
    least = Math.max(4, count / (SIDE * 3));
  let first = 0;
  for (const own of rings) {
    for (let k = 0; own >= span && k < own; k++) {
      let n = 0,
        low = 0;
      for (let j = 0; j < span; j++) {
        n += pixelsOf[first + ((k + j) % own)];
        low += lowOf[first + ((k + j) % own)];
      }
      if (n >= least && low * 2 > n) return true;
    }
    first += own;
  }
  return false;
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
