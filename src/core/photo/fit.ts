// Where a photo lies in its box: cover or contain, zoom, focal point.
import type { PhotoLayer } from '../piece/schema';

export interface Placement {
  /** Part of the photo that shows, in its pixels. */
  source: { x: number; y: number; width: number; height: number };
  /** Where it shows, in pixels of the box, from its top left. */
  target: { x: number; y: number; width: number; height: number };
}

const clamp = (v: number, low: number, high: number): number => Math.min(Math.max(v, low), Math.max(low, high));

/**
 * The focal point is brought as near to the middle of the box as the photo's edges allow.
 * @param photo width and height of the photo in pixels
 * @param box width and height of the box
 */
export function placePhoto(photo: { width: number; height: number }, box: { width: number; height: number }, layer: Pick<PhotoLayer, 'fit' | 'zoom' | 'focus'>): Placement {
  const sx = box.width / photo.width, sy = box.height / photo.height;
  const scale = (layer.fit === 'cover' ? Math.max(sx, sy) : Math.min(sx, sy)) * layer.zoom;
  const width = Math.min(photo.width, box.width / scale), height = Math.min(photo.height, box.height / scale);
  const x = clamp(layer.focus.x * photo.width - width / 2, 0, photo.width - width);
  const y = clamp(layer.focus.y * photo.height - height / 2, 0, photo.height - height);
  const tw = width * scale, th = height * scale;
  return { source: { x, y, width, height }, target: { x: (box.width - tw) / 2, y: (box.height - th) / 2, width: tw, height: th } };
}

/**
 * The focal point after dragging the photo by (dx, dy) box pixels; it stays where the photo still covers.
 */
export function panPhoto(photo: { width: number; height: number }, box: { width: number; height: number }, layer: Pick<PhotoLayer, 'fit' | 'zoom' | 'focus' | 'flipX' | 'flipY'>, dx: number, dy: number): { x: number; y: number } {
  const { source, target } = placePhoto(photo, box, layer);
  const k = source.width / target.width;
  const cx = source.x + source.width / 2 - dx * k * (layer.flipX ? -1 : 1);
  const cy = source.y + source.height / 2 - dy * k * (layer.flipY ? -1 : 1);
  return {
    x: clamp(cx, source.width / 2, photo.width - source.width / 2) / photo.width,
    y: clamp(cy, source.height / 2, photo.height - source.height / 2) / photo.height,
  };
}
