// What of a layer a treatment's strength is, and the layer at another strength. Strengths run from 0 to 1.
import type { Extent } from './common';
import type { StrengthProperty } from './kind';
import { kindOf, type Layer } from './layers';

/** The properties of a layer that can be a strength, the usual one first. */
export const strengthsOf = (layer: Layer): StrengthProperty[] => kindOf(layer).strengths?.(layer) ?? [];

/** The present strength, 0..1 (a reach may be more). @param size the size the layer stands in */
export function strengthOf(layer: Layer | undefined, property: StrengthProperty, size: Extent): number {
  if (!layer) return 0;
  return property === 'opacity' ? layer.opacity : (kindOf(layer).strength?.(layer, property, size) ?? 0);
}

/**
 * The layer at another strength. What has no backing or shadow yet keeps having none: those are begun by
 * `makeTreatment`.
 * @param value 0..1 @param size the size the layer stands in
 */
export const withStrength = <L extends Layer>(layer: L, property: StrengthProperty, value: number, size: Extent): L =>
  property === 'opacity'
    ? { ...layer, opacity: value }
    : ((kindOf(layer).withStrength?.(layer, property, value, size) ?? layer) as L);

/** Is every pixel an even mix of the picture without the treatment and with all of it? A reach and a blur are not. */
export const mixesEvenly = (property: StrengthProperty): boolean => property !== 'reach' && property !== 'blur';
