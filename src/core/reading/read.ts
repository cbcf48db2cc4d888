// The reading of a text: painted, measured, judged. The definition is reading.md; this file puts its steps together.
import { zoneEntered } from '../arrange/zones';
import { oklab } from '../colour/oklab';
import { type Seeing, seen, strokesKept } from '../colour/seeing';
import { luminance, rgba } from '../colour/srgb';
import type { Box } from '../ground/box';
import { scaledBox, touch, union } from '../ground/box';
import { shot } from '../ground/surface';
import { compose, type Transform } from '../ground/transform';
import { hoverContrast, LEAST_TARGET, type TextLayer } from '../kinds/text';
import { densityOf, SMALLEST_SHOWN } from '../piece/destinations';
import { layerIn, textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter, PaintOptions } from '../scene/painter';
import { reachOf } from '../scene/reach';
import { overflows, textFrame, textTransform } from '../type/frame';
import type { TextLayout } from '../type/layout';
import { hexOf } from '../values/swatches';
import { busyGrid, type BusyGrid, busyness, cellMeans } from './busyness';
import { coloursOf, type LetterColours, type LetterRead, readLetters, readOf } from './contrast-of-letters';
import { HALO, LEAST_HALO, textHalo, type TextHalo } from './halo';
import { hasLikeLetters } from './like-letters';
import { baseRatio, busynessFactor, letterVerdict, UNSEEN, type Verdict, verdictOf, worstVerdict } from './verdict';

const PLAINLY: Seeing = { kind: 'plain' };

export type Flag =
  | 'too-small'
  | 'unseen'
  | 'covered'
  | 'outside'
  | 'cut'
  | 'keep-clear'
  | 'small-target'
  | 'weak-hover'
  | 'overflow'
  | 'missing-letters'
  | 'missing-font'
  | 'unfound'
  | 'few'
  | 'colour-only'
  | 'melts'
  | 'thin'
  | 'like-letters'
  | 'empty';

export interface LetterReading {
  /** Range of the text. */
  start: number;
  end: number;
  /** Contrast ratio 1..21. */
  ratio: number;
  /** A whole side of it melts into the picture: at best it is Strained. */
  melts: boolean;
  clear: boolean;
  /** Upright box of the ink on the slide. */
  box: Box;
  word: number;
  line: number;
}

export interface Reading {
  layer: string;
  /** The weakest letter's ratio; null where there is no letter to measure. */
  ratio: number | null;
  /** Ratio needed here, busyness counted in. */
  needed: number;
  /** Ratio needed over a calm backdrop. */
  base: number;
  verdict: Verdict | null;
  weakestWord: string | null;
  /** Where the weakest word stands in the text. */
  weakestRange: { start: number; end: number } | null;
  /** Upright box of that word's ink on the slide, in the line where it is weakest. */
  weakestBox: Box | null;
  /** Share of letters that are Clear, 0..1; how many letters there are. */
  share: number;
  count: number;
  median: number | null;
  /** 0..100. */
  busyness: number;
  /** Font size as people see it, CSS px. */
  shownPx: number;
  flags: Flag[];
  /** Letters that the join of two slides cuts: they count on neither. */
  cut: string;
  /** The first letter of which a side melts into the picture, where that is all it lacks; else empty. */
  melting: string;
  words: { text: string; ratio: number }[];
  lines: { line: number; ratio: number }[];
  letters: LetterReading[];
}

/** A reading without what is known of each letter, which is most of it: for lists. */
export const withoutLetters = <R extends Pick<Reading, 'letters'>>(reading: R): R => ({ ...reading, letters: [] });

/** What is kept of a text between measurements: it only depends on the text and its place. */
export interface TextProbe {
  layer: TextLayer;
  layout: TextLayout;
  /** Pixels that are measured to one of the size. */
  scale: number;
  /** Its region and letters are in those pixels; lengths and bounds in the size's. */
  halo: TextHalo;
  grid: BusyGrid;
  shownPx: number;
  base: number;
  flags: Flag[];
  /** Letters that the join of two slides cuts. */
  cut: string;
}

/**
 * Letters from this size on, px, are made as small for a rough measurement: their halo is a little wider than the
 * narrowest there is.
 */
const LARGE = (1.4 * LEAST_HALO) / HALO;
/**
 * Of a rough measurement: about how many cells tell how busy it is, and at how many places between two pixels letters
 * stand.
 */
interface Rough {
  cells: number;
  steps: number;
}
const ROUGH: Rough = { cells: 7_000, steps: 2 };

/**
 * Prepares a text for measuring in one size. Its fonts must be loaded.
 * @param rough for a curve, not for a verdict: large letters made smaller, busyness by fewer cells
 */
export function probeText(painter: Painter, piece: Piece, size: Size, layer: TextLayer, rough = false): TextProbe {
  const { smallest } = painter.layout(layerIn(layer, size, piece.sizes[0]));
  // In whole pixels, so that letters are known from widths beside.
  const scale = rough ? Math.max(1, Math.round(Math.min(smallest, LARGE))) / smallest : 1;
  return probeAt(painter, piece, size, layer, scale, rough ? ROUGH : undefined);
}

/**
 * The same in other pixels.
 * @param scale pixels to one of the size @param rough for a curve, not for a verdict
 * @param density pixels of the screen to a CSS pixel
 */
export function probeAt(
  painter: Painter,
  piece: Piece,
  size: Size,
  layer: TextLayer,
  scale: number,
  rough?: Rough,
  density: number = densityOf(size),
): TextProbe {
  const placed = layerIn(layer, size, piece.sizes[0]);
  const layout = painter.layout(placed);
  const t = compose([scale, 0, 0, scale, 0, 0], textTransform(placed, layout));
  const all = haloIn(layout, t, size, scale, density, rough?.steps);
  const { halo, cut, outside } = withoutCut(all, placed, size);
  const grid = busyGrid(layout, t, halo.stroke, halo.region, rough?.cells);
  // The smallest letters decide what is needed.
  const shownPx = (layout.smallest * size.shownWidth) / size.width;
  const flags: Flag[] = [];
  if (halo.letters.length === 0 && halo.outside.length === 0) flags.push('empty');
  if (shownPx < SMALLEST_SHOWN) flags.push('too-small');
  if (outside) flags.push('outside');
  if (cut.length) flags.push('cut');
  if (overflows(placed, layout)) flags.push('overflow');
  if (layout.missing.length) flags.push('missing-letters');
  if (layout.missingFonts.length) flags.push('missing-font');
  if (placed.traced?.unfound) flags.push('unfound');
  if (inKeepClear(halo, size)) flags.push('keep-clear');
  if (placed.button) {
    const { width, height } = textFrame(placed, layout);
    if ((Math.min(width, height) * size.shownWidth) / size.width < LEAST_TARGET - 0.01) flags.push('small-target');
    if (hoverContrast(placed, piece) < baseRatio(piece.goal, shownPx, layout.smallestWeight)) flags.push('weak-hover');
  }
  return {
    layer: placed,
    layout,
    scale,
    halo,
    grid,
    shownPx,
    base: baseRatio(piece.goal, shownPx, layout.smallestWeight),
    flags,
    cut: cut.map((l) => layer.text.slice(layout.letters[l].start, layout.letters[l].end)).join(''),
  };
}

/** The halo of a text, measured in so many pixels to one of the size. @param t from the layout to those pixels */
function haloIn(
  layout: TextLayout,
  t: Transform,
  size: Size,
  scale: number,
  density: number,
  steps?: number,
): TextHalo {
  const slide = { width: Math.round(size.width * scale), height: Math.round(size.height * scale) },
    shown = ((size.shownWidth / size.width) * density) / scale,
    halo = textHalo(layout, t, slide, Math.ceil(layout.xHeight * scale), shown, steps);
  if (scale === 1) return halo;
  return {
    ...halo,
    stroke: halo.stroke / scale,
    ink: halo.ink && scaledBox(halo.ink, 1 / scale),
    bounds: halo.bounds.map(({ letter, ...box }) => ({ letter, ...scaledBox(box, 1 / scale) })),
  };
}

/** Where a text is measured, in pixels of the size. */
const regionOf = ({ halo, scale }: TextProbe): Box => scaledBox(halo.region, 1 / scale);

/**
 * The letters that count on this slide. Of a text that goes on over the join of two slides, those beyond it belong to
 * the neighbour, and those that it cuts are letters of neither.
 */
function withoutCut(
  halo: TextHalo,
  { carry, guest }: TextLayer,
  size: Size,
): { halo: TextHalo; cut: number[]; outside: boolean } {
  const off = [...halo.outside, ...halo.partly];
  if (!carry) return { halo, cut: [], outside: off.length > 0 };
  // A guest comes from one side; it may go on to the other.
  const left = guest ? guest.by < 0 || carry.before > guest.by : carry.before > 0,
    right = guest ? guest.by > 0 || carry.after > -guest.by : carry.after > 0;
  const box = new Map(halo.bounds.map((b) => [b.letter, b]));
  const joins = (n: number): boolean => {
    const { x, y, width, height } = box.get(n)!;
    return (
      y >= -0.5 && y + height <= size.height + 0.5 && (x >= -0.5 || left) && (x + width <= size.width + 0.5 || right)
    );
  };
  const cut = halo.partly.filter((n) => joins(n) && !halo.outside.includes(n));
  return {
    halo: { ...halo, letters: halo.letters.filter((l) => !cut.includes(l.letter)) },
    cut,
    outside: off.some((n) => !joins(n)),
  };
}

const inKeepClear = (halo: TextHalo, size: Size): boolean => halo.bounds.some((b) => zoneEntered(b, size) !== null);

/** The pictures of a text's region: without its ink, and flooded with each of its inks. */
export interface Pair {
  backdrop: Uint8ClampedArray;
  /** One for each ink of the layout: as large as the region, or a single pixel where it is the same all over. */
  inks: Uint8ClampedArray[];
}

/** Is the ink of a text the same whatever lies below it? */
export const inkIsOpaque = (piece: Pick<Piece, 'swatches'>, { layer, layout }: TextProbe): boolean =>
  layer.opacity === 1 &&
  layer.blend === 'normal' &&
  layout.inks.every((own) => {
    const fill = own ?? layer.fill;
    return fill.kind === 'colour' && rgba(hexOf(fill.colour, piece)).a === 1;
  });

/** Ids of the visible layers above a text that may paint where it is measured. */
function layersOver(painter: Painter, piece: Piece, slide: Slide, size: Size, probe: TextProbe): Set<string> {
  const { layer } = probe,
    region = regionOf(probe),
    at = slide.layers.findIndex((l) => l.id === layer.id),
    above = slide.layers.slice(at + 1);
  if (!above.some((l) => l.visible)) return new Set();
  const placed = painter.sceneOf(piece, slide, size).layers.slice(at + 1);
  return new Set(placed.filter((l) => l.visible && touch(reachOf(painter, l), region)).map((l) => l.id));
}

/**
 * The inks of a text where they need not be painted: plain, opaque, with nothing over them. One pixel each; else null.
 */
function plainInks(painter: Painter, piece: Piece, slide: Slide, size: Size, probe: TextProbe): Pair['inks'] | null {
  if (!inkIsOpaque(piece, probe) || layersOver(painter, piece, slide, size, probe).size) return null;
  return probe.layout.inks.map((own) => {
    const { r, g, b } = rgba(hexOf((own ?? probe.layer.fill).colour, piece));
    return Uint8ClampedArray.of(r, g, b, 255);
  });
}

/** Pixels of the region in which a text is measured, RGBA. */
function regionShot(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  { scale, halo: { region } }: TextProbe,
  options: PaintOptions,
): Uint8ClampedArray {
  const { x, y, width, height } = region;
  return shot(painter.studio, width, height, (on) => painter.paint(on, piece, slide, size, { scale, x, y }, options));
}

/**
 * Paints the region of a text without its ink, and flooded with each ink that letters have.
 * @param inks those pictures, where they are known from before
 */
export function paintPair(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  probe: TextProbe,
  options: PaintOptions = {},
  inks: Pair['inks'] | null = null,
): Pair {
  const { region } = probe.halo;
  const shown = (mode: { as: 'none' } | { as: 'flood'; ink: number }): Uint8ClampedArray =>
    regionShot(painter, piece, slide, size, probe, { ...options, ink: { layer: probe.layer.id, ...mode } });
  if (region.width === 0 || region.height === 0) return { backdrop: new Uint8ClampedArray(), inks: [] };
  const used = new Set(probe.halo.letters.map((l) => probe.layout.letters[l.letter].ink));
  return {
    backdrop: shown({ as: 'none' }),
    inks:
      inks ??
      plainInks(painter, piece, slide, size, probe) ??
      probe.layout.inks.map((_, ink) => (used.has(ink) ? shown({ as: 'flood', ink }) : new Uint8ClampedArray())),
  };
}

/**
 * Judges a text from its two pictures.
 * @param seeing to which eyes, in which light @param lines also whether lines in the picture look like its letters
 */
export function judge(probe: TextProbe, pair: Pair, covered = false, seeing: Seeing = PLAINLY, lines = true): Reading {
  const { layout, halo, grid } = probe;
  const own =
    seeing.kind === 'plain'
      ? pair
      : { backdrop: seen(pair.backdrop, seeing), inks: pair.inks.map((i) => seen(i, seeing)) };
  const busy = halo.letters.length ? busyness(grid, cellMeans(grid, own.backdrop)) : 0;
  const colours = coloursOf(probe, own);
  const letters = readLetters(
    colours,
    undefined,
    0,
    strokesKept(seeing, (halo.stroke * probe.shownPx) / Math.max(1, layout.smallest)),
  );
  const reading = readingFrom(probe, letters, busy, covered, layout, colours);
  return lines && likeLetters(probe, own.backdrop, colours)
    ? { ...reading, flags: [...reading.flags, 'like-letters'] }
    : reading;
}

/** Are there lines in the picture that are like the letters of a text beside them? */
function likeLetters(
  { halo, layout, scale }: TextProbe,
  backdrop: Uint8ClampedArray,
  colours: readonly LetterColours[],
): boolean {
  const inks = [...new Set(colours.map(({ ink }) => luminance(ink[0], ink[1], ink[2])))];
  return (
    inks.length > 0 &&
    hasLikeLetters(halo, layout.fontSize * scale, layout.xHeight * scale, halo.stroke * scale, backdrop, inks)
  );
}

/** From this share of Clear letters on those that are not are few. */
const FEW = 0.9;
/** Strokes of about a pixel of the screen deliver this much of their ink. */
const A_PIXEL = 0.75;
/** Chroma apart, OKLab, by which colours are told apart that are equally light. */
const COLOURFUL = 0.15;

/** Are ink and surroundings of a letter told apart by their colour, whatever their lightness? */
function byColour({ ink, halo }: LetterColours): boolean {
  const mean = (c: Uint8Array): [number, number, number] => {
      const sum = [0, 0, 0];
      for (let i = 0; i < c.length; i++) sum[i % 3] += c[i];
      return sum.map((v) => (v * 3) / Math.max(1, c.length)) as [number, number, number];
    },
    [, a1, b1] = oklab(...mean(ink)),
    [, a2, b2] = oklab(...mean(halo));
  return Math.hypot(a1 - a2, b1 - b2) > COLOURFUL;
}

/**
 * The reading that those of its letters and a busyness amount to.
 * @param reads of the letters of the probe's halo @param colours of them, where they are known
 */
export function readingFrom(
  probe: TextProbe,
  reads: readonly LetterRead[],
  busy: number,
  covered: boolean,
  layout = probe.layout,
  colours?: readonly LetterColours[],
): Reading {
  const { halo } = probe,
    // Letters that cannot be told from a picture by their colour are told by nobody.
    unfound = probe.layer.traced?.unfound ?? null;
  const needed = probe.base * busynessFactor(busy);
  const boxes = new Map(halo.bounds.map((b) => [b.letter, b]));
  const letters: LetterReading[] = halo.letters.map((h, i) => {
    const l = layout.letters[h.letter],
      b = boxes.get(h.letter)!;
    return {
      start: l.start,
      end: l.end,
      ratio: reads[i].ratio,
      melts: reads[i].melts,
      clear: letterVerdict(reads[i], needed) === 'clear',
      box: { x: b.x, y: b.y, width: b.width, height: b.height },
      word: l.word,
      line: l.line,
    };
  });
  const weakest = letters.reduce<LetterReading | null>((w, l) => (w === null || l.ratio < w.ratio ? l : w), null);
  const ratio = weakest && Math.min(weakest.ratio, unfound?.ratio ?? Infinity);
  const least = (key: 'word' | 'line'): Map<number, number> => {
    const m = new Map<number, number>();
    for (const l of letters) m.set(l[key], Math.min(m.get(l[key]) ?? Infinity, l.ratio));
    return m;
  };
  const sorted = letters.map((l) => l.ratio).sort((a, b) => a - b);
  const word = weakest && weakest.word >= 0 ? layout.words[weakest.word] : null;
  const count = letters.length + (unfound?.letters ?? 0),
    share = letters.length ? letters.filter((l) => l.clear).length / count : 0,
    // The weakest by its number, unless another melts; what is found nowhere counts by its number alone.
    verdict =
      ratio === null ? null : worstVerdict([verdictOf(ratio, needed), ...letters.map((l) => letterVerdict(l, needed))]),
    melting = letters.find((l) => l.melts && verdictOf(l.ratio, needed) === 'clear'),
    flags = [...probe.flags];
  if (melting) flags.push('melts');
  if (verdict !== null && verdict !== 'clear') {
    if (share >= FEW) flags.push('few');
    if (letters.some((l, i) => !l.clear && halo.letters[i].delivered < A_PIXEL)) flags.push('thin');
    if (colours && weakest && byColour(colours[letters.indexOf(weakest)])) flags.push('colour-only');
  }
  if (covered) flags.push('covered');
  else if (ratio !== null && ratio < UNSEEN) flags.push('unseen');
  return {
    layer: probe.layer.id,
    ratio,
    needed,
    base: probe.base,
    verdict,
    weakestWord: word?.text ?? null,
    weakestRange: word ? { start: word.start, end: word.end } : null,
    weakestBox:
      weakest && union(letters.filter((l) => l.word === weakest.word && l.line === weakest.line).map((l) => l.box)),
    share,
    count,
    median: sorted.length ? sorted[sorted.length >> 1] : null,
    busyness: busy,
    shownPx: probe.shownPx,
    flags,
    cut: probe.cut,
    melting: melting ? probe.layer.text.slice(melting.start, melting.end) : '',
    words: [...least('word')]
      .filter(([w]) => w >= 0)
      .sort((a, b) => a[0] - b[0])
      .map(([w, ratio]) => ({ text: layout.words[w].text, ratio })),
    lines: [...least('line')].sort((a, b) => a[0] - b[0]).map(([line, ratio]) => ({ line, ratio })),
    letters,
  };
}

/** Is more than half of a text's ink hidden by what lies above it? */
export function isCovered(painter: Painter, piece: Piece, slide: Slide, size: Size, probe: TextProbe): boolean {
  const { region } = probe.halo;
  if (!region.width || !region.height || !probe.halo.letters.length) return false;
  const above = layersOver(painter, piece, slide, size, probe);
  if (!above.size) return false;
  const px = regionShot(painter, piece, slide, size, probe, { transparent: true, only: (l) => above.has(l.id) });
  let sum = 0,
    n = 0;
  for (const l of probe.halo.letters)
    for (let i = 0; i < l.ink.length; i += 7) {
      sum += px[l.ink[i] * 4 + 3];
      n++;
    }
  return n > 0 && sum / n > 0.6 * 255;
}

/**
 * The reading of one text of a slide in one size. Fonts and pictures must be there (`Painter.prepare`).
 * @param probe @param inks what is known of the text from before
 */
export function readText(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  layer: TextLayer,
  options: PaintOptions = {},
  probe = probeText(painter, piece, size, layer),
  inks: Pair['inks'] | null = null,
  seeing: Seeing = PLAINLY,
): Reading {
  const rough = options.quality === 'draft';
  return judge(
    probe,
    paintPair(painter, piece, slide, size, probe, options, inks),
    !rough && isCovered(painter, piece, slide, size, probe),
    seeing,
    // Not where strengths or widths are tried.
    !rough && !options.alter,
  );
}

/**
 * How one letter alone is told: only what lies round it is painted.
 * @param n index into the letters of the probe's halo @param inks what is known of the text from before
 */
export function readLetter(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  probe: TextProbe,
  n: number,
  options: PaintOptions = {},
  inks: Pair['inks'] | null = null,
): LetterRead {
  const { halo, layout } = probe,
    { region } = halo,
    letter = halo.letters[n],
    wide = region.width;
  let x0 = wide,
    y0 = region.height,
    x1 = 0,
    y1 = 0;
  for (const at of [letter.halo, letter.ink])
    for (let i = 0; i < at.length; i++) {
      const y = (at[i] / wide) | 0,
        x = at[i] - y * wide;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
    }
  const part = { x: region.x + x0, y: region.y + y0, width: x1 - x0 + 1, height: y1 - y0 + 1 };
  const moved = (at: Int32Array): Int32Array => at.map((i) => (((i / wide) | 0) - y0) * part.width + (i % wide) - x0);
  const own = { ...letter, halo: moved(letter.halo), ink: moved(letter.ink) },
    ink = layout.letters[letter.letter].ink;
  const known = inks?.[ink].length === 4 ? inks : null;
  const alone = { ...probe, halo: { ...halo, region: part, letters: [own] } },
    pair = paintPair(painter, piece, slide, size, alone, options, known);
  return readOf(coloursOf(alone, pair)[0]);
}

/** All visible texts of a slide, bottom to top. */
export function readSlide(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  seeing: Seeing = PLAINLY,
): Reading[] {
  return textsIn(piece, slide, size).map((l) => readText(painter, piece, slide, size, l, {}, undefined, null, seeing));
}
