// Text layout: shaping with HarfBuzz, bidirectional order (UAX #9), line breaking (UAX #14), alignment.
import bidiFactory from 'bidi-js';
import * as hb from 'harfbuzzjs';
import LineBreaker from 'linebreak';
import type { Colour, Fill } from '../values/fill';
import type { PlacedText } from '../values/text';
import type { FontStore, GlyphSource, LoadedFont } from './font';
import { EMOJI_FACE, familyOf } from './catalogue';
import { looksOf, type ResolvedLook, scaleType, shownText } from './spans';

const bidi = bidiFactory();
const buffer = new hb.Buffer();

/** A glyph placed in the text's own coordinates (pixels; x to the right, y down; origin at the frame's top left). */
export interface PlacedGlyph {
  font: GlyphSource;
  glyph: number;
  x: number;
  y: number;
}

/** What is read as one: a shaped cluster (a letter with its marks, or a ligature). */
export interface Letter {
  /** Range of the text, in UTF-16 units. */
  start: number;
  end: number;
  line: number;
  /** Index of the word (run without white space); -1 for white space. */
  word: number;
  glyphs: PlacedGlyph[];
  /** Font size of its glyphs, px. */
  size: number;
  /** Index into the layout's inks. */
  ink: number;
  /** Of a letter in colours, the one that most of it has, hex; null for one that has the ink. */
  colour: string | null;
  /** Horizontal extent of the cluster. */
  left: number;
  right: number;
  rightToLeft: boolean;
}

export interface Line {
  start: number;
  /** After the last letter, trailing white space and line feed left out. */
  end: number;
  /** Including white space and line feed. */
  next: number;
  left: number;
  width: number;
  baseline: number;
  top: number;
  bottom: number;
  /** Height of its capitals, px. */
  capHeight: number;
}

/** A rectangle that belongs to a run of letters on one line: an underline, or a highlight. */
export interface Stripe {
  x: number;
  y: number;
  width: number;
  height: number;
  /** Of an underline: index into the layout's inks. */
  ink: number;
  /** Of a highlight. */
  colour: Colour | null;
}

export interface TextLayout {
  letters: Letter[];
  /** Bullets and numbers of a list: painted with the letters, but not read as such. */
  markers: Letter[];
  lines: Line[];
  words: { text: string; start: number; end: number }[];
  /** What letters are filled with: null for the text's own fill, then fills of parts. */
  inks: (Fill | null)[];
  underlines: Stripe[];
  highlights: Stripe[];
  /** Extent of the lines with the padding. A one-line text is as wide as its line; a frame as wide as its box. */
  width: number;
  height: number;
  fontSize: number;
  xHeight: number;
  capHeight: number;
  /** Size of the smallest letters, px, and the weight they have. */
  smallest: number;
  smallestWeight: number;
  /** Left edge of the frame within the box, for a one-line text that has outgrown or undercut it. */
  offset: number;
  /** Letters that no font had. */
  missing: string[];
  /** Families that letters were taken from which the chosen one lacks. */
  borrowed: string[];
  /** Families that are not there, and are replaced. */
  missingFonts: string[];
  /** A word is too wide for the frame and had to be broken between letters. */
  broken: boolean;
}

interface Cluster {
  start: number;
  end: number;
  font: LoadedFont;
  advance: number;
  glyphs: { glyph: number; x: number; y: number }[];
  level: number;
  /** Index of its run. */
  run: number;
}

/**
 * Emoji and their sequences, as Unicode Technical Standard 51 builds them: flags of two letters, keycaps, tags, skin
 * tones, and several joined to one. A sign that may be either is one only where the text says so.
 */
const EMOJI_SEQUENCES =
  /\p{RI}\p{RI}|[0-9#*]\ufe0f?\u20e3|\p{Emoji}(?:\p{EMod}|\ufe0f)?(?:[\u{e0020}-\u{e007e}]+\u{e007f})?(?:\u200d\p{Emoji}(?:\p{EMod}|\ufe0f)?)*/gu;
const AS_PICTURE = /^\p{Emoji_Presentation}|[\ufe0f\u20e3\u200d]|\p{EMod}/u;
function emojiIn(text: string): { start: number; end: number }[] {
  return [...text.matchAll(EMOJI_SEQUENCES)]
    .filter(([s]) => AS_PICTURE.test(s) && !/^[0-9#*]$/.test(s))
    .map((m) => ({ start: m.index, end: m.index + m[0].length }));
}

/** The colour of the widest layer of a glyph in colours. */
function mainColour(font: LoadedFont, glyph: number): string | null {
  const layers = font.layers(glyph)?.filter((l) => l.colour !== null) ?? [];
  const width = (g: number): number => {
    const e = font.extent(g);
    return e ? e.right - e.left : 0;
  };
  return layers.length ? layers.reduce((a, b) => (width(b.glyph) > width(a.glyph) ? b : a)).colour : null;
}

/** Fonts are chosen by grapheme-like runs: a letter's marks stay with the font of their base. */
function fontRuns(
  text: string,
  start: number,
  end: number,
  fonts: LoadedFont[],
  missing: Set<string>,
): { start: number; end: number; font: LoadedFont }[] {
  const runs: { start: number; end: number; font: LoadedFont }[] = [];
  const emoji = fonts.find((f) => f.face.id === EMOJI_FACE),
    pictures = emoji
      ? emojiIn(text.slice(start, end)).map((r) => ({ start: start + r.start, end: start + r.end }))
      : [];
  for (let i = start; i < end;) {
    const c = text.codePointAt(i)!;
    const picture = pictures.find((r) => r.start === i);
    if (emoji && picture && emoji.has(c)) {
      const last = runs.at(-1);
      if (last?.font === emoji) last.end = picture.end;
      else runs.push({ ...picture, font: emoji });
      i = picture.end;
      continue;
    }
    const n = c > 0xffff ? 2 : 1;
    const last = runs.at(-1);
    const joins = /[\p{M}\u200c\u200d\ufe00-\ufe0f\u2060\s]/u.test(text.slice(i, i + n));
    let font =
      last && joins && (last.font.has(c) || !fonts.some((f) => f.has(c))) ? last.font : fonts.find((f) => f.has(c));
    if (!font) {
      if (!joins && !/\p{Cc}|\p{Cf}/u.test(text.slice(i, i + n))) missing.add(text.slice(i, i + n));
      font = last?.font ?? fonts[0];
    }
    if (last && last.font === font) last.end = i + n;
    else runs.push({ start: i, end: i + n, font });
    i += n;
  }
  return runs;
}

type Shaped = Omit<Cluster, 'run'>;

/** Shapes text[start, end) with one font and direction; clusters in logical order, positions in pixels. */
function shapeRun(
  text: string,
  start: number,
  end: number,
  font: LoadedFont,
  level: number,
  size: number,
  spacing: number,
): Shaped[] {
  buffer.reset();
  buffer.addText(text, start, end - start);
  buffer.guessSegmentProperties();
  buffer.setDirection(level & 1 ? hb.Direction.RTL : hb.Direction.LTR);
  // Letter spacing breaks ligatures apart, as every typesetter expects.
  hb.shape(font.hbFont, buffer, spacing !== 0 ? [new hb.Feature('liga', 0), new hb.Feature('clig', 0)] : undefined);
  const k = size / font.unitsPerEm;
  const clusters = new Map<number, Shaped>();
  const infos = buffer.getGlyphInfos();
  const positions = buffer.getGlyphPositions();
  infos.forEach((info, i) => {
    const p = positions[i];
    let c = clusters.get(info.cluster);
    if (!c) clusters.set(info.cluster, (c = { start: info.cluster, end: end, font, advance: 0, glyphs: [], level }));
    c.glyphs.push({ glyph: info.codepoint, x: c.advance + p.xOffset * k, y: -p.yOffset * k });
    c.advance += p.xAdvance * k;
  });
  const ordered = [...clusters.values()].sort((a, b) => a.start - b.start);
  ordered.forEach((c, i) => {
    c.end = ordered[i + 1]?.start ?? end;
    if (spacing !== 0) {
      c.advance += spacing;
      if (level & 1) for (const g of c.glyphs) g.x += spacing;
    }
  });
  return ordered;
}

/** Runs longer than this are broken for shaping at white space, so that the cost of a very long text stays linear. */
const shapeCache = new Map<string, Shaped[]>();
const SHAPE_CACHE = 3000;

function shapeCached(
  text: string,
  start: number,
  end: number,
  font: LoadedFont,
  level: number,
  size: number,
  spacing: number,
  run: number,
): Cluster[] {
  const key = `${font.face.id}|${level & 1}|${size}|${spacing}|${text.slice(start, end)}`;
  let shaped = shapeCache.get(key);
  if (!shaped) {
    shaped = shapeRun(text.slice(start, end), 0, end - start, font, level, size, spacing);
    if (shapeCache.size >= SHAPE_CACHE) shapeCache.delete(shapeCache.keys().next().value!);
    shapeCache.set(key, shaped);
  }
  return shaped.map(({ font, advance, glyphs, start: s, end: e }) => ({
    start: s + start,
    end: e + start,
    font,
    advance,
    glyphs,
    level,
    run,
  }));
}

type Paragraph = { start: number; end: number; level: number };

/** Letters and marks that can make text run leftwards. */
const LEFTWARDS =
  /[\u0590-\u08ff\u200f\u202a-\u202e\u2066-\u2069\ufb1d-\ufdff\ufe70-\ufefc\u{10800}-\u{10fff}\u{1e800}-\u{1efff}]/u;

/** Embedding levels (UAX #9); text in which nothing runs leftwards is on level 0 throughout. */
function levelsOf(text: string, direction: PlacedText['direction']): ReturnType<typeof bidi.getEmbeddingLevels> {
  if (direction !== 'rtl' && !LEFTWARDS.test(text))
    return {
      levels: new Uint8Array(Math.max(1, text.length)),
      paragraphs: [{ start: 0, end: Math.max(0, text.length - 1), level: 0 }],
    };
  return bidi.getEmbeddingLevels(text || ' ', direction === 'auto' ? undefined : direction);
}

/** Ranges [start, end) between hard breaks; CR LF counts as one. */
function paragraphs(text: string): { start: number; end: number; next: number }[] {
  const out: { start: number; end: number; next: number }[] = [];
  let from = 0;
  for (const m of text.matchAll(/\r\n|[\n\r\u2028\u2029\u0085]/g)) {
    out.push({ start: from, end: m.index, next: m.index + m[0].length });
    from = m.index + m[0].length;
  }
  out.push({ start: from, end: text.length, next: text.length });
  return out;
}

/** Single line breaks read as spaces where lines run on; an empty line stays one. As long as it was. */
const runningOn = (text: string, breaks: PlacedText['breaks']): string =>
  breaks === 'typed'
    ? text
    : text.replace(/(?<![\n\r\u2028\u2029\u0085])(\r\n|[\n\r\u2028\u2029\u0085])(?![\n\r\u2028\u2029\u0085]|$)/g, (m) =>
        ' '.repeat(m.length),
      );

const isSpace = (c: string): boolean => /[\s\u200b]/.test(c) && c !== '\u00a0' && c !== '\u202f';

/** A run of one look with the fonts for it. */
interface Run {
  start: number;
  end: number;
  look: ResolvedLook;
  fonts: LoadedFont[];
  ink: number;
}

/**
 * How far above and below its baseline a line reaches for letters of a look: the font's extent, leading added evenly as
 * CSS does.
 */
function reach({ look, fonts: [font] }: Run, lineHeight: number): { above: number; below: number; cap: number } {
  const ascent = font.ascent * look.fontSize,
    descent = font.descent * look.fontSize,
    leading = lineHeight * look.fontSize;
  const above = (leading - ascent - descent) / 2 + ascent;
  return { above, below: leading - above, cap: font.capHeight * look.fontSize };
}

/** Least and greatest x of a line's ink, from its left end; null without ink. */
function inkExtent(
  clusters: readonly Cluster[],
  sizeOf: (c: Cluster) => number,
): { left: number; right: number } | null {
  let x = 0,
    left = Infinity,
    right = -Infinity;
  for (const c of clusters) {
    for (const g of c.glyphs) {
      const e = c.font.extent(g.glyph);
      if (!e) continue;
      const k = sizeOf(c) / c.font.unitsPerEm;
      left = Math.min(left, x + g.x + e.left * k);
      right = Math.max(right, x + g.x + e.right * k);
    }
    x += c.advance;
  }
  return right > left ? { left, right } : null;
}

const MARKER_GAP = 0.45;
/** Least room for a list's markers, em. */
const MARKER_ROOM = 0.55;

/**
 * Lays a text out in its own coordinates. The fonts it needs must have been loaded (`FontStore.ensure`).
 * @throws Error where no font is loaded
 */
export function layoutText(layer: PlacedText, store: FontStore): TextLayout {
  if (!layer.fit || layer.frame !== 'frame') return layoutAsSet(layer, store);
  const at = (size: number): { layer: PlacedText; layout: TextLayout } => {
    const scaled = { ...layer, fit: null, grow: false };
    scaleType(scaled, size / layer.fontSize);
    return { layer: scaled, layout: layoutAsSet(scaled, store) };
  };
  const fits = ({ layout }: { layout: TextLayout }): boolean =>
    layout.height <= layer.box.height + 0.01 &&
    layout.lines.every((l) => l.width <= layer.box.width - layer.padding.left - layer.padding.right + 0.01) &&
    !layout.broken;
  // Halves of a pixel: finer steps cannot be told apart.
  let low = Math.ceil(Math.min(layer.fit.least, layer.fit.most) * 2),
    high = Math.floor(Math.max(layer.fit.least, layer.fit.most) * 2);
  let best = at(low / 2).layout;
  while (low <= high) {
    const mid = (low + high) >> 1,
      tried = at(mid / 2);
    if (fits(tried)) {
      best = tried.layout;
      low = mid + 1;
    } else high = mid - 1;
  }
  return best;
}

function layoutAsSet(layer: PlacedText, store: FontStore): TextLayout {
  // Lone surrogates are not text; they are shown as the replacement character.
  const text = runningOn(shownText(layer).toWellFormed(), layer.list === 'none' ? layer.breaks : 'typed');
  const inks: (Fill | null)[] = [null];
  const missingFonts = new Set<string>();
  const runs: Run[] = looksOf(layer).map(({ start, end, look }) => {
    const fonts = store.fonts(look.font, text);
    if (!fonts.length) throw new Error(`the font ${look.font.family} is not loaded`);
    if (!store.knows(look.font.family)) missingFonts.add(look.font.family);
    let ink = look.fill ? inks.indexOf(look.fill) : 0;
    if (ink < 0) ink = inks.push(look.fill) - 1;
    return { start, end, look, fonts, ink };
  });
  const [primary] = store.fonts(layer.font, '');
  const size = layer.fontSize;
  const missing = new Set<string>(),
    borrowed = new Set<string>();
  const { padding } = layer;
  const embedding = levelsOf(text, layer.direction);
  const levelAt = (i: number): number => embedding.levels[i] ?? 0;
  const runAt = (i: number): number =>
    Math.max(
      0,
      runs.findIndex((r) => i >= r.start && i < r.end),
    );

  const shape = (of: string, from: number, to: number, level: number, run: number): Cluster[] => {
    const { look, fonts } = runs[run];
    return fontRuns(of, from, to, fonts, missing).flatMap((f) => {
      if (f.font !== fonts[0] && /\S/.test(of.slice(f.start, f.end))) borrowed.add(f.font.face.id);
      return shapeCached(of, f.start, f.end, f.font, level, look.fontSize, look.letterSpacing * look.fontSize, run);
    });
  };
  const paras = paragraphs(text);
  // A list's markers are set like the beginning of their paragraph and hang before it, all in a column of one width.
  let number = 0;
  const markers = paras.map((para): { clusters: Cluster[]; width: number } | null => {
    if (layer.list === 'none' || para.end === para.start) return null;
    const clusters =
      layer.list === 'bullets'
        ? shape('\u2022', 0, 1, 0, runAt(para.start))
        : shape(`${++number}.`, 0, `${number}.`.length, 0, runAt(para.start));
    return { clusters, width: clusters.reduce((w, c) => w + c.advance, 0) };
  });
  const indent =
    layer.list === 'none' ? 0 : Math.max(MARKER_ROOM * size, ...markers.map((m) => m?.width ?? 0)) + MARKER_GAP * size;
  const limit =
    layer.frame === 'frame' ? Math.max(1, layer.box.width - padding.left - padding.right - indent) : Infinity;

  type Laid = Line & {
    clusters: Cluster[];
    level: number;
    marker: { clusters: Cluster[]; width: number } | null;
    ink: { left: number; right: number } | null;
  };
  const lines: Laid[] = [];
  let broken = false;
  paras.forEach((para, n) => {
    const level =
      (embedding.paragraphs as Paragraph[]).find((p) => para.start >= p.start && para.start <= p.end)?.level ??
      embedding.paragraphs[0]?.level ??
      0;
    const clusters: Cluster[] = [];
    for (let i = para.start; i < para.end;) {
      const run = runAt(i);
      let j = i + 1;
      while (j < para.end && levelAt(j) === levelAt(i) && j < runs[run].end) j++;
      clusters.push(...shape(text, i, j, levelAt(i), run));
      i = j;
    }
    const allowed = limit === Infinity ? new Set<number>() : opportunities(text, para);
    let cut = breakLines(text, para, clusters, limit, allowed);
    broken ||= cut.broken;
    if (layer.balance && cut.lines.length > 1 && !cut.broken) cut = balanced(text, para, clusters, limit, allowed, cut);
    cut.lines.forEach((line, i) =>
      lines.push({
        ...line,
        level,
        marker: i === 0 ? markers[n] : null,
        ink: null,
        left: 0,
        width: 0,
        baseline: 0,
        top: 0,
        bottom: 0,
        capHeight: 0,
      }),
    );
  });

  const byInk = layer.placedBy === 'ink';
  let y = 0;
  for (const line of lines) {
    const shown = line.clusters.filter((c) => c.start < line.end);
    const last = shown.at(-1),
      spacing = last ? runs[last.run].look.letterSpacing * runs[last.run].look.fontSize : 0;
    line.width = shown.reduce((w, c) => w + c.advance, 0) - (spacing > 0 ? spacing : 0);
    line.clusters = visualOrder(shown, embedding, text, line.start, line.end);
    if (byInk) line.ink = inkExtent(line.clusters, (c) => runs[c.run].look.fontSize);
    const involved = [...new Set(shown.map((c) => c.run))].map((r) => runs[r]);
    const reaches = (involved.length ? involved : [runs[runAt(line.start)]]).map((r) => reach(r, layer.lineHeight));
    const above = Math.max(...reaches.map((r) => r.above)),
      below = Math.max(...reaches.map((r) => r.below));
    line.capHeight = Math.max(...reaches.map((r) => r.cap));
    line.top = y;
    line.bottom = y + above + below;
    line.baseline = y + above - layer.baselineShift * size;
    y = line.bottom;
  }

  // Placed by its ink, a text is as high as from its first capitals to its last baseline, and as wide as its letters.
  const first = lines[0],
    last = lines[lines.length - 1];
  const top = byInk ? first.baseline - first.capHeight : 0,
    bottom = byInk ? Math.max(top + 1, last.baseline) : y;
  const widthOf = (l: Laid): number => (byInk && l.ink ? l.ink.right - l.ink.left : l.width);
  const natural = Math.max(0, ...lines.map(widthOf)) + indent;
  const width = layer.frame === 'frame' ? layer.box.width : natural + padding.left + padding.right;
  const height = bottom - top + padding.top + padding.bottom;
  const free = layer.frame === 'frame' && !layer.grow ? layer.box.height - height : 0;
  const down = padding.top - top + (layer.vertical === 'middle' ? free / 2 : layer.vertical === 'bottom' ? free : 0);
  const slack = layer.box.width - width;
  const atRight = (level: number): boolean => (layer.align === 'end') !== ((level & 1) === 1);
  const offset =
    layer.frame === 'frame' ? 0 : layer.align === 'centre' ? slack / 2 : atRight(lines[0].level) ? slack : 0;

  const words: TextLayout['words'] = [];
  for (const m of text.matchAll(/[^\s\u200b]+/gu))
    words.push({ text: m[0], start: m.index, end: m.index + m[0].length });
  let w = 0;
  const wordAt = (i: number): number => {
    while (w > 0 && words[w]?.start > i) w--;
    while (w < words.length - 1 && words[w].end <= i) w++;
    return words[w] && i >= words[w].start && i < words[w].end ? w : -1;
  };

  const letters: Letter[] = [],
    marks: Letter[] = [],
    underlines: Stripe[] = [],
    highlights: Stripe[] = [];
  const letterOf = (c: Cluster, x: number, line: Laid, index: number, word: number): Letter => {
    const { look, ink } = runs[c.run];
    const shift = (look.baselineShift - layer.baselineShift) * look.fontSize;
    return {
      start: c.start,
      end: c.end,
      line: index,
      word,
      size: look.fontSize,
      ink,
      colour: c.glyphs.reduce<string | null>((found, g) => found ?? mainColour(c.font, g.glyph), null),
      glyphs: c.glyphs.map((g) => ({ font: c.font, glyph: g.glyph, x: x + g.x, y: line.baseline - shift + g.y })),
      left: x,
      right: x + c.advance,
      rightToLeft: (c.level & 1) === 1,
    };
  };
  lines.forEach((line, index) => {
    line.top += down;
    line.bottom += down;
    line.baseline += down;
    const rtl = (line.level & 1) === 1,
      shown = widthOf(line),
      lead = byInk && line.ink ? line.ink.left : 0;
    const from = offset + padding.left + (rtl ? 0 : indent),
      room = width - padding.left - padding.right - indent - shown;
    line.left = from + (layer.align === 'centre' ? room / 2 : atRight(line.level) ? room : 0) - lead;
    let x = line.left;
    for (const c of line.clusters) {
      const letter = letterOf(c, x, line, index, wordAt(c.start)),
        { look, ink, fonts } = runs[c.run];
      letters.push(letter);
      const stripe = (into: Stripe[], y: number, height: number, colour: Colour | null): void => {
        const before = into.at(-1);
        if (
          before &&
          before.y === y &&
          before.height === height &&
          before.ink === ink &&
          JSON.stringify(before.colour) === JSON.stringify(colour) &&
          Math.abs(before.x + before.width - x) < 0.01
        )
          before.width += c.advance;
        else into.push({ x, y, width: c.advance, height, ink, colour });
      };
      const shift = (look.baselineShift - layer.baselineShift) * look.fontSize;
      if (look.underline)
        stripe(
          underlines,
          line.baseline - shift + fonts[0].underline.below * look.fontSize,
          fonts[0].underline.thickness * look.fontSize,
          null,
        );
      if (look.highlight !== null)
        stripe(
          highlights,
          line.baseline - fonts[0].ascent * look.fontSize * 0.92,
          (fonts[0].ascent * 0.92 + fonts[0].descent * 0.9) * look.fontSize,
          look.highlight,
        );
      x += c.advance;
    }
    if (line.marker) {
      // Right before the text, on the side where it begins.
      let mx = rtl
        ? line.left + line.width + MARKER_GAP * size
        : line.left + lead - MARKER_GAP * size - line.marker.width;
      for (const c of line.marker.clusters) {
        marks.push({ ...letterOf(c, mx, line, index, -1), start: line.start, end: line.start });
        mx += c.advance;
      }
    }
  });
  const smallest = letters.reduce<Letter | null>(
    (s, l) => (l.word >= 0 && (s === null || l.size < s.size) ? l : s),
    null,
  );
  return {
    letters,
    markers: marks,
    lines: lines.map(({ clusters: _clusters, level: _level, marker: _marker, ink: _ink, ...line }) => line),
    words,
    inks,
    underlines,
    highlights,
    width,
    height,
    fontSize: size,
    xHeight: primary.xHeight * size,
    capHeight: primary.capHeight * size,
    smallest: smallest?.size ?? size,
    smallestWeight: smallest?.glyphs[0]?.font.face.weight ?? layer.font.weight,
    offset,
    missing: [...missing],
    borrowed: [...borrowed].map(familyOf),
    missingFonts: [...missingFonts],
    broken,
  };
}

type BrokenLine = { start: number; end: number; next: number; clusters: Cluster[] };

interface Broken {
  lines: BrokenLine[];
  broken: boolean;
}

type Span = { start: number; end: number; next: number };

/** Where a paragraph may be broken (UAX #14). */
function opportunities(text: string, para: Span): Set<number> {
  const breaker = new LineBreaker(text.slice(para.start, para.end)),
    allowed = new Set<number>();
  for (let b = breaker.nextBreak(); b; b = breaker.nextBreak()) allowed.add(b.position + para.start);
  return allowed;
}

/** Breaks one paragraph greedily where it may be broken; a word wider than the frame is broken between letters. */
function breakLines(
  text: string,
  para: Span,
  clusters: Cluster[],
  limit: number,
  allowed: ReadonlySet<number>,
): Broken {
  const make = (from: number, to: number, next: number, a: number, b: number): BrokenLine => {
    let end = to;
    while (end > from && isSpace(text[end - 1])) end--;
    return { start: from, end, next, clusters: clusters.slice(a, b) };
  };
  if (limit === Infinity || clusters.length === 0)
    return { lines: [make(para.start, para.end, para.next, 0, clusters.length)], broken: false };
  const out: BrokenLine[] = [];
  let first = 0,
    width = 0,
    inked = 0,
    candidate = -1,
    broken = false;
  for (let i = 0; i < clusters.length; i++) {
    const c = clusters[i];
    if (i > first && allowed.has(c.start)) candidate = i;
    width += c.advance;
    if (!isSpace(text[c.start])) inked = width;
    // A thousandth of a pixel of slack, so that a frame exactly as wide as its text does not wrap.
    if (inked > limit + 0.001 && i > first) {
      broken ||= candidate <= first;
      const at = candidate > first ? candidate : i;
      out.push(make(clusters[first].start, clusters[at].start, clusters[at].start, first, at));
      first = at;
      candidate = -1;
      width = inked = 0;
      i = at - 1;
    }
  }
  out.push(make(clusters[first]?.start ?? para.start, para.end, para.next, first, clusters.length));
  return { lines: out, broken };
}

/**
 * The narrowest way to break a paragraph into as many lines as it must have: none of them is left much shorter than the
 * others.
 */
function balanced(
  text: string,
  para: Span,
  clusters: Cluster[],
  limit: number,
  allowed: ReadonlySet<number>,
  greedy: Broken,
): Broken {
  let low = limit / greedy.lines.length / 2,
    high = limit,
    best = greedy;
  for (let i = 0; i < 12 && high - low > 0.5; i++) {
    const mid = (low + high) / 2,
      tried = breakLines(text, para, clusters, mid, allowed);
    if (tried.lines.length <= greedy.lines.length && !tried.broken) {
      best = tried;
      high = mid;
    } else low = mid;
  }
  return best;
}

/** Clusters of one line from left to right (UAX #9, rule L2). */
function visualOrder(
  clusters: Cluster[],
  embedding: ReturnType<typeof bidi.getEmbeddingLevels>,
  text: string,
  start: number,
  end: number,
): Cluster[] {
  if (clusters.every((c) => (c.level & 1) === 0)) return clusters;
  const order = Array.from({ length: end - start }, (_, i) => start + i);
  for (const [a, b] of bidi.getReorderSegments(text, embedding, start, end - 1)) {
    const part = order.slice(a - start, b - start + 1).reverse();
    order.splice(a - start, part.length, ...part);
  }
  const place = new Map(order.map((i, n) => [i, n]));
  return [...clusters].sort((p, q) => (place.get(p.start) ?? 0) - (place.get(q.start) ?? 0));
}
