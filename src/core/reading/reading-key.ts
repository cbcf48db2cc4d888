// What the reading of a text depends on, as a text to compare: itself and the visible layers near it. Equal keys mean equal readings,
// so that while one layer is dragged only the texts it touches are measured again.
import { boundsOf } from '../arrange/transform';
import type { Painter } from '../paint/painter';
import { reachOfShadows } from '../paint/shadow';
import { shapeReach } from '../paint/shape-path';
import { layerIn } from '../piece/resolve';
import type { Box, Layer, Piece, Size, Slide, TextLayer } from '../piece/schema';
import { backingReach } from '../type/backing';
import { textFrame } from '../type/frame';

/** Where a layer may paint, or a text be measured: its bounds, and for a text an em around them for overhanging letters and halo. */
function reachOf(painter: Painter, layer: Layer): Box {
  const b = boundsOf(layer.kind === 'text' ? textFrame(layer, painter.layout(layer)) : layer.box, layer.rotation);
  const m = reachOfShadows(layer) + ownReach(painter, layer);
  return { x: b.x - m, y: b.y - m, width: b.width + 2 * m, height: b.height + 2 * m };
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

const touch = (a: Box, b: Box): boolean => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** Fonts must be loaded (`Painter.prepare`). */
export function readingKey(painter: Painter, piece: Piece, slide: Slide, size: Size, text: TextLayer): string {
  const own = reachOf(painter, layerIn(text, size, piece.sizes[0]));
  const near = painter.placed(piece, slide, size).filter((l) => l.visible && (l.id === text.id || touch(reachOf(painter, l), own)));
  return JSON.stringify([size, piece.goal, slide.paper, piece.swatches, near]);
}
