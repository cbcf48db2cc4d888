// A photo along one of its sides: its colours there, and its grain.
import type { Pixels } from '../ground/pixels';
import { blurredChannel } from './blur';

export const SIDES = ['left', 'right', 'top', 'bottom'] as const;
export type Side = (typeof SIDES)[number];

/** Columns at the edge whose colour counts, as a share of the photo's extent. */
const EDGE = 0.015;

function medianOf(values: Float32Array, n: number): number {
  const v = values.subarray(0, n).sort();
  return n & 1 ? v[n >> 1] : (v[(n >> 1) - 1] + v[n >> 1]) / 2;
}

/** A picture read along one of its sides: `along` runs on the edge, `in` away from it. */
export interface Reader {
  along: number;
  depth: number;
  at: (along: number, inwards: number) => number;
}
export function readerOf({ width, height }: { width: number; height: number }, side: Side): Reader {
  switch (side) {
    case 'left':
      return { along: height, depth: width, at: (a, d) => a * width + d };
    case 'right':
      return { along: height, depth: width, at: (a, d) => a * width + width - 1 - d };
    case 'top':
      return { along: width, depth: height, at: (a, d) => d * width + a };
    case 'bottom':
      return { along: width, depth: height, at: (a, d) => (height - 1 - d) * width + a };
  }
}

/** Widths of smoothing along an edge, as shares of it, each twice the one before. */
const WIDTHS = [0.02, 0.04, 0.08, 0.16, 0.32, 0.64];
/** To left and right what lies on a level stays there; above and below light may even out altogether. */
const WIDEST = { upright: 0.12, level: 0.64 };
/** With the way outwards the light of an edge spreads by this share of it: above and below as by diffusion. */
const SPREAD = { upright: 0.1, level: 0.7 };

/**
 * Colour along an edge: medians across it, then along it; three planes of 0..255 for each width of smoothing.
 */
export interface EdgeLight {
  planes: [Float32Array, Float32Array, Float32Array][];
  along: number;
  widest: number;
  spread: number;
}

export function edgeLight(photo: Pixels, side: Side): EdgeLight {
  const r = readerOf(photo, side),
    n = Math.min(r.depth, Math.max(3, Math.round(r.depth * EDGE)));
  const window = Math.max(1, Math.round(r.along * 0.03)),
    sample = new Float32Array(Math.max(n, 2 * window + 1));
  const steady = [0, 1, 2].map((c) => {
    const across = new Float32Array(r.along),
      out = new Float32Array(r.along);
    for (let a = 0; a < r.along; a++) {
      for (let d = 0; d < n; d++) sample[d] = photo.data[r.at(a, d) * 4 + c];
      across[a] = medianOf(sample, n);
    }
    // What crosses the edge here and there, a twig or a wire, is no light of its own.
    for (let a = 0; a < r.along; a++) {
      let m = 0;
      for (let i = Math.max(0, a - window); i <= Math.min(r.along - 1, a + window); i++) sample[m++] = across[i];
      out[a] = medianOf(sample, m);
    }
    return out;
  });
  const [red, green, blue] = steady;
  const towards = side === 'left' || side === 'right' ? 'upright' : 'level';
  return {
    planes: WIDTHS.map((w) => {
      const soft = (plane: Float32Array): Float32Array => blurredChannel(plane, r.along, 1, r.along * w);
      return [soft(red), soft(green), soft(blue)];
    }),
    along: r.along,
    widest: WIDEST[towards],
    spread: SPREAD[towards],
  };
}

/**
 * Which two of the widths light has a way outwards from the edge, and how much of the wider one. @param way px
 */
export function widthsAt(
  { along, widest, spread }: EdgeLight,
  way: number,
): { near: number; far: number; share: number } {
  const sigma = Math.min(widest, WIDTHS[0] + (spread * Math.max(0, way)) / along),
    at = Math.min(WIDTHS.length - 1, Math.log2(sigma / WIDTHS[0])),
    near = Math.floor(at);
  return { near, far: Math.min(WIDTHS.length - 1, near + 1), share: at - near };
}

/**
 * Standard deviation of the photo's grain near a side, 0..255: the median of what single rows differ by from their
 * neighbours.
 */
export function grainAt(photo: Pixels, side: Side): number {
  const r = readerOf(photo, side),
    depth = Math.min(r.depth - 2, Math.max(4, Math.round(r.depth * 0.12))),
    found: number[] = [];
  for (let a = 1; a < r.along - 1; a += 2)
    for (let d = 1; d < depth; d += 2) {
      const g = (along: number, inwards: number): number => photo.data[r.at(along, inwards) * 4 + 1];
      // A second difference both ways leaves light and edges out and noise in: its variance is 36 times the noise's.
      found.push(
        Math.abs(
          g(a - 1, d - 1) -
            2 * g(a, d - 1) +
            g(a + 1, d - 1) -
            2 * (g(a - 1, d) - 2 * g(a, d) + g(a + 1, d)) +
            g(a - 1, d + 1) -
            2 * g(a, d + 1) +
            g(a + 1, d + 1),
        ),
      );
    }
  if (!found.length) return 0;
  const v = Float32Array.from(found);
  return Math.min(12, (1.4826 * medianOf(v, v.length)) / 6);
}
