// To the quietest spot; for one text only, since several must stay together.
import type { Box } from '../../ground/box';
import type { TextLayer } from '../../kinds/text';
import { layerIn } from '../../piece/resolve';
import { withPlace } from '../../piece/set-in-size';
import { quietSpots } from '../../reading/quiet-spots';
import { textFrame } from '../../type/frame';
import { movePrice } from '../cost';
import { type Way, WAY_NAMES } from '../way';
import type { WayFinder } from '../way-finder';
import type { Solver } from './solver';

/** How far the middle of a text would go, in widths of the slide. */
function wayTo({ painter, size, piece }: WayFinder, text: TextLayer, to: Box): number {
  const placed = layerIn(text, size, piece.sizes[0]),
    from = textFrame(placed, painter.layout(placed));
  return (
    Math.hypot(to.x + to.width / 2 - from.x - from.width / 2, to.y + to.height / 2 - from.y - from.height / 2) /
    size.width
  );
}

/** @param anyway also where the text is not Clear there: half of a pair */
export function moved(finder: WayFinder, anyway = false): Way | null {
  if (finder.texts.length !== 1) return null;
  const [text] = finder.texts,
    [spot] = quietSpots(finder.painter, finder.piece, finder.slide, finder.size, text.id, 1).spots;
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
    movePrice(spot.covers, wayTo(finder, text, spot.frame)),
  );
}

export const move: Solver = { solve: (finder) => moved(finder) };
