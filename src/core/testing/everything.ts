// A slide with something of everything that is painted, for tests of formats.
import { makeBorder } from '../kinds/border';
import { makeFade } from '../kinds/fade';
import { makeFill } from '../kinds/fill';
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makePlate } from '../kinds/plate';
import { makePool } from '../kinds/pool';
import { makeShape } from '../kinds/shape';
import { makeTint } from '../kinds/tint';
import type { Size } from '../piece/schema';
import { gradientThrough } from '../values/made';
import { PLAIN_SHAPE } from '../values/plain';
import type { Shadow } from '../values/shape';
import { headline } from './scenes';

export const PHOTO = 'c'.repeat(64);

const shadow = (more: Partial<Shadow> = {}): Shadow => ({
  kind: 'drop',
  on: true,
  x: 4,
  y: 6,
  blur: 12,
  spread: 0,
  colour: '#000000',
  opacity: 0.6,
  ...more,
});

/** Bottom to top, on 600 x 300. */
export const everything = (z: Size): Layer[] => [
  {
    ...makeFill('ground', '#204050', z),
    fill: {
      ...makeFill('ground', '#204050', z).fill,
      kind: 'gradient',
      gradient: { ...gradientThrough(['#204050', '#d08030'], { angle: 30 }), space: 'oklab' },
    },
  },
  {
    ...makePhoto('photo', PHOTO, 'Hills', z),
    box: { x: 20, y: 20, width: 260, height: 180 },
    mask: { ...PLAIN_SHAPE, form: 'ellipse' },
    shadows: [shadow()],
  },
  {
    ...makeFill('stripes', '#ffffff', z),
    box: { x: 300, y: 10, width: 280, height: 90 },
    opacity: 0.7,
    fill: { ...makeFill('stripes', '#ffffff', z).fill, kind: 'pattern' },
  },
  { ...makeTint('warm', '#c08040', 0.4, z), blend: 'multiply' },
  makeFade('fade', '#101820', 0.8, z),
  makePool('pool', '#000000', 0.6, { x: 340, y: 180, width: 160, height: 40 }, 30, []),
  {
    ...makePlate('plate', '#1f3a5f', 0.8, { x: 320, y: 120, width: 240, height: 60 }, 30, []),
    stroke: { width: 4, colour: '#ffffff', place: 'inside', dash: [12, 6] },
  },
  makeBorder('border', '#f0c040', z),
  {
    ...makeShape('star', 'star', '#e04030', z),
    box: { x: 480, y: 200, width: 90, height: 90 },
    rotation: 12,
    stroke: { width: 6, colour: '#202020', place: 'outside', dash: [] },
    shadows: [shadow()],
  },
  {
    ...makeShape('dot', 'ellipse', '#40c0a0', z),
    box: { x: 420, y: 210, width: 40, height: 40 },
    shadows: [shadow({ spread: 3 })],
  },
  headline('Slow & <long>', '#ffffff', 30, 120, { id: 'headline', fontSize: 44, shadows: [shadow({ blur: 8 })] })(z),
  headline('turned', '#f7d87c', 330, 130, { id: 'turned', fontSize: 30, rotation: -6, underline: true })(z),
];

/** A photo with light, shade and grain. */
export function hills(): { width: number; height: number; data: Uint8ClampedArray } {
  const width = 320,
    height = 240,
    data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i += 4)
      data.set([90 + 60 * Math.sin(x / 23), 120 + 50 * Math.cos(y / 17 + x / 40), 200 - y / 2, 255], i);
  return { width, height, data };
}
