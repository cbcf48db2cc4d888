// The tone of a photo, in one pass of lookups: light and curves a channel, then saturation or greyscale as a mix of
// channels, or duotone by lightness; output levels last, folded into whatever comes before them. Values are sRGB bytes;
// blur is apart (blur.ts).
import { rgba } from '../colour/srgb';
import { type Pixels, wordsOf } from '../ground/pixels';
import type { Colour } from '../values/fill';
import type { Tone } from '../values/tone';
import { curveThrough } from './curve';

/** Weights of red, green and blue in luma (ITU-R BT.709). */
const LUMA = [0.2126, 0.7152, 0.0722] as const;

/** Does the tone change anything apart from blurring? */
export const changesTone = (t: Tone): boolean =>
  t.light.on || t.curve.on || t.saturation.on || t.grey.on || t.duotone.on || t.levels.on;

/** Brightness moves, contrast stretches about the middle; both -100..100, input and output 0..1. */
function light({ brightness, contrast }: Tone['light']): (v: number) => number {
  const slope = contrast >= 0 ? 1 + (contrast / 100) * 3 : 1 + contrast / 100;
  return (v) => (v + brightness / 200 - 0.5) * slope + 0.5;
}

const clamp = (v: number): number => (v < 0 ? 0 : v > 1 ? 1 : v);

/** What is left of the contrast after output levels, 0..1 (or below 0 where black and white change places). */
export const contrastLeft = ({ black, white }: Pick<Tone['levels'], 'black' | 'white'>): number =>
  (white - black) / 255;

interface Plan {
  /** Output of each channel for each input byte, 0..255 and not rounded. */
  channels: Float32Array[];
  /** Mix of channels, row by row, or null. */
  mix: number[] | null;
  /** RGB for each lightness byte, or null. */
  duotone: Float32Array | null;
  /** Applied to mixes, which come last: output = base + slope x value. */
  base: number;
  slope: number;
}

function planOf(tone: Tone, hex: (c: Colour) => string): Plan {
  const { black } = tone.levels,
    slope = tone.levels.on ? contrastLeft(tone.levels) : 1,
    base = tone.levels.on ? black : 0;
  const lit = tone.light.on ? light(tone.light) : (v: number) => v;
  const bent = tone.curve.on ? curveThrough(tone.curve.lightness) : (v: number) => v;
  const own = (['red', 'green', 'blue'] as const).map((k) =>
    tone.curve.on ? curveThrough(tone.curve[k]) : (v: number) => v,
  );
  const mixes = tone.grey.on || tone.saturation.on || tone.duotone.on;
  const channels = own.map((f) =>
    Float32Array.from({ length: 256 }, (_, i) => {
      const v = 255 * clamp(f(clamp(bent(clamp(lit(i / 255))))));
      return mixes ? v : base + slope * v;
    }),
  );
  let mix: number[] | null = null;
  if (tone.grey.on) {
    const { red, green, blue } = tone.grey,
      sum = red + green + blue;
    // No weight at all is taken as even weights.
    const w = sum > 0 ? [red / sum, green / sum, blue / sum] : [1 / 3, 1 / 3, 1 / 3];
    mix = [...w, ...w, ...w];
  } else if (tone.saturation.on || tone.duotone.on) {
    const s = tone.duotone.on
      ? 0
      : tone.saturation.amount >= 0
        ? 1 + (tone.saturation.amount / 100) * 2
        : 1 + tone.saturation.amount / 100;
    mix = [0, 1, 2].flatMap((row) => LUMA.map((w, col) => w * (1 - s) + (row === col ? s : 0)));
  }
  let duotone: Float32Array | null = null;
  if (tone.duotone.on) {
    const d = rgba(hex(tone.duotone.dark)),
      l = rgba(hex(tone.duotone.light));
    duotone = new Float32Array(256 * 3);
    for (let i = 0; i < 256; i++)
      duotone.set(
        [d.r + ((l.r - d.r) * i) / 255, d.g + ((l.g - d.g) * i) / 255, d.b + ((l.b - d.b) * i) / 255].map(
          (v) => base + slope * v,
        ),
        i * 3,
      );
  }
  return { channels, mix, duotone, base, slope };
}

/** A colour without alpha, as a word of a picture: bytes are rounded as pixels are. */
const word = (rgb: readonly number[]): number => {
  const [r, g, b] = Uint8ClampedArray.from(rgb);
  return r | (g << 8) | (b << 16);
};

/** A picture whose channels are looked up, each by itself. */
function throughTables({ width, height, data }: Pixels, channels: readonly Float32Array[]): Pixels {
  const [R, G, B] = channels.map((c, i) => Uint32Array.from(Uint8ClampedArray.from(c), (v) => v << (8 * i))),
    from = wordsOf(data),
    to = new Uint32Array(from.length);
  for (let i = 0; i < to.length; i++) {
    const w = from[i];
    to[i] = R[w & 255] | G[(w >>> 8) & 255] | B[(w >>> 16) & 255] | (w & 0xff000000);
  }
  return { width, height, data: new Uint8ClampedArray(to.buffer) };
}

/**
 * The photo in its tone; alpha stays. Blur is not part of it.
 * @param hex looks swatches up
 */
export function toned(photo: Pixels, tone: Tone, hex: (c: Colour) => string): Pixels {
  const { channels, mix, duotone, base, slope } = planOf(tone, hex);
  const { data } = photo,
    n = data.length;
  if (!mix) return throughTables(photo, channels);
  // Each channel's share of each mix, levels folded in: three lookups and two sums a channel.
  const share = (row: number, col: number): Float32Array =>
    channels[col].map((v) => v * mix[row * 3 + col] * (duotone ? 1 : slope) + (col === 0 && !duotone ? base : 0));
  const rr = share(0, 0),
    rg = share(0, 1),
    rb = share(0, 2);
  if (duotone || tone.grey.on) {
    // All three rows are the same: one mix, and colours from it.
    const table = Uint32Array.from({ length: 256 }, (_, i) =>
      word(duotone ? [duotone[i * 3], duotone[i * 3 + 1], duotone[i * 3 + 2]] : [i, i, i]),
    );
    const from = wordsOf(data),
      to = new Uint32Array(from.length);
    for (let i = 0; i < to.length; i++) {
      const w = from[i],
        v = rr[w & 255] + rg[(w >>> 8) & 255] + rb[(w >>> 16) & 255];
      to[i] = table[v <= 0 ? 0 : v >= 255 ? 255 : (v + 0.5) | 0] | (w & 0xff000000);
    }
    return { width: photo.width, height: photo.height, data: new Uint8ClampedArray(to.buffer) };
  }
  const gr = share(1, 0),
    gg = share(1, 1),
    gb = share(1, 2),
    br = share(2, 0),
    bg = share(2, 1),
    bb = share(2, 2);
  // Levels must not widen what saturation pushed beyond black and white.
  const low = Math.min(base, base + slope * 255),
    high = Math.max(base, base + slope * 255);
  const put = (v: number): number => (v <= low ? low : v >= high ? high : v),
    out = new Uint8ClampedArray(n);
  for (let i = 0; i < n; i += 4) {
    const r = data[i],
      g = data[i + 1],
      b = data[i + 2];
    out[i] = put(rr[r] + rg[g] + rb[b]);
    out[i + 1] = put(gr[r] + gg[g] + gb[b]);
    out[i + 2] = put(br[r] + bg[g] + bb[b]);
    out[i + 3] = data[i + 3];
  }
  return { width: photo.width, height: photo.height, data: out };
}

/** How many pixels have each value: red, green, blue and luma, 256 bins each. Transparent pixels do not count. */
export interface Histogram {
  red: Uint32Array;
  green: Uint32Array;
  blue: Uint32Array;
  luma: Uint32Array;
  /** Pixels counted. */
  count: number;
}

/** @param step counts every step-th pixel only */
export function histogramOf(data: Uint8ClampedArray, step = 1): Histogram {
  const h: Histogram = {
    red: new Uint32Array(256),
    green: new Uint32Array(256),
    blue: new Uint32Array(256),
    luma: new Uint32Array(256),
    count: 0,
  };
  for (let i = 0; i < data.length; i += 4 * step) {
    if (data[i + 3] < 128) continue;
    h.red[data[i]]++;
    h.green[data[i + 1]]++;
    h.blue[data[i + 2]]++;
    h.luma[Math.round(LUMA[0] * data[i] + LUMA[1] * data[i + 1] + LUMA[2] * data[i + 2])]++;
    h.count++;
  }
  return h;
}
