// A flat translucent colour over the backdrop; its strength is the layer's opacity.
import { boxTransform, compose } from '../ground/transform';
import { solid } from '../values/made';
import { begun, type Extent, type LayerOf, type Schemas, STRETCHED, whole } from './common';
import type { Kind } from './kind';

const fields = ({ z, ColourSchema }: Schemas) => ({ kind: z.literal('tint'), colour: ColourSchema });
export type TintLayer = LayerOf<typeof fields>;

export const makeTint = (id: string, colour: TintLayer['colour'], opacity: number, size: Extent): TintLayer => ({
  ...begun(id, 'Tint', whole(size)),
  band: 'overlays',
  kind: 'tint',
  colour,
  opacity,
  anchors: STRETCHED,
});

export const tint = {
  fields,
  strengths: () => ['opacity'],
  treatment: {
    beginning: 0.3,
    make: (id, colour, strength, { size }) => makeTint(id, colour, strength, size),
    colour: (layer) => layer.colour,
    veil: () => () => 1,
    smooth: true,
  },
  work: () => 0.3,
  paint: (easel, layer, opacity) =>
    easel.fillBox(
      solid(layer.colour),
      layer.box,
      compose(easel.toSurface, boxTransform(layer.box, layer.rotation)),
      opacity,
    ),
} satisfies Kind<TintLayer>;
