// A pool behind the lines: spread, feather and colour.
import { makePool } from '../../kinds/pool';
import { type Choice, STAND_IN, type WayFinder } from '../way-finder';
import type { Solver } from './solver';

function choose(finder: WayFinder): Choice | null {
  const box = finder.behind(),
    type = finder.typeSize(),
    follows = finder.texts.map((t) => t.id),
    deep = finder.deepColours()[0];
  const make = (hex: string, spread: number, feather: number) => ({
    ...makePool(STAND_IN, hex, 1, box, type, follows),
    spread: Math.round(type * spread),
    feather: Math.max(1, Math.round(type * feather)),
  });
  const shape = finder.bestOf([0, 0.1, 0.2].flatMap((s) => [0.6, 0.85, 1.2].map((f) => make(deep, s, f))));
  if (!shape) return null;
  const { spread, feather } = shape.layer as ReturnType<typeof makePool>;
  return finder.inBestColour((hex) => make(hex, spread / type, feather / type)) ?? shape;
}

export const pool: Solver = (finder) => finder.laid('pool', choose(finder));
