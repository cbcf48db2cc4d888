// Parts of a text with a look of their own: looked up, laid on, taken off, and kept in place while the text around them
// changes.
import { produce } from 'immer';
import type { Fill } from '../values/fill';
import type { FontChoice, PartLook, PlacedText, Span } from '../values/text';

export type PartKey = keyof PartLook;
export const PART_KEYS = [
  'font',
  'fontSize',
  'fill',
  'letterSpacing',
  'baselineShift',
  'case',
  'underline',
  'highlight',
] as const satisfies readonly PartKey[];

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);
const isPlain = (look: PartLook): boolean => PART_KEYS.every((k) => look[k] === undefined);

/** Spans in order, within the text, without empty or plain ones, equal neighbours joined. */
export function tidySpans(spans: readonly Span[], length: number): Span[] {
  const out: Span[] = [];
  for (const s of [...spans].sort((a, b) => a.start - b.start)) {
    const start = Math.max(s.start, out.at(-1)?.end ?? 0),
      end = Math.min(s.end, length);
    if (end <= start || isPlain(s.look)) continue;
    const last = out.at(-1);
    if (last && last.end === start && same(last.look, s.look)) last.end = end;
    else out.push({ start, end, look: s.look });
  }
  return out;
}

/**
 * Lays a look on [from, to); a property given as undefined goes back to the text's own.
 * @returns the new spans
 */
export function withPartLook(
  spans: readonly Span[],
  from: number,
  to: number,
  look: Partial<Record<PartKey, unknown>>,
  length: number,
): Span[] {
  if (to <= from) return [...spans];
  const out: Span[] = [];
  const cut = (s: Span, start: number, end: number): void =>
    void (end > start && out.push({ start, end, look: s.look }));
  const change = (old: PartLook): PartLook => {
    const next: Record<string, unknown> = { ...old, ...look };
    for (const k of Object.keys(next)) if (next[k] === undefined) delete next[k];
    return next as PartLook;
  };
  let at = from;
  for (const s of spans) {
    cut(s, s.start, Math.min(s.end, from));
    const a = Math.max(s.start, from),
      b = Math.min(s.end, to);
    if (b > a) {
      if (a > at) out.push({ start: at, end: a, look: change({}) });
      out.push({ start: a, end: b, look: change(s.look) });
      at = b;
    }
    cut(s, Math.max(s.start, to), s.end);
  }
  if (at < to) out.push({ start: at, end: to, look: change({}) });
  return tidySpans(out, length);
}

/**
 * The spans after a part of the text was replaced. What is typed within or right after a span belongs to it.
 * @param removed how many units went, `added` how many came in their place
 */
export function spansAfterEdit(
  spans: readonly Span[],
  at: number,
  removed: number,
  added: number,
  length: number,
): Span[] {
  const gone = at + removed;
  return tidySpans(
    spans.flatMap((s): Span[] => {
      // Replaced whole: what comes in its place takes its look.
      const whole = removed > 0 && s.start >= at && s.end <= gone;
      if (whole) return s.start === at && added > 0 && s.end === gone ? [{ ...s, start: at, end: at + added }] : [];
      const start =
        s.start >= gone
          ? s.start === at && removed === 0
            ? s.start + added
            : s.start - removed + added
          : Math.min(s.start, s.start < at ? s.start : at + added);
      const end =
        s.end >= gone ? (s.end === at && removed === 0 ? s.end + added : s.end - removed + added) : Math.min(s.end, at);
      return [{ ...s, start, end }];
    }),
    length,
  );
}

/**
 * Where two texts differ: what was replaced by what, as short as possible. @param near where the edit ends in the new
 * text, if known
 */
export function difference(
  before: string,
  after: string,
  near = after.length,
): { at: number; removed: number; added: number } {
  const most = Math.min(before.length, after.length);
  // Text after the caret is taken as unchanged first, so that repeated letters are attributed to where they were typed.
  let tail = 0;
  const limit = Math.min(most, after.length - Math.min(near, after.length));
  while (tail < limit && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
  let head = 0;
  while (head < most - tail && before[head] === after[head]) head++;
  while (tail < most - head && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
  return { at: head, removed: before.length - head - tail, added: after.length - head - tail };
}

/** Another text in place of the old one, its parts kept where they were. Changes the layer it is given. */
export function setText(layer: PlacedText, text: string, near?: number): void {
  const { at, removed, added } = difference(layer.text, text, near);
  layer.spans = spansAfterEdit(layer.spans, at, removed, added, text.length);
  layer.text = text;
}

/** What every letter of a text has: its own look where a span gives one, else the text's. */
export interface ResolvedLook {
  font: FontChoice;
  fontSize: number;
  /** Null is the text's own fill. */
  fill: Fill | null;
  letterSpacing: number;
  baselineShift: number;
  case: PlacedText['case'];
  underline: boolean;
  highlight: PlacedText['highlight'];
}

const resolved = (layer: PlacedText, look: PartLook): ResolvedLook => ({
  font: look.font ?? layer.font,
  fontSize: look.fontSize ?? layer.fontSize,
  fill: look.fill ?? null,
  letterSpacing: look.letterSpacing ?? layer.letterSpacing,
  baselineShift: look.baselineShift ?? layer.baselineShift,
  case: look.case ?? layer.case,
  underline: look.underline ?? layer.underline,
  highlight: look.highlight === undefined ? layer.highlight : look.highlight,
});

/** The text cut into runs of one look, from beginning to end; one run for a text without spans, also an empty one. */
export function looksOf(layer: PlacedText): { start: number; end: number; look: ResolvedLook }[] {
  const plain = resolved(layer, {}),
    length = layer.text.length;
  const runs: { start: number; end: number; look: ResolvedLook }[] = [];
  let at = 0;
  for (const s of layer.spans) {
    const start = Math.min(s.start, length),
      end = Math.min(s.end, length);
    if (end <= start) continue;
    if (start > at) runs.push({ start: at, end: start, look: plain });
    runs.push({ start, end, look: resolved(layer, s.look) });
    at = end;
  }
  if (at < length || !runs.length) runs.push({ start: at, end: length, look: plain });
  return runs;
}

/**
 * The value that all letters of [from, to) share, or undefined where they differ. For an empty range that of the letter
 * before it.
 */
export function sharedLook<K extends keyof ResolvedLook>(
  layer: PlacedText,
  from: number,
  to: number,
  key: K,
): ResolvedLook[K] | undefined {
  const runs = looksOf(layer).filter((r) =>
    to > from ? r.start < to && r.end > from : r.start <= Math.max(0, from - 1) && r.end > Math.max(0, from - 1),
  );
  const first = (runs[0] ?? looksOf(layer)[0]).look[key];
  return runs.every((r) => same(r.look[key], first)) ? first : undefined;
}

/** The part [from, to) of a text with its spans, to be laid into another text. */
export const excerpt = (layer: PlacedText, from: number, to: number): { text: string; spans: Span[] } => ({
  text: layer.text.slice(from, to),
  spans: layer.spans.flatMap((s) =>
    s.start < to && s.end > from ? [{ ...s, start: Math.max(0, s.start - from), end: Math.min(to, s.end) - from }] : [],
  ),
});

/** Lays an excerpt in place of [from, to). Changes the layer it is given. */
export function insertExcerpt(
  layer: PlacedText,
  from: number,
  to: number,
  piece: { text: string; spans: readonly Span[] },
): void {
  const text = layer.text.slice(0, from) + piece.text + layer.text.slice(to);
  const kept = spansAfterEdit(layer.spans, from, to - from, piece.text.length, text.length);
  // Within the insertion its own looks count, not that of what it was laid into.
  const around = withPartLook(
    kept,
    from,
    from + piece.text.length,
    Object.fromEntries(PART_KEYS.map((k) => [k, undefined])),
    text.length,
  );
  layer.text = text;
  layer.spans = tidySpans(
    [...around, ...piece.spans.map((s) => ({ ...s, start: s.start + from, end: s.end + from }))],
    text.length,
  );
}

const typeSize = (v: number): number => Math.min(5000, Math.max(1, v));

/** All sizes of a text times `k`: its own and those of its parts. Changes the layer it is given. */
export function scaleType(layer: PlacedText, k: number): void {
  layer.fontSize = typeSize(layer.fontSize * k);
  layer.spans = scaledSpans(layer.spans, k);
}

/** The same parts, those with a size of their own `k` times as large. */
export const scaledSpans = (spans: readonly Span[], k: number): Span[] =>
  spans.map((s) =>
    s.look.fontSize === undefined ? s : { ...s, look: { ...s.look, fontSize: typeSize(s.look.fontSize * k) } },
  );

const OPENING = /[\s([{\u2018\u201c\u2013\u2014-]/;

/**
 * Straight quotes become curly ones, three dots an ellipsis, two hyphens a dash; short words and numbers stay with what
 * follows.
 */
export function setTypographically(layer: PlacedText): PlacedText {
  return produce(layer, (draft) => {
    const put = (at: number, removed: number, by: string): void => {
      const text = draft.text.slice(0, at) + by + draft.text.slice(at + removed);
      draft.spans = spansAfterEdit(draft.spans, at, removed, by.length, text.length);
      draft.text = text;
    };
    for (let i = 0; i < draft.text.length; i++) {
      const c = draft.text[i],
        before = draft.text[i - 1] ?? ' ';
      if (c === '"') put(i, 1, OPENING.test(before) ? '\u201c' : '\u201d');
      else if (c === "'") put(i, 1, OPENING.test(before) && !/\d/.test(draft.text[i + 1] ?? '') ? '\u2018' : '\u2019');
      else if (draft.text.startsWith('...', i)) put(i, 3, '\u2026');
      else if (draft.text.startsWith('--', i)) put(i, 2, '\u2013');
      else if (c === ' ' && i > 0) {
        const word = /[^\s\u00a0]+$/.exec(draft.text.slice(0, i))?.[0] ?? '',
          next = /^[^\s]+/.exec(draft.text.slice(i + 1))?.[0] ?? '';
        // A number and its unit, an initial, a word of one letter.
        if (
          (/^\d[\d.,:]*$/.test(word) && /^(?:[A-Za-z%°]{1,3}|[A-Z][a-z]{2,8})[.,;:!?]?$/.test(next)) ||
          /^[A-Z]\.$/.test(word) ||
          /^[aAIOo]$/.test(word)
        )
          put(i, 1, '\u00a0');
      }
    }
  });
}

/** The text as it is shown: letter case applied, without changing its length where Unicode would. */
export function shownText(layer: PlacedText): string {
  return looksOf(layer)
    .map(({ start, end, look }) => inCase(layer.text.slice(start, end), look.case))
    .join('');
}

function inCase(text: string, to: PlacedText['case']): string {
  if (to === 'as-typed') return text;
  let out = '';
  for (const c of text) {
    const t = to === 'upper' ? c.toUpperCase() : c.toLowerCase();
    out += t.length === c.length ? t : c;
  }
  return out;
}
