// All readings of a piece as one list: every text of every slide in every size.
import { isText } from '../kinds/layers';
import type { Piece, Size, Slide } from '../piece/schema';
import { oneLine } from '../values/plain';
import type { Reading } from './read';
import { marginOf } from './verdict';

export interface OverviewRow {
  slide: string;
  /** From 1. */
  slideNumber: number;
  size: string;
  sizeName: string;
  /** What it says, in one line. */
  text: string;
  reading: Reading;
}

/** Rows for the readings of one slide in one size. */
export function overviewOf(piece: Piece, slide: Slide, size: Size, readings: readonly Reading[]): OverviewRow[] {
  return readings.map((reading) => {
    const layer = slide.layers.find((l) => l.id === reading.layer);
    return {
      slide: slide.id,
      slideNumber: piece.slides.findIndex((s) => s.id === slide.id) + 1,
      size: size.id,
      sizeName: size.name,
      text: isText(layer) ? oneLine(layer.text) : '',
      reading,
    };
  });
}

/**
 * How far a reading is from what it needs; what cannot be measured comes after what is Lost, flags before none among
 * equals.
 */
const standing = ({ ratio, needed, verdict, flags }: Reading): number =>
  (ratio === null ? 0.7 : marginOf(ratio, needed, verdict !== 'clear')) - 0.01 * flags.length;

/** The worst first; in the order of the piece among equals. */
export const worstFirst = (rows: readonly OverviewRow[]): OverviewRow[] =>
  [...rows].sort((a, b) => standing(a.reading) - standing(b.reading));
