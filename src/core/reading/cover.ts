// What kind of cover a slide is, seen on its picture: how much of it is photo, how many colours its ground has, which
// house colour that is nearest to.
import { hexFromOklab, labOfHex, oklab } from '../colour/oklab';
import { shot } from '../ground/surface';
import { isPhoto, type Layer } from '../kinds/layers';
import type { Cover, CoverKind } from '../piece/covers';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter, PaintOptions } from '../scene/painter';

/** Shorter side of the picture that is looked at, px: patterns can be told from what is smooth. */
const SIDE = 240;
/** A photo changes a pixel where the picture without it differs by so much (OKLab). */
const DIFFERS = 0.02;
/** From this share on it is a full photo. */
const FULL = 0.5;
/** Ground of one colour: so much of it lies within so little of its middle. */
const PLAIN = { share: 0.9, within: 0.035 };
/** A pattern has edges: so many of its pixels differ from their neighbours by so much. */
const EDGES = { share: 0.03, by: 0.025 };
/** A ground is a house colour up to this distance. */
const HOUSE = 0.1;

/** OKLab of each pixel, three numbers each. */
function labsOf(rgba: Uint8ClampedArray): Float32Array {
  const out = new Float32Array((rgba.length / 4) * 3);
  for (let i = 0, o = 0; i < rgba.length; i += 4, o += 3) out.set(oklab(rgba[i], rgba[i + 1], rgba[i + 2]), o);
  return out;
}

const distance = (a: ArrayLike<number>, i: number, b: ArrayLike<number>, j: number): number =>
  Math.hypot(a[i] - b[j], a[i + 1] - b[j + 1], a[i + 2] - b[j + 2]);

/** The middle value of each coordinate of some pixels. */
function middleOf(labs: Float32Array, pixels: readonly number[]): [number, number, number] {
  const nth = (c: number): number => {
    const v = pixels.map((p) => labs[p * 3 + c]).sort((a, b) => a - b);
    return v[v.length >> 1] ?? 0;
  };
  return [nth(0), nth(1), nth(2)];
}

/** The cover a slide is. Its pictures must be loaded. */
export function coverOf(painter: Painter, piece: Piece, slide: Slide, size: Size): Cover {
  const k = SIDE / Math.min(size.width, size.height),
    width = Math.max(1, Math.round(size.width * k)),
    height = Math.max(1, Math.round(size.height * k));
  const paint = (options: PaintOptions): Float32Array =>
    labsOf(
      shot(painter.studio, width, height, (on) =>
        painter.paint(on, piece, slide, size, { scale: k, x: 0, y: 0 }, { quality: 'draft', ...options }),
      ),
    );
  const backdrop = (l: Layer): boolean => l.band === 'backdrop',
    whole = paint({ only: backdrop }),
    bare = paint({ only: (l) => backdrop(l) && !isPhoto(l) });
  const n = width * height,
    ground: number[] = [];
  for (let i = 0; i < n; i++) if (distance(whole, i * 3, bare, i * 3) <= DIFFERS) ground.push(i);
  const photo = 1 - ground.length / n,
    // Of a full photo its own colours count.
    seen = photo >= FULL ? Array.from({ length: n }, (_, i) => i) : ground,
    middle = middleOf(whole, seen);
  const kind: CoverKind = photo >= FULL ? 'photo' : groundOf(whole, seen, middle, width);
  const near = piece.swatches
    .filter((s) => s.house && s.colour)
    .map((s) => ({ id: s.id, d: distance(labOfHex(s.colour!), 0, middle, 0) }))
    .sort((a, b) => a.d - b.d)[0];
  return {
    kind,
    photo,
    colour: hexFromOklab(...middle),
    swatch: kind !== 'photo' && near && near.d <= HOUSE ? near.id : null,
  };
}

function groundOf(
  labs: Float32Array,
  pixels: readonly number[],
  middle: ArrayLike<number>,
  width: number,
): Exclude<CoverKind, 'photo'> {
  const near = pixels.filter((p) => distance(labs, p * 3, middle, 0) <= PLAIN.within).length;
  if (near >= PLAIN.share * pixels.length) return 'colour';
  const ground = new Set(pixels);
  let edges = 0,
    pairs = 0;
  for (const p of pixels)
    for (const next of (p + 1) % width ? [p + 1, p + width] : [p + width]) {
      if (!ground.has(next)) continue;
      pairs++;
      if (distance(labs, p * 3, labs, next * 3) > EDGES.by) edges++;
    }
  return pairs && edges / pairs > EDGES.share ? 'pattern' : 'gradient';
}
