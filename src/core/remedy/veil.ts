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
  const shape = shapeOf(painter, placed, layers);
  return { colour: [r, g, b], alpha: a === 1 ? shape : (x, y) => a * shape(x, y) };
}

function shapeOf(painter: Painter, layer: Treatment, layers: readonly Layer[]): Veil['alpha'] {
  switch (layer.kind) {
    case 'tint':
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
    case 'plate': {
      const m = invert(boxTransform(layer.box, layer.rotation)), { width, height } = layer.box;
      return (x, y) => {
        const [X, Y] = apply(m, x, y);
        return X >= 0 && Y >= 0 && X <= width && Y <= height ? 1 : 0;
      };
    }
  }
}
