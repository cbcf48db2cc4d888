// Texts whose letters were told from a finished picture: laid out as they were found, whatever their font would be.
import type { Fill } from '../values/fill';
import type { Traced } from '../values/traced';
import type { PlacedText } from '../values/text';
import { LRUCache } from 'lru-cache';
import type { GlyphSource, Outline } from './font';
import type { Letter, Line, TextLayout } from './layout';
import { looksOf } from './spans';

/** Of letters of which nobody knows the font: heights in em, and how far lines reach above and below the baseline. */
const CAP_HEIGHT = 0.7,
  X_HEIGHT = 0.5,
  ABOVE = 0.95,
  BELOW = 0.25;

const names = new WeakMap<Traced, string>();
/** A name for what was traced; the same for the same outlines (FNV-1a). */
export function tracedName(traced: Traced): string {
  let name = names.get(traced);
  if (name === undefined) {
    let hash = 0x811c9dc5;
    for (const { d, start, end, line } of traced.letters)
      for (const part of [d, `${start},${end},${line}`])
        for (let i = 0; i < part.length; i++) hash = Math.imul(hash ^ part.charCodeAt(i), 0x01000193);
    name = `traced-${traced.letters.length}-${(hash >>> 0).toString(16)}-${traced.size}`;
    names.set(traced, name);
  }
  return name;
}

/** Outlines of letters as a font would give them: up is up. */
function outlinesOf(traced: Traced): { outline: Outline; left: number; right: number }[] {
  return traced.letters.map(({ d }) => {
    const flat: number[] = [];
    let left = Infinity,
      right = -Infinity;
    for (const [, sign, x, y] of d.matchAll(/([MLZ])(?:(-?[\d.]+) (-?[\d.]+))?/g)) {
      if (sign === 'Z') {
        flat.push(4);
        continue;
      }
      left = Math.min(left, Number(x));
      right = Math.max(right, Number(x));
      flat.push(sign === 'M' ? 0 : 1, Number(x), -Number(y));
    }
    return { outline: Float64Array.from(flat), left, right };
  });
}

type Source = GlyphSource & { ink: { left: number; right: number }[] };
const sources = new LRUCache<string, Source>({ max: 60 });
const NOTHING = new Float64Array();

function sourceOf(traced: Traced): Source {
  const id = tracedName(traced),
    known = sources.get(id);
  if (known) return known;
  const all = outlinesOf(traced),
    source: Source = {
      face: { id, weight: traced.weight, italic: false, path: '' },
      unitsPerEm: traced.size,
      outline: (glyph) => all[glyph]?.outline ?? NOTHING,
      layers: () => null,
      ink: all.map(({ left, right }) => ({ left, right })),
    };
  sources.set(id, source);
  return source;
}

/**
 * Lays out what was traced, at the size the text has now.
 * @param layer a text with `traced`
 */
export function layoutTraced(layer: PlacedText, traced: Traced): TextLayout {
  const font = sourceOf(traced),
    size = layer.fontSize,
    k = size / traced.size,
    { padding } = layer,
    { left: dx, top: dy } = padding,
    words = [...layer.text.matchAll(/\S+/gu)].map((m) => ({
      text: m[0],
      start: m.index,
      end: m.index + m[0].length,
    })),
    inks: (Fill | null)[] = [null],
    runs = looksOf(layer).map(({ start, end, look }) => {
      let ink = look.fill ? inks.indexOf(look.fill) : 0;
      if (ink < 0) ink = inks.push(look.fill) - 1;
      return { start, end, ink };
    }),
    letters = traced.letters.map(({ start, end, line }, n): Letter => {
      const { left, right } = font.ink[n];
      return {
        start,
        end,
        line,
        word: words.findIndex((w) => start >= w.start && start < w.end),
        glyphs: [{ font, glyph: n, x: dx, y: dy }],
        size,
        ink: runs.find((r) => start >= r.start && start < r.end)?.ink ?? 0,
        colour: null,
        left: dx + left * k,
        right: dx + right * k,
        rightToLeft: false,
      };
    }),
    lines = traced.lines.map(({ start, end, baseline }, n): Line => {
      const own = letters.filter((l) => l.line === n),
        left = own.length ? Math.min(...own.map((l) => l.left)) : dx,
        y = dy + baseline * k;
      return {
        start,
        end,
        next: end,
        left,
        width: own.length ? Math.max(...own.map((l) => l.right)) - left : 0,
        baseline: y,
        top: y - ABOVE * size,
        bottom: y + BELOW * size,
        capHeight: CAP_HEIGHT * size,
      };
    });
  return {
    letters,
    markers: [],
    lines,
    words,
    inks,
    underlines: [],
    highlights: [],
    width: traced.width * k + padding.left + padding.right,
    height: traced.height * k + padding.top + padding.bottom,
    fontSize: size,
    xHeight: X_HEIGHT * size,
    capHeight: CAP_HEIGHT * size,
    smallest: size,
    smallestWeight: traced.weight,
    offset: 0,
    missing: [],
    borrowed: [],
    missingFonts: [],
    broken: false,
  };
}

/**
 * The same letters with other words: each line's signs are given to its letters in their order, evenly where they are
 * not as many.
 * @param text lines parted by line feeds; lines that are missing stand for nothing
 */
export function retold(traced: Traced, text: string): Traced {
  const lines: Traced['lines'] = [],
    letters = traced.letters.map((l) => ({ ...l }));
  let from = 0;
  traced.lines.forEach((line, n) => {
    const rest = text.slice(from),
      feed = rest.indexOf('\n'),
      // What is left over belongs to the last line.
      own = feed < 0 || n === traced.lines.length - 1 ? rest : rest.slice(0, feed),
      signs = [...own.matchAll(/\S/gu)].map((m) => ({ start: from + m.index, end: from + m.index + m[0].length })),
      of = letters.filter((l) => l.line === n);
    of.forEach((l, i) => {
      const first = signs[Math.floor((i * signs.length) / of.length)],
        last =
          signs[
            Math.max(Math.floor((i * signs.length) / of.length), Math.ceil(((i + 1) * signs.length) / of.length) - 1)
          ];
      l.start = first?.start ?? from;
      l.end = Math.max(l.start, last?.end ?? from);
    });
    lines.push({ ...line, start: from, end: from + own.length });
    from = Math.min(text.length, from + own.length + 1);
  });
  return { ...traced, letters, lines };
}
