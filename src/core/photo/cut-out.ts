// Cut out: a subject parted from its photo. A first guess from what stands out, or from a box that somebody drew round
// it, refined by strokes: colours of subject and surroundings as clusters, a minimum cut between them at a small size
// (after Rother, Kolmogorov and Blake, "GrabCut", 2004), and at a larger size a guided filter (He, Sun and Tang,
// "Guided Image Filtering", 2013) for hair and fine edges as alpha.
import { labOf } from '../colour/lab-planes';
import type { Box } from '../ground/box';
import { partsOf } from '../ground/parts';
import type { Pixels } from '../ground/pixels';
import { between, reducedTo } from '../ground/resample';
import { blurredChannel } from './blur';
import { gridCut } from './grid-cut';
import type { Mask } from './mask';
import { saliencyOf } from './saliency';

/**
 * Paint that says what belongs to the subject. Points and size in shares of the photo's width and height, and of its
 * longer side.
 */
export interface CutStroke {
  keep: boolean;
  size: number;
  points: { x: number; y: number }[];
}

/** Longer sides at which the cut is made, and its edge refined. */
const CUT_SIDE = 176;
const EDGE_SIDE = 900;
const CLUSTERS = 5;
const ROUNDS = 3;
/** Weight of smooth outlines against colours. */
const SMOOTH = 28;
/** How many cells of the small cut from its outline the filters along it look, together. */
const REACH = 10;
const KEEP = 1;
const REMOVE = 2;
/** With a box colours are found anew more often: at first all of it counts as subject. */
const BOX_ROUNDS = 5;
/** Without strokes, pieces smaller than this share of the largest are none of the subject. */
const CRUMB = 0.1;
/**
 * A guess by itself is trusted where it takes so much of the picture, hangs together, and reaches no more than one of
 * its sides: what goes from side to side is the view, not a thing in it.
 */
const SURE = { least: 0.015, most: 0.55, whole: 0.75, side: 0.02 };
/** And where its outline runs along edges: mean OKLab distance across it. */
const SURE_EDGE = 0.07;

/**
 * About a point that was shown: what belongs to the subject, and what may be like it, as shares of the longer side;
 * what takes more of the photo than this is the view; and how its outline must part it from what is round it.
 */
const SHOWN = { sure: 0.03, about: 0.16, most: 0.7, edge: 0.03 };

/** A mask, and whether a guess is to be trusted: else somebody should be asked where the subject is. */
export interface FoundCut {
  mask: Mask;
  sure: boolean;
}

interface Cluster {
  L: number;
  a: number;
  b: number;
  spread: number;
  share: number;
}

/** Clusters of the colours at some pixels, by k-means from an even spread. */
function clustersOf(lab: Float32Array, at: readonly number[]): Cluster[] {
  if (!at.length) return [];
  const step = Math.max(1, Math.floor(at.length / 3000)),
    points: number[] = [];
  for (let i = 0; i < at.length; i += step) points.push(at[i] * 3);
  const byLight = [...points].sort((p, q) => lab[p] - lab[q]),
    k = Math.min(CLUSTERS, points.length);
  let centres = Array.from({ length: k }, (_, i) => {
    const p = byLight[Math.floor(((i + 0.5) * byLight.length) / k)];
    return [lab[p], lab[p + 1], lab[p + 2]];
  });
  const own = new Uint8Array(points.length);
  for (let round = 0; round < 8; round++) {
    const sums = centres.map(() => [0, 0, 0, 0]);
    points.forEach((p, i) => {
      let best = 0,
        least = Infinity;
      centres.forEach((c, n) => {
        const d = (lab[p] - c[0]) ** 2 + (lab[p + 1] - c[1]) ** 2 + (lab[p + 2] - c[2]) ** 2;
        if (d < least) [least, best] = [d, n];
      });
      own[i] = best;
      const s = sums[best];
      s[0] += lab[p];
      s[1] += lab[p + 1];
      s[2] += lab[p + 2];
      s[3]++;
    });
    centres = centres.map((c, n) =>
      sums[n][3] ? [sums[n][0] / sums[n][3], sums[n][1] / sums[n][3], sums[n][2] / sums[n][3]] : c,
    );
  }
  return centres.flatMap((c, n) => {
    let sum = 0,
      count = 0;
    points.forEach((p, i) => {
      if (own[i] !== n) return;
      sum += (lab[p] - c[0]) ** 2 + (lab[p + 1] - c[1]) ** 2 + (lab[p + 2] - c[2]) ** 2;
      count++;
    });
    return count
      ? [{ L: c[0], a: c[1], b: c[2], spread: Math.max(4e-4, sum / count / 3), share: count / points.length }]
      : [];
  });
}

/** How little a colour fits clusters: the least negative log likelihood. */
function misfit(lab: Float32Array, p: number, clusters: readonly Cluster[]): number {
  let least = Infinity;
  for (const c of clusters) {
    const d = (lab[p] - c.L) ** 2 + (lab[p + 1] - c.a) ** 2 + (lab[p + 2] - c.b) ** 2;
    least = Math.min(least, d / (2 * c.spread) + 1.5 * Math.log(c.spread) - Math.log(c.share));
  }
  return least;
}

/** What strokes say of each pixel; later ones have the last word. */
function drawn(strokes: readonly CutStroke[], width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height),
    long = Math.max(width, height);
  const dot = (x: number, y: number, r: number, v: number): void => {
    for (let py = Math.max(0, Math.floor(y - r)); py <= Math.min(height - 1, Math.ceil(y + r)); py++)
      for (let px = Math.max(0, Math.floor(x - r)); px <= Math.min(width - 1, Math.ceil(x + r)); px++)
        if ((px + 0.5 - x) ** 2 + (py + 0.5 - y) ** 2 <= r * r) out[py * width + px] = v;
  };
  for (const s of strokes) {
    const r = Math.max(0.75, (s.size * long) / 2),
      v = s.keep ? KEEP : REMOVE;
    s.points.forEach((p, i) => {
      const q = s.points[Math.max(0, i - 1)],
        steps = Math.max(1, Math.ceil(Math.hypot((p.x - q.x) * width, (p.y - q.y) * height) / Math.max(0.5, r / 2)));
      for (let k = 0; k <= steps; k++)
        dot((q.x + ((p.x - q.x) * k) / steps) * width, (q.y + ((p.y - q.y) * k) / steps) * height, r, v);
    });
  }
  return out;
}

/** What a photo needs once, however many strokes follow. */
export class CutOut {
  private readonly small: Pixels;
  private readonly lab: Float32Array;
  private readonly edges: Float32Array;
  private readonly guess: Uint8Array;
  private readonly light: Float32Array;
  /** Means of the guide and of its square, which no stroke changes. */
  private readonly means: { light: Float32Array; square: Float32Array; sigma: number };
  private first: Uint8Array | null = null;
  private boxed: { key: string; inside: Uint8Array } | null = null;
  private readonly width: number;
  private readonly height: number;

  constructor(photo: Pixels) {
    const large = reducedTo(photo, EDGE_SIDE);
    this.small = reducedTo(large, CUT_SIDE);
    const { width: w, height: h } = this.small,
      n = w * h;
    this.lab = new Float32Array(n * 3);
    labOf(this.small.data, 0, n, this.lab);
    this.edges = this.edgeCosts();
    this.guess = this.firstGuess();
    this.width = large.width;
    this.height = large.height;
    const all = new Float32Array(large.width * large.height * 3);
    labOf(large.data, 0, large.width * large.height, all);
    const count = large.width * large.height,
      square = new Float32Array(count),
      sigma = Math.max(1, large.width / w) * 0.9;
    this.light = new Float32Array(count);
    for (let i = 0; i < count; i++) {
      const v = all[i * 3] + 0.8 * (all[i * 3 + 1] + all[i * 3 + 2]);
      this.light[i] = v;
      square[i] = v * v;
    }
    this.means = {
      light: blurredChannel(this.light, large.width, large.height, sigma),
      square: blurredChannel(square, large.width, large.height, sigma),
      sigma,
    };
  }

  private edgeCosts(): Float32Array {
    const { width: w, height: h } = this.small,
      { lab } = this,
      out = new Float32Array(w * h * 8);
    const DX = [1, -1, 0, 0, 1, -1, 1, -1],
      DY = [0, 0, 1, -1, 1, -1, -1, 1];
    let sum = 0,
      count = 0;
    const gap = (p: number, q: number): number =>
      (lab[p * 3] - lab[q * 3]) ** 2 +
      2 * (lab[p * 3 + 1] - lab[q * 3 + 1]) ** 2 +
      2 * (lab[p * 3 + 2] - lab[q * 3 + 2]) ** 2;
    for (let p = 0; p + w < w * h; p++) {
      sum += gap(p, p + w);
      count++;
    }
    const beta = 1 / Math.max(1e-6, (2 * sum) / Math.max(1, count));
    for (let y = 0; y < h; y++)
      for (let x = 0; x < w; x++)
        for (let d = 0; d < 8; d++) {
          const X = x + DX[d],
            Y = y + DY[d];
          if (X < 0 || Y < 0 || X >= w || Y >= h) continue;
          const p = y * w + x;
          out[p * 8 + d] = (SMOOTH * Math.exp(-beta * gap(p, Y * w + X))) / (d < 4 ? 1 : Math.SQRT2) + 0.4;
        }
    return out;
  }

  /** Where it stands out, without the rim. */
  private firstGuess(): Uint8Array {
    const { width: w, height: h } = this.small,
      s = saliencyOf(this.small),
      sorted = Float32Array.from(s.values).sort();
    const high = Math.max(0.3, sorted[Math.floor(sorted.length * 0.8)]);
    return Uint8Array.from({ length: w * h }, (_, i) => {
      const x = i % w,
        y = (i / w) | 0;
      if (x < w * 0.02 || y < h * 0.02 || x >= w * 0.98 || y >= h * 0.98) return 0;
      return s.values[
        Math.min(s.height - 1, Math.floor((y * s.height) / h)) * s.width +
          Math.min(s.width - 1, Math.floor((x * s.width) / w))
      ] >= high
        ? 1
        : 0;
    });
  }

  /**
   * The mask of the subject.
   * @param strokes what was painted; none gives the first guess
   * @param box drawn round the subject, in fractions of the photo: nothing outside it belongs to it
   */
  mask(strokes: readonly CutStroke[], box: Box | null = null): Mask {
    return this.found(strokes, box).mask;
  }

  /** The same, and whether it is to be trusted. What somebody painted, or a box that holds something, is. */
  found(strokes: readonly CutStroke[], box: Box | null = null): FoundCut {
    const { width: w, height: h } = this.small,
      said = drawn(strokes, w, h),
      first = box ? this.inBox(box) : (this.first ??= this.whole(this.cut(this.guess, new Uint8Array(w * h), ROUNDS)));
    if (!strokes.length) return { mask: this.refined(first), sure: box ? first.includes(1) : this.isSure(first) };
    if (box) this.outside(box, (i) => (said[i] = said[i] || REMOVE));
    // Strokes begin where the first guess ended.
    const begun = Uint8Array.from(first, (v, i) => (said[i] === KEEP ? 1 : said[i] === REMOVE ? 0 : v));
    return { mask: this.refined(this.touched(this.cut(begun, said, 1), said)), sure: true };
  }

  /** What lies at a point that somebody showed, in fractions of the photo; nothing where it differs from nothing. */
  foundAt(point: { x: number; y: number }): FoundCut {
    const { width: w, height: h } = this.small,
      said = drawn([{ keep: true, size: SHOWN.sure, points: [point] }], w, h),
      begun = drawn([{ keep: true, size: SHOWN.about, points: [point] }], w, h).map((v) => (v ? 1 : 0)),
      { of, sizes } = this.pieces(this.cut(begun, said, BOX_ROUNDS)),
      own = of[Math.min(h - 1, Math.floor(point.y * h)) * w + Math.min(w - 1, Math.floor(point.x * w))],
      inside = Uint8Array.from(of, (label) => (label === own && label !== 0 ? 1 : 0));
    return {
      mask: this.refined(inside),
      sure: own !== 0 && sizes[own] < SHOWN.most * w * h && this.acrossOutline(inside) > SHOWN.edge,
    };
  }

  /** The subject within a box; nothing where the box holds nothing that differs from what is round it. */
  private inBox(box: Box): Uint8Array {
    const key = JSON.stringify(box);
    if (this.boxed?.key === key) return this.boxed.inside;
    const { width: w, height: h } = this.small,
      said = new Uint8Array(w * h);
    this.outside(box, (i) => (said[i] = REMOVE));
    const begun = Uint8Array.from(said, (v) => (v ? 0 : 1)),
      inside = this.whole(this.cut(begun, said, BOX_ROUNDS));
    this.boxed = { key, inside };
    return inside;
  }

  /** Visits the cells outside a box. */
  private outside({ x, y, width, height }: Box, visit: (i: number) => void): void {
    const { width: w, height: h } = this.small,
      left = Math.floor(x * w),
      top = Math.floor(y * h),
      right = Math.max(left + 1, Math.ceil((x + width) * w)),
      bottom = Math.max(top + 1, Math.ceil((y + height) * h));
    for (let py = 0, i = 0; py < h; py++)
      for (let px = 0; px < w; px++, i++) if (px < left || px >= right || py < top || py >= bottom) visit(i);
  }

  /** Pieces of a cut that hang together: the label of each of its cells, and by label how large they are; 0 is none. */
  private pieces(inside: Uint8Array): { of: Int32Array; sizes: number[] } {
    const { labels, parts } = partsOf(inside, this.small.width, this.small.height, false);
    return { of: labels, sizes: [0, ...parts.map((p) => p.area)] };
  }

  /** Without crumbs. */
  private whole(inside: Uint8Array): Uint8Array {
    const { of, sizes } = this.pieces(inside),
      least = CRUMB * Math.max(...sizes);
    return Uint8Array.from(inside, (v, i) => (v && sizes[of[i]] >= least ? 1 : 0));
  }

  /** Where something was painted to be kept, pieces that this did not touch go, but for the largest: the subject. */
  private touched(inside: Uint8Array, said: Uint8Array): Uint8Array {
    if (!said.includes(KEEP)) return inside;
    const { of, sizes } = this.pieces(inside),
      kept = new Uint8Array(sizes.length);
    kept[sizes.indexOf(Math.max(...sizes))] = 1;
    for (let i = 0; i < said.length; i++) if (said[i] === KEEP && of[i]) kept[of[i]] = 1;
    return Uint8Array.from(inside, (v, i) => (v && kept[of[i]] ? 1 : 0));
  }

  /** Is a guess a subject? One piece, of some size, not from side to side, whose outline runs along edges. */
  private isSure(inside: Uint8Array): boolean {
    const { width: w, height: h } = this.small,
      { sizes } = this.pieces(inside),
      all = sizes.reduce((sum, v) => sum + v, 0),
      share = all / inside.length;
    if (share < SURE.least || share > SURE.most || Math.max(...sizes) < SURE.whole * all) return false;
    const rim = { left: 0, right: 0, top: 0, bottom: 0 };
    for (let y = 0, i = 0; y < h; y++)
      for (let x = 0; x < w; x++, i++) {
        if (!inside[i]) continue;
        if (x === 0) rim.left += 1 / h;
        if (x === w - 1) rim.right += 1 / h;
        if (y === 0) rim.top += 1 / w;
        if (y === h - 1) rim.bottom += 1 / w;
      }
    return Object.values(rim).filter((v) => v > SURE.side).length < 2 && this.acrossOutline(inside) > SURE_EDGE;
  }

  /** Mean OKLab distance across the outline of a cut; 0 where it has none. */
  private acrossOutline(inside: Uint8Array): number {
    const { width: w, height: h } = this.small,
      { lab } = this;
    let far = 0,
      n = 0;
    for (let y = 0, i = 0; y < h; y++)
      for (let x = 0; x < w; x++, i++)
        for (const next of [x + 1 < w ? i + 1 : -1, y + 1 < h ? i + w : -1]) {
          if (next < 0 || inside[next] === inside[i]) continue;
          // Across it, two cells apart: edges are a little soft at this size.
          const step = next - i,
            p = Math.max(0, i - step) * 3,
            q = Math.min(inside.length - 1, next + step) * 3;
          far += Math.hypot(lab[p] - lab[q], lab[p + 1] - lab[q + 1], lab[p + 2] - lab[q + 2]);
          n++;
        }
    return n ? far / n : 0;
  }

  /** Parts subject and surroundings by their colours, which are found anew each round. */
  private cut(begun: Uint8Array, said: Uint8Array, rounds: number): Uint8Array {
    const { width: w, height: h } = this.small,
      n = w * h;
    let inside = begun;
    for (let round = 0; round < rounds; round++) {
      const subject: number[] = [],
        rest: number[] = [];
      for (let i = 0; i < n; i++) (inside[i] ? subject : rest).push(i);
      if (!subject.length || !rest.length) break;
      const own = clustersOf(this.lab, subject),
        other = clustersOf(this.lab, rest),
        terminal = new Float32Array(n);
      for (let i = 0; i < n; i++) {
        if (said[i]) {
          terminal[i] = said[i] === KEEP ? 1e5 : -1e5;
          continue;
        }
        const x = i % w,
          y = (i / w) | 0,
          rim = x < w * 0.015 || y < h * 0.015 || x >= w * 0.985 || y >= h * 0.985;
        // At the rim there is mostly surroundings, unless strokes say otherwise.
        terminal[i] =
          Math.max(-40, Math.min(40, misfit(this.lab, i * 3, other) - misfit(this.lab, i * 3, own))) - (rim ? 8 : 0);
      }
      inside = gridCut(w, h, terminal, this.edges.slice());
    }
    return inside;
  }

  /** From the small cut to alpha at the larger size: near its outline a guided filter, elsewhere all or nothing. */
  private refined(inside: Uint8Array): Mask {
    const { width: w, height: h } = this.small,
      { width: W, height: H } = this,
      alpha = new Uint8Array(W * H);
    const whole = (x: number, y: number): number =>
      inside[Math.min(h - 1, Math.floor((y * h) / H)) * w + Math.min(w - 1, Math.floor((x * w) / W))];
    for (let y = 0, i = 0; y < H; y++) for (let x = 0; x < W; x++, i++) alpha[i] = whole(x, y) * 255;
    const part = this.outlineOf(inside);
    if (!part) return { width: W, height: H, alpha };
    const { x: X, y: Y, width: pw, height: ph } = part,
      n = pw * ph;
    const cropOf = (values: Float32Array): Float32Array => {
      const out = new Float32Array(n);
      for (let y = 0; y < ph; y++) out.set(values.subarray((Y + y) * W + X, (Y + y) * W + X + pw), y * pw);
      return out;
    };
    const light = cropOf(this.light),
      mi = cropOf(this.means.light),
      mii = cropOf(this.means.square),
      { sigma } = this.means;
    const cell = Math.max(1, W / w),
      eps = 2e-5;
    const rough = new Float32Array(n),
      product = new Float32Array(n),
      a = new Float32Array(n),
      b = new Float32Array(n);
    for (let y = 0, i = 0; y < ph; y++)
      for (let x = 0; x < pw; x++, i++) {
        rough[i] = between(inside, w, h, ((X + x + 0.5) * w) / W, ((Y + y + 0.5) * h) / H);
        product[i] = light[i] * rough[i];
      }
    const mp = blurredChannel(rough, pw, ph, sigma),
      mip = blurredChannel(product, pw, ph, sigma);
    for (let i = 0; i < n; i++) {
      a[i] = (mip[i] - mi[i] * mp[i]) / (mii[i] - mi[i] * mi[i] + eps);
      b[i] = mp[i] - a[i] * mi[i];
    }
    const ma = blurredChannel(a, pw, ph, sigma),
      mb = blurredChannel(b, pw, ph, sigma),
      near = blurredChannel(rough, pw, ph, cell * 1.2);
    for (let y = 0, i = 0; y < ph; y++)
      for (let x = 0, o = (Y + y) * W + X; x < pw; x++, i++, o++) {
        if (near[i] < 0.01) alpha[o] = 0;
        else if (near[i] > 0.99) alpha[o] = 255;
        // A little steeper than the filter leaves it: what is nearly all is all.
        else alpha[o] = Math.max(0, Math.min(255, (ma[i] * light[i] + mb[i] - 0.5) * 1.6 * 255 + 127.5));
      }
    return { width: W, height: H, alpha };
  }

  /**
   * Where the outline of a small cut runs, in pixels of the larger size, with as much round it as its filters look at;
   * null where there is none.
   */
  private outlineOf(inside: Uint8Array): { x: number; y: number; width: number; height: number } | null {
    const { width: w, height: h } = this.small,
      { width: W, height: H } = this;
    let x0 = w,
      y0 = h,
      x1 = -1,
      y1 = -1;
    for (let y = 0, i = 0; y < h; y++)
      for (let x = 0; x < w; x++, i++) {
        if ((x + 1 === w || inside[i] === inside[i + 1]) && (y + 1 === h || inside[i] === inside[i + w])) continue;
        x0 = Math.min(x0, x);
        x1 = Math.max(x1, x + 1);
        y0 = Math.min(y0, y);
        y1 = Math.max(y1, y + 1);
      }
    if (x1 < 0) return null;
    const left = Math.max(0, Math.floor(((x0 - REACH) * W) / w)),
      top = Math.max(0, Math.floor(((y0 - REACH) * H) / h));
    return {
      x: left,
      y: top,
      width: Math.min(W, Math.ceil(((x1 + REACH + 1) * W) / w)) - left,
      height: Math.min(H, Math.ceil(((y1 + REACH + 1) * H) / h)) - top,
    };
  }
}

export interface CutEdge {
  /** Standard deviation of a blur of the edge, in thousandths of the photo's longer side. */
  softness: number;
  /** How far the edge moves outwards, in thousandths of the longer side; inwards below 0. */
  shift: number;
  /** How much of the old surroundings' colour is taken out of the rim, 0..1. */
  clean: number;
}

/** The mask with its edge softened and moved. */
export function withEdge(mask: Mask, { softness, shift }: Pick<CutEdge, 'softness' | 'shift'>): Mask {
  const long = Math.max(mask.width, mask.height) / 1000;
  if (softness <= 0 && shift === 0) return mask;
  let a = new Float32Array(mask.alpha);
  if (shift !== 0) {
    // Blurred by as much as it shall move, a straight edge falls from 1 to 0 over about four deviations: another level
    // of it lies aside.
    const s = Math.max(0.5, Math.abs(shift) * long),
      b = blurredChannel(a, mask.width, mask.height, s),
      level = shift > 0 ? 0.16 : 0.84;
    a = b.map((v) => Math.max(0, Math.min(255, ((v / 255 - level) * 4 + 0.5) * 255)));
  }
  if (softness > 0) a = blurredChannel(a, mask.width, mask.height, softness * long).slice();
  return {
    width: mask.width,
    height: mask.height,
    alpha: Uint8Array.from(a, (v) => Math.max(0, Math.min(255, v + 0.5))),
  };
}

/**
 * The photo cut out.
 * @param photo as it is placed @param alpha for each of its pixels, 0..255
 * @param clean how much of the rim's colour comes from within the subject, 0..1
 */
export function cutPixels(photo: Pixels, alpha: Uint8ClampedArray | Uint8Array, clean: number): Pixels {
  const { width, height, data } = photo,
    n = width * height,
    out = new Uint8ClampedArray(data);
  for (let i = 0; i < n; i++) out[i * 4 + 3] = (data[i * 4 + 3] * alpha[i]) / 255;
  if (clean <= 0) return { width, height, data: out };
  // Colours of the solid inside, carried outwards to the rim.
  const sigma = Math.max(1.5, Math.max(width, height) * 0.004),
    solid = Float32Array.from({ length: n }, (_, i) => (alpha[i] > 242 ? 1 : 0)),
    weight = blurredChannel(solid, width, height, sigma);
  for (let c = 0; c < 3; c++) {
    const spread = blurredChannel(
      Float32Array.from({ length: n }, (_, i) => solid[i] * data[i * 4 + c]),
      width,
      height,
      sigma,
    );
    for (let i = 0; i < n; i++) {
      if (alpha[i] === 0 || alpha[i] > 242 || weight[i] < 0.002) continue;
      const k = clean * (1 - alpha[i] / 255);
      out[i * 4 + c] = data[i * 4 + c] * (1 - k) + (spread[i] / weight[i]) * k;
    }
  }
  return { width, height, data: out };
}
