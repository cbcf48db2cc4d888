// The tone of a photo: parts that are switched on and off one by one, each keeping its values. Part of the document's schema.
import { z } from 'zod';
import { ColourSchema, finite, unit } from './fill-schema';

const byte = finite(0, 255);
const curve = z
  .array(z.strictObject({ x: unit, y: unit }))
  .min(2)
  .max(16);
const IDENTITY = [
  { x: 0, y: 0 },
  { x: 1, y: 1 },
];
const amount = finite(-100, 100).default(0);

export const ToneSchema = z.strictObject({
  light: z.strictObject({ on: z.boolean().default(false), brightness: amount, contrast: amount }),
  /** Input to output, 0..1; points in order of x. `lightness` bends all channels alike before their own curves. */
  curve: z.strictObject({ on: z.boolean().default(false), lightness: curve, red: curve, green: curve, blue: curve }),
  saturation: z.strictObject({ on: z.boolean().default(false), amount }),
  /** Weights of the channels; they are brought to a sum of 1. */
  grey: z.strictObject({ on: z.boolean().default(false), red: unit, green: unit, blue: unit }),
  duotone: z.strictObject({ on: z.boolean().default(false), dark: ColourSchema, light: ColourSchema }),
  /** Output levels: what black and white become. */
  levels: z.strictObject({ on: z.boolean().default(false), black: byte, white: byte }),
  /** Radius in pixels of the base size: the standard deviation of the blur. */
  blur: z.strictObject({ on: z.boolean().default(false), radius: finite(0, 200) }),
});

export type Tone = z.infer<typeof ToneSchema>;
export type CurvePoint = Tone['curve']['lightness'][number];

/** Everything off; the values are where each part begins when it is switched on. */
export const PLAIN_TONE: Tone = {
  light: { on: false, brightness: 0, contrast: 0 },
  curve: { on: false, lightness: IDENTITY, red: IDENTITY, green: IDENTITY, blue: IDENTITY },
  saturation: { on: false, amount: 0 },
  grey: { on: false, red: 0.2126, green: 0.7152, blue: 0.0722 },
  duotone: { on: false, dark: '#14213a', light: '#f4efe6' },
  levels: { on: false, black: 190, white: 245 },
  blur: { on: false, radius: 8 },
};
