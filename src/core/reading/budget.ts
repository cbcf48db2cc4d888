// What measuring a slide will cost, before it is begun: every pixel round every text is looked at, at full size.
import { layerIn, textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { TooMuchWork } from '../scene/budget';
import type { Painter } from '../scene/painter';
import { reachOf } from '../scene/reach';

/** Pixels of the slide under one text, and under all of them together; and letters of all. */
export const READING_BUDGET = { each: 26e6, all: 80e6, letters: 40_000 };

/**
 * @throws TooMuchWork where the texts of a slide cover more than is measured at once. Fonts must be loaded
 * (`Painter.prepare`).
 */
export function checkMeasuring(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  budget = READING_BUDGET,
): void {
  let all = 0,
    letters = 0;
  const advice = 'A smaller size of the piece, or smaller type, can be measured.';
  for (const text of textsIn(piece, slide, size)) {
    const b = reachOf(painter, layerIn(text, size, piece.sizes[0]));
    const area =
      Math.max(0, Math.min(b.x + b.width, size.width) - Math.max(b.x, 0)) *
      Math.max(0, Math.min(b.y + b.height, size.height) - Math.max(b.y, 0));
    all += area;
    letters += text.text.length;
    if (area > budget.each)
      throw new TooMuchWork(
        `"${text.name.slice(0, 60)}" covers ${Math.round(area / 1e6)} megapixels, more than the ${budget.each / 1e6} that are measured of one text`,
        advice,
      );
  }
  if (all > budget.all)
    throw new TooMuchWork(
      `The texts of this slide cover ${Math.round(all / 1e6)} megapixels together, more than the ${budget.all / 1e6} that are measured at once`,
      advice,
    );
  if (letters > budget.letters)
    throw new TooMuchWork(
      `The texts of this slide have ${letters.toLocaleString('en')} letters, more than the ${budget.letters.toLocaleString('en')} that are measured at once`,
      'Shorter texts, or more slides, can be measured.',
    );
}
