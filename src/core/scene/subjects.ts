// Where the subjects of a slide's photos lie on it, as far as they are known.
import { type Box, union } from '../ground/box';
import { apply, boxTransform, invert } from '../ground/transform';
import { isPhoto } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { placePhoto } from '../photo/fit';
import { photoWithin } from '../photo/room';
import { knownSubject } from '../photo/subject';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from './painter';

export interface SubjectsOn {
  /** Upright, in pixels of the size, within the slide. */
  boxes: Box[];
  /** Is anything known, be it that there is none? Else what stands out has to do. */
  known: boolean;
}

/**
 * Upright bounds of a part of a photo's file (fractions) on the slide, as far as the photo's box shows it.
 * @param layer as it is placed @param photo width and height of its picture
 */
export function partOn(layer: PhotoLayer, photo: { width: number; height: number }, part: Box): Box | null {
  const room = layer.room?.on && !layer.cut?.on ? layer.room : null,
    inner = room ? photoWithin(layer.box, room) : { ...layer.box, x: 0, y: 0 },
    { target, toFile } = placePhoto(photo, inner, room ? { ...layer, fit: 'cover' } : layer),
    back = invert(toFile),
    within = union(
      [part.x, part.x + part.width].flatMap((x) =>
        [part.y, part.y + part.height].map((y): Box => {
          const [u, v] = apply(back, x * photo.width, y * photo.height);
          return {
            x: inner.x + target.x + Math.min(target.width, Math.max(0, u)),
            y: inner.y + target.y + Math.min(target.height, Math.max(0, v)),
            width: 0,
            height: 0,
          };
        }),
      ),
    );
  if (within.width < 1 || within.height < 1) return null;
  const turn = boxTransform(layer.box, layer.rotation);
  return union(
    [within.x, within.x + within.width].flatMap((x) =>
      [within.y, within.y + within.height].map((y): Box => {
        const [u, v] = apply(turn, x, y);
        return { x: u, y: v, width: 0, height: 0 };
      }),
    ),
  );
}

/** Pictures must be there. What was cut out of its photo is known by its own form, and not told here. */
export function subjectsOn(painter: Painter, piece: Piece, slide: Slide, size: Size): SubjectsOn {
  const boxes: Box[] = [];
  let known = false;
  for (const layer of painter.sceneOf(piece, slide, size).layers) {
    if (!isPhoto(layer) || layer.band === 'message' || !layer.visible || layer.cut?.on) continue;
    const subject = knownSubject(layer),
      photo = painter.studio.picture(layer.asset);
    if (!subject || !photo || (!subject.said && !subject.boxes.length)) continue;
    known = true;
    for (const part of subject.boxes) {
      const box = partOn(layer, photo, part);
      if (!box) continue;
      const x = Math.max(0, box.x),
        y = Math.max(0, box.y),
        width = Math.min(size.width, box.x + box.width) - x,
        height = Math.min(size.height, box.y + box.height) - y;
      if (width > 0 && height > 0) boxes.push({ x, y, width, height });
    }
  }
  return { boxes, known };
}
