// What lies on a slide in a size: asked here, once for a painting, by painter, readings, solvers and stage alike.
import type { Extent } from '../kinds/common';
import type { Setter } from '../kinds/kind';
import { followedTexts, isFollower, kindOf, type Layer } from '../kinds/layers';
import { layersIn } from '../piece/resolve';
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
}

/**
 * What lies on a slide in a size: the one place that knows. A follower whose texts are all hidden or empty is hidden
 * with them; one whose texts are gone keeps its own box.
 */
export function sceneOf(setter: Setter, piece: Piece, slide: Slide, size: Size): Scene {
  const layers = layersIn(piece, slide, size);
  const placed = layers.map((layer) => {
    if (!isFollower(layer) || !layers.some((l) => layer.follows.includes(l.id))) return layer;
    const lines = linesBehind(setter, layer, layers);
    if (!lines.length) return { ...layer, visible: false };
    return { ...layer, ...kindOf(layer).behind?.(layer, lines) };
  });
  return sceneWith(placed, piece, size, slide.paper);
}

/** A scene of given layers, placed already. */
export const sceneWith = (
  layers: readonly Layer[],
  { swatches }: Swatches,
  { width, height }: Extent,
  paper: Colour = '#ffffff',
): Scene => ({ paper: hexOf(paper, { swatches }), layers, swatches, width, height });
