// A filled template made Clear: what it lays over its photo is made just enough for the photo that is there now, in a
// depth of that photo's own hue; where that does not do, the best ways are taken (docs/reading.md, "Solve every size").
import { hexFromOklab, labOfHex } from '../colour/oklab';
import type { FoundColour } from '../colour/palette';
import { kindOf } from '../kinds/layers';
import { isEnclosed } from '../kinds/text';
import { changeLayers } from '../piece/edits';
import { layerIn, slideOf, textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { setIn } from '../piece/set-in-size';
import { isTreatment, setColour, type Treatment } from '../piece/treatments';
import type { Painter } from '../scene/painter';
import { type Outcome, outcomeOf } from '../remedy/outcome';
import { leastFor } from '../remedy/way-finder';
import { everySize } from '../remedy/every-size';

/** Overlays that are as strong as the photo asks for; plates and backings are forms that a design has. */
const ADAPTS: readonly string[] = ['fade', 'tint', 'wash', 'pool'];
/** What is left of the photo is told at this side, px: it is for people to compare. */
const COMPARED_AT = 540;
/** Chroma that an overlay takes from the photo at most. */
const MOST_CHROMA = 0.045;

const adapts = (slide: Slide): Treatment[] =>
  slide.layers.filter((l): l is Treatment => isTreatment(l) && l.visible && !l.guest && ADAPTS.includes(l.kind));

/**
 * Overlays in a plain colour take the hue of the photo they lie over now, as deep or as light as they were. House
 * colours stay.
 */
export function inPhotosHue(piece: Piece, slideId: string, colours: readonly FoundColour[]): Piece {
  const hue = colours.map((c) => labOfHex(c.hex)).find(([, a, b]) => Math.hypot(a, b) > 0.01);
  if (!hue) return piece;
  const own = adapts(slideOf(piece, slideId)),
    k = Math.min(1, MOST_CHROMA / Math.hypot(hue[1], hue[2]));
  return own.reduce((p, layer) => {
    const colour = kindOf(layer).treatment!.colour(layer);
    if (typeof colour !== 'string') return p;
    const [lightness] = labOfHex(colour.slice(0, 7)),
      hex = hexFromOklab(lightness, hue[1] * k, hue[2] * k);
    return changeLayers(p, slideId, [layer.id], (l) => setColour(l, hex));
  }, piece);
}

/** Texts whose reading depends on what lies under them. */
const wanting = (piece: Piece, slide: Slide, size: Size): string[] =>
  textsIn(piece, slide, size)
    .filter((t) => !isEnclosed(t, piece))
    .map((t) => t.id);

/**
 * The overlays of a slide just enough in one size; the piece as it is where it has none, or where all of them is not
 * enough.
 */
function justEnoughIn(painter: Painter, piece: Piece, slideId: string, size: Size): Piece {
  const slide = slideOf(piece, slideId),
    [base] = piece.sizes,
    own = adapts(slide).filter((l) => layerIn(l, size, base).visible),
    texts = wanting(piece, slide, size);
  if (!own.length || !texts.length) return piece;
  const treated = own.map((l) => l.id),
    near = 100 * Math.max(...own.map((l) => layerIn(l, size, base).opacity)),
    least = leastFor(painter, { piece, size, slides: [{ slide, treated }], property: 'opacity', texts }, near);
  return least ? setIn(piece, slideId, treated, size.id, { opacity: least.strength / 100 }, 'this') : piece;
}

/** The overlays of every slide as strong as each size needs them, and no stronger. */
export function* justEnoughFilled(
  painter: Painter,
  piece: Piece,
  coloursOf: (slide: Slide) => readonly FoundColour[],
): Generator<void, Piece> {
  let next = piece;
  for (const { id } of piece.slides) {
    next = inPhotosHue(next, id, coloursOf(slideOf(next, id)));
    for (const size of piece.sizes) {
      next = justEnoughIn(painter, next, id, size);
      yield;
    }
  }
  return next;
}

/**
 * A filled template until it is Clear. It yields after each step of work. Pictures and fonts must be loaded.
 * @param newId for layers that are added
 */
export function* solvedFilling(
  painter: Painter,
  piece: Piece,
  coloursOf: (slide: Slide) => readonly FoundColour[],
  newId: () => string,
): Generator<void, { piece: Piece; outcomes: Outcome[] }> {
  let next = yield* justEnoughFilled(painter, piece, coloursOf);
  const outcomes: Outcome[] = [];
  for (const { id } of piece.slides) {
    const all = (): Outcome[] => piece.sizes.map((size) => outcomeOf(painter, next, id, size, COMPARED_AT));
    let own = all();
    yield;
    if (own.some((o) => !o.clear)) {
      const { slide } = yield* everySize(painter, next, id, coloursOf(slideOf(next, id)), newId);
      next = { ...next, slides: next.slides.map((s) => (s.id === id ? slide : s)) };
      own = all();
    }
    outcomes.push(...own);
  }
  return { piece: next, outcomes };
}
