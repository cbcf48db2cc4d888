// How far layers reach: where each may paint, so that what lies elsewhere need not be looked at.
import { boundsOf } from '../arrange/transform';
import type { Box, Layer } from '../piece/schema';
import { backingReach } from '../type/backing';
import { textFrame } from '../type/frame';
import type { Painter } from './painter';
import { grown } from './box-path';
import { reachOfShadows } from './shadow';
import { shapeReach } from './shape-path';

/** Where a layer may paint, or a text be measured, in pixels of the slide: its bounds, and for a text an em around them for overhanging letters and halo. @param layer as it is placed */
export function reachOf(painter: Painter, layer: Layer): Box {
  // What a layer paints round its box turns with it; corners then reach further than sides.
  const b = boundsOf(grown(layer.kind === 'text' ? textFrame(layer, painter.layout(layer)) : layer.box, ownReach(painter, layer)), layer.rotation);
  return grown(b, reachOfShadows(layer));
}

/** How far a layer paints beyond its box by itself. */
function ownReach(painter: Painter, layer: Layer): number {
  switch (layer.kind) {
    case 'text': {
      const layout = painter.layout(layer);
      return Math.max(layout.fontSize, ...layout.letters.map((l) => l.size)) + layer.outline.width * 2 + backingReach(layout, layer.backing) + (layer.panel?.stroke.width ?? 0);
    }
    case 'pool':
      return Math.max(0, layer.spread) + layer.feather;
    case 'plate':
    case 'photo':
      return layer.stroke.width + 1;
    case 'shape':
      return shapeReach(layer.shape, layer.box, layer.stroke);
    default:
      return 1;
  }
}

/** Do two boxes share any point? */
export const touch = (a: Box, b: Box): boolean => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
