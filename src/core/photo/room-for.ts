// Room for a subject: where a frame of another shape would cut what a photo is of, the photo is placed so that its
// subject is whole, and gets room on the calmer of the sides that it does not reach.
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { reducedTo } from '../ground/resample';
import { NO_ROOM } from '../values/made';
import type { Room } from '../values/photo';
import type { Side } from './edge';
import { rateSides } from './room-rating';

/** A subject of which less than this is seen is cut. */
const SEEN = 0.8;
/** What is left beside it, as a share of it. */
const BESIDE = 1.06;
/** More room than this, as a share of the frame, would be a strip of photo in an empty frame. */
const MOST = 0.55;
/** What takes more of the photo than this is no subject but all of the view: a part of it does as well. */
const WHOLE_VIEW = 0.7;
/** How well room must be possible on a side (`SideRating.worth`): on others it is seen for what it is. */
const WORTH = 0.8;
/** Side at which the photo is looked at, px. */
const SIDE = 300;

/**
 * @param photo neither cropped nor turned, covering the frame as it is
 * @param subject in fractions of it
 * @param prefer the side where texts would use it
 * @returns null where the subject is seen as it is, or where no side has room to offer
 */
export function roomFor(
  photo: Pixels,
  frame: { width: number; height: number },
  subject: Box,
  prefer: Side | null = null,
): Room | null {
  const ratio = photo.width / photo.height,
    tall = frame.width / frame.height < ratio,
    // Shares of the photo that are seen along the side that is cut, and that the subject takes there.
    seen = tall ? frame.width / frame.height / ratio : ratio / (frame.width / frame.height),
    own = tall ? subject.width : subject.height;
  if (own > WHOLE_VIEW || seen >= SEEN * own) return null;
  const shown = Math.min(1, own * BESIDE),
    free = 1 - seen / shown;
  if (free > MOST || free <= 0) return null;
  const sides: Side[] = tall ? ['top', 'bottom'] : ['left', 'right'],
    rated = rateSides(reducedTo(photo, SIDE)).filter(
      (r) => sides.includes(r.side) && r.kind === 'calm' && r.worth >= WORTH,
    ),
    best = rated.find((r) => r.side === prefer) ?? rated.sort((a, b) => b.worth - a.worth)[0];
  if (!best) return null;
  return { ...NO_ROOM, [best.side]: Math.round(free * 1000) / 1000 };
}
