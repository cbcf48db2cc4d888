// How much of its ink a letter delivers (reading.md, step 8): strokes thinner than a pixel of the screen on which they
// are seen never show their full colour.
import { LRUCache } from 'lru-cache';
import type { Transform } from '../ground/transform';
import { traceLetter } from '../type/frame';
import type { Letter } from '../type/layout';
import { CoverageRaster } from './coverage';
import { lookOfLetter, OUTSIDE } from './letter-shape';

/** Strokes as wide as this, px of the screen, deliver all of their ink wherever they stand between pixels. */
const THICK = 3;
/** Where between pixels a letter may stand as shown, both ways: nobody knows, so these are averaged. */
const PHASES = [0, 0.5];
/** Sizes that differ by less than one step of so many to the factor e deliver the same. */
const STEPS = 32;

const known = new LRUCache<string, number>({ max: 5000 });

/**
 * Mean coverage of the upper half of the pixels that a letter covers.
 * @param t from the layout to pixels @param shown pixels of the screen to one of these
 * @param stroke its mean stroke width in pixels of the screen
 * @returns 0..1
 */
export function deliveredInk(letter: Letter, t: Transform, shown: number, stroke: number): number {
  if (stroke >= THICK) return 1;
  const { size } = letter,
    own = size * Math.hypot(t[0], t[1]) * shown,
    k = (Math.exp(Math.round(Math.log(own) * STEPS) / STEPS) / own) * shown,
    as: Transform = [t[0] * k, t[1] * k, t[2] * k, t[3] * k, 0, 0],
    key = lookOfLetter(letter, as, 2);
  let found = known.get(key);
  if (found === undefined) known.set(key, (found = measured(letter, as)));
  return found;
}

function measured(letter: Letter, t: Transform): number {
  let sum = 0;
  for (const phase of PHASES) {
    const raster = new CoverageRaster();
    traceLetter(letter, t, raster);
    raster.closePath();
    const cover = raster
      .cover({
        x: raster.minX - 1 - phase,
        y: raster.minY - 1 - phase,
        width: Math.ceil(raster.maxX - raster.minX) + 2,
        height: Math.ceil(raster.maxY - raster.minY) + 2,
      })
      .sort();
    sum += upperHalf(cover);
  }
  return sum / PHASES.length;
}

/** @param cover ascending */
function upperHalf(cover: Float32Array): number {
  let from = cover.findIndex((c) => c >= OUTSIDE);
  // Hardly anything of it: what there is.
  if (from < 0) from = cover.findIndex((c) => c > 0);
  if (from < 0) return 0;
  const half = from + Math.floor((cover.length - from) / 2);
  let sum = 0;
  for (let i = half; i < cover.length; i++) sum += cover[i];
  return sum / (cover.length - half);
}
