// OpenRaster 0.0.6: what is in the archive beside the pictures, written and read.
import { SaxesParser } from 'saxes';
import type { Layer } from '../kinds/layers';
import type { BlendMode } from '../values/plain';
import { layerWords } from './vector/slide';
import { attributes } from './xml';

/** Blend modes that the format has; others can only be shown by what they make of what lies beneath. */
const OPERATORS: Partial<Record<BlendMode, string>> = {
  normal: 'svg:src-over',
  multiply: 'svg:multiply',
  screen: 'svg:screen',
  overlay: 'svg:overlay',
  darken: 'svg:darken',
  lighten: 'svg:lighten',
  'color-dodge': 'svg:color-dodge',
  'color-burn': 'svg:color-burn',
  'hard-light': 'svg:hard-light',
  'soft-light': 'svg:soft-light',
  difference: 'svg:difference',
  color: 'svg:color',
  luminosity: 'svg:luminosity',
  hue: 'svg:hue',
  saturation: 'svg:saturation',
};
export const hasOperator = (blend: BlendMode): boolean => OPERATORS[blend] !== undefined;

export const OPEN_RASTER_MEDIA = 'image/openraster';

/** A layer of the archive: a picture with its place. */
export interface RasterLayer {
  name: string;
  /** Path of its picture. */
  file: string;
  x: number;
  y: number;
  opacity: number;
  blend: BlendMode;
}

const KIND_WORD: Record<Layer['kind'], string> = {
  text: 'Text',
  photo: 'Photo',
  fill: 'Fill',
  tint: 'Tint',
  wash: 'Two colours',
  fade: 'Fade',
  pool: 'Pool',
  plate: 'Plate',
  border: 'Border',
  shape: 'Shape',
};

/** The name of a layer says what it was. */
export function rasterName(layer: Layer): string {
  const word = KIND_WORD[layer.kind],
    words = layerWords(layer);
  return words === word ? word : `${word}: ${words}`;
}

/** `stack.xml`. @param layers bottom to top */
export function stackXml(width: number, height: number, title: string, layers: readonly RasterLayer[]): string {
  const rows = [...layers]
    .reverse()
    .map(
      ({ name, file, x, y, opacity, blend }) =>
        `    <layer${attributes({ name, src: file, x, y, opacity: String(Number(opacity.toFixed(6))), visibility: 'visible', 'composite-op': OPERATORS[blend] ?? 'svg:src-over' })}/>\n`,
    );
  return `<?xml version="1.0" encoding="UTF-8"?>
<image${attributes({ version: '0.0.6', w: width, h: height, xres: 96, yres: 96, name: title })}>
  <stack>
${rows.join('')}  </stack>
</image>
`;
}

/** What a stack may hold. */
const MOST = { letters: 1_000_000, layers: 300, depth: 20, side: 20_000 };

/** A layer as it was found, bottom to top. */
export interface FoundLayer extends RasterLayer {
  visible: boolean;
}
export interface FoundStack {
  width: number;
  height: number;
  name: string;
  layers: FoundLayer[];
  /** What is not as it was, in words. */
  notes: string[];
}

const GROUPED = 'Groups became their layers, one by one.';
const BLENDS = new Map(Object.entries(OPERATORS).map(([blend, op]) => [op, blend as BlendMode]));

/**
 * Reads `stack.xml`. Stacks within the stack become layers one by one; their opacity counts for each.
 * @throws Error in words where it is broken, or holds more than is taken
 */
export function readStack(xml: string): FoundStack {
  if (xml.length > MOST.letters) throw new Error('its list of layers is too long');
  const parser = new SaxesParser(),
    found: FoundStack = { width: 0, height: 0, name: '', layers: [], notes: [] },
    open: { x: number; y: number; opacity: number; visible: boolean }[] = [];
  const whole = (v: string | undefined): number => {
    const n = Number(v ?? 0);
    return Number.isFinite(n) ? Math.round(n) : 0;
  };
  parser.on('doctype', () => {
    throw new Error('its list of layers declares a type');
  });
  parser.on('error', (e) => {
    throw new Error(`its list of layers cannot be read (${e.message.split('\n')[0]})`);
  });
  parser.on('opentag', ({ name, attributes: a }) => {
    if (name === 'image') {
      [found.width, found.height] = [whole(a.w), whole(a.h)];
      found.name = (a.name ?? '').slice(0, 200);
      return;
    }
    if (name !== 'stack' && name !== 'layer') return;
    const within = open.at(-1) ?? { x: 0, y: 0, opacity: 1, visible: true },
      opacity = Math.min(1, Math.max(0, Number(a.opacity ?? 1))),
      own = {
        x: within.x + whole(a.x),
        y: within.y + whole(a.y),
        opacity: within.opacity * (Number.isFinite(opacity) ? opacity : 1),
        visible: within.visible && a.visibility !== 'hidden',
      },
      op = a['composite-op'] ?? 'svg:src-over';
    if (name === 'stack') {
      if (open.length >= MOST.depth) throw new Error('its groups lie too deep within each other');
      // The outermost is all of it.
      if (open.length > 0 && !found.notes.includes(GROUPED)) found.notes.push(GROUPED);
      open.push(own);
      return;
    }
    if (found.layers.length >= MOST.layers) throw new Error(`it has more than ${MOST.layers} layers`);
    const layerName = (a.name ?? '').slice(0, 200) || 'Layer';
    if (!BLENDS.has(op)) found.notes.push(`${layerName}: there is no ${op.slice(0, 40)} here; it lies normally.`);
    found.layers.push({ ...own, name: layerName, file: a.src ?? '', blend: BLENDS.get(op) ?? 'normal' });
  });
  parser.on('closetag', ({ name }) => void (name === 'stack' && open.pop()));
  parser.write(xml).close();
  if (!(found.width > 0 && found.height > 0 && Math.max(found.width, found.height) <= MOST.side))
    throw new Error('it does not say how large it is, or is too large');
  // The list begins with the topmost.
  found.layers.reverse();
  return found;
}
