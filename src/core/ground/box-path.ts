// Outlines of boxes with round corners: plates, their strokes, and border frames.
import type { Box } from './box';
import { type PathSink, QUARTER } from './path';
import { apply, type Transform } from './transform';

export type Radii = readonly [number, number, number, number];

/** Radii that fit: neighbours share a side by shrinking together (CSS Backgrounds 3, section 4.5). */
export function fittingRadii(width: number, height: number, radii: Radii): Radii {
  const [tl, tr, br, bl] = radii;
  const k = Math.min(1, width / Math.max(1e-9, tl + tr, bl + br), height / Math.max(1e-9, tl + bl, tr + br));
  return [tl * k, tr * k, br * k, bl * k];
}

/** Radii of a parallel outline, `by` further out (or in, where negative); square corners stay square. */
export const grownRadii = ([tl, tr, br, bl]: Radii, by: number): Radii => {
  const at = (r: number): number => (r > 0 ? Math.max(0, r + by) : 0);
  return [at(tl), at(tr), at(br), at(bl)];
};

/** Traces a box with round corners, brought to the sink by `t`; clockwise. */
export function traceBox(to: PathSink, box: Box, radii: Radii, t: Transform): void {
  if (box.width <= 0 || box.height <= 0) return;
  const [tl, tr, br, bl] = fittingRadii(box.width, box.height, radii);
  const x0 = box.x,
    y0 = box.y,
    x1 = box.x + box.width,
    y1 = box.y + box.height,
    q = 1 - QUARTER;
  const at = (x: number, y: number): [number, number] => apply(t, x, y);
  const corner = (x: number, y: number, ax: number, ay: number, bx: number, by: number): void => {
    // From (ax, ay) round the corner (x, y) to (bx, by).
    to.lineTo(...at(ax, ay));
    if (ax !== bx || ay !== by)
      to.bezierCurveTo(
        ...at(x + (ax - x) * q, y + (ay - y) * q),
        ...at(x + (bx - x) * q, y + (by - y) * q),
        ...at(bx, by),
      );
  };
  to.moveTo(...at(x0 + tl, y0));
  corner(x1, y0, x1 - tr, y0, x1, y0 + tr);
  corner(x1, y1, x1, y1 - br, x1 - br, y1);
  corner(x0, y1, x0 + bl, y1, x0, y1 - bl);
  corner(x0, y0, x0, y0 + tl, x0 + tl, y0);
  to.closePath();
}
