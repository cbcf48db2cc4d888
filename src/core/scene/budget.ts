// What painting a slide will cost, before it is begun: estimated from areas and kinds, so that no document takes all of
// a machine.
import type { Box } from '../ground/box';
import { kindOf, type Layer } from '../kinds/layers';
import { throwsShadow } from '../paint/shadow';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from './painter';
import { reachOf } from './reach';

/** A piece asks for more work than is done for one question. */
export class TooMuchWork extends Error {
  constructor(
    message: string,
    /** What to reduce, in words. */
    readonly advice: string,
  ) {
    super(message);
    this.name = 'TooMuchWork';
  }
}

/** Work is counted in plain pixels: one costs about 3 ns. Bytes are those that live at the same time. */
export const PAINT_BUDGET = { work: 7e9, bytes: 1.6e9 };

const throwsOne = (layer: Layer): boolean => 'shadows' in layer && throwsShadow(layer.shadows);
const isWhole = (layer: Layer): boolean =>
  throwsOne(layer) || layer.blend !== 'normal' || (kindOf(layer).needsWhole?.(layer) ?? false);

/** Plain pixels that one pixel of a layer costs. */
const workOf = (layer: Layer): number =>
  kindOf(layer).work(layer) + ('shadows' in layer ? layer.shadows.filter((s) => s.on && s.opacity > 0).length * 12 : 0);

const overlap = (a: Box, b: { width: number; height: number }): number =>
  Math.max(0, Math.min(a.x + a.width, b.width) - Math.max(a.x, 0)) *
  Math.max(0, Math.min(a.y + a.height, b.height) - Math.max(a.y, 0));

export interface PaintCost {
  work: number;
  bytes: number;
  /** Names of the layers that cost most, the dearest first. */
  dearest: string[];
}

/** @param scale surface pixels to one pixel of the size. Fonts must be loaded (`Painter.prepare`). */
export function paintCost(painter: Painter, piece: Piece, slide: Slide, size: Size, scale: number): PaintCost {
  const whole = size.width * size.height * scale ** 2;
  const costs = painter
    .sceneOf(piece, slide, size)
    .layers.filter((l) => l.visible && l.opacity > 0)
    .map((layer) => ({
      layer,
      area: overlap(reachOf(painter, layer), size) * scale ** 2,
      own: isWhole(layer) ? 2 * whole : 0,
    }));
  const each = costs.map(({ layer, area, own }) => ({ name: layer.name, work: area * workOf(layer) + own }));
  // The surface, one that groups are put together on, one to cut within; pixels and surface of the largest area; masks
  // of the largest shadow.
  const largest = Math.max(0, ...costs.map((c) => c.area)),
    shadow = Math.max(0, ...costs.filter((c) => throwsOne(c.layer)).map((c) => c.area));
  return {
    work: whole + each.reduce((s, c) => s + c.work, 0),
    bytes: whole * 4 * (costs.some((c) => c.own) ? 3 : 1) + largest * 12 + shadow * 20,
    dearest: each
      .sort((a, b) => b.work - a.work)
      .slice(0, 3)
      .map((c) => c.name),
  };
}

/** @throws TooMuchWork where painting would cost more than the budget */
export function checkPainting(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  scale: number,
  budget = PAINT_BUDGET,
): void {
  const cost = paintCost(painter, piece, slide, size, scale);
  if (cost.work <= budget.work && cost.bytes <= budget.bytes) return;
  const over = Math.max(cost.work / budget.work, cost.bytes / budget.bytes);
  throw new TooMuchWork(
    `This slide is ${over.toFixed(1)} times as much ${cost.bytes / budget.bytes > cost.work / budget.work ? 'memory' : 'work'} as is done at once`,
    `Most of it is ${cost.dearest.map((n) => `"${n.slice(0, 60)}"`).join(', ')}: fewer or smaller layers, or a smaller size, are less.`,
  );
}
