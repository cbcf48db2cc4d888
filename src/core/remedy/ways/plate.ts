// A plate behind the lines, in a colour of the photo.
import { makePlate } from '../../kinds/plate';
import { type Choice, STAND_IN, type WayFinder } from '../way-finder';
import type { Solver } from './solver';

function choosePlate(finder: WayFinder): Choice | null {
  const box = finder.behind(),
    type = finder.typeSize(),
    follows = finder.texts.map((t) => t.id);
  return finder.inBestColour((hex) => makePlate(STAND_IN, hex, 1, box, type, follows, finder.piece.sizes[0]));
}

export const plate: Solver = {
  off: 14,
  choose: choosePlate,
  solve: (finder, choice) => finder.laid('plate', choice),
};
