// A plate behind the lines, in a colour of the photo.
import { makePlate } from '../../kinds/plate';
import { STAND_IN } from '../way-finder';
import type { Solver } from './solver';

export const plate: Solver = (finder) => {
  const box = finder.behind(),
    type = finder.typeSize(),
    follows = finder.texts.map((t) => t.id);
  return finder.laid(
    'plate',
    finder.inBestColour((hex) => makePlate(STAND_IN, hex, 1, box, type, follows, finder.piece.sizes[0])),
  );
};
