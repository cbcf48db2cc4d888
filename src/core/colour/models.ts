// The models in which a colour can be typed: sRGB bytes, HSL and OKLCH, through culori.
import { converter, formatHex, toGamut } from 'culori';
import { rgba, toHex } from './srgb';

export type ColourModel = 'rgb' | 'hsl' | 'oklch';

/** Name, unit and range of each part of a model; hues in degrees, the others as people write them. */
export const MODELS: Record<ColourModel, { name: string; parts: { name: string; most: number; decimals: number }[] }> =
  {
    rgb: { name: 'sRGB', parts: ['Red', 'Green', 'Blue'].map((name) => ({ name, most: 255, decimals: 0 })) },
    hsl: {
      name: 'HSL',
      parts: [
        { name: 'Hue', most: 360, decimals: 0 },
        { name: 'Saturation', most: 100, decimals: 0 },
        { name: 'Lightness', most: 100, decimals: 0 },
      ],
    },
    oklch: {
      name: 'OKLCH',
      parts: [
        { name: 'Lightness', most: 100, decimals: 1 },
        { name: 'Chroma', most: 0.4, decimals: 3 },
        { name: 'Hue', most: 360, decimals: 1 },
      ],
    },
  };

const hsl = converter('hsl');
const oklch = converter('oklch');
const inSrgb = toGamut('rgb', 'oklch');

/** The parts of a hex colour in a model. Greys have hue 0. */
export function partsOf(hex: string, model: ColourModel): [number, number, number] {
  const { r, g, b } = rgba(hex);
  if (model === 'rgb') return [r, g, b];
  const c = { mode: 'rgb' as const, r: r / 255, g: g / 255, b: b / 255 };
  if (model === 'hsl') {
    const v = hsl(c);
    return [v.h ?? 0, v.s * 100, v.l * 100];
  }
  const v = oklch(c);
  return [v.l * 100, v.c, v.c < 1e-4 ? 0 : (v.h ?? 0)];
}

/** The hex of parts in a model, with an alpha 0..1; what lies outside sRGB loses chroma until it is inside. */
export function hexOfParts([a, b, c]: readonly [number, number, number], model: ColourModel, alpha = 1): string {
  if (model === 'rgb') return toHex(a, b, c, alpha);
  const plain =
    model === 'hsl'
      ? formatHex({ mode: 'hsl', h: a, s: b / 100, l: c / 100 })
      : formatHex(inSrgb({ mode: 'oklch', l: a / 100, c: b, h: c }));
  const { r, g, b: blue } = rgba(plain);
  return toHex(r, g, blue, alpha);
}
