// The sides of a photo as it stands on a slide, rated for making room.
import { shot } from '../ground/surface';
import type { PhotoLayer } from '../kinds/photo';
import { rateSides, type SideRating } from '../photo/room';
import { layerIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from './painter';
import { sceneWith } from './scene';

/** Longer side at which a photo is looked at, px. */
const SIDE = 420;

/** @param layer as it is in the document */
export function ratingsOf(painter: Painter, piece: Piece, slide: Slide, size: Size, layer: PhotoLayer): SideRating[] {
  const placed = layerIn(layer, size, piece.sizes[0]),
    k = Math.min(1, SIDE / Math.max(placed.box.width, placed.box.height));
  const width = Math.max(8, Math.round(placed.box.width * k)),
    height = Math.max(8, Math.round(placed.box.height * k));
  const bare: PhotoLayer = {
    ...placed,
    box: { x: 0, y: 0, width: placed.box.width, height: placed.box.height },
    rotation: 0,
    room: null,
    cut: null,
    mask: null,
    shadows: [],
    opacity: 1,
    blend: 'normal',
    visible: true,
  };
  return rateSides({
    width,
    height,
    data: shot(painter.studio, width, height, (on) =>
      painter.paintScene(on, sceneWith([bare], piece, size, slide.paper), { scale: k, x: 0, y: 0 }),
    ),
  });
}
