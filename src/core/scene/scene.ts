// What lies on a slide in a size: asked here, once for a painting, by painter, readings, solvers and stage alike.
import type { Setter } from '../kinds/kind';
import { followedTexts, isFollower, kindOf, type Layer } from '../kinds/layers';
import { layersIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { linesPlace, type LinesPlace } from '../type/frame';

/** Where the lines of the texts lie that a layer follows. @param layers of the slide, placed */
export const linesBehind = (setter: Setter, layer: Layer, layers: readonly Layer[]): LinesPlace[] =>
  isFollower(layer) ? followedTexts(layer, layers).flatMap((t) => linesPlace(t, setter.layout(t)) ?? []) : [];

/**
 * The layers of a slide as they stand in `size`, bottom to top, plates and pools where the texts are that they follow.
 * One whose texts are all
 * hidden or empty is hidden with them; one whose texts are gone keeps its own box.
 */
export function placedLayers(setter: Setter, piece: Piece, slide: Slide, size: Size): Layer[] {
  const layers = layersIn(piece, slide, size);
  return layers.map((layer) => {
    if (!isFollower(layer) || !layers.some((l) => layer.follows.includes(l.id))) return layer;
    const lines = linesBehind(setter, layer, layers);
    if (!lines.length) return { ...layer, visible: false };
    return { ...layer, ...kindOf(layer).behind?.(layer, lines) };
  });
}
