// The reading of a logo or another picture in the message: can its outline be told from what lies behind it? Each part
// that hangs together counts like a letter, and the weakest part is the reading. Graphics need 3 (WCAG 2.2, 1.4.11).
import { zoneEntered } from '../arrange/zones';
import { contrast, luminance } from '../colour/srgb';
import type { Box } from '../ground/box';
import { partsOf } from '../ground/parts';
import { boundsOf } from '../ground/transform';
import { shot } from '../ground/surface';
import { isPhoto } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { layersIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from '../scene/painter';
import { quantile } from './contrast-of-letters';
import { OUTSIDE } from './letter-shape';
import { nearestInk } from './nearest-ink';
import { UNSEEN, type Verdict, verdictOf } from './verdict';

/** What is to be said of it besides. */
export type MarkFlag = 'unseen' | 'outside' | 'keep-clear';

export interface MarkReading {
  layer: string;
  /** The weakest part's ratio, 1..21; null where nothing of it shows on the slide. */
  ratio: number | null;
  needed: number;
  verdict: Verdict | null;
  flags: MarkFlag[];
}

const NEEDED = 3;
/** Longer side at which it is looked at, px; its outline is not finer than that as shown. */
const SIDE = 480;
/** Radius of its halo as a share of its longer side, and at least in px. */
const HALO = 0.012;
const LEAST_HALO = 2;
/** A part with less of the outline than this is a speck. */
const SPECK = 0.04;

/** Pictures in the message that show on a slide. */
export const marksIn = (piece: Piece, slide: Slide, size: Size): PhotoLayer[] =>
  layersIn(piece, slide, size).filter((l): l is PhotoLayer => isPhoto(l) && l.band === 'message' && l.visible);

/** @param layer as it is placed in the size */
function readMark(painter: Painter, piece: Piece, slide: Slide, size: Size, layer: PhotoLayer): MarkReading {
  const bounds = boundsOf(layer.box, layer.rotation),
    flags: MarkFlag[] = [];
  if (
    bounds.x < -0.5 ||
    bounds.y < -0.5 ||
    bounds.x + bounds.width > size.width + 0.5 ||
    bounds.y + bounds.height > size.height + 0.5
  )
    flags.push('outside');
  if (zoneEntered(bounds, size)) flags.push('keep-clear');
  const long = Math.max(bounds.width, bounds.height),
    scale = Math.min(1, SIDE / long),
    reach = Math.max(LEAST_HALO, HALO * long * scale),
    pad = Math.ceil(reach) + 1,
    // In whole pixels, on the slide.
    x0 = Math.max(0, Math.floor(bounds.x * scale) - pad),
    y0 = Math.max(0, Math.floor(bounds.y * scale) - pad),
    part: Box = {
      x: x0,
      y: y0,
      width: Math.min(Math.round(size.width * scale), Math.ceil((bounds.x + bounds.width) * scale) + pad) - x0,
      height: Math.min(Math.round(size.height * scale), Math.ceil((bounds.y + bounds.height) * scale) + pad) - y0,
    },
    none: MarkReading = { layer: layer.id, ratio: null, needed: NEEDED, verdict: null, flags };
  if (part.width < 3 || part.height < 3) return none;
  const paint = (options: Parameters<Painter['paint']>[5]): Uint8ClampedArray =>
    shot(painter.studio, part.width, part.height, (on) =>
      painter.paint(on, piece, slide, size, { scale, x: part.x, y: part.y }, options),
    );
  // Itself without its shadow, which is a part of what lies behind it; and everything as it is seen.
  const alone = paint({
      transparent: true,
      only: (l) => l.id === layer.id,
      alter: (l) => (l.id === layer.id ? { ...l, shadows: [], opacity: 1 } : l),
    }),
    seen = paint({}),
    n = part.width * part.height;
  let most = 0;
  for (let i = 0; i < n; i++) if (alone[i * 4 + 3] > most) most = alone[i * 4 + 3];
  if (most < OUTSIDE * 255) return none;
  const body = new Uint8Array(n);
  for (let i = 0; i < n; i++) body[i] = alone[i * 4 + 3] >= 0.9 * most ? 1 : 0;
  const near = nearestInk(body, part.width, part.height, reach + 1),
    { labels, parts } = partsOf(body, part.width, part.height),
    // By label, of which 0 is none.
    ratios: number[][] = [[], ...parts.map(() => [])];
  let all = 0;
  const lum = (i: number): number => luminance(seen[i * 4], seen[i * 4 + 1], seen[i * 4 + 2]);
  for (let i = 0; i < n; i++) {
    if (near[i] < 0 || near[i] === i || alone[i * 4 + 3] >= OUTSIDE * 255) continue;
    ratios[labels[near[i]]].push(contrast(lum(near[i]), lum(i)));
    all++;
  }
  const own = ratios
    .filter((r) => r.length > Math.max(3, SPECK * all))
    .map((r) => quantile(Float32Array.from(r), r.length, Math.min(r.length - 1, Math.floor(r.length * 0.25))));
  if (!own.length) return none;
  const ratio = Math.min(...own);
  if (ratio < UNSEEN) flags.push('unseen');
  return { ...none, ratio, verdict: verdictOf(ratio, NEEDED) };
}

/** The pictures in the message of a slide, bottom to top. What they are made of must be loaded. */
export const readMarks = (painter: Painter, piece: Piece, slide: Slide, size: Size): MarkReading[] =>
  marksIn(piece, slide, size).map((l) => readMark(painter, piece, slide, size, l));
