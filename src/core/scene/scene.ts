// What lies on a slide in a size: asked here, once for a painting, by painter, readings, solvers and stage alike.
import type { Extent } from '../kinds/common';
import type { Setter } from '../kinds/kind';
import { followedTexts, isFollower, kindOf, type Layer } from '../kinds/layers';
import { layerIn, layersIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { linesPlace, type LinesPlace } from '../type/frame';
import type { Colour } from '../values/fill';
import { hexOf, type Swatches } from '../values/swatches';

/** Where the lines of the texts lie that a layer follows. @param layers of the slide, placed */
export const linesBehind = (setter: Setter, layer: Layer, layers: readonly Layer[]): LinesPlace[] =>
  isFollower(layer) ? followedTexts(layer, layers).flatMap((t) => linesPlace(t, setter.layout(t)) ?? []) : [];

/** All that painting, measuring and solving need to know of what lies on a slide in a size. */
export interface Scene extends Swatches, Extent {
  /** The colour under all layers, as hex. */
  readonly paper: string;
  /** Bottom to top, placed: anchors and overrides of the size resolved, followers behind their texts. */
  readonly layers: readonly Layer[];
  /** Which slide of the strip it is, from 0. */
  readonly at: number;
}

/**
 * What lies on a slide in a size: the one place that knows. A follower whose texts are all hidden or empty is hidden
 * with them; one whose texts are gone keeps its own box.
 */
export function sceneOf(setter: Setter, piece: Piece, slide: Slide, size: Size): Scene {
  const layers = layersIn(piece, slide, size);
  const placed = layers.map((layer) => {
    if (isFollower(layer) && layer.guest) return behindTexts(layer, guestTexts(layer, piece, size), setter);
    if (!isFollower(layer) || !layers.some((l) => layer.follows.includes(l.id))) return layer;
    return behindTexts(layer, layers, setter);
  });
  return { ...sceneWith(placed, piece, size, slide.paper), at: slide.at ?? 0 };
}

function behindTexts(layer: Layer, layers: readonly Layer[], setter: Setter): Layer {
  const lines = linesBehind(setter, layer, layers);
  if (!lines.length) return { ...layer, visible: false };
  return { ...layer, ...kindOf(layer).behind?.(layer, lines) };
}

/** The texts that a guest follows on its own slide, placed beside it. */
const guestTexts = ({ guest }: Layer, piece: Piece, size: Size): Layer[] =>
  (guest!.texts as Layer[]).map((t) => layerIn(t, size, piece.sizes[0]));

/** A scene of given layers, placed already. */
export const sceneWith = (
  layers: readonly Layer[],
  { swatches }: Swatches,
  { width, height }: Extent,
  paper: Colour = '#ffffff',
): Scene => ({ paper: hexOf(paper, { swatches }), layers, swatches, width, height, at: 0 });
