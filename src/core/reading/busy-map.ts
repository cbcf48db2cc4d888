// The calm and busy places of a slide, at the scale of a text: busyness as in `busyness.ts`, for every place instead of
// under one text.
import { labOf } from '../colour/lab-planes';
import { shot } from '../ground/surface';
import { isText } from '../kinds/layers';
import { blurredChannel } from '../photo/blur';
import type { Grid } from '../photo/saliency';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from '../scene/painter';
import { FOLIAGE_RMS } from './busyness';

/** Long side of the picture that is looked at, px. */
const SIDE = 360;

/**
 * @param xHeight of the text it is asked for, in pixels of the slide
 * @param stroke its mean stroke width, in pixels of the slide
 * @returns busyness 0..100 of the surroundings of each point, about as large as a letter and its neighbours
 */
export function busyMap(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  xHeight: number,
  stroke: number,
): Grid {
  const k = Math.min(1, SIDE / Math.max(size.width, size.height)),
    width = Math.max(1, Math.round(size.width * k)),
    height = Math.max(1, Math.round(size.height * k));
  const rgba = shot(painter.studio, width, height, (on) =>
    painter.paint(on, piece, slide, size, { scale: k, x: 0, y: 0 }, { only: (l) => !isText(l) }),
  );
  const n = width * height,
    lab = new Float32Array(n * 3);
  labOf(rgba, 0, n, lab);
  const L = Float32Array.from({ length: n }, (_, i) => lab[i * 3]);
  const fine = Math.max(0.4, (stroke / 2) * k),
    coarse = Math.max(fine * 1.6, (xHeight / 2) * k);
  const a = blurredChannel(L, width, height, fine),
    b = blurredChannel(L, width, height, coarse);
  const energy = Float32Array.from({ length: n }, (_, i) => (a[i] - b[i]) ** 2);
  const around = blurredChannel(energy, width, height, Math.max(1, xHeight * k));
  return {
    width,
    height,
    values: Float32Array.from(around, (e) => Math.min(100, (100 * Math.sqrt(Math.max(0, e))) / FOLIAGE_RMS)),
  };
}
