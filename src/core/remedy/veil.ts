// What a treatment is without painting it: a colour, and how much of it lies at each point. For weighing many
// candidates.
import { rgba } from '../colour/srgb';
import { apply, boxTransform, invert } from '../ground/transform';
import type { Extent } from '../kinds/common';
import { kindOf, type Layer } from '../kinds/layers';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Treatment } from '../piece/treatments';
import type { Painter } from '../scene/painter';
import { linesBehind } from '../scene/scene';
import { hexOf, type Swatches } from '../values/swatches';

export interface Veil {
  colour: readonly [number, number, number];
  /** Alpha 0..1 at a point of the slide, the treatment being at full strength. */
  alpha: (x: number, y: number) => number;
}

/** @param layer as it would be added to the slide, not placed in the size yet */
export function veilOf(painter: Painter, piece: Piece, slide: Slide, size: Size, layer: Treatment): Veil {
  const { layers } = painter.sceneOf(piece, { ...slide, layers: [...slide.layers, layer] }, size);
  return veilIn(painter, piece, size, layers, layers.at(-1)!);
}

/** Of a treatment that lies on a slide. @param layers of its scene @param placed one of them */
export function veilIn(
  painter: Painter,
  swatches: Swatches,
  size: Extent,
  layers: readonly Layer[],
  placed: Layer,
): Veil {
  const kind = kindOf(placed).treatment!,
    colour = kind.colour(placed),
    { r, g, b, a } = rgba(colour === null ? '#808080' : hexOf(colour, swatches));
  const own = kind.veil(placed, linesBehind(painter, placed, layers)),
    part = withinBox(placed),
    shape: Veil['alpha'] = kind.boundless || coversAll(placed, size) ? own : (x, y) => (part(x, y) ? own(x, y) : 0);
  return { colour: [r, g, b], alpha: a === 1 ? shape : (x, y) => a * shape(x, y) };
}

/** Does a layer's box cover the whole slide? */
const coversAll = ({ box, rotation }: Pick<Layer, 'box' | 'rotation'>, { width, height }: Extent): boolean =>
  rotation === 0 && box.x <= 0 && box.y <= 0 && box.x + box.width >= width && box.y + box.height >= height;

/** Is a treatment no more than its veil, from edge to edge of the slide? */
export function isVeil(layer: Layer, size: Extent): boolean {
  const kind = kindOf(layer).treatment;
  return kind?.smooth === true && layer.blend === 'normal' && (kind.boundless === true || coversAll(layer, size));
}

/** Does a point of the slide lie in a layer's box? */
function withinBox({ box, rotation }: Pick<Layer, 'box' | 'rotation'>): (x: number, y: number) => boolean {
  const m = invert(boxTransform(box, rotation));
  return (x, y) => {
    const [X, Y] = apply(m, x, y);
    return X >= 0 && Y >= 0 && X <= box.width && Y <= box.height;
  };
}
