// Photo kept and marks: how much of a photograph survives what is laid over it, and how much of it shows new edges. The definition is
// reading.md, "Ways through": windows of 8 x 8 pixels, local contrast that still comes through, mean distance in OKLab.
import { labOf } from '../colour/lab-planes';
import type { Pixels } from '../colour/palette';

export interface PhotoKept {
  /** 0..100 percent. */
  kept: number;
  /** 0..100 percent. */
  marks: number;
}

/** Long side in pixels at which pictures are compared. */
export const KEPT_SIDE = 1080;
const WINDOW = 8;
const PIXELS = WINDOW * WINDOW;
/** Keeps flat windows from counting as contrast that was lost. */
const STEADY = 1.6e-5;
/** OKLab distance at which nothing of a window is left. */
const GONE = 0.4;
/** Standard deviation of lightness, beyond what the photo itself explains, from which on an edge is new. */
const NEW_EDGE = 0.012;

/** So many changed windows are enough to tell what is kept. */
const ENOUGH_WINDOWS = 3000;

/** What a window of the photo is like: L, a, b of its pixels, and the mean and variance of L. */
interface Window {
  lab: Float32Array;
  mean: number;
  variance: number;
}

function readWindow(rgba: Uint8ClampedArray, at: number, width: number, out: Float32Array): void {
  for (let y = 0; y < WINDOW; y++) labOf(rgba, at + y * width, WINDOW, out, y * WINDOW * 3);
}

function compareWindow(w: Window, treated: Float32Array): { kept: number; marked: boolean } {
  const { lab, mean, variance } = w;
  let sum = 0, square = 0, product = 0, far = 0;
  for (let i = 0; i < PIXELS * 3; i += 3) {
    const L = treated[i], d = L - lab[i], da = treated[i + 1] - lab[i + 1], db = treated[i + 2] - lab[i + 2];
    sum += L;
    square += L * L;
    product += L * lab[i];
    far += Math.sqrt(d * d + da * da + db * db);
  }
  const m = sum / PIXELS, covariance = product / PIXELS - m * mean, own = Math.max(0, square / PIXELS - m * m);
  const slope = (covariance + STEADY) / (variance + STEADY);
  const left = own - 2 * slope * covariance + slope * slope * variance;
  return { kept: Math.min(1, Math.max(0, slope)) * (1 - Math.min(1, far / PIXELS / GONE)), marked: left > NEW_EDGE * NEW_EDGE };
}

/** A photograph that treatments are compared with. */
export class KeptPhoto {
  /** First pixels of the windows; what they are like is found when it is first needed. */
  private readonly at: number[] = [];
  private readonly known: Window[] = [];
  private readonly words: Uint32Array;
  private readonly scratch = new Float32Array(PIXELS * 3);

  /**
   * @param photo the slide's backdrop without any treatment, as opaque sRGB
   * @param shows is there photo at pixel (x, y)? Windows whose middle shows none do not count
   */
  constructor(
    private readonly photo: Pixels,
    shows: (x: number, y: number) => boolean = () => true,
  ) {
    const { width, height, data } = photo;
    this.words = wordsOf(data);
    for (let y = 0; y + WINDOW <= height; y += WINDOW) for (let x = 0; x + WINDOW <= width; x += WINDOW) if (shows(x + WINDOW / 2, y + WINDOW / 2)) this.at.push(y * width + x);
  }

  private window(i: number): Window {
    const known = this.known[i];
    if (known) return known;
    const lab = new Float32Array(PIXELS * 3);
    readWindow(this.photo.data, this.at[i], this.photo.width, lab);
    let sum = 0, square = 0;
    for (let k = 0; k < lab.length; k += 3) {
      sum += lab[k];
      square += lab[k] * lab[k];
    }
    const mean = sum / PIXELS;
    return (this.known[i] = { lab, mean, variance: Math.max(0, square / PIXELS - mean * mean) });
  }

  /** Is there any photo on the slide? */
  get shown(): boolean {
    return this.at.length > 0;
  }

  /**
   * Compares the treated picture, of the same size.
   * @returns null where there is no photo
   */
  compare(treated: Uint8ClampedArray): PhotoKept | null {
    const { width } = this.photo, words = wordsOf(treated), changed: number[] = [];
    for (let i = 0; i < this.at.length; i++) if (!this.same(words, this.at[i], width)) changed.push(i);
    // Of very many that changed, as under a tint, an even share tells the same to a few tenths of a percent.
    const every = Math.max(1, Math.floor(changed.length / ENOUGH_WINDOWS));
    let kept = 0, marks = 0, n = 0;
    for (let k = every >> 1; k < changed.length; k += every) {
      const i = changed[k];
      readWindow(treated, this.at[i], width, this.scratch);
      const c = compareWindow(this.window(i), this.scratch);
      kept += c.kept;
      if (c.marked) marks++;
      n++;
    }
    const all = this.at.length, share = n ? changed.length / n : 0;
    return all ? { kept: (100 * (all - changed.length + kept * share)) / all, marks: (100 * marks * share) / all } : null;
  }

  /** Most treatments leave most windows as they are. */
  private same(words: Uint32Array, at: number, width: number): boolean {
    for (let y = 0; y < WINDOW; y++) for (let i = at + y * width, end = i + WINDOW; i < end; i++) if (words[i] !== this.words[i]) return false;
    return true;
  }

  /**
   * What a translucent colour would leave, without painting it.
   * @param colour [r, g, b] 0..255 @param alpha 0..1 at a point (x, y)
   */
  estimate(colour: readonly [number, number, number], alpha: (x: number, y: number) => number, every: number): PhotoKept | null {
    const { width, data } = this.photo, mixed = new Uint8ClampedArray(WINDOW * 4);
    const read = (at: number, out: Float32Array): boolean => {
      const y0 = Math.floor(at / width), x0 = at - y0 * width;
      // Treatments are smooth at the size of a window: evenly between its corners.
      const a0 = alpha(x0, y0), a1 = alpha(x0 + WINDOW, y0), a2 = alpha(x0, y0 + WINDOW), a3 = alpha(x0 + WINDOW, y0 + WINDOW);
      if (a0 + a1 + a2 + a3 === 0) return false;
      for (let y = 0; y < WINDOW; y++) {
        const v = (y + 0.5) / WINDOW, left = a0 + (a2 - a0) * v, step = (a1 + (a3 - a1) * v - left) / WINDOW;
        for (let x = 0, p = (at + y * width) * 4; x < WINDOW; x++, p += 4) {
          const a = left + step * (x + 0.5), o = x * 4;
          mixed[o] = data[p] + (colour[0] - data[p]) * a;
          mixed[o + 1] = data[p + 1] + (colour[1] - data[p + 1]) * a;
          mixed[o + 2] = data[p + 2] + (colour[2] - data[p + 2]) * a;
        }
        labOf(mixed, 0, WINDOW, out, y * WINDOW * 3);
      }
      return true;
    };
    let kept = 0, marks = 0, n = 0;
    for (let i = every >> 1; i < this.at.length; i += every) {
      n++;
      if (!read(this.at[i], this.scratch)) {
        kept++;
        continue;
      }
      const c = compareWindow(this.window(i), this.scratch);
      kept += c.kept;
      if (c.marked) marks++;
    }
    return n ? { kept: (100 * kept) / n, marks: (100 * marks) / n } : null;
  }
}

const wordsOf = (rgba: Uint8ClampedArray): Uint32Array => (rgba.byteOffset % 4 === 0 ? new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length >> 2) : new Uint32Array(rgba.slice().buffer));
