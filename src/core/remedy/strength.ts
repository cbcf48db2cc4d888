// How readings change with the strength of a treatment: the strength chart, and Just enough.
// Where everything above the treatment blends normally, each pixel is an even mix of the picture without it and with
// all of it; two paintings of a text's region then answer for every strength. What is found so is confirmed by painting
// at full size.
import { type StrengthProperty } from '../kinds/kind';
import { mixesEvenly, withStrength } from '../kinds/strengths';
import type { TextLayer } from '../kinds/text';
import { changeLayers } from '../piece/edits';
import { slideOf, textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { isTreatment, setColour } from '../piece/treatments';
import { type BusyGrid, busyness, cellMeans } from '../reading/busyness';
import { coloursOf, type LetterColours, type LetterRead, readLetters, readOf } from '../reading/contrast-of-letters';
import {
  inkIsOpaque,
  paintPair,
  type Pair,
  probeText,
  type Reading,
  readLetter,
  readText,
  type TextProbe,
} from '../reading/read';
import {
  areClear,
  busynessFactor,
  letterVerdict,
  marginOf,
  type Verdict,
  verdictOf,
  worstVerdict,
} from '../reading/verdict';
import type { Painter, PaintOptions } from '../scene/painter';

export interface StrengthPoint {
  /** Strength in whole percent. */
  strength: number;
  /** Weakest letter of all texts asked about; null without letters. */
  ratio: number | null;
  /** Ratio that a tenth of the letters fall short of, and that of the middle letter. */
  tenth: number | null;
  median: number | null;
  needed: number;
  verdict: Verdict | null;
  /** Share of Clear letters, 0..1. */
  share: number;
  /** The slide that has the weakest letter; null without letters. */
  slide: string | null;
}

export interface JustEnough {
  /** Least strength in whole percent at which all texts asked about are Clear; null where none is. */
  strength: number | null;
  before: Reading[];
  after: Reading[];
  /** Where it cannot be reached: a colour that would do, or null if none would. */
  instead: string | null;
  /** The slide that needs most of it; null where nothing is needed, or there are no letters. */
  decides: string | null;
}

/** A slide with the treatment on it. */
export interface TreatedSlide {
  slide: Slide;
  /** The layers whose strength is in question; more than one where every text has a backing, say. */
  treated: readonly string[];
}

export interface StrengthAsk {
  piece: Piece;
  size: Size;
  /** One slide, or several that share one strength. */
  slides: readonly TreatedSlide[];
  /** The treatment is only tried: before it there was none. */
  added?: boolean;
  /** What its strength is; its opacity where left out. */
  property?: StrengthProperty;
  /** Texts that must be Clear; all visible ones above the treatment where left out. */
  texts?: string[];
  /** A ratio to reach instead of the one each text needs. */
  goal?: number;
}

/** Paints the treated layers of a slide at a strength of 0..1. */
const trying = (
  { property = 'opacity', size }: StrengthAsk,
  { treated }: TreatedSlide,
  value: number,
): PaintOptions => ({ alter: (l) => (treated.includes(l.id) ? withStrength(l, property, value, size) : l) });

/** A text as it is without the treatment, where that is known from before. */
export interface BareText {
  probe: TextProbe;
  pair: Pair;
}

interface TextModel {
  on: TreatedSlide;
  probe: TextProbe;
  /** Its inks, where they are the same at any strength. */
  inks: Pair['inks'] | null;
  /** What two paintings tell; null where strengths do not mix evenly. */
  mix: {
    none: LetterColours[];
    full: LetterColours[];
    /** Busyness at a strength in percent. */
    busyAt: (strength: number) => number;
    /** Indices of the letters, those first that fell short last. */
    order: number[];
  } | null;
}

/** Busyness changes slowly with strength: it is computed at every 20 % that is asked for and read off between. */
function busyCurve(grid: BusyGrid, none: Float32Array, full: Float32Array): NonNullable<TextModel['mix']>['busyAt'] {
  const known: number[] = [];
  const at = (i: number): number => (known[i] ??= busyness(grid, none, full, i / 5));
  return (strength) => {
    const i = Math.min(4, Math.floor(strength / 20)),
      f = strength / 20 - i;
    return f === 0 ? at(i) : at(i) + (at(i + 1) - at(i)) * f;
  };
}

/** The texts of a slide that a question is about: named ones, else all that the treatment is for, or lie above it. */
function textsAsked({ piece, size, texts }: StrengthAsk, { slide, treated }: TreatedSlide): TextLayer[] {
  const at = slide.layers.findIndex((l) => treated.includes(l.id));
  return textsIn(piece, slide, size, texts).filter((l) => texts || slide.layers.indexOf(l) >= at);
}

/** Readings at any strength, from two paintings of each text. */
export class StrengthModel {
  private readonly models: TextModel[];
  /** False where strengths mix unevenly: reach and blur do, and blend modes above the treatment make it so. */
  readonly even: boolean;

  constructor(
    private readonly painter: Painter,
    readonly ask: StrengthAsk,
    bare: readonly BareText[] = [],
  ) {
    const { piece, size, slides } = ask;
    this.even =
      mixesEvenly(ask.property ?? 'opacity') &&
      slides.every(({ slide, treated }) => {
        const at = slide.layers.findIndex((l) => treated.includes(l.id));
        return slide.layers
          .slice(at)
          .every((l) => !l.visible || l.blend === 'normal' || (l.id === treated[0] && isTreatment(l)));
      });
    this.models = slides.flatMap((on) =>
      textsAsked(ask, on).map((layer) => {
        const known = bare.find((b) => b.probe.layer.id === layer.id),
          probe = known?.probe ?? probeText(painter, piece, size, layer);
        const none = known?.pair ?? paintPair(painter, piece, on.slide, size, probe, trying(ask, on, 0));
        // A treatment that lies over the ink changes it.
        const own = on.slide.layers.findIndex((l) => l.id === layer.id),
          below = on.slide.layers.every((l, i) => i <= own || !on.treated.includes(l.id));
        const inks = below && inkIsOpaque(piece, probe) ? none.inks : null;
        if (!this.even) return { on, probe, inks, mix: null };
        const full = paintPair(painter, piece, on.slide, size, probe, trying(ask, on, 1), inks);
        return {
          on,
          probe,
          inks,
          mix: {
            none: coloursOf(probe, none),
            full: coloursOf(probe, full),
            busyAt: busyCurve(probe.grid, cellMeans(probe.grid, none.backdrop), cellMeans(probe.grid, full.backdrop)),
            order: probe.halo.letters.map((_, i) => i),
          },
        };
      }),
    );
  }

  /**
   * The weakest letter at a strength of 0..100 percent.
   * Busyness is read off between strengths for which it is known: painting has the last word.
   */
  at(strength: number): StrengthPoint {
    const s = strength / 100;
    let worst: { read: LetterRead; needed: number; margin: number; slide: string } | null = null;
    let clear = 0;
    const all: number[] = [];
    for (const m of this.models) {
      if (!m.probe.halo.letters.length) continue;
      let letters: readonly LetterRead[], busy: number;
      if (m.mix) {
        letters = readLetters(m.mix.none, m.mix.full, s);
        busy = m.mix.busyAt(strength);
      } else {
        const { piece, size } = this.ask;
        const r = readText(
          this.painter,
          piece,
          m.on.slide,
          size,
          m.probe.layer,
          trying(this.ask, m.on, s),
          m.probe,
          m.inks,
        );
        ({ letters } = r);
        busy = r.busyness;
      }
      const needed = this.ask.goal ?? m.probe.base * busynessFactor(busy);
      for (const read of letters) {
        all.push(read.ratio);
        if (letterVerdict(read, needed) === 'clear') clear++;
        const margin = marginOf(read.ratio, needed, read.melts);
        if (!worst || margin < worst.margin) worst = { read, needed, margin, slide: m.on.slide.id };
      }
    }
    all.sort((a, b) => a - b);
    const nth = (share: number): number | null => all[Math.min(all.length - 1, Math.floor(all.length * share))] ?? null;
    return {
      strength,
      ratio: worst?.read.ratio ?? null,
      tenth: nth(0.1),
      median: nth(0.5),
      needed: worst?.needed ?? this.ask.goal ?? 0,
      verdict: worst ? letterVerdict(worst.read, worst.needed) : null,
      share: all.length ? clear / all.length : 0,
      slide: worst?.slide ?? null,
    };
  }

  /**
   * Are all texts Clear at a strength of 0..100 percent? Tells what `at` tells, but stops at the first letter that is
   * not.
   */
  isEnough(strength: number): boolean {
    if (!this.even) return this.at(strength).verdict === 'clear';
    return this.models.every(({ probe, mix }) => {
      if (!mix || !mix.order.length) return true;
      const { none, full, order } = mix,
        least = this.ask.goal ?? probe.base;
      // How busy it is only matters for letters that would do over a calm backdrop.
      let needed: number | null = null;
      const short = order.findIndex((n) => {
        const read = readOf(none[n], full[n], strength / 100);
        return (
          letterVerdict(read, least) !== 'clear' ||
          verdictOf(read.ratio, (needed ??= this.ask.goal ?? probe.base * busynessFactor(mix.busyAt(strength)))) !==
            'clear'
        );
      });
      if (short > 0) order.unshift(...order.splice(short, 1));
      return short < 0;
    });
  }

  get hasLetters(): boolean {
    return this.models.some((m) => m.probe.halo.letters.length > 0);
  }

  /**
   * How one letter is told, painted at full size at a strength in percent. @param text index into the texts asked
   * about @param letter index into its reading's letters
   */
  paintedLetter(strength: number, text: number, letter: number): LetterRead {
    const { piece, size } = this.ask,
      { on, probe, inks } = this.models[text];
    return readLetter(this.painter, piece, on.slide, size, probe, letter, trying(this.ask, on, strength / 100), inks);
  }

  /**
   * Readings of the texts asked about, painted at full size at a strength in percent; at the strengths they have where
   * it is null.
   */
  paintedAt(strength: number | null): Reading[] {
    const { piece, size, goal } = this.ask;
    return this.models.map(({ on, probe, inks }) => {
      const r = readText(
        this.painter,
        piece,
        on.slide,
        size,
        probe.layer,
        strength === null ? {} : trying(this.ask, on, strength / 100),
        probe,
        inks,
      );
      return goal === undefined
        ? r
        : {
            ...r,
            needed: goal,
            verdict: r.ratio === null ? null : worstVerdict(r.letters.map((l) => letterVerdict(l, goal))),
          };
    });
  }
}

/**
 * What is needed changes so little from one percent to the next, by busyness: a letter that is short by more is short
 * all the same.
 */
const SURELY = 0.99;

/**
 * Is the letter that is weakest in some readings surely short, painted at a strength in percent that is next to theirs?
 * Quicker than painting all.
 */
function fallsShort(model: StrengthModel, strength: number, readings: readonly Reading[]): boolean {
  const weakest = readings.reduce<Reading | null>(
    (w, r) => (r.ratio !== null && (!w || r.ratio / r.needed < w.ratio! / w.needed) ? r : w),
    null,
  );
  if (!weakest) return false;
  const letter = weakest.letters.findIndex((l) => l.ratio === weakest.ratio),
    read = model.paintedLetter(strength, readings.indexOf(weakest), letter);
  return letterVerdict(read, weakest.needed * SURELY) !== 'clear';
}

/** The strength chart: points from 0 to 100 %, 21 of them unless a coarser step (in percent) is enough. */
export const strengthChart = (model: StrengthModel, step = 5): StrengthPoint[] =>
  Array.from({ length: 100 / step + 1 }, (_, i) => model.at(i * step));

/**
 * The strength chart in steps of a coarse percentage, and where none of its points is Clear, every percent that costs
 * little to try.
 */
function leastOf(model: StrengthModel): number | null {
  return leastStrength(model, strengthChart(model, model.even ? 10 : 20));
}

/**
 * The least whole percent at which all is Clear, given the chart of coarse points: the first stretch of the chart that
 * ends
 * in Clear is searched by bisection, which also serves readings that fall before they rise. Where no point is Clear,
 * letters on the light
 * and on the dark may still leave a gap between two points: each percent between is tried.
 */
export function leastStrength(model: StrengthModel, chart: readonly StrengthPoint[]): number | null {
  for (let i = 0; i < chart.length; i++) {
    if (chart[i].verdict !== 'clear') continue;
    return i === 0 ? chart[0].strength : between(model, chart[i - 1].strength, chart[i].strength);
  }
  if (!model.even) return null;
  // Only next to the best point can there be one.
  const best = chart.reduce(
    (b, p, i) => ((p.ratio ?? 0) / p.needed > (chart[b].ratio ?? 0) / chart[b].needed ? i : b),
    0,
  );
  for (let s = (chart[best - 1]?.strength ?? -1) + 1; s < (chart[best + 1]?.strength ?? 101); s++)
    if (model.isEnough(s)) return s;
  return null;
}

/**
 * The least whole percent next to a guess at which all is Clear, in strides that double from there: quick where the
 * guess is good.
 * @param near 0..100 @returns null where none is found, which does not tell that there is none
 */
export function leastNear(model: StrengthModel, near: number): number | null {
  const from = Math.min(100, Math.max(0, Math.ceil(near)));
  let low = from,
    high = from;
  if (model.isEnough(from)) {
    for (let stride = 1; ; stride *= 2) {
      if (high === 0) return 0;
      low = Math.max(0, high - stride);
      if (!model.isEnough(low)) break;
      high = low;
    }
  } else
    for (let stride = 1; ; stride *= 2) {
      if (low === 100) return null;
      high = Math.min(100, low + stride);
      if (model.isEnough(high)) break;
      low = high;
    }
  return between(model, low, high);
}

/**
 * The least whole percent that is enough, looked for in steps of ten: what lies between two steps that are not is not
 * found. @returns null where there is none
 */
export function leastOfTens(model: StrengthModel): number | null {
  for (let s = 0; s <= 100; s += 10) if (model.isEnough(s)) return s === 0 ? 0 : between(model, s - 10, s);
  return null;
}

/** The least percent that is enough, by bisection, of two of which `low` is not and `high` is. */
function between(model: StrengthModel, low: number, high: number): number {
  while (high - low > 1) {
    const m = (low + high) >> 1;
    if (model.isEnough(m)) high = m;
    else low = m;
  }
  return high;
}

/**
 * The least strength that the model finds, confirmed on the picture at full size: one percent more until it holds, or
 * one less while
 * less holds too (the model may be a touch strict or lenient, since painting rounds to bytes).
 * @returns null where no strength holds
 */
export const leastConfirmed = (
  model: StrengthModel,
  chart: readonly StrengthPoint[],
): { strength: number; readings: Reading[] } | null => confirmed(model, leastStrength(model, chart));

/** The same from a strength in whole percent that was found some other way. */
export function confirmed(
  model: StrengthModel,
  found: number | null,
): { strength: number; readings: Reading[] } | null {
  if (found === null) return null;
  let strength = found;
  let readings = model.paintedAt(strength);
  if (areClear(readings)) {
    while (strength > 0 && !fallsShort(model, strength - 1, readings)) {
      const less = model.paintedAt(strength - 1);
      if (!areClear(less)) break;
      strength--;
      readings = less;
    }
    return { strength, readings };
  }
  while (strength < 100) {
    readings = model.paintedAt(++strength);
    if (areClear(readings)) return { strength, readings };
  }
  return null;
}

/** The slide that is not Clear with any less than enough; with none that is enough, the one that fails at the most. */
export const decidingSlide = (model: StrengthModel, enough: number | null): string | null =>
  enough === 0 ? null : model.at(enough === null ? 100 : enough - 1).slide;

/**
 * Just enough: the least strength at which every text asked about is Clear, confirmed on the picture at full size.
 * @returns `strength` null where it cannot be reached, with a colour that would reach it, if any
 */
export function justEnough(
  painter: Painter,
  ask: StrengthAsk,
  model = new StrengthModel(painter, ask),
  chart = strengthChart(model, model.even ? 10 : 20),
): JustEnough {
  const before = model.paintedAt(ask.added ? 0 : null);
  if (!model.hasLetters) return { strength: null, before, after: before, instead: null, decides: null };
  const least = leastConfirmed(model, chart);
  if (least) {
    const { strength, readings: after } = least;
    return { strength, before, after, instead: null, decides: decidingSlide(model, strength) };
  }
  return {
    strength: null,
    before,
    after: before,
    instead: colourThatWould(painter, ask),
    decides: decidingSlide(model, null),
  };
}

/** Black or white, whichever reaches the goal with less; null where neither does, or the treatment has no colour. */
function colourThatWould(painter: Painter, ask: StrengthAsk): string | null {
  const { property = 'opacity' } = ask;
  if (property === 'darken' || property === 'lighten' || property === 'blur') return null;
  const found = ['#000000', '#ffffff'].flatMap((colour) => {
    const slides = ask.slides.map(({ slide, treated }) => {
      const piece = changeLayers(ask.piece, slide.id, treated, (l) => setColour(l, colour, property));
      return { slide: slideOf(piece, slide.id), treated };
    });
    const strength = leastOf(new StrengthModel(painter, { ...ask, slides }));
    return strength === null ? [] : [{ colour, strength }];
  });
  return found.sort((a, b) => a.strength - b.strength)[0]?.colour ?? null;
}
