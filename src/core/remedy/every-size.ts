// Solve every size: one treatment for all sizes of a slide, as strong in each as that one needs; another kind for a
// size only where the shared one costs clearly more there (docs/reading.md, "Solve every size"). What is asked about
// one size is asked of its `SizeSolver`, so that several workers can share the sizes; what follows for all is planned
// here.
import type { FoundColour } from '../colour/palette';
import type { FadeLayer } from '../kinds/fade';
import type { StrengthProperty } from '../kinds/kind';
import { isPhoto, isText, type Layer } from '../kinds/layers';
import { strengthOf, withStrength } from '../kinds/strengths';
import { addLayer, changeLayers } from '../piece/edits';
import { ownOf } from '../piece/own';
import { isBackdropPhoto, slideOf, textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { changeIn, setIn, shownOnly } from '../piece/set-in-size';
import { changed, isTreatment } from '../piece/treatments';
import { type Reading, readText } from '../reading/read';
import { areClear } from '../reading/verdict';
import type { Painter } from '../scene/painter';
import type { PhotoKept } from './photo-kept';
import { costOfWay, type Way, type WayKind, wayName, WAY_NAMES } from './way';
import { leastFor, ownPart } from './way-finder';
import { Ways } from './ways';
import { propertyOfWay } from './ways-over';

/** Another kind for one size must save this many points there. */
const WORTH_ANOTHER = 5;
/** A size that an offer does not solve costs more than any treatment. */
const UNSOLVED = 150;
/**
 * What may be laid for a size without a change of what all sizes share: first what may be the best, last what is slow.
 */
const KINDS: readonly WayKind[] = ['pool', 'plate', 'backing', 'fade', 'tint', 'tone', 'shadow', 'blur'];
const SLOW: readonly WayKind[] = ['shadow', 'blur'];
/** Other kinds that cost no more than this are good enough without them. */
const GOOD = 30;

/** How a size stands, and what would do for it by itself. */
export interface Survey {
  size: string;
  clear: boolean;
  readings: Reading[];
  /** Those that may be the best here. */
  ways: Way[];
  /** Others, by a look: about what they would be. */
  rough: Way[];
}

/** A treatment that sizes could share: the piece with it, what of it is its strength, about how strong it must be. */
export interface Offer {
  name: string;
  piece: Piece;
  treated: readonly string[];
  property: StrengthProperty;
  near: number;
  /** What it is as a way. */
  kind: WayKind;
  /** It was not there before: sizes that do not need it do without. */
  added: boolean;
}

/** What an offer is in one size; null where it does not make it Clear. */
export type Price = { strength: number; cost: number } | null;

/** What was done in one size. */
export interface SizeAnswer {
  slide: string;
  size: string;
  /** Null where nothing was needed, or nothing is enough. */
  way: { name: string; strength: number | null; shared: boolean } | null;
  clear: boolean;
  readings: Reading[];
  /** Null without a photo, or where nothing was needed. */
  kept: PhotoKept | null;
}

/** All that is asked about one size of a slide. Pictures and fonts must be loaded. */
export class SizeSolver {
  private readonly finder: Ways;

  constructor(
    private readonly painter: Painter,
    private readonly piece: Piece,
    private readonly slideId: string,
    private readonly size: Size,
    colours: readonly FoundColour[],
  ) {
    this.finder = new Ways(painter, { piece, slide: slideOf(piece, slideId), size, colours });
  }

  /**
   * How the size stands, and what would do for it. It yields after each step.
   * @param good slow kinds are not tried where another costs no more than this
   */
  *survey(good = GOOD): Generator<void, Survey> {
    const { finder } = this,
      readings = finder.now(),
      clear = !finder.hasLetters || areClear(readings),
      out: Survey = { size: this.size.id, clear, readings, ways: [], rough: [] };
    if (clear) return out;
    yield;
    // A shadow that is there belongs to the look: it can be made stronger, but not be another one.
    const shadowed = finder.texts.some((t) => t.shadows.some((s) => s.on));
    let least = Infinity;
    for (const kind of KINDS) {
      if (SLOW.includes(kind) ? least <= good : finder.isNear(kind) && !finder.mayCost(kind, least + WORTH_ANOTHER)) {
        const rough = finder.rough(kind);
        if (rough) out.rough.push(rough);
        continue;
      }
      const way = kind === 'shadow' && shadowed ? null : finder.solve(kind);
      if (way) {
        out.ways.push(way);
        least = Math.min(least, costOfWay(way));
      }
      yield;
    }
    return out;
  }

  /** The least strength of an offer that makes this size Clear, and what it costs here. */
  price({ piece, treated, property, near, kind }: Offer): Price {
    const slides = [{ slide: slideOf(piece, this.slideId), treated }],
      least = leastFor(this.painter, { piece, size: this.size, slides, property }, near);
    if (!least) return null;
    const { strength } = least,
      laid = setStrength(piece, this.slideId, treated, this.size.id, property, strength);
    return { strength, cost: costOfWay({ kinds: [kind], kept: this.kept(laid), strength, price: 0 }) };
  }

  private kept(piece: Piece): PhotoKept | null {
    return this.finder.kept.of(piece, slideOf(piece, this.slideId));
  }

  /** How the size stands in a piece that was solved. */
  answer(solved: Piece, way: SizeAnswer['way']): SizeAnswer {
    const slide = slideOf(solved, this.slideId),
      readings = textsIn(solved, slide, this.size).map((t) => readText(this.painter, solved, slide, this.size, t));
    return {
      slide: this.slideId,
      size: this.size.id,
      way,
      clear: areClear(readings),
      readings,
      kept: way && this.kept(solved),
    };
  }
}

/** Sets a strength, in whole percent, in one size; the others keep theirs. */
const setStrength = (
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  size: string,
  property: StrengthProperty,
  percent: number,
): Piece =>
  setIn(
    piece,
    slideId,
    ids,
    size,
    property === 'opacity' ? { opacity: percent / 100 } : { strengths: { [property]: percent / 100 } },
    'this',
  );

/** What is laid on a slide already, each of it to be made as strong as every size needs. */
function raised(piece: Piece, slideId: string): Offer[] {
  const layers = slideOf(piece, slideId).layers.filter((l) => !l.guest),
    [base] = piece.sizes;
  const having = (of: readonly Layer[], property: StrengthProperty): string[] =>
    of.filter((l) => l.visible && strengthOf(l, property, base) > 0).map((l) => l.id);
  const there: [ids: string[], property: StrengthProperty, kind: WayKind, name: string][] = [
    ...layers
      .filter((l) => isTreatment(l) && l.visible)
      .map((l): (typeof there)[number] => [[l.id], 'opacity', l.kind as WayKind, l.name]),
    ...(['backing', 'shadow'] as const).map((p): (typeof there)[number] => [
      having(layers.filter(isText), p),
      p,
      p,
      WAY_NAMES[p],
    ]),
    ...(['darken', 'lighten'] as const).map((p): (typeof there)[number] => [
      having(layers.filter(isBackdropPhoto), p),
      p,
      'tone',
      WAY_NAMES.tone,
    ]),
  ];
  return there
    .filter(([ids]) => ids.length)
    .map(([treated, property, kind, name]) => ({ name, piece, treated, property, near: 60, kind, added: false }));
}

/** What is known of a kind in a size. */
const wayIn = ({ ways, rough }: Survey, kind: WayKind): Way | undefined =>
  [...ways, ...rough].find((w) => w.kinds[0] === kind);

/** What of a fade follows the place of the texts. */
const formOf = ({ angle, solid, reach, centre }: FadeLayer) => ({ angle, solid, reach, centre });

/** One kind of way that surveys found, in the colours of the size that needs most of it. */
function begun(piece: Piece, slideId: string, surveys: readonly Survey[], kind: WayKind, newId: () => string): Offer {
  const own = surveys.flatMap((s) => {
      const way = wayIn(s, kind);
      return way ? [{ size: s.size, way }] : [];
    }),
    lead = own.reduce((a, b) => (b.way.strength! > a.way.strength! ? b : a)).way,
    near = lead.strength!;
  if (!lead.add.length)
    return {
      name: wayName(kind),
      piece: changed(piece, slideId, lead.change),
      treated: lead.change.map((c) => c.id),
      property: propertyOfWay(kind, lead),
      near,
      kind,
      added: true,
    };
  const id = newId(),
    laid = addLayer(piece, slideId, { ...lead.add[0], id, opacity: 1 });
  return {
    name: kind === 'fade' ? WAY_NAMES.fade : wayName(kind, lead.add[0]),
    // A fade comes from where the texts are in each size.
    piece:
      kind === 'fade'
        ? own.reduce((p, { size, way }) => setIn(p, slideId, [id], size, formOf(way.add[0] as FadeLayer), 'this'), laid)
        : laid,
    treated: [id],
    property: 'opacity',
    near,
    kind,
    added: true,
  };
}

/**
 * What sizes that are not Clear could share: what is there already, and the kinds that are cheapest over all of them.
 * @param kinds how many of those
 */
export function offersFor(
  piece: Piece,
  slideId: string,
  surveys: readonly Survey[],
  newId: () => string,
  kinds = 1,
): Offer[] {
  const short = surveys.filter((s) => !s.clear),
    total = (kind: WayKind): number =>
      short.reduce((sum, s) => {
        const way = wayIn(s, kind);
        return sum + (way ? costOfWay(way) : UNSOLVED);
      }, 0);
  return [
    ...raised(piece, slideId),
    ...[...KINDS]
      .sort((a, b) => total(a) - total(b))
      .filter((kind) => short.some((s) => wayIn(s, kind)))
      .slice(0, kinds)
      .map((kind) => begun(piece, slideId, short, kind, newId)),
  ];
}

/** An offer, as strong in each size as that one needs, and off where it is not needed or not enough. */
export function sharing(piece: Piece, slideId: string, offer: Offer, strengths: ReadonlyMap<string, number>): Piece {
  const { treated, property, added } = offer,
    [base] = piece.sizes;
  let next = offer.piece;
  if (added && property === 'opacity') next = shownOnly(next, slideId, treated[0], [...strengths.keys()]);
  else if (added)
    // Begun without any strength: each size that needs it has its own.
    next = changeLayers(next, slideId, treated, (l) => {
      const was = piece.slides.find((s) => s.id === slideId)!.layers.find((x) => x.id === l.id);
      Object.assign(l, withStrength(l, property, strengthOf(was, property, base), base));
    });
  return tidied(
    [...strengths].reduce((p, [size, s]) => setStrength(p, slideId, treated, size, property, s), next),
    slideId,
    treated,
  );
}

/** Sizes that have by themselves what the base has follow it. */
const tidied = (piece: Piece, slideId: string, ids: readonly string[]): Piece =>
  changeLayers(piece, slideId, ids, (layer) => {
    for (const [size, own] of Object.entries(layer.overrides)) {
      const same = (['opacity', 'visible'] as const).filter((k) => own[k] === layer[k]);
      for (const k of same) delete own[k];
      for (const [p, value] of Object.entries(own.strengths ?? {}) as [StrengthProperty, number][])
        if (value === strengthOf(layer, p, piece.sizes[0])) delete own.strengths![p as keyof typeof own.strengths];
      if (own.strengths && !Object.keys(own.strengths).length) delete own.strengths;
      if (!Object.keys(own).length) delete layer.overrides[size];
    }
  });

/** A way for one size alone: what was laid for all is off there. @param was the piece before anything was laid */
function alone(was: Piece, solved: Piece, slideId: string, size: Size, way: Way, newId: () => string): Piece {
  const before = was.slides.find((s) => s.id === slideId)!.layers;
  const bare = solved.slides
    .find((s) => s.id === slideId)!
    .layers.reduce((p, layer) => {
      const own = before.find((l) => l.id === layer.id);
      if (!own) return setIn(p, slideId, [layer.id], size.id, { visible: false }, 'this');
      if (own === layer) return p;
      if (size.id === was.sizes[0].id)
        return setIn(p, slideId, [layer.id], size.id, ownOf(own, ['opacity', 'strengths'], size), 'this');
      return changeLayers(p, slideId, [layer.id], (l) => {
        const { [size.id]: _own, ...others } = l.overrides,
          had = own.overrides[size.id];
        l.overrides = had ? { ...others, [size.id]: had } : others;
      });
    }, solved);
  const laid = way.add.reduce((p, layer) => {
    const id = newId();
    return shownOnly(addLayer(p, slideId, { ...layer, id }), slideId, id, [size.id]);
  }, bare);
  return way.change.reduce((p, { id, set }) => {
    const own = before.find((l) => l.id === id)!,
      part = isText(own) || isPhoto(own) ? ownPart({ ...own, ...set } as Layer, propertyOfWay(way.kinds[0], way)) : set;
    return changeIn(p, slideId, [id], size.id, (l) => void Object.assign(l, part), 'this');
  }, laid);
}

/** The piece solved, and what was done in each size that was not Clear. */
export interface Solved {
  piece: Piece;
  ways: Map<string, NonNullable<SizeAnswer['way']>>;
}

/**
 * Chooses: the cheapest offer for all, another kind where that is worth it.
 * @param prices of each offer in each of the surveys' sizes that are not Clear
 */
export function choose(
  piece: Piece,
  slideId: string,
  surveys: readonly Survey[],
  offers: readonly Offer[],
  prices: readonly ReadonlyMap<string, Price>[],
  newId: () => string,
): Solved {
  const short = surveys.filter((s) => !s.clear),
    costIn = (i: number, size: string): number => prices[i].get(size)?.cost ?? UNSOLVED,
    total = (i: number): number => short.reduce((sum, s) => sum + costIn(i, s.size), 0),
    [best] = offers.map((_, i) => i).sort((a, b) => total(a) - total(b)),
    out: Solved = { piece, ways: new Map() },
    own = new Map<string, Way>(),
    strengths = new Map<string, number>();
  for (const { size, ways } of short) {
    const [cheapest] = [...ways].sort((a, b) => costOfWay(a) - costOfWay(b)),
      price = best === undefined ? null : prices[best].get(size);
    if (cheapest && (!price || costOfWay(cheapest) + WORTH_ANOTHER < price.cost)) own.set(size, cheapest);
    else if (price) {
      strengths.set(size, price.strength);
      out.ways.set(size, { name: offers[best].name, strength: price.strength, shared: true });
    }
  }
  if (strengths.size) out.piece = sharing(piece, slideId, offers[best], strengths);
  for (const [id, way] of own) {
    const size = piece.sizes.find((s) => s.id === id)!;
    out.piece = alone(piece, out.piece, slideId, size, way, newId);
    out.ways.set(id, { name: way.name, strength: way.strength, shared: false });
  }
  return out;
}

/** A slide solved, as the document holds it, and what was done in each size. */
export interface SolvedSlide {
  slide: Slide;
  answers: SizeAnswer[];
}

/** A slide that cannot be solved, as it is. */
export const unsolved = (piece: Piece, slide: Slide): SolvedSlide => ({
  slide: piece.slides.find((s) => s.id === slide.id)!,
  answers: piece.sizes.map(({ id }) => ({
    slide: slide.id,
    size: id,
    way: null,
    clear: false,
    readings: [],
    kept: null,
  })),
});

/**
 * Solves all sizes of a slide, one after the other. It yields after each step of work, so that whoever runs it can look
 * up, or stop. Pictures and fonts must be loaded.
 * @param colours of the slide's photo @param newId for layers that are added
 */
export function* everySize(
  painter: Painter,
  piece: Piece,
  slideId: string,
  colours: readonly FoundColour[],
  newId: () => string,
): Generator<void, SolvedSlide> {
  const solvers = piece.sizes.map((size) => new SizeSolver(painter, piece, slideId, size, colours)),
    surveys: Survey[] = [];
  for (const solver of solvers) {
    surveys.push(yield* solver.survey());
    yield;
  }
  const offers = offersFor(piece, slideId, surveys, newId),
    prices: Map<string, Price>[] = [];
  for (const offer of offers) {
    const own = new Map<string, Price>();
    for (const [i, { size, clear }] of surveys.entries()) {
      if (!clear) own.set(size, solvers[i].price(offer));
      yield;
    }
    prices.push(own);
  }
  const solved = choose(piece, slideId, surveys, offers, prices, newId);
  return {
    slide: solved.piece.slides.find((s) => s.id === slideId)!,
    answers: solvers.map((s, i) => s.answer(solved.piece, solved.ways.get(surveys[i].size) ?? null)),
  };
}
