// OpenRaster 0.0.6: what is in the archive beside the pictures.
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
