// The photo drawn towards black, or white, by its output levels.
import { makeTint } from '../../kinds/tint';
import { type Choice, STAND_IN, type WayFinder } from '../way-finder';
import type { Solver } from './solver';

/** It is what a tint in that colour would be. */
const chooseTone = (finder: WayFinder): Choice | null =>
  finder.weigh(makeTint(STAND_IN, finder.samples.lightInk ? '#000000' : '#ffffff', 1, finder.piece.sizes[0]));

export const tone: Solver = {
  off: 4,
  near: true,
  choose: (finder) => (finder.hasPhoto ? chooseTone(finder) : null),
  solve: (finder) => finder.own(finder.samples.lightInk ? 'darken' : 'lighten'),
};
