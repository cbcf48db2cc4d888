// All places.
import type { Piece, Size } from '../piece/schema';
import { feed, grid } from './kinds/feed';
import { board, linkCard, mail, sheet, shop, webMedium, webNarrow, webWide } from './kinds/pages';
import { profile, profilePhone } from './kinds/profile';
import { story } from './kinds/story';
import { videoList, videos } from './kinds/videos';
import type { Place } from './place';

export const PLACES = {
  profile,
  'profile-phone': profilePhone,
  feed,
  story,
  grid,
  videos,
  'video-list': videoList,
  'link-card': linkCard,
  mail,
  'web-wide': webWide,
  'web-medium': webMedium,
  'web-narrow': webNarrow,
  board,
  shop,
  print: sheet,
} as const satisfies Record<string, Place>;
export type PlaceId = keyof typeof PLACES;
export const PLACE_IDS = Object.keys(PLACES) as [PlaceId, ...PlaceId[]];

export const isPlace = (id: string): id is PlaceId => Object.hasOwn(PLACES, id);
export const placeOf = (id: PlaceId): Place => PLACES[id];

/** The places in which a piece is seen in a size, in the order of the table. @param slide from 0 */
export function placesFor(
  piece: Pick<Piece, 'section'>,
  size: Pick<Size, 'width' | 'height' | 'destination'>,
  slide = 0,
): PlaceId[] {
  const ratio = size.width / size.height;
  return PLACE_IDS.filter((id) => {
    const {
      cover,
      page,
      holds: { destinations, ratios },
    } = placeOf(id);
    if (cover && slide > 0) return false;
    if (piece.section || page !== undefined) return piece.section !== null && page !== undefined;
    return size.destination === null
      ? ratio >= ratios[0] && ratio <= ratios[1]
      : destinations.includes(size.destination);
  });
}
