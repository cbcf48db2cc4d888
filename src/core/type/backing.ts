// The backing of a text: a box that hugs each line. Lines that touch become one shape with rounded inner and outer
// corners.
import type { PathSink } from '../ground/path';
import { QUARTER } from '../ground/path';
import { apply, type Transform } from '../ground/transform';
import type { Backing } from '../values/text';
import type { TextLayout } from './layout';

type Point = readonly [number, number];
export interface Band {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/**
 * One box a line that has letters, in layout coordinates, those that touch together. Its edges lie on whole pixels of
 * the slide, where they are crisp.
 * @param origin of the layout on the slide, where the text stands upright
 */
export function backingBands(
  layout: TextLayout,
  backing: Pick<Backing, 'padX' | 'padY'>,
  origin: { x: number; y: number } | null = null,
): Band[][] {
  const { fontSize } = layout,
    px = backing.padX * fontSize,
    py = backing.padY * fontSize,
    whole = (v: number, from?: number): number => (from === undefined ? v : Math.round(v + from) - from),
    x = (v: number): number => whole(v, origin?.x),
    y = (v: number): number => whole(v, origin?.y);
  const groups: Band[][] = [];
  for (const l of layout.lines) {
    if (l.width <= 0) continue;
    const band = {
      left: x(l.left - px),
      right: x(l.left + l.width + px),
      top: y(l.baseline - l.capHeight - py),
      bottom: y(l.baseline + py),
    };
    const above = groups.at(-1)?.at(-1);
    // A gap too thin to be meant is closed, too.
    const joins =
      above && band.top <= above.bottom + fontSize * 0.03 && band.left < above.right && band.right > above.left;
    if (!joins) groups.push([band]);
    else {
      if (band.top > above.bottom) above.bottom = band.top;
      groups.at(-1)!.push(band);
    }
  }
  return groups;
}

/**
 * Steps narrower than this are evened out: both lines take the wider edge, so that a ragged text has no
 * splinters.
 */
function evened(bands: readonly Band[], step: number): Band[] {
  const out = bands.map((b) => ({ ...b }));
  for (let pass = 0; pass < out.length; pass++) {
    let changed = false;
    for (let i = 1; i < out.length; i++) {
      const a = out[i - 1],
        b = out[i];
      if (a.left !== b.left && Math.abs(a.left - b.left) < step) {
        a.left = b.left = Math.min(a.left, b.left);
        changed = true;
      }
      if (a.right !== b.right && Math.abs(a.right - b.right) < step) {
        a.right = b.right = Math.max(a.right, b.right);
        changed = true;
      }
    }
    // A notch that the lines above and below close is none.
    for (let i = 1; i < out.length - 1; i++) {
      const [a, b, c] = out.slice(i - 1, i + 2);
      if (a.bottom < c.top) continue;
      const left = Math.max(a.left, c.left),
        right = Math.min(a.right, c.right);
      if (left < b.left) [b.left, changed] = [left, true];
      if (right > b.right) [b.right, changed] = [right, true];
    }
    if (!changed) break;
  }
  return out;
}

/**
 * The outline of bands each of which touches or overlaps the next, clockwise from the top left. Where two overlap the
 * wider one keeps its height, on each side for itself; neighbours of one edge make no corner.
 */
export function bandOutline(bands: readonly Band[]): Point[] {
  const down: Point[] = [[bands[0].right, bands[0].top]],
    up: Point[] = [[bands[0].left, bands[0].top]],
    last = bands.at(-1)!;
  bands.slice(1).forEach((b, i) => {
    const a = bands[i];
    for (const [side, edge, outwards] of [
      [down, 'right', 1],
      [up, 'left', -1],
    ] as const) {
      if (a[edge] === b[edge]) continue;
      const y = outwards * (a[edge] - b[edge]) > 0 ? a.bottom : b.top;
      side.push([a[edge], y], [b[edge], y]);
    }
  });
  return [...down, [last.right, last.bottom], [last.left, last.bottom], ...up.reverse()];
}

/**
 * Traces a right-angled outline with all corners rounded, inner ones too; a corner takes at most half of its shorter
 * side.
 */
function traceCorners(to: PathSink, points: readonly Point[], radius: number, t: Transform): void {
  const n = points.length;
  points.forEach(([x, y], i) => {
    const [px, py] = points[(i + n - 1) % n],
      [nx, ny] = points[(i + 1) % n];
    const a = Math.hypot(px - x, py - y),
      b = Math.hypot(nx - x, ny - y),
      r = Math.min(radius, a / 2, b / 2);
    const from: Point = [x + ((px - x) / a) * r, y + ((py - y) / a) * r],
      end: Point = [x + ((nx - x) / b) * r, y + ((ny - y) / b) * r];
    if (i === 0) to.moveTo(...apply(t, ...from));
    else to.lineTo(...apply(t, ...from));
    if (r > 0) {
      const bend = ([cx, cy]: Point): Point => [cx + (x - cx) * QUARTER, cy + (y - cy) * QUARTER];
      to.bezierCurveTo(...apply(t, ...bend(from)), ...apply(t, ...bend(end)), ...apply(t, ...end));
    }
  });
  to.closePath();
}

/**
 * Traces the backing of a laid-out text.
 * @param t from layout coordinates to the sink @param origin of the layout on the slide, where the text stands upright
 */
export function traceBacking(
  to: PathSink,
  layout: TextLayout,
  backing: Backing,
  t: Transform,
  origin: { x: number; y: number } | null,
): void {
  const radius = backing.radius * layout.fontSize;
  for (const group of backingBands(layout, backing, origin))
    traceCorners(
      to,
      bandOutline(evened(group, Math.max(radius, layout.fontSize * Math.max(0.05, backing.even)))),
      radius,
      t,
    );
}

/** How far a backing reaches beyond the lines of a text, in pixels. */
export const backingReach = (layout: TextLayout, backing: Backing | null): number =>
  backing?.on ? Math.max(backing.padX, backing.padY) * layout.fontSize : 0;
