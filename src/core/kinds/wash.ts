// Two colours over the picture, one running into the other: a gradient as a treatment. Its strength is the layer's
// opacity.
import { hexFromOklab, labOfHex } from '../colour/oklab';
import { rgba } from '../colour/srgb';
import { apply, boxTransform, compose, invert } from '../ground/transform';
import type { Fill } from '../values/fill';
import { endsOf, gradientRamp } from '../values/gradient-table';
import { gradientThrough, solid } from '../values/made';
import { begun, type Extent, type LayerOf, type Schemas, STRETCHED, whole } from './common';
import { FILL_WORK, type Kind } from './kind';

const fields = ({ z, FillSchema }: Schemas) => ({ kind: z.literal('wash'), fill: FillSchema });
export type WashLayer = LayerOf<typeof fields>;

/** Its two colours are as light as each other, so that one strength serves all of it; the second is another hue. */
const TURN = Math.PI / 2.5;
const LEAST_CHROMA = 0.06;
/** From corner to corner: neither colour has a side of the picture for itself. */
const ANGLE = 55;

/** A colour as light as another, of another hue, and never grey. */
export function besideOf(hex: string): string {
  const [L, a, b] = labOfHex(hex),
    chroma = Math.max(LEAST_CHROMA, Math.hypot(a, b)),
    hue = Math.atan2(b, a) + TURN;
  return hexFromOklab(L, chroma * Math.cos(hue), chroma * Math.sin(hue));
}

const washOf = (hex: string): Fill => ({
  ...solid(hex),
  kind: 'gradient',
  gradient: gradientThrough([hex, besideOf(hex)], { angle: ANGLE }),
});

export const makeWash = (id: string, hex: string, opacity: number, size: Extent): WashLayer => ({
  ...begun(id, 'Two colours', whole(size)),
  band: 'overlays',
  kind: 'wash',
  fill: washOf(hex),
  opacity,
  anchors: STRETCHED,
});

export const wash = {
  fields,
  strengths: () => ['opacity'],
  setColour: (layer, hex) => void (layer.fill = washOf(hex)),
  treatment: {
    beginning: 0.5,
    make: (id, colour, strength, { size }) =>
      makeWash(id, typeof colour === 'string' ? colour : '#14202b', strength, size),
    colour: (layer) => (layer.fill.kind === 'colour' ? layer.fill.colour : null),
    veil: (layer) => {
      // Swatches are looked up by now; what is no gradient covers evenly.
      const { gradient, kind } = layer.fill;
      if (kind === 'none') return () => 0;
      if (kind !== 'gradient' || gradient.shape !== 'linear') return () => 1;
      const stops = gradient.stops.map((s) => ({ ...s, colour: typeof s.colour === 'string' ? s.colour : '#808080' })),
        ramp = gradientRamp({ ...gradient, stops }),
        { from, to } = endsOf(gradient, layer.box),
        dx = to.x - from.x,
        dy = to.y - from.y,
        long = dx * dx + dy * dy,
        m = invert(boxTransform(layer.box, layer.rotation));
      if (stops.every((s) => rgba(s.colour).a === 1)) return () => 1;
      return (x, y) => {
        const [X, Y] = apply(m, x, y);
        return ramp(Math.min(1, Math.max(0, ((X - from.x) * dx + (Y - from.y) * dy) / Math.max(1e-9, long))))[3];
      };
    },
  },
  work: (layer) => FILL_WORK[layer.fill.kind],
  paint: (easel, layer, opacity) =>
    easel.fillBox(layer.fill, layer.box, compose(easel.toSurface, boxTransform(layer.box, layer.rotation)), opacity),
} satisfies Kind<WashLayer>;
