// The tone of a photo: parts that are switched on and off one by one, each keeping its values. Part of the document's
// schema.
import { z } from 'zod';
import { ColourSchema, finite, unit } from './fill';

const byte = finite(0, 255);
const curve = z
  .array(z.strictObject({ x: unit, y: unit }))
  .min(2)
  .max(16);
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
