// The look of a layer, to be copied and laid on other layers, whole or in part.
import { produce } from 'immer';
import type { Colour, Fill, Layer, Shadow, Stroke, TextLayer } from './schema';
import { hexOf } from './resolve';
import type { Piece } from './schema';

const TYPE_KEYS = ['font', 'fontSize', 'letterSpacing', 'lineHeight', 'align', 'case', 'baselineShift', 'underline', 'placedBy', 'balance'] as const;
type TypeLook = Pick<TextLayer, (typeof TYPE_KEYS)[number]>;

export interface Look {
  opacity: number;
  blend: Layer['blend'];
  fill?: Fill;
  colour?: Colour;
  stroke?: Stroke;
  radius?: [number, number, number, number];
  type?: TypeLook;
  shadows?: Shadow[];
  /** Frame, backing and outline of a text. */
  surroundings?: Pick<TextLayer, 'panel' | 'backing' | 'outline' | 'padding' | 'highlight'>;
}

/** Which part of a look is laid on. */
export type LookPart = 'whole' | 'fill' | 'stroke' | 'shadow' | 'type';

export function lookOf(layer: Layer): Look {
  const look: Look = { opacity: layer.opacity, blend: layer.blend };
  if ('fill' in layer) look.fill = layer.fill;
  if ('colour' in layer) look.colour = layer.colour;
  if ('stroke' in layer) look.stroke = layer.stroke;
  if (layer.kind === 'plate') look.radius = layer.radius;
  if ('shadows' in layer) look.shadows = layer.shadows;
  if (layer.kind === 'text') look.surroundings = { panel: layer.panel, backing: layer.backing, outline: layer.outline, padding: layer.padding, highlight: layer.highlight };
  if (layer.kind === 'text') look.type = Object.fromEntries(TYPE_KEYS.map((k) => [k, layer[k]])) as TypeLook;
  return look;
}

/** The parts of a look that a layer can take. */
export function partsFor(look: Look, layer: Layer): LookPart[] {
  const parts: LookPart[] = ['whole'];
  if ((look.fill || look.colour) && ('fill' in layer || 'colour' in layer)) parts.push('fill');
  if (look.stroke && 'stroke' in layer) parts.push('stroke');
  if (look.shadows?.length && 'shadows' in layer) parts.push('shadow');
  if (look.type && layer.kind === 'text') parts.push('type');
  return parts;
}

/** The layer with a look, as far as its kind has those properties. A fill laid on what knows only a colour gives its colour. */
export const withLook = <L extends Layer>(layer: L, look: Look, part: LookPart, piece: Pick<Piece, 'swatches'>): L =>
  produce(layer, (draft: Layer) => {
    if (part === 'whole') {
      draft.opacity = look.opacity;
      draft.blend = look.blend;
      if (draft.kind === 'plate' && look.radius) draft.radius = look.radius;
      if (draft.kind === 'text' && look.surroundings) Object.assign(draft, look.surroundings);
    }
    if (part === 'whole' || part === 'fill') {
      if ('fill' in draft && look.fill) draft.fill = look.fill;
      else if ('fill' in draft && look.colour) draft.fill = { ...draft.fill, kind: 'colour', colour: look.colour };
      else if ('colour' in draft && look.colour) draft.colour = look.colour;
      else if ('colour' in draft && look.fill) draft.colour = look.fill.kind === 'colour' ? look.fill.colour : hexOf(look.fill.gradient.stops[0].colour, piece);
    }
    if ((part === 'whole' || part === 'stroke') && look.stroke && 'stroke' in draft) draft.stroke = look.stroke;
    if ((part === 'whole' || part === 'shadow') && look.shadows && 'shadows' in draft) draft.shadows = look.shadows;
    if ((part === 'whole' || part === 'type') && look.type && draft.kind === 'text') Object.assign(draft, look.type);
  }) as L;

