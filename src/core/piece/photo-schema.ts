// What can be made of a photo beyond its tone: room on its sides, and its subject cut out. Parts of the document's schema.
import { z } from 'zod';
import { MOST_POINTS, MOST_STROKES } from '../photo/limits';
import { AssetIdSchema, finite, unit } from './fill-schema';

const free = finite(0, 0.8).default(0);

/** Empty space that continues the photo; each side's as a share of the layer's box. */
export const RoomSchema = z.strictObject({
  on: z.boolean().default(true),
  left: free,
  right: free,
  top: free,
  bottom: free,
  /** How far the fade over the join reaches into the photo, as a share of it; null goes as far as the subject allows. */
  reach: finite(0.01, 0.9).nullable().default(null),
  /** Strength of the noise, 1 being as strong as the photo's grain. */
  grain: finite(0, 3).default(1),
});

const StrokeSchema = z.strictObject({ keep: z.boolean(), /** Diameter as a share of the photo's longer side. */ size: finite(0.001, 0.5), points: z.array(z.strictObject({ x: finite(-0.5, 1.5), y: finite(-0.5, 1.5) })).min(1).max(MOST_POINTS) });

const side = z.number().int().min(1).max(4096);

/** The subject of the photo alone. The photo is unchanged, and strokes can be added. */
export const CutSchema = z.strictObject({
  on: z.boolean().default(true),
  /** One value a pixel of the whole photo: the red of a stored picture, or, where it could not be stored, bytes in the document itself. */
  mask: z.union([
    z.strictObject({ width: side, height: side, asset: AssetIdSchema }),
    /** Differences along rows, deflated (zlib), base64. */
    z.strictObject({ width: side, height: side, data: z.string().max(4_000_000) }),
  ]),
  strokes: z.array(StrokeSchema).max(MOST_STROKES).default([]),
  /** In thousandths of the photo's longer side: blur of the edge, and how far it moves outwards. */
  softness: finite(0, 50).default(0),
  shift: finite(-20, 20).default(0),
  /** How much of the old surroundings' colour is taken out of the rim. */
  clean: unit.default(0.8),
});

export type Room = z.infer<typeof RoomSchema>;
export type Cut = z.infer<typeof CutSchema>;
