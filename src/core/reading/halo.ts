// Which pixels a letter is told apart by: its halo, and for each halo pixel the letter's nearest ink (reading.md, steps
// 2 and 3).
import { apply, type Transform } from '../ground/transform';
import { traceLetter } from '../type/frame';
import type { Letter, TextLayout } from '../type/layout';
import { CoverageRaster, type Region } from './coverage';
import { deliveredInk } from './delivered';
import { keptShape, OUTSIDE, shapeOf } from './letter-shape';

export interface LetterHalo {
  /** Index into the layout's letters. */
  letter: number;
  /** Pixel indices into the region: halo pixels, and the nearest ink of each. */
  halo: Int32Array;
  ink: Int32Array;
  /** How much of its ink the letter delivers as shown, 0..1. */
  delivered: number;
  /** For each halo pixel the piece of the outline that it lies at, and how many pieces each contour has. */
  at: Uint8Array;
  rings: readonly number[];
}

export interface TextHalo {
  region: Region;
  letters: LetterHalo[];
  /** Letters with ink of which nothing lies on the slide. */
  outside: number[];
  /** Letters of which a part lies outside. */
  partly: number[];
  /** 1 where any letter has ink, row by row over the region. */
  inked: Uint8Array;
  /** Mean stroke width in pixels: twice the inked area over the length of the outline. */
  stroke: number;
  /** Upright bounds of the ink, in pixels of the slide, not clipped. */
  ink: { x: number; y: number; width: number; height: number } | null;
  /** One ink pixel of each measured letter's body, for sampling what covers it. */
  bounds: { letter: number; x: number; y: number; width: number; height: number }[];
}

let haloAt = new Int32Array(0);
let inkAt = new Int32Array(0);
let pieceAt = new Uint8Array(0);

/** Radius of the halo in em, and at least in px. */
export const HALO = 0.06;
export const LEAST_HALO = 2;
/** Radius of the halo in pixels for a font size in pixels. */
export const haloRadius = (fontSize: number): number => Math.max(LEAST_HALO, HALO * fontSize);

/** A transform that puts a letter at the nearest of so many places between two pixels. */
function stepped({ glyphs: [first] }: Letter, t: Transform, steps: number): Transform {
  const [x, y] = apply(t, first.x, first.y);
  return [...(t.slice(0, 4) as [number, number, number, number]), t[4] + off(x, steps), t[5] + off(y, steps)];
}
const off = (v: number, steps: number): number => Math.round(v * steps) / steps - v;

/**
 * @param t from layout coordinates to slide pixels
 * @param slide width and height in pixels; halos are clipped to it
 * @param margin how much wider than the letters the region should be, in pixels
 * @param shown pixels of the screen on which it is seen to one of these
 * @param steps letters stand at so many places between two pixels, 0 at any: fewer are known from before
 */
export function textHalo(
  layout: TextLayout,
  t: Transform,
  slide: { width: number; height: number },
  margin: number,
  shown = 1,
  steps = 0,
): TextHalo {
  const scale = Math.hypot(t[0], t[1]);
  // A letter's halo goes by its own size, which parts of a text may have.
  const radiusOf = (letter: number): number => haloRadius(layout.letters[letter].size * scale);
  const pad = Math.ceil(haloRadius(Math.max(layout.fontSize, ...layout.letters.map((l) => l.size)) * scale)) + 1;
  const traced: { letter: number; raster: CoverageRaster; t: Transform }[] = [];
  let area = 0,
    perimeter = 0;
  let minX = Infinity,
    minY = Infinity,
    maxX = -Infinity,
    maxY = -Infinity;
  layout.letters.forEach((letter, i) => {
    const raster = new CoverageRaster(),
      own = steps ? stepped(letter, t, steps) : t;
    traceLetter(letter, own, raster);
    raster.closePath();
    if (raster.empty) return;
    traced.push({ letter: i, raster, t: own });
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
  // First all ink of the text, so that a neighbour's ink is never taken for halo.
  const inked = new Uint8Array(region.width * region.height);
  const result: TextHalo = {
    region,
    inked,
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
  const covers = traced.map(({ letter, raster: r, t: own }) => {
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
      ? keptShape(layout.letters[letter], own, r, part, radiusOf(letter))
      : shapeOf(r, part, radiusOf(letter));
    const { cover } = shape;
    for (let y = 0, i = 0; y < part.height; y++) {
      let at = (part.y - region.y + y) * region.width + part.x - region.x;
      for (let x = 0; x < part.width; x++, i++, at++) if (cover[i] >= OUTSIDE) inked[at] = 1;
    }
    return { part, shape };
  });
  traced.forEach(({ letter, raster }, n) => {
    const c = covers[n];
    if (!c) {
      result.outside.push(letter);
      return;
    }
    const { part, shape } = c,
      { cover, near, piece } = shape;
    if (shape.most < OUTSIDE) {
      result.outside.push(letter);
      return;
    }
    if (haloAt.length < cover.length)
      [haloAt, inkAt, pieceAt] = [
        new Int32Array(cover.length * 2),
        new Int32Array(cover.length * 2),
        new Uint8Array(cover.length * 2),
      ];
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
        pieceAt[count] = piece[near[i]];
        inkAt[count++] = origin + ny * region.width + nx;
      }
    if (!count) return;
    result.letters.push({
      letter,
      halo: haloAt.slice(0, count),
      ink: inkAt.slice(0, count),
      delivered: deliveredInk(layout.letters[letter], t, shown, raster.stroke * shown),
      at: pieceAt.slice(0, count),
      rings: shape.rings,
    });
  });
  return result;
}
