// The best of some encodings that keeps within so many bytes, found in a few tries.

/** No more encodings than this are made. */
export const MOST_TRIES = 6;

export interface Within<T> {
  /** Place of the encoding in the list. */
  at: number;
  made: T;
  bytes: number;
}

/**
 * Looks for the last of some encodings that keeps within a size; each is taken to be no smaller than the one before.
 * Between two that are known the size is taken to grow evenly in its logarithm, as it does with the quality of
 * photographs; where that leads too slowly on, the gap is halved.
 * @param count how many encodings there are @param target bytes @param first place that is tried first
 * @returns the best that was tried and is not above; null, with the smallest that was made, where none is
 */
export async function largestWithin<T extends { length: number }>(
  count: number,
  target: number,
  first: number,
  encode: (at: number) => Promise<T>,
): Promise<{ found: Within<T> | null; smallest: number; tries: number }> {
  let best: Within<T> | null = null,
    // The last place that is known to keep within, and the first that is not.
    low = -1,
    high = count,
    lowBytes = 0,
    highBytes = 0,
    smallest = Infinity,
    tries = 0;
  for (let at = Math.min(count - 1, Math.max(0, first)); high - low > 1 && tries < MOST_TRIES;) {
    const made = await encode(at),
      bytes = made.length;
    tries++;
    smallest = Math.min(smallest, bytes);
    if (bytes <= target) {
      [low, lowBytes] = [at, bytes];
      if (!best || at > best.at) best = { at, made, bytes };
    } else [high, highBytes] = [at, bytes];
    at = next(low, high, lowBytes, highBytes, target, count, MOST_TRIES - tries);
  }
  return { found: best, smallest, tries };
}

/** About how much larger the best of all is than the smallest, and than one somewhere between. */
const SPREAD = 15;
const MORE = 4;

/** Where to look next between two places. @param left how many tries there are */
function next(
  low: number,
  high: number,
  lowBytes: number,
  highBytes: number,
  target: number,
  count: number,
  left: number,
): number {
  // Nothing keeps within yet: the last try is the smallest there is.
  if (low < 0 && left <= 1) return 0;
  const from = low < 0 ? { at: 0, bytes: highBytes / SPREAD } : { at: low, bytes: lowBytes },
    to = high === count ? { at: count - 1, bytes: lowBytes * MORE } : { at: high, bytes: highBytes },
    share = Math.log(target / from.bytes) / Math.log(to.bytes / from.bytes),
    guess = Math.round(from.at + (to.at - from.at) * (Number.isFinite(share) ? share : 0.5)),
    // Not nearer to an end than what the tries that are left could halve away.
    rim = Math.floor((high - low) / 2 ** (left + 1));
  return Math.min(high - 1 - (high < count ? rim : 0), Math.max(low + 1 + (low < 0 ? 0 : rim), guess));
}
