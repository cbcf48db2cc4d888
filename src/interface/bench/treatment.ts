// The treatment that Just enough sets: the selected overlay, else the topmost of the slide, else a new tint; and colours for new ones.
import { useMemo } from 'react';
import { create } from 'zustand';
import { tintFrom, type FoundColour } from '../../core/colour/palette';
import { oklab } from '../../core/colour/oklab';
import { luminance, rgba } from '../../core/colour/srgb';
import type { StrengthProperty } from '../../core/paint/painter';
import { hexOf } from '../../core/piece/resolve';
import type { Layer, PhotoLayer, Piece, TextLayer } from '../../core/piece/schema';
import { isTreatment, strengthsOf, type Treatment as TreatmentLayer } from '../../core/remedy/strength';
import { paletteOf, usePalette } from '../shared/assets';
import { usePanelPiece } from './panel-piece';
import { currentSlide, shownReading, useBench } from './store';

/** The topmost visible photo of the slide. */
export const topPhoto = (s: Parameters<typeof currentSlide>[0]): PhotoLayer | undefined => currentSlide(s).layers.findLast((l): l is PhotoLayer => l.kind === 'photo' && l.visible);

/** The colour a fill mostly has, as hex: its own, or the middle stop of its gradient. */
export function mainColour(fill: TextLayer['fill'], piece: Pick<Piece, 'swatches'>): string {
  if (fill.kind === 'pattern') return hexOf(fill.pattern.foreground, piece);
  if (fill.kind === 'gradient') return hexOf(fill.gradient.stops[fill.gradient.stops.length >> 1].colour, piece);
  return hexOf(fill.colour, piece);
}

/** Is the ink of a text light? Decides whether it wants a dark or a light treatment. */
export function inkIsLight(layer: TextLayer | undefined, piece: Pick<Piece, 'swatches'>): boolean {
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
  const s = useBench.getState(), id = shownReading(s)?.layer;
  return currentSlide(s).layers.find((l): l is TextLayer => l.kind === 'text' && (id === undefined || l.id === id));
};

/** Colour for an overlay that is added by hand. */
export async function colourForOverlay(): Promise<string> {
  const s = useBench.getState(), photo = topPhoto(s);
  const found = photo ? await paletteOf(photo.asset).catch(() => null) : null;
  return tintColour(found, inkIsLight(meantText(), s.piece));
}

export const colourOfTreatment = (layer: TreatmentLayer, piece: Pick<Piece, 'swatches'>): string => (layer.kind === 'plate' ? mainColour(layer.fill, piece) : hexOf(layer.colour, piece));

/** Which property of a fade is solved for; remembered while the bench is open. */
export const useProperty = create<{ property: StrengthProperty }>(() => ({ property: 'opacity' }));

export interface Treatment {
  overlay: TreatmentLayer | null;
  colour: string;
  property: StrengthProperty;
  properties: StrengthProperty[];
}

const treatmentsOf = (layers: readonly Layer[]): TreatmentLayer[] => layers.filter((l): l is TreatmentLayer => isTreatment(l) && l.visible);

/** What Just enough and the strength chart work on. */
export function useTreatment(): Treatment {
  const overlay = useBench((s) => {
    const all = treatmentsOf(currentSlide(s).layers);
    return all.find((l) => s.selection.includes(l.id)) ?? all.at(-1) ?? null;
  });
  const asset = useBench((s) => topPhoto(s)?.asset ?? null);
  const piece = usePanelPiece();
  const layerId = useBench((s) => shownReading(s)?.layer ?? null);
  const wanted = useProperty((s) => s.property);
  const found = usePalette(asset);
  return useMemo(() => {
    const properties = overlay ? strengthsOf(overlay) : (['opacity'] as StrengthProperty[]);
    const property = properties.includes(wanted) ? wanted : 'opacity';
    if (overlay) return { overlay, colour: colourOfTreatment(overlay, piece), property, properties };
    const text = layerId ? piece.slides.flatMap((sl) => sl.layers).find((l): l is TextLayer => l.id === layerId && l.kind === 'text') : undefined;
    return { overlay: null, colour: tintColour(found, inkIsLight(text, piece)), property, properties };
  }, [overlay, piece, layerId, found, wanted]);
}

/** A tint version of any colour: darkened and greyed. */
export function tintVersion(hex: string): string {
  const { r, g, b } = rgba(hex);
  return tintFrom(oklab(r, g, b));
}
