// What a layer is in one size: anchors first, then what that size overrides; and what a colour is, swatches looked up.
import type { Colour, Fill, Gradient, Layer, Piece, Size, Slide } from './schema';

/** The hex of a colour. An unknown swatch shows as mid grey rather than stopping the picture. */
export function hexOf(colour: Colour, piece: Pick<Piece, 'swatches'>): string {
  if (typeof colour === 'string') return colour;
  return piece.swatches.find((s) => s.id === colour.swatch)?.colour ?? '#808080';
}

/** The gradient of a fill: that of the swatch it is linked to, else its own. */
export const gradientOf = (fill: Fill, piece: Pick<Piece, 'swatches'>): Gradient => (fill.gradientSwatch === null ? fill.gradient : (piece.swatches.find((s) => s.id === fill.gradientSwatch)?.gradient ?? fill.gradient));

/** The size of that id, or the base size. */
export const sizeOf = (piece: Piece, id?: string | null): Size => piece.sizes.find((s) => s.id === id) ?? piece.sizes[0];

function along(anchor: 'start' | 'middle' | 'end' | 'stretch', at: number, extent: number, from: number, to: number, k: number): [number, number] {
  if (anchor === 'stretch') return [(at / from) * to, (extent / from) * to];
  if (anchor === 'start') return [at * k, extent * k];
  if (anchor === 'end') return [to - (from - at) * k, extent * k];
  return [to / 2 + (at - from / 2) * k, extent * k];
}

/** Lengths that belong to a layer's kind, at another scale. */
function scaleLengths(layer: Layer, k: number): void {
  const sides = <T extends { top: number; right: number; bottom: number; left: number }>(s: T) => ({ top: s.top * k, right: s.right * k, bottom: s.bottom * k, left: s.left * k });
  switch (layer.kind) {
    case 'pool':
      layer.spread *= k;
      layer.feather = Math.max(1, layer.feather * k);
      return;
    case 'plate':
      layer.padding = sides(layer.padding);
      layer.radius = layer.radius.map((r) => r * k) as typeof layer.radius;
      layer.stroke = { ...layer.stroke, width: layer.stroke.width * k, dash: layer.stroke.dash.map((d) => d * k) };
      return;
    case 'border':
      layer.inset *= k;
      layer.thickness = sides(layer.thickness);
      layer.radius *= k;
      layer.gap *= k;
      return;
    case 'photo':
      if (layer.tone.blur.on) layer.tone = { ...layer.tone, blur: { ...layer.tone.blur, radius: layer.tone.blur.radius * k } };
  }
}

/**
 * The layer as it stands in `size`. In the base size it is the layer itself; elsewhere its box follows its anchors,
 * scaled by the ratio of the shorter sides, and overrides of that size have the last word.
 */
export function layerIn<L extends Layer>(layer: L, size: Size, base: Size): L {
  const override = layer.overrides[size.id];
  if (size.id === base.id && !override) return layer;
  const next: L = { ...layer };
  if (size.id !== base.id) {
    const k = Math.min(size.width, size.height) / Math.min(base.width, base.height);
    const h = ({ left: 'start', centre: 'middle', right: 'end', stretch: 'stretch' } as const)[layer.anchors.horizontal];
    const v = ({ top: 'start', middle: 'middle', bottom: 'end', stretch: 'stretch' } as const)[layer.anchors.vertical];
    const [x, width] = along(h, layer.box.x, layer.box.width, base.width, size.width, k);
    const [y, height] = along(v, layer.box.y, layer.box.height, base.height, size.height, k);
    next.box = { x, y, width: Math.max(1, width), height: Math.max(1, height) };
    scaleLengths(next, k);
    if (next.kind === 'text') {
      // A frame wider than the new size would run off it: it keeps the margin it had.
      const margin = Math.max(0, layer.box.x) * k;
      if (next.frame === 'frame' && next.box.width > size.width - 2 * margin) {
        next.box.width = Math.max(1, size.width - 2 * margin);
        next.box.x = margin;
      }
      next.fontSize = Math.max(1, next.fontSize * k);
    }
  }
  if (override) {
    const { fontSize, zoom, focus, ...shared } = override;
    Object.assign(next, shared);
    if (next.kind === 'text' && fontSize !== undefined) next.fontSize = fontSize;
    if (next.kind === 'photo') {
      if (zoom !== undefined) next.zoom = zoom;
      if (focus !== undefined) next.focus = focus;
    }
  }
  return next;
}

/** All layers of a slide as they stand in `size`, bottom to top. */
export const layersIn = (piece: Piece, slide: Slide, size: Size): Layer[] => slide.layers.map((l) => layerIn(l, size, piece.sizes[0]));

/** SHA-256 names of all pictures a piece uses: photos, and tiles of one's own. */
export const assetsOf = (piece: Piece): string[] => [...new Set(piece.slides.flatMap((s) => s.layers.flatMap(assetsIn)))];

function assetsIn(layer: Layer): string[] {
  if (layer.kind === 'photo') return [layer.asset];
  if (!('fill' in layer) || layer.fill.kind !== 'pattern' || typeof layer.fill.pattern.tile === 'string') return [];
  return [layer.fill.pattern.tile.asset];
}
