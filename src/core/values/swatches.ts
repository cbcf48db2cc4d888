// What a colour or gradient is once the swatches it may refer to are looked up.
import type { Colour, Fill, PlainGradient, Swatch } from './fill';

/** Whatever holds swatches: a piece. */
export interface Swatches {
  readonly swatches: readonly Swatch[];
}

/** The hex of a colour. An unknown swatch shows as mid grey rather than stopping the picture. */
export function hexOf(colour: Colour, piece: Swatches): string {
  if (typeof colour === 'string') return colour;
  return piece.swatches.find((s) => s.id === colour.swatch)?.colour ?? '#808080';
}

/** The gradient swatch that a fill is linked to; null where it is linked to none, or to one that is gone. */
export function gradientSwatchOf(fill: Fill, piece: Swatches): (Swatch & { gradient: PlainGradient }) | null {
  const swatch = fill.gradientSwatch === null ? null : piece.swatches.find((s) => s.id === fill.gradientSwatch);
  return swatch?.gradient ? { ...swatch, gradient: swatch.gradient } : null;
}

/** Ids of all swatches that a layer refers to, in colours and as gradients. */
export function swatchesOf(layer: unknown): string[] {
  if (typeof layer !== 'object' || layer === null) return [];
  return Object.entries(layer).flatMap(([key, value]) =>
    (key === 'swatch' || key === 'gradientSwatch') && typeof value === 'string' ? [value] : swatchesOf(value),
  );
}

/** A gradient with its swatch colours looked up, fit to become a swatch itself. */
export const plainGradient = (
  gradient: { stops: { at: number; colour: Colour; mid: number }[] } & Omit<PlainGradient, 'stops'>,
  piece: Swatches,
): PlainGradient => ({
  ...gradient,
  stops: gradient.stops.map((s) => ({ ...s, colour: hexOf(s.colour, piece) })),
});

/** A value with the colours and gradients that its swatches stand for. */
export const lookKey = (value: unknown, piece: Swatches): string =>
  JSON.stringify(value, (key, v: unknown) => {
    if (key === 'gradientSwatch' && typeof v === 'string')
      return piece.swatches.find((s) => s.id === v)?.gradient ?? null;
    if (typeof v === 'object' && v !== null && typeof (v as { swatch?: unknown }).swatch === 'string')
      return hexOf(v as Colour, piece);
    return v;
  });
