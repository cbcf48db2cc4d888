// Text layout: shaping with HarfBuzz, bidirectional order (UAX #9), line breaking (UAX #14), alignment.
import bidiFactory from 'bidi-js';
import * as hb from 'harfbuzzjs';
import LineBreaker from 'linebreak';
import type { TextLayer } from '../piece/schema';
import type { FontStore, LoadedFont } from './font';

const bidi = bidiFactory();
const buffer = new hb.Buffer();

/** A glyph placed in the text's own coordinates (pixels; x to the right, y down; origin at the box's top left). */
export interface PlacedGlyph {
  font: LoadedFont;
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
}

export interface TextLayout {
  letters: Letter[];
  lines: Line[];
  words: { text: string; start: number; end: number }[];
  /** Extent of the lines. A one-line text is as wide as its line; a frame as wide as its box. */
  width: number;
  height: number;
  fontSize: number;
  xHeight: number;
  capHeight: number;
  /** Left edge of the frame within the box, for a one-line text that has outgrown or undercut it. */
  offset: number;
  /** Letters that no font had. */
  missing: string[];
}

interface Cluster {
  start: number;
  end: number;
  font: LoadedFont;
  advance: number;
  glyphs: { glyph: number; x: number; y: number }[];
  level: number;
}

/** The text as it is shown: letter case applied, without changing its length where Unicode would. */
export function shownText(layer: Pick<TextLayer, 'text' | 'case'>): string {
  if (layer.case === 'as-typed') return layer.text;
  const upper = layer.case === 'upper';
  let out = '';
  for (const c of layer.text) {
    const t = upper ? c.toUpperCase() : c.toLowerCase();
    out += t.length === c.length ? t : c;
  }
  return out;
}

/** Fonts are chosen by grapheme-like runs: a letter's marks stay with the font of their base. */
function fontRuns(text: string, start: number, end: number, fonts: LoadedFont[], missing: Set<string>): { start: number; end: number; font: LoadedFont }[] {
  const runs: { start: number; end: number; font: LoadedFont }[] = [];
  for (let i = start; i < end; ) {
    const c = text.codePointAt(i)!;
    const n = c > 0xffff ? 2 : 1;
    const last = runs.at(-1);
    const joins = /[\p{M}\u200c\u200d\ufe00-\ufe0f\u2060\s]/u.test(text.slice(i, i + n));
    let font = last && joins && (last.font.has(c) || !fonts.some((f) => f.has(c))) ? last.font : fonts.find((f) => f.has(c));
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

/** Shapes text[start, end) with one font and direction; clusters in logical order, positions in pixels. */
function shapeRun(text: string, start: number, end: number, font: LoadedFont, level: number, size: number, spacing: number): Cluster[] {
  buffer.reset();
  buffer.addText(text, start, end - start);
  buffer.guessSegmentProperties();
  buffer.setDirection(level & 1 ? hb.Direction.RTL : hb.Direction.LTR);
  // Letter spacing breaks ligatures apart, as every typesetter expects.
  hb.shape(font.hbFont, buffer, spacing !== 0 ? [new hb.Feature('liga', 0), new hb.Feature('clig', 0)] : undefined);
  const k = size / font.unitsPerEm;
  const clusters = new Map<number, Cluster>();
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
const shapeCache = new Map<string, Cluster[]>();
const SHAPE_CACHE = 3000;

function shapeCached(text: string, start: number, end: number, font: LoadedFont, level: number, size: number, spacing: number): Cluster[] {
  const key = `${font.face.id}|${level & 1}|${size}|${spacing}|${text.slice(start, end)}`;
  let shaped = shapeCache.get(key);
  if (!shaped) {
    shaped = shapeRun(text.slice(start, end), 0, end - start, font, level, size, spacing);
    if (shapeCache.size >= SHAPE_CACHE) shapeCache.delete(shapeCache.keys().next().value!);
    shapeCache.set(key, shaped);
  }
  return shaped.map((c) => ({ ...c, start: c.start + start, end: c.end + start, level }));
}

type Paragraph = { start: number; end: number; level: number };

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

const isSpace = (c: string): boolean => /[\s\u200b]/.test(c) && c !== '\u00a0' && c !== '\u202f';

/**
 * Lays a text out in its own coordinates. The fonts it needs must have been loaded (`FontStore.ensure`).
 * @throws Error where no font is loaded
 */
export function layoutText(layer: TextLayer, store: FontStore): TextLayout {
  const fonts = store.fonts(layer.font);
  if (!fonts.length) throw new Error(`the font ${layer.font.family} is not loaded`);
  const primary = fonts[0];
  // Lone surrogates are not text; they are shown as the replacement character.
  const text = shownText(layer).toWellFormed();
  const size = layer.fontSize;
  const spacing = layer.letterSpacing * size;
  const leading = layer.lineHeight * size;
  const missing = new Set<string>();
  const limit = layer.frame === 'frame' ? layer.box.width : Infinity;
  const embedding = bidi.getEmbeddingLevels(text || ' ', layer.direction === 'auto' ? undefined : layer.direction);
  const levelAt = (i: number): number => embedding.levels[i] ?? 0;

  const lines: (Line & { clusters: Cluster[]; level: number })[] = [];
  for (const para of paragraphs(text)) {
    const level = (embedding.paragraphs as Paragraph[]).find((p) => para.start >= p.start && para.start <= p.end)?.level ?? embedding.paragraphs[0]?.level ?? 0;
    const clusters: Cluster[] = [];
    for (let i = para.start; i < para.end; ) {
      let j = i + 1;
      while (j < para.end && levelAt(j) === levelAt(i)) j++;
      for (const run of fontRuns(text, i, j, fonts, missing)) clusters.push(...shapeCached(text, run.start, run.end, run.font, levelAt(i), size, spacing));
      i = j;
    }
    for (const piece of breakLines(text, para, clusters, limit)) lines.push({ ...piece, level, left: 0, width: 0, baseline: 0, top: 0, bottom: 0 });
  }

  const ascent = primary.ascent * size, descent = primary.descent * size;
  const glyphHeight = ascent + descent;
  lines.forEach((line, i) => {
    line.width = line.clusters.filter((c) => c.start < line.end).reduce((w, c) => w + c.advance, 0) - (spacing > 0 && line.end > line.start ? spacing : 0);
    line.top = i * leading;
    line.bottom = line.top + leading;
    // The font's own extent is centred in the line box, as CSS does with half-leading.
    line.baseline = line.top + (leading - glyphHeight) / 2 + ascent - layer.baselineShift * size;
  });
  const natural = Math.max(0, ...lines.map((l) => l.width));
  const width = layer.frame === 'frame' ? layer.box.width : natural;
  const slack = layer.box.width - width;
  const atRight = (level: number): boolean => (layer.align === 'end') !== ((level & 1) === 1);
  const offset = layer.frame === 'frame' ? 0 : layer.align === 'centre' ? slack / 2 : atRight(lines[0].level) ? slack : 0;

  const words: TextLayout['words'] = [];
  for (const m of text.matchAll(/[^\s\u200b]+/gu)) words.push({ text: m[0], start: m.index, end: m.index + m[0].length });
  let w = 0;
  const wordAt = (i: number): number => {
    while (w > 0 && words[w]?.start > i) w--;
    while (w < words.length - 1 && words[w].end <= i) w++;
    return words[w] && i >= words[w].start && i < words[w].end ? w : -1;
  };

  const letters: Letter[] = [];
  lines.forEach((line, index) => {
    const room = width - line.width;
    line.left = offset + (layer.align === 'centre' ? room / 2 : atRight(line.level) ? room : 0);
    let x = line.left;
    for (const c of visualOrder(line.clusters.filter((c) => c.start < line.end), embedding, text, line.start, line.end)) {
      letters.push({
        start: c.start,
        end: c.end,
        line: index,
        word: wordAt(c.start),
        glyphs: c.glyphs.map((g) => ({ font: c.font, glyph: g.glyph, x: x + g.x, y: line.baseline + g.y })),
        left: x,
        right: x + c.advance,
        rightToLeft: (c.level & 1) === 1,
      });
      x += c.advance;
    }
  });
  return {
    letters,
    lines: lines.map(({ clusters: _clusters, level: _level, ...line }) => line),
    words,
    width,
    height: lines.length * leading,
    fontSize: size,
    xHeight: primary.xHeight * size,
    capHeight: primary.capHeight * size,
    offset,
    missing: [...missing],
  };
}

type BrokenLine = { start: number; end: number; next: number; clusters: Cluster[] };

/** Breaks one paragraph greedily at the opportunities of UAX #14; a word wider than the frame is broken between letters. */
function breakLines(text: string, para: { start: number; end: number; next: number }, clusters: Cluster[], limit: number): BrokenLine[] {
  const make = (from: number, to: number, next: number, a: number, b: number): BrokenLine => {
    let end = to;
    while (end > from && isSpace(text[end - 1])) end--;
    return { start: from, end, next, clusters: clusters.slice(a, b) };
  };
  if (limit === Infinity || clusters.length === 0) return [make(para.start, para.end, para.next, 0, clusters.length)];
  const breaker = new LineBreaker(text.slice(para.start, para.end));
  const allowed = new Set<number>();
  for (let b = breaker.nextBreak(); b; b = breaker.nextBreak()) allowed.add(b.position + para.start);
  const out: BrokenLine[] = [];
  let first = 0, width = 0, inked = 0, candidate = -1;
  for (let i = 0; i < clusters.length; i++) {
    const c = clusters[i];
    if (i > first && allowed.has(c.start)) candidate = i;
    width += c.advance;
    if (!isSpace(text[c.start])) inked = width;
    // A thousandth of a pixel of slack, so that a frame exactly as wide as its text does not wrap.
    if (inked > limit + 0.001 && i > first) {
      const at = candidate > first ? candidate : i;
      out.push(make(clusters[first].start, clusters[at].start, clusters[at].start, first, at));
      first = at;
      candidate = -1;
      width = inked = 0;
      i = at - 1;
    }
  }
  out.push(make(clusters[first]?.start ?? para.start, para.end, para.next, first, clusters.length));
  return out;
}

/** Clusters of one line from left to right (UAX #9, rule L2). */
function visualOrder(clusters: Cluster[], embedding: ReturnType<typeof bidi.getEmbeddingLevels>, text: string, start: number, end: number): Cluster[] {
  if (clusters.every((c) => (c.level & 1) === 0)) return clusters;
  const order = Array.from({ length: end - start }, (_, i) => start + i);
  for (const [a, b] of bidi.getReorderSegments(text, embedding, start, end - 1)) {
    const part = order.slice(a - start, b - start + 1).reverse();
    order.splice(a - start, part.length, ...part);
  }
  const place = new Map(order.map((i, n) => [i, n]));
  return [...clusters].sort((p, q) => (place.get(p.start) ?? 0) - (place.get(q.start) ?? 0));
}
