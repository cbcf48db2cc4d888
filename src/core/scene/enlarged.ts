// Photos that are shown larger than they are.
import { isPhoto } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { placePhoto } from '../photo/fit';
import { layersIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';

/** Enlarged further than this, it is seen. */
export const MOST_ENLARGED = 1.5;

export interface Enlarged {
  layer: PhotoLayer;
  /** Pixels of the picture to one of the file, more than `MOST_ENLARGED`. */
  times: number;
}

/**
 * The visible photos of a slide in a size that are enlarged beyond `MOST_ENLARGED`.
 * @param scale pixels of the picture to one of the size
 * @param extentOf pixels of a photo's file; null for what is sharp at any size, or not known
 */
export function enlargedPhotos(
  piece: Piece,
  slide: Slide,
  size: Size,
  scale: number,
  extentOf: (asset: string) => { width: number; height: number } | null,
): Enlarged[] {
  return layersIn(piece, slide, size).flatMap((layer): Enlarged[] => {
    if (!isPhoto(layer) || !layer.visible) return [];
    const file = extentOf(layer.asset);
    if (!file) return [];
    const { toFile } = placePhoto(file, layer.box, layer),
      times = scale / Math.hypot(toFile[0], toFile[1]);
    return times > MOST_ENLARGED ? [{ layer, times }] : [];
  });
}
