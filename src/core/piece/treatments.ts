// Treatments: what is done to a slide for the sake of its texts. Some are layers of their own; a text has some by
// itself; some are done to the photo.
import type { StrengthProperty } from '../kinds/kind';
import { isFollower, isText, kindOf, KINDS, type Layer, type LayerKind } from '../kinds/layers';
import { changeLayers } from './edits';
import { slideOf } from './resolve';
import type { Piece, Slide } from './schema';

/** Treatments that are layers of their own. */
export type LaidKind = { [K in LayerKind]: (typeof KINDS)[K] extends { treatment: object } ? K : never }[LayerKind];
export type Treatment = Extract<Layer, { kind: LaidKind }>;
/** Is a layer there for the sake of texts, by its kind? */
export const isTreatment = (layer: Layer): layer is Treatment => kindOf(layer).treatment !== undefined;
export const LAID_KINDS = (Object.keys(KINDS) as LayerKind[]).filter((k): k is LaidKind => 'treatment' in KINDS[k]);

/** Treatments that a layer has by itself, by the kind of that layer. */
const BORNE = {
  backing: 'text',
  shadow: 'text',
  darken: 'photo',
  lighten: 'photo',
  blur: 'photo',
} as const satisfies Partial<Record<StrengthProperty, LayerKind>>;
export type BorneKind = keyof typeof BORNE;
export type TreatmentKind = LaidKind | BorneKind;
/** All treatments: layers of their own, what a text has by itself, and what is done to the photo. */
export const TREATMENT_KINDS: readonly TreatmentKind[] = [...LAID_KINDS, ...(Object.keys(BORNE) as BorneKind[])];
export const isLaid = (kind: TreatmentKind): kind is LaidKind => !(kind in BORNE);
export const isOfText = (kind: TreatmentKind): kind is 'backing' | 'shadow' => bearerOf(kind) === 'text';
/** The kind of layer that has a treatment: itself, or what it is done to. */
export const bearerOf = (kind: TreatmentKind): LayerKind => (isLaid(kind) ? kind : BORNE[kind]);
/** Has a treatment a colour of its own? What is done to the photo has none. */
export const hasColour = (kind: TreatmentKind): boolean => bearerOf(kind) !== 'photo';
/** The property that is the strength of a kind, unless another is asked for. */
export const propertyOf = (kind: TreatmentKind): StrengthProperty => (isLaid(kind) ? 'opacity' : kind);

/** Gives a treatment a plain colour; `property` says which part of a text is meant. Changes the layer it is given. */
export function setColour(layer: Layer, hex: string, property: StrengthProperty = 'opacity'): void {
  const { setColour: own } = kindOf(layer);
  if (own) own(layer, hex, property);
  else if ('colour' in layer) layer.colour = hex;
}

/** A change of a layer. */
export interface LayerChange {
  id: string;
  set: Partial<Layer>;
}

/**
 * What must change of a visible layer for its treatment to be off; null where it has none, or where that is for other
 * texts than those named.
 */
export function switchedOff(l: Layer, texts?: readonly string[]): LayerChange | null {
  const owns = Object.entries(l.overrides);
  if (!l.visible && !owns.some(([, own]) => own.visible)) return null;
  if (isTreatment(l))
    return isFollower(l) && texts && !l.follows.some((f) => texts.includes(f))
      ? null
      : {
          id: l.id,
          set: {
            visible: false,
            ...(owns.some(([, own]) => own.visible)
              ? { overrides: Object.fromEntries(owns.map(([id, { visible: _, ...own }]) => [id, own])) }
              : {}),
          },
        };
  // What a text has by itself is for itself.
  const set = isText(l) && texts && !texts.includes(l.id) ? null : kindOf(l).switchedOff?.(l);
  return set ? { id: l.id, set } : null;
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
  changeLayers(
    piece,
    slideId,
    changes.map((c) => c.id),
    (l) => void Object.assign(l, changes.find((c) => c.id === l.id)!.set),
  );
