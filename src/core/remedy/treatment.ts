// A treatment laid between picture and texts: where it goes and how it begins, by the texts it is for.
import { union } from '../arrange/follow';
import { boundsOf } from '../arrange/transform';
import { addLayer, changeLayers } from '../piece/edits';
import { FADE_SIDES, makeBacking, makeFade, makePlate, makePool, makeTint, solid } from '../piece/make';
import { isBackdropPhoto, slideOf, textsIn } from '../piece/resolve';
import type { Box, Layer, Piece, Size, Slide, TextLayer } from '../piece/schema';
import { mainShadow, readingShadow, strengthsOf, withStrength, type StrengthProperty } from '../piece/strengths';
import { isLaid, isOfText, propertyOf, setColour, type LaidKind, type Treatment, type TreatmentKind } from '../piece/treatments';
import type { StrengthAsk, TreatedSlide } from './strength';

/** How strong each begins where nothing has been solved yet. */
const BEGINNING: Record<LaidKind, number> = { tint: 0.3, fade: 0.7, pool: 0.6, plate: 0.6 };

/** Side, and how far the fade must go to pass a box: it is solid almost to its middle. */
function fadeTowards(texts: Box, slide: { width: number; height: number }): { angle: number; solid: number; reach: number } {
  // How far each side is from the text's far edge, as a share of the slide.
  const far = {
    left: (texts.x + texts.width) / slide.width,
    right: (slide.width - texts.x) / slide.width,
    top: (texts.y + texts.height) / slide.height,
    bottom: (slide.height - texts.y) / slide.height,
  };
  const side = (Object.keys(far) as (keyof typeof far)[]).reduce((best, s) => (far[s] < far[best] - 1e-9 ? s : best), 'bottom');
  const round = (v: number): number => Math.round(v * 100) / 100;
  // Well over half its strength where the farthest letters are.
  return { angle: FADE_SIDES[side], solid: round(far[side] * 0.45), reach: round(Math.min(1.6, Math.max(0.3, far[side] * 1.8))) };
}

/**
 * A new treatment for texts of a slide: a fade comes from the side nearest to them, a pool or plate lies behind them and follows them.
 * @param texts ids; all visible texts where left out
 * @param strength 0..1; a sensible beginning where left out
 */
export function makeTreatment(kind: LaidKind, id: string, colour: string, piece: Piece, slide: Slide, texts?: readonly string[], strength = BEGINNING[kind]): Treatment {
  const size = piece.sizes[0];
  const meant = slide.layers.filter((l): l is TextLayer => l.kind === 'text' && (texts ? texts.includes(l.id) : l.visible));
  const boxes = meant.map((t) => boundsOf(t.box, t.rotation));
  const middle: Box = { x: size.width * 0.2, y: size.height * 0.35, width: size.width * 0.6, height: size.height * 0.3 };
  const behind = boxes.length ? union(boxes) : middle;
  const typeSize = meant.length ? Math.max(...meant.map((t) => t.fontSize)) : Math.min(size.width, size.height) / 10;
  const follows = meant.map((t) => t.id);
  switch (kind) {
    case 'tint':
      return makeTint(id, colour, strength, size);
    case 'fade':
      return makeFade(id, colour, strength, size, boxes.length ? fadeTowards(behind, size) : {});
    case 'pool':
      return makePool(id, colour, strength, behind, typeSize, follows);
    case 'plate':
      return makePlate(id, colour, strength, behind, typeSize, follows);
  }
}

/** What Just enough and the strength chart are asked about. */
export interface TreatmentAsk {
  /** An existing layer, or null for a new one of `kind`. What a text or a photo has by itself is not a layer: null then means all texts asked about, or all photos. */
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
function begun(layer: Layer, kind: 'backing' | 'shadow', colour: string | undefined): void {
  if (layer.kind !== 'text') return;
  if (kind === 'backing') {
    layer.backing ??= { ...makeBacking(colour ?? '#000000'), opacity: 0 };
    if (!layer.backing.on) layer.backing = { ...layer.backing, on: true, opacity: 0, ...(colour ? { fill: solid(colour) } : {}) };
  } else if (!mainShadow(layer)) layer.shadows.push(readingShadow(layer, colour ?? '#000000', 0));
}

/**
 * The slide with the treatment in question, and the layers whose strength it is.
 * @throws RangeError where there is no layer that could have it: a slide without a photo cannot be darkened
 */
export function withTreatment(piece: Piece, slide: Slide, ask: TreatmentAsk, id = TRIED): TreatedSlide & { piece: Piece; added: boolean } {
  const { overlay, colour, kind } = ask, property = ask.property ?? propertyOf(kind);
  const at = (p: Piece): Slide => slideOf(p, slide.id);
  if (isLaid(kind)) {
    const next = overlay === null ? addLayer(piece, slide.id, makeTreatment(kind, id, colour ?? '#000000', piece, slide, ask.texts)) : colour === undefined ? piece : changeLayers(piece, slide.id, [overlay], (l) => setColour(l, colour));
    return { piece: next, slide: at(next), treated: [overlay ?? id], added: overlay === null };
  }
  const able = slide.layers.filter((l) => l.visible && strengthsOf(l).includes(property));
  const treated = able.filter((l) => (overlay !== null ? l.id === overlay : l.kind === 'text' ? !ask.texts || ask.texts.includes(l.id) : isBackdropPhoto(l))).map((l) => l.id);
  if (!treated.length) throw new RangeError(isOfText(kind) ? 'there is no text that could have it' : 'there is no photo in the backdrop');
  if (!isOfText(kind)) return { piece, slide, treated, added: false };
  const next = changeLayers(piece, slide.id, treated, (l) => {
    begun(l, kind, colour);
    if (colour !== undefined) setColour(l, colour, kind);
  });
  return { piece: next, slide: at(next), treated, added: false };
}

/** A question about the strength of a treatment on one slide or several, ready for the solver. Slides that cannot have it are left out. */
export function askAbout(piece: Piece, slides: readonly Slide[], size: Size, ask: TreatmentAsk & { goal?: number }): StrengthAsk {
  let next = piece;
  const on: TreatedSlide[] = [];
  let added = false;
  for (const slide of slides) {
    if (slides.length > 1 && !textsIn(piece, slide, size).length) continue;
    // A treatment that is there already has the same strength on every slide: on the others it is begun.
    const known = ask.overlay === null ? null : slide.layers.some((l) => l.id === ask.overlay) ? ask.overlay : (slide.layers.findLast((l) => l.kind === ask.kind && l.visible && (l.kind === 'tint' || l.kind === 'fade'))?.id ?? null);
    const t = withTreatment(next, slide, { ...ask, overlay: known });
    next = t.piece;
    added ||= t.added;
    on.push(t);
  }
  return { piece: next, size, slides: on, added: added && on.length === 1, property: ask.property ?? propertyOf(ask.kind), texts: ask.texts, goal: ask.goal };
}

/**
 * The piece with a treatment at a strength of 0..1, begun where there was none.
 * @param newId ids for layers that are added
 * @returns also the layer that was added to the first of the slides, or null
 */
export function withTreatmentAt(piece: Piece, slides: readonly Slide[], ask: TreatmentAsk, value: number, newId: () => string): { piece: Piece; added: string | null } {
  const [base] = piece.sizes, property = ask.property ?? propertyOf(ask.kind), begun = askAbout(piece, slides, base, ask);
  let first: string | null = null, next = begun.piece;
  for (const { slide, treated } of begun.slides)
    next = changeLayers(next, slide.id, treated, (l) => {
      Object.assign(l, withStrength(l, property, value, base));
      if (l.id !== TRIED) return;
      l.id = newId();
      first ??= l.id;
    });
  return { piece: next, added: first };
}
