// Resizing a rotated box by one of its handles: the opposite side or corner stays where it is.
import type { Box } from '../ground/box';

/** Which edges a handle moves: -1 the left or top one, 1 the right or bottom one, 0 none. */
export interface Handle {
  x: -1 | 0 | 1;
  y: -1 | 0 | 1;
}

export interface ResizeRules {
  /** Keep the ratio of width and height. */
  proportional?: boolean;
  /** Resize both ways from the middle. */
  fromMiddle?: boolean;
  /** Least width and height. */
  least?: number;
}

/**
 * @param start the box when the handle was taken
 * @param rotation of the box, degrees clockwise
 * @param dx dy way of the pointer since, in slide pixels
 */
export function resizeBox(
  start: Box,
  rotation: number,
  handle: Handle,
  dx: number,
  dy: number,
  rules: ResizeRules = {},
): Box {
  const { proportional = false, fromMiddle = false, least = 1 } = rules;
  const a = (rotation * Math.PI) / 180,
    c = Math.cos(a),
    s = Math.sin(a);
  // The pointer's way in the box's own directions.
  const lx = dx * c + dy * s,
    ly = -dx * s + dy * c;
  const times = fromMiddle ? 2 : 1;
  let width = start.width + handle.x * lx * times,
    height = start.height + handle.y * ly * times;
  if (proportional) {
    const k =
      handle.x !== 0 && handle.y !== 0
        ? Math.max(width / start.width, height / start.height)
        : handle.x !== 0
          ? width / start.width
          : height / start.height;
    width = start.width * k;
    height = start.height * k;
    const smallest = Math.max(least / width, least / height, 0);
    if (width < least || height < least) {
      const up = width <= 0 || height <= 0 ? least / Math.min(start.width, start.height) : smallest;
      width = width <= 0 ? start.width * up : width * up;
      height = height <= 0 ? start.height * up : height * up;
    }
  }
  width = Math.max(least, width);
  height = Math.max(least, height);
  // The middle moves by half of what was added, in the box's own directions; from the middle not at all.
  const mx = fromMiddle ? 0 : (handle.x * (width - start.width)) / 2,
    my = fromMiddle ? 0 : (handle.y * (height - start.height)) / 2;
  const cx = start.x + start.width / 2 + mx * c - my * s,
    cy = start.y + start.height / 2 + mx * s + my * c;
  return { x: cx - width / 2, y: cy - height / 2, width, height };
}

/** Rotation for a pointer at (x, y), the handle being above the middle; in steps of 15 degrees where asked. */
export function rotationTowards(box: Box, x: number, y: number, stepped: boolean): number {
  const degrees = (Math.atan2(x - (box.x + box.width / 2), box.y + box.height / 2 - y) * 180) / Math.PI;
  const to = stepped
    ? Math.round(degrees / 15) * 15
    : Math.abs(degrees - Math.round(degrees / 90) * 90) < 2
      ? Math.round(degrees / 90) * 90
      : Math.round(degrees * 10) / 10;
  return to === -180 ? 180 : to + 0;
}
