// A layer at a width between two layouts of a section: lengths run on linearly with the width, as `clamp()` of CSS
// does; what cannot run is that of the narrower layout until the next one begins. Below the narrowest layout and above
// the widest lengths stay, and what fills goes on filling. All in CSS pixels.
import { isText, type Layer, scaledLayer, scaleLengths } from '../kinds/layers';
import type { TextLayer } from '../kinds/text';
import type { Override } from '../values/override';
import { mergedOwn, ownKeys, ownOf, withOwn } from './own';
import type { Between, Size } from './schema';

/** What runs; the rest is one or the other. */
const RUNS: readonly (keyof Override)[] = [
  'box',
  'rotation',
  'opacity',
  'strengths',
  'fontSize',
  'lineHeight',
  'padding',
  'zoom',
  'focus',
  'room',
  'solid',
  'reach',
  'centre',
];

/** Numbers on the way from one to another, however deep; what is no number, or not in both, is the first's. */
function mixed(a: unknown, b: unknown, t: number): unknown {
  if (typeof a === 'number' && typeof b === 'number') return a + (b - a) * t;
  if (typeof a === 'object' && a && typeof b === 'object' && b)
    return Object.fromEntries(Object.entries(a).map(([k, v]) => [k, mixed(v, (b as Record<string, unknown>)[k], t)]));
  return a;
}

/** CSS pixels to one pixel of a layout. */
export const cssPer = ({ width, shownWidth }: Size): number => shownWidth / width;

/** A layer of a layout in CSS pixels. */
function inCss(layer: Layer, layout: Size): Layer {
  const k = cssPer(layout);
  return k === 1 ? layer : scaledLayer(layer, k);
}

/** A layer between two layouts. @param a as it stands in `from` @param b as it stands in `to` */
export function layerBetween<L extends Layer>(a: L, b: L, size: Size, at: Between): L {
  const { from, to, t } = at,
    near = inCss(a, from) as L,
    far = inCss(b, to) as L,
    keys = ownKeys(near),
    own = ownOf(near, keys, from),
    runs = mixed(
      ownOf(
        near,
        keys.filter((k) => RUNS.includes(k)),
        from,
      ),
      ownOf(far, keys, to),
      t,
    ) as Override,
    // Lengths beyond what may differ, of shadows and strokes, run by the shorter sides.
    short = (s: Size): number => Math.min(s.width, s.height) * cssPer(s),
    k = (short(from) + (short(to) - short(from)) * t) / short(from),
    next: L = { ...near };
  if (k !== 1) scaleLengths(next, k);
  const placed = withOwn(next, mergedOwn(own, runs), size);
  placed.box = held(placed, size, at);
  if (isText(placed)) wholeLines(placed);
  return placed;
}

/** Lines stand whole pixels apart, as on a screen. Changes the layer it is given. */
function wholeLines(text: TextLayer): void {
  const { fontSize, lineHeight } = text,
    distance = Math.max(1, Math.round(fontSize * lineHeight));
  text.lineHeight = Math.min(4, Math.max(0.5, distance / fontSize));
}

/** Where a box lies in an extent other than the one the layouts give. */
function held(layer: Layer, size: Size, { width: w, height: h, down }: Between): Layer['box'] {
  const { x, y, width, height } = layer.box,
    { horizontal, vertical } = layer.anchors,
    dx = size.width - w,
    dy = size.height - h,
    shift = down[layer.id];
  const across =
    horizontal === 'stretch'
      ? { x: (x / w) * size.width, width: (width / w) * size.width }
      : { x: x + (horizontal === 'left' ? 0 : horizontal === 'right' ? dx : dx / 2), width };
  // Narrower than the narrowest layout a text keeps its margins, and wraps.
  if (dx < 0 && isText(layer) && horizontal !== 'stretch') {
    const right = Math.max(0, Math.min(x, w - x - width));
    across.x = Math.min(x, size.width / 4);
    across.width = Math.max(1, Math.min(width, size.width - across.x - right));
    if (layer.align === 'centre') across.x = (size.width - across.width) / 2;
  }
  if (shift !== undefined) return { ...across, y: y + shift, height };
  if (vertical === 'stretch') return { ...across, y: (y / h) * size.height, height: (height / h) * size.height };
  return { ...across, y: y + (vertical === 'top' ? 0 : vertical === 'bottom' ? dy : dy / 2), height };
}
