// What a treatment is without painting it: a colour, and how much of it lies at each point. For weighing many
// candidates.
import { rgba } from '../colour/srgb';
import { apply, boxTransform, invert } from '../ground/transform';
import { kindOf, type Layer } from '../kinds/layers';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Treatment } from '../piece/treatments';
import type { Painter } from '../scene/painter';
import { linesBehind } from '../scene/scene';
import { hexOf } from '../values/swatches';

export interface Veil {
  colour: readonly [number, number, number];
  /** Alpha 0..1 at a point of the slide, the treatment being at full strength. */
  alpha: (x: number, y: number) => number;
}

/** @param layer as it would be added to the slide, not placed in the size yet */
export function veilOf(painter: Painter, piece: Piece, slide: Slide, size: Size, layer: Treatment): Veil {
  const layers = painter.sceneOf(piece, { ...slide, layers: [...slide.layers, layer] }, size).layers,
    placed = layers.at(-1)!,
    kind = kindOf(placed).treatment!;
  const colour = kind.colour(placed),
    { r, g, b, a } = rgba(colour === null ? '#808080' : hexOf(colour, piece));
  const whole =
    placed.rotation === 0 &&
    placed.box.x <= 0 &&
    placed.box.y <= 0 &&
    placed.box.x + placed.box.width >= size.width &&
    placed.box.y + placed.box.height >= size.height;
  const own = kind.veil(placed, linesBehind(painter, placed, layers)),
    part = withinBox(placed),
    shape: Veil['alpha'] = kind.boundless || whole ? own : (x, y) => (part(x, y) ? own(x, y) : 0);
  return { colour: [r, g, b], alpha: a === 1 ? shape : (x, y) => a * shape(x, y) };
}

/** Does a point of the slide lie in a layer's box? */
function withinBox({ box, rotation }: Pick<Layer, 'box' | 'rotation'>): (x: number, y: number) => boolean {
  const m = invert(boxTransform(box, rotation));
  return (x, y) => {
    const [X, Y] = apply(m, x, y);
    return X >= 0 && Y >= 0 && X <= box.width && Y <= box.height;
  };
}
