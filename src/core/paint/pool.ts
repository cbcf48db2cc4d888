// A pool: colour at full strength behind each line, fading away so softly that no outline shows. The patches of lines
// join without a crease, since their transparencies multiply.
import type { Box } from '../ground/box';

/** Falls from 1 to 0 over t = 0..1 with first and second derivative 0 at both ends (Perlin 2002). */
export const soften = (t: number): number => (t <= 0 ? 1 : t >= 1 ? 0 : 1 - t * t * t * (t * (t * 6 - 15) + 10));

interface Patch {
  /** Middle, half extents, direction; pixels. */
  cx: number;
  cy: number;
  hw: number;
  hh: number;
  cos: number;
  sin: number;
}

function patchOf(box: Box, rotation: number, spread: number): Patch {
  const a = (rotation * Math.PI) / 180;
  return {
    cx: box.x + box.width / 2,
    cy: box.y + box.height / 2,
    hw: Math.max(0, box.width / 2 + spread),
    hh: Math.max(0, box.height / 2 + spread),
    cos: Math.cos(a),
    sin: Math.sin(a),
  };
}

/** Alpha of a pool at any point, 0..1. Lengths in the same unit as the boxes. */
export function poolField(
  boxes: readonly Box[],
  rotation: number,
  spread: number,
  feather: number,
): (x: number, y: number) => number {
  const patches = boxes.map((b) => patchOf(b, rotation, spread));
  return (x, y) => alphaAt(patches, feather, x, y);
}

function alphaAt(patches: readonly Patch[], feather: number, x: number, y: number): number {
  let through = 1;
  for (const p of patches) {
    const dx = x - p.cx,
      dy = y - p.cy;
    const u = Math.abs(dx * p.cos + dy * p.sin) - p.hw,
      v = Math.abs(-dx * p.sin + dy * p.cos) - p.hh;
    if (u >= feather || v >= feather) continue;
    const ox = u > 0 ? u : 0,
      oy = v > 0 ? v : 0;
    through *= 1 - soften(Math.sqrt(ox * ox + oy * oy) / feather);
    if (through === 0) return 1;
  }
  return 1 - through;
}

/** The region a pool can touch, in the boxes' unit. */
export function poolReach(boxes: readonly Box[], rotation: number, spread: number, feather: number): Box {
  const a = (rotation * Math.PI) / 180,
    c = Math.abs(Math.cos(a)),
    s = Math.abs(Math.sin(a));
  const each = boxes.map((b) => {
    const hw = Math.max(0, b.width / 2 + spread) + feather,
      hh = Math.max(0, b.height / 2 + spread) + feather;
    const w = hw * c + hh * s,
      h = hw * s + hh * c;
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
    through = new Float64Array(width);
  const all = boxes.map((box) => patchOf(box, rotation, spread)),
    upright = all.every((p) => p.sin === 0);
  for (let y = 0; y < height; y++) {
    const Y = region.y + y + 0.5;
    // Only patches that can touch the row count.
    const near = all.filter(
      (p) => Math.abs(Y - p.cy) <= (p.hw + feather) * Math.abs(p.sin) + (p.hh + feather) * Math.abs(p.cos),
    );
    if (!near.length) continue;
    if (!upright) {
      for (let x = 0; x < width; x++) out[y * width + x] = alphaAt(near, feather, region.x + x + 0.5, Y);
      continue;
    }
    through.fill(1);
    for (const p of near) {
      const v = Math.max(0, Math.abs(Y - p.cy) - p.hh),
        reach = p.hw + feather,
        flat = 1 - soften(v / feather);
      const from = Math.max(0, Math.floor(p.cx - reach - region.x - 0.5)),
        to = Math.min(width, Math.ceil(p.cx + reach - region.x + 0.5));
      for (let x = from; x < to; x++) {
        const u = Math.abs(region.x + x + 0.5 - p.cx) - p.hw;
        // Level along the patch itself; round its ends it falls with the distance.
        if (u <= 0) through[x] *= flat;
        else if (u < feather) through[x] *= 1 - soften(Math.sqrt(u * u + v * v) / feather);
      }
    }
    for (let x = 0, i = y * width; x < width; x++, i++) out[i] = 1 - through[x];
  }
  return out;
}
