// A tint in a colour of the photo; its lightness is chosen with its strength.
import { makeTint } from '../../kinds/tint';
import { STAND_IN } from '../way-finder';
import type { Solver } from './solver';

export const tint: Solver = (finder) =>
  finder.laid(
    'tint',
    finder.inBestColour((hex) => makeTint(STAND_IN, hex, 1, finder.piece.sizes[0])),
  );
