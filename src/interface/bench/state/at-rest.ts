// The bench as the elements over the stage show it: it stands still while layers are moved. The picture and the marks
// on it say where they are, and a frame in which nothing else changes is a short one.
import { type BenchState, stepUnderWay } from './store';

/** What the step is called in which layers are moved about. */
export const MOVE = 'Move';

/** Are layers being moved by the pointer? */
export const isMoving = ({ dragging }: Pick<BenchState, 'dragging'>): boolean =>
  dragging === 'stage' && stepUnderWay() === MOVE;

let still: BenchState | null = null;
/** The state as it was before layers began to move; else as it is. */
export function atRest(now: BenchState): BenchState {
  if (!still || !isMoving(now)) still = now;
  return still;
}
