// What of a layer a treatment's strength is, and the layer at another strength. Strengths run from 0 to 1.
import type { Layer, Size, TextLayer } from './schema';
import type { Shadow } from './shape-schema';

/**
 * How opaque a layer is; how far a fade reaches; how opaque the backing or the shadow of a text is; how much a photo's output levels are
 * drawn towards black (`darken`) or white (`lighten`); how much a photo is blurred.
 */
export type StrengthProperty = 'opacity' | 'reach' | 'backing' | 'shadow' | 'darken' | 'lighten' | 'blur';

/** Standard deviation of the blur at full strength, as a share of the slide's shorter side. */
export const MOST_BLUR = 0.04;
type Extent = Pick<Size, 'width' | 'height'>;
const mostBlur = (size: Extent): number => Math.min(200, MOST_BLUR * Math.min(size.width, size.height));

/** The properties of a layer that can be a strength, the usual one first. */
export function strengthsOf(layer: Layer): StrengthProperty[] {
  switch (layer.kind) {
    case 'tint':
    case 'pool':
    case 'plate':
      return ['opacity'];
    case 'fade':
      return layer.shape === 'vignette' ? ['opacity'] : ['opacity', 'reach'];
    case 'text':
      return ['backing', 'shadow'];
    case 'photo':
      return layer.band === 'backdrop' ? ['darken', 'lighten', 'blur'] : [];
    default:
      return [];
  }
}

/** The shadow whose opacity is a text's shadow strength: the lowest drop shadow that is on. */
export const mainShadow = (layer: TextLayer): Shadow | undefined => layer.shadows.find((s) => s.on && s.kind === 'drop');

/** The shadow that makes letters stand out most for what it darkens: right behind them, somewhat grown, soft. @param blur in em */
export const readingShadow = (layer: Pick<TextLayer, 'fontSize'>, colour: Shadow['colour'], opacity: number, blur = 0.2): Shadow => ({
  kind: 'drop',
  on: true,
  x: 0,
  y: 0,
  blur: Math.max(1, Math.round(layer.fontSize * blur)),
  spread: Math.max(1, Math.round(layer.fontSize * 0.08)),
  colour,
  opacity,
});

/** The present strength, 0..1 (a reach may be more). @param size the size the layer stands in */
export function strengthOf(layer: Layer | undefined, property: StrengthProperty, size: Extent): number {
  if (!layer) return 0;
  if (property === 'opacity') return layer.opacity;
  if (layer.kind === 'fade' && property === 'reach') return layer.reach;
  if (layer.kind === 'text' && property === 'backing') return layer.backing?.on ? layer.backing.opacity : 0;
  if (layer.kind === 'text' && property === 'shadow') return mainShadow(layer)?.opacity ?? 0;
  if (layer.kind === 'photo') {
    const { levels, blur } = layer.tone;
    if (property === 'darken') return levels.on ? 1 - levels.white / 255 : 0;
    if (property === 'lighten') return levels.on ? levels.black / 255 : 0;
    if (property === 'blur') return blur.on ? Math.min(1, blur.radius / mostBlur(size)) : 0;
  }
  return 0;
}

/**
 * The layer at another strength. What has no backing or shadow yet keeps having none: those are begun by `makeTreatment`.
 * @param value 0..1 @param size the size the layer stands in
 */
export function withStrength<L extends Layer>(layer: L, property: StrengthProperty, value: number, size: Extent): L;
export function withStrength(layer: Layer, property: StrengthProperty, value: number, size: Extent): Layer {
  if (property === 'opacity') return { ...layer, opacity: value };
  if (layer.kind === 'fade' && property === 'reach') return value > 0 ? { ...layer, reach: Math.max(0.01, value) } : { ...layer, opacity: 0 };
  if (layer.kind === 'text' && property === 'backing') return layer.backing ? { ...layer, backing: { ...layer.backing, on: value > 0, opacity: value } } : layer;
  if (layer.kind === 'text' && property === 'shadow') {
    const main = mainShadow(layer);
    return main ? { ...layer, shadows: layer.shadows.map((s) => (s === main ? { ...s, opacity: value } : s)) } : layer;
  }
  if (layer.kind === 'photo') {
    const { tone } = layer;
    if (property === 'darken') return { ...layer, tone: { ...tone, levels: { on: value > 0, black: 0, white: 255 * (1 - value) } } };
    if (property === 'lighten') return { ...layer, tone: { ...tone, levels: { on: value > 0, black: 255 * value, white: 255 } } };
    if (property === 'blur') return { ...layer, tone: { ...tone, blur: { on: value > 0, radius: value * mostBlur(size) } } };
  }
  return layer;
}

/** Is every pixel an even mix of the picture without the treatment and with all of it? A reach and a blur are not. */
export const mixesEvenly = (property: StrengthProperty): boolean => property !== 'reach' && property !== 'blur';
