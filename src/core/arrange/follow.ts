// Plates and pools that follow texts: where the lines of those texts are, there they lie.
import type { Box, Layer, PlateLayer, PoolLayer, TextLayer } from '../piece/schema';
import { boundsOf } from './transform';

/** Where a text's lines lie on the slide: upright boxes before turning, and the turn. */
export interface LinesPlace {
  /** Box round all lines, in slide pixels, before turning. */
  box: Box;
  /** One box for each line that has letters. */
  lines: Box[];
  rotation: number;
  /** Middle about which the text turns. */
  centre: { x: number; y: number };
}

export type Follower = PlateLayer | PoolLayer;
export const isFollower = (layer: Layer): layer is Follower => (layer.kind === 'plate' || layer.kind === 'pool') && layer.follows.length > 0;

/** The texts among `layers` that a plate or pool follows. */
export const followedTexts = (layer: Follower, layers: readonly Layer[]): TextLayer[] => layers.filter((l): l is TextLayer => l.kind === 'text' && l.visible && layer.follows.includes(l.id));

export function union(boxes: readonly Box[]): Box {
  const x = Math.min(...boxes.map((b) => b.x)), y = Math.min(...boxes.map((b) => b.y));
  return { x, y, width: Math.max(...boxes.map((b) => b.x + b.width)) - x, height: Math.max(...boxes.map((b) => b.y + b.height)) - y };
}

/** A box turned about a point other than its own middle, as a box that turns about its middle by the same angle. */
function aboutOwnMiddle(box: Box, rotation: number, centre: { x: number; y: number }): Box {
  const a = (rotation * Math.PI) / 180, c = Math.cos(a), s = Math.sin(a);
  const mx = box.x + box.width / 2 - centre.x, my = box.y + box.height / 2 - centre.y;
  return { ...box, x: centre.x + mx * c - my * s - box.width / 2, y: centre.y + mx * s + my * c - box.height / 2 };
}

/** Lines of all places in one frame: turned with the text where there is one, upright where there are several. */
function common(places: readonly LinesPlace[]): { lines: Box[]; rotation: number } {
  const rotation = places.every((p) => p.rotation === places[0].rotation) && places.length === 1 ? places[0].rotation : 0;
  if (rotation !== 0) return { lines: places[0].lines.map((l) => aboutOwnMiddle(l, rotation, places[0].centre)), rotation };
  return { lines: places.flatMap((p) => p.lines.map((l) => (p.rotation === 0 ? l : boundsOf(aboutOwnMiddle(l, p.rotation, p.centre), p.rotation)))), rotation: 0 };
}

/** The box and turn of a plate behind texts. */
export function plateBehind(plate: PlateLayer, places: readonly LinesPlace[]): { box: Box; rotation: number } {
  const { top, right, bottom, left } = plate.padding;
  const grown = (b: Box): Box => ({ x: b.x - left, y: b.y - top, width: Math.max(1, b.width + left + right), height: Math.max(1, b.height + top + bottom) });
  if (places.length === 1 && places[0].rotation !== 0) return { box: aboutOwnMiddle(grown(places[0].box), places[0].rotation, places[0].centre), rotation: places[0].rotation };
  return { box: grown(union(places.map((p) => (p.rotation === 0 ? p.box : boundsOf(aboutOwnMiddle(p.box, p.rotation, p.centre), p.rotation))))), rotation: 0 };
}

/** The patches of a pool: one for each line, each a box with its turn, in slide pixels. */
export function patchesBehind(pool: PoolLayer, places: readonly LinesPlace[]): { boxes: Box[]; rotation: number } {
  if (!places.length) return { boxes: [pool.box], rotation: pool.rotation };
  const { lines, rotation } = common(places);
  return { boxes: lines, rotation };
}
