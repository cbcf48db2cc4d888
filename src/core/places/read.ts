// The reading of texts in a place: in the pixels in which they are seen there, cut off at its edges, under what lies
// over them. It may be worse than on the stage; then it says why.
import { seen } from '../colour/seeing';
import { rgba } from '../colour/srgb';
import type { Box } from '../ground/box';
import type { TextLayer } from '../kinds/text';
import { textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { coloursOf, readLetters } from '../reading/contrast-of-letters';
import { busyness, cellMeans } from '../reading/busyness';
import {
  type Flag,
  isCovered,
  paintPair,
  type Pair,
  probeAt,
  type Reading,
  readingFrom,
  type TextProbe,
} from '../reading/read';
import type { Painter } from '../scene/painter';
import { drawnIn, GREY, type InPlace } from './paint';
import { DEVICES, type Drawing, type Mark, type Place, TONES } from './place';

/** Why a text reads worse in a place than on the stage. */
export type Reason = 'cut-off' | 'covered' | 'small' | 'thin';

export interface PlaceReading {
  reading: Reading;
  /** What makes it worse, the gravest first; none where nothing does. */
  why: Reason[];
  /** Letters that are cut off, and that are covered. */
  letters: { cutOff: number; covered: number };
}

/** No finer than the size is painted: a place shows no more than the file holds. */
const FINEST = 1;
/** A letter is covered where more of its halo is than may be hard to tell. */
const MOST_COVERED = 0.25;

/** What lies over a picture, in pixels of the size, and beyond which edges nothing of it shows. */
interface Over {
  crop: Box;
  covers: (Box & { form: 'box' | 'disc'; r: number; g: number; b: number; alpha: number })[];
}

function overOf({ at, crop, over }: Drawing, size: Size): Over {
  // From CSS px of the drawing to pixels of the size.
  const k = (crop.width * size.width) / at.width,
    x0 = crop.x * size.width - at.x * k,
    y0 = crop.y * size.height - at.y * k;
  return {
    crop: {
      x: crop.x * size.width,
      y: crop.y * size.height,
      width: crop.width * size.width,
      height: crop.height * size.height,
    },
    covers: over
      .filter((m): m is Exclude<Mark, { form: 'words' }> => m.form !== 'words')
      .map(({ form, x, y, width, height, tone }) => {
        const { r, g, b, a } = rgba(TONES.light[tone]);
        return { form, x: x0 + x * k, y: y0 + y * k, width: width * k, height: height * k, r, g, b, alpha: a };
      }),
  };
}

const within = (b: Box, x: number, y: number): boolean =>
  x >= b.x && y >= b.y && x < b.x + b.width && y < b.y + b.height;
const covers = (c: Over['covers'][number], x: number, y: number): boolean => {
  if (c.form === 'box') return within(c, x, y);
  const dx = (x - c.x - c.width / 2) / (c.width / 2),
    dy = (y - c.y - c.height / 2) / (c.height / 2);
  return dx * dx + dy * dy <= 1;
};

/**
 * Lays what is over the picture on its pixels.
 * @returns for each pixel of the region: 0 where it shows, 1 where it is cut off, 2 where it is covered
 */
function layOver({ halo, scale }: TextProbe, pair: Pair, { crop, covers: all }: Over): Uint8Array {
  const { region } = halo,
    hidden = new Uint8Array(region.width * region.height),
    wide = pair.inks.filter((i) => i.length > 4);
  for (let row = 0, i = 0; row < region.height; row++)
    for (let column = 0; column < region.width; column++, i++) {
      const x = (region.x + column + 0.5) / scale,
        y = (region.y + row + 0.5) / scale;
      if (!within(crop, x, y)) {
        hidden[i] = 1;
        continue;
      }
      for (const c of all) {
        if (!covers(c, x, y)) continue;
        hidden[i] = Math.max(hidden[i], c.alpha > 0.5 ? 2 : 0);
        for (const p of [pair.backdrop, ...wide])
          for (const [k, v] of [c.r, c.g, c.b].entries())
            p[i * 4 + k] = Math.round(p[i * 4 + k] + (v - p[i * 4 + k]) * c.alpha);
      }
    }
  return hidden;
}

/** One text. @param size as it is laid out there @param drawing in which the picture lies */
function readOne(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  layer: TextLayer,
  drawing: Drawing,
  { device, grey }: Place,
): PlaceReading {
  const css = drawing.at.width / (drawing.crop.width * size.width),
    scale = Math.min(FINEST, css * DEVICES[device].density),
    seenSize = { ...size, shownWidth: css * size.width },
    probe = probeAt(painter, piece, seenSize, layer, scale, undefined, DEVICES[device].density),
    painted = paintPair(painter, piece, slide, size, probe),
    // What is the same all over is a pixel of its own: under a cover it is not the same any more.
    pair = { backdrop: painted.backdrop, inks: painted.inks.map((i) => spread(i, painted.backdrop.length)) },
    hidden = layOver(probe, pair, overOf(drawing, size)),
    own = grey ? { backdrop: seen(pair.backdrop, GREY), inks: pair.inks.map((i) => seen(i, GREY)) } : pair,
    colours = coloursOf(probe, own),
    reads = readLetters(colours);
  const letters = { cutOff: 0, covered: 0 };
  probe.halo.letters.forEach((l, n) => {
    let off = 0,
      under = 0;
    for (const at of l.halo) {
      if (hidden[at] === 1) off++;
      else if (hidden[at] === 2) under++;
    }
    if (off > 0) {
      letters.cutOff++;
      reads[n].ratio = 1;
    } else if (under > l.halo.length * MOST_COVERED) {
      letters.covered++;
      reads[n].ratio = 1;
    }
  });
  const busy = probe.halo.letters.length ? busyness(probe.grid, cellMeans(probe.grid, own.backdrop)) : 0,
    found = readingFrom(probe, reads, busy, isCovered(painter, piece, slide, size, probe), probe.layout, colours),
    // What lies in the way is known here, not guessed from zones.
    flags = found.flags.filter(
      (f): f is Flag => f !== 'keep-clear' && !(f === 'unseen' && letters.covered + letters.cutOff > 0),
    ),
    reading = { ...found, flags },
    why: Reason[] = [];
  if (letters.cutOff) why.push('cut-off');
  if (letters.covered) why.push('covered');
  if (reading.verdict !== 'clear') {
    if (flags.includes('too-small')) why.push('small');
    if (colours.some((c) => c.delivered < 0.9)) why.push('thin');
  }
  return { reading, why, letters };
}

/** One pixel all over. */
function spread(ink: Uint8ClampedArray, length: number): Uint8ClampedArray {
  if (ink.length !== 4 || length === 4) return ink;
  const out = new Uint8ClampedArray(length);
  for (let i = 0; i < length; i += 4) out.set(ink, i);
  return out;
}

/** All visible texts of a slide as they are read in a place, bottom to top. What it is made of must be loaded. */
export function readInPlace(painter: Painter, place: Place, shown: InPlace): PlaceReading[] {
  const { piece, slide } = shown,
    { size, drawing } = drawnIn(painter, place, shown);
  return textsIn(piece, slide, size).map((l) => readOne(painter, piece, slide, size, l, drawing, place));
}
