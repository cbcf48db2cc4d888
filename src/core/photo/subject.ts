// Where the subject of a photo is, as far as that is known: what somebody made its focal point, else what stands out.
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { reducedTo } from '../ground/resample';
import type { PlacedPhoto } from '../values/photo';
import { pointInPicture } from './fit';
import { saliencyOf, subjectBox } from './saliency';

/** Side at which it is looked for, px. */
const SIDE = 256;
/** Somebody who moved the focal point has said where the subject is. */
const MOVED = 0.02;

/**
 * @returns in fractions of the cropped and turned picture; null where nothing stands out, or somebody has said where
 * the focal point is
 */
export function subjectOf(pixels: Pixels, photo: PlacedPhoto): Box | null {
  const { focus } = photo;
  if (Math.abs(focus.x - 0.5) > MOVED || Math.abs(focus.y - 0.5) > MOVED) return null;
  const found = subjectBox(saliencyOf(reducedTo(pixels, SIDE)));
  if (!found) return null;
  const corners = [
      [found.x, found.y],
      [found.x + found.width, found.y + found.height],
    ].map(([x, y]) => pointInPicture(pixels, photo, { x, y })),
    inside = (v: number): number => Math.min(1, Math.max(0, v)),
    xs = corners.map((c) => inside(c.x)),
    ys = corners.map((c) => inside(c.y)),
    x = Math.min(...xs),
    y = Math.min(...ys),
    width = Math.max(...xs) - x,
    height = Math.max(...ys) - y;
  // It was cropped away.
  return width > 0 && height > 0 ? { x, y, width, height } : null;
}
