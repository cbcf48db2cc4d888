// What a layer shows depends on, as a text to compare, derived from the layer as it is painted: one place for all caches, so that none forgets
// what a later property adds.
import { hexOf } from '../piece/resolve';
import type { Colour, Layer, Piece } from '../piece/schema';
import type { Studio } from './studio';

/** A value with the colours and gradients that its swatches stand for. */
export const lookKey = (value: unknown, piece: Pick<Piece, 'swatches'>): string =>
  JSON.stringify(value, (key, v: unknown) => {
    if (key === 'gradientSwatch' && typeof v === 'string') return piece.swatches.find((s) => s.id === v)?.gradient ?? null;
    if (typeof v === 'object' && v !== null && typeof (v as { swatch?: unknown }).swatch === 'string') return hexOf(v as Colour, piece);
    return v;
  });

/** Everything of a layer that changes nothing about what it shows, or only where, how strongly and over what. */
const ELSEWHERE = ['id', 'name', 'band', 'visible', 'locked', 'opacity', 'blend', 'anchors', 'overrides', 'group', 'shadows'];

/**
 * The form of a placed layer: equal keys, equal outlines and colours, wherever it lies.
 * @param without properties of its kind that do not count
 */
export function formKey(layer: Layer, piece: Pick<Piece, 'swatches'>, studio: Studio, without: readonly string[] = []): string {
  const { box, ...rest } = layer;
  const own = Object.fromEntries(Object.entries(rest).filter(([k]) => !ELSEWHERE.includes(k) && !without.includes(k)));
  // What a layer is made of may not have come yet.
  const there = layer.kind === 'text' ? studio.fonts.generation : layer.kind === 'photo' ? [studio.picture(layer.asset) !== null, Boolean(studio.drawing?.(layer.asset)), layer.cut && 'asset' in layer.cut.mask && studio.picture(layer.cut.mask.asset) !== null] : 0;
  return lookKey([own, box.width, box.height, there], piece);
}
