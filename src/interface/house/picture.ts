// Pixels of a picture of the library, small, for looking at its colours.
import type { Pixels } from '../../core/ground/pixels';

/** @param side the longer side, px @throws where it cannot be fetched or decoded */
export async function pixelsOfAsset(id: string, side: number): Promise<Pixels> {
  const image = new Image();
  image.src = `/api/assets/${id}`;
  await image.decode();
  const k = Math.min(1, side / Math.max(image.naturalWidth, image.naturalHeight, 1)),
    width = Math.max(1, Math.round((image.naturalWidth || side) * k)),
    height = Math.max(1, Math.round((image.naturalHeight || side) * k)),
    context = new OffscreenCanvas(width, height).getContext('2d')!;
  context.drawImage(image, 0, 0, width, height);
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}
