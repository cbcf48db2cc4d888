// Where the subject of a photo is, as far as that is known: what somebody said, or made its focal point; what was found
// in it; else what stands out.
import { type Box, union } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { reducedTo } from '../ground/resample';
import { apply, type Transform } from '../ground/transform';
import type { PlacedPhoto, Subject } from '../values/photo';
import { pointInPicture } from './fit';
import type { Found } from './found';
import { type Grid, saliencyOf, subjectBox } from './saliency';

/** Side at which it is looked for, px. */
const SIDE = 256;
/** Somebody who moved the focal point has said where the subject is. */
const MOVED = 0.02;

/** What is known of a photo's subject; null where nobody has looked, or it was another picture. */
export const knownSubject = ({ asset, subject }: Pick<PlacedPhoto, 'asset' | 'subject'>): Subject | null =>
  subject?.of === asset ? subject : null;

/** The same where it tells anything, be it that there is none: nothing found is nothing told. */
export function toldSubject(photo: Pick<PlacedPhoto, 'asset' | 'subject'>): Subject | null {
  const known = knownSubject(photo);
  return known && (known.said || known.boxes.length) ? known : null;
}

const fine = (v: number): number => Math.round(v * 1e4) / 1e4;
/** What was found, as a document keeps it. */
export const subjectFrom = (asset: string, found: readonly Found[]): Subject => ({
  of: asset,
  boxes: found.map(({ box, what }) => ({
    x: fine(box.x),
    y: fine(box.y),
    width: fine(box.width),
    height: fine(box.height),
    what,
  })),
  said: false,
});

/** What a cut looks at round the subject, as a share of it: boxes of things leave handles and tails out. */
const AIR = 0.08;
/**
 * Where what stands out lies, in fractions of the photo; null where nothing does. What is small already is taken as it
 * is.
 */
export const standsOut = (photo: Pixels): Box | null =>
  subjectBox(saliencyOf(Math.max(photo.width, photo.height) > 2 * SIDE ? reducedTo(photo, SIDE) : photo));

/** The box from which a subject is cut out: all that was said, else the largest thing; null where nothing is known. */
export function cutBox({ boxes, said }: Subject): Box | null {
  const things = said ? boxes : boxes.filter((b) => b.what !== 'face');
  if (!things.length) return null;
  const { x, y, width, height } = said
      ? union(things)
      : things.reduce((a, b) => (b.width * b.height > a.width * a.height ? b : a)),
    left = Math.max(0, x - AIR * width),
    top = Math.max(0, y - AIR * height);
  return {
    x: left,
    y: top,
    width: Math.min(1, x + width * (1 + AIR)) - left,
    height: Math.min(1, y + height * (1 + AIR)) - top,
  };
}

/**
 * @returns in fractions of the cropped and turned picture; null where nothing stands out, or somebody has said where
 * the focal point is
 */
export function subjectOf(pixels: Pixels, photo: PlacedPhoto): Box | null {
  const { focus } = photo,
    known = knownSubject(photo);
  if (!known?.said && (Math.abs(focus.x - 0.5) > MOVED || Math.abs(focus.y - 0.5) > MOVED)) return null;
  const found = known?.boxes.length ? union(known.boxes) : known?.said ? null : standsOut(pixels);
  return found && inPicture(pixels, photo, found);
}

/** A part of a photo's file in fractions of the cropped and turned picture; null where it was cropped away. */
function inPicture(pixels: { width: number; height: number }, photo: PlacedPhoto, part: Box): Box | null {
  const corners = [
      [part.x, part.y],
      [part.x + part.width, part.y + part.height],
    ].map(([x, y]) => pointInPicture(pixels, photo, { x, y })),
    inside = (v: number): number => Math.min(1, Math.max(0, v)),
    xs = corners.map((c) => inside(c.x)),
    ys = corners.map((c) => inside(c.y)),
    x = Math.min(...xs),
    y = Math.min(...ys),
    width = Math.max(...xs) - x,
    height = Math.max(...ys) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : null;
}

/**
 * What is known of the subject where the photo is placed: 1 within its boxes; null where nothing is known.
 * @param photo width and height of the file @param toFile from pixels as placed to those of the file
 */
export function subjectGrid(
  photo: { width: number; height: number },
  placed: PlacedPhoto,
  toFile: Transform,
  width: number,
  height: number,
): Grid | null {
  const known = toldSubject(placed);
  if (!known) return null;
  const values = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const [u, v] = apply(toFile, x + 0.5, y + 0.5),
        fx = u / photo.width,
        fy = v / photo.height;
      if (known.boxes.some((b) => fx >= b.x && fx < b.x + b.width && fy >= b.y && fy < b.y + b.height)) values[i] = 1;
    }
  return { width, height, values };
}
