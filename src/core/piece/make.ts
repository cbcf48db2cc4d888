// New pieces and layers with sensible beginnings. Ids come from outside, so that the core stays without randomness.
import type { Layer } from '../kinds/layers';
import { type Destination, destinationById } from './destinations';
import { PIECE_VERSION } from './limits';
import type { Piece, Size, Slide } from './schema';

/** Gives a fresh id each time. */
export type NewId = () => string;

/** The size that a destination asks for. */
export const sizeFor = (d: Destination, id: string, name = d.name): Size => ({
  id,
  name,
  width: d.width,
  height: d.height,
  shownWidth: d.shownWidth,
  destination: d.id,
});
/** Wider than this in CSS px nothing is taken to be seen, where nobody says so. */
const SEEN = 1440;
/** A size by numbers. */
export const ownSize = (
  id: string,
  { width, height, shownWidth = Math.min(width, SEEN), name = `${width} × ${height}` }: OwnSizeAsk,
): Size => ({ id, name, width, height, shownWidth, destination: null });
interface OwnSizeAsk {
  width: number;
  height: number;
  shownWidth?: number;
  name?: string;
}

const sizesOf = (d: Destination): Size[] => [
  sizeFor(d, 'base', d.companion ? 'Wide' : d.name),
  ...(d.companion ? [{ id: 'narrow', ...d.companion, destination: d.id, auto: true }] : []),
];

/** Where a new piece begins: a destination, or a size of one's own. */
export type Beginning = { destination: string } | { width: number; height: number; shownWidth?: number };

/** What makes a piece a section of a page. */
export const makeSection = (): NonNullable<Piece['section']> => ({
  stay: 6,
  fade: 1.5,
  share: 0,
  landmark: 'section',
});

/** A slide with nothing on it. */
export const emptySlide = (id: string, note = ''): Slide => ({
  id,
  note,
  alternative: '',
  leftOut: false,
  paper: '#ffffff',
  layers: [],
  groups: [],
  guides: [],
});

/**
 * An empty piece with one slide.
 * @throws RangeError for an unknown destination
 */
export function makePiece(
  name: string,
  beginning: Beginning,
  newId: NewId,
  layers: (size: Size) => Layer[] = () => [],
): Piece {
  let sizes: Size[];
  if ('destination' in beginning) {
    const d = destinationById(beginning.destination);
    if (!d) throw new RangeError(`there is no destination ${beginning.destination}`);
    sizes = sizesOf(d);
  } else {
    // The name of a piece is none of its size.
    const { width, height, shownWidth } = beginning;
    sizes = [ownSize('base', { width, height, shownWidth })];
  }
  return {
    format: 'plavo-piece',
    version: PIECE_VERSION,
    name,
    named: true,
    goal: 'standard',
    sizes,
    section: sizes.length > 1 ? makeSection() : null,
    slides: [{ ...emptySlide(newId()), layers: layers(sizes[0]) }],
    swatches: [],
  };
}
