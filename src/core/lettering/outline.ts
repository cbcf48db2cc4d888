// Outlines of soft masks.
import { contours } from 'd3-contour';
import simplify from 'simplify-js';

/** How far an outline may stray from where it was found, pixels. */
const STRAY = 0.06;
const short = (v: number): string => String(Math.round(v * 100) / 100);

/**
 * Where a plane crosses a level, as path data of closed lines; holes run the other way round. Empty where it does not.
 * @param plane one value 0..1 a pixel, row by row
 * @param level 0..1
 * @param to where a point lies in the end
 */
export function outlineOf(
  plane: ArrayLike<number>,
  width: number,
  height: number,
  level: number,
  to: (x: number, y: number) => { x: number; y: number } = (x, y) => ({ x, y }),
): string {
  // A rim of nothing, so that what reaches the edge is closed there.
  const w = width + 2,
    padded = new Array<number>(w * (height + 2)).fill(0);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) padded[(y + 1) * w + x + 1] = plane[y * width + x];
  const { coordinates } = contours()
    .size([w, height + 2])
    .contour(padded, level);
  return coordinates
    .flat()
    .map((ring) => {
      const points = simplify(
        ring.map(([x, y]) => to(x - 1, y - 1)),
        STRAY,
        true,
      );
      // The first point comes again at the end.
      return points.length < 4
        ? ''
        : `M${points
            .slice(0, -1)
            .map((p) => `${short(p.x)} ${short(p.y)}`)
            .join('L')}Z`;
    })
    .join('');
}
