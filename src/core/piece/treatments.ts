// Treatments: what is done to a slide for the sake of its texts. Some are layers of their own; a text has some by itself; some are done
// to the photo.
import { changeLayers } from './edits';
import { slideOf } from './resolve';
import type { FadeLayer, Layer, Piece, PlateLayer, PoolLayer, Slide, TintLayer } from './schema';
import { mainShadow, type StrengthProperty } from './strengths';

export type Treatment = TintLayer | FadeLayer | PoolLayer | PlateLayer;
/** Is a layer there for the sake of texts, by its kind? */
export const isTreatment = (layer: Layer): layer is Treatment => layer.kind === 'tint' || layer.kind === 'fade' || layer.kind === 'pool' || layer.kind === 'plate';

/** Treatments that are layers of their own. */
export type LaidKind = Treatment['kind'];
export const LAID_KINDS = ['tint', 'fade', 'pool', 'plate'] as const satisfies readonly LaidKind[];
/** All treatments: those, what a text has by itself, and what is done to the photo. */
export const TREATMENT_KINDS = [...LAID_KINDS, 'backing', 'shadow', 'darken', 'lighten', 'blur'] as const;
export type TreatmentKind = (typeof TREATMENT_KINDS)[number];
export const isLaid = (kind: TreatmentKind): kind is LaidKind => (LAID_KINDS as readonly string[]).includes(kind);
export const isOfText = (kind: TreatmentKind): kind is 'backing' | 'shadow' => kind === 'backing' || kind === 'shadow';
/** The kind of layer that has a treatment: itself, or what it is done to. */
export const bearerOf = (kind: TreatmentKind): Layer['kind'] => (isLaid(kind) ? kind : isOfText(kind) ? 'text' : 'photo');
/** The property that is the strength of a kind, unless another is asked for. */
export const propertyOf = (kind: TreatmentKind): StrengthProperty => (isLaid(kind) ? 'opacity' : kind);

/** Gives a treatment a plain colour; `property` says which part of a text is meant. Changes the layer it is given. */
export function setColour(layer: Layer, hex: string, property: StrengthProperty = 'opacity'): void {
  if (layer.kind === 'plate') layer.fill = { ...layer.fill, kind: 'colour', colour: hex };
  else if (layer.kind === 'text') {
    if (property === 'backing' && layer.backing) layer.backing = { ...layer.backing, fill: { ...layer.backing.fill, kind: 'colour', colour: hex } };
    const main = mainShadow(layer);
    if (property === 'shadow' && main) main.colour = hex;
  } else if ('colour' in layer) layer.colour = hex;
}

/** A change of a layer. */
export interface LayerChange {
  id: string;
  set: Partial<Layer>;
}

/** What must change of a visible layer for its treatment to be off; null where it has none, or where that is for other texts than those named. */
export function switchedOff(l: Layer, texts?: readonly string[]): LayerChange | null {
  if (!l.visible) return null;
  if (isTreatment(l)) return 'follows' in l && l.follows.length && texts && !l.follows.some((f) => texts.includes(f)) ? null : { id: l.id, set: { visible: false } };
  if (l.kind === 'text' && (!texts || texts.includes(l.id)) && (l.backing?.on || l.shadows.some((s) => s.on))) return { id: l.id, set: { backing: l.backing && { ...l.backing, on: false }, shadows: l.shadows.map((s) => ({ ...s, on: false })) } };
  if (l.kind === 'photo' && l.band === 'backdrop' && (l.tone.levels.on || l.tone.blur.on)) return { id: l.id, set: { tone: { ...l.tone, levels: { ...l.tone.levels, on: false }, blur: { ...l.tone.blur, on: false } } } };
  return null;
}

/** Is there something on a slide that was laid for the sake of its texts? */
export const isTreated = (slide: Slide): boolean => slide.layers.some((l) => switchedOff(l) !== null);

/** The piece with everything on a slide switched off that is there for the sake of its texts. */
export function withoutTreatments(piece: Piece, slideId: string): Piece {
  const off = slideOf(piece, slideId).layers.flatMap((l) => switchedOff(l) ?? []);
  return off.length ? changed(piece, slideId, off) : piece;
}

/** The piece with layers of a slide changed. */
export const changed = (piece: Piece, slideId: string, changes: readonly LayerChange[]): Piece =>
  changeLayers(piece, slideId, changes.map((c) => c.id), (l) => void Object.assign(l, changes.find((c) => c.id === l.id)!.set));
