// A text: letters with their frame, backing, outline and shadows.
import { contrastOfHex, rgba } from '../colour/srgb';
import { paintText, textIsGroup } from '../paint/text-painter';
import { backingReach } from '../type/backing';
import { textFrame } from '../type/frame';
import { scaledSpans, scaleType } from '../type/spans';
import { solid } from '../values/made';
import { NO_SIDES, NO_STROKE } from '../values/plain';
import { clamp, scaledRadii, scaledShadow, scaledSides, scaledStroke } from '../values/scaled';
import type { Colour } from '../values/fill';
import type { Shadow } from '../values/shape';
import { hexOf, type Swatches } from '../values/swatches';
import type { FontChoice } from '../values/text';
import { begun, CENTRED, type Extent, type LayerOf, marginOf, pick, type Schemas } from './common';
import { FILL_WORK, type Kind } from './kind';

const fields = ({ z, textFields }: Schemas) => ({ kind: z.literal('text'), ...textFields });
export type TextLayer = LayerOf<typeof fields>;

/** A headline across the slide, big enough to be a headline at any size. */
export function makeText(
  id: string,
  text: string,
  size: Extent,
  colour = '#ffffff',
  font: FontChoice = { family: 'Archivo', weight: 700, italic: false },
): TextLayer {
  const margin = marginOf(size);
  const fontSize = Math.round(Math.min(size.width * 0.085, size.height * 0.2));
  return {
    ...begun(id, 'Text', {
      x: margin,
      y: Math.round(size.height * 0.5 - fontSize * 0.6),
      width: size.width - 2 * margin,
      height: Math.ceil(fontSize * 1.1),
    }),
    band: 'message',
    kind: 'text',
    text,
    traced: null,
    frame: 'frame',
    grow: true,
    font,
    fontSize,
    fill: solid(colour),
    letterSpacing: 0,
    lineHeight: 1.1,
    align: 'start',
    case: 'as-typed',
    baselineShift: 0,
    direction: 'auto',
    underline: false,
    highlight: null,
    spans: [],
    list: 'none',
    breaks: 'typed',
    balance: false,
    fit: null,
    padding: NO_SIDES,
    vertical: 'top',
    placedBy: 'line',
    panel: null,
    backing: null,
    heading: null,
    button: null,
    outline: { ...NO_STROKE, place: 'outside' },
    shadows: [],
    anchors: CENTRED,
  };
}

/** The shadow whose opacity is a text's shadow strength: the lowest drop shadow that is on. */
export const mainShadow = (layer: TextLayer): Shadow | undefined =>
  layer.shadows.find((s) => s.on && s.kind === 'drop');

/**
 * The shadow that makes letters stand out most for what it darkens: right behind them, somewhat grown, soft. @param
 * blur in em
 */
export const readingShadow = (
  layer: Pick<TextLayer, 'fontSize'>,
  colour: Shadow['colour'],
  opacity: number,
  blur = 0.2,
): Shadow => ({
  kind: 'drop',
  on: true,
  x: 0,
  y: 0,
  blur: Math.max(1, Math.round(layer.fontSize * blur)),
  spread: Math.max(1, Math.round(layer.fontSize * 0.08)),
  colour,
  opacity,
});

/** Inks of a button's label, one of which reads on any plate. */
const LABELS = ['#111111', '#ffffff'];

/**
 * Makes a text a button: it never wraps, and gets a plate of its own with room round its letters where it has none.
 * Changes the layer it is given. @param plate its colour, and the hex that this stands for
 */
export function makeButton(layer: TextLayer, href: string, plate: { colour: Colour; hex: string }): void {
  const { fontSize } = layer,
    round = (k: number): number => Math.round(fontSize * k);
  layer.button = { href, hover: { ink: null, plate: null }, focus: { colour: '#ffffff', width: round(0.12) || 1 } };
  layer.heading = null;
  if (layer.panel) return;
  layer.frame = 'line';
  const [best] = [...LABELS].sort((a, b) => contrastOfHex(b, plate.hex) - contrastOfHex(a, plate.hex));
  layer.panel = {
    fill: solid(plate.colour),
    opacity: 1,
    stroke: NO_STROKE,
    radius: [round(0.3), round(0.3), round(0.3), round(0.3)],
    shadows: [],
  };
  layer.padding = { top: round(0.5), right: round(0.9), bottom: round(0.5), left: round(0.9) };
  layer.fill = { ...layer.fill, kind: 'colour', colour: best };
}

/** Has a text a ground of its own through which nothing shows? */
export const isEnclosed = ({ panel, opacity, blend }: TextLayer, piece: Swatches): boolean =>
  panel?.fill.kind === 'colour' &&
  panel.opacity === 1 &&
  opacity === 1 &&
  blend === 'normal' &&
  rgba(hexOf(panel.fill.colour, piece)).a === 1;

/**
 * Contrast ratio 1..21 of a button's label with its plate while the pointer is over it; Infinity where it looks as
 * always, or where what lies behind it shows through.
 */
export function hoverContrast({ button, fill, panel }: TextLayer, piece: Swatches): number {
  const hover = button?.hover;
  if (!hover || (hover.ink === null && hover.plate === null)) return Infinity;
  const colour = (own: typeof fill | undefined): Colour | null => (own?.kind === 'colour' ? own.colour : null),
    ink = hover.ink ?? colour(fill),
    plate = hover.plate ?? (panel && panel.opacity === 1 ? colour(panel.fill) : null);
  return ink === null || plate === null ? Infinity : contrastOfHex(hexOf(ink, piece), hexOf(plate, piece));
}

/** Least height and width of what is pressed, as shown, CSS px (WCAG 2.2, 2.5.8). */
export const LEAST_TARGET = 24;

/** What a text is set in. */
const TYPE = [
  'font',
  'fontSize',
  'letterSpacing',
  'lineHeight',
  'align',
  'case',
  'baselineShift',
  'underline',
  'placedBy',
  'breaks',
  'balance',
] as const;

export const text = {
  fields,
  check: ({ spans }) =>
    spans.flatMap((span, n) =>
      span.end <= span.start || span.start < (spans[n - 1]?.end ?? 0)
        ? [{ path: ['spans', n], message: 'parts of a text stand in order and do not overlap' }]
        : [],
    ),
  scale: (layer, k) => {
    scaleType(layer, k);
    layer.padding = scaledSides(layer.padding, k);
    layer.outline = scaledStroke(layer.outline, k);
    if (layer.button)
      layer.button = {
        ...layer.button,
        focus: { ...layer.button.focus, width: clamp(layer.button.focus.width * k, 1, 40) },
      };
    if (layer.fit) layer.fit = { least: clamp(layer.fit.least * k, 1, 5000), most: clamp(layer.fit.most * k, 1, 5000) };
    if (layer.backing)
      layer.backing = { ...layer.backing, shadows: layer.backing.shadows.map((s) => scaledShadow(s, k)) };
    if (layer.panel)
      layer.panel = {
        ...layer.panel,
        radius: scaledRadii(layer.panel.radius, k),
        stroke: scaledStroke(layer.panel.stroke, k),
        shadows: layer.panel.shadows.map((s) => scaledShadow(s, k)),
      };
  },
  fitted: (layer, was, k, size) => {
    // A frame wider than the new size would run off it: it keeps the margin it had.
    const margin = Math.max(0, was.box.x) * k;
    if (layer.frame !== 'frame' || layer.box.width <= size.width - 2 * margin) return;
    layer.box.width = Math.max(1, size.width - 2 * margin);
    layer.box.x = margin;
  },
  differs: ['fontSize', 'lineHeight', 'align', 'breaks', 'balance', 'padding'],
  withOwn: (layer, was) => {
    // Parts with a size of their own go along.
    if (layer.fontSize !== was.fontSize) layer.spans = scaledSpans(was.spans, layer.fontSize / was.fontSize);
  },
  look: {
    whole: (layer) => pick(layer, ['panel', 'backing', 'outline', 'padding', 'highlight']),
    type: (layer) => pick(layer, TYPE),
  },
  strengths: () => ['backing', 'shadow'],
  strength: (layer, property) => {
    if (property === 'backing') return layer.backing?.on ? layer.backing.opacity : 0;
    return property === 'shadow' ? (mainShadow(layer)?.opacity ?? 0) : 0;
  },
  withStrength: (layer, property, value) => {
    if (property === 'backing')
      return layer.backing ? { ...layer, backing: { ...layer.backing, on: value > 0, opacity: value } } : layer;
    const main = property === 'shadow' ? mainShadow(layer) : undefined;
    return main ? { ...layer, shadows: layer.shadows.map((s) => (s === main ? { ...s, opacity: value } : s)) } : layer;
  },
  setColour: (layer, hex, property) => {
    if (property === 'backing' && layer.backing)
      layer.backing = { ...layer.backing, fill: { ...layer.backing.fill, kind: 'colour', colour: hex } };
    const main = mainShadow(layer);
    if (property === 'shadow' && main) main.colour = hex;
  },
  switchedOff: ({ backing, shadows }) =>
    backing?.on || shadows.some((s) => s.on)
      ? { backing: backing && { ...backing, on: false }, shadows: shadows.map((s) => ({ ...s, on: false })) }
      : null,
  frame: (layer, setter) => textFrame(layer, setter.layout(layer)),
  reach: (layer, setter) => {
    const layout = setter.layout(layer);
    return (
      Math.max(layout.fontSize, ...layout.letters.map((l) => l.size)) +
      layer.outline.width * 2 +
      backingReach(layout, layer.backing) +
      (layer.panel?.stroke.width ?? 0)
    );
  },
  innerShadows: ({ panel, backing }) => [...(panel?.shadows ?? []), ...(backing?.on ? backing.shadows : [])],
  castsItself: true,
  isGroup: (layer) => textIsGroup(layer),
  work: (layer) =>
    1 +
    FILL_WORK[layer.fill.kind] +
    (layer.panel ? FILL_WORK[layer.panel.fill.kind] + layer.panel.shadows.length * 12 : 0) +
    (layer.backing?.on ? layer.backing.shadows.length * 12 : 0),
  needsWhole: (layer) => layer.panel !== null || layer.backing?.on === true,
  paint: (easel, layer, opacity, { layout, ink }) => paintText(easel, layer, layout(layer), ink, opacity),
  there: (_layer, studio) => studio.fonts.generation,
  fills: (layer) =>
    [layer.panel?.fill, layer.backing?.fill, ...layer.spans.map((s) => s.look.fill)].filter((f) => f !== undefined),
} satisfies Kind<TextLayer>;
