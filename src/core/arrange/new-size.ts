// The first layout of a size that was just added. Backdrops fill it and overlays follow by themselves; the message is
// kept in blocks by nearness, each block holds to the side where it lay, its type keeps its class as shown, and its
// lines are broken anew where the shape asks for it.
import { type Box, union } from '../ground/box';
import { type Block, blocksOf, type Hold, holdOf, itemsOf, rowsOf } from './blocks';
import type { Pixels } from '../ground/pixels';
import { boundsOf } from '../ground/transform';
import { marginOf } from '../kinds/common';
import type { Setter } from '../kinds/kind';
import { isPhoto, isText, type Layer } from '../kinds/layers';
import type { TextLayer } from '../kinds/text';
import type { PhotoLayer } from '../kinds/photo';
import { keepInView } from '../photo/fit';
import type { Side } from '../photo/edge';
import { roomFor } from '../photo/room-for';
import { subjectOf } from '../photo/subject';
import { SMALLEST_SHOWN } from '../piece/destinations';
import { layerIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Override } from '../values/override';
import { entersZone, zonesOf } from './zones';

/** Sizes as shown, CSS px, that type does not fall below where it was above: headlines, lines of text. */
const CLASSES = [24, 14, SMALLEST_SHOWN] as const;
/** How much of a change of scale the type takes on: a smaller picture does not want type that is as much smaller. */
const SMALLER = 0.5,
  LARGER = 0.75;
/** Type is made smaller by a sixteenth each time there is no room, at most to about half of what was wanted. */
const TRIES = 10;
/** A focal point that moves by less, in fractions of the picture, is left where it is. */
const MOVED = 0.01;
/** A block this far from where it belongs, in shorter sides, has lost its place. */
const FAR = 0.3;

/** The size of a text as people see it, CSS px. */
const shownOf = (fontSize: number, size: Size): number => (fontSize * size.shownWidth) / size.width;

/** How many times as many pixels a text's type has in another size. */
function typeFactor({ fontSize }: TextLayer, base: Size, size: Size): number {
  const k = Math.min(size.width, size.height) / Math.min(base.width, base.height),
    before = shownOf(fontSize, base),
    after = shownOf(fontSize * k, size),
    change = after / before,
    wanted = before * change ** (change < 1 ? SMALLER : LARGER),
    least = CLASSES.find((c) => before >= c) ?? before;
  return (Math.max(wanted, Math.min(before, least)) / fontSize) * (size.width / size.shownWidth);
}

/** The side to which the lines of a block are aligned, where it lies nearer to that side than to the other. */
function sideOf({ items, ink }: Block): 'start' | 'end' | null {
  const aligned = new Set(
    items
      .map((i) => i.layer)
      .filter(isText)
      .map((t) => t.align),
  );
  if (aligned.size !== 1) return null;
  if (aligned.has('centre')) return null;
  const left = Math.min(...items.map((i) => i.frame.x)),
    right = Math.max(...items.map((i) => i.frame.x + i.frame.width));
  // Lines that begin where their frame does, however long they are.
  if (ink.x - left < 2 && left < ink.width) return 'start';
  return right - ink.x - ink.width < 2 && ink.x > left + 2 ? 'end' : null;
}

/** What one block is in a size, its top left at the origin. */
interface Laid {
  width: number;
  height: number;
  places: { layer: Layer; box: Box; fontSize: number | null }[];
}

/** A block with its type so many times as large as wanted, in a width. */
function lay(setter: Setter, block: Block, base: Size, size: Size, strength: number, room: number): Laid {
  const texts = block.items.map((i) => i.layer).filter(isText),
    largest = texts.reduce<TextLayer | null>((b, t) => (!b || t.fontSize > b.fontSize ? t : b), null),
    k = Math.min(size.width, size.height) / Math.min(base.width, base.height),
    factorOf = (t: TextLayer): number =>
      Math.max(
        typeFactor(t, base, size) * strength,
        (Math.min(shownOf(t.fontSize, base), SMALLEST_SHOWN) / t.fontSize) * (size.width / size.shownWidth),
      ),
    g = largest ? factorOf(largest) : k * strength,
    rows = rowsOf(block.items);
  const places: Laid['places'] = [];
  let y = 0,
    lowest = 0,
    before: { bottom: number } | null = null;
  for (const row of rows) {
    const top = Math.min(...row.map((i) => i.frame.y));
    if (before) y = lowest + (top - before.bottom) * g;
    // Things beside each other keep their distance, however much larger one of them has become.
    const beside = [...row].sort((a, b) => a.frame.x - b.frame.x);
    let right: { was: number; now: number } | null = null;
    for (const { layer, frame } of beside) {
      const x: number = right
        ? right.now + (frame.x - right.was) * g
        : Math.max(0, Math.min((frame.x - block.box.x) * g, room - frame.width * g));
      const place = isText(layer)
        ? placedText(setter, layer, frame, base, size, factorOf(layer), x, y + (frame.y - top) * g, room)
        : placedThing(layer, frame, g, x, y + (frame.y - top) * g, room);
      places.push(place);
      right = { was: frame.x + frame.width, now: place.box.x + place.box.width };
    }
    lowest = Math.max(lowest, ...places.map((p) => p.box.y + p.box.height));
    before = { bottom: Math.max(...row.map((i) => i.frame.y + i.frame.height)) };
  }
  const left = Math.min(...places.map((p) => p.box.x)),
    all = union(places.map((p) => p.box));
  return {
    width: all.width,
    height: all.height,
    places: places.map((p) => ({ ...p, box: { ...p.box, x: p.box.x - left, y: p.box.y - all.y } })),
  };
}

const placedThing = (
  layer: Layer,
  frame: Box,
  g: number,
  x: number,
  y: number,
  room: number,
): Laid['places'][number] => {
  const k = Math.min(g, room / frame.width);
  return { layer, box: { x, y, width: frame.width * k, height: frame.height * k }, fontSize: null };
};

/** A text with its type `f` times as large, as wide as it was in proportion, or as there is room for. */
function placedText(
  setter: Setter,
  layer: TextLayer,
  frame: Box,
  base: Size,
  size: Size,
  f: number,
  x: number,
  y: number,
  room: number,
): Laid['places'][number] {
  const at = (fontSize: number, width: number, height: number): TextLayer =>
    layerIn({ ...layer, overrides: { [size.id]: { box: { x, y, width, height }, fontSize } } }, size, base);
  let fontSize = layer.fontSize * f;
  if (layer.frame === 'line') {
    const { width } = setter.layout(at(fontSize, frame.width * f, frame.height * f));
    if (width > room) fontSize *= room / width;
    const laid = setter.layout(at(fontSize, frame.width * f, frame.height * f));
    return {
      layer,
      box: { x: Math.max(0, Math.min(x, room - laid.width)), y, width: laid.width, height: laid.height },
      fontSize,
    };
  }
  const width = Math.min(frame.width * f, room),
    { left, right } = layer.padding,
    words = setter.layout({
      ...at(fontSize, width, frame.height * f),
      frame: 'line',
      text: layer.text.split(/\s+/).join('\n'),
      spans: [],
      list: 'none',
    }).width,
    inner = width - (left + right) * f;
  // No word is broken for want of room.
  if (!layer.fit && words > inner && inner > 0) fontSize *= inner / words;
  const fixed = layer.fit ? frame.height * f : null,
    { height } = setter.layout(at(fontSize, width, fixed ?? frame.height * f));
  return {
    layer,
    box: {
      x: Math.max(0, Math.min(x, room - width)),
      y,
      width,
      height: fixed ?? Math.max(height, layer.grow ? 0 : frame.height * f),
    },
    fontSize: layer.fit ? null : fontSize,
  };
}

/** Does all of a photo show, as it was taken, so far as its frame lets it? */
const wholly = ({ crop, turn, flipX, flipY, straighten, zoom, cut }: PhotoLayer): boolean =>
  crop.x === 0 &&
  crop.y === 0 &&
  crop.width === 1 &&
  crop.height === 1 &&
  turn === 0 &&
  !flipX &&
  !flipY &&
  straighten === 0 &&
  zoom === 1 &&
  !cut?.on;

/**
 * Photos that fill their box and whose subject would leave it: focal point and zoom by layer, or room on a side that
 * the photo does not reach so that its subject is whole. @param side where the message would use room
 */
function subjectsKept(
  layers: readonly Layer[],
  base: Size,
  size: Size,
  picture: (asset: string) => Pixels | null,
  side: Side | null,
): Record<string, Override> {
  const out: Record<string, Override> = {};
  for (const layer of layers) {
    if (!isPhoto(layer) || layer.guest || layer.carry || layer.fit !== 'cover' || layer.room?.on) continue;
    const pixels = picture(layer.asset),
      subject = pixels && subjectOf(pixels, layer);
    if (!subject) continue;
    const placed = layerIn(layer, size, base),
      fine = (v: number): number => Math.round(v * 1e4) / 1e4,
      room = wholly(layer) ? roomFor(pixels, placed.box, subject, side) : null;
    if (room) {
      const { x, y, width, height } = subject;
      out[layer.id] = { room, focus: { x: fine(x + width / 2), y: fine(y + height / 2) } };
      continue;
    }
    const { focus, zoom } = keepInView(pixels, placed.box, placed, subject),
      own: Override = {
        ...(Math.hypot(focus.x - placed.focus.x, focus.y - placed.focus.y) > MOVED
          ? { focus: { x: fine(focus.x), y: fine(focus.y) } }
          : {}),
        ...(zoom < placed.zoom ? { zoom: fine(zoom) } : {}),
      };
    if (Object.keys(own).length) out[layer.id] = own;
  }
  return out;
}

/**
 * What a size has of its own at first: places and type sizes of the message of a slide, and the part of its photos that
 * shows. Fonts must be loaded.
 * @param picture of a photo, as far as it is there: without it photos are left as they are
 * @returns overrides by layer
 */
export function firstLayout(
  setter: Setter,
  piece: Piece,
  slide: Slide,
  size: Size,
  picture: (asset: string) => Pixels | null = () => null,
): Record<string, Override> {
  const [base] = piece.sizes,
    blocks = blocksOf(itemsOf(setter, slide.layers, base)),
    out: Record<string, Override> = subjectsKept(slide.layers, base, size, picture, sideOfAll(blocks, base, size));
  let best: Attempt | null = null;
  // Type is made smaller for all blocks together, so that they keep their proportion and their order.
  for (let i = 0, strength = 1; i < TRIES && best?.faults !== 0; i++, strength *= 0.94) {
    const tried = attempt(setter, blocks, base, size, strength);
    if (!best || tried.faults < best.faults) best = tried;
  }
  for (const { layer, box, fontSize } of best?.places ?? []) {
    const own = { ...box, x: Math.round(box.x), y: Math.round(box.y) };
    // A turned thing was measured by what it takes up: its own box has the same middle.
    const place =
      layer.rotation !== 0 && !isText(layer)
        ? aboutMiddle(own, layer.box, own.width / boundsOf(layer.box, layer.rotation).width)
        : own;
    out[layer.id] = { box: place, ...(fontSize === null ? {} : { fontSize }) };
  }
  return out;
}

/** The side of the frame on which the largest block of the message lies along the way that a new shape is longer. */
function sideOfAll([block]: readonly Block[], base: Size, size: Size): Side | null {
  if (!block) return null;
  const tall = size.width / size.height < base.width / base.height,
    hold = tall ? holdOf(block.ink.y, block.ink.height, base.height) : holdOf(block.ink.x, block.ink.width, base.width);
  if (hold === 'middle') return null;
  return hold === 'start' ? (tall ? 'top' : 'left') : tall ? 'bottom' : 'right';
}

interface Attempt {
  places: Laid['places'];
  /** Blocks without a place, and those far from where they belong. */
  faults: number;
}

function attempt(setter: Setter, blocks: readonly Block[], base: Size, size: Size, strength: number): Attempt {
  const margin = marginOf(size),
    zones = zonesOf(size),
    k = Math.min(size.width, size.height) / Math.min(base.width, base.height),
    placed: { box: Box; was: Box }[] = [],
    out: Attempt = { places: [], faults: 0 };
  // As far from its side as it was, but never much nearer than the margin.
  const inset = (at: number, extent: number, whole: number, own: number, hold: Hold): number => {
    const was = (hold === 'end' ? whole - at - extent : at) * k;
    return Math.min(Math.max(was, Math.min(margin, was * 1.2)), own * 0.2);
  };
  for (const block of blocks) {
    const holdX = sideOf(block) ?? holdOf(block.ink.x, block.ink.width, base.width),
      holdY = holdOf(block.ink.y, block.ink.height, base.height),
      dx = inset(block.box.x, block.box.width, base.width, size.width, holdX),
      dy = inset(block.box.y, block.box.height, base.height, size.height, holdY),
      laid = lay(setter, block, base, size, strength, size.width - 2 * Math.max(dx, margin * 0.6));
    const along = (hold: Hold, extent: number, whole: number, d: number): number =>
      hold === 'start' ? d : hold === 'end' ? whole - extent - d : (whole - extent) / 2;
    const at = {
      x: along(holdX, laid.width, size.width, dx),
      y: along(holdY, laid.height, size.height, dy),
      width: laid.width,
      height: laid.height,
    };
    const others = placed.filter((p) => !touches(p.was, block.box)).map((p) => p.box),
      free = freePlace(at, size, Math.min(margin * 0.6, dx, dy), zones, others);
    if (!free) out.faults += 2;
    else if (Math.hypot(free.x - at.x, free.y - at.y) > FAR * Math.min(size.width, size.height)) out.faults++;
    const { x, y } = free ?? at;
    placed.push({ box: { ...at, x, y }, was: block.box });
    out.places.push(...laid.places.map((p) => ({ ...p, box: { ...p.box, x: p.box.x + x, y: p.box.y + y } })));
  }
  return out;
}

const aboutMiddle = (frame: Box, box: Box, k: number): Box => ({
  x: frame.x + frame.width / 2 - (box.width * k) / 2,
  y: frame.y + frame.height / 2 - (box.height * k) / 2,
  width: box.width * k,
  height: box.height * k,
});

const touches = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** The nearest place that lies inside the slide, off its keep-clear zones and off other blocks; null for none. */
function freePlace(
  at: Box,
  size: Size,
  margin: number,
  zones: ReturnType<typeof zonesOf>,
  others: readonly Box[],
): Box | null {
  const fits = (b: Box): boolean =>
    b.x >= margin - 0.5 &&
    b.y >= margin - 0.5 &&
    b.x + b.width <= size.width - margin + 0.5 &&
    b.y + b.height <= size.height - margin + 0.5 &&
    !zones.some((z) => entersZone(b, z)) &&
    !others.some((o) => touches(o, b));
  const xs = [at.x, margin, size.width - margin - at.width, (size.width - at.width) / 2],
    ys = [at.y, margin, size.height - margin - at.height, (size.height - at.height) / 2];
  for (const z of [...zones, ...others]) {
    xs.push(z.x - at.width - margin * 0.5, z.x + z.width + margin * 0.5);
    ys.push(z.y - at.height - margin * 0.5, z.y + z.height + margin * 0.5);
  }
  let best: { box: Box; far: number } | null = null;
  for (const x of xs)
    for (const y of ys) {
      const box = { ...at, x, y },
        far = Math.hypot(x - at.x, y - at.y);
      if ((!best || far < best.far) && fits(box)) best = { box, far };
    }
  return best?.box ?? null;
}
