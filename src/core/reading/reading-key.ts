// What the reading of a text depends on, as a text to compare: itself and the visible layers near it. Equal keys mean equal readings,
// so that while one layer is dragged only the texts it touches are measured again.
import { boundsOf } from '../arrange/transform';
import type { Painter } from '../paint/painter';
import { layerIn } from '../piece/resolve';
import type { Box, Layer, Piece, Size, Slide, TextLayer } from '../piece/schema';
import { textFrame } from '../type/frame';

/** Where a layer may paint, or a text be measured: its bounds, and for a text an em around them for overhanging letters and halo. */
function reachOf(painter: Painter, layer: Layer): Box {
  const b = boundsOf(layer.kind === 'text' ? textFrame(layer, painter.layout(layer)) : layer.box, layer.rotation);
  const m = layer.kind === 'text' ? layer.fontSize : layer.kind === 'pool' ? Math.max(0, layer.spread) + layer.feather : layer.kind === 'plate' ? layer.stroke.width + 1 : 1;
  return { x: b.x - m, y: b.y - m, width: b.width + 2 * m, height: b.height + 2 * m };
}

const touch = (a: Box, b: Box): boolean => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** Fonts must be loaded (`Painter.prepare`). */
export function readingKey(painter: Painter, piece: Piece, slide: Slide, size: Size, text: TextLayer): string {
  const own = reachOf(painter, layerIn(text, size, piece.sizes[0]));
  const near = painter.placed(piece, slide, size).filter((l) => l.visible && (l.id === text.id || touch(reachOf(painter, l), own)));
  return JSON.stringify([size, piece.goal, slide.paper, piece.swatches, near]);
}
