// A colour, gradient or pattern over its box.
import { boxTransform, compose } from '../ground/transform';
import { solid } from '../values/made';
import { begun, type Extent, type LayerOf, type Schemas, STRETCHED, whole } from './common';
import { FILL_WORK, type Kind } from './kind';

const fields = ({ z, FillSchema }: Schemas) => ({ kind: z.literal('fill'), fill: FillSchema });
export type FillLayer = LayerOf<typeof fields>;

export const makeFill = (id: string, colour: string, size: Extent): FillLayer => ({
  ...begun(id, 'Colour', whole(size)),
  band: 'backdrop',
  kind: 'fill',
  fill: solid(colour),
  anchors: STRETCHED,
});

export const fill = {
  fields,
  work: (layer) => FILL_WORK[layer.fill.kind],
  paint: (easel, layer, opacity) =>
    easel.fillBox(layer.fill, layer.box, compose(easel.toSurface, boxTransform(layer.box, layer.rotation)), opacity),
} satisfies Kind<FillLayer>;
