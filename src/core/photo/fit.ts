// Where a photo lies in its box: crop, quarter turns, straightening, cover or contain, zoom, focal point, mirroring.
import type { Box } from '../ground/box';
import { apply, compose, invert, type Transform } from '../ground/transform';
import type { PlacedPhoto } from '../values/photo';

type Extent = { width: number; height: number };
export type PhotoFit = Pick<PlacedPhoto, 'fit' | 'zoom' | 'focus' | 'flipX' | 'flipY' | 'crop' | 'turn' | 'straighten'>;

export interface Placement {
  /** Where it shows, in pixels of the box, from its top left. */
  target: Box;
  /** From pixels of the target (its top left is 0, 0) to pixels of the file. */
  toFile: Transform;
}

const clamp = (v: number, low: number, high: number): number =>
  low > high ? (low + high) / 2 : Math.min(Math.max(v, low), high);

/** The picture that is left after cropping and turning, and the way from its pixels to those of the file. */
function turned(photo: Extent, { crop, turn }: PhotoFit): Extent & { toFile: Transform } {
  const w = crop.width * photo.width,
    h = crop.height * photo.height,
    x = crop.x * photo.width,
    y = crop.y * photo.height;
  switch (turn) {
    case 90:
      return { width: h, height: w, toFile: [0, -1, 1, 0, x, y + h] };
    case 180:
      return { width: w, height: h, toFile: [-1, 0, 0, -1, x + w, y + h] };
    case 270:
      return { width: h, height: w, toFile: [0, 1, -1, 0, x + w, y] };
    default:
      return { width: w, height: h, toFile: [1, 0, 0, 1, x, y] };
  }
}

/** Everything that follows from a photo's settings and its box; lengths in pixels of the turned picture. */
function geometry(photo: Extent, box: Extent, fit: PhotoFit) {
  const p = turned(photo, fit);
  let target = { width: box.width, height: box.height };
  if (fit.fit === 'contain') {
    const k = Math.min(box.width / p.width, box.height / p.height) * fit.zoom;
    target = { width: Math.min(box.width, p.width * k), height: Math.min(box.height, p.height * k) };
  }
  const a = (fit.straighten * Math.PI) / 180,
    c = Math.abs(Math.cos(a)),
    s = Math.abs(Math.sin(a));
  // The target, turned back by the straightening, must lie within the picture.
  const across = target.width * c + target.height * s,
    down = target.width * s + target.height * c;
  const least = Math.max(across / p.width, down / p.height);
  const scale =
    fit.fit === 'contain' && fit.straighten === 0
      ? Math.min(box.width / p.width, box.height / p.height) * fit.zoom
      : least * fit.zoom;
  const halfX = across / scale / 2,
    halfY = down / scale / 2;
  return {
    p,
    target,
    scale,
    halfX,
    halfY,
    a,
    centre: {
      x: clamp(fit.focus.x * p.width, halfX, p.width - halfX),
      y: clamp(fit.focus.y * p.height, halfY, p.height - halfY),
    },
  };
}

/**
 * The focal point is brought as near to the middle of the box as the picture's edges allow.
 * @param photo width and height of the file's picture in pixels
 * @param box width and height of the box
 */
export function placePhoto(photo: Extent, box: Extent, fit: PhotoFit): Placement {
  const { p, target, scale, a, centre } = geometry(photo, box, fit);
  const c = Math.cos(-a) / scale,
    s = Math.sin(-a) / scale;
  const mx = target.width / 2,
    my = target.height / 2;
  // Target to turned picture: mirrored about the middle, turned back, scaled, moved to the centre.
  const fx = fit.flipX ? -1 : 1,
    fy = fit.flipY ? -1 : 1;
  const toTurned: Transform = [
    fx * c,
    fx * s,
    -fy * s,
    fy * c,
    centre.x - (fx * c * mx - fy * s * my),
    centre.y - (fx * s * mx + fy * c * my),
  ];
  return {
    target: {
      x: (box.width - target.width) / 2,
      y: (box.height - target.height) / 2,
      width: target.width,
      height: target.height,
    },
    toFile: compose(p.toFile, toTurned),
  };
}

/** What is left above what is too high for the view, as a share of half of it. */
const AIR = 0.2;

/** What was zoomed out to just fit does fit, however that was rounded. */
const EXACTLY = 1 + 1e-9;

/**
 * Focal point and zoom at which a part of the picture is in view: it is moved no further than that takes, and zoomed
 * out where the part is larger than what is seen.
 * @param part in fractions of the cropped and turned picture
 */
export function keepInView(
  photo: Extent,
  box: Extent,
  fit: PhotoFit,
  part: Box,
): { focus: { x: number; y: number }; zoom: number } {
  const { p, halfX, halfY, centre } = geometry(photo, box, fit),
    wide = (part.width * p.width) / 2,
    high = (part.height * p.height) / 2,
    zoom = Math.max(1, Math.min(fit.zoom, fit.zoom * Math.min(halfX / wide, halfY / high))),
    k = fit.zoom / zoom;
  const inView = (at: number, half: number, from: number, extent: number): number =>
    clamp(at, from + extent - half, from + half);
  const x = part.x * p.width,
    y = part.y * p.height,
    midX =
      wide <= halfX * k * EXACTLY
        ? inView(centre.x, halfX * k, x, 2 * wide)
        : clamp(centre.x, x + halfX * k, x + 2 * wide - halfX * k),
    // Of what is higher than the view its top is shown, with a little air: that is where heads and peaks are.
    midY = high <= halfY * k * EXACTLY ? inView(centre.y, halfY * k, y, 2 * high) : y + (1 - AIR) * halfY * k;
  return {
    focus: {
      x: clamp(midX, halfX * k, p.width - halfX * k) / p.width,
      y: clamp(midY, halfY * k, p.height - halfY * k) / p.height,
    },
    zoom,
  };
}

/**
 * The focal point after dragging the photo by (dx, dy) box pixels; it stays where the photo still covers.
 */
export function panPhoto(photo: Extent, box: Extent, fit: PhotoFit, dx: number, dy: number): { x: number; y: number } {
  const { p, halfX, halfY, centre } = geometry(photo, box, fit);
  const t = compose(invert(p.toFile), placePhoto(photo, box, fit).toFile);
  const cx = centre.x - (t[0] * dx + t[2] * dy),
    cy = centre.y - (t[1] * dx + t[3] * dy);
  return { x: clamp(cx, halfX, p.width - halfX) / p.width, y: clamp(cy, halfY, p.height - halfY) / p.height };
}

/**
 * What a quarter turn does to a photo's settings: what was in the middle stays there. @param by 90 or -90 degrees
 * clockwise
 */
export function turnPhoto(
  fit: Pick<PhotoFit, 'turn' | 'focus'>,
  by: 90 | -90,
): { turn: PlacedPhoto['turn']; focus: { x: number; y: number } } {
  const { x, y } = fit.focus;
  return {
    turn: ((fit.turn + by + 360) % 360) as PlacedPhoto['turn'],
    focus: by === 90 ? { x: 1 - y, y: x } : { x: y, y: 1 - x },
  };
}

/** The ratio of width to height that a photo has by itself after cropping and turning. */
export function ratioOfPhoto(photo: Extent, fit: PhotoFit): number {
  const p = turned(photo, fit);
  return p.width / p.height;
}

/** Where a point of the cropped and turned picture (0..1) lies in the file, in fractions. */
export function pointInFile(photo: Extent, fit: PhotoFit, at: { x: number; y: number }): { x: number; y: number } {
  const p = turned(photo, fit);
  const [x, y] = apply(p.toFile, at.x * p.width, at.y * p.height);
  return { x: x / photo.width, y: y / photo.height };
}

/** The other way: a point of the file (fractions) in the cropped and turned picture. */
export function pointInPicture(photo: Extent, fit: PhotoFit, at: { x: number; y: number }): { x: number; y: number } {
  const p = turned(photo, fit);
  const [x, y] = apply(invert(p.toFile), at.x * photo.width, at.y * photo.height);
  return { x: x / p.width, y: y / p.height };
}
