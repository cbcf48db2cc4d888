// Which colour of a house style reads on which, by the reading's own measure: contrast on an even ground, against what
// a text of each size needs.
import { contrastOfHex } from '../colour/srgb';
import { SMALLEST_SHOWN } from '../piece/destinations';
import type { Swatch } from '../values/fill';
import { baseRatio, type Goal, LARGE, verdictOf } from './verdict';

/** A house colour as ink on another one. */
export interface HousePair {
  ink: string;
  ground: string;
  /** 1..21. */
  ratio: number;
  /** The least size as shown at which it is Clear, CSS px, at weights 400 and 700; null at no size. */
  from: number | null;
  fromBold: number | null;
}

/** The least whole size as shown, or the border of large type, at which a ratio is enough; null at none. */
const leastSize = (ratio: number, goal: Goal, weight: number): number | null =>
  [SMALLEST_SHOWN, LARGE.bold, LARGE.usual].find((px) => verdictOf(ratio, baseRatio(goal, px, weight)) === 'clear') ??
  null;

/**
 * All ordered pairs of the plain colours among swatches, ink by ink, in their order; gradients are left out.
 * @returns n x (n - 1) pairs for n colours
 */
export function houseContrast(swatches: readonly Swatch[], goal: Goal = 'standard'): HousePair[] {
  const plain = swatches.flatMap((s) => (s.colour ? [{ id: s.id, hex: s.colour }] : []));
  return plain.flatMap((ink) =>
    plain.flatMap((ground) => {
      if (ink.id === ground.id) return [];
      const ratio = contrastOfHex(ink.hex, ground.hex);
      return [
        {
          ink: ink.id,
          ground: ground.id,
          ratio,
          from: leastSize(ratio, goal, 400),
          fromBold: leastSize(ratio, goal, 700),
        },
      ];
    }),
  );
}
