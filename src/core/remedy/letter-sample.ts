// A sample of the pixels that a reading goes by, for weighing candidates without painting them: some of each letter's
// halo with its place, and its ink. What is chosen by it is confirmed on the picture afterwards.
import { luminance } from '../colour/srgb';
import type { TextLayer } from '../kinds/text';
import type { Piece, Size, Slide } from '../piece/schema';
import { busyness, cellMeans } from '../reading/busyness';
import { coloursOf, quantile } from '../reading/contrast-of-letters';
import { paintPair, probeText } from '../reading/read';
import { busynessFactor } from '../reading/verdict';
import type { Painter } from '../scene/painter';
import type { BareText } from './strength';
import type { Veil } from './veil';

/** Halo pixels that are looked at of each letter. */
const OF_A_LETTER = 36;

interface LetterSample {
  /** Luminance of its ink. */
  ink: number;
  /** How much of it the letter delivers, 0..1. */
  delivered: number;
  rgb: Uint8Array;
  /** Middles of the pixels, in pixels of the slide. */
  x: Float32Array;
  y: Float32Array;
  base: number;
  busy: number;
}

const LUMINANCE = Float32Array.from({ length: 256 }, (_, v) => luminance(v, 0, 0) / 0.2126);
const lum = (r: number, g: number, b: number): number =>
  0.2126 * LUMINANCE[r] + 0.7152 * LUMINANCE[g] + 0.0722 * LUMINANCE[b];

/**
 * Luminance that ink shows over a backdrop of which a share of it is delivered: mixed by the square root, which is near
 * enough to the mixing of bytes here.
 */
const shown = (ink: number, back: number, share: number): number =>
  share >= 1 ? ink : (share * Math.sqrt(ink) + (1 - share) * Math.sqrt(back)) ** 2;

/** Does a letter read as it must under a veil? No more than a quarter of its halo may be weaker. */
function isTold(
  l: LetterSample,
  ink: number | null,
  [r, g, b]: Veil['colour'],
  alphas: Float32Array,
  cover: number,
  s: number,
): boolean {
  const { rgb, delivered } = l,
    count = alphas.length,
    needed = l.base * busynessFactor(l.busy * (1 - cover * s)),
    full = ink ?? l.ink,
    own = full + 0.05;
  let weaker = Math.min(count - 1, Math.floor(count * 0.25)) + 1;
  for (let i = 0, o = 0; i < count; i++, o += 3) {
    const a = alphas[i] * s,
      back = lum(
        (rgb[o] + (r - rgb[o]) * a + 0.5) | 0,
        (rgb[o + 1] + (g - rgb[o + 1]) * a + 0.5) | 0,
        (rgb[o + 2] + (b - rgb[o + 2]) * a + 0.5) | 0,
      ),
      Y = back + 0.05,
      seen = delivered >= 1 ? own : shown(full, back, delivered) + 0.05;
    if ((Y > seen ? Y < needed * seen : seen < needed * Y) && --weaker === 0) return false;
  }
  return true;
}

/** Letters of some texts of a slide as they stand over it now. */
export class LetterSamples {
  /** The texts as they are, for the solver. */
  readonly bare: BareText[];
  private readonly letters: LetterSample[] = [];
  private readonly scratch = new Float32Array(OF_A_LETTER);

  constructor(painter: Painter, piece: Piece, slide: Slide, size: Size, texts: readonly TextLayer[]) {
    this.bare = texts.map((t) => {
      const probe = probeText(painter, piece, size, t);
      return { probe, pair: paintPair(painter, piece, slide, size, probe) };
    });
    for (const { probe, pair } of this.bare) {
      const { halo, grid } = probe;
      if (!halo.letters.length) continue;
      const colours = coloursOf(probe, pair);
      const busy = busyness(grid, cellMeans(grid, pair.backdrop));
      halo.letters.forEach((l, n) => {
        const c = colours[n],
          count = Math.min(OF_A_LETTER, l.halo.length),
          step = l.halo.length / count;
        const s: LetterSample = {
          ink: 0,
          delivered: l.delivered,
          rgb: new Uint8Array(count * 3),
          x: new Float32Array(count),
          y: new Float32Array(count),
          base: probe.base,
          busy,
        };
        for (let i = 0; i < count; i++) {
          const k = Math.floor(i * step),
            at = l.halo[k];
          s.rgb.set(c.halo.subarray(k * 3, k * 3 + 3), i * 3);
          s.x[i] = halo.region.x + (at % halo.region.width) + 0.5;
          s.y[i] = halo.region.y + Math.floor(at / halo.region.width) + 0.5;
        }
        // One ink a letter is near enough here.
        const m = c.ink.length === 3 ? 0 : Math.floor(c.ink.length / 6) * 3;
        s.ink = lum(c.ink[m], c.ink[m + 1], c.ink[m + 2]);
        this.letters.push(s);
      });
    }
  }

  get hasLetters(): boolean {
    return this.letters.length > 0;
  }

  /**
   * Is the ink lighter than most of what lies behind it could be? Decides whether it wants dark or light treatments.
   */
  get lightInk(): boolean {
    return this.letters.reduce((s, l) => s + l.ink, 0) / Math.max(1, this.letters.length) > 0.22;
  }

  /** The weakest letter's ratio with another ink, by its luminance, 1..21, and what it needs. */
  withInk(ink: number): { ratio: number; needed: number } {
    let worst = { ratio: 21, needed: this.letters[0]?.base ?? 3 };
    for (const l of this.letters) {
      const count = l.x.length;
      for (let i = 0, o = 0; i < count; i++, o += 3) {
        const back = lum(l.rgb[o], l.rgb[o + 1], l.rgb[o + 2]),
          Y = back + 0.05,
          own = shown(ink, back, l.delivered) + 0.05;
        this.scratch[i] = Y > own ? Y / own : own / Y;
      }
      const ratio = quantile(this.scratch, count, Math.min(count - 1, Math.floor(count * 0.25))),
        needed = l.base * busynessFactor(l.busy);
      if (ratio / needed < worst.ratio / worst.needed) worst = { ratio, needed };
    }
    return worst;
  }

  /**
   * The weakest letter over what it needs if everything behind each letter were even: more than smoothing can bring.
   */
  get atBest(): number {
    let least = Infinity;
    for (const l of this.letters) {
      let sum = 0;
      const count = l.x.length;
      for (let i = 0; i < count; i++) sum += lum(l.rgb[i * 3], l.rgb[i * 3 + 1], l.rgb[i * 3 + 2]);
      const Y = sum / count + 0.05,
        own = shown(l.ink, sum / count, l.delivered) + 0.05;
      least = Math.min(least, (Y > own ? Y / own : own / Y) / l.base);
    }
    return least;
  }

  /** About the least strength, 0..1, at which a veil is enough, or null. @param ink luminance of another ink */
  enough({ colour, alpha }: Veil, ink: number | null = null): number | null {
    const covers: number[] = [],
      alphas = this.letters.map(({ x, y }) => {
        const of = new Float32Array(x.length);
        let sum = 0;
        for (let i = 0; i < of.length; i++) sum += of[i] = alpha(x[i], y[i]);
        covers.push(sum / of.length);
        return of;
      });
    // The letter that fell short last is the first to be tried.
    const order = this.letters.map((_, n) => n);
    const isEnough = (strength: number): boolean => {
      const short = order.findIndex((n) => !isTold(this.letters[n], ink, colour, alphas[n], covers[n], strength));
      if (short > 0) order.unshift(...order.splice(short, 1));
      return short < 0;
    };
    if (isEnough(0)) return 0;
    if (!isEnough(1)) return null;
    let low = 0,
      high = 1;
    for (let i = 0; i < 7; i++) {
      const m = (low + high) / 2;
      if (isEnough(m)) high = m;
      else low = m;
    }
    return high;
  }
}
