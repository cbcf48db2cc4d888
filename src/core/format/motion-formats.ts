// Formats in which a slide that moves is handed over. Each is written by its file in `server/formats/`.
import type { Format } from './formats';

export const MOTION_FORMATS = {
  webp: { name: 'Moving WebP', ending: 'webp', media: 'image/webp', quality: true },
  gif: { name: 'GIF', ending: 'gif', media: 'image/gif', quality: false },
} as const satisfies Record<string, Format>;

export type MotionFormatId = keyof typeof MOTION_FORMATS;
export const MOTION_FORMAT_IDS = Object.keys(MOTION_FORMATS) as [MotionFormatId, ...MotionFormatId[]];

/** The most pixels of all frames together. */
export const MOST_MOVING_PIXELS = 120_000_000;
