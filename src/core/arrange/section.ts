// A section of a web page at any width: which layouts hold there, how its texts flow, how high it is. Each block of the
// message keeps its distances and the side it holds to; the section is as high as its layouts say, and higher where its
// texts need it. All in CSS pixels.
import { scaledBox } from '../ground/box';
import type { Extent } from '../kinds/common';
import { marginOf } from '../kinds/common';
import type { Setter } from '../kinds/kind';
import { isText, type Layer } from '../kinds/layers';
import { cssPer } from '../piece/between';
import { layersIn } from '../piece/resolve';
import type { Between, Piece, Size, Slide } from '../piece/schema';
import { textFrame } from '../type/frame';
import { type Block, blocksOf, type Hold, holdOf, type Item, itemsOf, rowsOf } from './blocks';

/** Layouts from the narrowest to the widest. */
export const layoutsOf = (piece: Piece): Size[] =>
  [...piece.sizes].sort((a, b) => a.shownWidth - b.shownWidth || a.width - b.width);

const mix = (a: number, b: number, t: number): number => a + (b - a) * t;

/** The two layouts round a width; twice the same beyond the ends. */
function around(layouts: readonly Size[], width: number): { from: Size; to: Size; t: number } {
  const at = layouts.findLastIndex((l) => l.shownWidth <= width),
    from = layouts[Math.max(0, at)],
    to = at < 0 ? from : (layouts[at + 1] ?? from);
  return { from, to, t: to === from ? 0 : (width - from.shownWidth) / (to.shownWidth - from.shownWidth) };
}

const heightOf = (l: Size): number => l.height * cssPer(l);

/** A row of a block: what stands beside each other, and how far below the row before, in each of the two layouts. */
interface Row {
  ids: string[];
  /** In the narrower and the wider layout. */
  gap: [number, number];
}

interface Column {
  rows: Row[];
  hold: Hold;
  /** What is left above and below it in the two layouts. */
  above: [number, number];
  below: [number, number];
  /** Its lower edge in the narrower layout. */
  bottom: number;
}

const bottomOf = (of: readonly Item[]): number => Math.max(...of.map((i) => i.frame.y + i.frame.height));
const topOf = (of: readonly Item[]): number => Math.min(...of.map((i) => i.frame.y));

/** A text that has outgrown its place keeps this distance, in type sizes, to what it would cover. */
const KEPT = 0.35;

/**
 * Texts that grew over what lay below them, or over the foot, as they were laid out: only so can one tell which
 * distance is kept.
 */
function unovergrown(items: readonly Item[], height: number): Item[] {
  return items.map((item) => {
    if (!isText(item.layer)) return item;
    const { x, y, width } = item.frame,
      type = item.layer.fontSize,
      bottom = y + item.frame.height,
      // What it covers, and the foot it leaves.
      covers = items.flatMap(({ layer, frame: f }) =>
        layer !== item.layer && f.y > y + type / 2 && f.y < bottom - 1 && f.x < x + width && x < f.x + f.width
          ? [f.y - KEPT * type]
          : [],
      ),
      foot = Math.min(...covers, bottom > height ? height - type : bottom),
      frame = { ...item.frame, height: Math.max(type, foot - y) };
    return { ...item, frame, ink: { ...item.ink, height: frame.height } };
  });
}

/** Frames of what is placed by hand in a layout, in CSS pixels, by id. */
function placedIn(setter: Setter, piece: Piece, slide: Slide, layout: Size): { items: Item[]; by: Map<string, Item> } {
  const k = cssPer(layout),
    items = itemsOf(
      setter,
      layersIn(piece, slide, layout).filter((l) => l.visible),
      layout,
      true,
    ).map((i) => ({
      ...i,
      frame: scaledBox(i.frame, k),
      ink: scaledBox(i.ink, k),
      layer: { ...i.layer, ...(isText(i.layer) ? { fontSize: i.layer.fontSize * k } : {}) } as Layer,
    }));
  const laid = unovergrown(items, heightOf(layout));
  return { items: laid, by: new Map(laid.map((i) => [i.layer.id, i])) };
}

/** They only depend on two layouts, and are asked for at many widths. */
const columnsKnown = new WeakMap<Piece, Map<string, Column[]>>();
function columnsOf(setter: Setter, piece: Piece, slide: Slide, from: Size, to: Size): Column[] {
  const key = JSON.stringify([slide.id, from.id, to.id]);
  let known = columnsKnown.get(piece);
  if (!known) columnsKnown.set(piece, (known = new Map()));
  let columns = known.get(key);
  if (!columns) known.set(key, (columns = columnsBetween(setter, piece, slide, from, to)));
  return columns;
}

/** The blocks of the narrower layout, top to bottom, with their distances in both. */
function columnsBetween(setter: Setter, piece: Piece, slide: Slide, from: Size, to: Size): Column[] {
  const here = placedIn(setter, piece, slide, from),
    there = from === to ? here : placedIn(setter, piece, slide, to);
  const far = (of: readonly Item[]): Item[] => of.map((i) => there.by.get(i.layer.id) ?? i),
    column = ({ items, box }: Block): Column => {
      const rows = rowsOf(items),
        gapAfter = (n: number, of: (r: readonly Item[]) => Item[]): number =>
          n === 0 ? 0 : topOf(of(rows[n])) - bottomOf(of(rows[n - 1])),
        self = (r: readonly Item[]): Item[] => [...r];
      return {
        rows: rows.map((row, n) => ({
          ids: row.map((i) => i.layer.id),
          gap: [gapAfter(n, self), gapAfter(n, far)],
        })),
        hold: holdOf(box.y, box.height, heightOf(from)),
        above: [topOf(items), topOf(far(items))],
        below: [heightOf(from) - bottomOf(items), heightOf(to) - bottomOf(far(items))],
        bottom: bottomOf(items),
      };
    };
  return blocksOf(here.items)
    .map(column)
    .sort((a, b) => a.above[0] - b.above[0]);
}

/**
 * The section at a width of the page. Fonts must be loaded.
 * @param width CSS px @returns a size as wide, to be painted and measured like any other
 */
export function sectionAt(setter: Setter, piece: Piece, slide: Slide, width: number): Size {
  const layouts = layoutsOf(piece),
    { from, to, t } = around(layouts, width),
    least = mix(heightOf(from), heightOf(to), t),
    held: Between = {
      from,
      to,
      t,
      width: mix(from.shownWidth, to.shownWidth, t),
      height: least,
      down: {},
    };
  const size = (height: number, down: Between['down']): Size => ({
    id: `at-${width}`,
    name: `${width} px`,
    width,
    height,
    shownWidth: width,
    destination: from.destination,
    at: { ...held, down },
  });
  // Where everything lies by itself, in the height of the layouts.
  const flat = size(least, {}),
    laid = layersIn(piece, slide, flat),
    frames = new Map(laid.map((l) => [l.id, isText(l) ? textFrame(l, setter.layout(l)) : l.box])),
    // From the top of a text to its first baseline.
    baselines = new Map(laid.filter(isText).map((l) => [l.id, setter.layout(l).lines[0]?.baseline ?? 0]));
  const columns = columnsOf(setter, piece, slide, from, to);
  const stacked = columns.map((c) => stack(c, frames, t));
  let height = least;
  // A second time in the height that was found: what holds to the foot has moved.
  for (let again = 0; again < 2; again++) height = Math.max(height, needed(columns, stacked, t, { width, height }));
  const whole = Math.ceil(height),
    tops = topsOf(columns, stacked, t, { width, height: whole }),
    down: Record<string, number> = {};
  stacked.forEach(({ offsets }, i) => {
    for (const [id, y] of offsets) {
      const top = tops[i] + y,
        first = baselines.get(id);
      // Screens draw letters on whole pixels: there they stand.
      down[id] = (first === undefined ? top : Math.round(top + first) - first) - frames.get(id)!.y;
    }
  });
  return size(whole, down);
}

/** Where the items of a block lie below its top, and how high it is. */
function stack({ rows }: Column, frames: ReadonlyMap<string, Layer['box']>, t: number) {
  const offsets = new Map<string, number>();
  let bottom = 0;
  for (const { ids, gap } of rows) {
    const own = ids.filter((id) => frames.has(id)),
      top = Math.min(...own.map((id) => frames.get(id)!.y)),
      y = bottom + mix(gap[0], gap[1], t);
    for (const id of own) {
      const f = frames.get(id)!;
      offsets.set(id, y + f.y - top);
      bottom = Math.max(bottom, y + f.y - top + f.height);
    }
  }
  return { offsets, height: bottom };
}

/** What a block keeps above and below itself at least, and would keep. */
function roomOf({ hold, above, below }: Column, t: number, margin: number) {
  const a = mix(above[0], above[1], t),
    b = mix(below[0], below[1], t),
    least = (own: number, other: number): number =>
      hold === 'middle' ? Math.max(Math.min(own, margin), own - other) : Math.min(own, margin);
  return { a, b, head: least(a, b), foot: hold === 'end' ? b : least(b, a) };
}

/** Top of each block; one that would cover the one above is moved down. */
function topsOf(columns: readonly Column[], stacked: readonly { height: number }[], t: number, size: Extent): number[] {
  const tops: number[] = [],
    margin = marginOf(size);
  columns.forEach((column, i) => {
    const own = stacked[i].height,
      { hold, above } = column,
      { a, b, head, foot } = roomOf(column, t, margin),
      wanted = hold === 'start' ? a : hold === 'end' ? size.height - b - own : (size.height - own + a - b) / 2;
    // What lay wholly above it stays there.
    const after = columns.flatMap((c, j) =>
      j < i && c.bottom <= above[0] + 1
        ? [tops[j] + stacked[j].height + Math.min(margin / 2, above[0] - c.bottom)]
        : [],
    );
    tops.push(Math.max(head, ...after, Math.min(wanted, size.height - foot - own)));
  });
  return tops;
}

/** The height that all blocks need, with what is kept below them. */
function needed(columns: readonly Column[], stacked: readonly { height: number }[], t: number, size: Extent): number {
  const tops = topsOf(columns, stacked, t, size),
    margin = marginOf(size);
  return Math.max(0, ...columns.map((c, i) => tops[i] + stacked[i].height + roomOf(c, t, margin).foot));
}
