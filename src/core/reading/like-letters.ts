// Lines like letters (reading.md, step 10): posts, ropes, twigs beside a text, about as wide as its strokes and of
// about its colour, read as further strokes, or bridge the space between words.
import { luminance } from '../colour/srgb';
import { partsOf } from '../ground/parts';
import type { TextHalo } from './halo';

/** How near they must lie, em. */
const NEAR = 0.25;
/** Of less contrast with the ink than this they look like it. */
const ALIKE = 1.5;
/** How wide they are, in strokes. */
const NARROWEST = 0.5;
const WIDEST = 2;
/** How long they are at least: in times of their width, and in x-heights. */
const LONG = 3;
const TALL = 0.6;
/** Cells that are looked at to the width of a stroke. */
const CELLS = 3;

/** A coarse picture of a text's surroundings. */
interface Cells {
  width: number;
  height: number;
  /** 1 where it looks like ink, below the letters, too. */
  alike: Uint8Array;
  /** 1 where letters have ink. */
  inked: Uint8Array;
}

function cellsOf(
  { region, inked }: TextHalo,
  step: number,
  backdrop: Uint8ClampedArray,
  inks: readonly number[],
): Cells {
  const width = Math.floor(region.width / step),
    height = Math.floor(region.height / step),
    out: Cells = { width, height, alike: new Uint8Array(width * height), inked: new Uint8Array(width * height) };
  const [least, most] = [inks.map((own) => own / ALIKE), inks.map((own) => own * ALIKE)];
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      let sum = 0,
        n = 0;
      for (let v = 0; v < step; v += 2)
        for (let u = 0; u < step; u += 2, n++) {
          const at = (y * step + v) * region.width + x * step + u;
          sum += luminance(backdrop[at * 4], backdrop[at * 4 + 1], backdrop[at * 4 + 2]);
          if (inked[at]) out.inked[i] = 1;
        }
      const Y = sum / n + 0.05;
      for (let k = 0; k < inks.length; k++) if (Y > least[k] && Y < most[k]) out.alike[i] = 1;
    }
  return out;
}

/**
 * Distance of each marked cell to the nearest one that is not, in cells, by two scans (Borgefors 1986); cells beyond
 * the edge go on as the edge.
 * @param not of those that are not marked, to the nearest one that is
 */
function depths(marked: Uint8Array, width: number, height: number, not = false): Float32Array {
  // A rim that is never nearer than anything.
  const w = width + 2,
    far = new Float32Array(w * (height + 2)).fill(FAR),
    out = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0, at = (y + 1) * w + 1; x < width; x++, i++, at++) if ((marked[i] === 0) !== not) far[at] = 0;
  const scan = (from: number, to: number, by: 1 | -1): void => {
    for (let at = from; at !== to; at += by) {
      if (far[at] === 0) continue;
      const row = at - by * w;
      far[at] = Math.min(far[at], far[at - by] + 1, far[row] + 1, far[row - 1] + Math.SQRT2, far[row + 1] + Math.SQRT2);
    }
  };
  for (let y = 1; y <= height; y++) scan(y * w + 1, y * w + 1 + width, 1);
  for (let y = height; y >= 1; y--) scan(y * w + width, y * w, -1);
  for (let y = 0; y < height; y++) out.set(far.subarray((y + 1) * w + 1, (y + 1) * w + 1 + width), y * width);
  return out;
}
const FAR = 1e6;

/**
 * Are there lines like letters beside a text?
 * @param em its font size, pixels of the halo's region @param xHeight pixels
 * @param backdrop the region without ink, RGBA @param inks relative luminances 0..1 of its inks
 */
export function hasLikeLetters(
  halo: TextHalo,
  em: number,
  xHeight: number,
  stroke: number,
  backdrop: Uint8ClampedArray,
  inks: readonly number[],
): boolean {
  const step = Math.max(1, Math.round(stroke / CELLS)),
    cells = cellsOf(
      halo,
      step,
      backdrop,
      inks.map((Y) => Y + 0.05),
    ),
    { width, height, alike, inked } = cells;
  if (!alike.includes(1)) return false;
  const wide = stroke / step,
    deep = depths(alike, width, height);
  // What is wide is no line, nor is the rim of it: cells within reach of a depth that no line has.
  const most = (wide * WIDEST) / 2 + 0.5,
    core = new Uint8Array(alike.length),
    line = new Uint8Array(alike.length);
  for (let i = 0; i < deep.length; i++) if (deep[i] > most) core[i] = 1;
  const thick = depths(core, width, height, true);
  let some = false;
  for (let i = 0; i < line.length; i++) {
    if (!alike[i] || thick[i] <= most + 1) continue;
    line[i] = 1;
    some = true;
  }
  if (!some) return false;
  const away = depths(inked, width, height, true),
    near = (NEAR * em) / step;
  const { labels, parts } = partsOf(line, width, height),
    depth = new Float64Array(parts.length + 1),
    beside = new Int32Array(parts.length + 1);
  for (let i = 0; i < line.length; i++) {
    if (!labels[i]) continue;
    depth[labels[i]] += deep[i];
    if (!inked[i] && away[i] <= near) beside[labels[i]]++;
  }
  return parts.some(({ label, area }) => {
    // A band n cells wide is on average (n + 2) / 4 deep.
    const own = Math.max(1, (4 * depth[label]) / area - 2),
      long = beside[label] / own;
    return own >= wide * NARROWEST && own <= wide * WIDEST && long >= Math.max(LONG * own, (TALL * xHeight) / step);
  });
}
