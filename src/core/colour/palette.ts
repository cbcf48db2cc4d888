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
  const points: [number, number, number][] = [];
  for (let y = stride >> 1; y < height; y += stride)
    for (let x = stride >> 1; x < width; x += stride) {
      const i = (y * width + x) * 4;
      if (data[i + 3] > 127) points.push(oklab(data[i], data[i + 1], data[i + 2]));
    }
  if (points.length === 0) return [];
  let clusters = farthestFirst(points, CLUSTERS);
  for (let round = 0; round < 12; round++) {
    const sums = clusters.map(() => ({ L: 0, a: 0, b: 0, n: 0 }));
    for (const p of points) {
      const s = sums[nearest(clusters, p)];
      s.L += p[0];
      s.a += p[1];
      s.b += p[2];
      s.n++;
    }
    clusters = sums.filter((s) => s.n > 0).map((s) => ({ L: s.L / s.n, a: s.a / s.n, b: s.b / s.n, n: s.n }));
  }
  clusters = mergeTwins(clusters, 0.035);
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
    share: c.n / points.length,
    tint: tintFrom([c.L, c.a, c.b]),
  }));

  function score(c: Cluster): number {
    return chroma(c) * (1 - Math.abs(c.L - 0.6)) * Math.min(1, 0.35 + (c.n / points.length) * 12);
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

const distance = (c: Cluster, p: readonly number[]): number =>
  (c.L - p[0]) ** 2 + (c.a - p[1]) ** 2 * 2 + (c.b - p[2]) ** 2 * 2;

function nearest(clusters: Cluster[], p: readonly number[]): number {
  let best = 0,
    least = Infinity;
  for (let i = 0; i < clusters.length; i++) {
    const d = distance(clusters[i], p);
    if (d < least) {
      least = d;
      best = i;
    }
  }
  return best;
}

/** Seeds as far apart as possible, beginning with the middle one: the same for the same photo. */
function farthestFirst(points: [number, number, number][], count: number): Cluster[] {
  const of = (p: [number, number, number]): Cluster => ({ L: p[0], a: p[1], b: p[2], n: 0 });
  const seeds = [of(points[points.length >> 1])];
  const gap = points.map((p) => distance(seeds[0], p));
  while (seeds.length < count) {
    let far = 0;
    for (let i = 1; i < gap.length; i++) if (gap[i] > gap[far]) far = i;
    if (gap[far] < 1e-5) break;
    const seed = of(points[far]);
    seeds.push(seed);
    for (let i = 0; i < gap.length; i++) gap[i] = Math.min(gap[i], distance(seed, points[i]));
  }
  return seeds;
}

function mergeTwins(clusters: Cluster[], apart: number): Cluster[] {
  const kept: Cluster[] = [];
  for (const c of [...clusters].sort((p, q) => q.n - p.n)) {
    const twin = kept.find((k) => Math.sqrt(distance(k, [c.L, c.a, c.b])) < apart);
    if (twin) twin.n += c.n;
    else kept.push({ ...c });
  }
  return kept;
}
