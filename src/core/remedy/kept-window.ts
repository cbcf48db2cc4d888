// A window of a photo beside the same under a treatment, by a kernel in WebAssembly (kernels/lab.ts): what photo kept,
// marks and edge are made of (reading.md, "Ways through").
import { cones } from '../colour/lab-planes';
import { kernel, roomFor } from '../ground/kernel';

/** Side of a window, px. */
export const WINDOW = 8;
const PIXELS = WINDOW * WINDOW;
/** For an estimate every so many-th pixel of a window, both ways. */
export const SPARSE = 2;
/** Keeps flat windows from counting as contrast that was lost. */
const STEADY = 1.6e-5;
/** OKLab distance at which nothing of a window is left. */
const GONE = 0.4;
/** Standard deviation of lightness, beyond what the photo itself explains, from which on an edge is new. */
const NEW_EDGE = 0.012;

/** A slope of lightness over a window that is plainly seen on an even ground; steeper ones are crisp, and no worse. */
const SLOPE = 0.01;
const CRISP = 0.02;

/** Red, green and blue, 0..255. */
export type Rgb = readonly [number, number, number];
/** Alphas at the corners of a window: left and right above, left and right below. */
export type Corners = [number, number, number, number];

/** What a window of the photo is like: L, a, b of its pixels, and the mean and variance of L. */
export interface Window {
  lab: Float32Array;
  mean: number;
  variance: number;
  /** The same of the pixels an estimate looks at, once it was asked for. */
  sparse: Window | null;
}

/** What a treatment does to a window. */
export interface Compared {
  /** Share that is kept, 0..1. */
  kept: number;
  marked: boolean;
  /** How plainly it begins or ends there, 0..: 1 is a slope that is plainly seen on an even ground. */
  edge: number;
}

/** The pixels of a window that an estimate looks at. */
export function sparseOf(w: Window, desk: Desk): Window {
  if (w.sparse) return w.sparse;
  const side = WINDOW / SPARSE,
    lab = new Float32Array(side * side * 3);
  for (let y = 0, o = 0; y < WINDOW; y += SPARSE)
    for (let x = 0; x < WINDOW; x += SPARSE, o += 3)
      lab.set(w.lab.subarray((y * WINDOW + x) * 3, (y * WINDOW + x) * 3 + 3), o);
  return (w.sparse = desk.windowOf(lab));
}

/** Where windows are compared: areas in the kernel's memory, had anew for each question. */
export class Desk {
  private readonly gives = cones();
  private readonly bytes: number;
  private readonly mixed: number;
  private readonly treated: number;
  private readonly own: number;
  private readonly found: number;
  private readonly words: Uint32Array;
  private readonly treatedLab: Float32Array;
  private readonly ownLab: Float32Array;
  private readonly sums: Float64Array;

  constructor() {
    const lab = (PIXELS + 1) * 12,
      { buffer, at } = roomFor(PIXELS * 4, PIXELS * 4, lab, lab, 9 * 8);
    [this.bytes, this.mixed, this.treated, this.own, this.found] = at;
    this.words = new Uint32Array(buffer, this.bytes, PIXELS);
    this.treatedLab = new Float32Array(buffer, this.treated, PIXELS * 3);
    this.ownLab = new Float32Array(buffer, this.own, PIXELS * 3);
    this.sums = new Float64Array(buffer, this.found, 9);
  }

  /** Takes the pixels of a window. @param at of the first @param width of the picture they lie in */
  take(words: Uint32Array, at: number, width: number): void {
    for (let y = 0, o = 0; y < WINDOW; y++)
      for (let i = at + y * width, end = i + WINDOW; i < end; i++) this.words[o++] = words[i];
  }

  /** What was taken becomes what is compared. */
  plain(): void {
    kernel().labOf(this.bytes, PIXELS, this.treated, this.gives);
  }

  /**
   * What was taken, under a colour, becomes what is compared: its alphas lie evenly between the corners.
   * @param every so many-th pixel, both ways
   */
  under([r, g, b]: Rgb, [a0, a1, a2, a3]: Corners, every: number): void {
    const { underColour, labOf } = kernel();
    underColour(this.bytes, WINDOW, every, r, g, b, a0, a1, a2, a3, this.mixed);
    labOf(this.mixed, PIXELS / (every * every), this.treated, this.gives);
  }

  /** What is compared, as a window of its own. */
  window(): Window {
    return this.windowOf(this.treatedLab.slice());
  }
  windowOf(lab: Float32Array): Window {
    const n = lab.length / 3;
    this.ownLab.set(lab);
    kernel().compared(this.own, this.own, Math.sqrt(n), this.found);
    const mean = this.sums[0] / n;
    return { lab, mean, variance: Math.max(0, this.sums[2] / n - mean * mean), sparse: null };
  }

  /** Compares with a window of the photo. */
  with({ lab, mean, variance }: Window): Compared {
    const pixels = lab.length / 3;
    this.ownLab.set(lab);
    kernel().compared(this.treated, this.own, Math.sqrt(pixels), this.found);
    const [sum, , square, product, across, ownAcross, down, ownDown, far] = this.sums,
      m = sum / pixels,
      covariance = product / pixels - m * mean,
      own = Math.max(0, square / pixels - m * m);
    const slope = (covariance + STEADY) / (variance + STEADY);
    const left = own - 2 * slope * covariance + slope * slope * variance;
    // What is left of the photo's own light is no slope of the treatment's; and from the middle of one half to that of
    // the other is half a window.
    const flat = Math.min(1, Math.max(0, slope)),
      steep = Math.min(CRISP, (4 / pixels) * Math.hypot(across - flat * ownAcross, down - flat * ownDown));
    return {
      kept: Math.min(1, Math.max(0, slope)) * (1 - Math.min(1, far / pixels / GONE)),
      marked: left > NEW_EDGE * NEW_EDGE,
      edge: (steep * steep) / (SLOPE * SLOPE + variance),
    };
  }
}
