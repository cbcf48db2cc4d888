// Quiet spots: where on the slide a text would read with the least treatment. One map for all places at once: contrast
// and its spread in summed-area tables, the weakest letter of a line by a sliding minimum; the best places are then
// measured as any text is.
import { entersZone, zonesOf } from '../arrange/zones';
import { labOf } from '../colour/lab-planes';
import { luminance } from '../colour/srgb';
import { areaOf, type Box, grown, sharedBy, touch } from '../ground/box';
import { shot } from '../ground/surface';
import { boundsOf } from '../ground/transform';
import { marginOf } from '../kinds/common';
import { isPhoto, isText } from '../kinds/layers';
import type { TextLayer } from '../kinds/text';
import { blurredChannel } from '../photo/blur';
import { type Grid, saliencyOf } from '../photo/saliency';
import { withPlace } from '../piece/set-in-size';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from '../scene/painter';
import { type SubjectsOn, subjectsOn } from '../scene/subjects';
import { textFrame } from '../type/frame';
import type { TextLayout } from '../type/layout';
import { busynessOf } from './busyness';
import { probeText, type Reading, readText, type TextProbe } from './read';
import { baseRatio, busynessFactor } from './verdict';

/** A text as it would be set at a place. */
export interface QuietSpot {
  /** What changes of the text, in pixels of the size asked about. */
  set: Pick<TextLayer, 'box' | 'align' | 'frame' | 'balance'>;
  /** The frame it would take. */
  frame: Box;
  /** Lines it would have. */
  lines: number;
  reading: Reading;
  /** 0..1: how much of what stands out of the picture it would cover, or come nearer to than half an em. */
  covers: number;
}

export interface QuietMap extends Grid {
  /**
   * Pixels of the slide to one of the map. Values are the margin, reading over needed, of the text as it is set with
   * its top left corner there; 0 where it must not be.
   */
  step: number;
}

/** Long side of the picture that is looked at, in pixels: the x-height must be a few of them. */
const LOOKED_AT = { least: 220, most: 440, xHeight: 6 };
/** Standard normal distance of the quarter point: what a letter's reading is of its halo. */
const QUARTER = 0.6745;
/** What a subject has round it, em. */
const SUBJECT_CLEAR = 0.5;
/** Places that are looked at along the longer side. */
const PLACES = 72;
/** A place is not counted as better for being more than this over what is needed. */
const PLENTY = 1.6;

class Sums {
  private readonly t: Float64Array;
  constructor(
    values: Float32Array,
    readonly width: number,
    readonly height: number,
  ) {
    const w = width + 1;
    this.t = new Float64Array(w * (height + 1));
    for (let y = 0; y < height; y++) {
      let row = 0;
      for (let x = 0; x < width; x++) {
        row += values[y * width + x];
        this.t[(y + 1) * w + x + 1] = this.t[y * w + x + 1] + row;
      }
    }
  }
  /** Mean over a rectangle of whole cells, clipped to the table; 0 where nothing is left. */
  mean(x0: number, y0: number, x1: number, y1: number): number {
    const a = Math.max(0, x0),
      b = Math.max(0, y0),
      c = Math.min(this.width, x1),
      d = Math.min(this.height, y1);
    return c <= a || d <= b ? 0 : this.within(a, b, c, d) / ((c - a) * (d - b));
  }
  /** Share of all that lies in such a rectangle, 0..1. */
  share(x0: number, y0: number, x1: number, y1: number): number {
    const all = this.t[this.t.length - 1],
      a = Math.max(0, x0),
      b = Math.max(0, y0),
      c = Math.min(this.width, x1),
      d = Math.min(this.height, y1);
    return all <= 1e-9 || c <= a || d <= b ? 0 : Math.min(1, this.within(a, b, c, d) / all);
  }
  private within(a: number, b: number, c: number, d: number): number {
    const w = this.width + 1;
    return this.t[d * w + c] - this.t[b * w + c] - this.t[d * w + a] + this.t[b * w + a];
  }
}

/**
 * Least of `n` values from each on, along a row (van Herk 1992): two passes however long the window. @param ahead
 * @param behind room to work in
 */
function slidingLeast(
  row: Float32Array,
  n: number,
  out: Float32Array,
  ahead: Float32Array,
  behind: Float32Array,
): void {
  const count = row.length;
  for (let i = 0; i < count; i++) ahead[i] = i % n === 0 ? row[i] : Math.min(ahead[i - 1], row[i]);
  for (let i = count - 1; i >= 0; i--)
    behind[i] = i === count - 1 || (i + 1) % n === 0 ? row[i] : Math.min(behind[i + 1], row[i]);
  for (let i = 0; i < count; i++) out[i] = Math.min(behind[i], ahead[Math.min(count - 1, i + n - 1)]);
}

/** A way of setting the text: its alignment and breaks. */
interface Variant {
  layer: TextLayer;
  layout: TextLayout;
  frame: Box;
  /** Lines as boxes from x-height to baseline, relative to the frame. */
  lines: Box[];
}

function variantOf(painter: Painter, layer: TextLayer): Variant {
  const layout = painter.layout(layer),
    frame = textFrame(layer, layout);
  const lines = layout.lines
    .filter((l) => l.width > 0)
    .map((l): Box => ({
      x: l.left - layout.offset,
      y: l.baseline - l.capHeight,
      width: l.width,
      height: Math.max(1, l.capHeight),
    }));
  if (layer.rotation === 0 || !lines.length) return { layer, layout, frame, lines };
  // Turned: everything within its upright bounds counts.
  const b = boundsOf(frame, layer.rotation);
  return { layer, layout, frame, lines: [{ x: b.x - frame.x, y: b.y - frame.y, width: b.width, height: b.height }] };
}

/** The text in at most so many lines, as narrow as that allows; null where it cannot be broken so. */
function brokenInto(painter: Painter, layer: TextLayer, count: number, widest: number): TextLayer | null {
  const at = (width: number): TextLayer => ({ ...layer, frame: 'frame', balance: true, box: { ...layer.box, width } });
  const linesAt = (width: number): number => {
    const l = painter.layout(at(width));
    return l.broken ? Infinity : l.lines.length;
  };
  let low = layer.fontSize,
    high = widest;
  if (linesAt(high) > count) return null;
  for (let i = 0; i < 8; i++) {
    const m = (low + high) / 2;
    if (linesAt(m) <= count) high = m;
    else low = m;
  }
  const found = at(Math.ceil(high));
  return painter.layout(found).lines.length === count ? found : null;
}

/** The frame no wider than its lines need: an empty part of it would hang over the edge at another place. */
function narrowed(painter: Painter, layer: TextLayer): TextLayer {
  if (layer.frame !== 'frame' || layer.fit || layer.rotation !== 0) return layer;
  const layout = painter.layout(layer),
    width = Math.ceil(Math.max(1, ...layout.lines.map((l) => l.width)) + layer.padding.left + layer.padding.right) + 1;
  const next = { ...layer, box: { ...layer.box, width: Math.min(layer.box.width, width) } },
    after = painter.layout(next);
  return after.lines.length === layout.lines.length && after.lines.every((l, i) => l.end === layout.lines[i].end)
    ? next
    : layer;
}

/** As it is; and, where it may wrap, in one to three lines; each aligned to the start, middle and end. */
function variantsOf(painter: Painter, layer: TextLayer, size: Size): Variant[] {
  const set: TextLayer[] = [narrowed(painter, layer)];
  if (layer.rotation === 0 && !layer.fit && layer.list === 'none' && !layer.text.includes('\n')) {
    const widest = Math.min(size.width - 2 * marginOf(size), size.width);
    for (const count of [1, 2, 3]) {
      const broken = brokenInto(painter, layer, count, widest);
      if (broken) set.push(broken);
    }
  }
  const aligned = set.flatMap((l) =>
    painter.layout(l).lines.length > 1 ? (['start', 'centre', 'end'] as const).map((align) => ({ ...l, align })) : [l],
  );
  return aligned.map((l) => variantOf(painter, l));
}

/** The slide without the text, looked at small. */
interface Look {
  width: number;
  height: number;
  /** Pixels of the slide to one of these. */
  step: number;
  rgba: Uint8ClampedArray;
}

function lookAt(painter: Painter, piece: Piece, slide: Slide, size: Size, text: TextLayer, xHeight: number): Look {
  const long = Math.max(size.width, size.height);
  const side = Math.min(
    LOOKED_AT.most,
    Math.max(LOOKED_AT.least, (long * LOOKED_AT.xHeight) / Math.max(1, xHeight)),
    long,
  );
  const k = side / long,
    width = Math.max(8, Math.round(size.width * k)),
    height = Math.max(8, Math.round(size.height * k));
  // What follows the text goes where the text goes, and says nothing about a place.
  const rgba = shot(painter.studio, width, height, (on) =>
    painter.paint(
      on,
      piece,
      slide,
      size,
      { scale: k, x: 0, y: 0 },
      { only: (l) => l.id !== text.id && !('follows' in l && l.follows.includes(text.id)) },
    ),
  );
  return { width, height, step: 1 / k, rgba };
}

/**
 * What was cut out of its photo is a subject, wherever it stands: its alpha on the slide; and what was found or said to
 * be one. Null where nothing is known.
 */
function subjectsIn(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  { width, height, step }: Look,
  { boxes, known }: SubjectsOn,
): Grid | null {
  const cut = slide.layers.some((l) => isPhoto(l) && l.visible && l.cut?.on);
  if (!cut && !known) return null;
  const values = cut
    ? alphaOfCut(painter, piece, slide, size, { width, height, step })
    : new Float32Array(width * height);
  for (const b of boxes) {
    const left = Math.floor(b.x / step),
      right = Math.min(width, Math.ceil((b.x + b.width) / step));
    for (let y = Math.floor(b.y / step); y < Math.min(height, (b.y + b.height) / step); y++)
      values.fill(1, y * width + left, y * width + right);
  }
  return { width, height, values };
}

function alphaOfCut(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  { width, height, step }: Pick<Look, 'width' | 'height' | 'step'>,
): Float32Array {
  const rgba = shot(painter.studio, width, height, (on) =>
    painter.paint(
      on,
      piece,
      slide,
      size,
      { scale: 1 / step, x: 0, y: 0 },
      { transparent: true, only: (l) => isPhoto(l) && l.cut?.on === true },
    ),
  );
  return Float32Array.from({ length: width * height }, (_, i) => rgba[i * 4 + 3] / 255);
}

/** Everything about the picture that all ways of setting the text share. */
class Ground {
  readonly busy: Sums;
  readonly letters: Float32Array;
  readonly salient: Sums;

  constructor(
    readonly look: Look,
    inks: readonly number[],
    probe: TextProbe,
    saliency: Grid | null,
  ) {
    const { width, height, rgba, step } = look,
      n = width * height;
    const log = new Float32Array(n),
      square = new Float32Array(n);
    for (let i = 0; i < n; i++) {
      const Y = luminance(rgba[i * 4], rgba[i * 4 + 1], rgba[i * 4 + 2]) + 0.05;
      let least = Infinity;
      for (const ink of inks) least = Math.min(least, Y > ink + 0.05 ? Y / (ink + 0.05) : (ink + 0.05) / Y);
      log[i] = Math.log(least);
      square[i] = log[i] * log[i];
    }
    const cell = Math.max(1, Math.round((probe.layout.xHeight * 0.8) / step)),
      half = cell >> 1;
    const sums = new Sums(log, width, height),
      squares = new Sums(square, width, height);
    this.letters = new Float32Array(n);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const m = sums.mean(x - half, y - half, x - half + cell, y - half + cell),
          s = squares.mean(x - half, y - half, x - half + cell, y - half + cell);
        this.letters[y * width + x] = m - QUARTER * Math.sqrt(Math.max(0, s - m * m));
      }
    const lab = new Float32Array(n * 3),
      L = new Float32Array(n),
      energy = new Float32Array(n);
    labOf(rgba, 0, n, lab);
    for (let i = 0; i < n; i++) L[i] = lab[i * 3];
    const fine = Math.max(0.5, probe.halo.stroke / 2 / step),
      coarse = Math.max(fine * 1.6, probe.layout.xHeight / 2 / step);
    const a = blurredChannel(L, width, height, fine),
      b = blurredChannel(L, width, height, coarse);
    for (let i = 0; i < n; i++) energy[i] = (a[i] - b[i]) ** 2;
    this.busy = new Sums(energy, width, height);
    const grid = saliency ?? saliencyOf({ width, height, data: rgba });
    const stands = new Float32Array(n);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        stands[y * width + x] =
          Math.max(
            0,
            grid.values[Math.floor((y * grid.height) / height) * grid.width + Math.floor((x * grid.width) / width)] -
              0.35,
          ) / 0.65;
    this.salient = new Sums(stands, width, height);
  }
}

interface Candidate {
  variant: Variant;
  /** Top left corner of the frame, in pixels of the slide. */
  x: number;
  y: number;
  margin: number;
  covers: number;
  score: number;
}

/** Margins of one way of setting the text at every place of the picture. */
function placesOf(
  variant: Variant,
  ground: Ground,
  base: number,
  size: Size,
  forbidden: (b: Box) => boolean,
  margins?: Float32Array,
): Candidate[] {
  const { look, letters, busy, salient } = ground,
    { width, height, step } = look,
    { lines } = variant,
    em = Math.max(1, variant.layout.fontSize),
    clear = Math.ceil((SUBJECT_CLEAR * em) / step);
  const least = new Float32Array(width * height).fill(Infinity);
  const out = new Float32Array(width),
    ahead = new Float32Array(width),
    behind = new Float32Array(width);
  const stride = Math.max(1, Math.round(Math.max(width, height) / PLACES));
  // The weakest letter of each line, seen from the frame's corner.
  for (const l of lines) {
    const n = Math.max(1, Math.round(l.width / step)),
      dx = Math.round(l.x / step);
    for (const part of [0.35, 0.75]) {
      const dy = Math.round((l.y + l.height * part) / step);
      for (let y = 0; y < height; y += stride) {
        if (y + dy < 0 || y + dy >= height) continue;
        slidingLeast(letters.subarray((y + dy) * width, (y + dy + 1) * width), n, out, ahead, behind);
        for (let x = 0; x < width; x += stride) {
          const from = x + dx;
          if (from >= 0 && from + n <= width) least[y * width + x] = Math.min(least[y * width + x], out[from]);
        }
      }
    }
  }
  const x0 = Math.min(...lines.map((l) => l.x)),
    y0 = Math.min(...lines.map((l) => l.y)),
    x1 = Math.max(...lines.map((l) => l.x + l.width)),
    y1 = Math.max(...lines.map((l) => l.y + l.height));
  const keep = Math.min(marginOf(size), Math.min(size.width - (x1 - x0), size.height - (y1 - y0)) / 2);
  const found: Candidate[] = [];
  for (let y = 0; y < height; y += stride)
    for (let x = 0; x < width; x += stride) {
      const X = x * step,
        Y = y * step;
      const box = { x: X + x0, y: Y + y0, width: x1 - x0, height: y1 - y0 };
      if (
        box.x < keep - step ||
        box.y < keep - step ||
        box.x + box.width > size.width - keep + step ||
        box.y + box.height > size.height - keep + step
      )
        continue;
      if (!Number.isFinite(least[y * width + x]) || forbidden(box)) continue;
      const energies: number[] = [];
      let covers = 0,
        area = 0;
      for (const l of lines) {
        const a = Math.round((X + l.x) / step),
          b = Math.round((Y + l.y) / step),
          c = Math.round((X + l.x + l.width) / step),
          d = Math.round((Y + l.y + l.height) / step),
          part = l.width * l.height;
        // Stretches of an em, as the reading takes them.
        const n = Math.max(1, Math.round(l.width / em));
        for (let k = 0; k < n; k++)
          energies.push(busy.mean(a + Math.round(((c - a) * k) / n), b, a + Math.round(((c - a) * (k + 1)) / n), d));
        // A subject wants half an em round it.
        covers += salient.mean(a - clear, b - clear, c + clear, d + clear) * part;
        area += part;
      }
      const busyness = busynessOf(energies);
      const margin = Math.exp(least[y * width + x]) / (base * busynessFactor(busyness));
      covers /= area;
      const share = salient.share(
        Math.round((X + x0) / step) - clear,
        Math.round((Y + y0) / step) - clear,
        Math.round((X + x1) / step) + clear,
        Math.round((Y + y1) / step) + clear,
      );
      if (margins)
        for (let v = y; v < Math.min(height, y + stride); v++)
          margins.fill(margin, v * width + x, v * width + Math.min(width, x + stride));
      found.push({
        variant,
        x: X,
        y: Y,
        margin,
        covers: share,
        score: Math.min(PLENTY, margin) - 0.004 * busyness - 1.2 * covers,
      });
    }
  return found;
}

const apart = (a: Box, b: Box): boolean => areaOf(sharedBy(a, b)) < 0.25 * Math.min(areaOf(a), areaOf(b));

const inksOf = (painter: Painter, piece: Piece, slide: Slide, size: Size, probe: TextProbe): number[] => {
  const at = probe.halo.ink ?? { x: 0, y: 0 };
  return probe.layout.inks.map((_, ink) => {
    const [r, g, b] = shot(painter.studio, 1, 1, (on) =>
      painter.paint(
        on,
        piece,
        slide,
        size,
        { scale: 1, x: Math.round(at.x), y: Math.round(at.y) },
        { ink: { layer: probe.layer.id, as: 'flood', ink } },
      ),
    );
    return luminance(r, g, b);
  });
};

export interface QuietSpots {
  spots: QuietSpot[];
  map: QuietMap;
}

/**
 * The best places for a text, apart from each other, measured at full size; and the map for the text as it is set.
 * @param most how many places
 */
export function quietSpots(painter: Painter, piece: Piece, slide: Slide, size: Size, id: string, most = 3): QuietSpots {
  const given = slide.layers.find((l): l is TextLayer => l.id === id && isText(l));
  const empty: QuietMap = { width: 0, height: 0, step: 1, values: new Float32Array() };
  if (!given) return { spots: [], map: empty };
  const probe = probeText(painter, piece, size, given);
  if (!probe.halo.ink) return { spots: [], map: empty };
  const own =
    size.id === piece.sizes[0].id ? variantsOf(painter, probe.layer, size) : [variantOf(painter, probe.layer)];
  const look = lookAt(painter, piece, slide, size, given, probe.layout.xHeight),
    subjects = subjectsOn(painter, piece, slide, size);
  const ground = new Ground(
    look,
    inksOf(painter, piece, slide, size, probe),
    probe,
    subjectsIn(painter, piece, slide, size, look, subjects),
  );
  const base = baseRatio(piece.goal, probe.shownPx, probe.layout.smallestWeight);
  const zones = zonesOf(size),
    gap = probe.layout.xHeight * 0.5;
  const others = painter
    .sceneOf(piece, slide, size)
    .layers.filter(
      (l) =>
        l.visible &&
        l.band === 'message' &&
        l.id !== id &&
        !(l.box.width * l.box.height > size.width * size.height * 0.6),
    )
    .map((l) => boundsOf(isText(l) ? textFrame(l, painter.layout(l)) : l.box, l.rotation))
    .map((b) => grown(b, gap));
  // What was found is never covered, and has half an em round it.
  const clear = SUBJECT_CLEAR * Math.max(1, probe.layout.fontSize),
    things = subjects.boxes.map((b) => grown(b, clear));
  const forbidden = (b: Box): boolean =>
    zones.some((z) => entersZone(b, z)) || others.some((o) => touch(b, o)) || things.some((t) => touch(b, t));
  const values = new Float32Array(look.width * look.height);
  const all = own.flatMap((v, i) =>
    placesOf(v, ground, base, size, forbidden, i === 0 ? values : undefined).filter((p) => alignsWith(p, size)),
  );
  // What it looks like now is preferred among equals.
  const better = (p: Candidate): number =>
    p.score - (p.variant === own[0] ? 0 : 0.02) - 0.02 * Math.max(0, p.variant.layout.lines.length - 2);
  all.sort((a, b) => better(b) - better(a));
  const chosen: { place: Candidate; box: Box }[] = [];
  for (const place of all) {
    const box = { x: place.x, y: place.y, width: place.variant.frame.width, height: place.variant.frame.height };
    if (chosen.every((c) => apart(c.box, box))) chosen.push({ place, box });
    if (chosen.length >= most + (most > 1 ? 2 : 0)) break;
  }
  const spots = chosen.map(({ place: { variant, x, y, covers, margin, score } }): QuietSpot & { score: number } => {
    const { layer, frame } = variant;
    const box = { ...layer.box, x: Math.round(layer.box.x + x - frame.x), y: Math.round(layer.box.y + y - frame.y) };
    const set = { box, align: layer.align, frame: layer.frame, balance: layer.balance };
    const next = {
      ...slide,
      layers: slide.layers.map((l) => (l.id === id ? withPlace(given, set, size, piece.sizes[0]) : l)),
    };
    const reading = readText(
      painter,
      { ...piece, slides: [next] },
      next,
      size,
      next.layers.find((l) => l.id === id) as TextLayer,
    );
    return {
      set,
      frame: textFrame({ ...layer, box }, variant.layout),
      lines: variant.layout.lines.filter((l) => l.width > 0).length,
      reading,
      covers,
      // What was estimated from afar gives way to what was measured.
      score: score - Math.min(PLENTY, margin) + Math.min(PLENTY, (reading.ratio ?? 0) / reading.needed),
    };
  });
  return {
    // Where it would be Lost is no place.
    spots: spots
      .filter((s) => s.reading.verdict !== 'lost')
      .sort((a, b) => b.score - a.score)
      .slice(0, most)
      .map(({ score: _, ...spot }) => spot),
    map: { width: look.width, height: look.height, step: look.step, values },
  };
}

/** Text at the left begins there, text at the right ends there: alignment goes with the place. */
function alignsWith(p: Candidate, size: Size): boolean {
  const { layer, layout, frame } = p.variant;
  if (layout.lines.length < 2) return true;
  const middle = (p.x + frame.width / 2) / size.width;
  return layer.align === 'start' ? middle < 0.62 : layer.align === 'end' ? middle > 0.6 : Math.abs(middle - 0.5) < 0.2;
}
