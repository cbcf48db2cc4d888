// To the quietest spot; for one text only, since several must stay together.
import { withPlace } from '../../piece/set-in-size';
import { quietSpots } from '../../reading/quiet-spots';
import { WAY_NAMES } from '../way';
import type { Solver } from './solver';

export const move: Solver = (finder, anyway = false) => {
  if (finder.texts.length !== 1) return null;
  const [text] = finder.texts,
    [spot] = quietSpots(finder.painter, finder.piece, finder.slide, finder.size, text.id, 1, finder.ask.saliency).spots;
  if (!spot || (!anyway && spot.reading.verdict !== 'clear')) return null;
  const { overrides, ...set } = withPlace(text, spot.set, finder.size, finder.piece.sizes[0]);
  const base = finder.size.id === finder.piece.sizes[0].id;
  return finder.finish(
    ['move'],
    WAY_NAMES.move,
    [],
    [
      {
        id: text.id,
        set: base ? { box: set.box, align: set.align, frame: set.frame, balance: set.balance } : { overrides },
      },
    ],
    null,
    [spot.reading],
  );
};
