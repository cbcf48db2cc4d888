// Which files are made of a piece that is handed over in several sizes and formats.
import { FORMATS, type SlideFormatId } from './formats';

export interface WantedSlideFile {
  /** Id of the size. */
  size: string;
  /** Number of its slide, from 1; of a file with pages, that of the first. */
  slide: number;
  format: SlideFormatId;
  /** Numbers of the slides that are its pages, from 1. */
  pages?: number[];
}

/** Each size, slide and format as one file; a format with pages has one file for all slides. */
export function wantedFiles(
  sizes: readonly string[],
  slides: readonly number[],
  formats: readonly SlideFormatId[],
): WantedSlideFile[] {
  const [paged, single] = [true, false].map((p) => [...new Set(formats)].filter((f) => FORMATS[f].pages === p)),
    numbers = [...new Set(slides)];
  return [...new Set(sizes)].flatMap((size): WantedSlideFile[] => [
    ...numbers.flatMap((slide) => single.map((format) => ({ size, slide, format }))),
    ...paged.map((format) => ({ size, slide: numbers[0], format, pages: numbers })),
  ]);
}
