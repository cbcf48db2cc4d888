// How the sides of a photo are rated for making room, drawn on the stage while it is made.
import { createPerPiece } from './per-piece';
import type { SideKind, SideRating } from '../../../core/photo/room-rating';

export const KIND_WORD: Record<SideKind, string> = {
  calm: 'calm',
  uneven: 'uneven light',
  pattern: 'patterned',
  cut: 'things are cut off',
};

/** Ratings that are drawn on the edges of a photo on the stage. */
export const useRoomMarks = createPerPiece<{ layer: string | null; ratings: SideRating[] }>(() => ({
  layer: null,
  ratings: [],
}));
