// Which colour the letters of a line have, and which pixels are theirs: of the colours that flat places have, the one
// whose parts look most like letters in a row.
import { labOf } from '../colour/lab-planes';
import type { Pixels } from '../ground/pixels';
import { type Part, partsOf } from '../ground/parts';

/** Two neighbours this near to each other, OKLab, are of one flat place. */
const FLAT = 0.035;
/** Colours this near are one. */
const ONE = 0.05;
/** How far from the ink, OKLab, pixels of letters may be: the narrow one first. */
const NEAR = [0.055, 0.1] as const;
/** How much further away what lies beyond the edge of a letter must be, for the edge to be one. */
const EDGE = 0.05;
const MOST_INKS = 14;
/** Side of a cell of the colour count, OKLab. */
const CELL = 0.04;

/** L, a, b of every pixel. */
export function labPlane({ width, height, data }: Pixels): Float32Array {
  const out = new Float32Array(width * height * 3);
  labOf(data, 0, width * height, out);
  return out;
}

type Lab = readonly [number, number, number];
const distance = (lab: Float32Array, i: number, [L, a, b]: Lab): number =>
  Math.hypot(lab[i * 3] - L, lab[i * 3 + 1] - a, lab[i * 3 + 2] - b);

/** The commonest colours of flat places, the commonest first. */
function flatColours(lab: Float32Array, width: number, height: number): Lab[] {
  const cells = new Map<number, { n: number; sum: [number, number, number] }>();
  const near = (i: number, j: number): boolean =>
    Math.hypot(lab[i * 3] - lab[j * 3], lab[i * 3 + 1] - lab[j * 3 + 1], lab[i * 3 + 2] - lab[j * 3 + 2]) < FLAT;
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x,
        alike = +near(i, i - 1) + +near(i, i + 1) + +near(i, i - width) + +near(i, i + width);
      if (alike < 2) continue;
      const [L, a, b] = [lab[i * 3], lab[i * 3 + 1], lab[i * 3 + 2]],
        key = (Math.round(L / CELL) * 64 + Math.round(a / CELL + 32)) * 64 + Math.round(b / CELL + 32),
        c = cells.get(key) ?? { n: 0, sum: [0, 0, 0] };
      c.n++;
      c.sum[0] += L;
      c.sum[1] += a;
      c.sum[2] += b;
      cells.set(key, c);
    }
  const found: Lab[] = [];
  for (const { n, sum } of [...cells.values()].sort((p, q) => q.n - p.n)) {
    const c: Lab = [sum[0] / n, sum[1] / n, sum[2] / n];
    if (found.some((f) => Math.hypot(f[0] - c[0], f[1] - c[1], f[2] - c[2]) < ONE)) continue;
    found.push(c);
    if (found.length === MOST_INKS) break;
  }
  return found;
}

/** Share of a part's edge beyond which the colour is clearly another, 0..1. */
function sharpness(
  part: Part,
  labels: Int32Array,
  lab: Float32Array,
  ink: Lab,
  width: number,
  height: number,
  within: number,
): number {
  let edges = 0,
    sharp = 0;
  for (let y = part.y; y < part.y + part.height; y++)
    for (let x = part.x; x < part.x + part.width; x++) {
      const i = y * width + x;
      if (labels[i] !== part.label) continue;
      for (const [dx, dy] of SIDES) {
        const nx = x + dx,
          ny = y + dy;
        if (nx >= 0 && ny >= 0 && nx < width && ny < height && labels[ny * width + nx] === part.label) continue;
        const fx = x + 3 * dx,
          fy = y + 3 * dy;
        if (fx < 0 || fy < 0 || fx >= width || fy >= height) continue;
        edges++;
        if (
          distance(lab, fy * width + fx, ink) > within + EDGE ||
          distance(lab, (y + 2 * dy) * width + x + 2 * dx, ink) > within + EDGE
        )
          sharp++;
      }
    }
  return edges ? sharp / edges : 0;
}
const SIDES = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

/** Mean width of its strokes, pixels. */
export const strokeOf = (p: Pick<Part, 'area' | 'perimeter'>): number => (2 * p.area) / p.perimeter;

/** Could a part be a letter of a line so high? Points and accents are smaller; they are told by what stands by them. */
export function isLetterlike(p: Part, high: number): boolean {
  return (
    !p.atEdge &&
    p.height >= Math.max(4, 0.28 * high) &&
    p.height <= 1.15 * high &&
    p.width <= 12 * p.height &&
    p.width >= 0.03 * high &&
    // The sides of pixels are longer than the outline they follow.
    strokeOf(p) * 1.2 <= 0.5 * high
  );
}

/** A colour that letters may have, and how far from it their pixels may be, OKLab. */
export interface Ink {
  lab: Lab;
  near: number;
}

/** Parts of one colour that look like letters. */
export interface Inked {
  ink: Ink;
  labels: Int32Array;
  letters: Part[];
  /** All parts, small ones among them. */
  parts: Part[];
  /** How much they look like a line of letters. */
  worth: number;
}

/** Share of the width that boxes cover, overlaps once. */
function covered(parts: readonly Part[], width: number): number {
  const columns = new Uint8Array(width);
  for (const p of parts) columns.fill(1, p.x, p.x + p.width);
  return columns.reduce((n, c) => n + c, 0) / width;
}

/**
 * What has an ink, and looks like letters; null where nothing does.
 * @param lab of every pixel @param high height of the line's letters, about, pixels
 * @param count about so many letters there are, where that is known
 */
export function inked(
  lab: Float32Array,
  width: number,
  height: number,
  ink: Ink,
  high: number,
  count: number | null,
): Inked | null {
  const mask = new Uint8Array(width * height);
  for (let i = 0; i < mask.length; i++) mask[i] = distance(lab, i, ink.lab) < ink.near ? 1 : 0;
  const { labels, parts } = partsOf(mask, width, height);
  let sharp = 0,
    own = 0,
    other = 0;
  const letters = parts.filter((p) => {
    if (!isLetterlike(p, high)) {
      // Specks are the grain of a photo; what reaches the edge is what lies behind.
      if (!p.atEdge && p.height > 0.2 * high) other += p.area;
      return false;
    }
    const s = sharpness(p, labels, lab, ink.lab, width, height, ink.near);
    if (s < 0.5) {
      other += p.area;
      return false;
    }
    sharp += s * p.perimeter;
    own += p.area;
    return true;
  });
  if (!letters.length) return null;
  const perimeter = letters.reduce((n, p) => n + p.perimeter, 0),
    // Written letters hang together; a plate behind them is one part, and grain is many.
    number = count === null ? 1 : Math.min(letters.length, count) / Math.max(letters.length, count);
  return {
    ink,
    labels,
    letters,
    parts,
    worth: covered(letters, width) * (sharp / perimeter) * (own / (own + other)) ** 0.5 * number ** 0.5,
  };
}

/** The middle of a channel. */
function median(lab: Float32Array, channel: number): number {
  const values = new Float32Array(lab.length / 3);
  for (let i = 0; i < values.length; i++) values[i] = lab[i * 3 + channel];
  return values.sort()[values.length >> 1];
}

/** The mean of the colours near one. */
function settled(lab: Float32Array, seed: Lab): Lab {
  let ink = seed;
  for (let round = 0; round < 2; round++) {
    let n = 0;
    const sum = [0, 0, 0];
    for (let i = 0; i < lab.length / 3; i++)
      if (distance(lab, i, ink) < CELL) {
        n++;
        for (let c = 0; c < 3; c++) sum[c] += lab[i * 3 + c];
      }
    if (n) ink = [sum[0] / n, sum[1] / n, sum[2] / n];
  }
  return ink;
}

/**
 * The colours of which something in a picture of one line looks like letters, the likeliest first.
 * @param high height of the line's letters, about, pixels @param count about so many letters, where that is known
 */
export function inksIn(line: Pixels, high: number, count: number | null): (Ink & { worth: number })[] {
  const { width, height } = line,
    lab = labPlane(line);
  const usual = [0, 1, 2].map((c) => median(lab, c)),
    found = flatColours(lab, width, height).flatMap((seed) => {
      const own = settled(lab, seed),
        apart = Math.hypot(own[0] - usual[0], own[1] - usual[1], own[2] - usual[2]);
      return NEAR.flatMap((near) => {
        const { worth } = inked(lab, width, height, { lab: own, near }, high, count) ?? { worth: 0 };
        return worth ? [{ lab: own, near, worth, apart }] : [];
      });
    }),
    furthest = Math.max(...found.map((f) => f.apart), 0.01);
  // The edges of small letters are colours between: of two, the one that stands further off is the ink.
  return found
    .map(({ lab, near, worth, apart }) => ({ lab, near, worth: worth * (0.3 + (0.7 * apart) / furthest) }))
    .sort((a, b) => b.worth - a.worth);
}
