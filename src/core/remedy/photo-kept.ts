// Photo kept, marks and edge: how much of a photograph survives what is laid over it, how much of it shows new
// structure, and how plainly one sees where the treatment begins and ends. The
// definition is reading.md, "Ways through": windows of 8 x 8 pixels, local contrast that still comes through, mean
// distance in OKLab.
import type { Box } from '../ground/box';
import { type Pixels, wordsOf } from '../ground/pixels';
import { type Compared, type Corners, Desk, type Rgb, SPARSE, sparseOf, WINDOW, type Window } from './kept-window';

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

/** So many changed windows are enough to tell what is kept. */
const ENOUGH_WINDOWS = 1000;

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

/** A photograph that treatments are compared with. */
export class KeptPhoto {
  /** First pixels of the windows; what they are like is found when it is first needed. */
  private readonly at: number[] = [];
  private readonly turns: number[] = [];
  private readonly known: Window[] = [];
  private readonly words: Uint32Array;
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

  private window(i: number, desk: Desk): Window {
    const known = this.known[i];
    if (known) return known;
    desk.take(this.words, this.at[i], this.photo.width);
    desk.plain();
    return (this.known[i] = desk.window());
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
      seen = new Tally(),
      desk = new Desk();
    for (const i of changed) {
      if (this.turns[i] >= turns) continue;
      const own = this.window(i, desk);
      desk.take(words, inPart(this.at[i]), part.width);
      desk.plain();
      seen.add(desk.with(own));
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
      seen = new Tally(),
      desk = new Desk();
    for (const i of changed) {
      if (this.turns[i] >= turns) continue;
      const own = this.window(i, desk);
      cornersOf(this.at[i], this.corners);
      desk.take(this.words, this.at[i], width);
      desk.under(colour, this.corners, 1);
      seen.add(desk.with(own));
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
      seen = new Tally(),
      desk = new Desk();
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
      const own = sparseOf(this.window(i, desk), desk);
      desk.take(this.words, this.at[i], width);
      desk.under(colour, of, SPARSE);
      seen.add(desk.with(own));
    }
    return seen.of(n, changed);
  }
}

type AlphaAt = (x: number, y: number) => number;

/** What some windows tell, put together. */
class Tally {
  private kept = 0;
  private marks = 0;
  private edge = 0;
  private n = 0;

  add({ kept, marked, edge }: Compared): void {
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
