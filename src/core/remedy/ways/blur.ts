// The photo blurred.
import type { Solver } from './solver';

/** Smoothing cannot bring more than an even backdrop of the same light would. */
const HOPELESS = 0.92;

export const blur: Solver = {
  solve: (finder) => (finder.hasPhoto && finder.samples.atBest > HOPELESS ? finder.own('blur') : null),
};
