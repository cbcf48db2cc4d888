// What a reading means: the ratio that is needed, and the three verdicts (reading.md, "Verdict").

export type Verdict = 'clear' | 'strained' | 'lost';
export type Goal = 'standard' | 'strict';

/** Below this ratio a letter cannot be seen. */
export const UNSEEN = 1.15;
/** Up to here a backdrop counts as calm. */
const CALM = 10;

/** From this size as shown a text is large, px: WCAG 2.2, and when bold. */
export const LARGE = { usual: 24, bold: 18.66 };
export const isLarge = (shownPx: number, weight: number): boolean =>
  shownPx >= LARGE.usual || (shownPx >= LARGE.bold && weight >= 700);

/** The ratio of WCAG 2.2, 1.4.3 (standard) or 1.4.6 (strict). */
export function baseRatio(goal: Goal, shownPx: number, weight: number): number {
  const large = isLarge(shownPx, weight);
  return goal === 'strict' ? (large ? 4.5 : 7) : large ? 3 : 4.5;
}

/**
 * How much more is needed over a busy backdrop: 1 up to busyness 10, then rising evenly to 1.5 at 100.
 * @param busyness 0..100
 */
export const busynessFactor = (busyness: number): number =>
  1 + (0.5 * Math.max(0, Math.min(100, busyness) - CALM)) / (100 - CALM);

export function verdictOf(reading: number, needed: number): Verdict {
  // Half a thousandth of slack: 2.9996 is 3.00 in every display.
  if (reading >= needed - 0.0005) return 'clear';
  return reading >= 0.6 * needed - 0.0005 ? 'strained' : 'lost';
}

/** The verdict on one letter: of which a side melts is at best Strained (reading.md, step 9). */
export const letterVerdict = ({ ratio, melts }: { ratio: number; melts: boolean }, needed: number): Verdict =>
  melts ? verdictOf(Math.min(ratio, needed * SHORT), needed) : verdictOf(ratio, needed);

/** What a reading that is enough by its number counts as of what is needed, where something else is lacking. */
const SHORT = 0.99;
/** How far a letter, or a text, is from what it needs: 1 is just enough. */
export const marginOf = (ratio: number, needed: number, short: boolean): number =>
  short ? Math.min(SHORT, ratio / needed) : ratio / needed;

const ORDER: readonly Verdict[] = ['lost', 'strained', 'clear'];
/** The worst of some verdicts; null where nothing was measured. */
export const worstVerdict = (verdicts: readonly (Verdict | null)[]): Verdict | null =>
  ORDER.find((v) => verdicts.includes(v)) ?? null;

/** Are all texts Clear that have letters at all? */
export const areClear = (readings: readonly { verdict: Verdict | null }[]): boolean =>
  readings.every((r) => r.verdict === 'clear' || r.verdict === null);
