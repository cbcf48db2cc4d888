// The sides of a photo as it stands on a slide, rated for making room.
import { shot } from '../ground/surface';
import type { PhotoLayer } from '../kinds/photo';
import { SIDES } from '../photo/edge';
import { photoWithin, type RoomShape } from '../photo/room';
import { rateSide, type SideRating } from '../photo/room-rating';
import { layerIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { NO_ROOM } from '../values/made';
import type { Painter } from './painter';
import { sceneWith } from './scene';

/** Longer side at which a photo is looked at, px. */
const SIDE = 420;

/** Room that a side is rated for where it has none, as a share of the photo's box. */
const TRIED = 0.4;

/**
 * Each side as it would be continued: with room on it the photo fills a smaller box, and what is its edge then counts.
 * @param layer as it is in the document
 */
export function ratingsOf(painter: Painter, piece: Piece, slide: Slide, size: Size, layer: PhotoLayer): SideRating[] {
  const placed = layerIn(layer, size, piece.sizes[0]),
    k = Math.min(1, SIDE / Math.max(placed.box.width, placed.box.height));
  return SIDES.map((side) => {
    const room: RoomShape = { ...(placed.room?.on ? placed.room : NO_ROOM) };
    room[side] ||= TRIED;
    const inner = photoWithin(placed.box, room),
      width = Math.max(8, Math.round(inner.width * k)),
      height = Math.max(8, Math.round(inner.height * k));
    const bare: PhotoLayer = {
      ...placed,
      box: { x: 0, y: 0, width: inner.width, height: inner.height },
      fit: 'cover',
      rotation: 0,
      room: null,
      cut: null,
      mask: null,
      shadows: [],
      opacity: 1,
      blend: 'normal',
      visible: true,
    };
    const data = shot(painter.studio, width, height, (on) =>
      painter.paintScene(on, sceneWith([bare], piece, size, slide.paper), { scale: k, x: 0, y: 0 }),
    );
    return rateSide({ width, height, data }, side);
  });
}
