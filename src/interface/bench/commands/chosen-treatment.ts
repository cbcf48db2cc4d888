// The treatment that Just enough sets: the selected overlay, else the topmost of the slide, else a new tint; and
// colours for new ones.
import { useMemo } from 'react';
import { create } from 'zustand';
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
import { isBackdropPhoto } from '../../../core/piece/resolve';
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
import { currentSlide, shownReading, useBench } from '../state/store';

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

/** What was chosen to be solved for; the selected or topmost overlay, or a new tint, where nothing was. */
interface Chosen {
  /** Which property of a fade. */
  property: StrengthProperty;
  /** A layer, or a kind to begin. */
  what: { layer: string } | { kind: TreatmentKind } | null;
  /** Whose letters count; null is the selected text, or else the slide. */
  scope: Scope | null;
}
export type Scope = 'text' | 'slide' | 'all';
export const useChosen = create<Chosen>(() => ({ property: 'opacity', what: null, scope: null }));

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

/** What Just enough and the strength chart work on. */
export function useTreatment(): Treatment {
  const what = useChosen((s) => s.what);
  const overlay = useBench((s) => {
    if (what && 'kind' in what) return null;
    const all = treatmentsOf(currentSlide(s).layers);
    return (
      all.find((l) => what && l.id === what.layer) ?? all.find((l) => s.selection.includes(l.id)) ?? all.at(-1) ?? null
    );
  });
  const asset = useBench((s) => topPhoto(s)?.asset ?? null);
  const piece = usePanelPiece();
  const slideId = useBench((s) => s.slideId);
  const layerId = useBench((s) => shownReading(s)?.layer ?? null);
  const wanted = useChosen((s) => s.property);
  const found = usePalette(asset);
  return useMemo(() => {
    const [size] = piece.sizes,
      layers = currentSlide({ piece, slideId }).layers;
    if (overlay) {
      const properties = strengthsOf(overlay),
        property = properties.includes(wanted) ? wanted : 'opacity';
      return {
        overlay,
        kind: overlay.kind,
        colour: colourOfTreatment(overlay, piece),
        property,
        properties,
        present: strengthOf(overlay, property, size),
      };
    }
    const kind = what && 'kind' in what ? what.kind : 'tint',
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
      present: strengthOf(own, property, size),
    };
  }, [overlay, piece, slideId, layerId, found, wanted, what]);
}

/** A tint version of any colour: darkened and greyed. */
export function tintVersion(hex: string): string {
  const { r, g, b } = rgba(hex);
  return tintFrom(oklab(r, g, b));
}
