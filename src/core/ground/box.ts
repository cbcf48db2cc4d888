// Upright boxes and what is asked of them. Lengths in any one unit.

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A box and its turn about its own middle, degrees clockwise. */
export interface Place {
  box: Box;
  rotation: number;
}

/** The least box round all of them; there must be one. */
export function union(boxes: readonly Box[]): Box {
  const x = Math.min(...boxes.map((b) => b.x)),
    y = Math.min(...boxes.map((b) => b.y));
  return {
    x,
    y,
    width: Math.max(...boxes.map((b) => b.x + b.width)) - x,
    height: Math.max(...boxes.map((b) => b.y + b.height)) - y,
  };
}

/** Larger by as much on every side, smaller where negative. */
export const grown = (box: Box, by: number): Box => ({
  x: box.x - by,
  y: box.y - by,
  width: Math.max(0, box.width + 2 * by),
  height: Math.max(0, box.height + 2 * by),
});

/** What is left within distances from its sides. */
export const inset = (box: Box, s: { top: number; right: number; bottom: number; left: number }): Box => ({
  x: box.x + s.left,
  y: box.y + s.top,
  width: Math.max(0, box.width - s.left - s.right),
  height: Math.max(0, box.height - s.top - s.bottom),
});

/** What two boxes share; without any extent where that is nothing. */
export function sharedBy(a: Box, b: Box): Box {
  const x = Math.max(a.x, b.x),
    y = Math.max(a.y, b.y);
  return {
    x,
    y,
    width: Math.max(0, Math.min(a.x + a.width, b.x + b.width) - x),
    height: Math.max(0, Math.min(a.y + a.height, b.y + b.height) - y),
  };
}
export const areaOf = (b: Box): number => b.width * b.height;

/** Do two boxes share any point? */
export const touch = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** A box in a space where everything is `k` times as large. */
export const scaledBox = ({ x, y, width, height }: Box, k: number): Box => ({
  x: x * k,
  y: y * k,
  width: width * k,
  height: height * k,
});

/** A box with its edges on the nearest whole pixels, at least one wide and high. */
export function onWholePixels({ x, y, width, height }: Box): Box {
  const left = Math.round(x),
    top = Math.round(y);
  return {
    x: left,
    y: top,
    width: Math.max(1, Math.round(x + width) - left),
    height: Math.max(1, Math.round(y + height) - top),
  };
}

/** All pixels of a picture that a box touches; without any extent where it lies beyond. */
export function pixelsWithin({ x, y, width, height }: Box, picture: { width: number; height: number }): Box {
  const left = Math.max(0, Math.floor(x)),
    top = Math.max(0, Math.floor(y));
  return {
    x: left,
    y: top,
    width: Math.max(0, Math.min(picture.width, Math.ceil(x + width)) - left),
    height: Math.max(0, Math.min(picture.height, Math.ceil(y + height)) - top),
  };
}
