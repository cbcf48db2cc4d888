// Connected parts of a mask.
import type { Box } from './box';

/** Pixels that hang together. */
export interface Part extends Box {
  /** Of its pixels in the plane of labels; 0 is none. */
  label: number;
  /** Pixels. */
  area: number;
  /** Sides of its pixels that border on others, pixels. */
  perimeter: number;
  /** It reaches an edge of the mask. */
  atEdge: boolean;
}

/**
 * The connected parts of a mask.
 * @param mask one value a pixel, row by row; 0 is outside
 * @param corners do pixels hang together that only touch at a corner?
 */
export function partsOf(
  mask: Uint8Array,
  width: number,
  height: number,
  corners = true,
): { labels: Int32Array; parts: Part[] } {
  const labels = new Int32Array(mask.length),
    parts: Part[] = [],
    queue = new Int32Array(mask.length);
  for (let start = 0; start < mask.length; start++) {
    if (!mask[start] || labels[start]) continue;
    const label = parts.length + 1;
    let head = 0,
      tail = 0,
      perimeter = 0,
      minX = width,
      minY = height,
      maxX = 0,
      maxY = 0;
    queue[tail++] = start;
    labels[start] = label;
    while (head < tail) {
      const at = queue[head++],
        y = (at / width) | 0,
        x = at - y * width;
      minX = Math.min(minX, x);
      maxX = Math.max(maxX, x);
      minY = Math.min(minY, y);
      maxY = Math.max(maxY, y);
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const straight = dx === 0 || dy === 0,
            nx = x + dx,
            ny = y + dy;
          if ((dx === 0 && dy === 0) || nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
          const n = at + dy * width + dx;
          if (!mask[n]) {
            if (straight) perimeter++;
          } else if (!labels[n] && (corners || straight)) {
            labels[n] = label;
            queue[tail++] = n;
          }
        }
    }
    parts.push({
      label,
      x: minX,
      y: minY,
      width: maxX - minX + 1,
      height: maxY - minY + 1,
      area: tail,
      perimeter: Math.max(1, perimeter),
      atEdge: minX === 0 || minY === 0 || maxX === width - 1 || maxY === height - 1,
    });
  }
  return { labels, parts };
}

/** The mask grown by so many pixels, in steps over sides and corners by turns. */
export function grownMask(mask: Uint8Array, width: number, height: number, by: number): Uint8Array {
  let from = mask;
  for (let n = 0; n < by; n++) {
    const to = from.slice();
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        if (from[i]) continue;
        const l = x > 0,
          r = x < width - 1,
          u = y > 0,
          d = y < height - 1;
        if ((l && from[i - 1]) || (r && from[i + 1]) || (u && from[i - width]) || (d && from[i + width])) to[i] = 1;
        else if (
          n % 2 &&
          ((l && u && from[i - width - 1]) ||
            (r && u && from[i - width + 1]) ||
            (l && d && from[i + width - 1]) ||
            (r && d && from[i + width + 1]))
        )
          to[i] = 1;
      }
    from = to;
  }
  return from;
}
