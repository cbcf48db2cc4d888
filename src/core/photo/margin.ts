// The ground of a picture: the colour along its edges, where they have one. Screenshots and drawings on paper do.
import { hexFromOklab, oklab } from '../colour/oklab';
import type { Pixels } from '../ground/pixels';

/** Up to here nine tenths of the edge may differ from the mean, in OKLab. */
const EVEN = 0.045;

/** The colour of a picture's edges as hex; null where they are of several, or transparent. */
export function edgeColour({ width, height, data }: Pixels): string | null {
  const labs: [number, number, number][] = [],
    take = (x: number, y: number): void => {
      const o = (y * width + x) * 4;
      if (data[o + 3] > 250) labs.push(oklab(data[o], data[o + 1], data[o + 2]));
    };
  for (let x = 0; x < width; x++) for (const y of [0, height - 1]) take(x, y);
  for (let y = 0; y < height; y++) for (const x of [0, width - 1]) take(x, y);
  if (labs.length < (width + height) * 1.8) return null;
  const mid = [0, 1, 2].map((c) => [...labs].map((l) => l[c]).sort((a, b) => a - b)[labs.length >> 1]);
  const off = labs.map((l) => Math.hypot(l[0] - mid[0], l[1] - mid[1], l[2] - mid[2])).sort((a, b) => a - b);
  return off[Math.floor(off.length * 0.9)] <= EVEN ? hexFromOklab(mid[0], mid[1], mid[2]) : null;
}
