// The form of a logo that is shown all in one colour. Its outline alone is a blot where it stands on a ground of its
// own: then what differs from that ground is cut out of it, as it is for a stamp.
import { oklab } from '../colour/oklab';
import type { Pixels } from '../ground/pixels';

type Lab = readonly [number, number, number];
const apart = (p: Lab, q: Lab): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

/** OKLab distances between which a colour passes from the ground's to another one. */
const SAME = 0.08,
  OTHER = 0.26;
/** So much of the rim has the ground's colour where there is one; so much of it is drawn on. */
const RIM = 0.8,
  DRAWN = 0.02;

/** The colour nearest to the middle of some, by the median of each of its parts. */
function median(all: readonly Lab[]): Lab {
  const mid = (part: 0 | 1 | 2): number => all.map((c) => c[part]).sort((a, b) => a - b)[all.length >> 1];
  return [mid(0), mid(1), mid(2)];
}

/**
 * What of a logo is to be painted where it is shown in one colour.
 * @param picture RGBA, not premultiplied
 * @returns white with that alpha; null where its own alpha gives the form, or nothing can be seen
 */
export function oneColourForm({ width, height, data }: Pixels): Pixels | null {
  const n = width * height,
    labAt = (i: number): Lab => oklab(data[i * 4], data[i * 4 + 1], data[i * 4 + 2]),
    shown = (x: number, y: number): boolean =>
      x >= 0 && y >= 0 && x < width && y < height && data[(y * width + x) * 4 + 3] > 127,
    rim: Lab[] = [];
  let area = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (!shown(x, y)) continue;
      area++;
      if (!shown(x - 1, y) || !shown(x + 1, y) || !shown(x, y - 1) || !shown(x, y + 1)) rim.push(labAt(y * width + x));
    }
  if (!area || !rim.length) return null;
  const ground = median(rim);
  if (rim.filter((c) => apart(c, ground) < OTHER / 2).length < RIM * rim.length) return null;
  // A picture without transparency stands on paper: what is drawn on it counts, not the paper.
  const paper = area > 0.995 * n,
    out = new Uint8ClampedArray(n * 4).fill(255);
  let drawn = 0;
  for (let i = 0; i < n; i++) {
    const off = Math.min(1, Math.max(0, (apart(labAt(i), ground) - SAME) / (OTHER - SAME))),
      alpha = data[i * 4 + 3];
    if (alpha > 127) drawn += off;
    out[i * 4 + 3] = Math.round(alpha * (paper ? off : 1 - off));
  }
  return drawn > DRAWN * area ? { width, height, data: out } : null;
}
