// What else could be done where a text fits nowhere as it is: smaller type, its own line breaks let go, or room made
// beside the photo; each with the place it would take, and what it would read there.
import type { Box } from '../ground/box';
import { isPhoto, isText, type Layer } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import type { TextLayer } from '../kinds/text';
import { WORTH_ROOM } from '../photo/room-rating';
import { SMALLEST_SHOWN } from '../piece/destinations';
import { isBackdropPhoto, layerIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { changeIn, withPlace } from '../piece/set-in-size';
import type { LayerChange } from '../piece/treatments';
import type { Painter } from '../scene/painter';
import { ratingsOf } from '../scene/room-sides';
import { type QuietMap, type QuietSpot, quietSpots } from './quiet-spots';
import { NO_ROOM } from '../values/made';
import type { Reading } from './read';

export interface OtherPlace {
  kind: 'smaller' | 'breaks' | 'room';
  /** In words that go on from "Instead:". */
  says: string;
  /** What changes of which layers. */
  change: LayerChange[];
  frame: Box;
  reading: Reading;
}

export interface FoundSpots {
  spots: QuietSpot[];
  map: QuietMap;
  /** Only where there is no spot. */
  otherwise: OtherPlace[];
}

/** Type is tried in these sizes, as shares of what it is. */
const SMALLER = [0.85, 0.7, 0.55, 0.4, 0.3];
/** Room that would be made, as a share of the photo's box. */
const ROOM = 0.45;

/** The best places for a text; where there is none, what could be done instead. */
export function spotsFor(painter: Painter, piece: Piece, slide: Slide, size: Size, id: string, most = 3): FoundSpots {
  const found = quietSpots(painter, piece, slide, size, id, most),
    text = slide.layers.find((l): l is TextLayer => l.id === id && isText(l));
  if (found.spots.length || !text || !found.map.width) return { ...found, otherwise: [] };
  const tried = (kind: OtherPlace['kind'], says: (spot: QuietSpot) => string, next: Piece): OtherPlace | null => {
    const own = next.slides.find((s) => s.id === slide.id)!,
      [spot] = quietSpots(painter, next, own, size, id, 1).spots;
    if (!spot) return null;
    const placed = withPlace(own.layers.find((l) => l.id === id) as TextLayer, spot.set, size, piece.sizes[0]),
      change = own.layers
        .map((l) => (l.id === id ? placed : l))
        .filter((l) => l !== slide.layers.find((was) => was.id === l.id))
        .map((l) => ({ id: l.id, set: l }));
    return { kind, says: says(spot), change, frame: spot.frame, reading: spot.reading };
  };
  const changed: Changed = (what, is, how) =>
    changeIn({ ...piece, slides: [slide] }, slide.id, [what], size.id, (l) => is(l) && how(l), 'this');
  return {
    ...found,
    otherwise: [
      withoutBreaks(text, changed, tried),
      smaller(painter, piece, size, text, changed, tried),
      withRoomMade(painter, piece, slide, size, changed, tried),
    ].filter((o) => o !== null),
  };
}

/** @param is the kind of layer that is changed */
type Changed = <L extends Layer>(what: string, is: (l: Layer) => l is L, how: (l: L) => void) => Piece;
type Tried = (kind: OtherPlace['kind'], says: (spot: QuietSpot) => string, next: Piece) => OtherPlace | null;

/** Breaks that were typed give way to those of the place. */
function withoutBreaks(text: TextLayer, changed: Changed, tried: Tried): OtherPlace | null {
  if (!/\S\n\S/.test(text.text) || text.list !== 'none') return null;
  return tried(
    'breaks',
    ({ lines }) => `other line breaks, ${lines === 1 ? 'one line' : `${lines} lines`}`,
    // A line feed and a blank are as long: parts of the text stay where they are.
    changed(text.id, isText, (l) => void (l.text = l.text.replace(/\n/g, ' '))),
  );
}

/** The largest type that fits somewhere. */
function smaller(
  painter: Painter,
  piece: Piece,
  size: Size,
  text: TextLayer,
  changed: Changed,
  tried: Tried,
): OtherPlace | null {
  const placed = layerIn(text, size, piece.sizes[0]),
    least = (SMALLEST_SHOWN * size.width) / size.shownWidth,
    { smallest } = painter.layout(placed);
  for (const k of SMALLER) {
    if (smallest * k < least) break;
    const found = tried(
      'smaller',
      () => `type of ${Math.round(placed.fontSize * k)} px instead of ${Math.round(placed.fontSize)}`,
      changed(text.id, isText, (l) => {
        l.fontSize *= k;
        l.spans = l.spans.map((s) =>
          s.look.fontSize === undefined ? s : { ...s, look: { ...s.look, fontSize: s.look.fontSize * k } },
        );
        l.box = { ...l.box, width: l.box.width * k, height: l.box.height * k };
      }),
    );
    if (found) return found;
  }
  return null;
}

/** Room on the side of the photo where it is made best. */
function withRoomMade(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  changed: Changed,
  tried: Tried,
): OtherPlace | null {
  const photo = slide.layers.find((l): l is PhotoLayer => isBackdropPhoto(l) && l.visible && !l.room?.on);
  if (!photo) return null;
  const sides = ratingsOf(painter, piece, slide, size, photo)
    .filter((r) => r.worth >= WORTH_ROOM)
    .sort((a, b) => b.worth - a.worth);
  for (const { side } of sides) {
    const found = tried(
      'room',
      () => `room made ${SIDE_WORD[side]}`,
      changed(photo.id, isPhoto, (l) => {
        l.room = { ...NO_ROOM, [side]: ROOM };
      }),
    );
    if (found) return found;
  }
  return null;
}

const SIDE_WORD = { left: 'on the left', right: 'on the right', top: 'above', bottom: 'below' } as const;
