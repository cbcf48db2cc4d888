// What a layer may have of its own in a size: which of its properties, and the layer with them.
import type { Extent } from '../kinds/common';
import { kindOf, type Layer } from '../kinds/layers';
import { strengthOf, strengthsOf, withStrength } from '../kinds/strengths';
import type { Override, OwnKey, OwnStrengths } from '../values/override';

/** What may differ of a layer of any kind. */
const SHARED = ['box', 'rotation', 'visible', 'opacity'] as const satisfies readonly OwnKey[];
type OwnStrength = keyof OwnStrengths;

/** Strengths of a layer that are kept apart: its opacity and its reach are properties of their own. */
export const ownStrengths = (layer: Layer): OwnStrength[] =>
  strengthsOf(layer).filter((p): p is OwnStrength => p !== 'opacity' && p !== 'reach');

/** The properties of a layer that may differ between sizes. */
export const ownKeys = (layer: Layer): OwnKey[] => [
  ...SHARED,
  ...(kindOf(layer).differs ?? []),
  ...(ownStrengths(layer).length ? (['strengths'] as const) : []),
];

/** What a layer has of these properties, as an override of the size it stands in. */
export function ownOf(layer: Layer, keys: readonly OwnKey[], size: Extent): Override {
  const has = layer as Layer & Partial<Override>;
  return Object.fromEntries(
    keys.map((k) => [
      k,
      k === 'strengths'
        ? Object.fromEntries(ownStrengths(layer).map((p) => [p, strengthOf(layer, p, size)]))
        : (has[k] as unknown),
    ]),
  ) as Override;
}

/** The layer with what a size has of its own; what its kind does not know is left out. */
export function withOwn<L extends Layer>(layer: L, own: Override, size: Extent): L {
  const given = ownKeys(layer).filter((k) => k !== 'strengths' && own[k] !== undefined),
    next: L = { ...layer, ...Object.fromEntries(given.map((k) => [k, own[k]])) };
  kindOf(next).withOwn?.(next, layer);
  return own.strengths
    ? ownStrengths(layer).reduce((l, p) => {
        const value = own.strengths![p];
        return value === undefined ? l : withStrength(l, p, value, size);
      }, next)
    : next;
}

/** An override with more of its own. */
export const mergedOwn = (a: Override | undefined, b: Override): Override => ({
  ...a,
  ...b,
  ...(b.strengths ? { strengths: { ...a?.strengths, ...b.strengths } } : {}),
});
