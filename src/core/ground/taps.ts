// Of which pixels a pixel of another size is made: Catmull-Rom (Keys 1981, a = -0.5), widened when reducing.

/** How far a pixel counts at a distance, in pixels of the coarser picture. */
export const weightAt = (x: number): number => {
  const t = Math.abs(x);
  if (t >= 2) return 0;
  return t < 1 ? 1 + t * t * (1.5 * t - 2.5) : 2 + t * (-4 + t * (2.5 - 0.5 * t));
};

/** Along one axis. */
export interface Taps {
  /** Of each target pixel the first of the source pixels it is made of. */
  first: Int32Array;
  /** How many they are, an even number; those beyond the picture weigh nothing. */
  count: number;
  /** `count` for each target pixel; they sum to 1. */
  weights: Float64Array;
}

/**
 * For every target pixel the source pixels it is made of.
 * @param from where the part begins that is shown @param extent how long it is, both in source pixels, fractional
 * @param limit source pixels there are @param target pixels it becomes @param flip from its end to its beginning
 */
export function tapsOf(from: number, extent: number, limit: number, target: number, flip: boolean): Taps {
  const ratio = extent / target,
    width = Math.max(1, ratio),
    reach = Math.ceil(width * 4),
    count = reach + (reach & 1);
  const first = new Int32Array(target),
    weights = new Float64Array(target * count),
    own = new Float64Array(count);
  for (let i = 0; i < target; i++) {
    const centre = from + (i + 0.5) * ratio,
      start = Math.ceil(centre - width * 2 - 0.5),
      // Sources outside the picture repeat its edge: their weights are folded onto it.
      lo = Math.min(Math.max(start, 0), Math.max(0, limit - count)),
      to = flip ? target - 1 - i : i;
    let sum = 0;
    for (let k = 0; k < count; k++) sum += own[k] = weightAt((start + k + 0.5 - centre) / width);
    first[to] = lo;
    for (let k = 0; k < count; k++) {
      const inside = Math.min(limit - 1, Math.max(0, start + k)) - lo;
      weights[to * count + Math.min(count - 1, Math.max(0, inside))] += own[k] / sum;
    }
  }
  return { first, count, weights };
}

/** What weighs 1 in whole numbers. */
const ONE = 1 << 14;

/** Weights of a stretch of target pixels as whole numbers that sum to 2^14 each; what is lost goes to the heaviest. */
export function wholeWeights({ count, weights }: Taps, from: number, many: number): Int16Array {
  const out = new Int16Array(many * count);
  for (let i = 0; i < many; i++) {
    let left = ONE,
      heaviest = i * count;
    for (let k = 0, q = (from + i) * count, o = i * count; k < count; k++, q++, o++) {
      left -= out[o] = Math.round(weights[q] * ONE);
      if (out[o] > out[heaviest]) heaviest = o;
    }
    out[heaviest] += left;
  }
  return out;
}
