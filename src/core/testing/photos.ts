// The demo photographs, small, for tests that want real light and real detail.
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Pixels } from '../ground/pixels';

export const DEMO_PHOTOS = [
  'cairn-evening',
  'enamel-cup',
  'forest-slope',
  'hollin-dawn',
  'lake-sill-autumn',
  'lake-sill-winter',
  'morning-mist',
  'varn-fog',
  'wet-window',
] as const;

/** @param side of the square that is cut from the middle, px */
export async function demoPhoto(name: (typeof DEMO_PHOTOS)[number], side = 480): Promise<Pixels> {
  const image = await loadImage(readFileSync(join(process.cwd(), 'demo/pictures', `${name}.jpg`)));
  const canvas = createCanvas(side, side),
    context = canvas.getContext('2d'),
    k = side / Math.min(image.width, image.height);
  context.imageSmoothingQuality = 'high';
  context.drawImage(
    image,
    (side - image.width * k) / 2,
    (side - image.height * k) / 2,
    image.width * k,
    image.height * k,
  );
  return { width: side, height: side, data: context.getImageData(0, 0, side, side).data };
}

export async function demoPhotos(side = 480): Promise<Map<string, Pixels>> {
  const all = new Map<string, Pixels>();
  for (const name of DEMO_PHOTOS) all.set(name, await demoPhoto(name, side));
  return all;
}
