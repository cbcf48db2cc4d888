// A soft-edged patch of colour behind texts, without a visible outline. Its strength is the layer's opacity.
import { type Box, union } from '../ground/box';
import { deviceBox } from '../paint/easel';
import { poolAlphas, poolField, poolReach } from '../paint/pool';
import type { LinesPlace } from '../type/frame';
import type { Colour } from '../values/fill';
import { clamp } from '../values/scaled';
import { begun, CENTRED, type LayerOf, type Schemas } from './common';
import { linesTogether } from './follow';
import type { Kind } from './kind';

const fields = ({ z, ColourSchema, finite, follows }: Schemas) => ({
  kind: z.literal('pool'),
  colour: ColourSchema,
  follows,
  /** How far the full colour reaches beyond the lines, and over what distance it then fades, in pixels. */
  spread: finite(-1000, 5000).default(0),
  feather: finite(1, 5000),
});
export type PoolLayer = LayerOf<typeof fields>;

/** @param box where it lies while it follows no text */
export const makePool = (
  id: string,
  colour: Colour,
  opacity: number,
  box: Box,
  typeSize: number,
  follows: string[],
): PoolLayer => ({
  ...begun(id, 'Pool', box),
  band: 'overlays',
  kind: 'pool',
  colour,
  opacity,
  follows,
  // Fading over about the height of the type.
  spread: Math.round(typeSize * 0.1),
  feather: Math.max(1, Math.round(typeSize * 1.1)),
  anchors: CENTRED,
});

/** The lines it lies behind: one box for each, each a box with its turn, in slide pixels. */
function patches(layer: PoolLayer, places: readonly LinesPlace[]): { boxes: Box[]; rotation: number } {
  if (!places.length) return { boxes: [layer.box], rotation: layer.rotation };
  const { lines, rotation } = linesTogether(places);
  return { boxes: lines, rotation };
}

export const pool = {
  fields,
  scale: (layer, k) => {
    layer.spread = clamp(layer.spread * k, -1000, 5000);
    layer.feather = clamp(layer.feather * k, 1, 5000);
  },
  behind: (_layer, lines) => ({
    box: union(lines.map((p) => p.box)),
    rotation: lines.length === 1 ? lines[0].rotation : 0,
  }),
  strengths: () => ['opacity'],
  treatment: {
    beginning: 0.6,
    make: (id, colour, strength, { behind, typeSize, follows }) =>
      makePool(id, colour, strength, behind, typeSize, follows),
    colour: (layer) => layer.colour,
    veil: (layer, lines) => {
      const { boxes, rotation } = patches(layer, lines);
      return poolField(boxes, rotation, layer.spread, layer.feather);
    },
    boundless: true,
    smooth: true,
  },
  // Lines swell where they join, by less than the height of one.
  reach: (layer) => Math.max(0, layer.spread) + layer.feather + 0.75 * layer.box.height,
  work: () => 8,
  paint: (easel, layer, opacity, { lines }) => {
    const { scale, x, y } = easel.view;
    const { boxes, rotation } = patches(layer, lines);
    const onSurface = boxes.map((b): Box => ({
      x: b.x * scale - x,
      y: b.y * scale - y,
      width: b.width * scale,
      height: b.height * scale,
    }));
    const spread = layer.spread * scale,
      feather = Math.max(1, layer.feather * scale),
      hex = easel.hex(layer.colour);
    const region = easel.onSurface(deviceBox(poolReach(onSurface, rotation, spread, feather), [1, 0, 0, 1, 0, 0]));
    if (!region) return;
    const brush = easel.alphaArea(
      JSON.stringify(['pool', onSurface, rotation, spread, feather]),
      hex,
      opacity,
      region,
      (part, k) =>
        poolAlphas(
          onSurface.map((b) => ({ x: b.x / k, y: b.y / k, width: b.width / k, height: b.height / k })),
          rotation,
          spread / k,
          feather / k,
          part,
        ),
    );
    easel.fillDevice(brush, region);
  },
} satisfies Kind<PoolLayer>;
