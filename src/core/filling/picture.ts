// A picture in a place: a photo moved so that its subject is seen and clear of the words, a logo whole.
import { areaOf, type Box, sharedBy, union } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import type { Extent } from '../kinds/common';
import { type PhotoLayer, photoName } from '../kinds/photo';
import { makeMotion } from '../photo/motion';
import { subjectOf } from '../photo/subject';
import type { Frame } from '../values/motion';
import type { Subject } from '../values/photo';

/** A picture that fills a place. */
export interface FillPicture extends Extent {
  asset: string;
  name: string;
  /** Of a picture that moves. */
  frames?: readonly Frame[];
  /** What was found in it. */
  subject?: Subject | null;
}

/** A picture of the library, to fill a place with. */
export const fillPicture = (
  { id, name, width, height }: Extent & { id: string; name: string },
  frames: readonly Frame[] = [],
): FillPicture => ({ asset: id, name: photoName(name), width, height, frames });

/** A photo laid anew in a place: as it comes, without what was made for the one before. */
const anew = (layer: PhotoLayer, { asset, name, frames = [], subject }: FillPicture): PhotoLayer => ({
  ...layer,
  asset,
  name,
  motion: frames.length > 1 ? makeMotion(frames) : null,
  crop: { x: 0, y: 0, width: 1, height: 1 },
  turn: 0,
  straighten: 0,
  flipX: false,
  flipY: false,
  focus: { x: 0.5, y: 0.5 },
  subject: subject ?? null,
  cut: null,
});

/** Points along the free way at which a photo is tried. */
const TRIES = 20;
/** What of the subject is out of view counts so many times what is under words. */
const OUT = 3;
/** A step away from where the subject is in the middle costs so much of the subject. */
const AWAY = 0.08;

/**
 * Another photo in the place of a layer.
 * @param lines boxes of the words over it, in pixels of the slide @param pixelsOf a picture, where it is at hand
 */
export function withPhoto(
  layer: PhotoLayer,
  picture: FillPicture,
  lines: readonly Box[],
  pixelsOf: (asset: string) => Pixels | null,
): PhotoLayer {
  const next: PhotoLayer = { ...anew(layer, picture), fit: 'cover', zoom: 1, room: null, overrides: {} },
    pixels = pixelsOf(picture.asset),
    subject = pixels ? subjectOf(pixels, next) : boxOf(picture.subject);
  if (!subject) return next;
  // A face tells more than the whole of whom it belongs to.
  const faces = picture.subject?.boxes.filter((b) => b.what === 'face') ?? [];
  return { ...next, focus: bestFocus(picture, layer.box, [subject, ...(faces.length ? [union(faces)] : [])], lines) };
}

const boxOf = (subject: Subject | null | undefined): Box | null =>
  subject?.boxes.length ? union(subject.boxes) : null;

/**
 * The focal point of a photo that covers its box at which least of the subject is out of view or under words; of equal
 * ones the nearest to its middle.
 * @param parts of the photo that matter, the last one most, in fractions of it
 * @param lines boxes of words, in pixels of the slide
 */
export function bestFocus(
  photo: Extent,
  box: Box,
  parts: readonly Box[],
  lines: readonly Box[],
): { x: number; y: number } {
  const k = Math.max(box.width / photo.width, box.height / photo.height),
    // What is seen of it, in fractions.
    w = Math.min(1, box.width / (photo.width * k)),
    h = Math.min(1, box.height / (photo.height * k)),
    main = parts.at(-1)!,
    centre = { x: main.x + main.width / 2, y: main.y + main.height / 2 },
    area = Math.max(1e-9, main.width * main.height);
  const covered = (subject: Box, x: number, y: number): number => {
    const seen = { x: x - w / 2, y: y - h / 2 },
      at: Box = {
        x: box.x + ((subject.x - seen.x) / w) * box.width,
        y: box.y + ((subject.y - seen.y) / h) * box.height,
        width: (subject.width / w) * box.width,
        height: (subject.height / h) * box.height,
      },
      whole = at.width * at.height,
      inView = areaOf(sharedBy(at, box)) / whole,
      under = lines.reduce((sum, l) => sum + areaOf(sharedBy(at, l)), 0) / whole;
    return OUT * (1 - inView) + Math.min(1, under);
  };
  let best = { x: 0.5, y: 0.5 },
    least = Infinity;
  for (let i = 0; i <= TRIES; i++) {
    const x = w / 2 + (i / TRIES) * (1 - w),
      y = h / 2 + (i / TRIES) * (1 - h),
      cost =
        parts.reduce((sum, part, n) => sum + (n + 1) * covered(part, x, y), 0) +
        (AWAY * Math.hypot(x - centre.x, y - centre.y)) / Math.sqrt(area);
    if (cost < least - 1e-9) [least, best] = [cost, { x, y }];
  }
  const fine = (v: number): number => Math.round(v * 1000) / 1000;
  return { x: fine(best.x), y: fine(best.y) };
}

/** A logo within its place, whole, where the other one stood. */
export function withLogo(layer: PhotoLayer, picture: FillPicture): PhotoLayer {
  const { x, y, width, height } = layer.box,
    k = Math.min(width / picture.width, height / picture.height),
    w = Math.max(1, picture.width * k),
    h = Math.max(1, picture.height * k),
    along = { left: 0, centre: 0.5, right: 1, stretch: 0.5 }[layer.anchors.horizontal],
    down = { top: 0, middle: 0.5, bottom: 1, stretch: 0.5 }[layer.anchors.vertical];
  return {
    ...anew(layer, picture),
    fit: 'free',
    zoom: 1,
    box: { x: x + (width - w) * along, y: y + (height - h) * down, width: w, height: h },
  };
}
