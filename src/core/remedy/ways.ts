// Ways through: every treatment that makes a text Clear, its free choices made for the most photo kept, each as layers
// one can edit. Candidates are weighed by a sample of letters and windows; what is chosen is solved and confirmed by
// painting (reading.md, "Ways through").
import { hexFromOklab, labOfHex } from '../colour/oklab';
import type { FoundColour } from '../colour/palette';
import { rgba } from '../colour/srgb';
import { union } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { shot } from '../ground/surface';
import { boundsOf } from '../ground/transform';
import { FADE_SIDES, makeFade } from '../kinds/fade';
import { type StrengthProperty } from '../kinds/kind';
import type { Layer } from '../kinds/layers';
import { isPhoto, isText, kindOf } from '../kinds/layers';
import { makePlate } from '../kinds/plate';
import { makePool } from '../kinds/pool';
import { strengthOf, withStrength } from '../kinds/strengths';
import type { TextLayer } from '../kinds/text';
import { readingShadow } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import type { Grid } from '../photo/saliency';
import { addLayer, changeLayers, withPlace } from '../piece/edits';
import { isBackdropPhoto, slideOf, textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { changed, type LayerChange, switchedOff, type Treatment } from '../piece/treatments';
import { quietSpots } from '../reading/quiet-spots';
import { type Reading, readText } from '../reading/read';
import { areClear } from '../reading/verdict';
import type { Painter } from '../scene/painter';
import { linesPlace } from '../type/frame';
import { LetterSamples } from './letter-sample';
import type { PhotoKept } from './photo-kept';
import { SlidePhoto } from './slide-photo';
import { confirmed, leastNear, leastOfTens, type StrengthAsk, StrengthModel } from './strength';
import { suggestColours, type SuggestedColour } from './text-colours';
import { askAbout } from './treatment';
import { veilOf } from './veil';
import { applyWay, halved, type Way, WAY_NAMES, type WayKind, worthOf } from './way';

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
  /** Where the subject is, where that is known. */
  saliency?: Grid | null;
}

/** Windows of the photo that are looked at for an estimate. */
const LOOKED_AT = 150;
const weigh = (k: PhotoKept | null, strength: number): number => (k ? k.kept - 2 * k.marks : 100 - 100 * strength);

interface Choice {
  layer: Treatment;
  strength: number;
  worth: number;
}

/** Ways through for one question; everything that its kinds share is made once. */
export class Ways {
  private readonly piece: Piece;
  private readonly slide: Slide;
  private readonly size: Size;
  private readonly texts: TextLayer[];
  private readonly hidden: LayerChange[];
  private readonly kept: SlidePhoto;
  readonly samples: LetterSamples;

  constructor(
    private readonly painter: Painter,
    private readonly ask: WaysAsk,
    kept?: SlidePhoto,
  ) {
    const { piece, slide, size } = ask;
    this.size = size;
    this.hidden = ask.instead ? slide.layers.flatMap((l) => switchedOff(l, ask.texts) ?? []) : [];
    this.piece = this.hidden.length ? changed(piece, slide.id, this.hidden) : piece;
    this.slide = this.hidden.length ? slideOf(this.piece, slide.id) : slide;
    this.texts = textsIn(this.piece, this.slide, size, ask.texts);
    this.samples = new LetterSamples(painter, this.piece, this.slide, size, this.texts);
    this.kept = kept ?? new SlidePhoto(painter, this.piece, this.slide, size);
  }

  get hasLetters(): boolean {
    return this.samples.hasLetters;
  }

  /** The texts as they read now. */
  now(): Reading[] {
    return this.texts.map((t) => readText(this.painter, this.piece, this.slide, this.size, t));
  }

  /** One way, or null where it does not make the texts Clear, or has nothing to work on. */
  solve(kind: WayKind): Way | null {
    if (!this.hasLetters) return null;
    const way = this.tried(kind);
    // Nothing is needed: that is no way through.
    return way?.strength === 0 ? null : way;
  }

  private tried(kind: WayKind): Way | null {
    switch (kind) {
      case 'ink':
        return this.ink();
      case 'move':
        return this.move();
      case 'tint':
        return this.laid('tint', this.tint());
      case 'fade':
        return this.laid('fade', this.fade());
      case 'pool':
        return this.laid('pool', this.pool());
      case 'plate':
        return this.laid('plate', this.plate());
      case 'backing':
        return this.best([this.own('backing', this.deepColours()[0])]);
      case 'shadow':
        return this.shadow();
      case 'tone':
        return this.hasPhoto ? this.own(this.samples.lightInk ? 'darken' : 'lighten') : null;
      case 'blur':
        // Smoothing cannot bring more than an even backdrop of the same light would.
        return this.hasPhoto && this.samples.atBest > 0.92 ? this.own('blur') : null;
    }
  }

  /** Two together: the first at half its strength (a move as it is), the second just enough over it. */
  solvePair([one, two]: readonly [WayKind, WayKind], first: Way | null = this.solve(one)): Way | null {
    const half = one === 'move' ? this.move(true) : first && halved(first);
    if (!half) return null;
    const piece = applyWay(this.piece, this.slide.id, half, (i) => `pair-${i}`),
      slide = slideOf(piece, this.slide.id);
    const over = new Ways(this.painter, { ...this.ask, instead: false, piece, slide }, this.kept).solve(two);
    if (!over || over.strength === 0) return null;
    const change = [...half.change];
    for (const c of over.change) {
      const same = change.find((x) => x.id === c.id);
      if (same) same.set = { ...same.set, ...c.set } as Partial<Layer>;
      else change.push(c);
    }
    return {
      kinds: [one, two],
      name: `${WAY_NAMES[one]} and ${WAY_NAMES[two].toLowerCase()}`,
      add: [...half.add, ...over.add.map((l) => ({ ...l, id: `${l.id}-2` }))],
      change,
      strength: over.strength,
      readings: over.readings,
      kept: over.kept,
    };
  }

  /** Suggested colours for the texts asked about. */
  colours(most?: number): SuggestedColour[] {
    return suggestColours(this.painter, this.piece, this.slide, this.size, this.samples, this.ask.colours ?? [], most);
  }

  private get hasPhoto(): boolean {
    return this.slide.layers.some(isBackdropPhoto);
  }

  /** Hue and chroma of the photo, in the lightness that treats light or dark ink with the least opacity. */
  private deepColours(): string[] {
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

  private weigh(layer: Treatment): Choice | null {
    const veil = veilOf(this.painter, this.piece, this.slide, this.size, layer),
      strength = this.samples.enough(veil);
    return strength === null
      ? null
      : { layer, strength, worth: weigh(this.kept.underVeil(veil, strength, LOOKED_AT), strength) };
  }

  private bestOf(layers: readonly Treatment[]): Choice | null {
    return layers.reduce<Choice | null>((best, l) => {
      const c = this.weigh(l);
      return c && (!best || c.worth > best.worth) ? c : best;
    }, null);
  }

  /** First the lightness, in the photo's main hue; then the hue. */
  private inBestColour(make: (hex: string) => Treatment): Choice | null {
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
      b && (!a || b.worth > a.worth) ? b : a,
    );
  }

  private tint(): Choice | null {
    return this.inBestColour((hex) => makeTint(STAND_IN, hex, 1, this.piece.sizes[0]));
  }

  /** Side, reach and colour; its strength follows from them. */
  private fade(): Choice | null {
    const size = this.piece.sizes[0],
      box = this.behind(),
      deep = this.deepColours()[0];
    const far = {
      left: (box.x + box.width) / size.width,
      right: (size.width - box.x) / size.width,
      top: (box.y + box.height) / size.height,
      bottom: (size.height - box.y) / size.height,
    };
    const sides = (Object.keys(far) as (keyof typeof far)[]).sort((a, b) => far[a] - far[b]).slice(0, 2);
    const shapes = sides.flatMap((side) =>
      [1, 1.2, 1.5, 2]
        .flatMap((k) =>
          ([0, 0.5] as const).map((s) => ({
            angle: FADE_SIDES[side],
            reach: round(Math.min(2, Math.max(0.1, far[side] * k))),
            solid: round(Math.max(0, far[side] * s)),
          })),
        )
        .filter((f) => f.reach > f.solid + 0.1),
    );
    const shape = this.bestOf(shapes.map((more) => makeFade(STAND_IN, deep, 1, size, more)));
    if (!shape) return null;
    const { angle, reach, solid: full } = shape.layer as ReturnType<typeof makeFade>;
    return this.inBestColour((hex) => makeFade(STAND_IN, hex, 1, size, { angle, reach, solid: full })) ?? shape;
  }

  /** Spread, feather and colour. */
  private pool(): Choice | null {
    const box = this.behind(),
      type = this.typeSize(),
      follows = this.texts.map((t) => t.id),
      deep = this.deepColours()[0];
    const make = (hex: string, spread: number, feather: number) => ({
      ...makePool(STAND_IN, hex, 1, box, type, follows),
      spread: Math.round(type * spread),
      feather: Math.max(1, Math.round(type * feather)),
    });
    const shape = this.bestOf([0, 0.1, 0.2].flatMap((s) => [0.6, 0.85, 1.2].map((f) => make(deep, s, f))));
    if (!shape) return null;
    const { spread, feather } = shape.layer as ReturnType<typeof makePool>;
    return this.inBestColour((hex) => make(hex, spread / type, feather / type)) ?? shape;
  }

  private plate(): Choice | null {
    const box = this.behind(),
      type = this.typeSize(),
      follows = this.texts.map((t) => t.id);
    return this.inBestColour((hex) => makePlate(STAND_IN, hex, 1, box, type, follows));
  }

  /** Where the texts' lines are, in pixels of the base size; near enough for choosing sides. */
  private behind() {
    return union(
      this.texts
        .map((t) => linesPlace(t, this.painter.layout(t)))
        .map((p, i) => (p ? boundsOf(p.box, p.rotation) : this.texts[i].box)),
    );
  }
  private typeSize(): number {
    return Math.max(...this.texts.map((t) => this.painter.layout(t).fontSize));
  }

  /** Solves what was chosen on the picture, and weighs it there. */
  private laid(kind: WayKind, choice: Choice | null): Way | null {
    if (!choice) return null;
    const piece = addLayer(this.piece, this.slide.id, choice.layer);
    const slide = slideOf(piece, this.slide.id);
    const least = this.least(
      { piece, size: this.size, slides: [{ slide, treated: [STAND_IN] }], texts: this.texts.map((t) => t.id) },
      choice.strength * 100,
    );
    if (!least) return null;
    const layer = { ...choice.layer, opacity: least.strength / 100 };
    return this.finish([kind], WAY_NAMES[kind], [layer], [], least.strength, least.readings);
  }

  /** Just enough of what texts or photos have by themselves. */
  private own(
    property: 'backing' | 'shadow' | 'darken' | 'lighten' | 'blur',
    colour?: string,
    blur?: number,
  ): Way | null {
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
    const least = this.least(ask, this.nearly(property, colour), !begun);
    if (!least) return null;
    const [on] = ask.slides,
      change = on.slide.layers
        .filter((l) => on.treated.includes(l.id))
        .map((l) => ({
          id: l.id,
          set: ownPart(withStrength(l, property, least.strength / 100, this.piece.sizes[0]), property),
        }));
    return this.finish([kind], WAY_NAMES[kind], [], change, least.strength, least.readings);
  }

  /**
   * About the strength that is needed of what lies evenly behind the letters; for a shadow, which does not quite, a
   * little less than it needs.
   */
  private nearly(property: StrengthProperty, colour = property === 'lighten' ? '#ffffff' : '#000000'): number {
    const { r, g, b } = rgba(colour);
    return 100 * (this.samples.enough({ colour: [r, g, b], alpha: () => 1 }) ?? 1);
  }

  /** The softer shadow, unless it must be so strong that its rim shows. */
  private shadow(): Way | null {
    const [soft, tight] = [0.34, 0.2],
      colour = this.deepColours()[0],
      first = this.own('shadow', colour, soft);
    return first && first.strength! <= 70 ? first : this.best([first, this.own('shadow', colour, tight)]);
  }

  /** The least strength; beginning near where the sample says it is, since that is quicker. */
  private least(ask: StrengthAsk, near: number, bare = true): { strength: number; readings: Reading[] } | null {
    const model = new StrengthModel(this.painter, ask, bare ? this.samples.bare : []);
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
      return { strength: high, readings };
    }
    return confirmed(model, leastNear(model, near) ?? leastOfTens(model));
  }

  private ink(): Way | null {
    const suggested = this.colours(12).filter((c) => c.ratio >= c.needed * 1.01);
    for (const c of suggested.slice(0, 3)) {
      const colour = c.swatch ? { swatch: c.swatch } : c.hex;
      const change = this.texts.map((t) => ({
        id: t.id,
        set: { fill: { ...t.fill, kind: 'colour', colour } } as Partial<Layer>,
      }));
      const way = this.finish(['ink'], `${WAY_NAMES.ink}: ${c.name.toLowerCase()}`, [], change, null);
      if (areClear(way.readings)) return way;
    }
    return null;
  }

  /**
   * To the quietest spot; for one text only, since several must stay together. @param anyway also where it is not Clear
   * there
   */
  private move(anyway = false): Way | null {
    if (this.texts.length !== 1) return null;
    const [text] = this.texts,
      [spot] = quietSpots(this.painter, this.piece, this.slide, this.size, text.id, 1, this.ask.saliency).spots;
    if (!spot || (!anyway && spot.reading.verdict !== 'clear')) return null;
    const { overrides, ...set } = withPlace(text, spot.set, this.size, this.piece.sizes[0]);
    const base = this.size.id === this.piece.sizes[0].id;
    return this.finish(
      ['move'],
      WAY_NAMES.move,
      [],
      [
        {
          id: text.id,
          set: base ? { box: set.box, align: set.align, frame: set.frame, balance: set.balance } : { overrides },
        },
      ],
      null,
      [spot.reading],
    );
  }

  private finish(
    kinds: WayKind[],
    name: string,
    add: Layer[],
    change: Way['change'],
    strength: number | null,
    readings?: Reading[],
  ): Way {
    const all = [
      ...this.hidden.filter((h) => change.every((c) => c.id !== h.id)),
      ...change.map((c) => ({
        id: c.id,
        set: { ...this.hidden.find((h) => h.id === c.id)?.set, ...c.set } as Partial<Layer>,
      })),
    ];
    const way: Way = { kinds, name, add, change: all, strength, readings: readings ?? [], kept: null };
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

  private best(ways: readonly (Way | null)[]): Way | null {
    return ways.reduce<Way | null>((best, w) => (w && (!best || worthOf(w) > worthOf(best)) ? w : best), null);
  }
}

const STAND_IN = 'way';
const round = (v: number): number => Math.round(v * 100) / 100;

const ownPart = (l: Layer, property: StrengthProperty): Partial<Layer> =>
  isText(l)
    ? property === 'backing'
      ? { backing: l.backing }
      : { shadows: l.shadows }
    : isPhoto(l)
      ? { tone: l.tone }
      : {};

/** A small picture of a slide with a way taken. @param width in pixels */
export function wayThumbnail(
  painter: Painter,
  piece: Piece,
  slideId: string,
  size: Size,
  way: Way,
  width: number,
): Pixels {
  const next = applyWay(piece, slideId, way, (i) => `way-${i}`),
    k = width / size.width,
    height = Math.max(1, Math.round(size.height * k));
  const data = shot(painter.studio, width, height, (on) =>
    painter.paint(
      on,
      next,
      next.slides.find((x) => x.id === slideId)!,
      size,
      { scale: k, x: 0, y: 0 },
    ),
  );
  return { width, height, data };
}
