// A treatment laid between picture and texts: where it goes and how it begins, by the texts it is for.
import { union } from '../arrange/follow';
import { boundsOf } from '../arrange/transform';
import { addLayer, changeLayers } from '../piece/edits';
import { FADE_SIDES, makeFade, makePlate, makePool, makeTint } from '../piece/make';
import type { Box, Piece, Slide, TextLayer } from '../piece/schema';
import type { StrengthProperty } from '../paint/painter';
import { setColour, type Treatment } from './strength';

export type TreatmentKind = Treatment['kind'];
export const TREATMENT_KINDS = ['tint', 'fade', 'pool', 'plate'] as const satisfies readonly TreatmentKind[];

/** How strong each begins where nothing has been solved yet. */
const BEGINNING: Record<TreatmentKind, number> = { tint: 0.3, fade: 0.7, pool: 0.6, plate: 0.6 };

/** Side, and how far the fade must go to pass a box. */
function fadeTowards(texts: Box, slide: { width: number; height: number }): { angle: number; reach: number } {
  // How far each side is from the text's far edge, as a share of the slide.
  const far = {
    left: (texts.x + texts.width) / slide.width,
    right: (slide.width - texts.x) / slide.width,
    top: (texts.y + texts.height) / slide.height,
    bottom: (slide.height - texts.y) / slide.height,
  };
  const side = (Object.keys(far) as (keyof typeof far)[]).reduce((best, s) => (far[s] < far[best] - 1e-9 ? s : best), 'bottom');
  return { angle: FADE_SIDES[side], reach: Math.round(Math.min(1.2, Math.max(0.3, far[side] * 1.3)) * 100) / 100 };
}

/**
 * A new treatment for texts of a slide: a fade comes from the side nearest to them, a pool or plate lies behind them and follows them.
 * @param texts ids; all visible texts where left out
 * @param strength 0..1; a sensible beginning where left out
 */
export function makeTreatment(kind: TreatmentKind, id: string, colour: string, piece: Piece, slide: Slide, texts?: readonly string[], strength = BEGINNING[kind]): Treatment {
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
  /** An existing layer, or null for a new one of `kind`. */
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

/** The piece with the treatment in question. */
export function withTreatment(piece: Piece, slide: Slide, ask: TreatmentAsk): { piece: Piece; slide: Slide; treatment: string; added: boolean } {
  const { overlay, colour } = ask;
  const next = overlay === null ? addLayer(piece, slide.id, makeTreatment(ask.kind, TRIED, colour ?? '#000000', piece, slide, ask.texts)) : colour === undefined ? piece : changeLayers(piece, slide.id, [overlay], (l) => setColour(l, colour));
  return { piece: next, slide: next.slides.find((s) => s.id === slide.id)!, treatment: overlay ?? TRIED, added: overlay === null };
}
