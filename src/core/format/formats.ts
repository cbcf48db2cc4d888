// Formats in which slides are handed over: what they are called, what they keep and what can be set of them. Each is
// written by its file in `server/formats/`.

export interface Format {
  name: string;
  /** Ending of a file's name. */
  ending: string;
  media: string;
  /** Is a slide handed over in it as pixels, as an animation where something moves, as a drawing with its parts? */
  still: boolean;
  motion: boolean;
  drawn: boolean;
  /** Does it keep how much of what lies below shows through? */
  alpha: boolean;
  /** Does a quality of 1 to 100 count? */
  quality: boolean;
  /** Can a still be kept in few colours? */
  colours: boolean;
  /** Can it hold letters as text? */
  text: boolean;
  /** Does one file hold several slides, made ready for a press where asked? */
  pages: boolean;
}

export const FORMATS = {
  png: {
    name: 'PNG',
    ending: 'png',
    media: 'image/png',
    still: true,
    motion: false,
    drawn: false,
    alpha: true,
    quality: false,
    colours: true,
    text: false,
    pages: false,
  },
  jpeg: {
    name: 'JPEG',
    ending: 'jpg',
    media: 'image/jpeg',
    still: true,
    motion: false,
    drawn: false,
    alpha: false,
    quality: true,
    colours: false,
    text: false,
    pages: false,
  },
  webp: {
    name: 'WebP',
    ending: 'webp',
    media: 'image/webp',
    still: true,
    motion: true,
    drawn: false,
    alpha: true,
    quality: true,
    colours: false,
    text: false,
    pages: false,
  },
  avif: {
    name: 'AVIF',
    ending: 'avif',
    media: 'image/avif',
    still: true,
    motion: false,
    drawn: false,
    alpha: true,
    quality: true,
    colours: false,
    text: false,
    pages: false,
  },
  gif: {
    name: 'GIF',
    ending: 'gif',
    media: 'image/gif',
    still: false,
    motion: true,
    drawn: false,
    alpha: false,
    quality: false,
    colours: false,
    text: false,
    pages: false,
  },
  svg: {
    name: 'SVG',
    ending: 'svg',
    media: 'image/svg+xml',
    still: false,
    motion: false,
    drawn: true,
    alpha: true,
    quality: true,
    colours: false,
    text: true,
    pages: false,
  },
  pdf: {
    name: 'PDF',
    ending: 'pdf',
    media: 'application/pdf',
    still: false,
    motion: false,
    drawn: true,
    alpha: false,
    quality: true,
    colours: false,
    text: true,
    pages: true,
  },
  ora: {
    name: 'OpenRaster',
    ending: 'ora',
    media: 'image/openraster',
    still: false,
    motion: false,
    drawn: true,
    alpha: true,
    quality: false,
    colours: false,
    text: false,
    pages: false,
  },
} as const satisfies Record<string, Format>;

export type FormatId = keyof typeof FORMATS;
type Having<K extends keyof Format> = {
  [I in FormatId]: (typeof FORMATS)[I][K] extends true ? I : never;
}[FormatId];
export type StillFormatId = Having<'still'>;
export type MotionFormatId = Having<'motion'>;
export type DrawnFormatId = Having<'drawn'>;
/** What one slide is handed over in. */
export type SlideFormatId = StillFormatId | DrawnFormatId;

const having = (key: 'still' | 'motion' | 'drawn'): FormatId[] =>
  (Object.keys(FORMATS) as FormatId[]).filter((id) => FORMATS[id][key]);
export const STILL_FORMAT_IDS = having('still') as [StillFormatId, ...StillFormatId[]];
export const MOTION_FORMAT_IDS = having('motion') as [MotionFormatId, ...MotionFormatId[]];
export const DRAWN_FORMAT_IDS = having('drawn') as [DrawnFormatId, ...DrawnFormatId[]];
export const SLIDE_FORMAT_IDS: [SlideFormatId, ...SlideFormatId[]] = [...STILL_FORMAT_IDS, ...DRAWN_FORMAT_IDS];

export const isDrawn = (format: FormatId): format is DrawnFormatId => FORMATS[format].drawn;

/** The most pixels of all frames of an animation together. */
export const MOST_MOVING_PIXELS = 120_000_000;

/** Numbers of colours a palette may have, the most first: what one, two, four or eight bits hold. */
export const PALETTES = [256, 16, 4, 2] as const;
export type Palette = (typeof PALETTES)[number];

/** Pixels of a picture to one of the size. */
export const SCALES = { least: 0.02, most: 4 };

/** Sizes of a file that can be asked for, bytes. */
export const TARGET = { least: 1000, most: 100_000_000 };

/** A page for a press. */
export interface PressPage {
  /** Width of the trimmed page, mm; null for 96 pixels to an inch (CSS Values 4, 5.2). */
  width: number | null;
  /** What is beyond the edge to be cut off, mm. */
  bleed: number;
  /** Marks that say where it is cut. */
  marks: boolean;
  /** All in greys. */
  grey: boolean;
}
export const PRESS = { width: { least: 10, most: 5000 }, bleed: { least: 0, most: 20 } };
export const PLAIN_PAGE: PressPage = { width: null, bleed: 0, marks: false, grey: false };

/** How a slide is written. What a format does not know does not count. */
export interface Encoding {
  /** 1..100; in a drawing of the photos in it. */
  quality: number;
  /** At most so many, one of `PALETTES`; all of them where null. */
  colours: Palette | null;
  /** The paper is left out: what nothing covers shows through. */
  transparent: boolean;
  /** Letters are text, not outlines. */
  text: boolean;
  page: PressPage;
}

export const USUAL_ENCODING: Encoding = {
  quality: 90,
  colours: null,
  transparent: false,
  text: false,
  page: PLAIN_PAGE,
};

/** What a file says of itself, beside the picture. */
export interface About {
  title: string;
  /** What the picture shows, for who does not see it; may be empty. */
  description: string;
}

/**
 * The ways to write a format within a size, the smallest file first, each with all else as it is given: every quality,
 * or ever more colours.
 */
export function encodingsOf(format: StillFormatId, as: Encoding): Encoding[] {
  if (FORMATS[format].quality) return Array.from({ length: 100 }, (_, i) => ({ ...as, quality: i + 1 }));
  return [null, ...PALETTES].reverse().map((colours) => ({ ...as, colours }));
}
