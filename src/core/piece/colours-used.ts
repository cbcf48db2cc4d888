// The colours that are seen in a piece: of what is switched on, of the kind of fill that shows.
import type { Colour, Fill } from '../values/fill';
import { gradientOf } from '../values/gradient';
import { hexOf, type Swatches } from '../values/swatches';
import type { Slide } from './schema';

type Any = Record<string, unknown>;
const isColour = (v: unknown): v is Colour =>
  typeof v === 'string' ? v.startsWith('#') : typeof v === 'object' && v !== null && 'swatch' in v;

const isFill = (v: object): v is Fill => 'gradient' in v && 'pattern' in v && 'kind' in v;

/** Which settings of a fill show, by its kind. */
const SHOWN: Record<Fill['kind'], (fill: Fill, piece: Swatches) => unknown> = {
  none: () => null,
  colour: (f) => ({ colour: f.colour }),
  gradient: gradientOf,
  pattern: (f) => f.pattern,
};

function visit(value: unknown, piece: Swatches, found: (c: Colour) => void): void {
  if (Array.isArray(value)) return value.forEach((v) => visit(v, piece, found));
  if (typeof value !== 'object' || value === null) return;
  const o = value as Any;
  // What is switched off, or has no width, is not seen.
  if (o.on === false || ('width' in o && 'colour' in o && o.width === 0)) return;
  if (isFill(value)) return visit(SHOWN[value.kind](value, piece), piece, found);
  for (const [key, v] of Object.entries(o))
    if (/^(colour|foreground|background|highlight|oneColour|dark|light)$/.test(key) && isColour(v)) found(v);
    else visit(v, piece, found);
}

/** Colours of all visible layers as hex, the most used first. */
export function coloursUsed(piece: Swatches & { slides: readonly Slide[] }): string[] {
  const uses = new Map<string, number>();
  for (const { layers } of piece.slides)
    for (const { box: _box, overrides: _overrides, ...layer } of layers)
      if (layer.visible)
        visit(layer, piece, (c) => {
          const hex = hexOf(c, piece);
          uses.set(hex, (uses.get(hex) ?? 0) + 1);
        });
  return [...uses].sort((a, b) => b[1] - a[1]).map(([hex]) => hex);
}
