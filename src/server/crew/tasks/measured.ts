// A slide made ready for measuring, as several tasks need it.
import { moves } from '../../../core/piece/moments';
import type { Piece, Size, Slide } from '../../../core/piece/schema';
import { checkMeasuring } from '../../../core/reading/budget';
import { type Load, readMoments } from '../../../core/reading/over-time';
import { type Reading, readSlide } from '../../../core/reading/read';
import { checkPainting } from '../../../core/scene/budget';
import { painter, type SlideAsk, stand, type Standing } from '../standing';

/** As `stand`, where texts will be measured. @throws TooMuchWork */
export async function toMeasure(ask: SlideAsk): Promise<Standing> {
  const at = await stand(ask);
  checkMeasuring(painter, at.piece, at.slide, at.size);
  checkPainting(painter, at.piece, at.slide, at.size, 1);
  return at;
}

/** Readings of a slide; where something moves, the worst of all frames. */
export const readAll = (piece: Piece, slide: Slide, size: Size, load: Load): Promise<Reading[]> | Reading[] =>
  moves(slide) ? readMoments(painter, piece, slide, size, load) : readSlide(painter, piece, slide, size);
