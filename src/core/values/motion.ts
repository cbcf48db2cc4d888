// A picture that moves: its frames, each a stored picture of its own, and how they are played. Without it, or switched
// off, the layer's own picture shows: a still.
import { z } from 'zod';
import { AssetIdSchema, finite } from './fill';
import { MOST_FRAMES } from './plain';

/** Frames that name no time, or next to none, are shown for as long, ms: what all viewers of such files do. */
export const PLAIN_MS = 100;

export const FrameSchema = z.strictObject({
  asset: AssetIdSchema,
  /** How long it is shown, ms. */
  ms: z.number().int().min(11).max(60_000),
});

export const MotionSchema = z.strictObject({
  on: z.boolean().default(true),
  frames: z.array(FrameSchema).min(2).max(MOST_FRAMES),
  /** Where in the clip it begins, seconds. */
  start: finite(0, 600).default(0),
  /** 2 is twice as fast. */
  speed: finite(0.1, 10).default(1),
});

export type Frame = z.infer<typeof FrameSchema>;
export type Motion = z.infer<typeof MotionSchema>;
