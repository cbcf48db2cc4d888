// A treatment laid between picture and texts: where it goes and how it begins, by the texts it is for.
import { type Box, union } from '../ground/box';
import { boundsOf } from '../ground/transform';
import type { Laid, StrengthProperty } from '../kinds/kind';
import { isText, KINDS, type Layer } from '../kinds/layers';
import { strengthsOf, withStrength } from '../kinds/strengths';
import { isEnclosed, mainShadow, readingShadow } from '../kinds/text';
import { addLayer, changeLayers } from '../piece/edits';
import { isBackdropPhoto, slideOf, textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import {
  isLaid,
  isOfText,
  isTreatment,
  type LaidKind,
  propertyOf,
  setColour,
  type Treatment,
  type TreatmentKind,
} from '../piece/treatments';
import { makeBacking, solid } from '../values/made';
import type { StrengthAsk, TreatedSlide } from './strength';

/**
 * A new treatment for texts of a slide: a fade comes from the side nearest to them, a pool or plate lies behind them
 * and follows them.
 * @param texts ids; all visible texts where left out
 * @param strength 0..1; a sensible beginning where left out
 */
export function makeTreatment(
  kind: LaidKind,
  id: string,
  colour: string,
  piece: Piece,
  slide: Slide,
  texts?: readonly string[],
  strength?: number,
): Treatment {
  const size = piece.sizes[0],
    { make, beginning }: Laid<Treatment> = KINDS[kind].treatment;
  const meant = slide.layers.filter(isText).filter((l) => (texts ? texts.includes(l.id) : l.visible));
  const round = meant.length ? union(meant.map((t) => boundsOf(t.box, t.rotation))) : null;
  const behind: Box = round ?? {
    x: size.width * 0.2,
    y: size.height * 0.35,
    width: size.width * 0.6,
    height: size.height * 0.3,
  };
  const typeSize = meant.length ? Math.max(...meant.map((t) => t.fontSize)) : Math.min(size.width, size.height) / 10;
  return make(id, colour, strength ?? beginning, {
    size,
    texts: round,
    behind,
    typeSize,
    follows: meant.map((t) => t.id),
  });
}

/** What Just enough and the strength chart are asked about. */
export interface TreatmentAsk {
  /**
   * An existing layer, or null for a new one of `kind`. What a text or a photo has by itself is not a layer: null then
   * means all texts asked about, or all photos.
   */
  overlay: string | null;
  kind: TreatmentKind;
  /** Colour of the new one, or another colour to try with the existing one. */
  colour?: string;
  property?: StrengthProperty;
  /** Texts that must be Clear; all that lie above where left out. */
  texts?: string[];
}

/** Id of a treatment that is only tried. */
export const TRIED = 'treatment-to-try';

/** Begins a backing or a shadow where a text has none, in a colour. */
function begun(layer: Layer, kind: 'backing' | 'shadow', colour: string | undefined, onPage: boolean): void {
  if (!isText(layer)) return;
  if (kind === 'backing') {
    layer.backing ??= { ...makeBacking(colour ?? '#000000', onPage ? 0 : undefined), opacity: 0 };
    if (!layer.backing.on)
      layer.backing = { ...layer.backing, on: true, opacity: 0, ...(colour ? { fill: solid(colour) } : {}) };
  } else if (!mainShadow(layer)) layer.shadows.push(readingShadow(layer, colour ?? '#000000', 0));
}

/**
 * The slide with the treatment in question, and the layers whose strength it is.
 * @throws RangeError where there is no layer that could have it: a slide without a photo cannot be darkened
 */
export function withTreatment(
  piece: Piece,
  slide: Slide,
  ask: TreatmentAsk,
  id = TRIED,
): TreatedSlide & { piece: Piece; added: boolean } {
  const { overlay, colour, kind } = ask,
    property = ask.property ?? propertyOf(kind);
  const at = (p: Piece): Slide => slideOf(p, slide.id);
  if (isLaid(kind)) {
    const next =
      overlay === null
        ? addLayer(piece, slide.id, makeTreatment(kind, id, colour ?? '#000000', piece, slide, ask.texts))
        : colour === undefined
          ? piece
          : changeLayers(piece, slide.id, [overlay], (l) => setColour(l, colour));
    return { piece: next, slide: at(next), treated: [overlay ?? id], added: overlay === null };
  }
  const able = slide.layers.filter((l) => l.visible && strengthsOf(l).includes(property));
  const treated = able
    .filter((l) =>
      overlay !== null
        ? l.id === overlay
        : isText(l)
          ? (ask.texts?.includes(l.id) ?? !isEnclosed(l, piece))
          : isBackdropPhoto(l),
    )
    .map((l) => l.id);
  if (!treated.length)
    throw new RangeError(isOfText(kind) ? 'there is no text that could have it' : 'there is no photo in the backdrop');
  if (!isOfText(kind)) return { piece, slide, treated, added: false };
  const next = changeLayers(piece, slide.id, treated, (l) => {
    begun(l, kind, colour, piece.section !== null);
    if (colour !== undefined) setColour(l, colour, kind);
  });
  return { piece: next, slide: at(next), treated, added: false };
}

/**
 * A question about the strength of a treatment on one slide or several, ready for the solver. Slides that cannot have
 * it are left out.
 */
export function askAbout(
  piece: Piece,
  slides: readonly Slide[],
  size: Size,
  ask: TreatmentAsk & { goal?: number },
): StrengthAsk {
  let next = piece;
  const on: TreatedSlide[] = [];
  let added = false;
  for (const slide of slides) {
    if (slides.length > 1 && !textsIn(piece, slide, size).length) continue;
    // A treatment that is there already has the same strength on every slide: on the others it is begun.
    const known =
      ask.overlay === null
        ? null
        : slide.layers.some((l) => l.id === ask.overlay)
          ? ask.overlay
          : (slide.layers.findLast((l) => l.kind === ask.kind && l.visible && !('follows' in l) && isTreatment(l))
              ?.id ?? null);
    const t = withTreatment(next, slide, { ...ask, overlay: known });
    next = t.piece;
    added ||= t.added;
    on.push(t);
  }
  return {
    piece: next,
    size,
    slides: on,
    added: added && on.length === 1,
    property: ask.property ?? propertyOf(ask.kind),
    texts: ask.texts,
    goal: ask.goal,
  };
}

/**
 * The piece with a treatment at a strength of 0..1, begun where there was none.
 * @param newId ids for layers that are added
 * @returns also the layer that was added to the first of the slides, or null
 */
export function withTreatmentAt(
  piece: Piece,
  slides: readonly Slide[],
  ask: TreatmentAsk,
  value: number,
  newId: () => string,
): { piece: Piece; added: string | null } {
  const [base] = piece.sizes,
    property = ask.property ?? propertyOf(ask.kind),
    begun = askAbout(piece, slides, base, ask);
  let first: string | null = null,
    next = begun.piece;
  for (const { slide, treated } of begun.slides)
    next = changeLayers(next, slide.id, treated, (l) => {
      Object.assign(l, withStrength(l, property, value, base));
      if (l.id !== TRIED) return;
      l.id = newId();
      first ??= l.id;
    });
  return { piece: next, added: first };
}
