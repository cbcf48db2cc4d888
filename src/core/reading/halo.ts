// Which pixels a letter is told apart by: its halo, and for each halo pixel the letter's nearest ink (reading.md, steps 2 and 3).
import type { Transform } from '../arrange/transform';
import { traceLetter } from '../type/frame';
import type { TextLayout } from '../type/layout';
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

/** Radius of the halo in pixels for a font size in pixels: 0.06 em, at least 2 px. */
export const haloRadius = (fontSize: number): number => Math.max(2, 0.06 * fontSize);

/**
 * @param t from layout coordinates to slide pixels
 * @param slide width and height in pixels; halos are clipped to it
 * @param margin how much wider than the letters the region should be, in pixels
 */
export function textHalo(layout: TextLayout, t: Transform, slide: { width: number; height: number }, margin: number): TextHalo {
  const radius = haloRadius(layout.fontSize * Math.hypot(t[0], t[1]));
  const pad = Math.ceil(radius) + 1;
  const traced: { letter: number; raster: CoverageRaster }[] = [];
  let area = 0, perimeter = 0;
  let minX = Infinity, minY = Infinity, maxX = -Infinity, maxY = -Infinity;
  layout.letters.forEach((letter, i) => {
    const raster = new CoverageRaster();
    traceLetter(letter, layout.fontSize, t, raster);
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
    const x = Math.min(slide.width, Math.max(0, Math.floor(x0))), y = Math.min(slide.height, Math.max(0, Math.floor(y0)));
    return { x, y, width: Math.max(0, Math.min(slide.width, Math.ceil(x1)) - x), height: Math.max(0, Math.min(slide.height, Math.ceil(y1)) - y) };
  };
  const wide = Math.max(pad, margin);
  const region = traced.length ? clip(minX - wide, minY - wide, maxX + wide, maxY + wide) : { x: 0, y: 0, width: 0, height: 0 };
  const result: TextHalo = {
    region,
    letters: [],
    outside: [],
    partly: [],
    stroke: perimeter > 0 ? (2 * area) / perimeter : 1,
    ink: traced.length ? { x: minX, y: minY, width: maxX - minX, height: maxY - minY } : null,
    bounds: traced.map(({ letter, raster: r }) => ({ letter, x: r.minX, y: r.minY, width: r.maxX - r.minX, height: r.maxY - r.minY })),
  };
  // First all ink of the text, so that a neighbour's ink is never taken for halo.
  const inked = new Uint8Array(region.width * region.height);
  const covers = traced.map(({ letter, raster: r }) => {
    if (r.minX < -0.5 || r.minY < -0.5 || r.maxX > slide.width + 0.5 || r.maxY > slide.height + 0.5) result.partly.push(letter);
    const part = clip(r.minX - pad, r.minY - pad, r.maxX + pad, r.maxY + pad);
    if (part.width === 0 || part.height === 0) return null;
    const cover = r.cover(part);
    for (let y = 0; y < part.height; y++)
      for (let x = 0; x < part.width; x++)
        if (cover[y * part.width + x] >= OUTSIDE) inked[(part.y - region.y + y) * region.width + part.x - region.x + x] = 1;
    return { part, cover };
  });
  traced.forEach(({ letter }, n) => {
    const c = covers[n];
    if (!c) {
      result.outside.push(letter);
      return;
    }
    const { part, cover } = c;
    let most = 0;
    for (const v of cover) if (v > most) most = v;
    if (most < OUTSIDE) {
      result.outside.push(letter);
      return;
    }
    const solid = Math.min(0.5, most * 0.9);
    const body = new Uint8Array(cover.length);
    for (let i = 0; i < cover.length; i++) body[i] = cover[i] >= solid ? 1 : 0;
    const near = nearestInk(body, part.width, part.height);
    const halo: number[] = [], ink: number[] = [];
    // Distance is to the outline; the nearest ink pixel's centre lies half a pixel inside it.
    const reach = (radius + 0.5) ** 2;
    for (let y = 0; y < part.height; y++)
      for (let x = 0; x < part.width; x++) {
        const i = y * part.width + x;
        if (cover[i] >= OUTSIDE || near[i] < 0) continue;
        const ny = Math.floor(near[i] / part.width), nx = near[i] - ny * part.width;
        if ((nx - x) ** 2 + (ny - y) ** 2 > reach) continue;
        const at = (part.y - region.y + y) * region.width + part.x - region.x + x;
        if (inked[at]) continue;
        halo.push(at);
        ink.push((part.y - region.y + ny) * region.width + part.x - region.x + nx);
      }
    if (halo.length) result.letters.push({ letter, halo: Int32Array.from(halo), ink: Int32Array.from(ink) });
  });
  return result;
}
