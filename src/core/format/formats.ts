// Formats in which a slide is handed over: what they are called and what can be set of them. Each is written by its
// file in `server/formats/`.

export interface Format {
  name: string;
  /** Ending of a file's name. */
  ending: string;
  media: string;
  /** Does a quality of 1 to 100 count? */
  quality: boolean;
}

export const FORMATS = {
  png: { name: 'PNG', ending: 'png', media: 'image/png', quality: false },
  jpeg: { name: 'JPEG', ending: 'jpg', media: 'image/jpeg', quality: true },
} as const satisfies Record<string, Format>;

export type FormatId = keyof typeof FORMATS;
export const FORMAT_IDS = Object.keys(FORMATS) as [FormatId, ...FormatId[]];
