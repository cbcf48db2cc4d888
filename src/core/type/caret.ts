// Where the caret stands and what a click means: what an editor needs to know of a layout, small enough to send between
// threads.
import type { TextLayout } from './layout';

export interface CaretMap {
  lines: { start: number; end: number; next: number; left: number; width: number; top: number; bottom: number }[];
  letters: { start: number; end: number; line: number; left: number; right: number; rightToLeft: boolean }[];
}

export const caretMap = (layout: TextLayout): CaretMap => ({
  lines: layout.lines.map(({ start, end, next, left, width, top, bottom }) => ({
    start,
    end,
    next,
    left,
    width,
    top,
    bottom,
  })),
  letters: layout.letters.map(({ start, end, line, left, right, rightToLeft }) => ({
    start,
    end,
    line,
    left,
    right,
    rightToLeft,
  })),
});

/** The line a text index stands on: at a soft break, the beginning of the next line. */
export function lineOf(map: CaretMap, index: number): number {
  for (let i = map.lines.length - 1; i > 0; i--) if (index >= map.lines[i].start) return i;
  return 0;
}

/** x of the caret before the letter at `index`. */
export function caretX(map: CaretMap, index: number): number {
  const n = lineOf(map, index),
    line = map.lines[n];
  const inLine = map.letters.filter((l) => l.line === n);
  const inside = inLine.find((l) => index >= l.start && index < l.end);
  if (inside) {
    // Within a ligature the caret divides it evenly.
    const f = (index - inside.start) / (inside.end - inside.start);
    return inside.rightToLeft
      ? inside.right - f * (inside.right - inside.left)
      : inside.left + f * (inside.right - inside.left);
  }
  const before = inLine.filter((l) => l.end <= index).sort((a, b) => b.end - a.end)[0];
  if (!before) return line ? (inLine[0]?.rightToLeft ? line.left + line.width : line.left) : 0;
  return before.rightToLeft ? before.left : before.right;
}

/** The text index nearest to a point. */
export function indexAt(map: CaretMap, x: number, y: number): number {
  let n = map.lines.findIndex((l) => y < l.bottom);
  if (n < 0) n = map.lines.length - 1;
  const line = map.lines[n];
  if (!line) return 0;
  let best = line.start,
    least = Infinity;
  for (let i = line.start; i <= line.end; i++) {
    if (i > line.start && i < line.end && !map.letters.some((l) => l.line === n && (l.start === i || l.end === i)))
      continue;
    // The end of a soft-broken line belongs to the next one, except for its last letter.
    const at = i === line.end && lineOf(map, i) !== n ? line.left + line.width : caretX(map, i);
    const d = Math.abs(at - x);
    if (d < least) {
      least = d;
      best = i;
    }
  }
  return best === line.end && lineOf(map, best) !== n ? Math.max(line.start, best - 1) : best;
}

/**
 * The index one line up (-1) or down (1), as near as possible to x; the ends of the text beyond the first and last
 * line.
 */
export function indexAbove(map: CaretMap, index: number, by: -1 | 1, x = caretX(map, index)): number {
  const n = lineOf(map, index) + by;
  if (n < 0) return 0;
  if (n >= map.lines.length) return map.lines.at(-1)?.end ?? 0;
  const l = map.lines[n];
  return indexAt(map, x, (l.top + l.bottom) / 2);
}

/** Rectangles that cover a selection, one or more a line. */
export function selectionBoxes(
  map: CaretMap,
  from: number,
  to: number,
): { x: number; y: number; width: number; height: number }[] {
  const out: { x: number; y: number; width: number; height: number }[] = [];
  map.lines.forEach((line, n) => {
    const hit = map.letters.filter((l) => l.line === n && l.start < to && l.end > from).sort((a, b) => a.left - b.left);
    for (const l of hit) {
      const last = out.at(-1);
      if (last && last.y === line.top && Math.abs(last.x + last.width - l.left) < 0.5) last.width = l.right - last.x;
      else out.push({ x: l.left, y: line.top, width: l.right - l.left, height: line.bottom - line.top });
    }
    // A selected line break shows as a small box.
    if (hit.length === 0 && from <= line.start && to > line.start && line.next > line.end)
      out.push({ x: line.left, y: line.top, width: 8, height: line.bottom - line.top });
  });
  return out;
}
