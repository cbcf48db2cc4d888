// How one kind of way is found.
import type { Way, WayKind } from '../way';
import type { Choice, WayFinder } from '../way-finder';

export interface Solver {
  /** By so much a look may say more than it costs, points: it was tried on all demo photographs. */
  off?: number;
  /** A look says what it costs, within `off` both ways; else it may cost a good deal more. */
  near?: boolean;
  /** What a sample says would be chosen, and about what it costs; null where none of it is enough. */
  choose?: (finder: WayFinder) => Choice | null;
  /** It costs at least such a share of what a look says of another kind; it was tried on all demo photographs. */
  like?: { kind: WayKind; share: number };
  /**
   * @param choice what was chosen, where there is a choice
   * @returns null where it does not help, or has nothing to work on
   */
  solve: (finder: WayFinder, choice: Choice | null) => Way | null;
}
