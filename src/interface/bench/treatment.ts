// The tint that Just enough would use: the selected one, else the topmost of the slide, else a new one in a colour of the photo.
import { useMemo } from 'react';
import { tintFrom, type FoundColour } from '../../core/colour/palette';
import { oklab } from '../../core/colour/oklab';
import { rgba } from '../../core/colour/srgb';
import { hexOf } from '../../core/piece/resolve';
import type { PhotoLayer, TextLayer, TintLayer } from '../../core/piece/schema';
import { paletteOf, usePalette } from '../shared/assets';
import { inkIsLight } from './commands';
import { usePanelPiece } from './panel-piece';
import { currentSlide, shownReading, useBench } from './store';

/** The topmost visible photo of the slide. */
export const topPhoto = (s: Parameters<typeof currentSlide>[0]): PhotoLayer | undefined => currentSlide(s).layers.findLast((l): l is PhotoLayer => l.kind === 'photo' && l.visible);

/** Colour for a new tint: for light ink the photo's deepest tint, for dark ink its lightest colour. */
export function tintColour(found: readonly FoundColour[] | null, lightInk: boolean): string {
  if (!found?.length) return lightInk ? '#101820' : '#ffffff';
  if (lightInk) return (found.find((f) => f.role === 'deep') ?? found[0]).tint;
  return (found.findLast((f) => f.role === 'lightest') ?? found.at(-1)!).hex;
}

const firstText = (): TextLayer | undefined => {
  const s = useBench.getState();
  const id = shownReading(s)?.layer;
  return currentSlide(s).layers.find((l): l is TextLayer => l.kind === 'text' && (id === undefined || l.id === id));
};

/** Colour for a tint that is added by hand. */
export async function tintForSlide(): Promise<string> {
  const photo = topPhoto(useBench.getState());
  const found = photo ? await paletteOf(photo.asset).catch(() => null) : null;
  return tintColour(found, inkIsLight(firstText()));
}

export interface Treatment {
  overlay: TintLayer | null;
  colour: string;
}

/** What Just enough and the strength chart work on. */
export function useTreatment(): Treatment {
  const overlay = useBench((s) => {
    const tints = currentSlide(s).layers.filter((l): l is TintLayer => l.kind === 'tint' && l.visible);
    return tints.find((l) => s.selection.includes(l.id)) ?? tints.at(-1) ?? null;
  });
  const asset = useBench((s) => topPhoto(s)?.asset ?? null);
  const piece = usePanelPiece();
  const layerId = useBench((s) => shownReading(s)?.layer ?? null);
  const found = usePalette(asset);
  return useMemo(() => {
    if (overlay) return { overlay, colour: hexOf(overlay.colour, piece) };
    const text = layerId ? piece.slides.flatMap((sl) => sl.layers).find((l): l is TextLayer => l.id === layerId && l.kind === 'text') : undefined;
    return { overlay: null, colour: tintColour(found, inkIsLight(text)) };
  }, [overlay, piece, layerId, found]);
}

/** A tint version of any colour: darkened and greyed. */
export function tintVersion(hex: string): string {
  const { r, g, b } = rgba(hex);
  return tintFrom(oklab(r, g, b));
}
