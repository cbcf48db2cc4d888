// What of a message belongs together: blocks by nearness, rows within them, the side each holds to.
import { type Box, union } from '../ground/box';
import { boundsOf } from '../ground/transform';
import type { Extent } from '../kinds/common';
import type { Setter } from '../kinds/kind';
import { isFollower, isText, type Layer } from '../kinds/layers';
import { linesPlace, textFrame } from '../type/frame';

/** Items nearer than this many type sizes belong together. */
const NEAR = 1.1;
/** Things that fill the slide, or hang over its edge, are placed by their anchors. */
const FILLS = 0.92;

export interface Item {
  layer: Layer;
  /** Its frame in the base size. */
  frame: Box;
  /** What of the frame is filled: a wide frame with short lines holds to the side of its lines. */
  ink: Box;
}

export interface Block {
  items: Item[];
  box: Box;
  ink: Box;
}

const overlap = (a0: number, a1: number, b0: number, b1: number): number => Math.min(a1, b1) - Math.max(a0, b0);

/** Do two items belong together? */
function near(a: Item, b: Item): boolean {
  if (a.layer.group !== null && a.layer.group === b.layer.group) return true;
  const type = Math.max(...[a, b].map((i) => (isText(i.layer) ? i.layer.fontSize : Math.min(60, i.frame.height)))),
    p = a.ink,
    q = b.ink,
    across = overlap(p.x, p.x + p.width, q.x, q.x + q.width),
    down = overlap(p.y, p.y + p.height, q.y, q.y + q.height);
  return (across > 0.25 * Math.min(p.width, q.width) && -down < NEAR * type) || (down > 0 && -across < NEAR * type);
}

/**
 * What of a message is placed by hand. @param layers as they stand in that extent
 * @param grows texts that run out of its foot belong to it, since it grows with them
 */
export const itemsOf = (setter: Setter, layers: readonly Layer[], { width, height }: Extent, grows = false): Item[] =>
  layers.flatMap((layer): Item[] => {
    if (layer.band !== 'message' || layer.guest?.by || layer.carry || isFollower(layer)) return [];
    const frame = isText(layer) ? textFrame(layer, setter.layout(layer)) : boundsOf(layer.box, layer.rotation),
      foot = grows && isText(layer) ? Infinity : height,
      hangs = frame.x < -1 || frame.y < -1 || frame.x + frame.width > width + 1 || frame.y + frame.height > foot + 1,
      ink = isText(layer) ? (linesPlace(layer, setter.layout(layer))?.box ?? frame) : frame;
    return hangs || (foot === height && frame.width * frame.height > FILLS * width * height)
      ? []
      : [{ layer, frame, ink: { ...frame, x: ink.x, width: ink.width } }];
  });

/** Items in blocks, what touches or nearly touches in one. */
export function blocksOf(items: readonly Item[]): Block[] {
  const left = new Set(items),
    out: Block[] = [];
  for (const first of items) {
    if (!left.delete(first)) continue;
    const own = [first];
    for (const item of own)
      for (const other of [...left])
        if (near(item, other)) {
          left.delete(other);
          own.push(other);
        }
    out.push({ items: own, box: union(own.map((i) => i.frame)), ink: union(own.map((i) => i.ink)) });
  }
  // What is largest is placed first.
  return out.sort((a, b) => b.box.width * b.box.height - a.box.width * a.box.height);
}

export type Hold = 'start' | 'middle' | 'end';
/** The side a stretch holds to: the nearer one, or the middle where both are about as near. */
export function holdOf(at: number, extent: number, whole: number): Hold {
  const before = at,
    after = whole - at - extent;
  return Math.abs(before - after) < 0.14 * whole ? 'middle' : before < after ? 'start' : 'end';
}

/** Items top to bottom, those that stand beside each other in one row. */
export function rowsOf(items: readonly Item[]): Item[][] {
  const out: Item[][] = [];
  for (const item of [...items].sort((a, b) => a.frame.y - b.frame.y)) {
    const last = out.at(-1),
      beside = last?.some(
        ({ frame: f }) =>
          overlap(f.y, f.y + f.height, item.frame.y, item.frame.y + item.frame.height) >
          0.5 * Math.min(f.height, item.frame.height),
      );
    if (last && beside) last.push(item);
    else out.push([item]);
  }
  return out;
}
