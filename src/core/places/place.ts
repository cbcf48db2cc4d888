// Places in which pictures end up: what a place is, and what its drawing is made of. Shapes, greys and made-up words
// only: what all places of a kind share.
import type { Box } from '../ground/box';
import type { Extent } from '../kinds/common';

/** What a thing in a drawing is, which says how light it is. */
export type Tone = 'page' | 'card' | 'line' | 'soft' | 'quiet' | 'ink' | 'veil' | 'white';
export type Light = 'light' | 'dark';

export const TONES: Readonly<Record<Light, Record<Tone, string>>> = {
  light: {
    page: '#eef0f0',
    card: '#ffffff',
    line: '#d9dddd',
    soft: '#c4caca',
    quiet: '#717a7b',
    ink: '#23292a',
    veil: '#000000b3',
    white: '#ffffff',
  },
  dark: {
    page: '#15191a',
    card: '#1f2526',
    line: '#333b3c',
    soft: '#4a5455',
    quiet: '#939d9e',
    ink: '#e8ecec',
    veil: '#000000b3',
    white: '#ffffff',
  },
};

/** Part of a drawing, CSS px. */
export type Mark =
  | (Box & { form: 'box'; tone: Tone; radius?: number })
  | (Box & { form: 'disc'; tone: Tone })
  | {
      form: 'words';
      text: string;
      x: number;
      y: number;
      width: number;
      /** Height of the type. */
      size: number;
      tone: Tone;
      bold?: boolean;
      align?: 'start' | 'centre' | 'end';
      /** Over a picture, with a shadow. */
      over?: boolean;
    };

/** A place with a picture in it, CSS px. */
export interface Drawing extends Extent {
  /** What lies round the picture. */
  under: Mark[];
  /** Where the picture lies; radius of its corners. */
  at: Box;
  radius?: number;
  /** The part of the picture that shows, in fractions of it. */
  crop: Box;
  /** What lies over it. */
  over: Mark[];
}

/** What is shown in a place. */
export interface Shown extends Extent {
  /** First words of the piece, and its campaign. */
  headline: string;
  campaign: string;
}

/** On what a place is seen: pixels of the screen, or of the paper, to a CSS pixel. */
export const DEVICES = {
  phone: { name: 'phone', density: 3 },
  desk: { name: 'desk', density: 1 },
  paper: { name: 'paper', density: 3 },
} as const;
export type DeviceId = keyof typeof DEVICES;

/** Which pictures end up in a place. */
export interface Holds {
  /** Those that were made for these destinations. */
  destinations: readonly string[];
  /** Those of a size of one's own, by their width to their height. */
  ratios: readonly [number, number];
}

export interface Place {
  name: string;
  /** What it shows, in one sentence. */
  hint: string;
  device: DeviceId;
  /** Sections of pages are seen in places with a `page`, and in those alone. */
  holds: Holds;
  /** What lies over the picture there, in words. */
  coveredBy?: string;
  /** Only the first slide is seen there. */
  cover?: true;
  /** Nothing but greys. */
  grey?: true;
  /** Of a section: the width of the page, at which it is laid out anew. */
  page?: number;
  draw(shown: Shown): Drawing;
}

export const WHOLE: Box = { x: 0, y: 0, width: 1, height: 1 };

/** The part from the middle that has another ratio of width to height. */
export function cropTo(shown: Extent, ratio: number): Box {
  const own = shown.width / shown.height;
  return own > ratio
    ? { x: (1 - ratio / own) / 2, y: 0, width: ratio / own, height: 1 }
    : { x: 0, y: (1 - own / ratio) / 2, width: 1, height: own / ratio };
}

export const box = (x: number, y: number, width: number, height: number, tone: Tone, radius = 0): Mark => ({
  form: 'box',
  x,
  y,
  width,
  height,
  tone,
  radius,
});
export const disc = (x: number, y: number, d: number, tone: Tone): Mark => ({
  form: 'disc',
  x,
  y,
  width: d,
  height: d,
  tone,
});
export const words = (
  text: string,
  x: number,
  y: number,
  width: number,
  size: number,
  tone: Tone = 'ink',
  more: Partial<Extract<Mark, { form: 'words' }>> = {},
): Mark => ({ form: 'words', text, x, y, width, size, tone, ...more });

/** Lines of a text nobody has to read. */
export const lines = (x: number, y: number, widths: readonly number[], height = 8, gap = 9): Mark[] =>
  widths.map((w, i) => box(x, y + i * (height + gap), w, height, 'line', height / 2));
