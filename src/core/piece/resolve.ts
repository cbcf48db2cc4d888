// What a layer is in one size: anchors first, then what that size overrides; and what a slide or piece holds.
import { isPhoto, isText, kindOf, type Layer, scaleLengths } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import type { TextLayer } from '../kinds/text';
import { layerBetween } from './between';
import { movedBy, slideSeen } from './guests';
import { withOwn } from './own';
import type { Piece, Size, Slide } from './schema';

/** The size of that id, or the base size. */
export const sizeOf = (piece: Piece, id?: string | null): Size =>
  piece.sizes.find((s) => s.id === id) ?? piece.sizes[0];

/**
 * The slide of that id as it is looked at: with what neighbouring slides carry over to it. @throws RangeError where the
 * piece has none
 */
export function slideOf(piece: Piece, id: string): Slide {
  const at = piece.slides.findIndex((s) => s.id === id);
  if (at < 0) throw new RangeError(`the slide ${id} is not in the piece`);
  return slideSeen(piece, at);
}

/** All slides of a piece as they are looked at. */
export const slidesOf = (piece: Piece): Slide[] => piece.slides.map((_, at) => slideSeen(piece, at));

function along(
  anchor: 'start' | 'middle' | 'end' | 'stretch',
  at: number,
  extent: number,
  from: number,
  to: number,
  k: number,
): [number, number] {
  if (anchor === 'stretch') return [(at / from) * to, (extent / from) * to];
  if (anchor === 'start') return [at * k, extent * k];
  if (anchor === 'end') return [to - (from - at) * k, extent * k];
  return [to / 2 + (at - from / 2) * k, extent * k];
}

/** Layers as they stand in layouts of a section and at widths between, where every width asks for all of them. */
const placed = new WeakMap<Size, WeakMap<Layer, { base: Size; layer: Layer }>>();

function once<L extends Layer>(size: Size, layer: L, base: Size, place: () => L): L {
  let known = placed.get(size);
  if (!known) placed.set(size, (known = new WeakMap()));
  let found = known.get(layer);
  if (found?.base !== base) known.set(layer, (found = { base, layer: place() }));
  return found.layer as L;
}

/**
 * The layer as it stands in `size`. In the base size it is the layer itself; elsewhere its box follows its anchors,
 * scaled by the ratio of the shorter sides, and overrides of that size have the last word.
 */
export function layerIn<L extends Layer>(layer: L, size: Size, base: Size): L {
  if (size.at) {
    const { at } = size,
      { from, to } = at;
    return once(size, layer, base, () =>
      layerBetween(
        once(from, layer, base, () => layerIn(layer, from, base)),
        once(to, layer, base, () => layerIn(layer, to, base)),
        size,
        at,
      ),
    );
  }
  const override = layer.overrides[size.id];
  if (size.id === base.id && !override) return layer;
  if (layer.guest) {
    // Anchors hold to its own slide.
    const { guest, ...home } = layer,
      placed = layerIn(movedBy(home as L, -guest.by, base.width), size, base);
    return { ...movedBy(placed, guest.by, size.width), guest };
  }
  const next: L = { ...layer };
  if (size.id !== base.id) {
    const k = Math.min(size.width, size.height) / Math.min(base.width, base.height);
    const h = ({ left: 'start', centre: 'middle', right: 'end', stretch: 'stretch' } as const)[
      layer.anchors.horizontal
    ];
    const v = ({ top: 'start', middle: 'middle', bottom: 'end', stretch: 'stretch' } as const)[layer.anchors.vertical];
    const [x, width] = along(h, layer.box.x, layer.box.width, base.width, size.width, k);
    const [y, height] = along(v, layer.box.y, layer.box.height, base.height, size.height, k);
    next.box = { x, y, width: Math.max(1, width), height: Math.max(1, height) };
    scaleLengths(next, k);
    kindOf(next).fitted?.(next, layer, k, size);
  }
  return override ? withOwn(next, override, size) : next;
}

/** All layers of a slide as they stand in `size`, bottom to top. */
export const layersIn = (piece: Piece, slide: Slide, size: Size): Layer[] =>
  slide.layers.map((l) => layerIn(l, size, piece.sizes[0]));

/**
 * The texts of a slide that show in `size`, bottom to top, as the base size has them. @param ids only these; all where
 * left out
 */
export const textsIn = (piece: Piece, slide: Slide, size: Size, ids?: readonly string[]): TextLayer[] =>
  slide.layers.filter(isText).filter((l) => (!ids || ids.includes(l.id)) && layerIn(l, size, piece.sizes[0]).visible);

/** Is a layer a visible photo that texts are laid over? */
export const isBackdropPhoto = (l: Layer): l is PhotoLayer => isPhoto(l) && l.band === 'backdrop' && l.visible;

/** The topmost photo that texts are laid over. */
export const backdropPhoto = (slide: Slide): PhotoLayer | undefined => slide.layers.findLast(isBackdropPhoto);

/** SHA-256 names of all pictures a piece uses: photos, frames, masks of their subjects, and tiles of one's own. */
export const assetsOf = (piece: Piece): string[] => [
  ...new Set(piece.slides.flatMap((s) => s.layers.flatMap((l) => [...assetsIn(l), ...(kindOf(l).frames?.(l) ?? [])]))),
];

/** Names of the pictures that a slide is painted from while nothing on it moves. */
export const picturesOn = (slide: Slide): string[] => [...new Set(slide.layers.flatMap(assetsIn))];

/** Assets anywhere in a layer: its picture and mask, and tiles of patterns that are shown. */
function assetsIn(layer: Layer): string[] {
  const kind = kindOf(layer),
    fills = [...('fill' in layer ? [layer.fill] : []), ...(kind.fills?.(layer) ?? [])];
  return [
    ...(kind.assets?.(layer) ?? []),
    ...fills.flatMap((f) => (f.kind === 'pattern' && typeof f.pattern.tile !== 'string' ? [f.pattern.tile.asset] : [])),
  ];
}

/** Names of all font families a piece is set in. */
export const familiesIn = (piece: Piece): string[] => [
  ...new Set(
    piece.slides.flatMap((s) =>
      s.layers.filter(isText).flatMap((l) => [l.font.family, ...l.spans.flatMap((x) => x.look.font?.family ?? [])]),
    ),
  ),
];
