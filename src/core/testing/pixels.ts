// Small slides painted to pixels, for tests of what is painted.
import { diskFonts, nodeStudio } from '../../server/node-studio';
import type { Pixels } from '../ground/pixels';
import type { Layer } from '../kinds/layers';
import type { Piece, Size } from '../piece/schema';
import { Painter } from '../scene/painter';
import { scene } from './scenes';

export interface Shot extends Pixels {
  /** RGBA of a pixel. */
  at: (x: number, y: number) => number[];
}

/** A painter and a way to paint slides of 100 x 50 pixels, or what is asked. */
export function easelFor(pictures: ReadonlyMap<string, Pixels> = new Map()) {
  const painter = new Painter(nodeStudio(pictures, diskFonts()));
  const paint = async (
    layers: (z: Size) => Layer[],
    width = 100,
    height = 50,
    scale = 1,
    swatches: Piece['swatches'] = [],
  ): Promise<Shot> => {
    const s = scene(layers, width, height);
    s.piece.swatches = swatches;
    await painter.prepare(s.slide);
    const w = Math.round(width * scale),
      h = Math.round(height * scale);
    const surface = painter.studio.surface(w, h);
    painter.paint(surface, s.piece, s.slide, s.size, { scale, x: 0, y: 0 });
    const data = surface.read(0, 0, w, h);
    return { width: w, height: h, data, at: (x, y) => [...data.slice((y * w + x) * 4, (y * w + x) * 4 + 4)] };
  };
  return { painter, paint };
}

/** A picture whose pixels come from a function. */
export function picture(
  width: number,
  height: number,
  colour: (x: number, y: number) => readonly [number, number, number, number?],
): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [r, g, b, a = 255] = colour(x, y);
      data.set([r, g, b, a], (y * width + x) * 4);
    }
  return { width, height, data };
}
