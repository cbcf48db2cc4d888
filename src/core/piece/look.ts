// The look of a layer, to be copied and laid on other layers, whole or in part.
import { produce } from 'immer';
import { kindOf, type Layer, type LayerKind } from '../kinds/layers';
import type { Colour, Fill, Stroke } from '../values/fill';
import type { Shadow } from '../values/shape';
import { hexOf, type Swatches } from '../values/swatches';

export interface Look {
  opacity: number;
  blend: Layer['blend'];
  fill?: Fill;
  colour?: Colour;
  stroke?: Stroke;
  shadows?: Shadow[];
  /** What only layers of that kind have: with the whole look, and with its type. */
  own: { kind: LayerKind; whole: object; type: object };
}

/** Which part of a look is laid on. */
export type LookPart = 'whole' | 'fill' | 'stroke' | 'shadow' | 'type';

export function lookOf(layer: Layer): Look {
  const own = kindOf(layer).look;
  const look: Look = {
    opacity: layer.opacity,
    blend: layer.blend,
    own: { kind: layer.kind, whole: own?.whole(layer) ?? {}, type: own?.type?.(layer) ?? {} },
  };
  if ('fill' in layer) look.fill = layer.fill;
  if ('colour' in layer) look.colour = layer.colour;
  if ('stroke' in layer) look.stroke = layer.stroke;
  if ('shadows' in layer) look.shadows = layer.shadows;
  return look;
}

/** The parts of a look that a layer can take. */
export function partsFor(look: Look, layer: Layer): LookPart[] {
  const parts: LookPart[] = ['whole'];
  if ((look.fill || look.colour) && ('fill' in layer || 'colour' in layer)) parts.push('fill');
  if (look.stroke && 'stroke' in layer) parts.push('stroke');
  if (look.shadows?.length && 'shadows' in layer) parts.push('shadow');
  if (look.own.kind === layer.kind && kindOf(layer).look?.type) parts.push('type');
  return parts;
}

/**
 * The layer with a look, as far as its kind has those properties. A fill laid on what knows only a colour gives its
 * colour.
 */
export const withLook = <L extends Layer>(layer: L, look: Look, part: LookPart, piece: Swatches): L =>
  produce(layer, (draft: Layer) => {
    if (part === 'whole') {
      draft.opacity = look.opacity;
      draft.blend = look.blend;
      if (draft.kind === look.own.kind) Object.assign(draft, look.own.whole);
    }
    if (part === 'whole' || part === 'fill') {
      if ('fill' in draft && look.fill) draft.fill = look.fill;
      else if ('fill' in draft && look.colour) draft.fill = { ...draft.fill, kind: 'colour', colour: look.colour };
      else if ('colour' in draft && look.colour) draft.colour = look.colour;
      else if ('colour' in draft && look.fill)
        draft.colour =
          look.fill.kind === 'colour' ? look.fill.colour : hexOf(look.fill.gradient.stops[0].colour, piece);
    }
    if ((part === 'whole' || part === 'stroke') && look.stroke && 'stroke' in draft) draft.stroke = look.stroke;
    if ((part === 'whole' || part === 'shadow') && look.shadows && 'shadows' in draft) draft.shadows = look.shadows;
    if ((part === 'whole' || part === 'type') && draft.kind === look.own.kind) Object.assign(draft, look.own.type);
  }) as L;
