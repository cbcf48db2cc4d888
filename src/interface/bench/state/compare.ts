// Before and after side by side on the stage: the part left of a line shows the slide as it is, the rest what is looked
// at.
import { createPerPiece } from './per-piece';

/** @property at where the line stands, 0..1 of the slide's width */
export const useCompare = createPerPiece<{ on: boolean; at: number }>(() => ({ on: false, at: 0.5 }));
