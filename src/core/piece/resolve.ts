// What a layer is in one size: anchors first, then what that size overrides; and what a colour is, swatches looked up.
import { scaleType } from '../type/parts';
import type { Colour, Fill, Gradient, Layer, PhotoLayer, Piece, Shadow, Size, Slide, Stroke, TextLayer } from './schema';

/** The hex of a colour. An unknown swatch shows as mid grey rather than stopping the picture. */
export function hexOf(colour: Colour, piece: Pick<Piece, 'swatches'>): string {
  if (typeof colour === 'string') return colour;
  return piece.swatches.find((s) => s.id === colour.swatch)?.colour ?? '#808080';
}

/** The gradient of a fill: that of the swatch it is linked to, else its own. */
export const gradientOf = (fill: Fill, piece: Pick<Piece, 'swatches'>): Gradient => (fill.gradientSwatch === null ? fill.gradient : (piece.swatches.find((s) => s.id === fill.gradientSwatch)?.gradient ?? fill.gradient));

/** The size of that id, or the base size. */
export const sizeOf = (piece: Piece, id?: string | null): Size => piece.sizes.find((s) => s.id === id) ?? piece.sizes[0];

/** The slide of that id. @throws RangeError where the piece has none */
export function slideOf(piece: Piece, id: string): Slide {
  const slide = piece.slides.find((s) => s.id === id);
  if (!slide) throw new RangeError(`the slide ${id} is not in the piece`);
  return slide;
}

function along(anchor: 'start' | 'middle' | 'end' | 'stretch', at: number, extent: number, from: number, to: number, k: number): [number, number] {
  if (anchor === 'stretch') return [(at / from) * to, (extent / from) * to];
  if (anchor === 'start') return [at * k, extent * k];
  if (anchor === 'end') return [to - (from - at) * k, extent * k];
  return [to / 2 + (at - from / 2) * k, extent * k];
}

const within = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));
// Within what the schema allows: scaled layers are stored, too.
const scaledStroke = (s: Stroke, k: number): Stroke => ({ ...s, width: within(s.width * k, 0, 2000), dash: s.dash.map((d) => within(d * k, 0.1, 5000)) });
const scaledShadow = (s: Shadow, k: number): Shadow => ({ ...s, x: within(s.x * k, -5000, 5000), y: within(s.y * k, -5000, 5000), blur: within(s.blur * k, 0, 1000), spread: within(s.spread * k, -500, 500) });
const scaledRadii = <R extends readonly number[]>(r: R, k: number): R => r.map((v) => v * k) as unknown as R;

/** Scales the lengths that belong to a layer's kind: type, strokes, radii, padding, shadows. Changes the layer it is given; its box is left alone. */
export function scaleLengths(layer: Layer, k: number): void {
  if ('shadows' in layer) layer.shadows = layer.shadows.map((s) => scaledShadow(s, k));
  const sides = <T extends { top: number; right: number; bottom: number; left: number }>(s: T) => ({ top: s.top * k, right: s.right * k, bottom: s.bottom * k, left: s.left * k });
  switch (layer.kind) {
    case 'pool':
      layer.spread = within(layer.spread * k, -1000, 5000);
      layer.feather = within(layer.feather * k, 1, 5000);
      return;
    case 'plate':
      layer.padding = sides(layer.padding);
      layer.radius = scaledRadii(layer.radius, k);
      layer.stroke = scaledStroke(layer.stroke, k);
      return;
    case 'shape':
      layer.shape = { ...layer.shape, radius: scaledRadii(layer.shape.radius, k) };
      layer.stroke = scaledStroke(layer.stroke, k);
      return;
    case 'text':
      scaleType(layer, k);
      layer.padding = sides(layer.padding);
      layer.outline = scaledStroke(layer.outline, k);
      if (layer.fit) layer.fit = { least: within(layer.fit.least * k, 1, 5000), most: within(layer.fit.most * k, 1, 5000) };
      if (layer.panel) layer.panel = { ...layer.panel, radius: scaledRadii(layer.panel.radius, k), stroke: scaledStroke(layer.panel.stroke, k), shadows: layer.panel.shadows.map((s) => scaledShadow(s, k)) };
      return;
    case 'border':
      layer.inset = within(layer.inset * k, 0, 5000);
      layer.thickness = sides(layer.thickness);
      layer.radius *= k;
      layer.gap *= k;
      return;
    case 'photo':
      if (layer.mask) layer.mask = { ...layer.mask, radius: scaledRadii(layer.mask.radius, k) };
      layer.stroke = scaledStroke(layer.stroke, k);
      if (layer.tone.blur.on) layer.tone = { ...layer.tone, blur: { ...layer.tone.blur, radius: within(layer.tone.blur.radius * k, 0, 200) } };
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
    }
  }
  if (override) {
    const { fontSize, zoom, focus, ...shared } = override;
    Object.assign(next, shared);
    if (next.kind === 'text' && fontSize !== undefined) scaleType(next, fontSize / next.fontSize);
    if (next.kind === 'photo') {
      if (zoom !== undefined) next.zoom = zoom;
      if (focus !== undefined) next.focus = focus;
    }
  }
  return next;
}

/** All layers of a slide as they stand in `size`, bottom to top. */
export const layersIn = (piece: Piece, slide: Slide, size: Size): Layer[] => slide.layers.map((l) => layerIn(l, size, piece.sizes[0]));

/** The texts of a slide that show in `size`, bottom to top, as the base size has them. @param ids only these; all where left out */
export const textsIn = (piece: Piece, slide: Slide, size: Size, ids?: readonly string[]): TextLayer[] => slide.layers.filter((l): l is TextLayer => l.kind === 'text' && (!ids || ids.includes(l.id)) && layerIn(l, size, piece.sizes[0]).visible);

/** Is a layer a visible photo that texts are laid over? */
export const isBackdropPhoto = (l: Layer): l is PhotoLayer => l.kind === 'photo' && l.band === 'backdrop' && l.visible;

/** The topmost photo that texts are laid over. */
export const backdropPhoto = (slide: Slide): PhotoLayer | undefined => slide.layers.findLast(isBackdropPhoto);

/** SHA-256 names of all pictures a piece uses: photos, masks of their subjects, and tiles of one's own. */
export const assetsOf = (piece: Piece): string[] => [...new Set(piece.slides.flatMap((s) => s.layers.flatMap(assetsIn)))];

/** Assets anywhere in a layer: its picture and mask, and tiles of patterns that are shown. */
function assetsIn(layer: Layer): string[] {
  const fills: Fill[] = [];
  if ('fill' in layer) fills.push(layer.fill);
  if (layer.kind === 'text') fills.push(...[layer.panel?.fill, layer.backing?.fill, ...layer.spans.map((s) => s.look.fill)].filter((f) => f !== undefined));
  const tiles = fills.flatMap((f) => (f.kind === 'pattern' && typeof f.pattern.tile !== 'string' ? [f.pattern.tile.asset] : []));
  return layer.kind === 'photo' ? [layer.asset, ...(layer.cut && 'asset' in layer.cut.mask ? [layer.cut.mask.asset] : []), ...tiles] : tiles;
}

/** Names of all font families a piece is set in. */
export const familiesIn = (piece: Piece): string[] => [...new Set(piece.slides.flatMap((s) => s.layers.flatMap((l) => (l.kind === 'text' ? [l.font.family, ...l.spans.flatMap((x) => x.look.font?.family ?? [])] : []))))];
