// Pictures that a section needs beside its markup: who writes the folder paints and encodes them.
import type { Box } from '../../ground/box';
import type { PhotoLayer } from '../../kinds/photo';

/** A picture of a whole photo. */
export interface PhotoFile {
  /** Pixels. */
  width: number;
  height: number;
  /** What of the cropped photo, in fractions: for a layout's own file just what its pixels cover, else all of it. */
  part: Box;
  /** It is shown pixel by pixel in a layout. */
  exact: boolean;
}

/** A whole photo, toned, cropped and turned, in several widths. */
export interface WantedPhoto {
  kind: 'photo';
  /** Path without ending and width. */
  name: string;
  /** As it is to be painted alone, besides its box. */
  layer: PhotoLayer;
  /** From the narrowest. */
  files: PhotoFile[];
}

/** A layer that CSS cannot paint alike, painted as it lies in a layout. */
export interface WantedPart {
  kind: 'part';
  /** Path without density and ending. */
  name: string;
  layer: string;
  /** Index of the layout, from the narrowest. */
  layout: number;
  /** What of the section, CSS px. */
  bounds: Box;
  /** Pixels to a CSS pixel. */
  densities: number[];
}

export type Wanted = WantedPhoto | WantedPart;

/** Endings of photos, the best first, and the one that everybody reads. */
export const PHOTO_TYPES = ['avif', 'webp', 'jpg'] as const;
export type PhotoType = (typeof PHOTO_TYPES)[number];
export const MEDIA: Readonly<Record<PhotoType, string>> = { avif: 'image/avif', webp: 'image/webp', jpg: 'image/jpeg' };

export const photoFile = ({ name }: WantedPhoto, { width }: PhotoFile, type: PhotoType): string =>
  `${name}-${width}.${type}`;
export const partFile = ({ name }: WantedPart, density: number): string =>
  `${name}${density === 1 ? '' : `@${density}x`}.webp`;
