// Make room: a photo gets more empty space on a side, without a seam. Where the edge is smooth the free area takes its
// colour, sampled along it so that uneven light is matched; a fade over the photo begins as that colour at the join and
// ends before the subject; noise as strong as the photo's grain keeps the area from looking painted. Where the edge has
// texture, that is continued.
import { areaOf, type Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { between } from '../ground/resample';
import { edgeLight, grainAt, readerOf, type Side, SIDES, widthsAt } from './edge';
import { type Quilt, quiltAt, quilted } from './quilt';
import { textureAlong } from './room-rating';
import { type Grid, saliencyOf, subjectBox } from './saliency';

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
  /** What is continued: the light alone, the texture, or each where it suits. */
  fill: 'auto' | 'light' | 'texture';
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

/** Least reach, before a subject that is known and before what only stands out, and largest; shares of the photo. */
const LEAST_REACH = { known: 0.06, guessed: 0.1 };
const MOST_REACH = 0.6;
/** What is kept between the fade's end and the subject. */
const CLEARANCE = 0.12;

/**
 * How far a fade may reach from a side without touching the subject, as a share of the photo.
 * @param photo as placed, any size @param known where its subject is, where that was said; else what stands out
 * @param subject the box of that, where whoever asks has it
 */
export function freeReach(
  photo: Pixels,
  side: Side,
  known: Grid | null = null,
  subject = subjectBox(known ?? saliencyOf(photo)),
): number {
  if (!subject) return 0.4;
  const way = {
    left: subject.x,
    right: 1 - subject.x - subject.width,
    top: subject.y,
    bottom: 1 - subject.y - subject.height,
  }[side];
  return Math.min(MOST_REACH, Math.max(known ? LEAST_REACH.known : LEAST_REACH.guessed, way * (1 - CLEARANCE)));
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

/** How room is made on one side; the same whatever the size at which it is painted. */
interface SidePlan {
  side: Side;
  /** How far the fade goes into the photo, as a share of it. */
  reach: number;
  /** Texture that is continued, and by stretch of the side, 0..1 along it, how much of it is to be seen; or none. */
  quilt: Quilt | null;
  shown: Float32Array;
}
export type RoomPlan = SidePlan[];

/** Long side of the box at which room is planned, px: what is continued is the same at every size. */
export const PLANNED_AT = 380;
/** And while something is dragged. */
export const PLANNED_QUICKLY_AT = 190;
/**
 * Texture comes from as far inwards as this, as shares of the photo: at most, and at least, where its subject is known,
 * and where only something stands out.
 */
const SOURCE = { most: 0.45, least: { known: 0.06, guessed: 0.32 } };
/** What only stands out is as good as known where it takes less of the photo than this: in a texture all does. */
const DISTINCT = 0.4;
/** Where at least so much of a side shows texture it is continued. */
const SEEN = 0.05;

/** Pixels that are added on each side of a photo. */
function freeOn(photo: Pixels, size: { width: number; height: number }, room: RoomShape): Record<Side, number> {
  const inner = photoWithin(size, room),
    left = Math.round(inner.x),
    top = Math.round(inner.y);
  return {
    left,
    right: size.width - photo.width - left,
    top,
    bottom: size.height - photo.height - top,
  };
}

/**
 * How room is made on the sides of a photo.
 * @param photo as it is placed within a box whose longer side is PLANNED_AT
 * @param size of the whole: photo and room @param subject where the photo's subject is, where that is known
 */
export function planRoom(
  photo: Pixels,
  size: { width: number; height: number },
  room: RoomShape,
  subject: Grid | null = null,
): RoomPlan {
  const free = freeOn(photo, size, room),
    plan: RoomPlan = [],
    box = subjectBox(subject ?? saliencyOf(photo)),
    isDistinct = subject !== null || (box !== null && areaOf(box) < DISTINCT);
  let made = photo;
  for (const side of SIDES) {
    if (free[side] <= 0) continue;
    const way = freeReach(photo, side, subject, box),
      extent = side === 'left' || side === 'right' ? photo.width : photo.height,
      seen = textureAlong(made, side),
      shown =
        room.fill === 'texture'
          ? seen.fill(1)
          : room.fill === 'light' || seen.reduce((sum, v) => sum + v, 0) < SEEN * seen.length
            ? seen.fill(0)
            : seen,
      deepest = Math.round(
        extent * Math.min(SOURCE.most, Math.max(isDistinct ? SOURCE.least.known : SOURCE.least.guessed, way)),
      ),
      one: SidePlan = {
        side,
        reach: room.reach ?? way,
        quilt: shown.some((v) => v > 0) ? quilted(made, side, free[side], deepest) : null,
        shown,
      };
    plan.push(one);
    made = widened(made, one, free[side], extent, 0);
  }
  return plan;
}

/**
 * The photo with free space on one side.
 * @param free pixels that are added there @param extent of the photo itself towards that side, px
 * @param grain standard deviation of the noise, 0..255
 */
function widened(photo: Pixels, plan: SidePlan, free: number, extent: number, grain: number): Pixels {
  const { side, quilt, shown } = plan,
    across = side === 'left' || side === 'right',
    width = photo.width + (across ? free : 0),
    height = photo.height + (across ? 0 : free);
  const out: Pixels = { width, height, data: new Uint8ClampedArray(width * height * 4) };
  const light = edgeLight(photo, side),
    from = readerOf(photo, side),
    to = readerOf(out, side),
    source = { data: photo.data, ...from },
    // Cells of the plan to pixels; what is added outwards may be rounded otherwise than the photo.
    ka = quilt ? from.along / quilt.along : 1,
    kd = quilt ? Math.max(from.depth / quilt.depth, free / quilt.free) : 1,
    widths = Array.from({ length: free + 1 }, (_, way) => widthsAt(light, way)),
    texel = new Float32Array(3);
  for (let a = 0; a < from.along; a++) {
    const seen = quilt ? alongAt(shown, (a + 0.5) / from.along) : 0,
      reach = Math.max(1, plan.reach * extent);
    for (let d = 0; d < to.depth; d++) {
      const o = to.at(a, d) * 4,
        inwards = d - free,
        p = inwards >= 0 ? from.at(a, inwards) * 4 : -1,
        // What goes on as it is needs no fade.
        cover = ease(inwards / reach) * (inwards >= 0 ? 1 - seen : 1),
        woven = quilt !== null && seen > 0 && inwards < quilt.overlap * kd;
      if (p >= 0 && cover === 0 && !woven) {
        out.data[o] = photo.data[p];
        out.data[o + 1] = photo.data[p + 1];
        out.data[o + 2] = photo.data[p + 2];
        out.data[o + 3] = photo.data[p + 3];
        continue;
      }
      // Away from the join the light evens out, so that nothing looks drawn out into streaks.
      const { near, far, share } = widths[Math.max(0, -inwards)];
      const n = grain > 0 ? noiseAt(o, a) * grain * cover * (1 - seen) : 0;
      if (woven) quiltAt(quilt, source, ka, kd, a, inwards, texel);
      for (let c = 0; c < 3; c++) {
        const fill = light.planes[near][c][a] * (1 - share) + light.planes[far][c][a] * share,
          plain = p >= 0 ? photo.data[p + c] * (1 - cover) + fill * cover : fill;
        out.data[o + c] = (woven ? plain + (texel[c] - plain) * seen : plain) + n + 0.5;
      }
      out.data[o + 3] = 255;
    }
  }
  return out;
}

/** A value along a side, 0..1. */
const alongAt = (values: Float32Array, at: number): number =>
  between(values, values.length, 1, at * values.length, 0.5);

/**
 * A photo with room made on its sides.
 * @param photo as it is placed within the box, before room is made
 * @param size of the whole in pixels: photo and room
 * @param plan of the same room (`planRoom`)
 */
export function withRoom(
  photo: Pixels,
  size: { width: number; height: number },
  room: RoomShape,
  plan: RoomPlan,
): Pixels {
  const free = freeOn(photo, size, room);
  let out = photo;
  for (const one of plan) {
    if (free[one.side] <= 0) continue;
    const extent = one.side === 'left' || one.side === 'right' ? photo.width : photo.height;
    out = widened(out, one, free[one.side], extent, room.grain > 0 ? grainAt(photo, one.side) * room.grain : 0);
  }
  return out;
}
