// Which pixels a letter is told apart by: its halo, and for each halo pixel the letter's nearest ink (reading.md, steps
// 2 and 3).
import { apply, type Transform } from '../ground/transform';
import { traceLetter } from '../type/frame';
import type { Letter, TextLayout } from '../type/layout';
import { CoverageRaster, type Region } from './coverage';
import { nearestInk } from './nearest-ink';

/** Below this coverage a pixel counts as outside the ink. */
export const OUTSIDE = 0.12;

export interface LetterHalo {
  /** Index into the layout's letters. */
  letter: number;
  /** Pixel indices into the region: halo pixels, and the nearest ink of each. */
  halo: Int32Array;
  ink: Int32Array;
}

export interface TextHalo {
  region: Region;
  letters: LetterHalo[];
  /** Letters with ink of which nothing lies on the slide. */
  outside: number[];
  /** Letters of which a part lies outside. */
  partly: number[];
  /** Mean stroke width in pixels: twice the inked area over the length of the outline. */
  stroke: number;
  /** Upright bounds of the ink, in pixels of the slide, not clipped. */
  ink: { x: number; y: number; width: number; height: number } | null;
  /** One ink pixel of each measured letter's body, for sampling what covers it. */
  bounds: { letter: number; x: number; y: number; width: number; height: number }[];
}

/** Coverage of one letter and the nearest ink round it: the same wherever it stands, up to whole pixels. */
interface LetterShape {
  cover: Float32Array;
  /** Index of the nearest ink pixel within the halo's reach, or -1. */
  near: Int32Array;
  most: number;
}

const shapes = new Map<string, LetterShape>();
/** Pixels of shapes that are kept; about 8 bytes each. */
const KEPT_PIXELS = 3_000_000;
let keptPixels = 0;

function shapeOf(raster: CoverageRaster, part: Region, radius: number): LetterShape {
  const cover = raster.cover(part);
  let most = 0;
  for (let i = 0; i < cover.length; i++) if (cover[i] > most) most = cover[i];
  const solid = Math.min(0.5, most * 0.9);
  const body = new Uint8Array(cover.length);
  for (let i = 0; i < cover.length; i++) body[i] = cover[i] >= solid ? 1 : 0;
  return {
    cover,
    near: most < OUTSIDE ? new Int32Array(0) : nearestInk(body, part.width, part.height, radius + 0.5),
    most,
  };
}

/** What a letter's shape depends on: its glyphs, their size, the transform, and where between pixels it stands. */
function shapeKey(letter: Letter, t: Transform): string {
  const [first] = letter.glyphs,
    { size } = letter;
  const [x, y] = apply(t, first.x, first.y);
  const rest = letter.glyphs
    .slice(1)
    .map((g) => `${g.glyph}@${(g.x - first.x).toFixed(3)},${(g.y - first.y).toFixed(3)}`);
  return `${first.font.face.id}|${first.glyph}|${rest.join()}|${size}|${t[0]},${t[1]},${t[2]},${t[3]}|${(x - Math.floor(x)).toFixed(4)},${(y - Math.floor(y)).toFixed(4)}`;
}

function keptShape(key: string, raster: CoverageRaster, part: Region, radius: number): LetterShape {
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

let haloAt = new Int32Array(0);
let inkAt = new Int32Array(0);

/** Radius of the halo in em, and at least in px. */
export const HALO = 0.06;
export const LEAST_HALO = 2;
/** Radius of the halo in pixels for a font size in pixels. */
export const haloRadius = (fontSize: number): number => Math.max(LEAST_HALO, HALO * fontSize);

/**
 * @param t from layout coordinates to slide pixels
 * @param slide width and height in pixels; halos are clipped to it
 * @param margin how much wider than the letters the region should be, in pixels
 */
export function textHalo(
  layout: TextLayout,
  t: Transform,
  slide: { width: number; height: number },
  margin: number,
): TextHalo {
  const scale = Math.hypot(t[0], t[1]);
  // A letter's halo goes by its own size, which parts of a text may have.
  const radiusOf = (letter: number): number => haloRadius(layout.letters[letter].size * scale);
  const pad = Math.ceil(haloRadius(Math.max(layout.fontSize, ...layout.letters.map((l) => l.size)) * scale)) + 1;
  const traced: { letter: number; raster: CoverageRaster }[] = [];
  let area = 0,
    perimeter = 0;
  let minX = Infinity,
    minY = Infinity,
    maxX = -Infinity,
    maxY = -Infinity;
  layout.letters.forEach((letter, i) => {
    const raster = new CoverageRaster();
    traceLetter(letter, t, raster);
    raster.closePath();
    if (raster.empty) return;
    traced.push({ letter: i, raster });
    area += Math.abs(raster.area);
    perimeter += raster.perimeter;
    minX = Math.min(minX, raster.minX);
    minY = Math.min(minY, raster.minY);
    maxX = Math.max(maxX, raster.maxX);
    maxY = Math.max(maxY, raster.maxY);
  });
  const clip = (x0: number, y0: number, x1: number, y1: number): Region => {
    const x = Math.min(slide.width, Math.max(0, Math.floor(x0))),
      y = Math.min(slide.height, Math.max(0, Math.floor(y0)));
    return {
      x,
      y,
      width: Math.max(0, Math.min(slide.width, Math.ceil(x1)) - x),
      height: Math.max(0, Math.min(slide.height, Math.ceil(y1)) - y),
    };
  };
  const wide = Math.max(pad, margin);
  const region = traced.length
    ? clip(minX - wide, minY - wide, maxX + wide, maxY + wide)
    : { x: 0, y: 0, width: 0, height: 0 };
  const result: TextHalo = {
    region,
    letters: [],
    outside: [],
    partly: [],
    stroke: perimeter > 0 ? (2 * area) / perimeter : 1,
    ink: traced.length ? { x: minX, y: minY, width: maxX - minX, height: maxY - minY } : null,
    bounds: traced.map(({ letter, raster: r }) => ({
      letter,
      x: r.minX,
      y: r.minY,
      width: r.maxX - r.minX,
      height: r.maxY - r.minY,
    })),
  };
  // First all ink of the text, so that a neighbour's ink is never taken for halo.
  const inked = new Uint8Array(region.width * region.height);
  const covers = traced.map(({ letter, raster: r }) => {
    if (r.minX < -0.5 || r.minY < -0.5 || r.maxX > slide.width + 0.5 || r.maxY > slide.height + 0.5)
      result.partly.push(letter);
    const x0 = Math.floor(r.minX - pad),
      y0 = Math.floor(r.minY - pad),
      x1 = Math.ceil(r.maxX + pad),
      y1 = Math.ceil(r.maxY + pad);
    const part = clip(x0, y0, x1, y1);
    if (part.width === 0 || part.height === 0) return null;
    const whole = part.x === x0 && part.y === y0 && part.width === x1 - x0 && part.height === y1 - y0;
    const shape = whole
      ? keptShape(shapeKey(layout.letters[letter], t), r, part, radiusOf(letter))
      : shapeOf(r, part, radiusOf(letter));
    const { cover } = shape;
    for (let y = 0, i = 0; y < part.height; y++) {
      let at = (part.y - region.y + y) * region.width + part.x - region.x;
      for (let x = 0; x < part.width; x++, i++, at++) if (cover[i] >= OUTSIDE) inked[at] = 1;
    }
    return { part, shape };
  });
  traced.forEach(({ letter }, n) => {
    const c = covers[n];
    if (!c) {
      result.outside.push(letter);
      return;
    }
    const { part, shape } = c,
      { cover, near } = shape;
    if (shape.most < OUTSIDE) {
      result.outside.push(letter);
      return;
    }
    if (haloAt.length < cover.length)
      [haloAt, inkAt] = [new Int32Array(cover.length * 2), new Int32Array(cover.length * 2)];
    let count = 0;
    // Distance is to the outline; the nearest ink pixel's centre lies half a pixel inside it.
    const reach = (radiusOf(letter) + 0.5) ** 2,
      w = part.width;
    const origin = (part.y - region.y) * region.width + part.x - region.x;
    for (let y = 0, i = 0; y < part.height; y++)
      for (let x = 0; x < w; x++, i++) {
        if (cover[i] >= OUTSIDE || near[i] < 0) continue;
        const ny = (near[i] / w) | 0,
          nx = near[i] - ny * w;
        if ((nx - x) * (nx - x) + (ny - y) * (ny - y) > reach) continue;
        const at = origin + y * region.width + x;
        if (inked[at]) continue;
        haloAt[count] = at;
        inkAt[count++] = origin + ny * region.width + nx;
      }
    if (count) result.letters.push({ letter, halo: haloAt.slice(0, count), ink: inkAt.slice(0, count) });
  });
  return result;
}
