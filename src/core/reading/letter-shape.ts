// What a letter's outline is in pixels, the same wherever it stands up to whole pixels: its coverage, the nearest ink
// round it, and which piece of the outline each of its pixels lies at.
import { apply, type Transform } from '../ground/transform';
import type { Letter } from '../type/layout';
import type { CoverageRaster, Region } from './coverage';
import { nearestInk } from './nearest-ink';

/** Below this coverage a pixel counts as outside the ink. */
export const OUTSIDE = 0.12;

/** Into how many pieces an outline is parted, about; at most 255. */
export const PIECES = 64;

export interface LetterShape {
  /** 0..1, row by row. */
  cover: Float32Array;
  /** Index of the nearest ink pixel within the halo's reach, or -1. */
  near: Int32Array;
  /** For each ink pixel at the outline the piece of the outline that passes there. */
  piece: Uint8Array;
  /** Pieces of each contour: the first `rings[0]` are those of the first, and so on. */
  rings: number[];
  most: number;
}

/**
 * @param part whole pixels round the letter @param radius of its halo, pixels
 */
export function shapeOf(raster: CoverageRaster, part: Region, radius: number): LetterShape {
  const cover = raster.cover(part);
  let most = 0;
  for (let i = 0; i < cover.length; i++) if (cover[i] > most) most = cover[i];
  if (most < OUTSIDE) return { cover, near: new Int32Array(0), piece: new Uint8Array(0), rings: [], most };
  const solid = Math.min(0.5, most * 0.9),
    body = new Uint8Array(cover.length);
  for (let i = 0; i < cover.length; i++) body[i] = cover[i] >= solid ? 1 : 0;
  return { cover, near: nearestInk(body, part.width, part.height, radius + 0.5), most, ...pieces(raster, part, body) };
}

const NONE = 255;

/** Goes along the outline and notes in every pixel which piece passes there; ink beside it takes its neighbour's. */
function pieces(raster: CoverageRaster, { x, y, width, height }: Region, body: Uint8Array) {
  const contours = raster.contours(),
    whole = contours.reduce((sum, c) => sum + c.length, 0),
    passed = new Uint8Array(body.length).fill(NONE),
    rings: number[] = [];
  let first = 0;
  for (const { points, length } of contours) {
    // Very many contours share their last piece.
    const count = Math.max(1, Math.min(NONE - first, Math.round((PIECES * length) / Math.max(1e-9, whole))));
    let gone = 0;
    for (let i = 0; i < points.length; i += 4) {
      const dx = points[i + 2] - points[i],
        dy = points[i + 3] - points[i + 1],
        own = Math.hypot(dx, dy),
        steps = Math.max(1, Math.ceil(own * 2));
      for (let k = 0; k < steps; k++) {
        const t = (k + 0.5) / steps,
          px = Math.floor(points[i] + dx * t - x),
          py = Math.floor(points[i + 1] + dy * t - y);
        if (px < 0 || py < 0 || px >= width || py >= height) continue;
        const at = py * width + px;
        if (passed[at] === NONE)
          passed[at] = Math.min(
            NONE - 1,
            first + Math.min(count - 1, Math.floor((count * (gone + own * t)) / Math.max(1e-9, length))),
          );
      }
      gone += own;
    }
    if (first < NONE - 1) rings.push(count);
    first = Math.min(NONE - 1, first + count);
  }
  const piece = new Uint8Array(body.length);
  for (let py = 0, i = 0; py < height; py++)
    for (let px = 0; px < width; px++, i++) {
      if (!body[i]) continue;
      let found = passed[i];
      for (let d = 0; found === NONE && d < 9; d++) {
        const nx = px + (d % 3) - 1,
          ny = py + ((d / 3) | 0) - 1;
        if (nx >= 0 && ny >= 0 && nx < width && ny < height) found = passed[ny * width + nx];
      }
      piece[i] = found === NONE ? 0 : found;
    }
  return { piece, rings };
}

const shapes = new Map<string, LetterShape>();
/** Pixels of shapes that are kept; about 9 bytes each. */
const KEPT_PIXELS = 3_000_000;
let keptPixels = 0;

/**
 * What a letter looks like under a transform, wherever it stands: lengths in em, so that it is the same for all sizes
 * and scales that look alike. @param digits to which places in it are told
 */
export function lookOfLetter({ size, glyphs }: Letter, t: Transform, digits: number): string {
  const [first] = glyphs,
    em = (v: number): string => (v / size).toFixed(digits),
    places = glyphs.map((g) => `${g.glyph}@${em(g.x - first.x)},${em(g.y - first.y)}`),
    of = t.slice(0, 4).map((v) => (v * size).toFixed(3));
  return `${first.font.face.id}|${places.join()}|${of.join()}`;
}

/** What a letter's shape depends on: what it looks like, and where between pixels it stands. */
function shapeKey(letter: Letter, t: Transform): string {
  const [x, y] = apply(t, letter.glyphs[0].x, letter.glyphs[0].y);
  return `${lookOfLetter(letter, t, 4)}|${phase(x)},${phase(y)}`;
}
/** Where between pixels; a hair before a whole one is there. */
const phase = (v: number): string => (v - Math.floor(v + 5e-5)).toFixed(4);

/** The same as `shapeOf`, kept from the last time. @param letter under the transform it was traced with */
export function keptShape(
  letter: Letter,
  t: Transform,
  raster: CoverageRaster,
  part: Region,
  radius: number,
): LetterShape {
  const key = shapeKey(letter, t);
  let shape = shapes.get(key);
  // A phase at the very edge of rounding may give another rectangle: then the shape is made anew.
  if (shape && shape.cover.length === part.width * part.height) {
    shapes.delete(key);
    shapes.set(key, shape);
    return shape;
  }
  if (shape) keptPixels -= shape.cover.length;
  shapes.delete(key);
  shape = shapeOf(raster, part, radius);
  shapes.set(key, shape);
  keptPixels += shape.cover.length;
  for (const [k, old] of shapes) {
    if (keptPixels <= KEPT_PIXELS) break;
    shapes.delete(k);
    keptPixels -= old.cover.length;
  }
  return shape;
}
