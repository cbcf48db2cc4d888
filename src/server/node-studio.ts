// The painter's surroundings on the server and in unit tests: Skia through @napi-rs/canvas, fonts from the packages on
// disk.
import { createCanvas, ImageData } from '@napi-rs/canvas';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Pixels } from '../core/ground/pixels';
import type { Context2D, Drawable, Surface } from '../core/ground/surface';
import type { Drawing } from '../core/paint/drawing';
import type { Studio } from '../core/paint/studio';
import { FontStore } from '../core/type/font';

function surface(width: number, height: number): Surface {
  const canvas = createCanvas(Math.max(1, width), Math.max(1, height));
  const context = canvas.getContext('2d');
  return {
    width,
    height,
    context: context as unknown as Context2D,
    image: canvas as unknown as Drawable,
    read: (x, y, w, h) => context.getImageData(x, y, w, h).data,
    free: () => {
      canvas.width = canvas.height = 1;
    },
    write: (p: Pixels) => context.putImageData(new ImageData(p.data, p.width, p.height), 0, 0),
  };
}

/** Fonts of the packages, read from disk once a thread. @param own bytes of a font of one's own, by its id */
export const diskFonts = (own?: (id: string) => Promise<Uint8Array>): FontStore =>
  new FontStore(async (face) =>
    face.path === '' && own
      ? own(face.id)
      : new Uint8Array(await readFile(join(process.cwd(), 'node_modules', face.path))),
  );

/** @param pictures decoded pictures by asset name, and outlines of those that are drawings */
export const nodeStudio = (
  pictures: ReadonlyMap<string, Pixels>,
  fonts = diskFonts(),
  drawings: ReadonlyMap<string, Drawing> = new Map(),
): Studio => ({
  surface,
  fonts,
  picture: (asset) => pictures.get(asset) ?? null,
  drawing: (asset) => drawings.get(asset) ?? null,
});
