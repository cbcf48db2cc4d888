// What finding ways through needs, made once for one question: samples of letters, windows of the photo, colours;
// weighing candidates, solving what was chosen, putting it into layers and changes (docs/reading.md, "Ways through").
import { hexFromOklab, labOfHex } from '../colour/oklab';
import type { FoundColour } from '../colour/palette';
import { rgba } from '../colour/srgb';
import { union } from '../ground/box';
import { boundsOf } from '../ground/transform';
import { type StrengthProperty } from '../kinds/kind';
import type { Layer } from '../kinds/layers';
import { isPhoto, isText, kindOf } from '../kinds/layers';
import { strengthOf, withStrength } from '../kinds/strengths';
import type { TextLayer } from '../kinds/text';
import { isEnclosed, readingShadow } from '../kinds/text';
import { addLayer, changeLayers } from '../piece/edits';
import { isBackdropPhoto, layerIn, slideOf, textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { changed, type LayerChange, switchedOff, type Treatment } from '../piece/treatments';
import { type Reading, readText } from '../reading/read';
import { areClear } from '../reading/verdict';
import type { Painter } from '../scene/painter';
import { linesPlace } from '../type/frame';
import { askAbout } from './begin-treatment';
import { LetterSamples } from './letter-sample';
import type { PhotoKept } from './photo-kept';
import { SlidePhoto } from './slide-photo';
import { type BareText, confirmed, leastNear, leastOfTens, type StrengthAsk, StrengthModel } from './strength';
import { suggestColours, type SuggestedColour } from './text-colours';
import { veilOf } from './veil';
import { applyWay, costOfWay, type Way, type WayKind, wayName } from './way';

export interface WaysAsk {
  piece: Piece;
  slide: Slide;
  size: Size;
  /** Texts that must be Clear; all visible ones where left out. */
  texts?: string[];
  /** Treatments that are there already are switched off first: what else could be done. */
  instead?: boolean;
  /** Colours of the photo. */
  colours?: readonly FoundColour[];
}

/** Windows of the photo that are looked at for an estimate. */
const LOOKED_AT = 150;

/** A treatment that would be laid, at about the strength it needs. */
export interface Choice {
  layer: Treatment;
  strength: number;
  /** Estimated; null where there is no photo. */
  kept: PhotoKept | null;
  /** Points, estimated. */
  cost: number;
}

/** One question; each kind of way is solved with it by its file in `ways/`. */
export class WayFinder {
  readonly piece: Piece;
  readonly slide: Slide;
  readonly size: Size;
  readonly texts: TextLayer[];
  /** What is switched off beforehand. */
  readonly hidden: LayerChange[];
  readonly kept: SlidePhoto;
  readonly samples: LetterSamples;

  constructor(
    readonly painter: Painter,
    readonly ask: WaysAsk,
    kept?: SlidePhoto,
  ) {
    const { piece, slide, size } = ask;
    this.size = size;
    this.hidden = ask.instead ? slide.layers.flatMap((l) => switchedOff(l, ask.texts) ?? []) : [];
    this.piece = this.hidden.length ? changed(piece, slide.id, this.hidden) : piece;
    this.slide = this.hidden.length ? slideOf(this.piece, slide.id) : slide;
    const all = textsIn(this.piece, this.slide, size, ask.texts),
      // What is Clear on its own ground stays so whatever is done to the picture: a button, for one.
      wanting = all.filter(
        (t) => !isEnclosed(t, this.piece) || !areClear([readText(painter, this.piece, this.slide, size, t)]),
      );
    this.texts = wanting.length ? wanting : all;
    this.samples = new LetterSamples(painter, this.piece, this.slide, size, this.texts);
    this.kept = kept ?? new SlidePhoto(painter, this.piece, this.slide, size);
  }

  get hasLetters(): boolean {
    return this.samples.hasLetters;
  }

  /** Do the texts read as they are? By a sample of their letters. */
  get nothingNeeded(): boolean {
    return this.samples.enough({ colour: [0, 0, 0], alpha: () => 0 }) === 0;
  }

  /** The texts as they read now. */
  now(): Reading[] {
    return this.texts.map((t) => readText(this.painter, this.piece, this.slide, this.size, t));
  }

  /** Suggested colours for the texts asked about. */
  colours(most?: number): SuggestedColour[] {
    return suggestColours(this.painter, this.piece, this.slide, this.size, this.samples, this.ask.colours ?? [], most);
  }

  get hasPhoto(): boolean {
    return this.slide.layers.some(isBackdropPhoto);
  }

  /** Hue and chroma of the photo, in the lightness that treats light or dark ink with the least opacity. */
  deepColours(): string[] {
    const dark = this.samples.lightInk,
      found = (this.ask.colours ?? []).map((f) => labOfHex(f.hex));
    const hues = found.length ? found.filter((_, i) => i < 4) : [[0.5, 0, 0] as const];
    const seen: string[] = [];
    for (const L of dark ? [0.1, 0.17, 0.24, 0.31] : [0.99, 0.96, 0.92, 0.87])
      for (const [, a, b] of hues) {
        const chroma = Math.hypot(a, b),
          k = chroma > 0 ? Math.min(chroma, dark ? 0.05 : 0.03) / chroma : 0,
          hex = hexFromOklab(L, a * k, b * k);
        if (!seen.includes(hex)) seen.push(hex);
      }
    return seen;
  }

  /** About what a treatment needs and costs; null where none of it is enough. */
  weigh(layer: Treatment): Choice | null {
    const veil = veilOf(this.painter, this.piece, this.slide, this.size, layer),
      strength = this.samples.enough(veil);
    if (strength === null) return null;
    const kept = this.kept.underVeil(veil, strength, LOOKED_AT);
    return {
      layer,
      strength,
      kept,
      cost: costOfWay({ kinds: [layer.kind as WayKind], kept, strength: strength * 100, price: 0 }),
    };
  }

  bestOf(layers: readonly Treatment[]): Choice | null {
    return layers.reduce<Choice | null>((best, l) => {
      const c = this.weigh(l);
      return c && (!best || c.cost < best.cost) ? c : best;
    }, null);
  }

  /** First the lightness, in the photo's main hue; then the hue. */
  inBestColour(make: (hex: string) => Treatment): Choice | null {
    const all = this.deepColours(),
      lightnesses = 4,
      hues = Math.max(1, Math.ceil(all.length / lightnesses));
    const first = this.bestOf(
      Array.from({ length: lightnesses }, (_, i) => all[i * hues])
        .filter(Boolean)
        .map(make),
    );
    if (!first) return null;
    const hex = kindOf(first.layer).treatment!.colour(first.layer) as string,
      row = Math.floor(all.indexOf(hex) / hues);
    return [first, this.bestOf(all.slice(row * hues + 1, (row + 1) * hues).map(make))].reduce((a, b) =>
      b && (!a || b.cost < a.cost) ? b : a,
    );
  }

  /** Where the texts' lines are, in pixels of the base; of the size asked about where `placed`. */
  behind(placed = false) {
    const [base] = this.piece.sizes;
    return union(
      this.texts
        .map((t) => (placed ? layerIn(t, this.size, base) : t))
        .map((t) => linesPlace(t, this.painter.layout(t)))
        .map((p, i) => (p ? boundsOf(p.box, p.rotation) : this.texts[i].box)),
    );
  }
  typeSize(): number {
    return Math.max(...this.texts.map((t) => this.painter.layout(t).fontSize));
  }

  /** Solves what was chosen on the picture, and weighs it there. */
  laid(kind: WayKind, choice: Choice | null): Way | null {
    if (!choice) return null;
    const piece = addLayer(this.piece, this.slide.id, choice.layer);
    const slide = slideOf(piece, this.slide.id);
    const least = leastFor(
      this.painter,
      { piece, size: this.size, slides: [{ slide, treated: [STAND_IN] }], texts: this.texts.map((t) => t.id) },
      choice.strength * 100,
      this.samples.bare,
    );
    if (!least) return null;
    const layer = { ...choice.layer, opacity: least.strength / 100 };
    return this.finish([kind], wayName(kind, layer), [layer], [], least.strength, least.readings);
  }

  /** Just enough of what texts or photos have by themselves. */
  own(property: 'backing' | 'shadow' | 'darken' | 'lighten' | 'blur', colour?: string, blur?: number): Way | null {
    const kind: WayKind = property === 'darken' || property === 'lighten' ? 'tone' : property;
    const base =
      blur === undefined
        ? this.piece
        : changeLayers(
            this.piece,
            this.slide.id,
            this.texts.map((t) => t.id),
            (l) =>
              void (
                isText(l) &&
                (l.shadows = [...l.shadows.map((s) => ({ ...s, on: false })), readingShadow(l, colour!, 0, blur)])
              ),
          );
    const slide = slideOf(base, this.slide.id),
      texts = this.texts.map((t) => t.id);
    const ask = askAbout(base, [slide], this.size, { overlay: null, kind: property, colour, texts });
    // What is known of the texts is of use only where they have nothing of the kind yet.
    const begun = ask.slides[0].slide.layers.some(
      (l) =>
        ask.slides[0].treated.includes(l.id) &&
        (isPhoto(l)
          ? l.tone.levels.on || l.tone.blur.on
          : isText(l) &&
            (strengthOf(l, property, this.size) > 0 ||
              (base !== this.piece && this.texts.some((t) => t.shadows.some((s) => s.on))))),
    );
    const least = leastFor(this.painter, ask, this.nearly(property, colour), begun ? [] : this.samples.bare);
    if (!least) return null;
    const [on] = ask.slides,
      change = on.slide.layers
        .filter((l) => on.treated.includes(l.id))
        .map((l) => ({
          id: l.id,
          set: ownPart(withStrength(l, property, least.strength / 100, this.piece.sizes[0]), property),
        }));
    return this.finish([kind], wayName(kind), [], change, least.strength, least.readings);
  }

  /**
   * About the strength that is needed of what lies evenly behind the letters; for a shadow, which does not quite, a
   * little less than it needs.
   */
  private nearly(property: StrengthProperty, colour = property === 'lighten' ? '#ffffff' : '#000000'): number {
    const { r, g, b } = rgba(colour);
    return 100 * (this.samples.enough({ colour: [r, g, b], alpha: () => 1 }) ?? 1);
  }

  finish(
    kinds: WayKind[],
    name: string,
    add: Layer[],
    change: Way['change'],
    strength: number | null,
    readings?: Reading[],
    price = 0,
  ): Way {
    const way: Way = {
      kinds,
      name,
      add,
      change: this.withHidden(change),
      strength,
      readings: readings ?? [],
      kept: null,
      price,
    };
    const piece = applyWay(this.piece, this.slide.id, way, (i) => `way-${i}`),
      slide = slideOf(piece, this.slide.id);
    way.kept = this.kept.of(piece, slide);
    way.readings =
      readings ??
      slide.layers
        .filter((l): l is TextLayer => isText(l) && this.texts.some((t) => t.id === l.id))
        .map((t) => readText(this.painter, piece, slide, this.size, t));
    return way;
  }

  /** Changes, and what is switched off beforehand. */
  withHidden(change: Way['change']): Way['change'] {
    return [
      ...this.hidden.filter((h) => change.every((c) => c.id !== h.id)),
      ...change.map((c) => ({
        id: c.id,
        set: { ...this.hidden.find((h) => h.id === c.id)?.set, ...c.set } as Partial<Layer>,
      })),
    ];
  }

  best(ways: readonly (Way | null)[]): Way | null {
    return ways.reduce<Way | null>((best, w) => (w && (!best || costOfWay(w) < costOfWay(best)) ? w : best), null);
  }
}

/** Id of a layer that is only tried. */
export const STAND_IN = 'way';

/**
 * The least strength; beginning near where a sample says it is, since that is quicker. @param near 0..100 @param bare
 * texts without the treatment, where they are known
 */
export function leastFor(
  painter: Painter,
  ask: StrengthAsk,
  near: number,
  bare: readonly BareText[] = [],
): { strength: number; readings: Reading[]; model: StrengthModel } | null {
  const model = new StrengthModel(painter, ask, bare);
  if (!model.even) {
    // Each try is a painting already: where all of it does not help, none of it is tried, and nothing needs
    // confirming.
    let readings = model.paintedAt(100);
    if (!areClear(readings)) return null;
    let low = 0,
      high = 100;
    while (high - low > 1) {
      const m = (low + high) >> 1,
        at = model.paintedAt(m);
      if (areClear(at)) [high, readings] = [m, at];
      else low = m;
    }
    return { strength: high, readings, model };
  }
  const found = confirmed(model, leastNear(model, near) ?? leastOfTens(model));
  return found && { ...found, model };
}

/** What of a layer changes with what it has by itself. */
export const ownPart = (l: Layer, property: StrengthProperty): Partial<Layer> =>
  isText(l)
    ? property === 'backing'
      ? { backing: l.backing }
      : { shadows: l.shadows }
    : isPhoto(l)
      ? { tone: l.tone }
      : {};
