// Make room: a photo gets more empty space on a side, without a seam. The free area takes the photo's own edge colour,
// sampled along the edge so that uneven light is matched; a fade over the photo begins as that colour at the join and
// ends before the subject; noise as strong as the photo's grain keeps the area from looking painted.
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { blurredChannel } from './blur';
import { type Grid, saliencyOf, subjectBox } from './saliency';

export const SIDES = ['left', 'right', 'top', 'bottom'] as const;
export type Side = (typeof SIDES)[number];

export interface RoomShape {
  /** Share of the box's width (left, right) or height that is free on each side, 0..0.8. */
  left: number;
  right: number;
  top: number;
  bottom: number;
  /** How far the fade reaches into the photo, as a share of it; null goes as far as the subject allows. */
  reach: number | null;
  /** Strength of the noise, 1 being as strong as the photo's grain. */
  grain: number;
}

/** How much of a box two opposite sides may take together. */
const MOST_FREE = 0.85;

/** Where the photo itself lies within a box of its layer. */
export function photoWithin(box: { width: number; height: number }, room: RoomShape): Box {
  const along = (a: number, b: number): [number, number] => {
    const k = Math.min(1, MOST_FREE / Math.max(1e-9, a + b));
    return [a * k, b * k];
  };
  const [left, right] = along(room.left, room.right),
    [top, bottom] = along(room.top, room.bottom);
  return {
    x: left * box.width,
    y: top * box.height,
    width: (1 - left - right) * box.width,
    height: (1 - top - bottom) * box.height,
  };
}

/** Least and largest reach, as shares of the photo. */
const LEAST_REACH = 0.06;
const MOST_REACH = 0.6;
/** What is kept between the fade's end and the subject. */
const CLEARANCE = 0.12;

/**
 * How far a fade may reach from a side without touching the subject, as a share of the photo.
 * @param photo as placed, any size @param known where its subject is, where that was said; else what stands out
 */
export function freeReach(photo: Pixels, side: Side, known: Grid | null = null): number {
  const subject = subjectBox(known ?? saliencyOf(photo));
  if (!subject) return 0.4;
  const way = {
    left: subject.x,
    right: 1 - subject.x - subject.width,
    top: subject.y,
    bottom: 1 - subject.y - subject.height,
  }[side];
  return Math.min(MOST_REACH, Math.max(LEAST_REACH, way * (1 - CLEARANCE)));
}

/** Columns at the edge whose colour counts, as a share of the photo's extent. */
const EDGE = 0.015;

function medianOf(values: Float32Array, n: number): number {
  const v = values.subarray(0, n).sort();
  return n & 1 ? v[n >> 1] : (v[(n >> 1) - 1] + v[n >> 1]) / 2;
}

/** A picture read along one of its sides: `along` runs on the edge, `in` away from it. */
interface Reader {
  along: number;
  depth: number;
  at: (along: number, inwards: number) => number;
}
function readerOf({ width, height }: { width: number; height: number }, side: Side): Reader {
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

/** Colour along an edge: medians across it, then along it, then smoothed; three planes of 0..255. */
export function edgeColours(photo: Pixels, side: Side): { near: Float32Array[]; far: Float32Array[] } {
  const r = readerOf(photo, side),
    n = Math.min(r.depth, Math.max(3, Math.round(r.depth * EDGE)));
  const window = Math.max(1, Math.round(r.along * 0.03)),
    sample = new Float32Array(Math.max(n, 2 * window + 1));
  const near: Float32Array[] = [],
    far: Float32Array[] = [];
  for (let c = 0; c < 3; c++) {
    const across = new Float32Array(r.along),
      steady = new Float32Array(r.along);
    for (let a = 0; a < r.along; a++) {
      for (let d = 0; d < n; d++) sample[d] = photo.data[r.at(a, d) * 4 + c];
      across[a] = medianOf(sample, n);
    }
    // What crosses the edge here and there, a twig or a wire, is no light of its own.
    for (let a = 0; a < r.along; a++) {
      let m = 0;
      for (let i = Math.max(0, a - window); i <= Math.min(r.along - 1, a + window); i++) sample[m++] = across[i];
      steady[a] = medianOf(sample, m);
    }
    near.push(blurredChannel(steady, r.along, 1, r.along * 0.02));
    far.push(blurredChannel(steady, r.along, 1, r.along * 0.12));
  }
  return { near, far };
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

/** Noise of about unit variance at a pixel, always the same. */
function noiseAt(x: number, y: number): number {
  let sum = 0;
  for (let k = 0; k < 3; k++) {
    let h = Math.imul(x + 1, 374761393) ^ Math.imul(y + 1, 668265263) ^ Math.imul(k + 1, 2147483647);
    h = Math.imul(h ^ (h >>> 13), 1274126177);
    sum += ((h ^ (h >>> 16)) >>> 0) / 4294967296;
  }
  return (sum - 1.5) * 2;
}

/** Falls from 1 to 0 with no edge at either end (Perlin 2002). */
const ease = (t: number): number => (t <= 0 ? 1 : t >= 1 ? 0 : 1 - t * t * t * (t * (t * 6 - 15) + 10));

/**
 * The photo with free space on one side.
 * @param free pixels that are added there @param reach pixels of the photo over which the fade goes
 * @param grain standard deviation of the noise, 0..255
 */
function widened(photo: Pixels, side: Side, free: number, reach: number, grain: number): Pixels {
  if (free <= 0) return photo;
  const across = side === 'left' || side === 'right',
    width = photo.width + (across ? free : 0),
    height = photo.height + (across ? 0 : free);
  const out: Pixels = { width, height, data: new Uint8ClampedArray(width * height * 4) };
  const { near, far } = edgeColours(photo, side),
    from = readerOf(photo, side),
    to = readerOf(out, side);
  for (let a = 0; a < from.along; a++)
    for (let d = 0; d < to.depth; d++) {
      const o = to.at(a, d) * 4,
        inwards = d - free,
        p = inwards >= 0 ? from.at(a, inwards) * 4 : -1,
        cover = ease(inwards / Math.max(1, reach));
      if (p >= 0 && cover === 0) {
        out.data[o] = photo.data[p];
        out.data[o + 1] = photo.data[p + 1];
        out.data[o + 2] = photo.data[p + 2];
        out.data[o + 3] = photo.data[p + 3];
        continue;
      }
      // Away from the join the light evens out, so that nothing looks drawn out into streaks.
      const t = inwards >= 0 ? 0 : Math.min(1, -inwards / Math.max(1, free)),
        even = t * t * (3 - 2 * t);
      const n = grain > 0 ? noiseAt(o, a) * grain * cover : 0;
      for (let c = 0; c < 3; c++) {
        const fill = near[c][a] + (far[c][a] - near[c][a]) * even;
        out.data[o + c] = (p >= 0 ? photo.data[p + c] * (1 - cover) + fill * cover : fill) + n + 0.5;
      }
      out.data[o + 3] = 255;
    }
  return out;
}

/**
 * A photo with room made on its sides.
 * @param photo as it is placed within the box, before room is made
 * @param size of the whole in pixels: photo and room
 * @param subject where the photo's subject is, where that is known
 */
export function withRoom(
  photo: Pixels,
  size: { width: number; height: number },
  room: RoomShape,
  subject: Grid | null = null,
): Pixels {
  const inner = photoWithin(size, room),
    left = Math.round(inner.x),
    top = Math.round(inner.y);
  const free: Record<Side, number> = {
    left,
    right: size.width - photo.width - left,
    top,
    bottom: size.height - photo.height - top,
  };
  let out = photo;
  for (const side of SIDES) {
    if (free[side] <= 0) continue;
    const extent = side === 'left' || side === 'right' ? photo.width : photo.height;
    out = widened(
      out,
      side,
      free[side],
      (room.reach ?? freeReach(photo, side, subject)) * extent,
      room.grain > 0 ? grainAt(photo, side) * room.grain : 0,
    );
  }
  return out;
}

export type SideKind = 'calm' | 'uneven' | 'pattern' | 'cut';
export interface SideRating {
  side: Side;
  /** Calm; light that changes along it; a pattern; or things that the edge cuts. */
  kind: SideKind;
  /** 0..1: how well room can be made there. */
  worth: number;
  /** Stretches of the edge that are the reason, in shares of its length. */
  where: [from: number, to: number][];
}

/** Depth of the strip that is looked at, as a share of the photo's extent. */
const STRIP = 0.08;

/** How well room can be made on each side. @param photo as placed; some hundred pixels are enough */
export function rateSides(photo: Pixels): SideRating[] {
  return SIDES.map((side) => {
    const r = readerOf(photo, side),
      depth = Math.max(3, Math.round(r.depth * STRIP)),
      light = new Float32Array(r.along),
      busy = new Float32Array(r.along);
    const lum = (a: number, d: number): number => {
      const o = r.at(a, d) * 4;
      return (0.2126 * photo.data[o] + 0.7152 * photo.data[o + 1] + 0.0722 * photo.data[o + 2]) / 255;
    };
    for (let a = 0; a < r.along; a++) {
      let sum = 0,
        rough = 0;
      for (let d = 0; d < depth; d++) {
        sum += lum(a, d);
        if (d > 0 && a > 0) rough += Math.abs(lum(a, d) - lum(a, d - 1)) + Math.abs(lum(a, d) - lum(a - 1, d));
      }
      light[a] = sum / depth;
      busy[a] = rough / depth;
    }
    const smooth = blurredChannel(light, r.along, 1, r.along * 0.01),
      wide = blurredChannel(light, r.along, 1, r.along * 0.06);
    const span = Math.max(2, Math.round(r.along * 0.02)),
      cuts = new Uint8Array(r.along);
    let cut = 0,
      rough = 0;
    for (let a = 0; a < r.along; a++) {
      const step = Math.abs(smooth[Math.min(r.along - 1, a + span)] - smooth[Math.max(0, a - span)]);
      if (step > 0.13) {
        cuts[a] = 1;
        cut++;
      }
      rough += busy[a];
    }
    rough /= r.along;
    const range = Math.max(...wide) - Math.min(...wide),
      share = cut / r.along;
    const kind: SideKind = share > 0.03 ? 'cut' : rough > 0.06 ? 'pattern' : range > 0.12 ? 'uneven' : 'calm';
    const worth = Math.max(0, 1 - 6 * share - 5 * rough - 0.6 * range);
    const busiest = Uint8Array.from(busy, (b) => (b > 0.06 ? 1 : 0));
    return {
      side,
      kind,
      worth,
      where: kind === 'cut' ? stretches(cuts) : kind === 'pattern' ? stretches(busiest) : [],
    };
  });
}

function stretches(marks: Uint8Array): [number, number][] {
  const out: [number, number][] = [],
    n = marks.length,
    gap = Math.max(2, n * 0.02);
  for (let i = 0; i < n; i++) {
    if (!marks[i]) continue;
    const last = out.at(-1);
    if (last && i / n - last[1] < gap / n) last[1] = (i + 1) / n;
    else out.push([i / n, (i + 1) / n]);
  }
  return out.filter(([a, b]) => b - a > 0.004);
}
