// Where the subjects of a slide's photos lie on it, as far as they are known.
import { areaOf, type Box, sharedBy } from '../ground/box';
import { boundsThrough, boxTransform, invert } from '../ground/transform';
import { isPhoto } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { placePhoto } from '../photo/fit';
import { photoWithin } from '../photo/room';
import { toldSubject } from '../photo/subject';
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
    seen = boundsThrough(invert(toFile), {
      x: part.x * photo.width,
      y: part.y * photo.height,
      width: part.width * photo.width,
      height: part.height * photo.height,
    }),
    { x, y, width, height } = sharedBy(seen, { x: 0, y: 0, width: target.width, height: target.height });
  if (width < 1 || height < 1) return null;
  return boundsThrough(boxTransform(layer.box, layer.rotation), {
    x: inner.x + target.x + x,
    y: inner.y + target.y + y,
    width,
    height,
  });
}

/** Pictures must be there. What was cut out of its photo is known by its own form, and not told here. */
export function subjectsOn(painter: Painter, piece: Piece, slide: Slide, size: Size): SubjectsOn {
  const boxes: Box[] = [];
  let known = false;
  for (const layer of painter.sceneOf(piece, slide, size).layers) {
    if (!isPhoto(layer) || layer.band === 'message' || !layer.visible || layer.cut?.on) continue;
    const subject = toldSubject(layer),
      photo = painter.studio.picture(layer.asset);
    if (!subject || !photo) continue;
    known = true;
    for (const part of subject.boxes) {
      const at = partOn(layer, photo, part),
        box = at && sharedBy(at, { x: 0, y: 0, width: size.width, height: size.height });
      if (box && areaOf(box) > 0) boxes.push(box);
    }
  }
  return { boxes, known };
}
