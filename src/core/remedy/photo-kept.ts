// Photo kept, marks and edge: how much of a photograph survives what is laid over it, how much of it shows new
// structure, and how plainly one sees where the treatment begins and ends. The
// definition is reading.md, "Ways through": windows of 8 x 8 pixels, local contrast that still comes through, mean
// distance in OKLab.
import { labOf } from '../colour/lab-planes';
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';

export interface PhotoKept {
  /** 0..100 percent. */
  kept: number;
  /** 0..100 percent. */
  marks: number;
  /**
   * How plainly one sees where it begins and ends, 0..: how steeply its own light changes over what the picture itself
   * shows there, which hides it.
   */
  edge: number;
}

/** Long side in pixels at which pictures are compared. */
export const KEPT_SIDE = 1080;
export const WINDOW = 8;
const PIXELS = WINDOW * WINDOW;
/** Keeps flat windows from counting as contrast that was lost. */
const STEADY = 1.6e-5;
/** OKLab distance at which nothing of a window is left. */
const GONE = 0.4;
/** Standard deviation of lightness, beyond what the photo itself explains, from which on an edge is new. */
const NEW_EDGE = 0.012;

/** A slope of lightness over a window that is plainly seen on an even ground; steeper ones are crisp, and no worse. */
const SLOPE = 0.01;
const CRISP = 0.02;

/** So many changed windows are enough to tell what is kept. */
const ENOUGH_WINDOWS = 1000;
/** For an estimate every so many-th pixel of a window, both ways. */
const SPARSE = 2;

/** Of 256 turns so many, halved until one of about `every` windows is left. */
const turnsFor = (every: number): number => Math.max(1, 256 >> Math.max(0, Math.ceil(Math.log2(every))));
/**
 * In which order windows are taken when some must do, 0..255: as in ordered dithering (Bayer 1973), so that any number
 * of them lies evenly,
 * and what was looked at for fewer is looked at for more.
 */
function turnOf(column: number, row: number): number {
  let turn = 0;
  for (let bit = 1; bit < 16; bit *= 2) {
    const x = column & bit ? 1 : 0,
      y = row & bit ? 1 : 0;
    turn = turn * 4 + ((x ^ y) << 1) + y;
  }
  return turn;
}

/**
 * What a window of the photo is like: L, a, b of its pixels, and the mean and variance of L; and the same of the pixels
 * an estimate looks at.
 */
interface Window {
  lab: Float32Array;
  mean: number;
  variance: number;
  sparse: Window | null;
}

function windowOf(lab: Float32Array): Window {
  let sum = 0,
    square = 0;
  for (let k = 0; k < lab.length; k += 3) {
    sum += lab[k];
    square += lab[k] * lab[k];
  }
  const n = lab.length / 3,
    mean = sum / n;
  return { lab, mean, variance: Math.max(0, square / n - mean * mean), sparse: null };
}

/** The pixels of a window that an estimate looks at. */
function sparseOf(w: Window): Window {
  if (w.sparse) return w.sparse;
  const side = WINDOW / SPARSE,
    lab = new Float32Array(side * side * 3);
  for (let y = 0, o = 0; y < WINDOW; y += SPARSE)
    for (let x = 0; x < WINDOW; x += SPARSE, o += 3)
      lab.set(w.lab.subarray((y * WINDOW + x) * 3, (y * WINDOW + x) * 3 + 3), o);
  return (w.sparse = windowOf(lab));
}

function readWindow(rgba: Uint8ClampedArray, at: number, width: number, out: Float32Array): void {
  for (let y = 0; y < WINDOW; y++) labOf(rgba, at + y * width, WINDOW, out, y * WINDOW * 3);
}

function compareWindow(w: Window, treated: Float32Array): { kept: number; marked: boolean; edge: number } {
  const { lab, mean, variance } = w,
    pixels = lab.length / 3,
    side = Math.sqrt(pixels),
    half = side / 2;
  let sum = 0,
    square = 0,
    product = 0,
    far = 0,
    across = 0,
    down = 0,
    ownAcross = 0,
    ownDown = 0;
  for (let i = 0, p = 0; i < lab.length; i += 3, p++) {
    const L = treated[i],
      d = L - lab[i],
      da = treated[i + 1] - lab[i + 1],
      db = treated[i + 2] - lab[i + 2];
    if (p % side < half) {
      across -= L;
      ownAcross -= lab[i];
    } else {
      across += L;
      ownAcross += lab[i];
    }
    if (p < pixels / 2) {
      down -= L;
      ownDown -= lab[i];
    } else {
      down += L;
      ownDown += lab[i];
    }
    sum += L;
    square += L * L;
    product += L * lab[i];
    far += Math.sqrt(d * d + da * da + db * db);
  }
  const m = sum / pixels,
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

/** A photograph that treatments are compared with. */
export class KeptPhoto {
  /** First pixels of the windows; what they are like is found when it is first needed. */
  private readonly at: number[] = [];
  private readonly turns: number[] = [];
  private readonly known: Window[] = [];
  private readonly words: Uint32Array;
  private readonly scratch = new Float32Array(PIXELS * 3);
  private readonly bytes = new Uint8ClampedArray(PIXELS * 4);
  /** Alphas at the corners of a window: left and right above, left and right below. */
  private readonly corners: Corners = [0, 0, 0, 0];

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
    for (let y = 0; y + WINDOW <= height; y += WINDOW)
      for (let x = 0; x + WINDOW <= width; x += WINDOW) {
        if (!shows(x + WINDOW / 2, y + WINDOW / 2)) continue;
        this.at.push(y * width + x);
        this.turns.push(turnOf(x / WINDOW, y / WINDOW));
      }
  }

  private window(i: number): Window {
    const known = this.known[i];
    if (known) return known;
    const lab = new Float32Array(PIXELS * 3);
    readWindow(this.photo.data, this.at[i], this.photo.width, lab);
    return (this.known[i] = windowOf(lab));
  }

  /** Is there any photo on the slide? */
  get shown(): boolean {
    return this.at.length > 0;
  }

  /**
   * Compares the treated picture.
   * @param part where it may differ from the photo: the picture has its size, and it begins where a window begins; all
   * of it where left out
   * @returns null where there is no photo
   */
  compare(
    treated: Uint8ClampedArray,
    part: Box = { x: 0, y: 0, width: this.photo.width, height: this.photo.height },
  ): PhotoKept | null {
    const { width } = this.photo,
      words = wordsOf(treated),
      changed: number[] = [];
    const inPart = (at: number): number => {
      const y = Math.floor(at / width) - part.y,
        x = (at % width) - part.x;
      return x >= 0 && y >= 0 && x + WINDOW <= part.width && y + WINDOW <= part.height ? y * part.width + x : -1;
    };
    for (let i = 0; i < this.at.length; i++) {
      const own = inPart(this.at[i]);
      if (own >= 0 && !this.same(words, own, part.width, this.at[i])) changed.push(i);
    }
    // Of very many that changed, as under a tint, an even share tells the same to a few tenths of a percent.
    const turns = turnsFor(changed.length / ENOUGH_WINDOWS),
      seen = new Tally();
    for (const i of changed) {
      if (this.turns[i] >= turns) continue;
      readWindow(treated, inPart(this.at[i]), part.width, this.scratch);
      seen.add(compareWindow(this.window(i), this.scratch));
    }
    return seen.of(this.at.length, changed.length);
  }

  /** Most treatments leave most windows as they are. */
  private same(words: Uint32Array, at: number, wide: number, own: number): boolean {
    for (let y = 0; y < WINDOW; y++)
      for (let i = at + y * wide, k = own + y * this.photo.width, end = i + WINDOW; i < end; i++, k++)
        if (words[i] !== this.words[k]) return false;
    return true;
  }

  /**
   * What a translucent colour leaves, without painting it: as exact as a painting is, but for its rounding to bytes.
   * @param colour [r, g, b] 0..255 @param alpha 0..1 at a point (x, y), changing evenly over a window
   */
  under(colour: Rgb, alpha: AlphaAt): PhotoKept | null {
    if (!this.shown) return null;
    const { width, height } = this.photo,
      columns = Math.floor(width / WINDOW) + 1,
      // Neighbouring windows share their corners.
      corners = new Float32Array(columns * (Math.floor(height / WINDOW) + 1));
    for (let i = 0, y = 0; i < corners.length; y += WINDOW)
      for (let x = 0; x < columns; x++, i++) corners[i] = alpha(x * WINDOW, y);
    const cornersOf = (at: number, of: Corners): boolean => {
      const y = Math.floor(at / width),
        c = (y / WINDOW) * columns + (at - y * width) / WINDOW;
      of[0] = corners[c];
      of[1] = corners[c + 1];
      of[2] = corners[c + columns];
      of[3] = corners[c + columns + 1];
      return of[0] + of[1] + of[2] + of[3] > 0;
    };
    const changed: number[] = [];
    for (let i = 0; i < this.at.length; i++) if (cornersOf(this.at[i], this.corners)) changed.push(i);
    const turns = turnsFor(changed.length / ENOUGH_WINDOWS),
      seen = new Tally();
    for (const i of changed) {
      if (this.turns[i] >= turns) continue;
      cornersOf(this.at[i], this.corners);
      this.mixed(this.at[i], colour, 1);
      seen.add(compareWindow(this.window(i), this.scratch));
    }
    return seen.of(this.at.length, changed.length);
  }

  /**
   * The same, estimated.
   * @param most looks at about so many windows, and there at a quarter of the pixels
   */
  estimate(colour: Rgb, alpha: AlphaAt, most: number): PhotoKept | null {
    const { width } = this.photo,
      of = this.corners,
      seen = new Tally();
    let n = 0,
      changed = 0;
    const turns = turnsFor(this.at.length / most);
    for (let i = 0; i < this.at.length; i++) {
      if (this.turns[i] >= turns) continue;
      n++;
      const y = Math.floor(this.at[i] / width),
        x = this.at[i] - y * width;
      of[0] = alpha(x, y);
      of[1] = alpha(x + WINDOW, y);
      of[2] = alpha(x, y + WINDOW);
      of[3] = alpha(x + WINDOW, y + WINDOW);
      if (of[0] + of[1] + of[2] + of[3] === 0) continue;
      changed++;
      this.mixed(this.at[i], colour, SPARSE);
      seen.add(compareWindow(sparseOf(this.window(i)), this.scratch));
    }
    return seen.of(n, changed);
  }

  /**
   * A window under a colour, its alphas lying evenly between its corners: every so many-th pixel both ways, as L, a, b
   * in the scratch.
   */
  private mixed(at: number, [r, g, b]: Rgb, every: number): void {
    const { width, data } = this.photo,
      [a0, a1, a2, a3] = this.corners,
      { bytes } = this;
    let o = 0;
    for (let y = 0; y < WINDOW; y += every) {
      const v = (y + 0.5) / WINDOW,
        left = a0 + (a2 - a0) * v,
        step = (a1 + (a3 - a1) * v - left) / WINDOW;
      for (let x = 0, p = (at + y * width) * 4; x < WINDOW; x += every, p += 4 * every, o += 4) {
        const a = left + step * (x + 0.5);
        bytes[o] = data[p] + (r - data[p]) * a;
        bytes[o + 1] = data[p + 1] + (g - data[p + 1]) * a;
        bytes[o + 2] = data[p + 2] + (b - data[p + 2]) * a;
      }
    }
    labOf(bytes, 0, o / 4, this.scratch);
  }
}

type Rgb = readonly [number, number, number];
type AlphaAt = (x: number, y: number) => number;
type Corners = [number, number, number, number];

/** What some windows tell, put together. */
class Tally {
  private kept = 0;
  private marks = 0;
  private edge = 0;
  private n = 0;

  add({ kept, marked, edge }: ReturnType<typeof compareWindow>): void {
    this.kept += kept;
    this.edge += edge;
    if (marked) this.marks++;
    this.n++;
  }

  /** @param all windows there are @param changed so many of them, for which those that were added stand */
  of(all: number, changed: number): PhotoKept | null {
    const share = this.n ? changed / this.n : 0;
    return all
      ? {
          kept: (100 * (all - changed + this.kept * share)) / all,
          marks: (100 * this.marks * share) / all,
          edge: (100 * this.edge * share) / all,
        }
      : null;
  }
}

const wordsOf = (rgba: Uint8ClampedArray): Uint32Array =>
  rgba.byteOffset % 4 === 0
    ? new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length >> 2)
    : new Uint32Array(rgba.slice().buffer);
