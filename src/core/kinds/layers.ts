// All kinds of layers. A new one is a file here and its line in the table; what it forgets does not compile.
import { scaledBox } from '../ground/box';
import { scaledShadow } from '../values/scaled';
import type { BorderLayer } from './border';
import { border } from './border';
import type { FadeLayer } from './fade';
import { fade } from './fade';
import type { FillLayer } from './fill';
import { fill } from './fill';
import type { Kind } from './kind';
import type { PhotoLayer } from './photo';
import { photo } from './photo';
import type { PlateLayer } from './plate';
import { plate } from './plate';
import type { PoolLayer } from './pool';
import { pool } from './pool';
import type { ShapeLayer } from './shape';
import { shape } from './shape';
import { text, type TextLayer } from './text';
import type { TintLayer } from './tint';
import { tint } from './tint';
import type { WashLayer } from './wash';
import { wash } from './wash';

export type Layer =
  | FillLayer
  | PhotoLayer
  | TintLayer
  | WashLayer
  | FadeLayer
  | PoolLayer
  | PlateLayer
  | BorderLayer
  | ShapeLayer
  | TextLayer;
export type LayerKind = Layer['kind'];

/** In the order of the schema. */
export const KINDS = { fill, photo, tint, wash, fade, pool, plate, border, shape, text } as const satisfies {
  readonly [K in LayerKind]: Kind<Extract<Layer, { kind: K }>>;
};

/** What a layer's kind says of it. */
export const kindOf = (layer: Layer): Kind<Layer> => KINDS[layer.kind];

export const isText = (layer: Layer | null | undefined): layer is TextLayer => layer?.kind === 'text';
export const isPhoto = (layer: Layer | null | undefined): layer is PhotoLayer => layer?.kind === 'photo';

/** A layer that lies behind texts and follows them. */
export type Follower = Extract<Layer, { follows: string[] }>;
export const isFollower = (layer: Layer): layer is Follower => 'follows' in layer && layer.follows.length > 0;
/** The texts among `layers` that a layer follows. */
export const followedTexts = (layer: Follower, layers: readonly Layer[]): TextLayer[] =>
  layers.filter(isText).filter((l) => l.visible && layer.follows.includes(l.id));

/**
 * Scales the lengths that belong to a layer's kind: type, strokes, radii, padding, shadows. Changes the layer it is
 * given; its box is left alone.
 */
export function scaleLengths(layer: Layer, k: number): void {
  if ('shadows' in layer) layer.shadows = layer.shadows.map((s) => scaledShadow(s, k));
  kindOf(layer).scale?.(layer, k);
}

/** A layer and all its lengths scaled about the slide's corner. */
export function scaledLayer<L extends Layer>(layer: L, k: number): L {
  const scaled: L = { ...layer, box: scaledBox(layer.box, k) };
  scaleLengths(scaled, k);
  return scaled;
}
