// The photo drawn towards black, or white, by its output levels.
import type { Solver } from './solver';

export const tone: Solver = (finder) =>
  finder.hasPhoto ? finder.own(finder.samples.lightInk ? 'darken' : 'lighten') : null;
