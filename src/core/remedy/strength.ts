// How readings change with the strength of a treatment: the strength chart, and Just enough.
// Where everything above the treatment blends normally, each pixel is an even mix of the picture without it and with all of it;
// two paintings of a text's region then answer for every strength. What is found so is confirmed by painting at full size.
import { layerIn } from '../piece/resolve';
import { changeLayers } from '../piece/edits';
import type { FadeLayer, Layer, Piece, PlateLayer, PoolLayer, Size, Slide, TextLayer, TintLayer } from '../piece/schema';
import type { Painter, PaintOptions, StrengthProperty } from '../paint/painter';
import { busyness, cellMeans, type BusyGrid } from '../reading/busyness';
import { coloursOf, letterRatios, type LetterColours } from '../reading/contrast-of-letters';
import { paintPair, probeText, readText, type Reading, type TextProbe } from '../reading/read';
import { busynessFactor, verdictOf, type Verdict } from '../reading/verdict';

export interface StrengthPoint {
  /** Strength in whole percent. */
  strength: number;
  /** Weakest letter of all texts asked about; null without letters. */
  ratio: number | null;
  needed: number;
  verdict: Verdict | null;
  /** Share of Clear letters, 0..1. */
  share: number;
}

export interface JustEnough {
  /** Least strength in whole percent at which all texts asked about are Clear; null where none is. */
  strength: number | null;
  before: Reading[];
  after: Reading[];
  /** Where it cannot be reached: a colour that would do, or null if none would. */
  instead: string | null;
}

export interface StrengthAsk {
  piece: Piece;
  slide: Slide;
  size: Size;
  /** The layer whose strength is in question. */
  treatment: string;
  /** It is only tried: before it there was none. */
  added?: boolean;
  /** What its strength is; its opacity where left out. */
  property?: StrengthProperty;
  /** Texts that must be Clear; all visible ones above the treatment where left out. */
  texts?: string[];
  /** A ratio to reach instead of the one each text needs. */
  goal?: number;
}

export type Treatment = TintLayer | FadeLayer | PoolLayer | PlateLayer;
/** Layers that Just enough can set. */
export const isTreatment = (layer: Layer): layer is Treatment => layer.kind === 'tint' || layer.kind === 'fade' || layer.kind === 'pool' || layer.kind === 'plate';
/** The properties of a layer that Just enough can set. */
export const strengthsOf = (layer: Layer): StrengthProperty[] => (layer.kind === 'fade' && layer.shape !== 'vignette' ? ['opacity', 'reach'] : isTreatment(layer) ? ['opacity'] : []);

/** Sets the strength, 0..1, of a layer that is being edited. */
export function setStrength(layer: Layer, property: StrengthProperty, value: number): void {
  if (property === 'opacity') layer.opacity = value;
  else if (layer.kind === 'fade') layer.reach = Math.max(0.01, value);
}

/** The present strength of a layer, 0..1 (a reach may be more). */
export const strengthOf = (layer: Layer | undefined, property: StrengthProperty): number => (!layer ? 0 : property === 'opacity' ? layer.opacity : layer.kind === 'fade' ? layer.reach : 0);

const trying = ({ treatment, property = 'opacity' }: Pick<StrengthAsk, 'treatment' | 'property'>, value: number): PaintOptions => ({ strength: { layer: treatment, property, value } });

interface TextModel {
  probe: TextProbe;
  /** What two paintings tell; null where strengths do not mix evenly. */
  mix: {
    none: LetterColours[];
    full: LetterColours[];
    /** Busyness at a strength in percent; read off between known points unless it must be exact. */
    busyAt: (strength: number, exact: boolean) => number;
  } | null;
}

/** Busyness changes slowly with strength: it is computed at every 20 % that is asked for and read off between. */
function busyCurve(grid: BusyGrid, none: Float32Array, full: Float32Array): NonNullable<TextModel['mix']>['busyAt'] {
  const known: number[] = [];
  const at = (i: number): number => (known[i] ??= busyness(grid, mix(none, full, i / 5)));
  return (strength, exact) => {
    if (exact) return busyness(grid, mix(none, full, strength / 100));
    const i = Math.min(4, Math.floor(strength / 20)), f = strength / 20 - i;
    return f === 0 ? at(i) : at(i) + (at(i + 1) - at(i)) * f;
  };
}

/** The texts a question is about: named ones, else all that lie above the treatment. */
function textsAsked({ piece, slide, size, treatment, texts }: StrengthAsk): TextLayer[] {
  const at = slide.layers.findIndex((l) => l.id === treatment);
  return slide.layers.filter((l, i): l is TextLayer => l.kind === 'text' && layerIn(l, size, piece.sizes[0]).visible && (texts ? texts.includes(l.id) : i > at));
}

/** Readings at any strength, from two paintings of each text. */
export class StrengthModel {
  private readonly models: TextModel[];
  /** False where strengths mix unevenly: the reach of a fade does, and blend modes above the treatment make it so. */
  readonly even: boolean;

  constructor(
    private readonly painter: Painter,
    readonly ask: StrengthAsk,
  ) {
    const { piece, slide, size, treatment } = ask;
    const at = slide.layers.findIndex((l) => l.id === treatment);
    this.even = (ask.property ?? 'opacity') === 'opacity' && slide.layers.slice(at + 1).every((l) => !l.visible || l.blend === 'normal');
    this.models = textsAsked(ask).map((layer) => {
      const probe = probeText(painter, piece, size, layer);
      if (!this.even) return { probe, mix: null };
      const none = paintPair(painter, piece, slide, size, probe, trying(ask, 0));
      const full = paintPair(painter, piece, slide, size, probe, trying(ask, 1));
      return { probe, mix: { none: coloursOf(probe, none), full: coloursOf(probe, full), busyAt: busyCurve(probe.grid, cellMeans(probe.grid, none.backdrop), cellMeans(probe.grid, full.backdrop)) } };
    });
  }

  /**
   * The weakest letter at a strength of 0..100 percent.
   * @param exact computes busyness for just this strength; otherwise it is interpolated, which is quicker
   */
  at(strength: number, exact = false): StrengthPoint {
    const s = strength / 100;
    let worst: { ratio: number; needed: number; margin: number } | null = null;
    let clear = 0, letters = 0;
    for (const m of this.models) {
      if (!m.probe.halo.letters.length) continue;
      let ratios: Float64Array, busy: number;
      if (m.mix) {
        ratios = letterRatios(m.mix.none, m.mix.full, s);
        busy = m.mix.busyAt(strength, exact);
      } else {
        const { piece, slide, size } = this.ask;
        const r = readText(this.painter, piece, slide, size, m.probe.layer, trying(this.ask, s), m.probe);
        ratios = Float64Array.from(r.letters, (l) => l.ratio);
        busy = r.busyness;
      }
      const needed = this.ask.goal ?? m.probe.base * busynessFactor(busy);
      for (const ratio of ratios) {
        letters++;
        if (verdictOf(ratio, needed) === 'clear') clear++;
        const margin = ratio / needed;
        if (!worst || margin < worst.margin) worst = { ratio, needed, margin };
      }
    }
    return { strength, ratio: worst?.ratio ?? null, needed: worst?.needed ?? this.ask.goal ?? 0, verdict: worst ? verdictOf(worst.ratio, worst.needed) : null, share: letters ? clear / letters : 0 };
  }

  get hasLetters(): boolean {
    return this.models.some((m) => m.probe.halo.letters.length > 0);
  }

  get probes(): TextProbe[] {
    return this.models.map((m) => m.probe);
  }
}

function mix(a: Float32Array, b: Float32Array, s: number): Float32Array {
  const out = new Float32Array(a.length);
  for (let i = 0; i < a.length; i++) out[i] = a[i] + (b[i] - a[i]) * s;
  return out;
}

/** The strength chart: points from 0 to 100 %, 21 of them unless a coarser step (in percent) is enough. */
export const strengthChart = (model: StrengthModel, step = 5): StrengthPoint[] => Array.from({ length: 100 / step + 1 }, (_, i) => model.at(i * step));

/**
 * The least whole percent at which all is Clear, given the chart of coarse points: the first stretch of the chart that ends
 * in Clear is searched by bisection, which also serves readings that fall before they rise.
 */
export function leastStrength(model: StrengthModel, chart: readonly StrengthPoint[]): number | null {
  for (let i = 0; i < chart.length; i++) {
    if (chart[i].verdict !== 'clear') continue;
    if (i === 0) return chart[0].strength;
    let low = chart[i - 1].strength, high = chart[i].strength;
    while (high - low > 1) {
      const m = (low + high) >> 1;
      if (model.at(m, true).verdict === 'clear') high = m;
      else low = m;
    }
    // A point of the chart is Clear by interpolation: it must be so exactly, too.
    while (high < 100 && model.at(high, true).verdict !== 'clear') high++;
    return high;
  }
  return null;
}

/** Readings of the texts asked about, painted at full size at a strength in percent. */
function readAt(painter: Painter, ask: StrengthAsk, model: StrengthModel, percent: number): Reading[] {
  const { piece, slide, size, goal } = ask;
  return model.probes.map((p) => {
    const r = readText(painter, piece, slide, size, p.layer, trying(ask, percent / 100), p);
    return goal === undefined ? r : { ...r, needed: goal, verdict: r.ratio === null ? null : verdictOf(r.ratio, goal) };
  });
}

const allClear = (readings: readonly Reading[]): boolean => readings.every((r) => r.verdict === 'clear' || r.verdict === null);

/**
 * The least strength that the model finds, confirmed on the picture at full size: one percent more until it holds, or one less while
 * less holds too (the model may be a touch strict or lenient, since painting rounds to bytes).
 * @returns null where no strength holds
 */
export function leastConfirmed(painter: Painter, ask: StrengthAsk, model: StrengthModel, chart: readonly StrengthPoint[]): { strength: number; readings: Reading[] } | null {
  let strength = leastStrength(model, chart);
  if (strength === null) return null;
  let readings = readAt(painter, ask, model, strength);
  if (allClear(readings)) {
    while (strength > 0) {
      const less = readAt(painter, ask, model, strength - 1);
      if (!allClear(less)) break;
      strength--;
      readings = less;
    }
    return { strength, readings };
  }
  while (strength < 100) {
    readings = readAt(painter, ask, model, ++strength);
    if (allClear(readings)) return { strength, readings };
  }
  return null;
}

/**
 * Just enough: the least strength at which every text asked about is Clear, confirmed on the picture at full size.
 * @returns `strength` null where it cannot be reached, with a colour that would reach it, if any
 */
export function justEnough(painter: Painter, ask: StrengthAsk, model = new StrengthModel(painter, ask), chart = strengthChart(model, 10)): JustEnough {
  const treatment = ask.slide.layers.find((l) => l.id === ask.treatment);
  const before = readAt(painter, ask, model, ask.added ? 0 : strengthOf(treatment, ask.property ?? 'opacity') * 100);
  if (!model.hasLetters) return { strength: null, before, after: before, instead: null };
  const least = leastConfirmed(painter, ask, model, chart);
  if (least) return { strength: least.strength, before, after: least.readings, instead: null };
  return { strength: null, before, after: before, instead: colourThatWould(painter, ask) };
}

/** Gives a treatment a plain colour. */
export function setColour(layer: Layer, hex: string): void {
  if (layer.kind === 'plate') layer.fill = { ...layer.fill, kind: 'colour', colour: hex };
  else if ('colour' in layer) layer.colour = hex;
}

/** Black or white, whichever reaches the goal with less; null where neither does. */
function colourThatWould(painter: Painter, ask: StrengthAsk): string | null {
  const found = ['#000000', '#ffffff'].flatMap((colour) => {
    const piece = changeLayers(ask.piece, ask.slide.id, [ask.treatment], (l) => {
      setColour(l, colour);
    });
    const model = new StrengthModel(painter, { ...ask, piece, slide: piece.slides.find((s) => s.id === ask.slide.id)! });
    const strength = leastStrength(model, strengthChart(model, 10));
    return strength === null ? [] : [{ colour, strength }];
  });
  return found.sort((a, b) => a.strength - b.strength)[0]?.colour ?? null;
}
