// A tint in a colour of the photo; its lightness is chosen with its strength.
import { makeTint } from '../../kinds/tint';
import { type Choice, STAND_IN, type WayFinder } from '../way-finder';
import type { Solver } from './solver';

export const chooseTint = (finder: WayFinder): Choice | null =>
  finder.inBestColour((hex) => makeTint(STAND_IN, hex, 1, finder.piece.sizes[0]));

export const tint: Solver = {
  off: 3,
  near: true,
  choose: chooseTint,
  solve: (finder, choice) => finder.laid('tint', choice),
};
