// Formats in which slides are handed over: what they are called, what they keep and what can be set of them. Each is
// written by its file in `server/formats/`.

export interface Format {
  name: string;
  /** Ending of a file's name. */
  ending: string;
  media: string;
  /** Is a slide handed over in it as a still, as an animation where something moves? */
  still: boolean;
  motion: boolean;
  /** Does it keep how much of what lies below shows through? */
  alpha: boolean;
  /** Does a quality of 1 to 100 count? */
  quality: boolean;
  /** Can a still be kept in few colours? */
  colours: boolean;
}

export const FORMATS = {
  png: {
    name: 'PNG',
    ending: 'png',
    media: 'image/png',
    still: true,
    motion: false,
    alpha: true,
    quality: false,
    colours: true,
  },
  jpeg: {
    name: 'JPEG',
    ending: 'jpg',
    media: 'image/jpeg',
    still: true,
    motion: false,
    alpha: false,
    quality: true,
    colours: false,
  },
  webp: {
    name: 'WebP',
    ending: 'webp',
    media: 'image/webp',
    still: true,
    motion: true,
    alpha: true,
    quality: true,
    colours: false,
  },
  avif: {
    name: 'AVIF',
    ending: 'avif',
    media: 'image/avif',
    still: true,
    motion: false,
    alpha: true,
    quality: true,
    colours: false,
  },
  gif: {
    name: 'GIF',
    ending: 'gif',
    media: 'image/gif',
    still: false,
    motion: true,
    alpha: false,
    quality: false,
    colours: false,
  },
} as const satisfies Record<string, Format>;

export type FormatId = keyof typeof FORMATS;
type Having<K extends keyof Format> = {
  [I in FormatId]: (typeof FORMATS)[I][K] extends true ? I : never;
}[FormatId];
export type StillFormatId = Having<'still'>;
export type MotionFormatId = Having<'motion'>;

const having = (key: 'still' | 'motion'): FormatId[] =>
  (Object.keys(FORMATS) as FormatId[]).filter((id) => FORMATS[id][key]);
export const STILL_FORMAT_IDS = having('still') as [StillFormatId, ...StillFormatId[]];
export const MOTION_FORMAT_IDS = having('motion') as [MotionFormatId, ...MotionFormatId[]];

/** The most pixels of all frames of an animation together. */
export const MOST_MOVING_PIXELS = 120_000_000;

/** Numbers of colours a palette may have, the most first: what one, two, four or eight bits hold. */
export const PALETTES = [256, 16, 4, 2] as const;
export type Palette = (typeof PALETTES)[number];

/** Pixels of a picture to one of the size. */
export const SCALES = { least: 0.02, most: 4 };

/** Sizes of a file that can be asked for, bytes. */
export const TARGET = { least: 1000, most: 100_000_000 };

/** How a still is written. What a format does not know does not count. */
export interface Encoding {
  /** 1..100. */
  quality: number;
  /** At most so many, one of `PALETTES`; all of them where null. */
  colours: Palette | null;
  /** The paper is left out: what nothing covers shows through. */
  transparent: boolean;
}

/**
 * The ways to write a format within a size, the smallest file first, each with all else as it is given: every quality,
 * or ever more colours.
 */
export function encodingsOf(format: StillFormatId, as: Encoding): Encoding[] {
  if (FORMATS[format].quality) return Array.from({ length: 100 }, (_, i) => ({ ...as, quality: i + 1 }));
  return [null, ...PALETTES].reverse().map((colours) => ({ ...as, colours }));
}
