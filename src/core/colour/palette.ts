// Colours found in a photo, clustered in OKLab, and versions of them made for tinting.
import type { Pixels } from '../ground/pixels';
import { hexFromOklab, oklab } from './oklab';

export type Role = 'darkest' | 'deep' | 'mid' | 'light' | 'lightest' | 'accent' | 'second accent';

export interface FoundColour {
  hex: string;
  role: Role;
  /** Share of the photo, 0..1. */
  share: number;
  /** The same colour darkened and greyed, for a tint that keeps the photo. */
  tint: string;
}

interface Cluster {
  L: number;
  a: number;
  b: number;
  n: number;
}

const SAMPLES = 6000;
const CLUSTERS = 12;
const ROUNDS = 12;

/**
 * A tint from a colour: lightness at most 0.30, chroma at most 0.05, so that little of it darkens enough without
 * painting the photo.
 */
export function tintFrom(hexOrLab: [number, number, number]): string {
  const [L, a, b] = hexOrLab;
  const chroma = Math.hypot(a, b);
  const k = chroma > 0 ? Math.min(0.6 * chroma, 0.05) / chroma : 0;
  return hexFromOklab(Math.min(0.3, 0.12 + L * 0.28), a * k, b * k);
}

/** A photo need be no larger for its colours to be found, px on the longer side. */
export const PALETTE_SIDE = 240;

/**
 * Finds 6 to 8 colours of a photo (fewer where it has fewer), darkest first, accents last.
 * Clusters by k-means in OKLab from a deterministic spread of seeds; near twins are merged.
 */
export function coloursOfPhoto(photo: Pixels): FoundColour[] {
  const { width, height, data } = photo;
  const stride = Math.max(1, Math.floor(Math.sqrt((width * height) / SAMPLES)));
  const lab = new Float64Array(3 * Math.ceil(width / stride) * Math.ceil(height / stride));
  let count = 0;
  for (let y = stride >> 1; y < height; y += stride)
    for (let x = stride >> 1; x < width; x += stride) {
      const i = (y * width + x) * 4;
      if (data[i + 3] > 127) lab.set(oklab(data[i], data[i + 1], data[i + 2]), 3 * count++);
    }
  if (count === 0) return [];
  const clusters = mergeTwins(clustersOf(lab.subarray(0, 3 * count)), 0.035);
  const chroma = (c: Cluster) => Math.hypot(c.a, c.b);
  const accents = [...clusters]
    .sort((p, q) => score(q) - score(p))
    .filter((c) => chroma(c) > 0.05)
    .slice(0, clusters.length > 5 ? 2 : 1);
  const rest = clusters.filter((c) => !accents.includes(c)).sort((p, q) => p.L - q.L);
  const roles = rolesFor(rest.length);
  const chosen = roles.map((role, i) => ({
    role,
    c: rest[Math.round((i * (rest.length - 1)) / Math.max(1, roles.length - 1))],
  }));
  const named = [...chosen, ...accents.map((c, i) => ({ role: (i === 0 ? 'accent' : 'second accent') as Role, c }))];
  return named.map(({ role, c }) => ({
    hex: hexFromOklab(c.L, c.a, c.b),
    role,
    share: c.n / count,
    tint: tintFrom([c.L, c.a, c.b]),
  }));

  function score(c: Cluster): number {
    return chroma(c) * (1 - Math.abs(c.L - 0.6)) * Math.min(1, 0.35 + (c.n / count) * 12);
  }
}

function rolesFor(count: number): Role[] {
  if (count <= 0) return [];
  if (count === 1) return ['mid'];
  if (count === 2) return ['darkest', 'lightest'];
  if (count === 3) return ['darkest', 'mid', 'lightest'];
  if (count === 4) return ['darkest', 'deep', 'light', 'lightest'];
  if (count === 5) return ['darkest', 'deep', 'mid', 'light', 'lightest'];
  return ['darkest', 'deep', 'deep', 'mid', 'light', 'lightest'];
}

/** Squared distance of two of the points in lists of L, a, b: colour counts twice. */
function distance(p: Float64Array, i: number, q: Float64Array, k: number): number {
  const L = p[i] - q[k],
    a = p[i + 1] - q[k + 1],
    b = p[i + 2] - q[k + 2];
  return L * L + 2 * a * a + 2 * b * b;
}

/** k-means of points, three numbers each. */
function clustersOf(points: Float64Array): Cluster[] {
  const count = points.length / 3,
    own = new Int32Array(count).fill(-1);
  let centres = farthestFirst(points, CLUSTERS),
    sizes: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const all = centres.length / 3,
      sums = new Float64Array(3 * all),
      n = new Int32Array(all);
    let moved = false;
    for (let i = 0; i < count; i++) {
      let to = 0,
        least = Infinity;
      for (let c = 0; c < all; c++) {
        const d = distance(centres, 3 * c, points, 3 * i);
        if (d < least) {
          least = d;
          to = c;
        }
      }
      moved ||= own[i] !== to;
      own[i] = to;
      for (let k = 0; k < 3; k++) sums[3 * to + k] += points[3 * i + k];
      n[to]++;
    }
    const filled = [...n.keys()].filter((c) => n[c] > 0);
    centres = Float64Array.from({ length: 3 * filled.length }, (_, k) => {
      const c = filled[Math.floor(k / 3)];
      return sums[3 * c + (k % 3)] / n[c];
    });
    sizes = filled.map((c) => n[c]);
    // Where nothing moves any more, nothing will.
    if (!moved && filled.length === all) break;
  }
  return sizes.map((n, c) => ({ L: centres[3 * c], a: centres[3 * c + 1], b: centres[3 * c + 2], n }));
}

/** Seeds as far apart as possible, beginning with the middle one: the same for the same photo. */
function farthestFirst(points: Float64Array, count: number): Float64Array {
  const all = points.length / 3,
    seeds = [all >> 1],
    gap = Float64Array.from({ length: all }, (_, i) => distance(points, 3 * seeds[0], points, 3 * i));
  while (seeds.length < count) {
    let far = 0;
    for (let i = 1; i < all; i++) if (gap[i] > gap[far]) far = i;
    if (gap[far] < 1e-5) break;
    seeds.push(far);
    for (let i = 0; i < all; i++) gap[i] = Math.min(gap[i], distance(points, 3 * far, points, 3 * i));
  }
  return Float64Array.from({ length: 3 * seeds.length }, (_, k) => points[3 * seeds[Math.floor(k / 3)] + (k % 3)]);
}

function mergeTwins(clusters: Cluster[], apart: number): Cluster[] {
  const kept: Cluster[] = [];
  for (const c of [...clusters].sort((p, q) => q.n - p.n)) {
    const twin = kept.find((k) => Math.hypot(k.L - c.L, Math.SQRT2 * (k.a - c.a), Math.SQRT2 * (k.b - c.b)) < apart);
    if (twin) twin.n += c.n;
    else kept.push({ ...c });
  }
  return kept;
}
