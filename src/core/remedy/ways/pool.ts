// A pool behind the lines: spread, feather and colour.
import { makePool } from '../../kinds/pool';
import { type Choice, STAND_IN, type WayFinder } from '../way-finder';
import type { Solver } from './solver';

/** What is tried, em: a pool that fades over less than four fifths of one shows its edge. */
const SPREADS = [0, 0.12, 0.25];
const FEATHERS = [0.8, 1.1, 1.5, 2];

export function choosePool(finder: WayFinder): Choice | null {
  const box = finder.behind(),
    type = finder.typeSize(),
    follows = finder.texts.map((t) => t.id),
    deep = finder.deepColours()[0];
  const make = (hex: string, spread: number, feather: number) => ({
    ...makePool(STAND_IN, hex, 1, box, type, follows),
    spread: Math.round(type * spread),
    feather: Math.max(1, Math.round(type * feather)),
  });
  const shape = finder.bestOf(SPREADS.flatMap((s) => FEATHERS.map((f) => make(deep, s, f))));
  if (!shape) return null;
  const { spread, feather } = shape.layer as ReturnType<typeof makePool>;
  return finder.inBestColour((hex) => make(hex, spread / type, feather / type)) ?? shape;
}

export const pool: Solver = {
  off: 2,
  choose: choosePool,
  solve: (finder, choice) => finder.laid('pool', choice),
};
