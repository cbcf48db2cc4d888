// The swatches of the piece, for fields that show a colour: asked for by themselves, so that an edit of something else
// does not draw each of those fields again.
import type { Swatches } from '../../../core/values/swatches';
import { derived } from './derived';
import { type BenchState, useBench } from './store';

const swatchesOf = derived(
  (s: BenchState) => [s.piece.swatches] as const,
  (swatches): Swatches => ({ swatches }),
);

export const useSwatches = (): Swatches => useBench(swatchesOf);
