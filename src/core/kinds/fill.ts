// A colour, gradient or pattern over its box.
import { boxTransform, compose } from '../ground/transform';
import { hexFromOklab, labOfHex } from '../colour/oklab';
import { gradientThrough, solid } from '../values/made';
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

/** A ground that begins with a colour: plain, running into a deeper one, or under a pattern. */
export function makeGround(
  id: string,
  kind: 'colour' | 'gradient' | 'pattern',
  colour: { swatch: string; hex: string },
  size: Extent,
): FillLayer {
  const layer = makeFill(id, colour.hex, size),
    linked = { swatch: colour.swatch },
    other = darker(colour.hex);
  return {
    ...layer,
    name: { colour: 'Ground', gradient: 'Gradient', pattern: 'Pattern' }[kind],
    fill: {
      ...layer.fill,
      kind,
      colour: linked,
      gradient: gradientThrough([linked, other], { angle: 70 }),
      pattern: { ...layer.fill.pattern, foreground: other, background: linked, opacity: 0.5 },
    },
  };
}

/** A colour to go with another: the same hue, a step darker, or lighter where it is dark. */
function darker(hex: string): string {
  const [L, a, b] = labOfHex(hex);
  return hexFromOklab(L < 0.35 ? L + 0.12 : L * 0.78, a, b);
}

export const fill = {
  fields,
  work: (layer) => FILL_WORK[layer.fill.kind],
  paint: (easel, layer, opacity) =>
    easel.fillBox(layer.fill, layer.box, compose(easel.toSurface, boxTransform(layer.box, layer.rotation)), opacity),
} satisfies Kind<FillLayer>;
