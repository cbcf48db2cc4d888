// Another colour for the texts.
import type { Layer } from '../../kinds/layers';
import { areClear } from '../../reading/verdict';
import { INK_PRICE, STRANGE_INK_PRICE } from '../cost';
import { type Way, WAY_NAMES } from '../way';
import type { WayFinder } from '../way-finder';
import type { Solver } from './solver';

function solve(finder: WayFinder): Way | null {
  const suggested = finder.colours(12).filter((c) => c.ratio >= c.needed * 1.01);
  for (const c of suggested.slice(0, 3)) {
    const colour = c.swatch ? { swatch: c.swatch } : c.hex;
    const change = finder.texts.map((t) => ({
      id: t.id,
      set: { fill: { ...t.fill, kind: 'colour', colour } } as Partial<Layer>,
    }));
    const strange = c.from !== 'house' && finder.piece.swatches.some((s) => s.house),
      price = strange ? STRANGE_INK_PRICE : INK_PRICE,
      way = finder.finish(['ink'], `${WAY_NAMES.ink}: ${c.name.toLowerCase()}`, [], change, null, undefined, price);
    if (areClear(way.readings)) return way;
  }
  return null;
}

export const ink: Solver = { solve };
