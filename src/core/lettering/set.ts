// How letters that were found stand: in words and lines, how large their type is, which lines are one text.
import type { Box } from '../ground/box';
import { median } from '../ground/median';
import { alike, mainInk } from './one-ink';

/** A line of a picture: where it stands, and what is written there. */
export interface ReadLine {
  box: Box;
  /** Its signs from left to right and where their middles lie, pixels of the picture; null where nobody has read it. */
  signs: { sign: string; x: number }[] | null;
}

/** A letter with its outline, all in pixels of the picture. */
export interface Glyph extends Box {
  d: string;
  /** Hex. */
  ink: string;
  /** Mean width of its strokes. */
  stroke: number;
}

export interface SetLine {
  box: Box;
  text: string;
  glyphs: (Glyph & { start: number; end: number })[];
  baseline: number;
  /** Height of its capitals, as far as it can be told. */
  capHeight: number;
  /** Middles of signs without a letter. */
  unfound: number[];
}

/** Stands for a letter of which nobody knows which it is. */
export const UNKNOWN = '\u25a1';
/** Heights of letters as shares of the capitals', and whether they stand on the baseline. */
const SMALL = /[acemnorsuvwxz]/,
  TALL = /[A-Zbdfhkl0-9]/,
  HANGING = /[gjpqy,;Q]/;
const X_TO_CAP = 0.72;
/** Capitals in em. */
const CAP = 0.7;
/** Gaps between words are at least so wide, as a share of the capitals; gaps wider than the second always are. */
const WORD_GAP = 0.24,
  SURE_GAP = 0.42;

/** Between which letters a word ends: their numbers, counted by the letter before. */
function gapsOf(glyphs: readonly Glyph[], cap: number, spaces: number | null): Set<number> {
  const gaps = glyphs
      .slice(1)
      .map((g, i) => ({ i, gap: g.x - Math.max(...glyphs.slice(0, i + 1).map((p) => p.x + p.width)) })),
    usual = gaps.length ? Math.max(0, median(gaps.map((g) => g.gap))) : 0,
    // Wide letter spacing is in all gaps alike.
    wide = gaps.filter((g) => g.gap - usual >= WORD_GAP * 0.6 * cap && g.gap >= WORD_GAP * cap),
    most = [...wide].sort((a, b) => b.gap - a.gap);
  return new Set(
    (spaces === null ? wide : most.filter((g, n) => n < spaces || g.gap - usual >= SURE_GAP * cap)).map((g) => g.i),
  );
}

/** What it costs, in heights of letters, to leave a letter without a sign, or a sign without a letter. */
const LEAVE = 0.5;

/**
 * Which signs letters stand for: both in their order, each as near to the other as can be (a shortest path). A letter
 * that hangs together with the next stands for several.
 * @returns for each letter the numbers of its signs, none where it is no letter of the line
 */
function withSigns(glyphs: readonly Box[], signs: readonly { sign: string; x: number }[], cap: number): number[][] {
  const n = glyphs.length,
    m = signs.length,
    cost = new Float64Array((n + 1) * (m + 1)).fill(Infinity),
    from = new Uint8Array((n + 1) * (m + 1)),
    at = (i: number, j: number): number => i * (m + 1) + j,
    away = (g: Box, x: number): number => Math.abs(g.x + g.width / 2 - x) / cap,
    within = (g: Box, x: number): boolean => x > g.x - 0.1 * cap && x < g.x + g.width + 0.1 * cap,
    // Small specks are sooner no letters.
    leave = (g: Box): number => LEAVE * Math.min(1, 0.3 + g.height / cap);
  cost[0] = 0;
  for (let i = 0; i <= n; i++)
    for (let j = 0; j <= m; j++) {
      const here = cost[at(i, j)],
        to = (k: number, c: number, how: number): void => {
          if (here + c < cost[k]) [cost[k], from[k]] = [here + c, how];
        };
      if (i < n && j < m)
        to(at(i + 1, j + 1), Math.min(away(glyphs[i], signs[j].x), within(glyphs[i], signs[j].x) ? 0.3 : 2), 1);
      if (i < n) to(at(i + 1, j), leave(glyphs[i]), 2);
      // A sign goes with the letter before it where it lies within, or is left out.
      if (j < m && i > 0 && within(glyphs[i - 1], signs[j].x)) to(at(i, j + 1), 0.25, 3);
      if (j < m) to(at(i, j + 1), LEAVE, 4);
    }
  const of: number[][] = glyphs.map(() => []);
  for (let i = n, j = m; i > 0 || j > 0;) {
    const how = from[at(i, j)];
    if (how === 1) of[--i].unshift(--j);
    else if (how === 2) i--;
    else if (how === 3) of[i - 1].unshift(--j);
    else j--;
  }
  return of;
}

/** Which signs letters stand for, as far as what was read is what is there. */
function aligned(
  { signs }: ReadLine,
  letters: readonly Box[],
): { known: boolean; read: { sign: string; x: number }[]; of: number[][] } {
  const read = signs?.filter(({ sign }) => sign.trim()) ?? [];
  if (!read.length || !letters.length) return { known: false, read, of: letters.map(() => []) };
  const of = withSigns(letters, read, median(letters.map((l) => l.height))),
    matched = of.filter((o) => o.length).length;
  return { known: matched >= 0.5 * Math.min(letters.length, read.length), read, of };
}

/** Numbers of those that are letters of what is written there; all where nobody has read it. */
export function lettersOfLine(line: ReadLine, letters: readonly Box[]): number[] {
  const { known, of } = aligned(line, letters);
  return letters.flatMap((_, i) => (!known || of[i].length ? [i] : []));
}

/** Height of the capitals, and the baseline. @param signs of each letter, '' where unknown */
function heights(glyphs: readonly Glyph[], signs: readonly string[]): { capHeight: number; baseline: number } {
  const of = (kind: RegExp): Glyph[] => glyphs.filter((_, i) => kind.test(signs[i])),
    standing = glyphs.filter((_, i) => !HANGING.test(signs[i])),
    baseline = median((standing.length ? standing : glyphs).map((g) => g.y + g.height)),
    tall = of(TALL),
    small = of(SMALL);
  const told = [...tall.map((g) => g.height), ...small.map((g) => g.height / X_TO_CAP)];
  if (told.length) return { capHeight: median(told), baseline };
  const above = glyphs.map((g) => baseline - g.y).sort((a, b) => b - a);
  return { capHeight: Math.max(1, above[Math.floor(above.length * 0.15)]), baseline };
}

/** Puts the letters of a line into words. */
export function inWords(line: ReadLine, glyphs: readonly Glyph[]): SetLine {
  const { known, read, of } = aligned(line, glyphs),
    spaces = known && line.signs && line.signs.length > read.length ? line.signs.length - read.length : null,
    single = of.map((o) => (known && o.length === 1 ? read[o[0]].sign : '')),
    { capHeight, baseline } = heights(glyphs, single),
    ends = gapsOf(glyphs, capHeight, spaces);
  let text = '';
  const set = glyphs.map((g, i) => {
    const start = text.length;
    text += (known && of[i].map((s) => read[s].sign).join('')) || UNKNOWN;
    const end = text.length;
    if (ends.has(i)) text += ' ';
    return { ...g, start, end };
  });
  const placed = new Set(of.flat());
  return {
    box: line.box,
    text,
    glyphs: set,
    baseline,
    capHeight,
    unfound: known ? read.flatMap(({ x }, i) => (placed.has(i) ? [] : [x])) : [],
  };
}

/** Parts of a line that the finder took for two, from left to right. */
export function linesJoined(lines: readonly SetLine[]): SetLine[] {
  const out: SetLine[] = [];
  for (const line of [...lines].sort((a, b) => a.glyphs[0].x - b.glyphs[0].x)) {
    const to = out.find((o) => {
      const last = o.glyphs[o.glyphs.length - 1],
        gap = line.glyphs[0].x - last.x - last.width,
        size = line.capHeight / o.capHeight;
      return (
        Math.abs(line.baseline - o.baseline) < 0.2 * o.capHeight &&
        gap < 0.9 * o.capHeight &&
        size > 0.85 &&
        size < 1.18
      );
    });
    if (!to) {
      out.push({ ...line, glyphs: [...line.glyphs], unfound: [...line.unfound] });
      continue;
    }
    const by = to.text.length + 1;
    to.text += ` ${line.text}`;
    to.glyphs.push(...line.glyphs.map((g) => ({ ...g, start: g.start + by, end: g.end + by })));
    to.unfound.push(...line.unfound);
  }
  return out;
}

/** Type size of lines that are one text, pixels. */
export const emOf = (lines: readonly SetLine[]): number =>
  Math.max(1, Math.round((median(lines.map((l) => l.capHeight)) / CAP) * 10) / 10);

/** Lines of the same size that stand close below each other are one text. */
export function blocksOf(lines: readonly SetLine[]): { lines: SetLine[] }[] {
  const blocks: { lines: SetLine[] }[] = [];
  const extent = (l: SetLine): { left: number; right: number } => ({
    left: Math.min(...l.glyphs.map((g) => g.x)),
    right: Math.max(...l.glyphs.map((g) => g.x + g.width)),
  });
  for (const line of [...lines].sort((a, b) => a.baseline - b.baseline)) {
    const own = extent(line);
    const to = blocks.find(({ lines: all }) => {
      const last = all[all.length - 1],
        before = extent(last),
        size = line.capHeight / last.capHeight,
        step = line.baseline - last.baseline;
      return (
        size > 0.82 &&
        size < 1.22 &&
        alike(mainInk(last.glyphs.map((g) => g.ink)), mainInk(line.glyphs.map((g) => g.ink))) &&
        step > 0.9 * line.capHeight &&
        step < 2.6 * line.capHeight &&
        own.left < before.right &&
        own.right > before.left
      );
    });
    if (to) to.lines.push(line);
    else blocks.push({ lines: [line] });
  }
  return blocks;
}
