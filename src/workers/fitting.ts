// How large a slide is shown and painted: asked by the stage, and by the page before the stage is there.

/** Room kept round a slide that is fitted, CSS px. */
export const ROOM = 36;
/** Least zoom. */
export const LEAST = 0.03;
/** Largest canvas that is painted, pixels; beyond it the browser enlarges. */
const MOST_PIXELS = 7_000_000;
const MOST_SIDE = 4096;

interface Extent {
  width: number;
  height: number;
}

/** CSS pixels to one pixel of a size that is fitted into a room of CSS pixels. */
export const fitted = (room: Extent, size: Extent): number =>
  Math.max(LEAST, Math.min((room.width - 2 * ROOM) / size.width, (room.height - 2 * ROOM) / size.height));

/** Canvas pixels to one pixel of a size. @param density device pixels to a CSS pixel */
export const paintedAt = (cssScale: number, size: Extent, density: number): number =>
  Math.min(
    cssScale * Math.min(2, density || 1),
    Math.sqrt(MOST_PIXELS / (size.width * size.height)),
    MOST_SIDE / size.width,
    MOST_SIDE / size.height,
  );

/** Pixels of the canvas of a size at a scale. */
export const canvasOf = (size: Extent, scale: number): Extent => ({
  width: Math.max(1, Math.round(size.width * scale)),
  height: Math.max(1, Math.round(size.height * scale)),
});
