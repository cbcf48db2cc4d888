// What one size may have of its own of a layer.
import { z } from 'zod';
import { finite, unit } from './fill';
import { RoomSchema } from './photo';
import { ALIGNMENTS, BoxSchema, BREAKS, SidesSchema } from './place';

/** Strengths other than an opacity, 0..1. */
const StrengthsSchema = z.strictObject({
  backing: unit.optional(),
  shadow: unit.optional(),
  darken: unit.optional(),
  lighten: unit.optional(),
  blur: unit.optional(),
});

/**
 * What one size may change of a layer; nothing else may differ between sizes. Lengths are pixels of that size. Which of
 * it a layer has, its kind says.
 */
export const OverrideSchema = z.strictObject({
  box: BoxSchema.optional(),
  rotation: finite(-360, 360).optional(),
  visible: z.boolean().optional(),
  opacity: unit.optional(),
  strengths: StrengthsSchema.optional(),
  fontSize: finite(1, 5000).optional(),
  lineHeight: finite(0.5, 4).optional(),
  align: z.enum(ALIGNMENTS).optional(),
  breaks: z.enum(BREAKS).optional(),
  balance: z.boolean().optional(),
  padding: SidesSchema.optional(),
  zoom: finite(1, 20).optional(),
  focus: z.strictObject({ x: unit, y: unit }).optional(),
  room: RoomSchema.nullable().optional(),
  angle: finite(-360, 360).optional(),
  solid: finite(0, 2).optional(),
  reach: finite(0.01, 2).optional(),
  centre: z.strictObject({ x: finite(-1, 2), y: finite(-1, 2) }).optional(),
});

export type Override = z.infer<typeof OverrideSchema>;
export type OwnStrengths = NonNullable<Override['strengths']>;
/** What of a layer may differ between sizes. */
export type OwnKey = keyof Override;
