// How one kind of way is found.
import type { Way } from '../way';
import type { WayFinder } from '../way-finder';

/**
 * @param anyway also where the texts are not Clear by it: half of a pair
 * @returns null where it does not help, or has nothing to work on
 */
export type Solver = (finder: WayFinder, anyway?: boolean) => Way | null;
