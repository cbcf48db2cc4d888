// How far layers reach: where each may paint, so that what lies elsewhere need not be looked at.
import { type Box, grown } from '../ground/box';
import { boundsOf } from '../ground/transform';
import type { Setter } from '../kinds/kind';
import { kindOf, type Layer } from '../kinds/layers';
import { reachOfShadows } from '../paint/shadow';

/**
 * Where a layer may paint, or a text be measured, in pixels of the slide: its bounds, and for a text an em around them
 * for overhanging letters and halo. @param layer as it is placed
 */
export function reachOf(setter: Setter, layer: Layer): Box {
  const kind = kindOf(layer),
    shadows = [...('shadows' in layer ? layer.shadows : []), ...(kind.innerShadows?.(layer) ?? [])];
  // What a layer paints round its box turns with it; corners then reach further than sides.
  const b = boundsOf(grown(kind.frame?.(layer, setter) ?? layer.box, kind.reach?.(layer, setter) ?? 1), layer.rotation);
  return grown(b, reachOfShadows(shadows));
}
