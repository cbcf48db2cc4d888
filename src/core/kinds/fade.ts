// A gradient from a colour to the same colour at alpha 0, its solid and its fading part in one. Its strength is the
// layer's opacity.
import type { Box } from '../ground/box';
import { apply, boxTransform, compose, invert } from '../ground/transform';
import { deviceBox, traceCorners } from '../paint/easel';
import { fadeAlpha, fadeAlphas, fadeFrame, fadeRamp } from '../paint/fade-form';
import type { Colour } from '../values/fill';
import { begun, type Extent, type LayerOf, type Schemas, STRETCHED, whole } from './common';
import type { Kind } from './kind';

const fields = ({ z, ColourSchema, finite }: Schemas) => ({
  kind: z.literal('fade'),
  colour: ColourSchema,
  /** From a side; round the edges; from the middle. */
  shape: z.enum(['linear', 'vignette', 'glow']),
  /** Degrees clockwise, the way in which a linear fade fades: 0 is solid on the left, 90 on top, 270 at the bottom. */
  angle: finite(-360, 360).default(270),
  /** Share of the way over the box that is solid, and at which the fade has ended. */
  solid: finite(0, 2).default(0),
  reach: finite(0.01, 2).default(0.6),
  /** Middle of a vignette or glow, in fractions of the box. */
  centre: z.strictObject({ x: finite(-1, 2), y: finite(-1, 2) }).default({ x: 0.5, y: 0.5 }),
  easing: z.enum(['linear', 'smooth', 'strong']).default('smooth'),
});
export type FadeLayer = LayerOf<typeof fields>;

/** The side from which a linear fade is solid, by its angle. */
export const FADE_SIDES = { left: 0, top: 90, right: 180, bottom: 270 } as const;
/** The corner from which it is. */
export const FADE_CORNERS = { topLeft: 45, topRight: 135, bottomRight: 225, bottomLeft: 315 } as const;

export const makeFade = (
  id: string,
  colour: Colour,
  opacity: number,
  size: Extent,
  more: Partial<FadeLayer> = {},
): FadeLayer => ({
  ...begun(id, 'Fade', whole(size)),
  band: 'overlays',
  kind: 'fade',
  colour,
  opacity,
  shape: 'linear',
  angle: FADE_SIDES.bottom,
  solid: 0,
  reach: 0.65,
  centre: { x: 0.5, y: 0.5 },
  easing: 'smooth',
  anchors: STRETCHED,
  ...more,
});

/** Side, and how far the fade must go to pass a box: it is solid almost to its middle. */
function towards(texts: Box, slide: Extent): { angle: number; solid: number; reach: number } {
  // How far each side is from the text's far edge, as a share of the slide.
  const far = {
    left: (texts.x + texts.width) / slide.width,
    right: (slide.width - texts.x) / slide.width,
    top: (texts.y + texts.height) / slide.height,
    bottom: (slide.height - texts.y) / slide.height,
  };
  const side = (Object.keys(far) as (keyof typeof far)[]).reduce(
    (best, s) => (far[s] < far[best] - 1e-9 ? s : best),
    'bottom',
  );
  const round = (v: number): number => Math.round(v * 100) / 100;
  // Well over half its strength where the farthest letters are.
  return {
    angle: FADE_SIDES[side],
    solid: round(far[side] * 0.45),
    reach: round(Math.min(1.6, Math.max(0.3, far[side] * 1.8))),
  };
}

export const fade = {
  fields,
  differs: ['angle', 'solid', 'reach', 'centre'],
  strengths: (layer) => (layer.shape === 'vignette' ? ['opacity'] : ['opacity', 'reach']),
  strength: (layer, property) => (property === 'reach' ? layer.reach : 0),
  withStrength: (layer, property, value) =>
    property !== 'reach' ? layer : value > 0 ? { ...layer, reach: Math.max(0.01, value) } : { ...layer, opacity: 0 },
  treatment: {
    beginning: 0.7,
    make: (id, colour, strength, { size, texts }) =>
      makeFade(id, colour, strength, size, texts ? towards(texts, size) : {}),
    colour: (layer) => layer.colour,
    veil: (layer) => {
      const m = compose(fadeFrame(layer, layer.box), invert(boxTransform(layer.box, layer.rotation)));
      if (layer.shape === 'linear') return (x, y) => fadeAlpha(layer, m[0] * x + m[2] * y + m[4]);
      return (x, y) => {
        const [X, Y] = apply(m, x, y),
          u = Math.hypot(X, Y);
        return layer.shape === 'vignette' ? fadeAlpha(layer, 1 - u) : fadeAlpha(layer, u);
      };
    },
    smooth: true,
  },
  work: () => 4,
  paint: (easel, layer, opacity) => {
    const t = compose(easel.toSurface, boxTransform(layer.box, layer.rotation));
    const box = { width: layer.box.width, height: layer.box.height };
    const straight = easel.upright(box, t),
      region = easel.onSurface(straight ?? deviceBox({ x: 0, y: 0, ...box }, t));
    if (!region) return;
    const { shape, angle, centre, solid, reach, easing } = layer,
      hex = easel.hex(layer.colour);
    const brush = easel.alphaArea(
      JSON.stringify(['fade', shape, angle, centre, solid, reach, easing, box, t]),
      hex,
      opacity,
      region,
      (part, k) => fadeAlphas(layer, compose(fadeFrame(layer, box), compose(invert(t), [k, 0, 0, k, 0, 0])), part),
      () => fadeRamp(layer, compose(fadeFrame(layer, box), invert(t)), hex, opacity),
    );
    if (straight) easel.fillDevice(brush, region);
    else easel.fillPath(brush, t, (to, m) => traceCorners(to, box, m));
  },
} satisfies Kind<FadeLayer>;
