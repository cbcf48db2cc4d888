// The backing of a text: a box that hugs each line. Lines that touch become one shape with rounded inner and outer
// corners.
import type { PathSink } from '../ground/path';
import { QUARTER } from '../ground/path';
import { apply, type Transform } from '../ground/transform';
import type { Backing } from '../values/text';
import type { TextLayout } from './layout';

type Point = readonly [number, number];
interface Band {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/**
 * One box a line that has letters, in layout coordinates; where boxes of neighbouring lines overlap they meet in the
 * middle.
 */
export function backingBands(layout: TextLayout, backing: Pick<Backing, 'padX' | 'padY'>): Band[][] {
  const { fontSize } = layout,
    px = backing.padX * fontSize,
    py = backing.padY * fontSize;
  const groups: Band[][] = [];
  for (const l of layout.lines) {
    if (l.width <= 0) continue;
    const band = {
      left: l.left - px,
      right: l.left + l.width + px,
      top: l.baseline - l.capHeight - py,
      bottom: l.baseline + py,
    };
    const above = groups.at(-1)?.at(-1);
    // A gap too thin to be meant is closed, too.
    const joins =
      above && band.top <= above.bottom + fontSize * 0.03 && band.left < above.right && band.right > above.left;
    if (!joins) groups.push([band]);
    else {
      const middle = (band.top + above.bottom) / 2;
      above.bottom = band.top = middle;
      groups.at(-1)!.push(band);
    }
  }
  return groups;
}

/**
 * Steps narrower than the radius are evened out: both lines take the wider edge, so that a ragged text has no
 * splinters.
 */
function evened(bands: readonly Band[], radius: number): Band[] {
  const out = bands.map((b) => ({ ...b }));
  for (let pass = 0; pass < out.length; pass++) {
    let changed = false;
    for (let i = 1; i < out.length; i++) {
      const a = out[i - 1],
        b = out[i];
      if (a.left !== b.left && Math.abs(a.left - b.left) < radius) {
        a.left = b.left = Math.min(a.left, b.left);
        changed = true;
      }
      if (a.right !== b.right && Math.abs(a.right - b.right) < radius) {
        a.right = b.right = Math.max(a.right, b.right);
        changed = true;
      }
    }
    if (!changed) break;
  }
  return out;
}

/** The outline of bands that lie on each other, clockwise from the top left; neighbours of one edge make no corner. */
export function bandOutline(bands: readonly Band[]): Point[] {
  const down: Point[] = [],
    up: Point[] = [];
  bands.forEach((b, i) => {
    if (i === 0 || bands[i - 1].right !== b.right) down.push([b.right, b.top]);
    if (i === bands.length - 1 || bands[i + 1].right !== b.right) down.push([b.right, b.bottom]);
  });
  [...bands].reverse().forEach((b, i, all) => {
    if (i === 0 || all[i - 1].left !== b.left) up.push([b.left, b.bottom]);
    if (i === all.length - 1 || all[i + 1].left !== b.left) up.push([b.left, b.top]);
  });
  return [...down, ...up];
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

/** Traces the backing of a laid-out text. @param t from layout coordinates to the sink */
export function traceBacking(to: PathSink, layout: TextLayout, backing: Backing, t: Transform): void {
  const radius = backing.radius * layout.fontSize;
  for (const group of backingBands(layout, backing))
    traceCorners(to, bandOutline(evened(group, Math.max(radius, layout.fontSize * 0.05))), radius, t);
}

/** How far a backing reaches beyond the lines of a text, in pixels. */
export const backingReach = (layout: TextLayout, backing: Backing | null): number =>
  backing?.on ? Math.max(backing.padX, backing.padY) * layout.fontSize : 0;
