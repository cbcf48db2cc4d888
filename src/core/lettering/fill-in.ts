// Holes of a picture filled from round about: means of what is there, coarser and coarser, until every hole has some
// (the pull-push scheme of Gortler et al., "The Lumigraph", SIGGRAPH 1996, section 3.5).
import type { Pixels } from '../ground/pixels';

interface Level {
  width: number;
  height: number;
  /** Four floats a pixel: colour times weight, and weight 0..1. */
  data: Float32Array;
}

function coarser({ width, height, data }: Level): Level {
  const w = (width + 1) >> 1,
    h = (height + 1) >> 1,
    out = new Float32Array(w * h * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const from = (y * width + x) * 4,
        to = ((y >> 1) * w + (x >> 1)) * 4;
      for (let k = 0; k < 4; k++) out[to + k] += data[from + k];
    }
  for (let i = 0; i < out.length; i += 4)
    if (out[i + 3] > 1) {
      const k = 1 / out[i + 3];
      for (let c = 0; c < 4; c++) out[i + c] *= k;
    }
  return { width: w, height: h, data: out };
}

/** Lays what is known more coarsely where a level has holes, evenly between the coarse pixels. */
function filled(fine: Level, coarse: Level): void {
  const at = (v: number, most: number): [number, number, number] => {
    const c = Math.min(most - 1, Math.max(0, (v + 0.5) / 2 - 0.5)),
      i = Math.min(most - 1, Math.floor(c));
    return [i, Math.min(most - 1, i + 1), c - i];
  };
  for (let y = 0; y < fine.height; y++) {
    const [y0, y1, fy] = at(y, coarse.height);
    for (let x = 0; x < fine.width; x++) {
      const i = (y * fine.width + x) * 4,
        lacks = 1 - fine.data[i + 3];
      if (lacks <= 0) continue;
      const [x0, x1, fx] = at(x, coarse.width);
      for (let k = 0; k < 4; k++) {
        const v = (px: number, py: number): number => coarse.data[(py * coarse.width + px) * 4 + k],
          top = v(x0, y0) * (1 - fx) + v(x1, y0) * fx,
          bottom = v(x0, y1) * (1 - fx) + v(x1, y1) * fx;
        fine.data[i + k] += lacks * (top * (1 - fy) + bottom * fy);
      }
    }
  }
}

/**
 * The picture with its holes filled; what is no hole stays to the bit. All of it a hole becomes transparent black.
 * @param hole one value a pixel, row by row; 0 is none
 */
export function filledIn({ width, height, data }: Pixels, hole: Uint8Array): Pixels {
  const first: Level = { width, height, data: new Float32Array(width * height * 4) };
  for (let i = 0, p = 0; i < hole.length; i++, p += 4) {
    if (hole[i]) continue;
    for (let c = 0; c < 3; c++) first.data[p + c] = data[p + c];
    first.data[p + 3] = 1;
  }
  const levels = [first];
  for (let l = first; l.width > 1 || l.height > 1; levels.push(l)) l = coarser(l);
  for (let n = levels.length - 2; n >= 0; n--) filled(levels[n], levels[n + 1]);
  const out = data.slice();
  for (let i = 0, p = 0; i < hole.length; i++, p += 4) {
    if (!hole[i]) continue;
    for (let c = 0; c < 3; c++) out[p + c] = first.data[p + c];
    out[p + 3] = first.data[p + 3] > 0 ? 255 : 0;
  }
  return { width, height, data: out };
}
