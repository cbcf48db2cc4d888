// A pool: colour at full strength behind the lines, fading away so softly that no outline shows. It is one form however
// many lines there are: the distances to their boxes are joined smoothly, so that lines of different length leave no
// stairs.
import type { Box } from '../ground/box';

/** Falls from 1 to 0 over t = 0..1 with first and second derivative 0 at both ends (Perlin 2002). */
export const soften = (t: number): number => (t <= 0 ? 1 : t >= 1 ? 0 : 1 - t * t * t * (t * (t * 6 - 15) + 10));

/** How far two lines draw each other into one form, in heights of a line. */
const JOINED = 1.5;

interface Patch {
  /** Middle, half extents, direction; pixels. */
  cx: number;
  cy: number;
  hw: number;
  hh: number;
  cos: number;
  sin: number;
}

function patchOf(box: Box, rotation: number): Patch {
  const a = (rotation * Math.PI) / 180;
  return {
    cx: box.x + box.width / 2,
    cy: box.y + box.height / 2,
    hw: box.width / 2,
    hh: box.height / 2,
    cos: Math.cos(a),
    sin: Math.sin(a),
  };
}

/** Distance of a point to a box, negative within it. @param u @param v beyond its edges, along and across */
const toBox = (u: number, v: number): number => (u > 0 && v > 0 ? Math.sqrt(u * u + v * v) : u > v ? u : v);

/** The lesser of two distances, with no crease where they are alike (polynomial minimum: Quilez 2013). */
function joined(a: number, b: number, k: number): number {
  const h = k - Math.abs(a - b);
  return (a < b ? a : b) - (h > 0 ? (h * h) / (4 * k) : 0);
}

/** How far the lines of a pool draw each other, in their own unit. */
const joinOf = (boxes: readonly Box[]): number =>
  boxes.length > 1 ? JOINED * (boxes.reduce((sum, b) => sum + b.height, 0) / boxes.length) : 0;

/** Alpha of a pool at any point, 0..1. Lengths in the same unit as the boxes. */
export function poolField(
  boxes: readonly Box[],
  rotation: number,
  spread: number,
  feather: number,
): (x: number, y: number) => number {
  const patches = boxes.map((b) => patchOf(b, rotation)),
    k = joinOf(boxes);
  return (x, y) => soften((distance(patches, k, x, y) - spread) / feather);
}

function distance(patches: readonly Patch[], k: number, x: number, y: number): number {
  let d = Infinity;
  for (const p of patches) {
    const dx = x - p.cx,
      dy = y - p.cy,
      own = toBox(Math.abs(dx * p.cos + dy * p.sin) - p.hw, Math.abs(-dx * p.sin + dy * p.cos) - p.hh);
    d = d === Infinity ? own : joined(d, own, k);
  }
  return d;
}

/** The region a pool can touch, in the boxes' unit. */
export function poolReach(boxes: readonly Box[], rotation: number, spread: number, feather: number): Box {
  const a = (rotation * Math.PI) / 180,
    c = Math.abs(Math.cos(a)),
    s = Math.abs(Math.sin(a)),
    // Joined lines swell a little.
    around = Math.max(0, spread + feather) + joinOf(boxes) / 2;
  const each = boxes.map((b) => {
    const w = (b.width / 2) * c + (b.height / 2) * s + around,
      h = (b.width / 2) * s + (b.height / 2) * c + around;
    return {
      x0: b.x + b.width / 2 - w,
      y0: b.y + b.height / 2 - h,
      x1: b.x + b.width / 2 + w,
      y1: b.y + b.height / 2 + h,
    };
  });
  const x = Math.min(...each.map((e) => e.x0)),
    y = Math.min(...each.map((e) => e.y0));
  return { x, y, width: Math.max(...each.map((e) => e.x1)) - x, height: Math.max(...each.map((e) => e.y1)) - y };
}

/**
 * Alphas of a pool over a region, whatever its colour and opacity.
 * @param boxes in surface pixels, like spread and feather @param region whole surface pixels
 * @returns 0..1, row by row
 */
export function poolAlphas(
  boxes: readonly Box[],
  rotation: number,
  spread: number,
  feather: number,
  region: Box,
): Float32Array {
  const { width, height } = region,
    out = new Float32Array(width * height),
    k = joinOf(boxes),
    patches = boxes.map((box) => patchOf(box, rotation)),
    upright = patches.every((p) => p.sin === 0),
    // Farther than this a line adds nothing, not even to another one's swelling.
    reach = Math.max(0, spread + feather) + k;
  for (let y = 0, i = 0; y < height; y++) {
    const Y = region.y + y + 0.5;
    if (!upright) {
      for (let x = 0; x < width; x++, i++)
        out[i] = soften((distance(patches, k, region.x + x + 0.5, Y) - spread) / feather);
      continue;
    }
    const near = patches.flatMap((p) => {
      const v = Math.abs(Y - p.cy) - p.hh;
      return v < reach ? [{ v, cx: p.cx - region.x - 0.5, hw: p.hw }] : [];
    });
    for (let x = 0; x < width; x++, i++) {
      let d = Infinity;
      for (let n = 0; n < near.length; n++) {
        const p = near[n],
          own = toBox(Math.abs(x - p.cx) - p.hw, p.v);
        d = n === 0 ? own : joined(d, own, k);
      }
      out[i] = soften((d - spread) / feather);
    }
  }
  return out;
}
