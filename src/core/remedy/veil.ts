// What a treatment is without painting it: a colour, and how much of it lies at each point. For weighing many candidates.
import { patchesBehind, followedTexts } from '../arrange/follow';
import { apply, boxTransform, compose, invert } from '../arrange/transform';
import { rgba } from '../colour/srgb';
import { hexOf } from '../piece/resolve';
import type { Layer, Piece, Size, Slide } from '../piece/schema';
import type { Painter } from '../paint/painter';
import type { Treatment } from '../piece/treatments';
import { poolField } from '../paint/pool';
import { fadeAlpha, fadeFrame } from '../paint/ramp';
import { linesPlace } from '../type/frame';

export interface Veil {
  colour: readonly [number, number, number];
  /** Alpha 0..1 at a point of the slide, the treatment being at full strength. */
  alpha: (x: number, y: number) => number;
}

/** @param layer as it would be added to the slide, not placed in the size yet */
export function veilOf(painter: Painter, piece: Piece, slide: Slide, size: Size, layer: Treatment): Veil {
  const layers = painter.placed(piece, { ...slide, layers: [...slide.layers, layer] }, size), placed = layers.at(-1) as Treatment;
  const hex = placed.kind === 'plate' ? (placed.fill.kind === 'colour' ? hexOf(placed.fill.colour, piece) : '#808080') : hexOf(placed.colour, piece);
  const { r, g, b, a } = rgba(hex);
  const whole = placed.rotation === 0 && placed.box.x <= 0 && placed.box.y <= 0 && placed.box.x + placed.box.width >= size.width && placed.box.y + placed.box.height >= size.height;
  const own = shapeOf(painter, placed, layers), part = withinBox(placed), shape: Veil['alpha'] = placed.kind === 'pool' || whole ? own : (x, y) => (part(x, y) ? own(x, y) : 0);
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

function shapeOf(painter: Painter, layer: Treatment, layers: readonly Layer[]): Veil['alpha'] {
  switch (layer.kind) {
    case 'tint':
    case 'plate':
      return () => 1;
    case 'fade': {
      const m = compose(fadeFrame(layer, layer.box), invert(boxTransform(layer.box, layer.rotation)));
      if (layer.shape === 'linear') return (x, y) => fadeAlpha(layer, m[0] * x + m[2] * y + m[4]);
      return (x, y) => {
        const [X, Y] = apply(m, x, y), u = Math.hypot(X, Y);
        return layer.shape === 'vignette' ? fadeAlpha(layer, 1 - u) : fadeAlpha(layer, u);
      };
    }
    case 'pool': {
      const places = followedTexts(layer as Parameters<typeof followedTexts>[0], layers).flatMap((t) => linesPlace(t, painter.layout(t)) ?? []);
      const { boxes, rotation } = patchesBehind(layer, places);
      return poolField(boxes, rotation, layer.spread, layer.feather);
    }
  }
}
