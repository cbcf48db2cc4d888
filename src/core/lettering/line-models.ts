// What goes into the two models that find and read lines, and what their answers mean. The first says for each pixel
// how likely it lies in the middle of a line of text (Liao et al., "Real-time Scene Text Detection with Differentiable
// Binarization", AAAI 2020); the second gives for each step along a line which sign is there, or none (Graves et al.,
// "Connectionist Temporal Classification", ICML 2006).
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { resample } from '../ground/resample';
import { partsOf } from '../ground/parts';

/** Longer side of what the first model looks at, pixels, and what its sides are multiples of. */
const LOOKED_AT = 960,
  STEP = 32;
/** Height of what the second model reads, pixels, and its longest line. */
const READ_HEIGHT = 48,
  MOST_READ = 1600;
/** From which likelihood a pixel counts, and a line of such pixels. */
const LIKELY = 0.3,
  LINE = 0.55;
/** Lines are found narrower than they are: by so many times their area over their outline they are widened again. */
const WIDENED = 1.6;
const MOST_LINES = 60;

export interface Planes {
  /** Three planes, row by row, one after the other. */
  data: Float32Array;
  width: number;
  height: number;
}

/** Blue, green, red in planes. @param of a byte of a channel (2 is red) */
function planes({ width, height, data }: Pixels, of: (v: number, channel: number) => number): Planes {
  const n = width * height,
    out = new Float32Array(3 * n);
  for (let i = 0; i < n; i++) for (let c = 0; c < 3; c++) out[c * n + i] = of(data[i * 4 + 2 - c], c);
  return { data: out, width, height };
}

const MEAN = [0.485, 0.456, 0.406],
  DEVIATION = [0.229, 0.224, 0.225];

/** A picture as the first model wants it. */
export function toFind(picture: Pixels): Planes {
  const k = Math.min(1, LOOKED_AT / Math.max(picture.width, picture.height)),
    side = (v: number): number => Math.max(STEP, Math.round((v * k) / STEP) * STEP);
  return planes(
    resample(
      picture,
      { x: 0, y: 0, width: picture.width, height: picture.height },
      side(picture.width),
      side(picture.height),
    ),
    (v, c) => (v / 255 - MEAN[c]) / DEVIATION[c],
  );
}

/**
 * Boxes of lines, pixels of the picture, from the top.
 * @param likely likelihood 0..1 a pixel, as large as what was given to the model
 */
export function linesFound(
  likely: ArrayLike<number>,
  { width, height }: Pick<Planes, 'width' | 'height'>,
  picture: { width: number; height: number },
): Box[] {
  const mask = Uint8Array.from({ length: width * height }, (_, i) => (likely[i] > LIKELY ? 1 : 0)),
    { labels, parts } = partsOf(mask, width, height),
    kx = picture.width / width,
    ky = picture.height / height;
  return parts
    .filter((p) => {
      if (p.width < 4 || p.height < 3) return false;
      let sum = 0;
      for (let y = p.y; y < p.y + p.height; y++)
        for (let x = p.x; x < p.x + p.width; x++) if (labels[y * width + x] === p.label) sum += likely[y * width + x];
      return sum / p.area >= LINE;
    })
    .sort((a, b) => b.area - a.area)
    .slice(0, MOST_LINES)
    .map((p) => {
      const by = (p.width * p.height * WIDENED) / (2 * (p.width + p.height)),
        x = Math.max(0, p.x - by),
        y = Math.max(0, p.y - by);
      return {
        x: x * kx,
        y: y * ky,
        width: (Math.min(width, p.x + p.width + by) - x) * kx,
        height: (Math.min(height, p.y + p.height + by) - y) * ky,
      };
    })
    .sort((a, b) => a.y - b.y || a.x - b.x);
}

/** A line as the second model wants it. @param box within the picture, whole pixels */
export function toRead(picture: Pixels, box: Box): Planes {
  const width = Math.min(MOST_READ, Math.max(READ_HEIGHT, Math.round((READ_HEIGHT * box.width) / box.height)));
  return planes(resample(picture, box, width, READ_HEIGHT), (v) => (v / 255 - 0.5) / 0.5);
}

/**
 * The signs of a line from left to right, with the middles they have; and how sure they are, 0..1.
 * @param steps likelihoods, `kinds` of them a step: none first, then those of `alphabet`
 */
export function signsRead(
  steps: ArrayLike<number>,
  kinds: number,
  alphabet: readonly string[],
  box: Box,
): { signs: { sign: string; x: number }[]; sure: number } {
  const count = Math.floor(steps.length / kinds),
    signs: { sign: string; x: number }[] = [];
  let last = 0,
    from = 0,
    sum = 0;
  for (let s = 0; s < count; s++) {
    let best = 0;
    for (let k = 1; k < kinds; k++) if (steps[s * kinds + k] > steps[s * kinds + best]) best = k;
    if (best !== last) from = s;
    // A sign goes on over several steps; its middle moves along.
    if (best) {
      const x = box.x + (((from + s) / 2 + 0.5) * box.width) / count;
      if (best === last) signs[signs.length - 1].x = x;
      else {
        signs.push({ sign: alphabet[best - 1] ?? '', x });
        sum += steps[s * kinds + best];
      }
    }
    last = best;
  }
  return { signs, sure: signs.length ? sum / signs.length : 0 };
}
