// New pieces and layers with sensible beginnings. Ids come from outside, so that the core stays without randomness.
import { destinationById, type Destination } from './destinations';
import { NO_SIDES, NO_STROKE, PLAIN_PATTERN, PLAIN_SHAPE, PLAIN_TONE } from '../values/plain';
import { PIECE_VERSION } from './limits';
import type { Backing, FontChoice } from '../values/text';
import type { BorderLayer } from '../kinds/border';
import type { Box } from '../ground/box';
import type { Colour, Fill, Gradient } from '../values/fill';
import type { FadeLayer } from '../kinds/fade';
import type { FillLayer } from '../kinds/fill';
import type { Layer } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import type { Piece, Size } from './schema';
import type { PlateLayer } from '../kinds/plate';
import type { PoolLayer } from '../kinds/pool';
import type { ShapeLayer } from '../kinds/shape';
import type { TextLayer } from '../kinds/text';
import type { TintLayer } from '../kinds/tint';
import type { Shadow, ShapeForm } from '../values/shape';

/** Gives a fresh id each time. */
export type NewId = () => string;

const sizesOf = (d: Destination): Size[] => [
  { id: 'base', name: d.companion ? 'Wide' : d.name, width: d.width, height: d.height, shownWidth: d.shownWidth, destination: d.id },
  ...(d.companion ? [{ id: 'narrow', ...d.companion, destination: d.id }] : []),
];

/** Where a new piece begins: a destination, or a size of one's own. */
export type Beginning = { destination: string } | { width: number; height: number; shownWidth?: number };

/**
 * An empty piece with one slide.
 * @throws RangeError for an unknown destination
 */
export function makePiece(name: string, beginning: Beginning, newId: NewId, layers: (size: Size) => Layer[] = () => []): Piece {
  let sizes: Size[];
  if ('destination' in beginning) {
    const d = destinationById(beginning.destination);
    if (!d) throw new RangeError(`there is no destination ${beginning.destination}`);
    sizes = sizesOf(d);
  } else {
    const { width, height } = beginning;
    sizes = [{ id: 'base', name: `${width} x ${height}`, width, height, shownWidth: beginning.shownWidth ?? Math.min(width, 1440), destination: null }];
  }
  return {
    format: 'plavo-piece',
    version: PIECE_VERSION,
    name,
    goal: 'standard',
    sizes,
    slides: [{ id: newId(), note: '', paper: '#ffffff', layers: layers(sizes[0]), groups: [], guides: [] }],
    swatches: [],
  };
}
