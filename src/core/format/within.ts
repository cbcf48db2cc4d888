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
 * They are taken to grow as photographs do with their quality; where that leads too slowly on, the gap is halved.
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

/** About how files grow from the smallest to the best, 0..1: slowly, and steeply at the end, as photographs do. */
const grown = (share: number): number => 0.05 + 0.5 * share ** 1.4 + share ** 12;

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
  const size = (at: number): number => Math.log(grown(count > 1 ? at / (count - 1) : 0)),
    fromLow = Math.log(target / lowBytes),
    toHigh = Math.log(target / highBytes);
  // What the curve would be at the place that is looked for, from one end, or between both.
  const wanted =
    low < 0
      ? size(high) + toHigh
      : high === count
        ? size(low) + fromLow
        : size(low) + ((size(high) - size(low)) * fromLow) / (fromLow - toHigh);
  let guess = Math.max(0, low);
  while (guess < high - 1 && size(guess + 1) <= wanted) guess++;
  // Some photographs grow more slowly: what leads too slowly on is left, before tries run out.
  if (low < 0 && left < MOST_TRIES - 1) guess = Math.min(guess, high >> 1);
  // Not nearer to an end than what the tries that are left could halve away.
  const rim = low < 0 || high === count ? 0 : Math.floor((high - low) / 2 ** (left + 1));
  return Math.min(high - 1 - rim, Math.max(low + 1 + rim, guess));
}
