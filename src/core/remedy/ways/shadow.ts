// The softer shadow, unless it must be so strong that its rim shows.
import type { Way } from '../way';
import type { WayFinder } from '../way-finder';
import type { Solver } from './solver';

function solve(finder: WayFinder): Way | null {
  const [soft, tight] = [0.34, 0.2],
    colour = finder.deepColours()[0],
    first = finder.own('shadow', colour, soft);
  return first && first.strength! <= 70 ? first : finder.best([first, finder.own('shadow', colour, tight)]);
}

// It is as deep as a pool where letters need it, and its form is seen as much.
export const shadow: Solver = { off: 1, like: { kind: 'pool', share: 0.85 }, solve };
