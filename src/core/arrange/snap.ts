// Snapping of a moving box to lines: edges and middle of the slide, its margins, and other layers' edges and middles.
import type { Box } from '../piece/schema';

export interface SnapLines {
  /** x positions. */
  vertical: number[];
  /** y positions. */
  horizontal: number[];
}

export interface Snapped {
  dx: number;
  dy: number;
  /** Lines that hold the box, for drawing. */
  vertical: number[];
  horizontal: number[];
}

/** Lines a layer snaps to on a slide. @param margin distance kept from all edges */
export function snapLines(slide: { width: number; height: number }, margin: number, others: readonly Box[]): SnapLines {
  const lines: SnapLines = {
    vertical: [0, margin, slide.width / 2, slide.width - margin, slide.width],
    horizontal: [0, margin, slide.height / 2, slide.height - margin, slide.height],
  };
  for (const b of others) {
    lines.vertical.push(b.x, b.x + b.width / 2, b.x + b.width);
    lines.horizontal.push(b.y, b.y + b.height / 2, b.y + b.height);
  }
  return lines;
}

function nearest(candidates: readonly number[], lines: readonly number[], reach: number): { by: number; at: number[] } {
  let by = Infinity;
  for (const c of candidates) for (const l of lines) if (Math.abs(l - c) < Math.abs(by)) by = l - c;
  if (Math.abs(by) > reach) return { by: 0, at: [] };
  const at = lines.filter((l) => candidates.some((c) => Math.abs(l - c - by) < 0.01));
  return { by, at: [...new Set(at)] };
}

/**
 * How far a box must still move to lie on lines within `reach`.
 * @param parts which of the box's lines may snap; all where left out
 */
export function snapBox(box: Box, lines: SnapLines, reach: number, parts: { x?: ('start' | 'middle' | 'end')[]; y?: ('start' | 'middle' | 'end')[] } = {}): Snapped {
  const of = (from: number, extent: number, which = ['start', 'middle', 'end'] as ('start' | 'middle' | 'end')[]): number[] => which.map((w) => from + (w === 'start' ? 0 : w === 'middle' ? extent / 2 : extent));
  const v = nearest(of(box.x, box.width, parts.x), lines.vertical, reach), h = nearest(of(box.y, box.height, parts.y), lines.horizontal, reach);
  return { dx: v.by, dy: h.by, vertical: v.at, horizontal: h.at };
}
