// A section of a web page at any width: which layouts hold there, how its texts flow, how high it is. Each block of the
// message keeps its distances and the side it holds to; the section is as high as its layouts say, and higher where its
// texts need it. All in CSS pixels.
import { scaledBox } from '../ground/box';
import { marginOf } from '../kinds/common';
import type { Setter } from '../kinds/kind';
import { isText, type Layer } from '../kinds/layers';
import { cssPer } from '../piece/between';
import { layersIn } from '../piece/resolve';
import type { Between, Piece, Size, Slide } from '../piece/schema';
import { textFrame } from '../type/frame';
import { type Item, itemsOf } from './blocks';
import { columnsOf, type End, type Flow, flowed, flowOf } from './flow';

/** Layouts from the narrowest to the widest. */
export const layoutsOf = (piece: Piece): Size[] =>
  [...piece.sizes].sort((a, b) => a.shownWidth - b.shownWidth || a.width - b.width);

const mix = (a: number, b: number, t: number): number => a + (b - a) * t;

/** The two layouts round a width, narrowest first, and how far it is on the way; twice the same beyond the ends. */
export function around(layouts: readonly Size[], width: number): { from: Size; to: Size; t: number } {
  const at = layouts.findLastIndex((l) => l.shownWidth <= width),
    from = layouts[Math.max(0, at)],
    to = at < 0 ? from : (layouts[at + 1] ?? from);
  return { from, to, t: to === from ? 0 : (width - from.shownWidth) / (to.shownWidth - from.shownWidth) };
}

const heightOf = (l: Size): number => l.height * cssPer(l);

/** Windows of phones, tablets held upright, and desks: CSS px wide, and how high to that. */
const WINDOWS = [
  [430, 2],
  [820, 1.35],
  [1280, 0.62],
] as const;

/** About how high a window of that width is, CSS px: what a share of the window is measured by. */
export function windowHeight(width: number): number {
  const at = WINDOWS.findLastIndex(([w]) => w <= width),
    [from, a] = WINDOWS[Math.max(0, at)],
    [to, b] = WINDOWS[Math.min(WINDOWS.length - 1, at + 1)];
  return width * (to > from && at >= 0 ? mix(a, b, (width - from) / (to - from)) : a);
}

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

/** What stands in the layouts of a section, and how it flows between two of them. */
interface Laid {
  placed: ReadonlyMap<Size, ReturnType<typeof placedIn>>;
  columns: ReturnType<typeof columnsOf>;
  /** By the ids of the two. */
  flows: Map<string, Flow[]>;
}

/** It does not depend on the width, and is asked for at many of them. */
const laidKnown = new WeakMap<Piece, Map<string, Laid>>();
function laidOf(setter: Setter, piece: Piece, slide: Slide): Laid {
  let known = laidKnown.get(piece);
  if (!known) laidKnown.set(piece, (known = new Map()));
  let laid = known.get(slide.id);
  if (!laid) {
    const placed = new Map(layoutsOf(piece).map((l) => [l, placedIn(setter, piece, slide, l)]));
    laid = { placed, columns: columnsOf([...placed.values()].map((p) => p.items)), flows: new Map() };
    known.set(slide.id, laid);
  }
  return laid;
}

function flowsBetween({ placed, columns, flows }: Laid, from: Size, to: Size): Flow[] {
  const key = JSON.stringify([from.id, to.id]);
  let found = flows.get(key);
  if (!found) {
    const here = placed.get(from)!,
      end = (l: Size): End => ({
        frameOf: (id) => (placed.get(l)!.by.get(id) ?? here.by.get(id)!).frame,
        height: heightOf(l),
        margin: marginOf({ width: l.shownWidth, height: heightOf(l) }),
      });
    found = columns.flatMap((groups) => flowOf(groups, here.items, [end(from), end(to)]) ?? []);
    flows.set(key, found);
  }
  return found;
}

/**
 * The section at a width of the page. Fonts must be loaded.
 * @param width CSS px @returns a size as wide, to be painted and measured like any other
 */
export function sectionAt(setter: Setter, piece: Piece, slide: Slide, width: number): Size {
  const layouts = layoutsOf(piece),
    { from, to, t } = around(layouts, width),
    designed = mix(heightOf(from), heightOf(to), t),
    least = Math.max(designed, (piece.section?.share ?? 0) * windowHeight(width)),
    held: Between = {
      from,
      to,
      t,
      width: mix(from.shownWidth, to.shownWidth, t),
      height: designed,
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
  const flows = flowsBetween(laidOf(setter, piece, slide), from, to),
    own = (id: string): number => frames.get(id)?.height ?? 0,
    height = Math.ceil(Math.max(least, ...flows.map((f) => flowed(f, t, own, least).height)) - 1e-6),
    down: Record<string, number> = {};
  for (const flow of flows)
    for (const [id, top] of flowed(flow, t, own, height).tops) {
      const frame = frames.get(id),
        first = baselines.get(id);
      // Screens draw letters on whole pixels: there they stand.
      if (frame) down[id] = (first === undefined ? top : Math.round(top + first) - first) - frame.y;
    }
  return size(height, down);
}
