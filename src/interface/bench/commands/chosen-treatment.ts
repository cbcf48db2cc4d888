// What Just enough does: what was chosen for it; else the selected overlay; else the best way, or where all is Clear
// already, the topmost overlay made no stronger than is needed. And colours for new overlays.
import { useMemo } from 'react';
import { createPerPiece } from '../state/per-piece';
import { oklab } from '../../../core/colour/oklab';
import { type FoundColour, tintFrom } from '../../../core/colour/palette';
import { luminance, rgba } from '../../../core/colour/srgb';
import { type StrengthProperty } from '../../../core/kinds/kind';
import type { Layer } from '../../../core/kinds/layers';
import { isPhoto, isText } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { strengthOf, strengthsOf } from '../../../core/kinds/strengths';
import type { TextLayer } from '../../../core/kinds/text';
import { mainShadow } from '../../../core/kinds/text';
import { isBackdropPhoto, layerIn, sizeOf } from '../../../core/piece/resolve';
import {
  isLaid,
  isOfText,
  isTreatment,
  propertyOf,
  type TreatmentKind,
  type Treatment as TreatmentLayer,
} from '../../../core/piece/treatments';
import type { Colour, Fill } from '../../../core/values/fill';
import { hexOf, type Swatches } from '../../../core/values/swatches';
import { paletteOf, usePalette } from '../../shared/assets';
import { usePanelPiece } from '../state/panel-piece';
import { type BenchState, currentSlide, shownReading, useBench } from '../state/store';

/** The topmost visible photo of the slide. */
export const topPhoto = (s: Parameters<typeof currentSlide>[0]): PhotoLayer | undefined =>
  currentSlide(s).layers.findLast((l): l is PhotoLayer => isPhoto(l) && l.visible);

const MAIN: Record<Fill['kind'], (fill: Fill) => Colour> = {
  none: (fill) => fill.colour,
  colour: (fill) => fill.colour,
  gradient: ({ gradient: { stops } }) => stops[stops.length >> 1].colour,
  pattern: (fill) => fill.pattern.foreground,
};
/** The colour a fill mostly has, as hex: its own, or the middle stop of its gradient. */
export const mainColour = (fill: Fill, piece: Swatches): string => hexOf(MAIN[fill.kind](fill), piece);

/** Is the ink of a text light? Decides whether it wants a dark or a light treatment. */
export function inkIsLight(layer: TextLayer | undefined, piece: Swatches): boolean {
  if (!layer) return true;
  const { r, g, b } = rgba(mainColour(layer.fill, piece));
  return luminance(r, g, b) > 0.25;
}

/** Colour for a new overlay: for light ink the photo's deepest tint, for dark ink its lightest colour. */
export function tintColour(found: readonly FoundColour[] | null, lightInk: boolean): string {
  if (!found?.length) return lightInk ? '#101820' : '#ffffff';
  if (lightInk) return (found.find((f) => f.role === 'deep') ?? found[0]).tint;
  return (found.findLast((f) => f.role === 'lightest') ?? found.at(-1)!).hex;
}

/** The text that overlays are for: the selected one, else the weakest. */
export const meantText = (): TextLayer | undefined => {
  const s = useBench.getState(),
    id = shownReading(s)?.layer;
  return currentSlide(s).layers.find((l): l is TextLayer => isText(l) && (id === undefined || l.id === id));
};

/** Colour for an overlay that is added by hand. */
export async function colourForOverlay(): Promise<string> {
  const s = useBench.getState(),
    photo = topPhoto(s);
  const found = photo ? await paletteOf(photo.asset).catch(() => null) : null;
  return tintColour(found, inkIsLight(meantText(), s.piece));
}

export const colourOfTreatment = (layer: TreatmentLayer, piece: Swatches): string =>
  'fill' in layer ? mainColour(layer.fill, piece) : hexOf(layer.colour, piece);

/** What was chosen to be solved for. */
export interface Chosen {
  /** Which property of a fade. */
  property: StrengthProperty;
  /** A layer, a kind to begin, or the best way; null where nothing was chosen. */
  what: { layer: string } | { kind: TreatmentKind } | 'best' | null;
  /** Whose letters count; null is the selected text, or else the slide. */
  scope: Scope | null;
}
export type Scope = 'text' | 'slide' | 'all';
export const useChosen = createPerPiece<Chosen>(() => ({ property: 'opacity', what: null, scope: null }));

export interface Treatment {
  /** The layer that is set; null for a new one, or for what texts and photos have by themselves. */
  overlay: TreatmentLayer | null;
  kind: TreatmentKind;
  colour: string;
  property: StrengthProperty;
  properties: StrengthProperty[];
  /** Present strength, 0..1. */
  present: number;
}

export const treatmentsOf = (layers: readonly Layer[]): TreatmentLayer[] =>
  layers.filter((l): l is TreatmentLayer => isTreatment(l) && l.visible);

type Looking = Pick<BenchState, 'piece' | 'slideId' | 'selection' | 'readings'>;

/** The one text that is selected, or null. */
export const selectedText = (s: Looking): string | null => {
  const one = s.selection.length === 1 ? currentSlide(s).layers.find((l) => l.id === s.selection[0]) : undefined;
  return isText(one) && one.visible ? one.id : null;
};
/** Whose letters count, as far as it can be had: of one text only where one is selected. */
export function scopeNow(s: Looking): Scope {
  const { scope } = useChosen.getState(),
    text = selectedText(s) !== null;
  return scope === 'all' && s.piece.slides.length > 1 ? 'all' : scope === 'slide' || !text ? 'slide' : 'text';
}
/** Texts that ways are solved for: the selected one, or all of the slide (undefined). */
export const meantTexts = (s: Looking): string[] | undefined => {
  const text = selectedText(s);
  return scopeNow(s) === 'text' && text !== null ? [text] : undefined;
};
/** Are they Clear as they stand? */
export const areMeantClear = (s: Looking): boolean => {
  const texts = meantTexts(s),
    own = s.readings.filter((r) => !texts || texts.includes(r.layer));
  return own.every((r) => r.verdict === 'clear' || r.verdict === null);
};

/** The overlay that Just enough works on, or null where it begins a kind or takes the best way. */
function overlayMeant(s: Looking, what: Chosen['what']): TreatmentLayer | null {
  if (what === 'best' || (what && 'kind' in what)) return null;
  const all = treatmentsOf(currentSlide(s).layers);
  return (
    all.find((l) => what && l.id === what.layer) ??
    all.find((l) => s.selection.includes(l.id)) ??
    (areMeantClear(s) ? all.at(-1) : undefined) ??
    null
  );
}
/** Does Just enough take the best way, or set a treatment? Strength for all slides is only known of treatments. */
export function plannedBy(s: Looking): 'best' | 'treatment' {
  const { what } = useChosen.getState();
  if ((what && what !== 'best' && 'kind' in what) || scopeNow(s) === 'all') return 'treatment';
  return overlayMeant(s, what) ? 'treatment' : 'best';
}

/** What Just enough and the strength chart work on; of the best way only once it is taken. */
export function useTreatment(): Treatment {
  const what = useChosen((s) => s.what);
  const overlay = useBench((s) => overlayMeant(s, what));
  const asset = useBench((s) => topPhoto(s)?.asset ?? null);
  const piece = usePanelPiece();
  const slideId = useBench((s) => s.slideId),
    sizeId = useBench((s) => s.sizeId);
  const layerId = useBench((s) => shownReading(s)?.layer ?? null);
  const wanted = useChosen((s) => s.property);
  const found = usePalette(asset);
  return useMemo(() => {
    const [base] = piece.sizes,
      size = sizeOf(piece, sizeId),
      layers = currentSlide({ piece, slideId }).layers,
      /** As it is in the present size. */
      placed = (l: Layer | undefined): Layer | undefined => l && layerIn(l, size, base);
    if (overlay) {
      const properties = strengthsOf(overlay),
        property = properties.includes(wanted) ? wanted : 'opacity';
      return {
        overlay,
        kind: overlay.kind,
        colour: colourOfTreatment(overlay, piece),
        property,
        properties,
        present: strengthOf(placed(overlay), property, size),
      };
    }
    const kind = what && what !== 'best' && 'kind' in what ? what.kind : 'tint',
      property = propertyOf(kind);
    const text = layers.find((l): l is TextLayer => l.id === layerId && isText(l)),
      photo = layers.findLast(isBackdropPhoto);
    const own = isOfText(kind) ? text : isLaid(kind) ? undefined : photo;
    const its =
      kind === 'backing' && text?.backing?.on
        ? mainColour(text.backing.fill, piece)
        : kind === 'shadow'
          ? text && mainShadow(text)?.colour
          : undefined;
    return {
      overlay: null,
      kind,
      colour: its === undefined ? tintColour(found, inkIsLight(text, piece)) : hexOf(its, piece),
      property,
      properties: [property],
      present: strengthOf(placed(own), property, size),
    };
  }, [overlay, piece, slideId, sizeId, layerId, found, wanted, what]);
}

/** A tint version of any colour: darkened and greyed. */
export function tintVersion(hex: string): string {
  const { r, g, b } = rgba(hex);
  return tintFrom(oklab(r, g, b));
}
