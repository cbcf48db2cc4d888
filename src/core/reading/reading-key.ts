// What the reading of a text depends on, as a text to compare: itself and the visible layers near it. Equal keys mean
// equal readings, so that while one layer is dragged only the texts it touches are measured again.
import { touch } from '../ground/box';
import type { Layer } from '../kinds/layers';
import type { TextLayer } from '../kinds/text';
import { layerIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { lookKey } from '../values/swatches';
import type { Painter } from '../scene/painter';
import { reachOf } from '../scene/reach';

/** Visible layers that touch what a text shows, itself among them, as they lie. */
function nearText(painter: Painter, piece: Piece, slide: Slide, size: Size, text: TextLayer): Layer[] {
  const own = reachOf(painter, layerIn(text, size, piece.sizes[0]));
  return painter
    .sceneOf(piece, slide, size)
    .layers.filter((l) => l.visible && (l.id === text.id || touch(reachOf(painter, l), own)));
}

/** Fonts must be loaded (`Painter.prepare`). */
export function readingKey(painter: Painter, piece: Piece, slide: Slide, size: Size, text: TextLayer): string {
  const near = nearText(painter, piece, slide, size, text);
  return JSON.stringify([painter.studio.fonts.generation, size, piece.goal, slide.paper, piece.swatches, near]);
}

/**
 * Likewise, by what its swatches stand for: equal too where another swatch changed. It takes longer to tell. It says
 * which text is meant: neighbours have the same layers near them.
 */
export function readingLook(painter: Painter, piece: Piece, slide: Slide, size: Size, text: TextLayer): string {
  const near = nearText(painter, piece, slide, size, text);
  return lookKey([text.id, painter.studio.fonts.generation, size, piece.goal, slide.paper, near], piece);
}
