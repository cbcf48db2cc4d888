// How well room can be made on each side of a photo, and why: what its edge is like.
import type { Pixels } from '../ground/pixels';
import { blurredChannel } from './blur';
import { readerOf, type Side, SIDES } from './edge';

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
/** Differences of neighbouring pixels (0..1 of light, both ways together) from which texture is seen, and is all. */
const TEXTURE = { from: 0.018, all: 0.034 };
/** Above and below a side is continued as a whole, where it is so busy on average. */
const TEXTURE_LEVEL = 0.042;
/**
 * What takes how much from a side's worth: the share of it where things are cut off; differences of neighbouring pixels
 * where light is drawn out, and where texture goes on; the range of its light; and how it varies other than slowly. Set
 * by looking at rooms on 60 sides of 15 photographs.
 */
const LESS = { cut: 6, rough: 5, texture: 2, range: 0.6, varied: 3 };
/** Room is offered where it can be made at least so well (`SideRating.worth`). */
export const WORTH_ROOM = 0.5;

/** Along a side: its light, and how much neighbouring pixels differ; all 0..1. */
function alongside(photo: Pixels, side: Side): { light: Float32Array; busy: Float32Array } {
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
  return { light, busy };
}

/**
 * Where along a side there is texture that has to go on, 0..1 for each pixel along it; light alone would draw it out
 * into streaks.
 * @param photo some hundred pixels along its longer side
 */
export const textureAlong = (photo: Pixels, side: Side): Float32Array => textureOf(alongside(photo, side).busy, side);

function textureOf(busy: Float32Array, side: Side): Float32Array {
  // Above and below, what lies in layers would be stacked up anew: only what is busy all over goes on.
  if (side === 'top' || side === 'bottom')
    return new Float32Array(busy.length).fill(
      busy.reduce((sum, v) => sum + v, 0) < TEXTURE_LEVEL * busy.length ? 0 : 1,
    );
  return blurredChannel(busy, busy.length, 1, busy.length * 0.03).map((v) => {
    const t = Math.min(1, Math.max(0, (v - TEXTURE.from) / (TEXTURE.all - TEXTURE.from)));
    return t * t * (3 - 2 * t);
  });
}

/** How well room can be made on each side. @param photo as placed; some hundred pixels are enough */
export const rateSides = (photo: Pixels): SideRating[] => SIDES.map((side) => rateSide(photo, side));

/** How well room can be made on a side. @param photo as `rateSides` */
export function rateSide(photo: Pixels, side: Side): SideRating {
  const { light, busy } = alongside(photo, side),
    n = light.length;
  const smooth = blurredChannel(light, n, 1, n * 0.01),
    wide = blurredChannel(light, n, 1, n * 0.06);
  const span = Math.max(2, Math.round(n * 0.02)),
    cuts = new Uint8Array(n);
  let cut = 0,
    rough = 0,
    varied = 0;
  for (let a = 0; a < n; a++) {
    const step = Math.abs(smooth[Math.min(n - 1, a + span)] - smooth[Math.max(0, a - span)]);
    if (step > 0.13) {
      cuts[a] = 1;
      cut++;
    }
    rough += busy[a];
    varied += (smooth[a] - wide[a]) ** 2;
  }
  const texture = textureOf(busy, side).reduce((sum, t) => sum + t, 0) / n;
  rough /= n;
  varied = Math.sqrt(varied / n);
  const range = Math.max(...wide) - Math.min(...wide),
    share = cut / n;
  const kind: SideKind = share > 0.03 ? 'cut' : rough > 0.06 ? 'pattern' : range > 0.12 ? 'uneven' : 'calm';
  const worth = Math.max(
    0,
    1 -
      LESS.cut * share -
      (LESS.rough + (LESS.texture - LESS.rough) * texture) * rough -
      LESS.range * (1 - texture / 2) * range -
      LESS.varied * varied,
  );
  const busiest = Uint8Array.from(busy, (b) => (b > 0.06 ? 1 : 0));
  return {
    side,
    kind,
    worth,
    where: kind === 'cut' ? stretches(cuts) : kind === 'pattern' ? stretches(busiest) : [],
  };
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
